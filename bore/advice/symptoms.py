"""What may be seen while it cuts, what that likely means here and what to do: a table, ranked by the job's own numbers."""

from collections.abc import Callable
from functools import cache
from typing import Any

from bore.base.immutable import immutable, outgoing
from bore.base.sources import rows
from bore.check.check import Check
from bore.limits import BY_ID
from bore.limits.judgement import CANNOT, GIVES_WAY, HOLDS, TIGHT, UNKNOWN
from bore.machines.kinds import HAND_FEEDS

MOST_SHOWN = 6
# A symptom that no limit speaks for is worth this much of one that stands at its mark.
QUIET = 0.2
# A limit used more than this is not felt more; and what a verdict adds.
MOST_FELT = 2.0
FELT: dict[Any, float] = {UNKNOWN: 0.0, HOLDS: 0.0, TIGHT: 1.0, GIVES_WAY: 2.0, CANNOT: 2.0}
BIG_MM = 12.0

WHEN: dict[str, Callable[[Check], bool]] = {
    "": lambda check: True,
    "big": lambda check: check.job.hole.diameter_mm > BIG_MM and check.job.hole.start_diameter_mm == 0,
    "long-chip": lambda check: check.job.material.chip == "long",
    "ductile": lambda check: check.job.material.chip in ("long", "medium") and check.job.cutter.wear != "sharp",
    "through": lambda check: check.job.hole.through,
    "driven": lambda check: check.job.machine.feed.kind not in HAND_FEEDS,
    "belt": lambda check: check.job.machine.spindle.drive == "belt",
    "tapped": lambda check: check.job.cutter.kind.feeds_its_pitch,
}


@outgoing
class Symptom:
    """Something to watch for while it cuts; `likelihood` ranks it, `because` names the limit that makes it likely here."""

    id: str
    seen: str
    likely: str
    do: str
    because: str | None
    likelihood: float


@immutable
class Row:
    """A row of the table, in words."""

    id: str
    seen: str
    likely: str
    do: str


@cache
def _table() -> tuple[tuple[tuple[str, ...], Callable[[Check], bool], Row], ...]:
    """Of each row the limits that speak for it, when it may show at all, and its words."""
    return tuple(
        (tuple(row["limits"].split()), WHEN[row["when"]], Row(row["id"], row["seen"], row["likely"], row["do"]))
        for row in rows("symptoms.csv")
    )


def symptoms_for(check: Check) -> list[Symptom]:
    """The symptoms this job is likeliest to show, likeliest first; those alike as the table has them."""
    # How near each limit stands to being felt: its use of the hard mark, more once it is tight or gives way.
    weights: dict[str, Any] = {
        name: min(one.use, MOST_FELT) + FELT[one.verdict] for name, one in check.result.findings.items() if one.judgement is not None
    }
    found: list[tuple[float, str | None, Row]] = []
    for limits, when, row in _table():
        # Of the limits that speak for it the one that stands nearest to being felt.
        leads, likelihood = None, QUIET
        for name in limits:
            if name in weights and (leads is None or weights[name] > likelihood):
                leads, likelihood = name, weights[name]
        if (leads or not limits) and when(check):
            found.append((likelihood, leads, row))
    found.sort(key=lambda one: -round(one[0], 3))
    return [_symptom(row, likelihood, leads) for likelihood, leads, row in found[:MOST_SHOWN]]


def _symptom(row: Row, likelihood: float, leads: str | None) -> Symptom:
    because = BY_ID[leads].failure if leads and likelihood > QUIET else None
    return Symptom(id=row.id, seen=row.seen, likely=row.likely, do=row.do, because=because, likelihood=round(likelihood, 3))
