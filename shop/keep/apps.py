"""The keep app."""

from django.apps import AppConfig


class KeepConfig(AppConfig):
    """Backups, history, the bin."""

    name = "shop.keep"
    label = "keep"
