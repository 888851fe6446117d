"""Twist drills: points and lengths, speed and feed, strength, hole quality."""
