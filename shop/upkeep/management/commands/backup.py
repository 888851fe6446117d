"""`manage.py backup`: copy the database while it runs."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from shop.upkeep.backups import back_up, verify


class Command(BaseCommand):
    """Take a backup."""

    help = "Copy the database to a file of its own while the shop goes on, and look the copy over."

    def add_arguments(self, parser: CommandParser) -> None:
        """Where to."""
        parser.add_argument("--to", type=Path, help="the file to write (default: a dated one in data/backups)")

    def handle(self, *args: Any, **options: Any) -> None:
        """Take it and say where it is."""
        try:
            place = back_up(options["to"])
        except (ValueError, OSError) as error:
            raise CommandError(str(error)) from error
        counts = ", ".join(f"{count} of {name}" for name, count in verify(place).counts.items())
        self.stdout.write(f"{place} ({counts}), sound.")
