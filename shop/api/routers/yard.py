"""What stands in the yard: machines, cutters, materials."""

from typing import Any

from django.http import HttpRequest
from ninja import Router

from bore.materials.table import MaterialRow, all_materials
from bore.sources import source
from shop.api.schemas import CutterRecord, Errors, MachineRecord, MaterialRecord
from shop.yard.models import Cutter, Machine, Material, Record

router = Router(tags=["yard"])


def _head(record: Record) -> dict[str, Any]:
    """What every record of the yard is shown by."""
    return {"id": record.slug, "name": record.name, "note": record.note, "revision": record.revision}


@router.get("/machines", response={200: list[MachineRecord], 401: Errors})
def machines(request: HttpRequest) -> list[dict[str, Any]]:
    """Every machine, its stages with it."""
    found = Machine.objects.prefetch_related("stages")
    return [_head(m) | {"kind": m.kind, "changed_at": m.changed_at.isoformat(), "spec": m.as_spec()} for m in found]


@router.get("/cutters", response={200: list[CutterRecord], 401: Errors})
def cutters(request: HttpRequest) -> list[dict[str, Any]]:
    """Every cutter of the crib, by size."""
    return [
        _head(c) | {"family": c.family, "diameter_mm": c.diameter_mm, "count": c.count, "place": c.place, "spec": c.as_spec()}
        for c in Cutter.objects.all()
    ]


def _built_in(row: MaterialRow) -> dict[str, Any]:
    m = row.material
    return {
        "id": m.id,
        "name": m.name,
        "iso_group": m.iso_group,
        "hardness_hb": m.hardness_hb,
        "tensile_n_mm2": m.tensile_n_mm2,
        "condition": row.condition,
        "designations": list(row.designations),
        "sure": row.sure,
        "sources": [source(key).title for key in row.sources],
        "own": False,
    }


def _own(m: Material) -> dict[str, Any]:
    return {
        "id": m.slug,
        "name": m.name,
        "iso_group": m.iso_group,
        "hardness_hb": m.spec.get("hardness_hb"),
        "tensile_n_mm2": m.spec.get("tensile_n_mm2"),
        "condition": "the shop's own",
        "designations": [],
        "sure": "the shop's own",
        "sources": [m.note] if m.note else [],
        "own": True,
    }


@router.get("/materials", response={200: list[MaterialRecord], 401: Errors})
def materials(request: HttpRequest) -> list[dict[str, Any]]:
    """The shop's own materials, then the built-in table with its sources."""
    return [*(_own(m) for m in Material.objects.all()), *(_built_in(row) for row in all_materials().values())]
