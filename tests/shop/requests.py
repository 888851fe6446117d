"""What the shop's tests ask, and how they look at an answer."""

import json
from typing import Any

from django.test import Client

from bore.answers.serialise import held_to
from shop.jobs.models import SavedCheck, SavedPart, SavedPlan
from shop.logbook.models import Cut, EdgeEvent, HandOver, Trouble
from shop.yard.models import Cutter, Machine, Material


def post(client: Client, path: str, data: Any) -> Any:
    """A post of JSON, or of text as it stands."""
    return client.post(path, data if isinstance(data, str) else json.dumps(data), content_type="application/json")


def shaped(schema: Any, response: Any) -> Any:
    """The body, held to the schema the API describes it by: same names, nothing missing, nothing extra."""
    assert response.status_code == 200, response.content
    data = response.json()
    assert held_to(schema, data) == data
    return data


def emptied() -> None:
    """Nothing is kept in the shop any more."""
    for model in (Cut, Trouble, EdgeEvent, HandOver, SavedPlan, SavedPart, SavedCheck, Machine, Cutter, Material):
        model.objects.all().delete()


def asked(hole: str, machine: str = "b2", material: str = "steel-c45", **plan: Any) -> dict[str, Any]:
    """A plan as a screen asks for it: a hole on one of the shop's machines."""
    case = {
        "hole": {"depth_mm": 12, "through": True, "behind": "backing", "count": 4},
        "material": {"id": material},
        "machine": Machine.objects.get(slug=machine).as_spec(),
        "holding": {"kind": "clamps", "count": 4, "force_n": 8000, "arm_mm": 100, "stop": True},
    }
    return {"case": case, "plan": {"hole": hole} | plan}


PASSWORD = "slack water at six"
ELSEWHERE = "192.0.2.7"


def browser(**options: Any) -> Client:
    """A browser on another machine that has opened the page: the demo's own sign-in does not reach it."""
    client = Client(enforce_csrf_checks=True, REMOTE_ADDR=ELSEWHERE, **options)
    client.get("/")
    client.defaults["HTTP_X_CSRFTOKEN"] = client.cookies["csrftoken"].value
    return client


def send(client: Client, method: str, path: str, data: Any = None) -> Any:
    return client.generic(method, path, json.dumps(data) if data is not None else "", content_type="application/json")


def sign_in(client: Client, username: str, password: str = PASSWORD) -> Any:
    found = send(client, "POST", "/api/sign-in", {"username": username, "password": password})
    if "csrftoken" in client.cookies:
        client.defaults["HTTP_X_CSRFTOKEN"] = client.cookies["csrftoken"].value
    return found
