"""Core drills: three or four flutes that open a cast or drilled hole."""
