"""Counterbores: a flat seat around a hole, guided by a pilot."""
