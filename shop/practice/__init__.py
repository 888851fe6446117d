"""Practice: runs that learners drill step by step; nothing of a run is told that its learner could not feel."""
