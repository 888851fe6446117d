"""`manage.py load_demo`: put the made-up yard in place; safe to run again."""

from typing import Any

from django.core.management.base import BaseCommand

from shop.demo.actions import load_demo


class Command(BaseCommand):
    """Load the demo yard."""

    help = "Load the made-up ferry yard: machines, drills, jobs and the demo machinist."

    def handle(self, *args: Any, **options: Any) -> None:
        """Load it and say what is there."""
        found = load_demo()
        self.stdout.write("Demo yard: " + ", ".join(f"{count} {name}" for name, count in found.items()) + ".")
