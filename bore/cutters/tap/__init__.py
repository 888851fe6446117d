"""Taps: torque from the thread's profile, feed from its pitch."""
