"""The match over the shop's own yard: a few machines at a time, so that a screen may show how far it is and stop; and one crossing as a case."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404

from bore.answers.check import why
from bore.answers.offers import match_answer
from bore.answers.plan_step import case_of
from bore.answers.serialise import as_data
from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.check.check import check
from bore.cuts.noted import whole
from bore.job.job import Job
from bore.ways.match import crossing, match
from shop.api.heavy import heavy
from shop.api.requests import cutters_near, machines_here, read_json, resolved, size_of, yard_of
from shop.api.router import ShopRouter
from shop.api.routers.checks import CASE, REFUSALS, as_json, takes
from shop.api.schemas import Errors
from shop.api.schemas.match import Crossed, MatchHere
from shop.records.standing import HERE
from shop.yard.models import Cutter, Machine

router = ShopRouter(tags=["match"])
MOST_AT_ONCE, MOST_MACHINES = 4, 10_000
HERE_ASKED: dict[str, Any] = {
    "type": "object",
    "required": ["case"],
    "additionalProperties": False,
    "properties": {
        "case": CASE,
        "first": {"type": "integer", "minimum": 0},
        "count": {"type": "integer", "minimum": 1, "maximum": MOST_AT_ONCE},
    },
}
CROSSED: dict[str, Any] = {
    "type": "object",
    "required": ["case", "machine", "cutter"],
    "additionalProperties": False,
    "properties": {"case": CASE, "machine": {"type": "string"}, "cutter": {"type": "string"}},
}


def _why(job: Job, one: dict[str, Any]) -> str:
    """Why a pair cannot, in words."""
    return why(check(crossing(job, one["machine"], one["cutter"]).job, recorded=False))


def _case(data: dict[str, Any]) -> tuple[dict[str, Any], float]:
    """The case that is asked with, its yard left to the shop, and the size of its hole. Raises BadInput naming what is not there."""
    case = data.get("case")
    if not isinstance(case, dict):
        raise BadInput.at("case", "is needed, as an object")
    size = size_of(case)
    if size is None:
        raise BadInput.at("case.hole.diameter_mm", "is needed, as a figure")
    return {name: value for name, value in resolved(case).items() if name != "yard"}, size


@router.post("/match-here", response={200: MatchHere, **REFUSALS}, openapi_extra=takes(HERE_ASKED))
@heavy()
def match_here(request: HttpRequest) -> HttpResponse:
    """Some of the shop's machines, `count` of them from the `first`, with every cutter of the crib that makes the hole, each at its best."""
    data = read_json(request)
    case, size = _case(data)
    first = whole(data.get("first"), "first", 0, MOST_MACHINES, 0)
    count = whole(data.get("count"), "count", 1, MOST_AT_ONCE, MOST_AT_ONCE)
    machines, cutters = machines_here(), cutters_near(size)
    some = machines[first : first + count]
    job = read_case(case | yard_of(some, cutters))
    found = as_data(match_answer(match(job), job)) if some else {"pairings": []}
    crossings = [
        one
        | {"why": _why(job, one) if one["verdict"] == "cannot" else ""}
        | {"machine_id": some[one["machine"]].slug, "cutter_id": cutters[one["cutter"]].slug, "cutter_name": cutters[one["cutter"]].name}
        for one in found["pairings"]
    ]
    return as_json({"crossings": crossings, "tried": first + len(some), "of": len(machines)})


@router.post("/match-here/case", response={200: Crossed, 404: Errors, **REFUSALS}, openapi_extra=takes(CROSSED))
def cross(request: HttpRequest) -> HttpResponse:
    """One machine with one cutter at the setting the match finds best, as a case for the Bench."""
    data = read_json(request)
    case, _ = _case(data)
    machine = get_object_or_404(Machine, slug=str(data.get("machine"))[:60], standing=HERE)
    cutter = get_object_or_404(Cutter, slug=str(data.get("cutter"))[:60], standing=HERE)
    best = crossing(read_case(case | yard_of([machine], [cutter])), 0, 0)
    return as_json({"case": as_data(case_of(best.job)), "machine": _named(machine), "cutter": _named(cutter)})


def _named(one: Machine | Cutter) -> dict[str, Any]:
    return {"id": one.slug, "name": one.name, "revision": one.revision}
