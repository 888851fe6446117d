"""The check as data: the table of fields, reading a case, writing the answer."""
