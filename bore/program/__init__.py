"""Programs: read back into speed, feed and feed per revolution."""
