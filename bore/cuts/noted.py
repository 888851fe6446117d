"""A cut as somebody noted it beside the machine: how it went, what was read, measured and seen. Nothing but what it is said to be."""

from collections.abc import Collection
from functools import cache
from typing import Any

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.plain import figure, known_fields, listed, plain_text
from bore.base.sources import rows

Data = dict[str, Any]
MOST_READINGS, MOST_SEEN, MOST_HOLES = 12, 20, 100_000
# What can be measured of a hole, and the X an insert drill stood at for it, with their ranges in mm.
MEASURED: dict[str, tuple[float, float]] = {
    "diameter_mm": (0.05, 500.0),
    "depth_mm": (0.05, 5000.0),
    "off_place_mm": (0.0, 100.0),
    "burr_mm": (0.0, 20.0),
    "insert_x_mm": (-2000.0, 2000.0),
}
GAUGES = ("go", "no-go")
SIZE = (*MEASURED, "gauge")


@immutable
class Outcome:
    """How a cut went; `made`: the edge did a hole's work."""

    id: str
    words: str
    made: bool


@cache
def outcomes() -> dict[str, Outcome]:
    """Every way a cut goes, by its name."""
    return {row["id"]: Outcome(row["id"], row["words"], row["made"] == "true") for row in rows("outcomes.csv")}


def read_outcome(value: Any) -> str:
    """How it went, by default as meant. Raises BadInput."""
    if value is None:
        return "done"
    if not isinstance(value, str) or value not in outcomes():
        raise BadInput.at("outcome", f"accepted: {', '.join(outcomes())}")
    return value


def read_size(value: Any) -> Data:
    """What was measured of the hole, only what was. Raises BadInput naming the field."""
    if value is None:
        return {}
    known_fields(value, SIZE, "size")
    found: Data = {
        name: figure(value[name], f"size.{name}", low, high) for name, (low, high) in MEASURED.items() if value.get(name) is not None
    }
    if value.get("gauge") is not None:
        if value["gauge"] not in GAUGES:
            raise BadInput.at("size.gauge", f"accepted: {', '.join(GAUGES)}")
        found["gauge"] = value["gauge"]
    return found


def read_seen(value: Any, known: Collection[str]) -> list[str]:
    """What was seen, heard or felt, by the names of the symptoms. Raises BadInput naming the one that is none."""
    found = listed(value, "seen", MOST_SEEN)
    for place, one in enumerate(found):
        if plain_text(one, f"seen[{place}]") not in known:
            raise BadInput.at(f"seen[{place}]", f"“{str(one)[:40]}” is no symptom; accepted: {', '.join(known)}")
    return list(dict.fromkeys(found))


def whole(value: Any, at: str, low: int, high: int, default: int) -> int:
    """A whole number within a range, or the default where nothing is said. Raises BadInput naming it."""
    if value is None:
        return default
    if isinstance(value, bool) or not isinstance(value, int) or not low <= value <= high:
        raise BadInput.at(at, f"accepted: a whole number, {low} to {high}")
    return value
