"""Spade drills: a flat blade in a holder."""
