"""The records of a job, and the same as columns of numbers."""
