"""A real shop: secret and hosts from the environment, cookies over HTTPS only."""

import os

from django.core.exceptions import ImproperlyConfigured

from shop.settings.base import *

SECRET_KEY = os.environ.get("FIERCE_BORE_SECRET", "")
if len(SECRET_KEY) < 50:
    raise ImproperlyConfigured("FIERCE_BORE_SECRET must hold at least 50 characters")
ALLOWED_HOSTS = [host for host in os.environ.get("FIERCE_BORE_HOSTS", "").split(",") if host]
SESSION_COOKIE_SECURE = True
CSRF_COOKIE_SECURE = True
SECURE_SSL_REDIRECT = True
SECURE_HSTS_SECONDS = 31536000
SECURE_HSTS_INCLUDE_SUBDOMAINS = True
SECURE_HSTS_PRELOAD = True
# Behind a proxy that ends TLS and sets this header itself.
if os.environ.get("FIERCE_BORE_PROXY") == "1":
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
