"""The match: every machine of the yard with every cutter that makes the hole, each pair at its best real setting."""

from dataclasses import dataclass

from bore.base.budget import look
from bore.base.errors import BadInput
from bore.base.formula import silent
from bore.check.best_setting import Best, best_setting, book_setting
from bore.check.evaluate import evaluate
from bore.job.job import Job
from bore.job.pecks import peck_time_s
from bore.limits import ALL_LIMITS, BY_ID
from bore.limits.judgement import CANNOT
from bore.limits.motor import cut_time_s
from bore.loads.assemble import columns_of

# Pairs looked at by one match: a big shop's crib on all its machines.
MOST_PAIRS = 10_000
# Limits whose refusal no speed and no feed mends.
NOT_MENDED = ("snatch", "holder", "reach", "coolant", "magnet", "work")


@dataclass(frozen=True, slots=True)
class Pairing:
    """One machine with one cutter at its best: places in the yard, verdict, tightest limit, setting and time."""

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


@dataclass(frozen=True, slots=True)
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
        found = [_pair(job, m, c) for m in range(len(job.yard.machines)) for c in fits]
    ranked = sorted(found, key=lambda one: (one.verdict, one.time_s if one.time_s is not None else 1e9, one.use))
    return Match(tuple(ranked), len(job.yard.cutters) - len(fits))


def _best(job: Job) -> Best:
    """The best real setting; of a pair that can't, whatever it is set to, the book's own is as good as any."""
    booked, words = book_setting(job)
    result = evaluate(columns_of(booked))
    if int(result.verdict) == CANNOT and ALL_LIMITS[int(result.tightest)].id in NOT_MENDED:
        setting, loads = booked.setting, result.loads
        spent = float(cut_time_s(columns_of(booked), loads))
        judged = CANNOT, int(result.tightest), float(result.use)
        return Best(booked, *judged, spent, setting.speed_rpm, float(loads.feed_mm_rev), setting.hand_force_n, words)
    return best_setting(job)


def _pair(job: Job, machine_at: int, cutter_at: int) -> Pairing:
    look()
    machine, cutter = job.yard.machines[machine_at], job.yard.cutters[cutter_at]
    best = _best(job.with_cutter(cutter).on_machine(machine))
    columns = columns_of(best.job)
    result = evaluate(columns)
    worst = ALL_LIMITS[int(result.tightest)].id
    time = float(cut_time_s(columns, result.loads)) + peck_time_s(best.job) if result.loads.bites else None
    feed = float(result.loads.feed_mm_rev) if result.loads.bites else None
    return Pairing(
        machine_at,
        cutter_at,
        int(result.verdict),
        worst,
        BY_ID[worst].failure,
        float(result.use),
        best.speed_rpm,
        feed,
        best.hand_force_n,
        time,
        best.words,
    )
