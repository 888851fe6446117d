"""`manage.py load_demo`: put the made-up yard in place; safe to run again."""

from typing import Any

from shop.demo.actions import load_demo
from shop.records.command import ShopCommand


class Command(ShopCommand):
    """Load the demo yard."""

    help = "Load the made-up ferry yard: machines, drills, jobs and the demo machinist."

    def handle(self, *args: Any, **options: Any) -> None:
        """Load it, say what is being put in, and at the end what is there."""

        def tell(words: str) -> None:
            self.stdout.write(f"  {words}")
            self.stdout.flush()

        self.stdout.write("Loading the demo yard:")
        found = load_demo(tell)
        self.stdout.write("Demo yard: " + ", ".join(f"{count} {name}" for name, count in found.items()) + ".")
