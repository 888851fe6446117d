"""What the shop's own commands have in common."""

from django.core.management.base import BaseCommand


class ShopCommand(BaseCommand):
    """A command that begins at once: Django's own look at settings, models and every address before each command takes three seconds,
    and stands in the tests; the databases' condition is what these commands look at themselves."""

    requires_system_checks = ()
