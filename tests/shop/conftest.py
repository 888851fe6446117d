"""A loaded demo yard, and clients on and off this machine."""

import shutil
from pathlib import Path
from typing import Any

import pytest
from django.db import connection
from django.test import Client

from shop.people.models import User
from shop.people.roles import ROLES
from shop.yard.models import Cutter, Machine
from tests.server import DATABASE
from tests.shop.requests import PASSWORD, browser, sign_in


@pytest.fixture(scope="session")
def django_db_setup(demo_database: Path, tmp_path_factory: pytest.TempPathFactory) -> Any:
    """The tests' database is a copy of the demo's, which its own migrations and its own loader made; each test's changes are rolled back."""
    copied = shutil.copy(demo_database, tmp_path_factory.mktemp("shop") / DATABASE)
    connection.close()
    connection.settings_dict["NAME"] = str(copied)


@pytest.fixture
def yard(db: None) -> dict[str, int]:
    """How many of each the demo yard has."""
    return {"machines": Machine.objects.count(), "cutters": Cutter.objects.count()}


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


@pytest.fixture
def crew(yard: dict[str, int]) -> dict[str, Client]:
    """A browser for each role, signed in, and one that is not."""
    found = {"anybody": browser()}
    for role in ROLES:
        User.objects.create_user(f"the-{role}", password=PASSWORD, role=role)
        found[role] = browser()
        assert sign_in(found[role], f"the-{role}").status_code == 200
    return found
