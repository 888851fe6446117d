"""A recorded trace of the spindle's load, told apart into holes and pecks, and held against what was said of it along the depth.

Thresholds, waits and lines are our own choice, tried on simulated traces of every kind of machine (tests/bore/test_trace.py).
"""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from functools import cache

import numpy as np
from numpy.typing import NDArray

from bore.base.immutable import immutable
from bore.base.sources import rows
from bore.cuts.columns import HOLE_TO_HOLE

Array = NDArray[np.float64]
Mask = NDArray[np.bool_]
# A move so many times as fast as the cut is a rapid: what the meter shows there is idling.
RAPID = 3.0
# The cut begins so many standard deviations of idling, or such a share of the highest load that was said, over idling; it ends at half.
ON_SIGMAS, ON_SHARE, OFF_SHARE = 4.0, 0.12, 0.5
# So small a share of the samples may lie lower than idling.
SLIPS = 0.002
# A rise shorter than this is none; without positions one that comes back within this time is a peck.
SHORTEST_S, PECK_S = 0.4, 1.6
# Places nearer than this are the same hole, mm; a peck enters at least so far below the face.
SAME_PLACE_MM, BELOW_MM = 0.5, 0.3
# Judged where at least this share of the highest load is said: the point in the metal, and not yet through.
JUDGED_SHARE = 0.6
# Lines of alarm in standard deviations, and how long it must last, s.
LINES, OVER_S, UNDER_S, BROKE_S, SLOWED_S = 3.0, 0.5, 1.0, 0.7, 0.2
BROKE_SHARE, BROKE_BEFORE, SLOWED_SHARE = 0.15, 0.9, 0.8
# How far a load creeps or jumps before it is said, and by how many standard errors.
CREEP_WITHIN, CREEP_HOLES, JUMP, ERRORS = 1.2, 1.10, 1.4, 3.0
JUMP_S, LEAST_SAMPLES, LEAST_HOLES = 1.0, 4, 4


@immutable
class Expected:
    """What is said of the load: in per cent over idling along the depth of the tip, at a feed and a speed, to a depth; a factor that the
    shop's log has for it, and the spread of one hole about that."""

    depth_mm: Array
    load_percent: Array
    feed_mm_s: float
    speed_rpm: float
    end_mm: float
    pecked: bool = False
    factor: float = 1.0
    sd: float = 0.10

    @property
    def peak(self) -> float:
        """The highest load that is said, the factor in it."""
        return float(self.load_percent.max()) * self.factor

    def at(self, depth_mm: Array) -> Array:
        """The load that is said at some depths."""
        return np.asarray(np.interp(depth_mm, self.depth_mm, self.load_percent) * self.factor, dtype=np.float64)

    def depth_of(self, load: float) -> float:
        """The depth at which a load is first said to be reached."""
        over = np.flatnonzero(self.load_percent * self.factor >= load)
        return float(self.depth_mm[over[0]]) if over.size else 0.0


@immutable
class Trace:
    """Samples in time: the load, and what else the machine told."""

    t_s: Array
    load: Array
    rpm: Array | None = None
    feed_mm_s: Array | None = None
    z_mm: Array | None = None
    x_mm: Array | None = None
    tool: Array | None = None
    gaps: tuple[tuple[float, float], ...] = ()


@immutable
class Hole:
    """One hole of a trace: when, in how many pecks, how deep, its median load and that over what was said; what is amiss; its samples."""

    hole: int
    start_s: float
    end_s: float
    pecks: int
    depth_mm: float
    load_median: float
    ratio: float | None
    alarms: tuple[str, ...]
    depths_mm: Array
    loads: Array


@immutable
class Watched:
    """What idling is and how it scatters, and the holes."""

    idle: float
    sigma: float
    holes: tuple[Hole, ...]


@dataclass(slots=True)
class _Found:
    """A hole on its way: the samples of each peck, and where the face is."""

    pecks: list[slice] = field(default_factory=list)
    face_mm: float = 0.0


