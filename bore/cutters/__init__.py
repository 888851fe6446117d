"""Cutting tools. A family is a folder: geometry, speed and feed window, strength."""
