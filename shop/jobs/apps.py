"""The jobs app."""

from django.apps import AppConfig


class JobsConfig(AppConfig):
    """Jobs."""

    name = "shop.jobs"
    label = "jobs"
