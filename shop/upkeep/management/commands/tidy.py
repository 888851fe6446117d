"""`manage.py tidy`: empty the bin of what has lain there long enough, and end old sessions."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand

from shop.records.standing import BIN_DAYS
from shop.upkeep.tidy import empty_bin


class Command(BaseCommand):
    """Empty the bin."""

    help = f"Delete for good what has been in the bin for {BIN_DAYS} days, and forget sessions that have run out."

    def handle(self, *args: Any, **options: Any) -> None:
        """Tidy, and say what went."""
        gone = empty_bin()
        call_command("clearsessions")
        self.stdout.write("Gone for good: " + ", ".join(f"{count} {kind}" for kind, count in gone.items()) + ".")
