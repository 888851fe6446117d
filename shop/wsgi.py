"""WSGI entry point."""

import os

from django.core.wsgi import get_wsgi_application
from django.urls import get_resolver

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "shop.settings.production")
application = get_wsgi_application()
# The routes and all behind them are read now, not by whoever asks first.
_ = get_resolver().url_patterns
