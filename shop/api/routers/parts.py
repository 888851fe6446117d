"""Many holes planned together."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router

from bore.answers.part import PartAnswer, part_answer
from bore.answers.part_request import FEATURE, SETUP, WISH
from bore.plan.task import WANTS
from shop.api.heavy import heavy
from shop.api.requests import read_json, resolved
from shop.api.routers.checks import REFUSALS, as_json, takes
from shop.records.standing import HERE
from shop.yard.models import Cutter

router = Router(tags=["parts"])


def _open(names: tuple[str, ...], **known: dict[str, Any]) -> dict[str, Any]:
    """An object of these fields; what is said of some of them."""
    return {"type": "object", "additionalProperties": False, "properties": {name: known.get(name, {}) for name in names}}


PART = {
    "type": "object",
    "required": ["material", "machine", "features"],
    "additionalProperties": False,
    "properties": {
        "name": {"type": "string", "maxLength": 120},
        "material": {"type": "object"},
        "machine": {"type": "object", "description": "a machine, or only the id of one of the shop’s"},
        "yard": {"type": "object", "description": "its cutters are the crib; left out, the shop’s own"},
        "wish": _open(WISH, want={"type": "string", "enum": list(WANTS)}),
        "setups": {"type": "array", "minItems": 1, "maxItems": 6, "items": _open(SETUP, id={"type": "string"})},
        "features": {
            "type": "array",
            "minItems": 1,
            "maxItems": 26,
            "items": _open(FEATURE, letter={"type": "string"}, hole={"type": "string"}, depth_mm={"type": "number"}),
        },
    },
}


@router.post("/part", response={200: PartAnswer, **REFUSALS}, openapi_extra=takes(PART))
@heavy()
def plan_part(request: HttpRequest) -> HttpResponse:
    """Tools, operations in order and what sharing saves; from the shop's crib unless the part brings its own."""
    data = resolved(read_json(request))
    if "yard" not in data:
        crib = Cutter.objects.filter(standing=HERE, count__gt=0)
        data = data | {"yard": {"cutters": [one.as_spec() for one in crib]}}
    return as_json(part_answer(data))
