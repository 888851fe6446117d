"""`manage.py use_log on|off`: whether the shop's checks are set right by its log."""

from typing import Any

from django.core.management.base import CommandParser

from shop.logbook.lessons import set_used
from shop.records.command import ShopCommand


class Command(ShopCommand):
    """The shop's switch, for whoever runs it."""

    help = "Let the shop's checks be set right by what was logged, or not."

    def add_arguments(self, parser: CommandParser) -> None:
        """On or off."""
        parser.add_argument("used", choices=["on", "off"])

    def handle(self, *args: Any, **options: Any) -> None:
        """Set it."""
        set_used(options["used"] == "on")
        self.stdout.write(f"Checks are {'set right by the log' if options['used'] == 'on' else 'as the books have them'}.")
