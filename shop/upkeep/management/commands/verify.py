"""`manage.py verify [FILE]`: look the database, or a backup, over."""

from pathlib import Path
from typing import Any

from django.core.management.base import CommandError, CommandParser

from shop.records.command import ShopCommand
from shop.upkeep.backups import verify


class Command(ShopCommand):
    """Look a database over."""

    help = "Look the database, or a backup of it, over: pages, indexes, references, version."

    def add_arguments(self, parser: CommandParser) -> None:
        """Which file."""
        parser.add_argument("file", type=Path, nargs="?", help="a backup (default: the database itself)")

    def handle(self, *args: Any, **options: Any) -> None:
        """Look, and say what was found."""
        found = verify(options["file"])
        if found.problems:
            raise CommandError("not sound: " + "; ".join(found.problems[:10]))
        self.stdout.write("Sound: " + ", ".join(f"{count} of {name}" for name, count in found.counts.items()) + ".")
