"""A long run of a real server under many clients."""
