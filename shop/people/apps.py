"""The people app."""

from django.apps import AppConfig


class PeopleConfig(AppConfig):
    """People."""

    name = "shop.people"
    label = "people"
