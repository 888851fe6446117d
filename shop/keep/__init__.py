"""Keeping data safe: what stands and what was put away, the history of every record, backups."""
