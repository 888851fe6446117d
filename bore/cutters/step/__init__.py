"""Step drills: a small and a large diameter in one pass."""
