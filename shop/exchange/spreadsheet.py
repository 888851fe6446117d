"""Columns of a table: each record as a flat row, and back, nothing lost on the way."""

import json
from collections.abc import Mapping
from functools import cache
from typing import Any

from bore.base.errors import BadInput, Problem
from bore.base.json_in import read_json_strictly, text_fault
from bore.case.fields import Field, all_fields

Row = dict[str, Any]
Spec = dict[str, Any]
# Property symbols of ISO 13399 for what a cutter's fields are (from memory).
ISO_13399 = {
    "diameter_mm": "DC",
    "flute_length_mm": "LCF",
    "body_length_mm": "OAL",
    "free_length_mm": "LPR",
    "point_angle_deg": "SIG",
    "edges": "ZEFF",
    "shank_diameter_mm": "DCONMS",
    "helix_deg": "FHA",
    "pitch_mm": "TP",
}
FROM_ISO = {symbol: name for name, symbol in ISO_13399.items()}
# Whatever is no single figure or word goes into its cell as JSON.
AS_JSON = ("list", "object", "curve", "map", "numbers", "range")
HEAD = {
    "machines": ("slug", "name", "kind", "note"),
    "cutters": ("slug", "name", "family", "diameter_mm", "count", "place", "set_name", "note"),
    "materials": ("slug", "name", "iso_group", "note"),
    "checks": ("slug", "name", "note", "verdict", "short"),
    "cuts": (
        "slug",
        "at",
        "made_by",
        "name",
        "note",
        "machine",
        "cutter",
        "edge",
        "plan",
        "part",
        "step",
        "letter",
        "hole_no",
        "holes",
        "outcome",
        "seen",
        "taken",
        "confirmed",
    ),
}
# Of a cut, for whoever reads the table: brought in, they are worked out anew.
TOLD = ("metal", "family", "diameter_mm", "depth_mm", "quantity", "read", "said_low", "said_middle", "said_high", "inside")
CUT_CELLS = ("size", "readings", "case")
PARTS = {"machines": "machine", "cutters": "cutter", "materials": "material"}
COSTS = ("price", "edge_price", "edges_per_insert", "regrinds", "regrind_price", "survivors_share", "edge_life_m", "holder", "insert")
# A spreadsheet takes a cell that begins like this for a formula.
RISKY = ("=", "+", "-", "@", "\t", "\r", "\n")
LONGEST_CELL = 32000


@cache
def fields_of(kind: str) -> Mapping[str, Field]:
    """The columns a record's own fields take, by their path within it: lists and objects are one column each. Worked out once: it is asked
    for with every row."""
    part = PARTS[kind]
    found: dict[str, Field] = {}
    for path, entry in all_fields().items():
        name = path.removeprefix(f"{part}.")
        if path == name or "[]" in name or any(path.startswith(f"{outer}.") for outer in _whole_objects()):
            continue
        if name not in HEAD[kind] and name != "id":
            found[name] = entry
    return found


def _whole_objects() -> list[str]:
    """Objects that may be absent as a whole: one cell, so that absent and empty stay apart."""
    return [path for path, entry in all_fields().items() if entry.kind == "object"]


def columns_of(kind: str, iso: bool = False) -> list[str]:
    """Every column of a kind of record; under ISO 13399 symbols where asked."""
    if kind == "checks":
        return [*HEAD[kind], "case"]
    if kind == "cuts":
        return [*HEAD[kind], *TOLD, *CUT_CELLS]
    names = [*HEAD[kind], *fields_of(kind)]
    if kind == "cutters":
        names += [f"costs.{name}" for name in COSTS]
    return [ISO_13399.get(name, name) for name in names] if iso and kind == "cutters" else names


def safe(value: Any) -> Any:
    """A text so that no spreadsheet runs it: an apostrophe before what looks like a formula, or like one already marked.

    >>> safe("=1+1"), safe("M8 tap"), safe("'=x")
    ("'=1+1", 'M8 tap', "''=x")
    """
    return f"'{value}" if isinstance(value, str) and value.lstrip("'")[:1] in RISKY and value else value


def unsafe(value: str) -> str:
    """The text that `safe` was given.

    >>> unsafe("'=1+1"), unsafe("'tis"), unsafe("''=x")
    ('=1+1', "'tis", "'=x")
    """
    return value[1:] if value.startswith("'") and value.lstrip("'")[:1] in RISKY else value


def _get(spec: Spec, path: str) -> Any:
    value: Any = spec
    for name in path.split("."):
        value = value.get(name) if isinstance(value, dict) else None
    return value


def _put(spec: Spec, path: str, value: Any) -> None:
    *parents, name = path.split(".")
    for parent in parents:
        spec = spec.setdefault(parent, {})
    spec[name] = value


def row_of(kind: str, record: Spec, iso: bool = False) -> list[Any]:
    """A record (as the whole-shop file has it) as the cells of its row."""
    if kind == "checks":
        return [*(safe(record[name]) for name in HEAD[kind]), _json(record["case"])]
    if kind == "cuts":
        return ["" if cell is None else safe(cell) for cell in _cut_cells(record)]
    spec = record["spec"]
    cells: list[Any] = [spec.get(name) if name not in record else record[name] for name in HEAD[kind]]
    for path, entry in fields_of(kind).items():
        value = _get(spec, path)
        cells.append(None if value is None else _json(value) if entry.kind in AS_JSON else value)
    if kind == "cutters":
        cells += [record["costs"].get(name) for name in COSTS]
    return ["" if cell is None else safe(cell) for cell in cells]


