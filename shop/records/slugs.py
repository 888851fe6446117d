"""Slugs: short, stable names of records in addresses and files."""

import secrets

from django.utils.text import slugify

LONGEST = 45


def free_slug(name: str) -> str:
    """A slug from a name that nobody else has."""
    return f"{slugify(name)[:LONGEST] or 'record'}-{secrets.token_hex(4)}"
