"""Replaceable-tip drills: a carbide crown on a steel body."""
