"""People: who may do what, signing in and out, the lock-out, the first admin. Nothing is reachable unsigned but sign-in and health."""

import csv
from collections.abc import Iterator

import pytest
from axes.utils import reset
from django.test import Client

from bore.base.errors import BadInput
from shop.api.api import api
from shop.people.actions import change_person, first_admin
from shop.people.lockout import TRIES
from shop.people.models import User
from shop.people.roles import ROLES, rank
from tests.asking import CASES
from tests.shop.requests import ELSEWHERE, PASSWORD, browser, emptied, send, sign_in

pytestmark = pytest.mark.django_db


def permissions() -> list[dict[str, str]]:
    with (CASES / "permissions.csv").open(newline="", encoding="utf-8") as file:
        return list(csv.DictReader(file))


@pytest.fixture(autouse=True)
def _nobody_is_locked_out() -> Iterator[None]:
    yield
    reset()


def test_every_route_is_in_the_table_of_permissions() -> None:
    routes = {(method.upper(), path) for path, methods in api.get_openapi_schema()["paths"].items() for method in methods}
    assert {(row["method"], row["path"]) for row in permissions()} == routes
    assert {row["path"] for row in permissions() if row["least_role"] == "anybody"} == {"/api/health", "/api/live", "/api/sign-in"}


def test_every_route_for_every_role(crew: dict[str, Client]) -> None:
    """Each route answers a role that reaches, with whatever it makes of an empty request, and refuses one that does not:
    401 unsigned, 403 signed in."""
    missing = {
        "slug": "nobody",
        "entry": "0",
        "kind": "cutters",
        "username": "nobody",
        "run": "none",
        "form": "pdf",
        "exercise": "none",
        "page": "none",
        "name": "none",
    }
    for row in sorted(permissions(), key=lambda row: row["path"].endswith("sign-out")):
        path = row["path"].format(**missing)
        for role, client in crew.items():
            if path == "/api/sign-out" and role != "anybody":
                continue  # it would end the session the other rows go by
            status = send(client, row["method"], path, {} if row["method"] in ("POST", "PUT") else None).status_code
            reaches = row["least_role"] == "anybody" or (role != "anybody" and rank(role) >= rank(row["least_role"]))
            told = f"{row['method']} {path} as {role}: {status}"
            if reaches:
                assert status in (200, 404, 422), told
            else:
                assert status == (401 if role == "anybody" else 403), told


def test_writes_need_the_pages_own_token(crew: dict[str, Client]) -> None:
    """A request that another site makes a browser send carries the session but not the token."""
    for role in (*ROLES, "anybody"):
        client = crew[role]
        client.defaults.pop("HTTP_X_CSRFTOKEN")
        for path in ("/api/sign-in", "/api/checks", "/api/machines", "/api/people", "/api/sign-out"):
            assert send(client, "POST", path, {}).status_code == 403


def test_the_session_ends_with_signing_out_and_is_new_with_signing_in(crew: dict[str, Client]) -> None:
    client = crew["lead"]
    before = client.cookies["sessionid"].value
    cookie = client.cookies["sessionid"]
    assert cookie["httponly"]
    assert cookie["samesite"] == "Lax"
    assert send(client, "GET", "/api/me").json()["role"] == "lead"
    assert send(client, "POST", "/api/sign-out").status_code == 200
    assert send(client, "GET", "/api/me").status_code == 401
    client.get("/")
    client.defaults["HTTP_X_CSRFTOKEN"] = client.cookies["csrftoken"].value
    sign_in(client, "the-lead")
    assert client.cookies["sessionid"].value != before


def test_too_many_wrong_passwords_lock_the_name_out_from_there_alone(crew: dict[str, Client]) -> None:
    client = crew["anybody"]
    for _ in range(TRIES - 1):
        refused = sign_in(client, "the-lead", "wrong")
        assert refused.status_code == 422
        assert refused.json()["errors"][0]["field"] == "password"
    assert sign_in(client, "the-lead", "wrong").status_code == 429
    locked = sign_in(client, "the-lead")
    assert locked.status_code == 429
    assert "wait 15 minutes" in locked.json()["errors"][0]["message"]
    assert sign_in(client, "the-machinist").status_code == 200
    other = browser()
    other.defaults["REMOTE_ADDR"] = "192.0.2.8"
    assert sign_in(other, "the-lead").status_code == 200


