"""Commands for the log."""
