"""The upkeep app."""

from django.apps import AppConfig


class UpkeepConfig(AppConfig):
    """Backups, history, the bin."""

    name = "shop.upkeep"
    label = "upkeep"
