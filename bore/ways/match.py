"""The match: every machine of the yard with every cutter that makes the hole, each pair at its best real setting."""

from bore.base.budget import look
from bore.base.errors import BadInput
from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.check.best_setting import Best, best_setting, book_setting
from bore.check.evaluate import evaluate
from bore.check.held import fitted, held_in
from bore.job.job import Job
from bore.job.pecks import peck_time_s
from bore.limits import ALL_LIMITS, BY_ID
from bore.limits.judgement import CANNOT
from bore.limits.motor import cut_time_s
from bore.loads.assemble import columns_of
from bore.machines.machine import Holder

# Pairs looked at by one match: a big shop's crib on all its machines.
MOST_PAIRS = 10_000
# Limits whose refusal no speed and no feed mends.
NOT_MENDED = ("snatch", "holder", "reach", "coolant", "magnet", "work")
UNMENDED = tuple(BY_ID[name] for name in NOT_MENDED)


@immutable
class Pairing:
    """One machine with one cutter at its best: places in the yard, verdict, tightest limit, setting and time, and what holds it where
    that is not the machine's own holder."""

    machine: int
    cutter: int
    verdict: int
    tightest: str
    failure: str
    use: float
    speed_rpm: float
    feed_mm_rev: float | None
    hand_force_n: float | None
    time_s: float | None
    words: str
    holder: Holder | None


@immutable
class Match:
    """Every pairing, best first; how many cutters were left out because they make another hole."""

    pairings: tuple[Pairing, ...]
    left_out: int


def match(job: Job) -> Match:
    """Pair every machine of the job's yard with every cutter of it that makes the hole, best first: what holds before
    what is tight, the quicker before the slower."""
    with silent():
        fits = [place for place, cutter in enumerate(job.yard.cutters) if job.made_by(cutter)]
        if len(fits) * len(job.yard.machines) > MOST_PAIRS:
            said = f"{len(job.yard.machines)} machines with {len(fits)} cutters that make the hole are too many pairs; accepted: at most {MOST_PAIRS}"
            raise BadInput.at("yard.cutters", said)
        cutters = {place: repr(job.yard.cutters[place]) for place in fits}
        pairs = _Pairs(job, [repr(one) for one in job.yard.machines], cutters, {})
        found = [pairs.at(m, c) for m in range(len(job.yard.machines)) for c in fits]
    ranked = sorted(found, key=lambda one: (one.verdict, one.time_s if one.time_s is not None else 1e9, one.use))
    return Match(tuple(ranked), len(job.yard.cutters) - len(fits))


def crossing(job: Job, machine: int, cutter: int) -> Best:
    """One machine of the job's yard with one cutter of it, by their places, at the setting the match finds best."""
    with silent():
        return _best(_paired(job, machine, cutter))


def _paired(job: Job, machine: int, cutter: int) -> Job:
    """The hole on a machine of the yard with a cutter of it, in what such a machine holds it in."""
    return fitted(job.with_cutter(job.yard.cutters[cutter]).on_machine(job.yard.machines[machine]))


def _best(job: Job) -> Best:
    """The best real setting; of a pair that can't, whatever it is set to, the book's own is as good as any."""
    booked, words = book_setting(job)
    columns = columns_of(booked)
    # Whether one of those refuses is soon found; the rest is asked only then.
    if any(found.verdict == CANNOT for found in evaluate(columns, UNMENDED).findings.values()):
        result = evaluate(columns)
        if int(result.verdict) == CANNOT and ALL_LIMITS[int(result.tightest)].id in NOT_MENDED:
            setting, loads = booked.setting, result.loads
            judged = CANNOT, int(result.tightest), float(result.use)
            spent = float(cut_time_s(columns, loads)), setting.speed_rpm, float(loads.feed_mm_rev)
            return Best(booked, *judged, *spent, setting.hand_force_n, words, bool(loads.bites))
    return best_setting(job)


@immutable
class _Pairs:
    """A job's yard paired: what is alike in all that is said of it is worked out once."""

    job: Job
    machines: list[str]
    cutters: dict[int, str]
    found: dict[tuple[str, str], Best]

    def at(self, machine: int, cutter: int) -> Pairing:
        """One machine with one cutter, by their places."""
        look()
        yard, alike = self.job.yard, (self.machines[machine], self.cutters[cutter])
        if alike not in self.found:
            self.found[alike] = _best(_paired(self.job, machine, cutter))
        best = self.found[alike]
        place = held_in(best.job.machine, best.job.cutter, yard.machines[machine].holder.kind)
        worst = ALL_LIMITS[best.tightest].id
        time = best.time_s + peck_time_s(best.job) if best.bites else None
        feed = best.feed_mm_rev if best.bites else None
        judged = best.verdict, worst, BY_ID[worst].failure, best.use
        words = f"{place}, {best.words}" if place else best.words
        other = best.job.machine.holder if place else None
        return Pairing(machine, cutter, *judged, best.speed_rpm, feed, best.hand_force_n, time, words, other)
