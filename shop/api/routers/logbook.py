"""The log: cuts as they were made, what they have taught, and what happened to the edges of the crib."""

from typing import Any

from django.db.models import Count, QuerySet
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404

from bore.advice.diagnose import symptoms
from bore.answers.log import moved_answer
from bore.answers.trace import COLUMNS, MOST_SAMPLES, TraceAnswer, trace_answer
from bore.base.errors import BadInput
from bore.cuts.edges import edge_kinds
from bore.cuts.kinds import ReadingKind, noted_figures, reading_kinds
from bore.cuts.noted import MEASURED, outcomes
from shop.api.heavy import heavy
from shop.api.requests import read_job_case, read_json, resolved
from shop.api.router import ShopRouter
from shop.api.routers.checks import CASE, REFUSALS, as_json, takes
from shop.api.routers.standing import FINDS, WRITES, standing_routes
from shop.api.schemas import CutList, CutWhole, EdgeState, Errors, LogState, MovedWhole
from shop.logbook.actions import keep_cut, note_edge, put_away, set_confirmed, set_taken
from shop.logbook.edges import edge_of, edges_of
from shop.logbook.lessons import cuts_to_learn, lessons, set_used
from shop.logbook.models import Cut
from shop.people.roles import lead, machinist
from shop.records.standing import BINNED, HERE
from shop.yard.models import Cutter

router = ShopRouter(tags=["log"])
A_PAGE, MOST_PAGES, MOST_CHOICES = 50, 2000, 200
TEXT, COUNT = {"type": "string", "maxLength": 120}, {"type": "integer", "minimum": 1}
# What is written down beside a machine says this, whatever it is.
PLACED: dict[str, Any] = {
    "rev": {**COUNT, "description": "counted up by whoever writes; a state that is not later changes nothing"},
    "case": CASE,
    **{name: {**TEXT, "description": "its id in the shop"} for name in ("plan", "part", "machine")},
    "letter": {"type": "string", "maxLength": 3, "description": "of a part, the hole's letter"},
    "step": {"type": ["integer", "null"]},
    "hole_no": COUNT,
    "seen": {"type": "array", "items": TEXT, "maxItems": 20},
    "note": {"type": "string", "maxLength": 4000},
    "at": {**TEXT, "description": "when it was, by the clock beside the machine"},
}
NOTED: dict[str, Any] = {
    "type": "object",
    "required": ["case"],
    "additionalProperties": False,
    "properties": {
        **PLACED,
        "cutter": {**TEXT, "description": "its id in the shop"},
        "holes": {**COUNT, "description": "so many that went alike"},
        "outcome": {"type": "string", "description": "done, short, stopped or scrapped"},
        "readings": {
            "type": "array",
            "maxItems": 12,
            "items": {"type": "object", "required": ["kind", "raw"], "properties": {"kind": TEXT, "raw": {"type": "object"}}},
        },
        "size": {"type": "object", "properties": {**{name: {"type": "number"} for name in MEASURED}, "gauge": TEXT}},
        "taken": {"type": "boolean", "description": "learnt from"},
        "confirmed": {"type": "boolean", "description": "stood by, though it looks wrong"},
    },
}
MARKS = {
    "type": "object",
    "additionalProperties": False,
    "properties": {"taken": {"type": "boolean"}, "confirmed": {"type": "boolean"}},
}
SWITCH = {"type": "object", "required": ["used"], "additionalProperties": False, "properties": {"used": {"type": "boolean"}}}
LOADS = {"type": "array", "items": {"type": "number"}, "maxItems": MOST_SAMPLES}
TRACE = {
    "type": "object",
    "required": ["case", "trace"],
    "additionalProperties": False,
    "properties": {
        "case": CASE,
        "trace": {
            "type": "object",
            "required": ["t_s", "load_percent"],
            "additionalProperties": False,
            "properties": dict.fromkeys(COLUMNS, LOADS),
        },
        "sd": {"type": "number", "description": "spread of one hole about what is said, in logarithms"},
        "factor": {"type": "number"},
        "gaps": {"type": "array", "items": {"type": "array", "items": {"type": "number"}}, "maxItems": 200},
    },
}
EDGE = {
    "type": "object",
    "required": ["kind"],
    "additionalProperties": False,
    "properties": {"kind": TEXT, "at": TEXT, "ground_by": TEXT, "length_mm": {"type": "number"}, "note": TEXT},
}


