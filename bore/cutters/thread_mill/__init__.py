"""Thread mills: a thread cut by a helical path."""
