"""Commands that look after the data."""
