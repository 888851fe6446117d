"""Reading what was sent: a JSON object, with records named by id filled in."""

from typing import Any

from django.db.models import Q
from django.http import HttpRequest

from bore.base.errors import BadInput
from bore.base.json_in import read_json_strictly
from bore.job.cutter_kinds import cutter_kinds
from bore.materials.table import all_materials
from shop.records.standing import HERE
from shop.yard.models import Cutter, Machine, Material

# Families that drill a pilot: those made in standard sizes.
PILOTS = tuple(kind.id for kind in cutter_kinds().values() if kind.standard_form)
# Cutters this near the hole may make it, an insert drill by being shifted.
NEAR_MM = 2.0


def read_json(request: HttpRequest) -> dict[str, Any]:
    """The body as a JSON object; raises BadInput in words."""
    data = read_json_strictly(request.body)
    if not isinstance(data, dict):
        raise BadInput.at("body", "must be a JSON object")
    return data


def _named(model: type[Machine] | type[Cutter], part: str, value: Any) -> Any:
    if not (isinstance(value, dict) and set(value) == {"id"}):
        return value
    record = model.objects.filter(slug=str(value["id"])).first()
    if record is None:
        raise BadInput.at(f"{part}.id", f"there is no {part} “{value['id']}” in the yard")
    return record.as_spec()


def _material(value: Any) -> Any:
    """A shop's own material by its slug; built-in ids are the core's affair."""
    if not isinstance(value, dict) or not isinstance(value.get("id"), str) or value["id"] in all_materials():
        return value
    record = Material.objects.filter(slug=value["id"]).first()
    if record is None:
        return value
    return record.as_spec() | {key: given for key, given in value.items() if key != "id"}


def resolved(case: dict[str, Any]) -> dict[str, Any]:
    """The case with machine, cutter and material filled in where only an id was given."""
    return case | {
        name: fill
        for name, fill in (
            ("machine", _named(Machine, "machine", case.get("machine"))),
            ("cutter", _named(Cutter, "cutter", case.get("cutter"))),
            ("material", _material(case.get("material"))),
        )
        if name in case
    }


def read_job_case(request: HttpRequest) -> dict[str, Any]:
    """The case a request carries, records filled in."""
    return resolved(read_json(request))


def with_yard(case: dict[str, Any]) -> dict[str, Any]:
    """The case with the shop's own yard, where it brings none: every machine, and the cutters that could serve its hole
    (those that make it, and drills that could go before)."""
    size = size_of(case)
    if "yard" in case or size is None:
        return case
    cutters = Cutter.objects.filter(standing=HERE, count__gt=0).filter(Q(diameter_mm__lt=size, family__in=PILOTS) | _near(size))
    return case | yard_of(machines_here(), list(cutters))


def size_of(case: dict[str, Any]) -> float | None:
    """The size of the hole a case asks for, where it is one."""
    hole = case.get("hole")
    size = hole.get("diameter_mm") if isinstance(hole, dict) else None
    return size if isinstance(size, int | float) and not isinstance(size, bool) else None


def _near(size: float) -> Q:
    return Q(diameter_mm__range=(size - NEAR_MM, size + NEAR_MM))


def machines_here() -> list[Machine]:
    """The shop's machines that stand, by name."""
    return list(Machine.objects.filter(standing=HERE).prefetch_related("stages"))


def cutters_near(size: float) -> list[Cutter]:
    """The crib's cutters that may make a hole of a size."""
    return list(Cutter.objects.filter(standing=HERE, count__gt=0).filter(_near(size)))


def yard_of(machines: list[Machine], cutters: list[Cutter]) -> dict[str, Any]:
    """Machines and cutters as a case brings them."""
    return {"yard": {"cutters": [one.as_spec() for one in cutters], "machines": [one.as_spec() for one in machines]}}
