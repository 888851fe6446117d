"""`manage.py first_admin NAME`: the account a real installation starts with."""

import getpass
import os
from typing import Any

from django.core.management.base import CommandError, CommandParser

from bore.base.errors import BadInput
from shop.people.actions import first_admin
from shop.records.command import ShopCommand


class Command(ShopCommand):
    """Make the first admin."""

    help = "Make the first admin. The password is asked for, or taken from FIERCE_BORE_PASSWORD."

    def add_arguments(self, parser: CommandParser) -> None:
        """The name to sign in with."""
        parser.add_argument("username")

    def handle(self, *args: Any, **options: Any) -> None:
        """Make it, or say why not."""
        password = os.environ.get("FIERCE_BORE_PASSWORD") or getpass.getpass("Password: ")
        try:
            user = first_admin(options["username"], password)
        except BadInput as error:
            raise CommandError(str(error)) from error
        self.stdout.write(f"{user.username} is the first admin; sign in with that name.")