@immutable
class Alarm:
    """Something amiss, in words; `its_own`: of the one hole, so that it tells nothing of an edge that dulls."""

    words: str
    its_own: bool


@cache
def alarms() -> dict[str, Alarm]:
    """Everything that may be amiss, by its name."""
    return {row["alarm"]: Alarm(row["words"], row["its_own"] == "yes") for row in rows("trace_alarms.csv")}


def _of_its_own(said: Sequence[str]) -> bool:
    return any(alarms()[one].its_own for one in said)


def watch(trace: Trace, expected: Expected) -> Watched:
    """A trace told apart and judged."""
    idle, sigma = idling(trace, expected)
    net = trace.load - idle
    on = max(ON_SIGMAS * sigma, ON_SHARE * expected.peak)
    rises = list(_rises(trace.t_s, net, on, OFF_SHARE * on))
    holes: list[Hole] = []
    for number, found in enumerate(_together(trace, rises), 1):
        holes.append(_judged(number, _samples(trace, net, found, expected, expected.depth_of(on), sigma), holes))
    return Watched(idle, sigma, tuple(holes))


def idling(trace: Trace, expected: Expected) -> tuple[float, float]:
    """The load of a spindle that turns and does not cut: at rapids where they are told, else what lies near the lowest; and its scatter."""
    turning = np.ones(trace.t_s.size, dtype=bool) if trace.rpm is None else trace.rpm > 0.5 * expected.speed_rpm
    if trace.feed_mm_s is not None:
        rapid = turning & (trace.feed_mm_s > RAPID * expected.feed_mm_s)
        if rapid.sum() >= LEAST_SAMPLES:
            return _middle(trace.load[rapid])
    loads = np.sort(trace.load[turning] if turning.any() else trace.load)
    # A few samples may be the meter's own slips; a deep hole leaves little time to idle in.
    lowest = loads[min(int(SLIPS * loads.size) + 2, loads.size - 1)]
    return _middle(loads[loads <= lowest + ON_SHARE * OFF_SHARE * expected.peak])


def _middle(values: Array) -> tuple[float, float]:
    middle = float(np.median(values))
    return middle, 1.4826 * float(np.median(np.abs(values - middle)))


def _rises(t_s: Array, net: Array, on: float, off: float) -> Iterator[slice]:
    """Where the load is up: from over `on` to under `off`, long enough to be a cut."""
    start = None
    for place, load in enumerate(net):
        if start is None and load > on:
            start = place
        elif start is not None and load < off:
            if t_s[place] - t_s[start] >= SHORTEST_S:
                yield slice(start, place)
            start = None
    if start is not None and t_s[-1] - t_s[start] >= SHORTEST_S:
        yield slice(start, len(net))


def _together(trace: Trace, rises: Sequence[slice]) -> list[_Found]:
    """Rises that are one hole's pecks: at the same place and entered below the face, or soon after one another."""
    found: list[_Found] = []
    for rise in rises:
        if not (found and _is_a_peck(trace, found[-1], rise)):
            found.append(_Found([], 0.0 if trace.z_mm is None else float(trace.z_mm[rise.start])))
        found[-1].pecks.append(rise)
    return found


def _is_a_peck(trace: Trace, hole: _Found, rise: slice) -> bool:
    before = hole.pecks[-1]
    for told in (trace.x_mm, trace.tool):
        if told is not None and abs(told[rise.start] - told[before.start]) > SAME_PLACE_MM:
            return False
    if trace.z_mm is not None:
        return bool(hole.face_mm - trace.z_mm[rise.start] > BELOW_MM)
    return bool(trace.t_s[rise.start] - trace.t_s[before.stop - 1] <= PECK_S)


def _depths(trace: Trace, hole: _Found, places: NDArray[np.int_], expected: Expected, first_mm: float) -> Array:
    """The depth of the tip at each sample of a hole's pecks: as told, else by how long it has fed."""
    if trace.z_mm is not None:
        return np.asarray(first_mm + hole.face_mm - trace.z_mm[places], dtype=np.float64)
    steps = np.concatenate([_steps(trace, one, expected) for one in hole.pecks])
    return np.asarray(first_mm + np.cumsum(steps), dtype=np.float64)


