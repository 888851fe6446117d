"""`manage.py unlock NAME`: let somebody who was locked out try again."""

from typing import Any

from django.core.management.base import CommandError, CommandParser

from shop.people.lockout import unlock
from shop.people.models import User
from shop.records.command import ShopCommand


class Command(ShopCommand):
    """Unlock a name."""

    help = "Let somebody who was locked out after wrong passwords try again at once."

    def add_arguments(self, parser: CommandParser) -> None:
        """Whom."""
        parser.add_argument("name")

    def handle(self, *args: Any, **options: Any) -> None:
        """Unlock, and say so."""
        name = options["name"]
        if not User.objects.filter(username=name).exists():
            raise CommandError(f"there is no account “{name}”")
        places = unlock(name)
        self.stdout.write(f"{name} may try again." if places else f"{name} was not locked out.")
