"""The history of a record, and an earlier state put back."""

from django.http import HttpRequest, HttpResponse

from shop.api.router import ShopRouter
from shop.api.routers.checks import as_json
from shop.api.routers.standing import FINDS, standing_of
from shop.api.routers.yard import cutter_as_data, machine_as_data
from shop.api.schemas import CutterRecord, Errors, MachineRecord, PutAway
from shop.api.schemas import History as HistoryAnswer
from shop.people.roles import lead, machinist
from shop.upkeep.history import entries, restore

router = ShopRouter(tags=["history"])
READS = {200: HistoryAnswer, 401: Errors, 404: Errors, 422: Errors}


def _history(kind: str, slug: str) -> HttpResponse:
    return as_json({"entries": entries(kind, slug)})


@router.get("/machines/{slug}/history", response=READS)
def machine_history(request: HttpRequest, slug: str) -> HttpResponse:
    """Who changed a machine, when, and what it was."""
    return _history("machines", slug)


@router.get("/cutters/{slug}/history", response=READS)
def cutter_history(request: HttpRequest, slug: str) -> HttpResponse:
    """Who changed a cutter, when, and what it was."""
    return _history("cutters", slug)


@router.get("/materials/{slug}/history", response=READS)
def material_history(request: HttpRequest, slug: str) -> HttpResponse:
    """Who changed a material, when, and what it was."""
    return _history("materials", slug)


@router.get("/checks/{slug}/history", response=READS)
def check_history(request: HttpRequest, slug: str) -> HttpResponse:
    """Who kept a check, when, and what it was."""
    return _history("checks", slug)


@router.get("/plans/{slug}/history", response=READS)
def plan_history(request: HttpRequest, slug: str) -> HttpResponse:
    """Who kept a plan, when, and what it was."""
    return _history("plans", slug)


@router.get("/parts/{slug}/history", response=READS)
def part_history(request: HttpRequest, slug: str) -> HttpResponse:
    """Who kept a part, when, and what it was."""
    return _history("parts", slug)


@router.get("/troubles/{slug}/history", response=READS)
def trouble_history(request: HttpRequest, slug: str) -> HttpResponse:
    """Who wrote down what was wrong, and who changed it."""
    return _history("troubles", slug)


@router.get("/cuts/{slug}/history", response=READS)
def cut_history(request: HttpRequest, slug: str) -> HttpResponse:
    """Who wrote a cut down, who changed it, and what it was."""
    return _history("cuts", slug)


@router.get("/exercises/{slug}/history", auth=lead, response=READS | {403: Errors})
def exercise_history(request: HttpRequest, slug: str) -> HttpResponse:
    """Who wrote an exercise, took it out or brought it back; for whoever teaches, since it says what is right."""
    return _history("exercises", slug)


@router.post("/machines/{slug}/history/{entry}/restore", auth=lead, response={200: MachineRecord, **FINDS})
def restore_machine(request: HttpRequest, slug: str, entry: int) -> HttpResponse:
    """Put a machine back as it was: its plate, its stages and its curve together."""
    return as_json(machine_as_data(restore("machines", slug, entry)))


@router.post("/cutters/{slug}/history/{entry}/restore", auth=machinist, response={200: CutterRecord, **FINDS})
def restore_cutter(request: HttpRequest, slug: str, entry: int) -> HttpResponse:
    """Put a cutter back as it was."""
    return as_json(cutter_as_data(restore("cutters", slug, entry)))


@router.post("/materials/{slug}/history/{entry}/restore", auth=lead, response={200: PutAway, **FINDS})
def restore_material(request: HttpRequest, slug: str, entry: int) -> HttpResponse:
    """Put one of the shop's own materials back as it was."""
    return standing_of(restore("materials", slug, entry))