def _steps(trace: Trace, peck: slice, expected: Expected) -> Array:
    """How far it feeds from sample to sample of one peck."""
    spent = np.diff(trace.t_s[peck], prepend=trace.t_s[peck.start])
    return np.asarray(spent * (expected.feed_mm_s if trace.feed_mm_s is None else trace.feed_mm_s[peck]), dtype=np.float64)


@immutable
class _Samples:
    """A hole's samples, its pecks on end: moments, depths, logarithms of the load over what was said, and of them, those to be judged;
    how far each may lie out."""

    trace: Trace
    net: Array
    hole: _Found
    expected: Expected
    places: NDArray[np.int_]
    depth: Array
    logs: Array
    full: Mask
    line: Array

    @property
    def t_s(self) -> Array:
        """The moments."""
        return self.trace.t_s[self.places]


def _samples(trace: Trace, net: Array, hole: _Found, expected: Expected, first_mm: float, sigma: float) -> _Samples:
    places = np.concatenate([np.arange(one.start, one.stop) for one in hole.pecks])
    depth = _depths(trace, hole, places, expected, first_mm)
    said = np.maximum(expected.at(depth), 1e-6)
    logs = np.log(np.maximum(net[places], 1e-6) / said)
    # A light cut is read by few digits of the meter: what idling scatters by counts with it.
    line = LINES * np.hypot(expected.sd, sigma / said)
    return _Samples(trace, net, hole, expected, places, depth, logs, said >= JUDGED_SHARE * expected.peak, line)


def _judged(number: int, cut: _Samples, before: Sequence[Hole]) -> Hole:
    ratio = float(math.exp(np.median(cut.logs[cut.full]))) if cut.full.any() else None
    judged = not (cut.trace.z_mm is None and _beside_a_gap(cut.trace, cut.t_s))
    said = list(_alarms(cut)) if judged else []
    if judged and ratio is not None and not _of_its_own(said) and _creeps_now(before, ratio):
        said.append("creep-holes")
    loads = cut.trace.load[cut.places]
    load = float(np.median(loads[cut.full] if cut.full.any() else loads))
    return Hole(
        number,
        float(cut.t_s[0]),
        float(cut.t_s[-1]),
        len(cut.hole.pecks),
        float(cut.depth.max()),
        load,
        ratio,
        tuple(said),
        cut.depth,
        loads,
    )


def _creeps_now(before: Sequence[Hole], ratio: float) -> bool:
    """Whether the load creeps up with this hole for the first time, over those before it that had nothing of their own."""
    sound = [one.ratio for one in before if one.ratio is not None and not _of_its_own(one.alarms)]
    return all("creep-holes" not in one.alarms for one in before) and _creeps([*sound, ratio])


def _beside_a_gap(trace: Trace, t_s: Array) -> bool:
    return any(start <= t_s[-1] + PECK_S and end >= t_s[0] - PECK_S for start, end in trace.gaps)


def _alarms(cut: _Samples) -> Iterator[str]:
    """What is amiss within one hole."""
    t_s, logs, full = cut.t_s, cut.logs, cut.full
    if _lasts(t_s, full & (logs > cut.line), OVER_S):
        yield "over"
    if _lasts(t_s, full & (logs < -cut.line) & (logs > math.log(BROKE_SHARE)), UNDER_S):
        yield "under"
    if float(cut.depth.max()) < BROKE_BEFORE * cut.expected.end_mm and _went_on(cut.trace, cut.net, cut.hole.pecks[-1], cut.expected):
        yield "broke"
    if _rose_within(logs[full]):
        yield "creep-within"
    if _jumped(t_s[full], logs[full]):
        yield "jump"
    if cut.trace.rpm is not None and _lasts(t_s, cut.trace.rpm[cut.places] < SLOWED_SHARE * cut.expected.speed_rpm, SLOWED_S):
        yield "slowed"


