"""What is said beside the figures: remarks on the method, cautions for the job."""
