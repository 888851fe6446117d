"""A plan's steps as a program a setter would run: what it holds, how each control says it, and what is refused instead of written."""
