"""`manage.py upgrade`: bring the database up to this version, backed up first where there is anything to bring."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import CommandError

from shop.records.command import ShopCommand
from shop.upkeep.backups import back_up, has_steps_to_take


class Command(ShopCommand):
    """Bring the database up to this version."""

    help = "Bring the database up to this version of the program; it is backed up first, and `restore` with that backup is the way back."

    def handle(self, *args: Any, **options: Any) -> None:
        """Back up, migrate, say so."""
        if has_steps_to_take():
            try:
                place = back_up()
            except (ValueError, OSError) as error:
                raise CommandError(f"nothing was changed: {error}") from error
            self.stdout.write(f"The database as it was is in {place}.")
        call_command("migrate", verbosity=0)
