"""The made-up ferry yard the demo opens with."""
