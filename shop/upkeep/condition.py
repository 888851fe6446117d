"""Whether the shop can do its work just now: read its data, write it, and keep on writing."""

import os
import shutil
import sqlite3

from django.db import DatabaseError, connection

from shop.upkeep.backups import database

# With less room than this the next backup or write may not fit.
LEAST_FREE = 50 * 1024 * 1024


def faults() -> list[str]:
    """What stands in the way, in words; nothing where all is well."""
    # Where it cannot be written beside, a database is not read either: that is no damage.
    return [*(_read_only() or _cannot_read()), *_full()]


def _cannot_read() -> list[str]:
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT count(*) FROM people_user")
            cursor.fetchone()
    except (DatabaseError, sqlite3.Error):
        return ["its data cannot be read: look it over with `manage.py verify`, put a backup back with `manage.py restore`"]
    return []


def _read_only() -> list[str]:
    place = database()
    good = os.access(place, os.W_OK) and os.access(place.parent, os.W_OK)
    return [] if good or not place.exists() else ["its data cannot be written: the disk or the folder is read-only"]


def _full() -> list[str]:
    folder = database().parent
    full = folder.exists() and shutil.disk_usage(folder).free < LEAST_FREE
    return ["the disk is full: less than 50 MB are free"] if full else []
