"""What it costs to keep an edge on a cutter: prices, edges, regrinds and how many survive them."""

from typing import Any

from bore.base.errors import BadInput

# Name, lowest, highest, whether whole, words.
FIGURES: tuple[tuple[str, float, float, bool, str], ...] = (
    ("price", 0, 100000, False, "price of the cutter, or of the body of one with inserts, in the shop's money"),
    ("edge_price", 0, 10000, False, "price of one insert, tip or blade"),
    ("edges_per_insert", 1, 8, True, "edges an insert has, used one after another"),
    ("regrinds", 0, 100, True, "times it may be reground"),
    ("regrind_price", 0, 10000, False, "price of one regrind"),
    ("edge_life_m", 0.01, 10000, False, "metres of hole one edge lasts, as it has been seen here"),
    ("survivors_share", 0, 1, False, "share of those sent that come back fit for use"),
)
TEXTS = {"holder": "holder or body it belongs in", "insert": "insert, tip or blade it takes"}


def checked_costs(data: Any) -> dict[str, Any]:
    """Costs as they were given, held to their ranges; raises BadInput naming the field."""
    if not isinstance(data, dict):
        raise BadInput.at("costs", "must be an object")
    known = {name for name, *_ in FIGURES} | set(TEXTS)
    for name in data:
        if name not in known:
            raise BadInput.at(f"costs.{str(name)[:40]}", f"there is no such field; accepted: {', '.join(sorted(known))}")
    found: dict[str, Any] = {}
    for name, low, high, whole, words in FIGURES:
        if data.get(name) is not None:
            found[name] = _figure(data[name], name, low, high, whole, words)
    for name in TEXTS:
        value = data.get(name)
        if value not in (None, ""):
            if not isinstance(value, str) or len(value) > 120 or not value.isprintable():
                raise BadInput.at(f"costs.{name}", "accepted: text of at most 120 characters")
            found[name] = value
    return found


def _figure(value: Any, name: str, low: float, high: float, whole: bool, words: str) -> float:
    ok = isinstance(value, int | float) and not isinstance(value, bool) and low <= value <= high
    if not ok or (whole and float(value) != int(value)):
        raise BadInput.at(f"costs.{name}", f"{words}; accepted: {'a whole number ' if whole else ''}{low:g} to {high:g}")
    return int(value) if whole else float(value)
