"""Many holes planned together: worked out from the shop's crib, and those parts that were kept."""

from typing import Any, cast

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404

from bore.answers.part import PartAnswer
from bore.answers.part_request import FEATURE, SETUP, WISH
from bore.limits.judgement import CANNOT, HOLDS, VERDICTS
from bore.part.batch import MOST_PARTS
from bore.plan.task import WANTS
from shop.api.heavy import heavy
from shop.api.requests import read_json, resolved
from shop.api.router import ShopRouter
from shop.api.routers.checks import REFUSALS, as_json, takes
from shop.api.routers.jobs import head_of, revision_in
from shop.api.routers.plans import asked_in, called_in, to_keep, whole_of
from shop.api.routers.standing import FINDS, WRITES, standing_routes
from shop.api.schemas import Errors, KeptPart, PartSummary
from shop.jobs.models import SavedPart
from shop.jobs.parts import keep_part, part_here
from shop.people.models import User
from shop.people.roles import machinist
from shop.records.standing import BINNED, HERE

router = ShopRouter(tags=["parts"])


def _open(names: tuple[str, ...], **known: dict[str, Any]) -> dict[str, Any]:
    """An object of these fields; what is said of some of them."""
    return {"type": "object", "additionalProperties": False, "properties": {name: known.get(name, {}) for name in names}}


PART = {
    "type": "object",
    "required": ["material", "machine", "features"],
    "additionalProperties": False,
    "properties": {
        "name": {"type": "string", "maxLength": 120},
        "count": {"type": "integer", "minimum": 1, "maximum": MOST_PARTS, "description": "how many of the part; left out, one"},
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


KEEP = to_keep(PART)
WORST_FIRST = sorted(VERDICTS.items(), reverse=True)


@router.post("/part", response={200: PartAnswer, **REFUSALS}, openapi_extra=takes(PART))
@heavy()
def plan_part(request: HttpRequest) -> HttpResponse:
    """Tools, operations in order and what sharing saves; from the shop's crib unless the part brings its own."""
    return as_json(part_here(resolved(read_json(request))))


def _short(kept: SavedPart) -> str:
    """A part in a line: its holes by letter, in what, on what."""
    answer = kept.answer
    holes = ", ".join(f"{len(row['places_mm'])} × {row['hole']['text']}" for row in answer["rows"])
    return f"{holes}, {answer['material']}, {answer['machine']}"


def _worst(answer: dict[str, Any]) -> str:
    """A part's verdict: that of its worst cut; "can't" where a letter is not made at all."""
    made = {step["cut"]["verdict"] for row in answer["rows"] for step in row["steps"] if step["cut"]}
    return next((words for verdict, words in WORST_FIRST if words in made or (verdict == CANNOT and answer["unresolved"])), VERDICTS[HOLDS])


def _head(kept: SavedPart) -> dict[str, Any]:
    return head_of(kept) | {"verdict": _worst(kept.answer), "short": _short(kept), "ticked": len(kept.ticks)}


@router.get("/parts", response={200: list[PartSummary], 401: Errors, 422: Errors})
def list_parts(request: HttpRequest, binned: bool = False) -> list[dict[str, Any]]:
    """Kept parts, newest change first; or those in the bin."""
    kept = SavedPart.objects.filter(standing=BINNED if binned else HERE).select_related("made_by", "changed_by")
    return [_head(one) for one in kept]


def _kept(request: HttpRequest, slug: str | None) -> HttpResponse:
    data = read_json(request)
    asked, user = resolved(asked_in(data)), cast(User, request.user)
    name, note = called_in(data)
    kept = keep_part(user, name, asked, data.get("ticks") or [], note, slug, revision=revision_in(data))
    return as_json(_head(kept) | whole_of(kept))


@router.post("/parts", auth=machinist, response={200: KeptPart, **WRITES}, openapi_extra=takes(KEEP))
@heavy()
def save_part(request: HttpRequest) -> HttpResponse:
    """Plan a part and keep it with its answer and the ticks of its checklist."""
    return _kept(request, None)


@router.put("/parts/{slug}", auth=machinist, response={200: KeptPart, **FINDS}, openapi_extra=takes(KEEP))
@heavy()
def replace_part(request: HttpRequest, slug: str) -> HttpResponse:
    """Keep a part in the place of one already kept; what that was stays in its history."""
    get_object_or_404(SavedPart, slug=slug)
    return _kept(request, slug)


@router.get("/parts/{slug}", response={200: KeptPart, 401: Errors, 404: Errors})
def read_part(request: HttpRequest, slug: str) -> HttpResponse:
    """A kept part as it was asked and answered."""
    kept = get_object_or_404(SavedPart.objects.select_related("made_by", "changed_by"), slug=slug)
    return as_json(_head(kept) | whole_of(kept))


standing_routes(router, "parts", SavedPart, "part")