def _line(cut: Cut) -> dict[str, Any]:
    """A cut in a line of the book."""
    return {
        "id": cut.slug,
        "rev": cut.rev,
        "name": cut.name,
        "at": cut.made_at.isoformat(),
        "by": cut.made_by.username,
        "changed_by": (cut.changed_by or cut.made_by).username,
        "machine": cut.machine_name,
        "metal": cut.metal,
        "family": cut.family,
        "diameter_mm": cut.diameter_mm,
        "depth_mm": cut.depth_mm,
        "cutter": cut.cutter.slug if cut.cutter else None,
        "edge": cut.edge,
        "letter": cut.letter,
        "hole_no": cut.hole_no,
        "holes": cut.holes,
        "outcome": cut.outcome,
        "seen": cut.seen,
        "size": cut.size,
        "note": cut.note,
        "taken": cut.taken,
        "confirmed": cut.confirmed,
        "verdict": cut.answer["verdict"],
        "readings": cut.answer["readings"],
        "brought": bool(cut.brought),
        "demo": cut.demo,
    }


def _whole(cut: Cut) -> dict[str, Any]:
    return _line(cut) | {
        "case": cut.case,
        "said": cut.answer["said"],
        "time_s": cut.answer["time_s"],
        "plan": cut.plan.slug if cut.plan else None,
        "part": cut.part.slug if cut.part else None,
        "step": cut.step,
        "core_version": cut.core_version,
        "revision": cut.revision,
    }


def _cuts(**wanted: Any) -> QuerySet[Cut]:
    return Cut.objects.filter(**wanted).select_related("made_by", "changed_by", "cutter")


@router.get("/cuts", response={200: CutList, 401: Errors, 422: Errors})
def list_cuts(
    request: HttpRequest,
    page: int = 0,
    machine: str = "",
    metal: str = "",
    family: str = "",
    cutter: str = "",
    seen: bool = False,
    binned: bool = False,
) -> HttpResponse:
    """The cuts, newest first, fifty a page; those of a machine, in a metal, of a family, with a cutter, with something seen, or in the bin."""
    if not 0 <= page <= MOST_PAGES:
        raise BadInput.at("page", f"accepted: 0 to {MOST_PAGES}")
    wanted: dict[str, Any] = {"standing": BINNED if binned else HERE}
    wanted |= {
        name: value for name, value in (("machine_name", machine), ("metal", metal), ("family", family), ("cutter__slug", cutter)) if value
    }
    cuts = _cuts(**wanted)
    if seen:
        cuts = cuts.exclude(seen=[])
    return as_json(
        {
            "count": cuts.count(),
            "page": page,
            "of_a_page": A_PAGE,
            "cuts": [_line(one) for one in cuts[page * A_PAGE : (page + 1) * A_PAGE]],
        }
    )


@router.get("/cuts/{slug}", response={200: CutWhole, 401: Errors, 404: Errors})
def read_cut(request: HttpRequest, slug: str) -> HttpResponse:
    """One cut's story."""
    return as_json(_whole(get_object_or_404(_cuts(), slug=slug)))


@router.put("/cuts/{slug}", auth=machinist, response={200: CutWhole, **WRITES}, openapi_extra=takes(NOTED))
def write_cut(request: HttpRequest, slug: str) -> HttpResponse:
    """Write a cut down under a UUID of the writer's own. Sent again it is there once; a later `rev` takes the place of an earlier one."""
    data = read_json(request)
    user: Any = request.user
    case = data.get("case")
    return as_json(_whole(keep_cut(user, slug, data | {"case": resolved(case)} if isinstance(case, dict) else data)))


@router.post("/cuts/{slug}/marks", auth=machinist, response={200: CutWhole, **FINDS}, openapi_extra=takes(MARKS))
def mark_cut(request: HttpRequest, slug: str) -> HttpResponse:
    """Learn from a cut or leave it out; stand by a reading that was asked about."""
    cut, data = get_object_or_404(_cuts(), slug=slug), read_json(request)
    user: Any = request.user
    for name, act in (("taken", set_taken), ("confirmed", set_confirmed)):
        if name not in data:
            continue
        if not isinstance(data[name], bool):
            raise BadInput.at(name, "accepted: true or false")
        cut = act(user, cut, data[name])
    return as_json(_whole(cut))


