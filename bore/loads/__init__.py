"""Torque, thrust and power of a cut, from a job."""
