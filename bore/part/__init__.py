"""The part: many holes planned together, so that what they share is set up once."""
