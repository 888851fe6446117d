"""Mechanics of drilling and of the machine, one module a subject."""
