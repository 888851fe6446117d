"""The production settings as far as a test without TLS can run them: nobody is signed in by themselves."""

import os

os.environ.setdefault("FIERCE_BORE_SECRET", "only-for-tests-" + "abcdefghijklmnopqrstuvwxyz" * 2)
os.environ.setdefault("FIERCE_BORE_DATA", "data")

from shop.settings.production import *

ALLOWED_HOSTS = ["127.0.0.1"]
SECURE_SSL_REDIRECT = SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = False
DATA.mkdir(parents=True, exist_ok=True)
