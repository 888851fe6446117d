"""Spot drills: a short stiff cone that marks where a drill starts."""
