"""Whatever changes the yard is one function here, in one transaction, called by every door alike."""

from typing import Any, TypeVar

from django.db import transaction

from shop.yard.models import Cutter, Machine, Material, Stage

Spec = dict[str, Any]
R = TypeVar("R", Cutter, Material)
STAGE_COLUMNS = ("speed_rpm", "min_rpm", "max_rpm")


@transaction.atomic
def put_machine(slug: str, spec: Spec, note: str = "") -> Machine:
    """Create or replace a machine and its stages."""
    rest = {key: value for key, value in spec.items() if key not in ("kind", "name")}
    stages = rest.get("spindle", {}).get("stages", [])
    rest["spindle"] = {key: value for key, value in rest.get("spindle", {}).items() if key != "stages"}
    machine = Machine.objects.select_for_update().filter(slug=slug).first() or Machine(slug=slug)
    if machine.pk and machine.as_spec() == spec and machine.note == note:
        return machine
    machine.revision = machine.revision + 1 if machine.pk else 1
    machine.name, machine.kind, machine.spec, machine.note = spec["name"], spec["kind"], rest, note
    machine.save()
    machine.stages.all().delete()
    for position, stage in enumerate(stages):
        extra = {key: value for key, value in stage.items() if key not in (*STAGE_COLUMNS, "name")}
        columns = {key: stage.get(key) for key in STAGE_COLUMNS}
        Stage.objects.create(machine=machine, position=position, name=stage.get("name") or "", spec=extra, **columns)
    return machine


@transaction.atomic
def put_cutter(slug: str, name: str, spec: Spec, count: int = 1, place: str = "", note: str = "") -> Cutter:
    """Create or replace a cutter."""
    rest = {key: value for key, value in spec.items() if key not in ("family", "diameter_mm")}
    cutter = Cutter.objects.select_for_update().filter(slug=slug).first() or Cutter(slug=slug)
    values = {
        "name": name,
        "family": spec["family"],
        "diameter_mm": float(spec["diameter_mm"]),
        "spec": rest,
        "count": count,
        "place": place,
        "note": note,
    }
    return _put(cutter, values)


@transaction.atomic
def put_material(slug: str, spec: Spec, note: str = "") -> Material:
    """Create or replace one of the shop's own materials."""
    rest = {key: value for key, value in spec.items() if key not in ("name", "iso_group")}
    material = Material.objects.select_for_update().filter(slug=slug).first() or Material(slug=slug)
    return _put(material, {"name": spec["name"], "iso_group": spec["iso_group"], "spec": rest, "note": note})


def _put(record: R, values: Spec) -> R:
    """Save a record when it is new or changed; its revision counts the changes."""
    if record.pk and all(getattr(record, key) == value for key, value in values.items()):
        return record
    record.revision = record.revision + 1 if record.pk else 1
    for key, value in values.items():
        setattr(record, key, value)
    record.save()
    return record
