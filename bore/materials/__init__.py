"""Work materials: the table, and what hardness does to a row."""
