"""The book beside the bench: the tables and words the program computes with, to be read, searched and printed."""
