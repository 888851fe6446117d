"""The one evaluator: columns in, loads, findings and a verdict out; the same for one hole, a map or a table."""

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bore.base.elementwise import Column, choose, is_array, most
from bore.base.formula import enter
from bore.cutters.registry import family_of
from bore.job.columns import Columns
from bore.limits import ALL_LIMITS
from bore.limits.judgement import NOT_APPLICABLE, UNKNOWN, Judgement, Limit, band_verdict, rank, use_of, verdict_within
from bore.loads.loads import Loads, loads_of

BLOCK = 16_384
Codes = NDArray[np.int8]


@dataclass(frozen=True, slots=True)
class Finding:
    """What one limit found: its judgement, its verdict code, and how much of the hard mark is used."""

    judgement: Judgement | None
    verdict: Column
    use: Column
    why_not: str | None = None


@dataclass(frozen=True, slots=True)
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


def verdict_of(limit: Limit, judgement: Judgement) -> Column:
    """The verdict code of a judgement: by reason where there is one, else by the band."""
    if not judgement.known:
        return UNKNOWN
    by_band = band_verdict(judgement)
    reason = judgement.reason
    if is_array(reason):
        codes = np.array([known.verdict for known in limit.reasons])
        return np.where(reason > 0, codes[np.asarray(reason, dtype=int)], by_band)
    return limit.reasons[int(reason)].verdict if reason else by_band


def _find(limit: Limit, columns: Columns, loads: Loads) -> Finding:
    why_not = family_of(columns.family).spared.get(limit.id) or limit.applies(columns)
    if why_not:
        return Finding(None, NOT_APPLICABLE, 0.0, why_not)
    enter(limit.id)
    judgement = limit.judge(columns, loads)
    return Finding(judgement, verdict_of(limit, judgement), use_of(judgement))


def evaluate(columns: Columns, limits: tuple[Limit, ...] = ALL_LIMITS) -> Result:
    """Check a group of jobs against every limit. Worst first: can't, gives way, tight, holds; then by use."""
    loads = loads_of(columns)
    findings = {limit.id: _find(limit, columns, loads) for limit in limits}
    tightest: Column = 0
    worst: Column = -1.0
    for index, found in enumerate(findings.values()):
        if found.judgement is None or not found.judgement.known:
            continue
        here = rank(found.verdict, found.use)
        leads = here > worst
        tightest, worst = choose(leads, index, tightest), most(here, worst)
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