standing_routes(router, "cuts", Cut, "cut", lambda cut: put_away(cut, True), lambda cut: put_away(cut, False))


@router.get("/lessons", response={200: LogState, 401: Errors})
def read_lessons(request: HttpRequest) -> HttpResponse:
    """What the log says of itself: whether checks use it, how honest its bands have been, what is asked about; and what can be filtered by."""
    state, here = lessons(), Cut.objects.filter(standing=HERE)
    choices = {
        name: [row[0] for row in here.order_by().values_list(name).annotate(n=Count("pk")).order_by("-n")[:MOST_CHOICES]]
        for name in ("machine_name", "metal", "family")
    }
    words = {
        "outcomes": {one.id: one.words for one in outcomes().values()},
        "readings": [
            {
                "kind": one.kind,
                "words": one.words,
                "by_hand": one.quantity == "thrust" and "hand_force_n" in one.noted,
                "figures": _figures(one),
            }
            for one in reading_kinds().values()
        ],
        "symptoms": {row["symptom"]: row["seen"] for row in symptoms().values()},
        "edges": {one.id: one.words for one in edge_kinds().values()},
    }
    asked = _named({one["id"] for told in state.told.values() for one in told["asked"]})
    return as_json({"used": state.used, "told": state.told, "asked": asked, "cuts": here.count(), "choices": choices, "words": words})


def _figures(kind: ReadingKind) -> list[dict[str, Any]]:
    """What is asked for to note a reading of a kind."""
    noted = [noted_figures()[name] for name in kind.noted]
    return [{"name": one.name, "words": one.words, "unit": one.unit, "needed": one.asked == "needed"} for one in noted if one.asked != "no"]


@router.put("/lessons", auth=lead, response={200: LogState, **WRITES}, openapi_extra=takes(SWITCH))
def switch_lessons(request: HttpRequest) -> HttpResponse:
    """Let the shop's checks be set right by the log, or not."""
    used = read_json(request).get("used")
    if not isinstance(used, bool):
        raise BadInput.at("used", "accepted: true or false")
    set_used(used)
    return read_lessons(request)


@router.post("/experience", response={200: MovedWhole, **REFUSALS}, openapi_extra=takes(CASE))
@heavy()
def moved_by(request: HttpRequest) -> HttpResponse:
    """Which logged cuts moved a case's check, those that moved it most first."""
    found = moved_answer(read_job_case(request), cuts_to_learn())
    return as_json({"quantities": found, "cuts": _named({cut.id for moved in found.values() for cut in moved.cuts})})


def _named(slugs: set[str]) -> dict[str, dict[str, str]]:
    """Cuts by their names."""
    return {one.slug: {"name": one.name, "at": one.made_at.isoformat(), "by": one.made_by.username} for one in _cuts(slug__in=slugs)}


@router.post("/trace", response={200: TraceAnswer, **REFUSALS}, openapi_extra=takes(TRACE))
@heavy()
def watch_trace(request: HttpRequest) -> HttpResponse:
    """A recorded load of the spindle told apart into holes, each beside what is said of it; nothing is kept of it."""
    data = read_json(request)
    return as_json(trace_answer(data | {"case": resolved(data["case"])} if isinstance(data.get("case"), dict) else data))


@router.get("/edges", response={200: list[EdgeState], 401: Errors})
def list_edges(request: HttpRequest) -> HttpResponse:
    """Every cutter that has cut or was seen to, with what its edge has done since it was last given one."""
    return as_json(edges_of())


@router.post("/cutters/{slug}/edge", auth=machinist, response={200: EdgeState, **FINDS}, openapi_extra=takes(EDGE))
def write_edge(request: HttpRequest, slug: str) -> HttpResponse:
    """Note what happened to a cutter's edge: new, sharpened, indexed, chipped, scrapped."""
    cutter = get_object_or_404(Cutter, slug=slug)
    user: Any = request.user
    note_edge(user, cutter, read_json(request))
    return as_json(edge_of(cutter))
