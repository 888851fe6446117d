"""Practice: a cut played out in time under a hand; nothing of it is kept."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from bore.answers.practice import ACTIONS, HIDDEN, MOST, PracticeAnswer, practice_answer
from bore.practice.policies import POLICIES
from shop.api.heavy import heavy
from shop.api.requests import read_json, resolved
from shop.api.routers.checks import CASE, REFUSALS, as_json, takes

router = Router(tags=["practice"])
NUMBER = {"type": "number"}
RUN = {
    "type": "object",
    "required": ["case"],
    "additionalProperties": False,
    "properties": {
        "case": CASE,
        "seed": {"type": ["integer", "string"]},
        "fair": {"type": "boolean", "description": "every draw in the middle of what the check says"},
        "hidden": {"type": "object", "properties": {name: {} for name in HIDDEN}, "additionalProperties": False},
        "set_up": {"type": "object", "properties": {"side_handle": {"type": "boolean"}, "drill_price": NUMBER}},
        "policy": {"type": "string", "enum": list(POLICIES)},
        "force": {"type": "array", "maxItems": MOST, "items": {"type": "array", "items": NUMBER, "minItems": 2, "maxItems": 2}},
        "actions": {"type": "array", "items": {"type": "array", "description": f"a time, s, and one of {', '.join(ACTIONS)}"}},
    },
}


@router.post("/practise", response={200: PracticeAnswer, **REFUSALS}, openapi_extra=takes(RUN))
@heavy()
def practise(request: HttpRequest) -> HttpResponse:
    """A run by a rule's hand, or by forces noted at their times, of a case the shop may name by ids."""
    data = read_json(request)
    return as_json(practice_answer(data | {"case": resolved(data["case"])} if isinstance(data.get("case"), dict) else data))
