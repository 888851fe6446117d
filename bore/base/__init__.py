"""What everything stands on: arithmetic that takes numbers and arrays, formulas that record their working, sources, errors."""
