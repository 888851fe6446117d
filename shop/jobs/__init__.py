"""Checks and plans that were kept, and records put away because of them."""
