"""What may be seen while it cuts, what that likely means here and what to do: a table, ranked by the job's own numbers."""

from collections.abc import Callable
from functools import cache

from bore.base.immutable import immutable
from bore.base.sources import rows
from bore.check.check import Check
from bore.check.evaluate import Finding
from bore.limits import BY_ID
from bore.limits.judgement import GIVES_WAY, TIGHT
from bore.machines.kinds import HAND_FEEDS

MOST_SHOWN = 6
# A symptom that no limit speaks for is worth this much of one that stands at its mark.
QUIET = 0.2
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


@immutable
class Symptom:
    """One thing to watch for; `likelihood` ranks it, `because` names the limit that makes it likely here."""

    id: str
    seen: str
    likely: str
    do: str
    because: str | None
    likelihood: float


@cache
def _table() -> tuple[tuple[dict[str, str], tuple[str, ...]], ...]:
    return tuple((row, tuple(row["limits"].split())) for row in rows("symptoms.csv"))


def _weight(found: Finding) -> float:
    """How near a limit stands to being felt: its use of the hard mark, more once it is tight or gives way."""
    verdict = int(found.verdict)
    if found.judgement is None or verdict < 0:
        return 0.0
    return min(float(found.use), 2.0) + (1.0 if verdict == TIGHT else 2.0 if verdict >= GIVES_WAY else 0.0)


def symptoms_for(check: Check) -> list[Symptom]:
    """The symptoms this job is likeliest to show, likeliest first."""
    weights = {name: _weight(one) for name, one in check.result.findings.items() if one.judgement is not None}
    found = []
    for row, limits in _table():
        if not WHEN[row["when"]](check):
            continue
        names = [name for name in limits if name in weights]
        if limits and not names:
            continue
        leads = max(names, key=weights.__getitem__, default=None)
        likelihood = weights[leads] if leads else QUIET
        because = BY_ID[leads].failure if leads and likelihood > QUIET else None
        found.append(Symptom(row["id"], row["seen"], row["likely"], row["do"], because, round(likelihood, 3)))
    return sorted(found, key=lambda one: -one.likelihood)[:MOST_SHOWN]
