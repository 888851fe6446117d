"""The API: typed, documented, thin."""
