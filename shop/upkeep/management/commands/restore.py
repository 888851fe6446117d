"""`manage.py restore FILE`: put a backup back."""

from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.core.management.base import CommandError, CommandParser

from shop.records.command import ShopCommand
from shop.upkeep.backups import restore


class Command(ShopCommand):
    """Put a backup back."""

    help = "Put a backup in the place of the database; what stood there is backed up first, or moved aside where it cannot be read."

    def add_arguments(self, parser: CommandParser) -> None:
        """Which file."""
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """Put it back, bring its tables up to this version, and say where the old state is."""
        try:
            found = restore(options["file"])
        except (ValueError, OSError) as error:
            raise CommandError(str(error)) from error
        call_command("migrate", verbosity=0)
        if found.before is None:
            said = "There was no database before it."
        elif found.unreadable:
            said = f"What stood there could not be read ({found.unreadable}); it was moved, as it was, to {found.before}."
        else:
            said = f"What stood there before is in {found.before}."
        self.stdout.write(f"{options['file'].name} is back. {said}")
