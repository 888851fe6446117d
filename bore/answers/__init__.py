"""The shape of every answer."""
