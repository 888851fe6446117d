"""Annular cutters: a ring of teeth around a slug."""
