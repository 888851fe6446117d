"""Practice: a cut played out in time under a hand; at once, or step by step."""

from typing import Any, cast

from django.http import HttpRequest, HttpResponse

from bore.answers.practice import ACTIONS, ASKED, HIDDEN, MOST, PracticeAnswer, practice_answer
from bore.answers.practice_steps import MOST_SAMPLES
from bore.practice.policies import POLICIES
from shop.api.heavy import heavy
from shop.api.requests import read_json, resolved
from shop.api.router import ShopRouter
from shop.api.routers.checks import CASE, REFUSALS, as_json, takes
from shop.api.schemas import Begun, Debrief, Errors, Stepped
from shop.people.models import User
from shop.practice.runs import OF_A_CASE, debrief, go_on, start

router = ShopRouter(tags=["practice"])
NUMBER = {"type": "number"}


def _noted(what: str) -> dict[str, Any]:
    """Pairs of a time and what was done then; one of these, or a policy, is given: what feeds the machine."""
    pair = {"type": "array", "items": NUMBER, "minItems": 2, "maxItems": 2}
    return {"type": "array", "maxItems": MOST, "description": f"pairs of a time, s, and {what}", "items": pair}


RUN: dict[str, Any] = {
    "type": "object",
    "required": ["case"],
    "description": "exactly one of policy and how the machine is fed: force, travel or override",
    "additionalProperties": False,
    "properties": {
        "case": CASE,
        "seed": {"type": ["integer", "string"]},
        "fair": {"type": "boolean", "description": "every draw in the middle of what the check says"},
        "hidden": {"type": "object", "properties": {name: {} for name in HIDDEN}, "additionalProperties": False},
        "set_up": {"type": "object", "properties": {"side_handle": {"type": "boolean"}, "drill_price": NUMBER}},
        "policy": {"type": "string", "enum": list(POLICIES)},
        **{name: _noted(what) for name, (what, _, _) in ASKED.items()},
        "actions": {"type": "array", "items": {"type": "array", "description": f"a time, s, and one of {', '.join(ACTIONS)}"}},
    },
}


@router.post("/practise", response={200: PracticeAnswer, **REFUSALS}, openapi_extra=takes(RUN))
@heavy()
def practise(request: HttpRequest) -> HttpResponse:
    """A run by a rule's hand, or by what was noted at its times (a force, a wheel's turns, an override), of a case the shop may name by ids."""
    data = read_json(request)
    return as_json(practice_answer(data | {"case": resolved(data["case"])} if isinstance(data.get("case"), dict) else data))


START = {
    "type": "object",
    "additionalProperties": False,
    "description": "of a case; or of an exercise, or a hole of an assessment, with what is said beforehand and what of it is changed",
    "properties": {
        **{name: RUN["properties"][name] for name in OF_A_CASE},
        "exercise": {"type": "string"},
        "assessment": {"type": "string"},
        "hole": {"type": "integer", "minimum": 0},
        "said": {"type": "object"},
        "changes": {"type": "object", "description": "the place of the option taken, by what is free"},
    },
}
STEP = {
    "type": "object",
    "required": ["run", "k", "samples"],
    "additionalProperties": False,
    "properties": {
        "run": {"type": "string"},
        "k": {"type": "integer", "minimum": 0},
        "samples": {"type": "array", "items": NUMBER, "maxItems": MOST_SAMPLES, "description": "N at the lever, one each 0.02 s"},
        "actions": {"type": "array", "items": {"type": "string", "enum": list(ACTIONS)}},
    },
}


@router.post("/practise/start", response={200: Begun, **REFUSALS}, openapi_extra=takes(START))
def start_run(request: HttpRequest) -> HttpResponse:
    """Begin a run that is drilled step by step; what is true of its metal stays with the server."""
    data = read_json(request)
    return as_json(start(_user(request), data | {"case": resolved(data["case"])} if isinstance(data.get("case"), dict) else data))


@router.post("/practise/step", response={200: Stepped, 409: Errors, **REFUSALS}, openapi_extra=takes(STEP))
def step_run(request: HttpRequest) -> HttpResponse:
    """The next step of a run of one's own: forces in, moments and events out. A step skipped, changed or hurried is refused (409)."""
    return as_json(go_on(_user(request), read_json(request)))


@router.get("/practise/{run}/debrief", response={200: Debrief, 401: Errors, 422: Errors})
def debrief_run(request: HttpRequest, run: str) -> HttpResponse:
    """A run of one's own told as a whole, beside what a senior hand makes of the same metal."""
    return as_json(debrief(_user(request), run))


def _user(request: HttpRequest) -> User:
    return cast(User, request.user)
