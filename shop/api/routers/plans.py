"""Plans: worked out from the shop's crib, on one machine or on all; their programs; and those that were kept."""

from typing import Any, cast

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404

from bore.answers.program import run_answer, written_answer
from bore.base.errors import BadInput
from bore.plan.task import THREADS, WANTS
from bore.plan.times import KINDS
from shop.api.heavy import heavy
from shop.api.requests import read_json, resolved
from shop.api.router import ShopRouter
from shop.api.routers.checks import CASE, REFUSALS, as_json, takes
from shop.api.routers.jobs import REVISION, head_of, revision_in
from shop.api.routers.standing import FINDS, WRITES, standing_routes
from shop.api.schemas import AnywhereAnswer, ControllerAnswer, Errors, KeptPlan, PlanAnswer, PlanSummary
from shop.jobs.models import SavedPlan, Ticked
from shop.jobs.plans import keep_plan, plan_anywhere, plan_here
from shop.people.models import User
from shop.people.roles import machinist
from shop.records.standing import BINNED, HERE

router = ShopRouter(tags=["plans"])
LENGTH, SIZES = {"type": "number"}, {"type": "array", "items": {"type": "number"}, "maxItems": 20}
OWN_STEP = {
    "type": "object",
    "required": ["kind"],
    "additionalProperties": False,
    "properties": {
        "kind": {"type": "string", "enum": list(KINDS)},
        "cutter": {"type": ["integer", "null"], "description": "place of a cutter in the case's own yard"},
        "cutter_id": {"type": ["string", "null"], "description": "a cutter of the shop's crib; neither for a hand's work"},
        "struck": {"type": "boolean", "description": "stands in the row and is not made"},
    },
}
ASKED = {
    "type": "object",
    "required": ["hole"],
    "additionalProperties": False,
    "properties": {
        "hole": {"type": "string", "maxLength": 60, "description": "as the drawing names it: 20, 20 H7, M12, M12 clearance"},
        "counterbore_mm": LENGTH,
        "counterbore_depth_mm": LENGTH,
        "countersink_mm": LENGTH,
        "thread": {"type": "string", "enum": list(THREADS)},
        "want": {"type": "string", "enum": list(WANTS)},
        "pinned_mm": SIZES,
        "without_mm": SIZES,
        "steps": {"type": "array", "items": OWN_STEP, "minItems": 1, "maxItems": 30},
        "pattern": {"type": ["object", "null"]},
        "under_mm": {**LENGTH, "description": "free room beyond the work, where the point comes out"},
        "there_mm": {**LENGTH, "description": "how wide the hole is that is there already"},
        "measured_mm": {**LENGTH, "description": "bore an insert drill made on trial"},
        "rate_per_h": {**LENGTH, "description": "the machine's hour in the shop's money"},
        "alternatives": {"type": "boolean"},
        "families": {"type": "boolean"},
    },
}
OF_CASE = {"type": "object", "description": "hole, material, machine and holding of a case; the yard's cutters are the crib"}
PLAN: dict[str, Any] = {
    "type": "object",
    "required": ["case", "plan"],
    "additionalProperties": False,
    "properties": {"case": OF_CASE, "plan": ASKED},
}
ANYWHERE: dict[str, Any] = {
    **PLAN,
    "properties": {**PLAN["properties"], "first": {"type": "integer", "minimum": 0}, "count": {"type": "integer", "minimum": 1}},
}


def to_keep(asked: dict[str, Any]) -> dict[str, Any]:
    """The request that keeps what is asked, with what the screen remembers of it."""
    return {
        "type": "object",
        "required": ["name", "asked"],
        "additionalProperties": False,
        "properties": {
            "name": {"type": "string", "minLength": 1, "maxLength": 120},
            "note": {"type": "string", "maxLength": 4000},
            "asked": {**asked, "properties": {**asked["properties"], "screen": {"type": "object"}}},
            "ticks": {"type": "array", "items": {"type": "string", "maxLength": 60}, "maxItems": 100},
            "revision": REVISION,
        },
    }


KEEP = to_keep(PLAN)
PROGRAM_STEP = {
    "type": "object",
    "required": ["kind", "case"],
    "properties": {"kind": {"type": "string", "enum": list(KINDS)}, "words": {"type": "string"}, "case": CASE},
}
OF_SHEET: dict[str, Any] = {
    "name": {"type": "string", "maxLength": 120},
    "steps": {"type": "array", "items": PROGRAM_STEP, "minItems": 1, "maxItems": 30},
    "points_mm": {"type": "array", "items": {"type": "array", "items": {"type": "number"}, "minItems": 2, "maxItems": 2}, "maxItems": 400},
}
WRITE = {
    "type": "object",
    "required": ["steps"],
    "additionalProperties": False,
    "properties": {
        **OF_SHEET,
        "style": {"type": "string", "enum": ["cycles", "moves"]},
        "units": {"type": "string", "enum": ["mm", "in"]},
        "returns": {"type": "integer", "enum": [98, 99]},
    },
}
RUN = {
    "type": "object",
    "required": ["program"],
    "additionalProperties": False,
    "properties": {"program": {"type": "string", "maxLength": 200000}, **OF_SHEET},
}


