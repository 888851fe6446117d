"""The way out: changes that were checked before they are offered, cheapest first; the nearest miss where none will do."""

import math
from typing import Any

from bore.base.budget import look
from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.check.evaluate import Result, evaluate
from bore.job.columns import Columns
from bore.job.job import Job
from bore.limits import ALL_LIMITS
from bore.limits.judgement import HOLDS, TIGHT
from bore.limits.motor import cut_time_s
from bore.loads.assemble import columns_of
from bore.ways.candidate import Candidate
from bore.ways.proposals import all_changes, pairs
from bore.ways.to_get import things_to_get

MOST_OFFERED = 5
# A change that does not turn the worst limit must at least ease it by this much.
EASED = 0.8
# What a factor e of time is worth in bother.
TIME_WEIGHT = 1.0
# Ways that leave this machine or this drill aside.
TO_GET = "to-get"
ELSEWHERE = ("other-machine", "other-family")


@immutable
class Way:
    """A change that helps: what it is, what it makes of the hole, and what it costs."""

    kind: str
    sentence: str
    changes: dict[str, Any]
    verdict: int
    tightest: str
    use: float
    time_ratio: float | None
    tool_change: bool


@immutable
class WaysOut:
    """The ways out of a job, and where there is none the nearest miss."""

    tightest: str
    ways: tuple[Way, ...]
    nearest_miss: Way | None


@immutable
class _Tried:
    candidate: Candidate
    way: Way
    rank: float
    cost: float
    helps: bool


def ways_out(job: Job) -> WaysOut:
    """What would make a job go, or go with more room; nothing where it holds already."""
    with silent():
        columns = columns_of(job)
        result = evaluate(columns)
        worst = ALL_LIMITS[int(result.tightest)].id
        if int(result.verdict) == HOLDS:
            return WaysOut(worst, (), None)
        time_s = float(cut_time_s(columns, result.loads)) if result.loads.bites else None
        before = float(result.worst)
        candidates = list(all_changes(job, columns, result))
        tried = [_try(candidate, worst, result, before, time_s) for candidate in candidates]
        # Two limits failing together want two changes: tried where this machine and drill have no single one that does it with room.
        here = [one for one in _going(tried, int(result.verdict)) if one.way.kind not in ELSEWHERE]
        if not here or (int(result.verdict) > TIGHT and all(one.way.verdict == TIGHT for one in here)):
            alone = min((one.way.verdict for one in here), default=int(result.verdict) + 1)
            both = (_try(candidate, worst, result, before, time_s) for candidate in pairs(candidates))
            tried += [one for one in both if one.way.verdict < alone]
        if int(result.verdict) > TIGHT and not _going(tried, int(result.verdict)):
            had = (_try(candidate, worst, result, before, time_s) for candidate in things_to_get(job))
            # Nobody buys what only eases it.
            tried += [one for one in had if one.way.verdict <= TIGHT]
    helping = [one for one in tried if one.helps]
    # Where something makes the whole hole go, what only eases it is not worth saying.
    chosen = _cheapest(_going(tried, int(result.verdict)) or helping)
    miss = None if chosen else min(tried, key=lambda one: one.rank, default=None)
    return WaysOut(worst, tuple(one.way for one in chosen), miss.way if miss and miss.rank < before else None)


def _going(tried: list[_Tried], was: int) -> list[_Tried]:
    """Those that make the whole hole go, or with more room where it went already."""
    return [one for one in tried if one.helps and one.way.verdict <= TIGHT and (one.way.verdict < was or was == TIGHT)]


def _try(candidate: Candidate, worst: str, was: Result, before: float, time_s: float | None) -> _Tried:
    look()
    columns: Columns = columns_of(candidate.job)
    result = evaluate(columns)
    after = float(result.worst)
    eased, held = was.findings[worst], result.findings[worst]
    turned = int(held.verdict) in (HOLDS, TIGHT, -1, -2) and int(held.verdict) < int(eased.verdict)
    lighter = float(held.use) <= EASED * float(eased.use) and float(held.verdict) <= float(eased.verdict)
    helps = after < before and (turned or lighter)
    ratio = _time_ratio(candidate, columns, result, time_s)
    way = Way(
        candidate.kind,
        candidate.sentence,
        dict(candidate.changes),
        int(result.verdict),
        ALL_LIMITS[int(result.tightest)].id,
        float(result.use),
        ratio,
        candidate.tool_change,
    )
    # A change that ends tight is worth a little less than one that holds.
    cost = candidate.bother + TIME_WEIGHT * math.log(max(ratio or 1.0, 0.2)) + (0.5 if int(result.verdict) == TIGHT else 0.0)
    return _Tried(candidate, way, after, cost, helps)


def _time_ratio(candidate: Candidate, columns: Columns, result: Result, time_s: float | None) -> float | None:
    if time_s is None or not result.loads.bites:
        return None
    return (float(cut_time_s(columns, result.loads)) + candidate.added_s) / time_s


def _cheapest(tried: list[_Tried]) -> list[_Tried]:
    """At most five, cheapest first, one of each kind; a kind that comes cheaper with less changed goes before."""
    found: dict[str, _Tried] = {}
    for one in sorted(tried, key=lambda one: one.cost):
        kind = f"{one.way.kind} {one.way.sentence}" if one.way.kind == TO_GET else one.way.kind
        if kind in found or any(one.way.sentence == other.way.sentence for other in found.values()):
            continue
        found[kind] = one
    return list(found.values())[:MOST_OFFERED]
