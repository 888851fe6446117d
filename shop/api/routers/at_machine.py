"""Beside the machine: what was wrong, runs left for another, what was measured of a plan's or part's holes, an insert drill's offset."""

from typing import Any, cast

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404

from bore.answers.offset import OffsetAnswer
from bore.base.errors import BadInput
from shop.api.heavy import heavy
from shop.api.requests import read_json, resolved
from shop.api.router import ShopRouter
from shop.api.routers.checks import REFUSALS, as_json, takes
from shop.api.routers.logbook import A_PAGE, COUNT, MOST_PAGES, PLACED, TEXT
from shop.api.routers.standing import FINDS, WRITES, standing_routes
from shop.api.schemas import Errors, HandOverLine, HandOverWhole, MeasuredFeature, TroubleLine, TroubleList
from shop.jobs.models import SavedPart, SavedPlan
from shop.logbook.hand_over import MOST_LISTED, leave, take_up
from shop.logbook.inspection import of_part, of_plan
from shop.logbook.models import HandOver, Trouble
from shop.logbook.offsets import offset_of
from shop.logbook.troubles import keep_trouble
from shop.people.models import User
from shop.people.roles import machinist
from shop.records.standing import BINNED, HERE
from shop.yard.models import Cutter

router = ShopRouter(tags=["at the machine"])
TROUBLE: dict[str, Any] = {
    "type": "object",
    "required": ["case", "seen"],
    "additionalProperties": False,
    "properties": {**PLACED, "helped": {"type": "string", "enum": ["", "yes", "no"], "description": "what became of it"}},
}
RUN: dict[str, Any] = {
    "type": "object",
    "required": ["run"],
    "additionalProperties": False,
    "properties": {
        "name": TEXT,
        "note": {"type": "string", "maxLength": 400},
        "run": {
            "type": "object",
            "required": ["answer", "at", "hole", "ticks", "made", "own"],
            "description": "a plan or part with its answer, and how far it is",
            "properties": {
                "answer": {"type": "object"},
                "at": {"type": "integer", "minimum": 0},
                "hole": COUNT,
                "ticks": {"type": "array", "items": TEXT},
                "made": {"type": "object"},
                "own": {"type": "object"},
            },
        },
    },
}


# --- what was wrong ----------------------------------------------------------------


def _trouble(one: Trouble) -> dict[str, Any]:
    return {
        "id": one.slug,
        "rev": one.rev,
        "name": one.name,
        "at": one.made_at.isoformat(),
        "by": one.made_by.username,
        "changed_by": (one.changed_by or one.made_by).username,
        "machine": one.machine_name,
        "brought": bool(one.brought),
        **{name: getattr(one, name) for name in ("seen", "letter", "step", "hole_no", "note", "helped", "case", "answer")},
    }


@router.get("/troubles", response={200: TroubleList, 401: Errors, 422: Errors})
def list_troubles(request: HttpRequest, page: int = 0, machine: str = "", binned: bool = False) -> HttpResponse:
    """What was wrong at the machines, newest first, fifty a page; of a machine, or in the bin."""
    if not 0 <= page <= MOST_PAGES:
        raise BadInput.at("page", f"accepted: 0 to {MOST_PAGES}")
    found = Trouble.objects.filter(standing=BINNED if binned else HERE).select_related("made_by", "changed_by")
    found = found.filter(machine_name=machine) if machine else found
    shown = [_trouble(one) for one in found[page * A_PAGE : (page + 1) * A_PAGE]]
    return as_json({"count": found.count(), "page": page, "of_a_page": A_PAGE, "troubles": shown})


@router.put("/troubles/{slug}", auth=machinist, response={200: TroubleLine, **WRITES}, openapi_extra=takes(TROUBLE))
@heavy()
def write_trouble(request: HttpRequest, slug: str) -> HttpResponse:
    """Write down what was wrong under a UUID of the writer's own. Sent again it is there once; a later `rev` takes an earlier one's place."""
    data, user = read_json(request), cast(User, request.user)
    case = data.get("case")
    return as_json(_trouble(keep_trouble(user, slug, data | {"case": resolved(case)} if isinstance(case, dict) else data)))


standing_routes(router, "troubles", Trouble, "trouble")


# --- handed over -------------------------------------------------------------------


def _left(one: HandOver) -> dict[str, Any]:
    return {
        "id": one.slug,
        "name": one.name,
        "note": one.note,
        "by": one.made_by.username,
        "at": one.made_at.isoformat(),
        "step": one.run["at"],
        "hole": one.run["hole"],
        "taken_by": one.taken_by.username if one.taken_by else None,
        "taken_at": one.taken_at.isoformat() if one.taken_at else None,
    }


@router.get("/hand-overs", response={200: list[HandOverLine], 401: Errors})
def list_hand_overs(request: HttpRequest) -> HttpResponse:
    """Runs that were left for another, the newest first; with those taken up, who has them."""
    return as_json([_left(one) for one in HandOver.objects.select_related("made_by", "taken_by")[:MOST_LISTED]])


@router.put("/hand-overs/{slug}", auth=machinist, response={200: HandOverLine, **WRITES}, openapi_extra=takes(RUN))
def leave_run(request: HttpRequest, slug: str) -> HttpResponse:
    """Leave a run for somebody else, under a UUID of the writer's own."""
    return as_json(_left(leave(cast(User, request.user), slug, read_json(request))))


@router.post("/hand-overs/{slug}/take", auth=machinist, response={200: HandOverWhole, **FINDS})
def take_run(request: HttpRequest, slug: str) -> HttpResponse:
    """Take a run up where it was left; 409 where another has it."""
    one = take_up(cast(User, request.user), get_object_or_404(HandOver.objects.select_related("made_by"), slug=slug))
    return as_json(_left(one) | {"run": one.run})


# --- measured ----------------------------------------------------------------------


@router.get("/plans/{slug}/inspection", response={200: list[MeasuredFeature], 401: Errors, 404: Errors})
def plan_inspection(request: HttpRequest, slug: str) -> HttpResponse:
    """What was measured of a kept plan's holes."""
    return as_json(of_plan(get_object_or_404(SavedPlan, slug=slug)))


@router.get("/parts/{slug}/inspection", response={200: list[MeasuredFeature], 401: Errors, 404: Errors})
def part_inspection(request: HttpRequest, slug: str) -> HttpResponse:
    """What was measured of a kept part's holes, letter by letter."""
    return as_json(of_part(get_object_or_404(SavedPart, slug=slug)))


@router.get("/cutters/{slug}/offset", response={200: OffsetAnswer, 401: Errors, 404: Errors, **REFUSALS})
def insert_offset(request: HttpRequest, slug: str, wanted_mm: float) -> HttpResponse:
    """What an insert drill's X is set to next for a bore, from those that were measured with its present edge."""
    return as_json(offset_of(get_object_or_404(Cutter, slug=slug), wanted_mm))
