"""`manage.py tidy`: empty the bin of what has lain there long enough, and end old sessions."""

from typing import Any

from shop.records.command import ShopCommand
from shop.records.standing import BIN_DAYS
from shop.upkeep.tidy import tidy


class Command(ShopCommand):
    """Empty the bin."""

    help = f"Delete for good what has been in the bin for {BIN_DAYS} days, and forget sessions that have run out."

    def handle(self, *args: Any, **options: Any) -> None:
        """Tidy, and say what went."""
        gone = tidy()
        self.stdout.write("Gone for good: " + ", ".join(f"{count} {kind}" for kind, count in gone.items()) + ".")
