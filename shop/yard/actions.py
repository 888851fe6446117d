"""Whatever changes the yard is one function here, in one transaction, called by every door alike."""

from datetime import datetime
from typing import Any, TypeVar

from django.db import transaction
from django.db.models import Model
from django.utils import timezone

from bore.base.errors import BadInput
from bore.case.records import CHECKS
from bore.cutters.sets import read_set
from shop.records.slugs import free_slug
from shop.records.standing import HERE, ChangedMeanwhile
from shop.yard.costs import checked_costs
from shop.yard.models import Cutter, Machine, Material, Record, Stage

Spec = dict[str, Any]
R = TypeVar("R", bound=Record)
M = TypeVar("M", bound=Model)
STAGE_COLUMNS = ("speed_rpm", "min_rpm", "max_rpm")
LONGEST = {"name": 120, "note": 4000, "place": 60, "set_name": 200}
MOST_ALIKE = 100000


def checked_texts(**texts: Any) -> dict[str, str]:
    """Texts of a record, trimmed; raises BadInput naming the one that will not do."""
    found = {}
    for field, text in texts.items():
        if not isinstance(text, str) or len(text) > LONGEST[field] or "\x00" in text:
            raise BadInput.at(field, f"accepted: text of at most {LONGEST[field]} characters")
        found[field] = text.strip() if field == "note" else " ".join(text.split())
    if "name" in found and not found["name"]:
        raise BadInput.at("name", f"is needed, at most {LONGEST['name']} characters")
    return found


def _fresh(model: type[R], slug: str, revision: int | None) -> R:
    """The record of a slug, locked, or a new one; raises ChangedMeanwhile where it is not at the revision it was read at."""
    record = model._default_manager.select_for_update().filter(slug=slug).first() or model(slug=slug)
    if revision is not None and record.pk and record.revision != revision:
        raise ChangedMeanwhile(record.name, record.revision)
    return record


@transaction.atomic
def put_machine(slug: str, spec: Spec, note: str = "", revision: int | None = None) -> Machine:
    """Create or replace a machine with its stages; their history carries one moment, so that they can be restored together."""
    CHECKS["machine"](spec)
    spec = _as_text(spec)
    texts = checked_texts(name=spec.get("name") or "", note=note)
    rest = {key: value for key, value in spec.items() if key not in ("kind", "name")}
    stages = (rest.get("spindle") or {}).get("stages") or []
    rest["spindle"] = {key: value for key, value in (rest.get("spindle") or {}).items() if key != "stages"}
    machine = _fresh(Machine, slug, revision)
    if machine.pk and machine.standing == HERE and machine.as_spec() == _as_kept(spec) and machine.note == texts["note"]:
        return machine
    when = timezone.now()
    machine.revision = machine.revision + 1 if machine.pk else 1
    machine.name, machine.kind, machine.spec, machine.note = texts["name"], spec["kind"], rest, texts["note"]
    _stands(machine)
    _at(machine, when).save()
    for stage in machine.stages.all():
        _at(stage, when).delete()
    for position, stage in enumerate(stages):
        extra = {key: value for key, value in stage.items() if key not in (*STAGE_COLUMNS, "name")}
        columns = {key: stage.get(key) for key in STAGE_COLUMNS}
        row = Stage(machine=machine, position=position, name=stage.get("name") or "", spec=extra, **columns)
        _at(row, when).save()
    return machine


def _as_text(spec: Spec) -> Spec:
    """A machine whose holder's size is text: Morse 3 and "3" are one size, and a table's cell cannot tell them apart."""
    holder = spec.get("holder") or {}
    return spec if holder.get("size") is None else {**spec, "holder": holder | {"size": str(holder["size"])}}


def _at(row: M, when: datetime) -> M:
    """The row, whose next entry in its history is dated this moment."""
    row._history_date = when  # type: ignore[attr-defined]
    return row


def _as_kept(spec: Spec) -> Spec:
    """A machine's record as it comes back once it is kept: its stages with every column they have."""
    spindle = dict(spec.get("spindle") or {})
    stages = []
    for stage in spindle.get("stages") or []:
        speeds = {key: float(stage[key]) for key in STAGE_COLUMNS if stage.get(key) is not None}
        stages.append(
            {key: value for key, value in stage.items() if key not in STAGE_COLUMNS} | {"name": stage.get("name") or None} | speeds
        )
    return {**spec, "spindle": spindle | {"stages": stages}}


def _stands(record: Record) -> None:
    """A record that is written to stands again."""
    if record.standing != HERE:
        record.standing, record.stands_since = HERE, timezone.now()


@transaction.atomic
def put_cutter(
    slug: str,
    name: str,
    spec: Spec,
    count: int = 1,
    place: str = "",
    note: str = "",
    *,
    set_name: str = "",
    costs: Spec | None = None,
    uses_measured: bool | None = None,
    revision: int | None = None,
) -> Cutter:
    """Create or replace a cutter; uses_measured: whether lives the log measured stand in its costs, as before where nothing is said."""
    CHECKS["cutter"](spec)
    if not isinstance(count, int) or isinstance(count, bool) or not 0 <= count <= MOST_ALIKE:
        raise BadInput.at("count", f"accepted: a whole number 0 to {MOST_ALIKE}")
    rest = {key: value for key, value in spec.items() if key not in ("family", "diameter_mm")}
    values = {
        **checked_texts(name=name, place=place, note=note, set_name=set_name),
        "family": spec["family"],
        "diameter_mm": float(spec["diameter_mm"]),
        "spec": rest,
        "count": count,
        "costs": checked_costs(costs or {}),
    }
    if uses_measured is not None:
        if not isinstance(uses_measured, bool):
            raise BadInput.at("uses_measured", "accepted: true or false")
        values["uses_measured"] = uses_measured
    return _put(_fresh(Cutter, slug, revision), values)


@transaction.atomic
def put_set(text: str, place: str = "", note: str = "") -> list[Cutter]:
    """Put a whole set into the crib, or a single cutter, from its name."""
    found = read_set(text)
    name = found.words if len(found.cutters) > 1 else ""
    return [put_cutter(free_slug(one), one, spec, 1, place, note, set_name=name) for one, spec in found.cutters]


@transaction.atomic
def put_material(slug: str, spec: Spec, note: str = "", revision: int | None = None) -> Material:
    """Create or replace one of the shop's own materials."""
    CHECKS["material"](spec)
    rest = {key: value for key, value in spec.items() if key not in ("name", "iso_group")}
    texts = checked_texts(name=spec["name"], note=note)
    return _put(_fresh(Material, slug, revision), {**texts, "iso_group": spec["iso_group"], "spec": rest})


def _put(record: R, values: Spec) -> R:
    """Save a record when it is new or changed; its revision counts the changes."""
    if record.pk and record.standing == HERE and all(getattr(record, key) == value for key, value in values.items()):
        return record
    record.revision = record.revision + 1 if record.pk else 1
    for key, value in values.items():
        setattr(record, key, value)
    _stands(record)
    record.save()
    return record


@transaction.atomic
def bring_back(record: Record) -> Record:
    """Put a record back where it stood."""
    record = type(record)._default_manager.select_for_update().get(pk=record.pk)
    if record.standing != HERE:
        _stands(record)
        record.revision += 1
        record.save()
    return record
