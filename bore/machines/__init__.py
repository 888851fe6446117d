"""Machines: a kind is a row of parts (spindle stages, feed, holder, travels), not a class."""