def _filled(data: dict[str, Any]) -> dict[str, Any]:
    """The request with the case's records filled in where only an id was given."""
    return data | {"case": resolved(data["case"])} if isinstance(data.get("case"), dict) else data


@router.post("/plan", response={200: PlanAnswer, **REFUSALS}, openapi_extra=takes(PLAN))
@heavy()
def plan_hole(request: HttpRequest) -> HttpResponse:
    """The steps from solid metal to the hole as drawn, each checked; from the shop's crib unless the case brings its own."""
    return as_json(plan_here(_filled(read_json(request))))


@router.post("/plan-anywhere", response={200: AnywhereAnswer, **REFUSALS}, openapi_extra=takes(ANYWHERE))
@heavy()
def plan_on_any(request: HttpRequest) -> HttpResponse:
    """The plan on some of the shop's machines, `count` of them from the `first`: asked for a few at a time, a search can be watched
    and stopped."""
    data = _filled(read_json(request))
    first, count = data.pop("first", 0), data.pop("count", 4)
    if any(isinstance(one, bool) or not isinstance(one, int) for one in (first, count)):
        raise BadInput.at("first", "accepted: whole numbers")
    return as_json(plan_anywhere(data, first, count))


@router.post("/program/write", response={200: ControllerAnswer, **REFUSALS}, openapi_extra=takes(WRITE))
@heavy()
def write_program(request: HttpRequest) -> HttpResponse:
    """A plan's steps as plain G-code, and what the simulated controller makes of it."""
    return as_json(written_answer(read_json(request)))


@router.post("/program/run", response={200: ControllerAnswer, **REFUSALS}, openapi_extra=takes(RUN))
@heavy()
def run_program(request: HttpRequest) -> HttpResponse:
    """A program run through the simulated controller; held against a plan's steps where they are given."""
    return as_json(run_answer(read_json(request)))


def _short(answer: dict[str, Any]) -> str:
    """A plan in a line: how many holes, what, how deep, in what, on what."""
    depth = f"{'through' if answer['through'] else 'blind,'} {answer['depth_mm']:g} mm"
    return f"{answer['count']} × {answer['hole']['text']} {depth}, {answer['material']}, {answer['machine']}"


def _head(kept: SavedPlan) -> dict[str, Any]:
    return head_of(kept) | {"verdict": kept.answer["plan"]["verdict"], "short": _short(kept.answer), "ticked": len(kept.ticks)}


def whole_of(kept: Ticked) -> dict[str, Any]:
    """What a kept plan or part says beside its line in a list."""
    return {"asked": kept.asked, "answer": kept.answer, "ticks": kept.ticks, "core_version": kept.core_version}


def asked_in(data: dict[str, Any]) -> dict[str, Any]:
    """What a request to keep a plan or part asks. Raises BadInput."""
    asked = data.get("asked")
    if not isinstance(asked, dict):
        raise BadInput.at("asked", "is needed, as an object")
    return asked


def called_in(data: dict[str, Any]) -> tuple[str, str]:
    """Name and note of a request to keep a plan or part."""
    return str(data.get("name") or ""), str(data.get("note") or "")


@router.get("/plans", response={200: list[PlanSummary], 401: Errors, 422: Errors})
def list_plans(request: HttpRequest, binned: bool = False) -> list[dict[str, Any]]:
    """Kept plans, newest change first; or those in the bin."""
    kept = SavedPlan.objects.filter(standing=BINNED if binned else HERE).select_related("made_by", "changed_by")
    return [_head(one) for one in kept]


def _kept(request: HttpRequest, slug: str | None) -> HttpResponse:
    data = read_json(request)
    asked, user = _filled(asked_in(data)), cast(User, request.user)
    name, note = called_in(data)
    kept = keep_plan(user, name, asked, data.get("ticks") or [], note, slug, revision=revision_in(data))
    return as_json(_head(kept) | whole_of(kept))


@router.post("/plans", auth=machinist, response={200: KeptPlan, **WRITES}, openapi_extra=takes(KEEP))
@heavy()
def save_plan(request: HttpRequest) -> HttpResponse:
    """Work a plan out and keep it with its answer and the ticks of its checklist."""
    return _kept(request, None)


@router.put("/plans/{slug}", auth=machinist, response={200: KeptPlan, **FINDS}, openapi_extra=takes(KEEP))
@heavy()
def replace_plan(request: HttpRequest, slug: str) -> HttpResponse:
    """Keep a plan in the place of one already kept; what that was stays in its history."""
    get_object_or_404(SavedPlan, slug=slug)
    return _kept(request, slug)


@router.get("/plans/{slug}", response={200: KeptPlan, 401: Errors, 404: Errors})
def read_plan(request: HttpRequest, slug: str) -> HttpResponse:
    """A kept plan as it was asked and answered."""
    kept = get_object_or_404(SavedPlan.objects.select_related("made_by", "changed_by"), slug=slug)
    return as_json(_head(kept) | whole_of(kept))


standing_routes(router, "plans", SavedPlan, "plan")
