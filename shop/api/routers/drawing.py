"""What the shop's screens draw: a machine from its record, text pasted from a plate or a sheet, the crib's drawers."""

from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Schema

from bore.answers.machine import described_answer, plate_answer, rated_answer
from bore.answers.serialise import as_data
from bore.cutters.sets import read_set
from bore.machines.paste import read_curve, read_pulleys, read_readings, read_speeds
from bore.machines.plate_text import read_plate
from bore.pictures.machine import describe, rated_diameters
from shop.api.requests import read_json
from shop.api.router import ShopRouter
from shop.api.routers.checks import REFUSALS, as_json, takes
from shop.api.routers.standing import WRITES
from shop.api.routers.yard import cutter_as_data
from shop.api.schemas import Crib, DrawnMachine, Errors, PasteAnswer, PutIn, RatedAnswer, SetPreview
from shop.people.roles import machinist
from shop.records.standing import HERE
from shop.yard.actions import put_set
from shop.yard.drawers import all_drawers, preview
from shop.yard.models import Cutter

router = ShopRouter(tags=["drawing"])
MACHINE = {"$ref": "#/components/schemas/MachineSpec"}


class Pasted(Schema):
    """Text to be read, and what it is."""

    what: Literal["plate", "pulleys", "speeds", "curve-kw", "curve-nm", "scale"]
    text: str
    system: Literal["metric", "inch"] = "metric"


class NewSet(Schema):
    """A set by its name, and where it goes."""

    text: str
    place: str = ""
    note: str = ""


@router.post("/machines/draw", response={200: DrawnMachine, **REFUSALS}, openapi_extra=takes(MACHINE))
def draw_machine(request: HttpRequest) -> HttpResponse:
    """Draw a machine up from its record, whether it is kept or not."""
    return as_json(described_answer(describe(read_json(request))))


@router.post("/machines/rated", response={200: RatedAnswer, **REFUSALS}, openapi_extra=takes(MACHINE))
def rate_machine(request: HttpRequest) -> HttpResponse:
    """The largest drill a machine drives in each metal on its plate, beside what the plate says."""
    return as_json(rated_answer(rated_diameters(read_json(request))))


@router.post("/machines/read", response={200: PasteAnswer, **REFUSALS})
def read_pasted(request: HttpRequest, pasted: Pasted) -> HttpResponse:
    """Read a motor plate, pulleys, speeds, a curve or a scale's readings from text as it was typed or pasted."""
    found: dict[str, Any] = {"readings": [], "items": [], "points": [], "left": ""}
    if pasted.what == "plate":
        found |= as_data(plate_answer(read_plate(pasted.text)))
    elif pasted.what == "pulleys":
        found["items"] = read_pulleys(pasted.text, pasted.system)
    elif pasted.what == "speeds":
        found["items"] = read_speeds(pasted.text)
    elif pasted.what == "scale":
        found["items"] = read_readings(pasted.text, pasted.system)
    else:
        found["points"] = read_curve(pasted.text, "kW" if pasted.what == "curve-kw" else "N·m")
    return as_json(found)


@router.get("/crib", response={200: Crib, 401: Errors})
def crib(request: HttpRequest) -> HttpResponse:
    """Every drawer of the crib, its cutters to be drawn to scale, gaps where a set lacks a size."""
    return as_json({"drawers": all_drawers(list(Cutter.objects.filter(standing=HERE)))})


@router.get("/cutter-sets", response={200: SetPreview, 401: Errors, 422: Errors})
def preview_set(request: HttpRequest, text: str) -> HttpResponse:
    """A set read from its name, as it would stand."""
    found = read_set(text)
    return as_json({"words": found.words, "slots": preview(found)})


@router.post("/cutter-sets", auth=machinist, response={200: PutIn, **WRITES})
def add_set(request: HttpRequest, wanted: NewSet) -> HttpResponse:
    """Put a whole set into the crib."""
    return as_json({"cutters": [cutter_as_data(one) for one in put_set(wanted.text, wanted.place, wanted.note)]})
