"""What stands in the yard: machines, cutters, materials; put in, changed, put away and brought back."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404

from bore.base.errors import BadInput
from bore.base.sources import source
from bore.materials.material import GROUP_WORDS, metal_word
from bore.materials.table import MaterialRow, all_materials
from shop.api.requests import read_json
from shop.api.router import ShopRouter
from shop.api.routers.checks import as_json, takes
from shop.api.routers.standing import FINDS, WRITES, standing_routes
from shop.api.schemas import CutterRecord, Errors, MachineRecord, MaterialRecord
from shop.jobs.put_away import put_away
from shop.people.roles import lead, machinist
from shop.records.slugs import free_slug
from shop.records.standing import HERE
from shop.yard.actions import bring_back, put_cutter, put_machine, put_material
from shop.yard.models import Cutter, Machine, Material, Record

router = ShopRouter(tags=["yard"])
TEXT = {"type": "string", "maxLength": 4000}
SHORT = {"type": "string", "maxLength": 120}
REVISION = {"type": "integer", "minimum": 1, "description": "the revision that was read; left out, the record is replaced whatever it is"}


def _body(part: str, **more: dict[str, Any]) -> dict[str, Any]:
    spec = {"$ref": f"#/components/schemas/{part}"}
    properties = {"spec": spec, "note": TEXT, "revision": REVISION, **more}
    return takes({"type": "object", "required": ["spec"], "additionalProperties": False, "properties": properties})


CUTTER_BODY = _body(
    "CutterSpec",
    name=SHORT,
    count={"type": "integer", "minimum": 0, "maximum": 100000},
    place=SHORT,
    set_name={"type": "string", "maxLength": 200},
    costs={"type": "object"},
    uses_measured={"type": "boolean", "description": "lives the log measured stand in its costs"},
)


def _head(record: Record) -> dict[str, Any]:
    """What every record of the yard is shown by."""
    return {"id": record.slug, "name": record.name, "note": record.note, "revision": record.revision, "standing": record.standing}


def machine_as_data(m: Machine) -> dict[str, Any]:
    """A machine as the API has it."""
    return _head(m) | {"kind": m.kind, "changed_at": m.changed_at.isoformat(), "spec": m.as_spec()}


def cutter_as_data(c: Cutter) -> dict[str, Any]:
    """A cutter as the API has it."""
    kept = {
        name: getattr(c, name) for name in ("family", "diameter_mm", "count", "place", "set_name", "costs", "measured", "uses_measured")
    }
    return _head(c) | kept | {"spec": c.as_spec()}


OWN_GROUP = "the shop's own"


def _own(m: Material) -> dict[str, Any]:
    return _head(m) | {
        "iso_group": m.iso_group,
        "group": GROUP_WORDS.get(m.iso_group, OWN_GROUP),
        "hardness_hb": m.spec.get("hardness_hb"),
        "tensile_n_mm2": m.spec.get("tensile_n_mm2"),
        "condition": OWN_GROUP,
        "designations": [],
        "sure": OWN_GROUP,
        "sources": [m.note] if m.note else [],
        "own": True,
        "spec": m.as_spec(),
    }


def _built_in(row: MaterialRow) -> dict[str, Any]:
    m = row.material
    figures = {name: getattr(m, name) for name in m.__dataclass_fields__ if name != "id"}
    return {
        "id": m.id,
        "name": m.name,
        "note": "",
        "revision": 1,
        "standing": HERE,
        "iso_group": m.iso_group,
        "group": metal_word(m),
        "hardness_hb": m.hardness_hb,
        "tensile_n_mm2": m.tensile_n_mm2,
        "condition": row.condition,
        "designations": list(row.designations),
        "sure": row.sure,
        "sources": [source(key).title for key in row.sources],
        "own": False,
        "spec": {name: value for name, value in figures.items() if value is not None},
    }


def _standing(records: Any, away: bool) -> Any:
    return records.exclude(standing=HERE) if away else records.filter(standing=HERE)


@router.get("/machines", response={200: list[MachineRecord], 401: Errors, 422: Errors})
def machines(request: HttpRequest, away: bool = False) -> list[dict[str, Any]]:
    """Every machine that stands, its stages with it; with `away` those retired or in the bin."""
    return [machine_as_data(m) for m in _standing(Machine.objects.prefetch_related("stages"), away)]


@router.get("/cutters", response={200: list[CutterRecord], 401: Errors, 422: Errors})
def cutters(request: HttpRequest, away: bool = False) -> list[dict[str, Any]]:
    """Every cutter of the crib, by size; with `away` those retired or in the bin."""
    return [cutter_as_data(c) for c in _standing(Cutter.objects, away)]


@router.get("/materials", response={200: list[MaterialRecord], 401: Errors, 422: Errors})
def materials(request: HttpRequest, away: bool = False) -> list[dict[str, Any]]:
    """The shop's own materials, then the built-in table with its sources; with `away` the shop's own that were put away."""
    built_in = [] if away else [_built_in(row) for row in all_materials().values()]
    return [*(_own(m) for m in _standing(Material.objects, away)), *built_in]


# --- writing -------------------------------------------------------------------


def _asked(request: HttpRequest) -> tuple[dict[str, Any], dict[str, Any], int | None]:
    """Body, record and revision of a request to write."""
    data = read_json(request)
    spec, revision = data.get("spec"), data.get("revision")
    if not isinstance(spec, dict):
        raise BadInput.at("spec", "is needed, as an object")
    if revision is not None and (not isinstance(revision, int) or isinstance(revision, bool)):
        raise BadInput.at("revision", "must be a whole number")
    return data, spec, revision


def _put_cutter(slug: str, data: dict[str, Any], spec: dict[str, Any], revision: int | None) -> Cutter:
    return put_cutter(
        slug,
        data.get("name") or "",
        spec,
        data.get("count", 1),
        data.get("place") or "",
        data.get("note") or "",
        set_name=data.get("set_name") or "",
        costs=data.get("costs") or {},
        uses_measured=data.get("uses_measured"),
        revision=revision,
    )


def _name_of(spec: dict[str, Any]) -> str:
    return str(spec.get("name") or "")


@router.post("/machines", auth=lead, response={200: MachineRecord, **WRITES}, openapi_extra=_body("MachineSpec"))
def add_machine(request: HttpRequest) -> HttpResponse:
    """Put a machine in."""
    data, spec, _ = _asked(request)
    return as_json(machine_as_data(put_machine(free_slug(_name_of(spec)), spec, data.get("note") or "")))


@router.put("/machines/{slug}", auth=lead, response={200: MachineRecord, **FINDS}, openapi_extra=_body("MachineSpec"))
def change_machine(request: HttpRequest, slug: str) -> HttpResponse:
    """Change a machine; what it was stays in its history."""
    get_object_or_404(Machine, slug=slug)
    data, spec, revision = _asked(request)
    return as_json(machine_as_data(put_machine(slug, spec, data.get("note") or "", revision)))


@router.post("/cutters", auth=machinist, response={200: CutterRecord, **WRITES}, openapi_extra=CUTTER_BODY)
def add_cutter(request: HttpRequest) -> HttpResponse:
    """Put a cutter into the crib."""
    data, spec, _ = _asked(request)
    return as_json(cutter_as_data(_put_cutter(free_slug(_name_of(data)), data, spec, None)))


@router.put("/cutters/{slug}", auth=machinist, response={200: CutterRecord, **FINDS}, openapi_extra=CUTTER_BODY)
def change_cutter(request: HttpRequest, slug: str) -> HttpResponse:
    """Change a cutter: worn, sharpened, moved, broken."""
    get_object_or_404(Cutter, slug=slug)
    data, spec, revision = _asked(request)
    return as_json(cutter_as_data(_put_cutter(slug, data, spec, revision)))


@router.post("/materials", auth=lead, response={200: MaterialRecord, **WRITES}, openapi_extra=_body("MaterialSpec"))
def add_material(request: HttpRequest) -> HttpResponse:
    """Put in one of the shop's own materials."""
    data, spec, _ = _asked(request)
    return as_json(_own(put_material(free_slug(_name_of(spec)), spec, data.get("note") or "")))


@router.put("/materials/{slug}", auth=lead, response={200: MaterialRecord, **FINDS}, openapi_extra=_body("MaterialSpec"))
def change_material(request: HttpRequest, slug: str) -> HttpResponse:
    """Change one of the shop's own materials."""
    get_object_or_404(Material, slug=slug)
    data, spec, revision = _asked(request)
    return as_json(_own(put_material(slug, spec, data.get("note") or "", revision)))


standing_routes(router, "machines", Machine, "machine", put_away, bring_back, lead)
standing_routes(router, "cutters", Cutter, "cutter", put_away, bring_back)
standing_routes(router, "materials", Material, "material", put_away, bring_back, lead)
