"""The pictures of the papers."""
