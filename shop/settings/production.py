"""A real shop: secret, hosts and data from the environment, cookies over HTTPS only. What each setting is for: docs/running-a-shop.md."""

import os

from django.core.exceptions import ImproperlyConfigured

from shop.settings.base import *

SHORTEST_SECRET, FEWEST_LETTERS = 50, 12
SECRET_KEY = os.environ.get("FIERCE_BORE_SECRET", "")
if len(SECRET_KEY) < SHORTEST_SECRET or len(set(SECRET_KEY)) < FEWEST_LETTERS:
    raise ImproperlyConfigured(
        f"FIERCE_BORE_SECRET must hold at least {SHORTEST_SECRET} characters, {FEWEST_LETTERS} of them different: make one at random"
    )
if not os.environ.get("FIERCE_BORE_DATA"):
    raise ImproperlyConfigured("FIERCE_BORE_DATA must name the folder the shop's data lies in")
# Nobody else on this machine reads the data, the backups or the log.
os.umask(0o077)
ALLOWED_HOSTS = [host.strip() for host in os.environ.get("FIERCE_BORE_HOSTS", "").split(",") if host.strip()]
# What watches over the server asks it for its health from beside it.
ALLOWED_HOSTS += ["127.0.0.1"]
SESSION_COOKIE_SECURE = True
CSRF_COOKIE_SECURE = True
SECURE_SSL_REDIRECT = True
SECURE_REDIRECT_EXEMPT = [r"^api/(live|health)$"]
# Browsers remember that this name is asked over TLS only: for a year, and only this name, unless the shop says otherwise.
SECURE_HSTS_SECONDS = int(os.environ.get("FIERCE_BORE_HSTS_SECONDS", "31536000"))
SECURE_HSTS_INCLUDE_SUBDOMAINS = os.environ.get("FIERCE_BORE_HSTS_SUBDOMAINS") == "1"
SECURE_HSTS_PRELOAD = os.environ.get("FIERCE_BORE_HSTS_PRELOAD") == "1"
# Subdomains and the browsers' own lists are the shop's to decide: they reach beyond this program.
SILENCED_SYSTEM_CHECKS = ["security.W005", "security.W021"]
if BEHIND_PROXY:
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
