"""A part's files: tables of holes in and out, drawings in, the marking-out drawing out. Nothing of them is kept."""

from typing import Any, Literal

from django.http import HttpRequest, HttpResponse

from bore.answers.part_program import FIELDS, written_part
from bore.answers.part_request import read_part
from bore.answers.program import ControllerAnswer
from bore.base.errors import BadInput
from bore.base.plain import known_fields
from bore.part.marking_out import marking_out
from bore.part.sides import as_they_stand, on_first
from bore.part.table import COLUMNS, HoleTable, read_table, rows_of
from bore.program.writing.refusals import STYLES, UNITS
from shop.api.heavy import heavy
from shop.api.requests import read_json, resolved
from shop.api.router import ShopRouter
from shop.api.routers.checks import REFUSALS, as_json, takes
from shop.api.routers.exchange import ANY_FILE, BODY, Table, as_file
from shop.api.routers.parts import PART
from shop.exchange.drawings.apart import holes_apart
from shop.exchange.drawings.found import DrawingFound
from shop.exchange.drawings.out import drawn_as
from shop.exchange.files import read_table as rows_in
from shop.exchange.files import written
from shop.exchange.spreadsheet import safe, unsafe
from shop.jobs.parts import planned_here

router = ShopRouter(tags=["parts"])
MOST_LAYERS = 50
Unit = Literal["", "mm", "cm", "m", "inch", "foot"]
Drawing = Literal["dxf", "svg", "pdf"]
PROGRAM = {
    "type": "object",
    "required": ["part"],
    "additionalProperties": False,
    "properties": {
        "part": PART,
        "setup": {"type": "string", "description": "which set-up; left out, the first"},
        "zero": {"type": "string", "maxLength": 120, "description": "where the program's zero lies, in words"},
        "control": {"type": "object"},
        "style": {"type": "string", "enum": list(STYLES)},
        "units": {"type": "string", "enum": list(UNITS)},
        "returns": {"type": "integer", "enum": [98, 99]},
        "holding": {"type": "string", "maxLength": 120},
        "under": {"type": "string", "maxLength": 120},
        "program": {"type": "string", "description": "a program that is there: run, and held against the set-up"},
    },
}
MARKED = {
    "type": "object",
    "required": ["part"],
    "additionalProperties": False,
    "properties": {"part": PART, "setup": {"type": "string", "description": "which set-up; left out, the first"}},
}


@router.post("/part/program", response={200: ControllerAnswer, **REFUSALS}, openapi_extra=takes(PROGRAM))
@heavy()
def write_part_program(request: HttpRequest) -> HttpResponse:
    """A set-up's program, read back before it is given out; or a `program` that is there, held against the set-up."""
    asked = _with_part(request)
    answer, _ = planned_here(asked["part"])
    return as_json(written_part(answer, asked))


def _with_part(request: HttpRequest) -> dict[str, Any]:
    """What a request says beside the part it holds, the shop's records filled in. Raises BadInput where no part is there."""
    asked: Any = read_json(request)
    if not isinstance(asked, dict) or not isinstance(asked.get("part"), dict):
        raise BadInput.at("part", "is needed, as an object")
    return known_fields(asked, FIELDS) | {"part": resolved(asked["part"])}


@router.post("/part/table", response={200: HoleTable, **REFUSALS}, openapi_extra=BODY)
@heavy()
def read_hole_table(request: HttpRequest, form: Table = "csv") -> HttpResponse:
    """Features from a table of holes, a row a place; the rows that will not do, and why."""
    rows = rows_in(request.body, form)
    if missing := [name for name in COLUMNS[:4] if name not in rows[0]] if rows else []:
        raise BadInput.at("file", f"has no column {', '.join(missing)}; accepted: {', '.join(COLUMNS)}")
    return as_json(read_table([{name: unsafe(cell) if isinstance(cell, str) else cell for name, cell in row.items()} for row in rows]))


@router.post("/part/table/{form}", response=REFUSALS, openapi_extra={**takes(PART), "responses": ANY_FILE})
@heavy()
def write_hole_table(request: HttpRequest, form: Table) -> HttpResponse:
    """A part's holes as a table, a row a place."""
    data = resolved(read_json(request))
    part = read_part(data)
    rows = [[safe(cell) for cell in row] for row in rows_of(part.features, data["features"])]
    return as_file(written(list(COLUMNS), rows, "holes", form), form, "holes")


@router.post("/part/drawing", response={200: DrawingFound, **REFUSALS}, openapi_extra=BODY)
@heavy()
def read_drawing(request: HttpRequest, units: Unit = "", layers: str = "", zero: str = "left front") -> HttpResponse:
    """Holes and outline found in a DXF drawing; `layers` are the chosen ones, a line each."""
    chosen = [name for name in layers.split("\n") if name]
    if len(chosen) > MOST_LAYERS:
        raise BadInput.at("layers", f"accepted: at most {MOST_LAYERS}")
    return as_json(holes_apart(request.body, units, chosen or None, zero))


@router.post("/part/marking-out/{form}", response=REFUSALS, openapi_extra={**takes(MARKED), "responses": ANY_FILE})
@heavy()
def write_marking_out(request: HttpRequest, form: Drawing) -> HttpResponse:
    """The drawing a set-up is marked out by, 1:1: outline, holes, centre marks, letters and places."""
    asked = _with_part(request)
    part = on_first(as_they_stand(read_part(asked["part"])))
    wanted = asked.get("setup", part.setups[0].id)
    setup = next((one for one in part.setups if one.id == wanted), None)
    if setup is None:
        raise BadInput.at("setup", f"accepted: {', '.join(one.id for one in part.setups)}")
    here = tuple(one for one in part.features if one.setup == setup.id)
    return as_file(drawn_as(marking_out(part.name or "Part", setup, here), form), form, "marking-out")
