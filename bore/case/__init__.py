"""A case as it is sent: its fields, the reader, the schema."""
