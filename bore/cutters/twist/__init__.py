"""Twist drills: geometry, speed and feed window, strength."""
