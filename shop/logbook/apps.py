"""The logbook app."""

from django.apps import AppConfig


class LogbookConfig(AppConfig):
    """Logbook."""

    name = "shop.logbook"
    label = "logbook"
