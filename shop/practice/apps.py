"""The practice room, as Django knows it."""

from django.apps import AppConfig


class PracticeConfig(AppConfig):
    """Runs under way."""

    name = "shop.practice"
    label = "practice"