def _cut_cells(record: Spec) -> list[Any]:
    """A cut's cells: what was noted, then what its first reading came to, beside what had been said of it, N·m, N or kW."""
    answer = record["answer"]
    noted = [" ".join(record["seen"]) if name == "seen" else record[name] for name in HEAD["cuts"]]
    first = next((one for one in answer["readings"] if not one["refused"]), None)
    said = (first or {}).get("said") or {}
    told = [answer["of"]["metal"], answer["family"], answer["diameter_mm"], answer["depth_mm"]]
    told += [
        first and first["quantity"],
        first and first["value"],
        *(said.get(name) for name in ("low", "middle", "high")),
        first and first["inside"],
    ]
    readings = [{"kind": one["kind"], "raw": one["raw"]} for one in answer["readings"]]
    return [*noted, *told, _json(record["size"]), _json(readings), _json(record["case"])]


def _json(value: Any) -> str:
    return json.dumps(value, ensure_ascii=False, separators=(",", ":"))


def record_of(kind: str, row: Row) -> Spec:
    """A row's cells, by column, as a record; raises BadInput naming each column that will not do."""
    cells = {FROM_ISO.get(name, name) if kind == "cutters" else name: value for name, value in row.items()}
    problems: list[Problem] = []

    def cell(name: str, entry: Field | None) -> Any:
        try:
            return _read(cells.get(name), name, entry)
        except BadInput as error:
            problems.extend(error.problems)
            return None

    unknown = sorted(set(cells) - set(columns_of(kind)))
    problems += [Problem(name, "there is no such column") for name in unknown]
    record: Spec = {name: cell(name, None) for name in HEAD[kind]}
    if kind == "cuts":
        record |= _cut_of(record, cell)
    elif kind == "checks":
        record["case"] = cell("case", CASE_CELL)
    else:
        record["spec"] = _spec(kind, record, cell)
    if kind == "cutters":
        record["count"] = _count(cells.get("count"), problems)
        record["costs"] = {name: value for name in COSTS if (value := _cost(cells.get(f"costs.{name}"))) is not None}
    if problems:
        raise BadInput(problems)
    return {name: ("" if value is None and name in ("note", "place", "set_name") else value) for name, value in record.items()}


def _cut_of(record: Spec, cell: Any) -> Spec:
    """What of a cut's row is no plain text, read as it is meant."""
    counts = {name: cell(name, COUNT_CELL) for name in ("edge", "step", "hole_no", "holes")}
    flags = {name: value for name in ("taken", "confirmed") if (value := cell(name, FLAG_CELL)) is not None}
    for name in (*counts, "taken", "confirmed"):
        record.pop(name)
    found = {name: value for name, value in counts.items() if value is not None} | flags
    return found | {name: cell(name, CASE_CELL) for name in CUT_CELLS} | {"seen": (record.get("seen") or "").split()}


def _spec(kind: str, record: Spec, cell: Any) -> Spec:
    spec: Spec = {}
    for path, entry in fields_of(kind).items():
        value = cell(path, entry)
        if value is not None:
            _put(spec, path, value)
    own = [
        name
        for name in HEAD[kind]
        if name in ("name", "kind", "family", "diameter_mm", "iso_group") and not (kind == "cutters" and name == "name")
    ]
    return spec | {name: cell(name, all_fields()[f"{PARTS[kind]}.{name}"]) for name in own}


COUNT_CELL = Field("count", "count", "", "", None, None, (), "a count", "", None, "count")
FLAG_CELL = Field("flag", "flag", "", "", None, None, (), "yes or no", "", None, "flag")
CASE_CELL = Field("case", "object", "", "required", None, None, (), "the case", "", None, "case")


def _read(value: Any, name: str, entry: Field | None) -> Any:
    """One cell as the field takes it; an empty cell says nothing."""
    if value is None or (isinstance(value, str) and not value.strip()):
        return None
    if isinstance(value, str):
        value = unsafe(value)
        if len(value) > LONGEST_CELL:
            raise BadInput.at(name, f"is too long; accepted: at most {LONGEST_CELL} characters")
        if fault := text_fault(value):
            raise BadInput.at(name, fault)
    if entry is None:
        return value if isinstance(value, str) else f"{value:g}" if isinstance(value, float) else str(value)
    if entry.kind in AS_JSON:
        return _from_json(value, name)
    if entry.kind == "flag":
        return _flag(value, name)
    if entry.kind in ("number", "count"):
        return _number(value, name, entry)
    return str(value)


def _from_json(value: Any, name: str) -> Any:
    return read_json_strictly(value, name) if isinstance(value, str) else value


def _flag(value: Any, name: str) -> bool:
    words = {"true": True, "yes": True, "1": True, "false": False, "no": False, "0": False}
    found = words.get(str(value).strip().lower())
    if found is None:
        raise BadInput.at(name, f"“{str(value)[:20]}” is neither yes nor no; accepted: true or false")
    return found


def _number(value: Any, name: str, entry: Field) -> float | int:
    if isinstance(value, str):
        text = value.strip().replace(",", ".") if value.count(",") == 1 and "." not in value else value.strip()
        try:
            value = int(text) if text.lstrip("-").isdigit() else float(text)
        except ValueError as error:
            raise BadInput.at(name, f"“{text[:20]}” is no number; accepted: {entry.accepted}") from error
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise BadInput.at(name, f"is no number; accepted: {entry.accepted}")
    return value


def _count(value: Any, problems: list[Problem]) -> int:
    if value in (None, ""):
        return 1
    text = str(value).strip().removesuffix(".0")
    if not text.isdigit():
        problems.append(Problem("count", f"“{text[:20]}” is no count; accepted: a whole number"))
        return 1
    return int(text)


def _cost(value: Any) -> Any:
    if value in (None, ""):
        return None
    if isinstance(value, str):
        value = unsafe(value)
        try:
            return float(value.replace(",", "."))
        except ValueError:
            return value
    return value
