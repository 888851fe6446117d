"""`manage.py person data NAME` and `manage.py person remove NAME`."""

from typing import Any

from django.core.management.base import CommandError, CommandParser

from bore.base.errors import BadInput
from shop.records.command import ShopCommand
from shop.records.json_out import json_bytes
from shop.upkeep.personal import data_of, remove_person


class Command(ShopCommand):
    """A person's data, out or away."""

    help = "Print everything that is kept of a person as JSON, or take the person out: what they made stays, signed by a number."

    def add_arguments(self, parser: CommandParser) -> None:
        """What, and of whom."""
        parser.add_argument("what", choices=["data", "remove"])
        parser.add_argument("name")

    def handle(self, *args: Any, **options: Any) -> None:
        """Do it, and say so."""
        try:
            if options["what"] == "data":
                self.stdout.write(json_bytes(data_of(options["name"]), indented=True).decode())
            else:
                self.stdout.write(f"{options['name']} is gone; what they made is signed {remove_person(options['name'])}.")
        except BadInput as error:
            raise CommandError(str(error)) from error
