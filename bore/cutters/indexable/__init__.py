"""Indexable-insert drills: a centre and an outer insert, a flat bottom."""