def test_somebody_shut_out_is_out_at_once(crew: dict[str, Client]) -> None:
    assert send(crew["machinist"], "GET", "/api/me").status_code == 200
    assert send(crew["admin"], "PUT", "/api/people/the-machinist", {"active": False}).status_code == 200
    assert send(crew["machinist"], "GET", "/api/me").status_code == 401
    assert sign_in(browser(), "the-machinist").status_code == 422


def test_an_admin_minds_the_people(crew: dict[str, Client]) -> None:
    admin = crew["admin"]
    made = send(admin, "POST", "/api/people", {"username": "deckhand", "name": "The deckhand", "role": "learner", "password": PASSWORD})
    assert made.json()["role"] == "learner"
    assert sign_in(browser(), "deckhand").status_code == 200
    assert send(admin, "PUT", "/api/people/deckhand", {"role": "lead"}).json()["role"] == "lead"
    assert {one["username"] for one in send(admin, "GET", "/api/people").json()} >= {"deckhand", "the-lead"}
    assert [entry.role for entry in User.objects.get(username="deckhand").history.all()][-1] == "learner"


@pytest.mark.parametrize(
    ("data", "field"),
    [
        ({"username": "x", "role": "learner", "password": PASSWORD}, "username"),
        ({"username": "the-LEAD", "role": "learner", "password": PASSWORD}, "username"),
        ({"username": "bosun", "role": "captain", "password": PASSWORD}, "given.role"),
        ({"username": "bosun", "role": "learner", "password": "short"}, "password"),
        ({"username": "bosun", "role": "learner", "password": "1234567890"}, "password"),
    ],
)
def test_a_bad_account_is_refused_in_words(crew: dict[str, Client], data: dict[str, str], field: str) -> None:
    refused = send(crew["admin"], "POST", "/api/people", data)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == field


def test_somebody_has_to_stay_admin(crew: dict[str, Client]) -> None:
    User.objects.filter(username="demo").update(role="lead")
    refused = send(crew["admin"], "PUT", "/api/people/the-admin", {"role": "lead"})
    assert "stay admin" in refused.json()["errors"][0]["message"]
    assert User.objects.get(username="the-admin").role == "admin"


def test_ones_own_password(crew: dict[str, Client]) -> None:
    client = crew["learner"]
    assert send(client, "POST", "/api/me/password", {"old": "not it", "new": "a new one of mine"}).json()["errors"][0]["field"] == "old"
    assert send(client, "POST", "/api/me/password", {"old": PASSWORD, "new": "a new one of mine"}).status_code == 200
    assert send(client, "GET", "/api/me").status_code == 200
    assert sign_in(browser(), "the-learner").status_code == 422


def test_a_real_installation_starts_with_its_first_admin(db: None) -> None:
    emptied()
    User.objects.all().delete()
    client = browser()
    assert send(client, "GET", "/api/health").json()["set_up"] is False
    with pytest.raises(BadInput, match="password"):
        first_admin("harbourmaster", "harbourmaster")
    assert first_admin("harbourmaster", PASSWORD).role == "admin"
    assert send(client, "GET", "/api/health").json()["set_up"] is True
    assert sign_in(client, "harbourmaster").json()["role"] == "admin"
    with pytest.raises(BadInput, match="already"):
        first_admin("another", PASSWORD)


def test_the_demo_signs_in_on_this_machine_only(yard: dict[str, int]) -> None:
    assert Client().get("/api/me").json() | {"name": ""} == {"username": "demo", "name": "", "role": "lead", "demo": True}
    assert Client(REMOTE_ADDR=ELSEWHERE).get("/api/me").status_code == 401
    assert Client(HTTP_X_FORWARDED_FOR="192.0.2.9").get("/api/me").status_code == 401


def test_every_answer_carries_the_headers(crew: dict[str, Client]) -> None:
    for path in ("/", "/shop/crib", "/api/health", "/api/machines", "/api/nowhere", "/static/nowhere.js"):
        response = crew["learner"].get(path)
        policy = response["Content-Security-Policy"]
        scripts = policy.split("script-src", 1)[1].split(";")[0]
        assert scripts.strip() == "'self'", path
        assert "frame-ancestors 'none'" in policy
        assert response["X-Content-Type-Options"] == "nosniff"
        assert response["Referrer-Policy"] == "same-origin"
        assert response["Cross-Origin-Opener-Policy"] == "same-origin"
        if path.startswith("/api/"):
            assert response["Cache-Control"] == "no-store"


def test_roles_are_held_where_they_are_changed(yard: dict[str, int]) -> None:
    with pytest.raises(BadInput, match="no role"):
        change_person(User.objects.get(username="demo"), {"role": "captain"})
