"""The demo app."""

from django.apps import AppConfig


class DemoConfig(AppConfig):
    """The demo yard."""

    name = "shop.demo"
    label = "demo"
