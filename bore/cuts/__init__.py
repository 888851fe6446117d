"""Cuts that were made: what was measured of them, and what they say of the next one."""
