"""A loaded demo yard, and clients on and off this machine."""

from typing import Any

import pytest
from django.test import Client

from shop.demo.actions import load_demo


@pytest.fixture(scope="session")
def loaded(django_db_setup: None, django_db_blocker: Any) -> dict[str, int]:
    """The demo yard, loaded once: each test's own changes are rolled back."""
    with django_db_blocker.unblock():
        return load_demo()


@pytest.fixture
def yard(loaded: dict[str, int], db: None) -> dict[str, int]:
    return loaded


@pytest.fixture
def here(yard: dict[str, int]) -> Client:
    """The demo machinist's own browser, with its CSRF token as the page sets it."""
    client = Client(enforce_csrf_checks=True)
    client.get("/")
    client.defaults["HTTP_X_CSRFTOKEN"] = client.cookies["csrftoken"].value
    return client


@pytest.fixture
def away(yard: dict[str, int]) -> Client:
    """Somebody on another machine."""
    return Client(REMOTE_ADDR="192.0.2.7")
