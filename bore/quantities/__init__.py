"""Units, drill sizes as they are written, and bands."""
