"""People who use the shop."""
