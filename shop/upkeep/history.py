"""The history of every record: who changed it, when, what it was; and any earlier state put back."""

from typing import Any

from django.db import transaction
from django.shortcuts import get_object_or_404

from shop.jobs.models import Ticked
from shop.logbook.models import Cut, EdgeEvent, Trouble
from shop.practice.models import OwnExercise
from shop.records.kinds import model_of
from shop.yard.actions import put_cutter, put_machine, put_material
from shop.yard.models import Cutter, Machine, Material, Stage

Spec = dict[str, Any]
# What of a record can be compared, where it is plain fields.
OF_FIELDS: tuple[tuple[Any, tuple[str, ...]], ...] = (
    (Ticked, ("name", "note", "asked", "ticks", "standing")),
    (Cut, ("name", "note", "outcome", "holes", "seen", "size", "taken", "confirmed", "standing")),
    (Trouble, ("name", "note", "seen", "helped", "standing")),
    (EdgeEvent, ("name", "note", "kind", "ground_by", "length_mm", "standing")),
    (OwnExercise, ("name", "note", "data", "standing")),
)
WHAT = {"+": "put in", "~": "changed", "-": "taken out"}
MOST_SHOWN = 100


def _stages_at(machine: Machine, moment: Any) -> list[Spec]:
    """A machine's stages as they stood at a moment."""
    then = Stage.history.as_of(moment).filter(machine_id=machine.pk)
    return [stage.as_spec() for stage in sorted(then, key=lambda stage: stage.position)]


def state_of(row: Any) -> Spec:
    """A record as one entry of its history has it, whole: what can be compared and put back."""
    then = row.instance
    if isinstance(then, Machine):
        spec = {**then.spec, "kind": then.kind, "name": then.name}
        spec["spindle"] = {**then.spec.get("spindle", {}), "stages": _stages_at(then, row.history_date)}
        return {"spec": spec, "note": then.note, "standing": then.standing}
    if isinstance(then, Cutter):
        kept = {name: getattr(then, name) for name in ("name", "count", "place", "note", "set_name", "costs", "standing")}
        return {"spec": then.as_spec(), **kept}
    if isinstance(then, Material):
        return {"spec": then.as_spec(), "note": then.note, "standing": then.standing}
    for model, names in OF_FIELDS:
        if isinstance(then, model):
            found = {name: getattr(then, name) for name in names}
            return found | ({"readings": [_reading(one) for one in then.answer["readings"]]} if isinstance(then, Cut) else {})
    return {name: getattr(then, name) for name in ("name", "note", "case", "refs", "standing")} | {"verdict": then.answer.get("verdict")}


def _reading(one: Spec) -> str:
    """A reading as its history compares it."""
    return f"{one['kind']} {', '.join(f'{name} {value}' for name, value in one['raw'].items())}"


def _leaves(value: Any, path: str = "") -> dict[str, Any]:
    """Every figure and word of a state by its dotted path."""
    if isinstance(value, dict):
        return {key: leaf for name, inner in value.items() for key, leaf in _leaves(inner, f"{path}.{name}" if path else str(name)).items()}
    if isinstance(value, list) and value and isinstance(value[0], dict):
        return {key: leaf for k, inner in enumerate(value) for key, leaf in _leaves(inner, f"{path}[{k + 1}]").items()}
    return {path: value}


def _changes(before: Spec | None, after: Spec) -> list[Spec]:
    if before is None:
        return []
    was, now = _leaves(before), _leaves(after)
    names = [name for name in dict.fromkeys((*was, *now)) if was.get(name) != now.get(name)]
    return [{"field": name.removeprefix("spec."), "before": was.get(name), "after": now.get(name)} for name in names]


def entries(kind: str, slug: str) -> list[Spec]:
    """The history of a record, newest first, each entry with what it changed."""
    record = get_object_or_404(model_of(kind), slug=slug)
    rows = list(record.history.select_related("history_user")[: MOST_SHOWN + 1])
    states = [state_of(row) for row in rows]
    found = []
    for place, row in enumerate(rows[:MOST_SHOWN]):
        before = states[place + 1] if place + 1 < len(states) else None
        found.append(
            {
                "id": row.history_id,
                "when": row.history_date.isoformat(),
                "who": row.history_user.username if row.history_user else "",
                "what": WHAT[row.history_type],
                "changes": _changes(before, states[place]),
                "latest": place == 0,
            }
        )
    return found


@transaction.atomic
def restore(kind: str, slug: str, entry: int) -> Any:
    """Put a machine, cutter or material back as an entry of its history has it; that, too, is a change with its own entry."""
    record = get_object_or_404(model_of(kind), slug=slug)
    row = get_object_or_404(record.history, history_id=entry)
    state = state_of(row)
    if kind == "machines":
        return put_machine(slug, state["spec"], state["note"])
    if kind == "cutters":
        rest = {name: state[name] for name in ("count", "place", "note", "set_name", "costs")}
        return put_cutter(slug, state["name"], state["spec"], **rest)
    return put_material(slug, state["spec"], state["note"])
