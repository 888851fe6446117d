"""The demo: this machine only, signed in as the demo machinist."""

import os

from django.core.management.utils import get_random_secret_key

from shop.settings.base import *

DEMO = True
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]"]


def _kept_secret() -> str:
    """A secret made once on this machine, so that several server processes share it."""
    DATA.mkdir(parents=True, exist_ok=True)
    place = DATA / "demo-secret"
    if not place.exists():
        place.write_text(get_random_secret_key(), encoding="utf-8")
        os.chmod(place, 0o600)
    return place.read_text(encoding="utf-8")


SECRET_KEY = _kept_secret()
LOGGING["loggers"]["shop"]["level"] = "WARNING"
MIDDLEWARE = [*MIDDLEWARE, "shop.people.demo_sign_in.DemoSignInMiddleware"]