def _lasts(t_s: Array, amiss: Mask, least_s: float) -> bool:
    """Whether something is so for long enough on end, and in two samples at least; a sample stands for the time to the next."""
    if not amiss.any():
        return False
    each = float(np.median(np.diff(t_s))) if t_s.size > 1 else 0.0
    edges = np.flatnonzero(np.diff(np.concatenate(([False], amiss, [False])).astype(int)))
    runs = zip(edges[::2], edges[1::2], strict=True)
    return any(stop - start > 1 and t_s[stop - 1] - t_s[start] + each >= least_s for start, stop in runs)


def _went_on(trace: Trace, net: Array, last: slice, expected: Expected) -> bool:
    """Whether it fed on with hardly any load after the last rise of a hole that is not deep enough; where feed and place are not told,
    a hole that ends too soon is taken for one, unless it is pecked."""
    after = slice(last.stop, len(net))
    idle: Mask = net[after] < BROKE_SHARE * expected.peak
    feeding: Mask
    if trace.feed_mm_s is not None:
        feeding = (trace.feed_mm_s[after] > 0.3 * expected.feed_mm_s) & (trace.feed_mm_s[after] < RAPID * expected.feed_mm_s)
    elif trace.z_mm is not None:
        down = -np.gradient(trace.z_mm, trace.t_s)[after]
        feeding = (down > 0.3 * expected.feed_mm_s) & (down < RAPID * expected.feed_mm_s)
    else:
        return not expected.pecked
    stays = idle & feeding
    until = int(np.argmin(stays)) if not stays.all() else stays.size
    spent = trace.t_s[after][:until]
    each = float(np.median(np.diff(trace.t_s)))
    return spent.size > 0 and bool(spent[-1] - spent[0] + each >= BROKE_S)


def _rose_within(logs: Array) -> bool:
    """Whether the last quarter of a hole lies over the first, by share and by standard errors."""
    quarter = logs.size // 4
    if quarter < LEAST_SAMPLES:
        return False
    first, last = logs[:quarter], logs[-quarter:]
    error = math.sqrt((float(first.var(ddof=1)) + float(last.var(ddof=1))) / quarter)
    rise = float(last.mean() - first.mean())
    return rise > math.log(CREEP_WITHIN) and rise > ERRORS * error


def _jumped(t_s: Array, logs: Array) -> bool:
    """Whether the load rose at one moment and stayed up."""
    if t_s.size < 2 * LEAST_SAMPLES:
        return False
    near_s = max(JUMP_S, (LEAST_SAMPLES + 1) * float(np.median(np.diff(t_s))))
    # Only where the fewest samples after it all lie above the fewest before it can all of the wider ones.
    near = np.lib.stride_tricks.sliding_window_view(logs, LEAST_SAMPLES)
    rises = near[LEAST_SAMPLES:-1].min(axis=1) > near[: -LEAST_SAMPLES - 1].max(axis=1)
    for place in LEAST_SAMPLES + np.flatnonzero(rises):
        before = logs[:place][t_s[:place] > t_s[place] - near_s]
        after = logs[place:][t_s[place:] < t_s[place] + near_s]
        enough = min(before.size, after.size) >= LEAST_SAMPLES
        if enough and float(np.median(after) - np.median(before)) > math.log(JUMP) and float(after.min()) > float(before.max()):
            return True
    return False


def _creeps(ratios: Sequence[float]) -> bool:
    """Whether holes creep up: a line through their logarithms rises by a tenth in all, and by three of its standard errors."""
    count = len(ratios)
    if count < LEAST_HOLES:
        return False
    number, logs = np.arange(count, dtype=np.float64), np.log(np.array(ratios))
    slope, start = np.polyfit(number, logs, 1)
    left = logs - start - slope * number
    scatter = max(HOLE_TO_HOLE, math.sqrt(float(left @ left) / max(count - 2, 1)))
    error = scatter / math.sqrt(float(((number - number.mean()) ** 2).sum()))
    return bool(slope > ERRORS * error and slope * (count - 1) > math.log(CREEP_HOLES))
