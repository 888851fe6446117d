"""The one evaluator: columns in, loads, findings and a verdict out; the same for one hole, a map or a table."""

from collections.abc import Mapping

import numpy as np
from numpy.typing import NDArray

from bore.base.elementwise import ARRAY, Column, most
from bore.base.formula import enter
from bore.base.immutable import immutable
from bore.cutters.registry import family_of
from bore.job.columns import Columns
from bore.limits import ALL_LIMITS
from bore.limits.judgement import NOT_APPLICABLE, UNKNOWN, Judgement, Limit, by_band, rank, verdict_within
from bore.loads.loads import Loads, loads_of

BLOCK = 16_384
Codes = NDArray[np.int8]


@immutable
class Finding:
    """What one limit found: its judgement, its verdict code, and how much of the hard mark is used."""

    judgement: Judgement | None
    verdict: Column
    use: Column
    why_not: str | None = None


@immutable
class Result:
    """Loads and findings of a group, its verdict code, the index of the tightest limit, and that limit's rank and use."""

    loads: Loads
    findings: Mapping[str, Finding]
    verdict: Column
    tightest: Column
    worst: Column

    @property
    def use(self) -> Column:
        """How much of the tightest limit's hard mark is used."""
        return self.worst - rank(self.verdict, 0.0)


def verdict_of(limit: Limit, reason: Column, banded: Column) -> Column:
    """The verdict code of a judgement that has a reason: that of the reason; in the cells that have none as the band has it."""
    if isinstance(reason, ARRAY):
        codes = np.array([known.verdict for known in limit.reasons], dtype=np.int8)
        return np.where(reason > 0, codes[np.asarray(reason, dtype=int)], banded)
    return limit.reasons[int(reason)].verdict


def _find(limit: Limit, columns: Columns, loads: Loads, spared: Mapping[str, str]) -> Finding:
    if limit.id in spared:
        return Finding(None, NOT_APPLICABLE, 0.0, spared[limit.id])
    if limit.applies is not None and (why_not := limit.applies(columns)):
        return Finding(None, NOT_APPLICABLE, 0.0, why_not)
    enter(limit.id)
    judgement = limit.judge(columns, loads)
    if judgement.needs:
        return Finding(judgement, UNKNOWN, 0.0)
    verdict, use = by_band(judgement)
    reason = judgement.reason
    if isinstance(reason, ARRAY) or reason:
        verdict = verdict_of(limit, reason, verdict)
    return Finding(judgement, verdict, use)


def evaluate(columns: Columns, limits: tuple[Limit, ...] = ALL_LIMITS) -> Result:
    """Check a group of jobs against every limit. Worst first: can't, gives way, tight, holds; then by use."""
    loads = loads_of(columns)
    spared = family_of(columns.family).spared
    findings: dict[str, Finding] = {}
    tightest: Column = 0
    worst: Column = -1.0
    for index, limit in enumerate(limits):
        findings[limit.id] = found = _find(limit, columns, loads, spared)
        if found.judgement is None or found.judgement.needs:
            continue
        here = rank(found.verdict, found.use)
        leads = here > worst
        if isinstance(leads, ARRAY):
            # Reckoned in small numbers: choosing cell by cell costs ten times as much.
            tightest, worst = tightest + leads * (np.int8(index) - tightest), np.maximum(worst, here)
        elif leads:
            tightest, worst = index, here
    worst = most(worst, 0.0)
    return Result(loads, findings, verdict_within(worst), tightest, worst)


def verdicts(columns: Columns, count: int, limits: tuple[Limit, ...] = ALL_LIMITS) -> tuple[Codes, Codes]:
    """Verdict and tightest limit of so many cells whose arrays are flat, worked out block by block: a block stays in the
    processor's own memory, so a table of a million settings costs no more a cell than one of ten thousand."""
    verdict, tightest = np.empty(count, dtype=np.int8), np.empty(count, dtype=np.int8)
    for start in range(0, count, BLOCK):
        part = slice(start, start + BLOCK)
        found = evaluate(columns.at(part), limits)
        verdict[part], tightest[part] = found.verdict, found.tightest
    return verdict, tightest
