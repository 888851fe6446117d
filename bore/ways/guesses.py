"""Which of the things that were assumed carry the verdict: each tried the other way, as a doubting hand would.

What the other way is stands in `tables/guesses.csv` (common practice): a value, or a factor written `x0.8`.
"""

import re
from typing import Any

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.sources import rows
from bore.case.fields import all_fields
from bore.case.read import read_case
from bore.case.typed import with_value
from bore.check.check import Check, check
from bore.job.assumption import Assumption
from bore.materials.hardness import SCALED_GROUPS

# No more than these are worth saying; and by how much the nearest limit has to move for a guess to count.
MOST, LEAST_MOVE = 5, 0.10
HARDNESS = "material.hardness_hb"
_PLACE = re.compile(r"\[\d+\]")


@immutable
class Guess:
    """An assumption that carries the verdict: what was taken, what else it may be, how to find out, and what the check says then."""

    field: str
    value: Any
    other: Any
    why: str
    checked: Check
    moves: bool


def _others() -> dict[str, tuple[str, str]]:
    return {row["field"]: (row["other"], row["why"]) for row in rows("guesses.csv")}


def _other(field: str, value: Any, text: str) -> Any:
    """The other value of a field, of its own kind and within its range; None where there is none."""
    entry = all_fields()[field]
    if text.startswith("x"):
        if not isinstance(value, int | float) or isinstance(value, bool) or not value:
            return None
        found = float(f"{value * float(text[1:]):.4g}")
        return min(max(found, entry.low or 0.0), entry.high if entry.high is not None else found)
    if entry.kind == "flag":
        return text == "yes"
    return float(text) if entry.kind in ("number", "count") else text


def guesses(case: dict[str, Any]) -> list[Guess]:
    """The assumptions of a case that carry its verdict, the weightiest first: those that turn it, then those that move the nearest limit.

    Raises BadInput as `read_case` does.
    """
    job = read_case(case)
    begun = check(job, recorded=False)
    others = _others()
    assumed = list(job.assumed)
    row = job.material
    if case["material"].get("hardness_hb") is None and row.hardness_hb and row.iso_group in SCALED_GROUPS:
        assumed.append(Assumption(HARDNESS, row.hardness_hb, ""))
    found = []
    for one in assumed:
        field = _PLACE.sub("[]", one.field)
        if field not in others:
            continue
        other = _other(field, one.value, others[field][0])
        if other is None or other == one.value:
            continue
        try:
            checked = check(read_case(with_value(case, one.field, other)), recorded=False)
        except BadInput:
            continue  # the other way does not go with the rest of this case
        moves = int(checked.result.verdict) != int(begun.result.verdict)
        if moves or _moved(begun, checked) >= LEAST_MOVE:
            found.append((moves, _moved(begun, checked), Guess(one.field, one.value, other, others[field][1], checked, moves)))
    return [guess for *_, guess in sorted(found, key=lambda one: one[:2], reverse=True)[:MOST]]


def _moved(begun: Check, checked: Check) -> float:
    """By what share the nearest limit's figure moves."""
    before, after = float(begun.result.use), float(checked.result.use)
    return abs(after - before) / max(before, 1e-9)
