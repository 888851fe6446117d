"""The yard app."""

from django.apps import AppConfig


class YardConfig(AppConfig):
    """The yard."""

    name = "shop.yard"
    label = "yard"
