"""Countersinks: a cone at the mouth of a hole."""
