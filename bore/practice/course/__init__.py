"""The course: exercises in the order people learn, what they ask, what passes, and the assessment."""
