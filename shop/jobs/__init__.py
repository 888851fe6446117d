"""Checks that were saved."""
