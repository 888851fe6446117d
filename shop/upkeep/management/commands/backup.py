"""`manage.py backup`: copy the database while it runs."""

from pathlib import Path
from typing import Any

from django.core.management.base import CommandError, CommandParser

from shop.records.command import ShopCommand
from shop.upkeep.backups import back_up, copy_to, keep_newest, verify


class Command(ShopCommand):
    """Take a backup."""

    help = "Copy the database to a file of its own while the shop goes on, and look the copy over."

    def add_arguments(self, parser: CommandParser) -> None:
        """Where to."""
        parser.add_argument("--to", type=Path, help="the file to write (default: a dated one in data/backups)")
        parser.add_argument("--also", type=Path, help="a folder in a second place that gets a copy")
        parser.add_argument("--keep", type=int, help="how many of the dated backups stay, the newest; the rest is taken away")

    def handle(self, *args: Any, **options: Any) -> None:
        """Take it and say where it is."""
        if options["keep"] is not None and options["keep"] < 1:
            raise CommandError("--keep: accepted: 1 or more")
        try:
            place = back_up(options["to"])
            also = copy_to(place, options["also"]) if options["also"] else None
            gone = keep_newest(options["keep"]) if options["keep"] else []
        except (ValueError, OSError) as error:
            raise CommandError(str(error)) from error
        counts = ", ".join(f"{count} of {name}" for name, count in verify(place).counts.items())
        self.stdout.write(f"{place} ({counts}), sound.")
        if also:
            self.stdout.write(f"A copy is in {also}.")
        if gone:
            self.stdout.write(f"{len(gone)} older taken away.")
