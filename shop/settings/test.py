"""The tests: a file database (the in-memory one locks under a live server), the demo's sign-in on loopback."""

from shop.settings.base import *

SECRET_KEY = "only-for-tests-" + "x" * 50
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "testserver"]
DEMO = True
MIDDLEWARE = [*MIDDLEWARE, "shop.people.demo_sign_in.DemoSignInMiddleware"]
DATA.mkdir(parents=True, exist_ok=True)
DATABASES["default"]["TEST"] = {"NAME": str(DATA / "test.sqlite3")}
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
