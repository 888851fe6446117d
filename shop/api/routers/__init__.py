"""Routes, by what they are about."""
