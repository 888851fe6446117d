"""Gun drills: one lip, guide pads, coolant through the tube."""
