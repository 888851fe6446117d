"""Looking after what is kept: the history of every record, backups, the bin."""
