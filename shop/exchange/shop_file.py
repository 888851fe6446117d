"""The whole shop as one JSON file: what it holds, how it is written, and its records one by one."""

from collections.abc import Callable
from typing import Any

from bore import VERSION
from bore.answers.short import short_form
from bore.base.errors import BadInput
from bore.case.schema import case_schema, object_schema
from shop.jobs.models import SavedCheck, Ticked
from shop.logbook.brought import CUT, EDGE, TROUBLE, cut_record, edge_record, trouble_record
from shop.practice.own import exercise_record
from shop.records.kinds import KINDS, model_of
from shop.records.standing import BINNED
from shop.yard.models import Cutter, Machine, Material

Spec = dict[str, Any]
FORMAT, FORMAT_VERSION = "fierce-bore-shop", 4
# Files of these versions are read: the first had no parts, cuts, troubles and edges, the third no exercises.
READ_VERSIONS = (1, 2, 3, 4)


def machine_record(one: Machine) -> Spec:
    """A machine as the file has it."""
    return {"slug": one.slug, "note": one.note, "standing": one.standing, "spec": one.as_spec()}


def cutter_record(one: Cutter) -> Spec:
    """A cutter as the file has it."""
    kept = {
        name: getattr(one, name) for name in ("slug", "name", "count", "place", "set_name", "note", "costs", "uses_measured", "standing")
    }
    return kept | {"spec": one.as_spec()}


def material_record(one: Material) -> Spec:
    """One of the shop's own materials as the file has it."""
    return {"slug": one.slug, "note": one.note, "standing": one.standing, "spec": one.as_spec()}


def check_record(one: SavedCheck) -> Spec:
    """A kept check as the file has it: the case as it was asked, the answer as it was given."""
    kept = {name: getattr(one, name) for name in ("slug", "name", "note", "case", "refs", "answer", "core_version", "standing")}
    return kept | {"made_by": one.made_by.username, "verdict": one.answer["verdict"], "short": short_form(one.case)}


def ticked_record(one: Ticked) -> Spec:
    """A kept plan or part as the file has it: what was asked, the answer as it was given, the ticks of its checklist."""
    kept = {name: getattr(one, name) for name in ("slug", "name", "note", "asked", "answer", "ticks", "core_version", "standing")}
    return kept | {"made_by": one.made_by.username}


# Of each kind how a record is written, and what else it is read with.
WRITTEN: dict[str, tuple[Callable[[Any], Spec], tuple[str, ...]]] = {
    "machines": (machine_record, ()),
    "cutters": (cutter_record, ()),
    "materials": (material_record, ()),
    "checks": (check_record, ("made_by",)),
    "plans": (ticked_record, ("made_by",)),
    "parts": (ticked_record, ("made_by",)),
    "cuts": (cut_record, ("made_by", "plan", "part", "machine", "cutter")),
    "troubles": (trouble_record, ("made_by", "plan", "part", "machine")),
    "edges": (edge_record, ("made_by", "cutter")),
    "exercises": (exercise_record, ("made_by",)),
}


def records_of(kind: str) -> list[Spec]:
    """Every record of a kind that is not in the bin, by slug."""
    record, beside = WRITTEN[kind]
    found = model_of(kind).objects.exclude(standing=BINNED).order_by("slug")
    found = found.select_related(*beside) if beside else found
    return [record(one) for one in (found.prefetch_related("stages") if kind == "machines" else found)]


def whole_shop() -> Spec:
    """The whole shop, ready to be written; the same shop gives the same file."""
    return {"format": FORMAT, "format_version": FORMAT_VERSION, "core_version": VERSION, **{kind: records_of(kind) for kind in KINDS}}


def shop_schema() -> Spec:
    """JSON Schema of the file."""
    text, standing = {"type": "string"}, {"enum": ["here", "retired"]}

    def listed(spec: Spec, **more: Spec) -> Spec:
        properties = {"slug": {"type": "string", "pattern": "^[-a-z0-9A-Z_]{1,60}$"}, "note": text, "standing": standing} | spec | more
        return {
            "type": "array",
            "items": {"type": "object", "properties": properties, "required": ["slug", *spec], "additionalProperties": False},
        }

    ticked = listed(
        {"name": text, "asked": {"type": "object"}},
        answer={"type": "object"},
        ticks={"type": "array", "items": text},
        core_version=text,
        made_by=text,
    )
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "A shop: its machines, cutters, own materials, kept checks, plans and parts, cuts, troubles, edges, own exercises",
        "type": "object",
        "additionalProperties": False,
        "required": ["format", "format_version"],
        "properties": {
            "format": {"const": FORMAT},
            "format_version": {"enum": list(READ_VERSIONS)},
            "core_version": text,
            "machines": listed({"spec": object_schema("machine")}),
            "cutters": listed(
                {"name": text, "spec": object_schema("cutter")},
                count={"type": "integer", "minimum": 0},
                place=text,
                set_name=text,
                costs={"type": "object"},
                uses_measured={"type": "boolean"},
            ),
            "materials": listed({"spec": object_schema("material")}),
            "checks": listed(
                {"name": text, "case": case_schema()},
                refs={"type": "object"},
                answer={"type": "object"},
                core_version=text,
                made_by=text,
                verdict=text,
                short=text,
            ),
            "plans": ticked,
            "parts": ticked,
            "cuts": listed({"case": case_schema()}, **{name: {} for name in CUT if name not in ("slug", "note", "standing", "case")}),
            "troubles": listed(
                {"case": case_schema()}, **{name: {} for name in TROUBLE if name not in ("slug", "note", "standing", "case")}
            ),
            "edges": listed(
                {"cutter": text, "kind": text}, **{name: {} for name in EDGE if name not in ("slug", "note", "standing", "cutter", "kind")}
            ),
            "exercises": listed({"data": {"type": "object"}}, name=text, tried={"type": "array"}, core_version=text, made_by=text),
        },
    }


def records_in(data: Any) -> dict[str, list[Any]]:
    """The records a file brings, by kind; raises BadInput for a file of another kind or version."""
    if not isinstance(data, dict) or data.get("format") != FORMAT:
        raise BadInput.at("format", f"is not a shop's file; accepted: a JSON object whose format is {FORMAT}")
    if data.get("format_version") not in READ_VERSIONS:
        accepted = ", ".join(map(str, READ_VERSIONS))
        raise BadInput.at("format_version", f"“{str(data.get('format_version'))[:20]}” is not known here; accepted: {accepted}")
    unknown = sorted(set(map(str, data)) - {"format", "format_version", "core_version", *KINDS})
    if unknown:
        raise BadInput.at(unknown[0], "there is no such part of a shop's file")
    found = {}
    for kind in KINDS:
        found[kind] = data.get(kind, [])
        if not isinstance(found[kind], list):
            raise BadInput.at(kind, "must be a list")
    return found
