"""The operating window: spindle speed across, feed up, closed ground by the limit that closes it."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray

from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.check.best_setting import best_setting, over_force
from bore.check.evaluate import Result, evaluate
from bore.job.columns import Columns
from bore.job.job import Job
from bore.limits import ALL_LIMITS
from bore.limits.judgement import CANNOT, GIVES_WAY, HOLDS, TIGHT, Judgement
from bore.loads.assemble import columns_of

Array = NDArray[np.float64]
SPEEDS, FEEDS = 81, 81
BEYOND_SPEED = 1.2
FEED_BELOW_BOOK, FEED_ABOVE_BOOK = 12.0, 2.2
# Steps of the solver that draws a boundary where it really lies, between two points of the map.
SOLVER_STEPS = 6
# Round forces marked beside the feed where a hand pushes, N.
FORCES_N = np.array([50.0, 75.0, 100.0, 150.0, 200.0, 250.0])
# More real settings than this are no longer told apart on the map.
MOST_SETTINGS = 150
# Whether a speed exists is drawn by the rails themselves, not as ground.
MAPPED = tuple(limit for limit in ALL_LIMITS if limit.id != "speed-step")


# Which mark a boundary follows.
Mark = Literal["hard", "soft"]


@immutable
class Region:
    """Ground a limit closes (hard) or makes tight (soft): a polygon of [rpm, mm/rev]."""

    limit: str
    failure: str
    mark: Mark
    outline: list[tuple[float, float]]
    label: tuple[float, float] | None


@immutable
class Place:
    """A point of the map, its verdict and tightest limit."""

    speed_rpm: float
    feed_mm_rev: float
    verdict: int
    tightest: str
    hand_force_n: float | None = None


@immutable
class Window:
    """The map: its axes, the machine's real speeds and feeds, the regions, the point and the recommended point.
    `standing` are limits that say the same, other than holds, wherever the setting is put; `force_scale` pairs hand
    forces with the feeds they make; `settings` are those the machine really has, where it has steps of both; `ground` is the middle of
    what holds, else of what is tight."""

    speeds_rpm: tuple[float, float]
    feeds_mm_rev: tuple[float, float]
    rails: tuple[tuple[str, float], ...]
    ranges: tuple[tuple[str, float, float], ...]
    feed_steps: tuple[float, ...]
    regions: tuple[Region, ...]
    everywhere: tuple[str, ...]
    standing: tuple[tuple[str, int], ...]
    force_scale: tuple[tuple[float, float], ...]
    settings: tuple[Place, ...]
    ground: Place | None
    point: Place | None
    recommended: Place | None
    meeting: tuple[str, ...]


def window(job: Job) -> Window:
    """The window of a job on its machine's real speeds and feeds."""
    with silent():
        columns = columns_of(job)
        point = _point(columns)
        speeds, feeds = _axes(job, columns, point)
        result = evaluate(columns.over(job, feed_mm_rev=feeds[:, None], speed_rpm=speeds[None, :]), MAPPED)
        recommended = _recommended(job)
        stages = job.machine.spindle.stages
        return Window(
            (float(speeds[0]), float(speeds[-1])),
            (float(feeds[0]), float(feeds[-1])),
            tuple((stage.name, stage.speed_rpm) for stage in stages if stage.speed_rpm is not None),
            tuple((stage.name, stage.slowest_rpm, stage.fastest_rpm) for stage in stages if stage.speed_rpm is None),
            job.machine.feed.steps_mm_rev,
            _regions(job, columns, result, speeds, feeds),
            tuple(_everywhere(result)),
            tuple(_standing(result)),
            _force_scale(columns),
            _settings(job, columns),
            _ground(result, speeds, feeds),
            point,
            recommended,
            () if recommended else _meeting(result, (len(feeds), len(speeds))),
        )


def _axes(job: Job, columns: Columns, point: Place | None) -> tuple[Array, Array]:
    """Axes wide enough for the machine's speeds, the book's feed and the setting itself."""
    setting = point.feed_mm_rev if point else columns.book_feed_mm_rev
    lows = [columns.book_feed_mm_rev / FEED_BELOW_BOOK, setting / 1.3, *(step / 1.3 for step in job.machine.feed.steps_mm_rev)]
    highs = [columns.book_feed_mm_rev * FEED_ABOVE_BOOK, setting * 1.15, *(step * 1.1 for step in job.machine.feed.steps_mm_rev)]
    slow, fast = min(columns.slowest_rpm, float(columns.speed_rpm)), max(columns.fastest_rpm, float(columns.speed_rpm))
    return np.geomspace(slow / BEYOND_SPEED, fast * BEYOND_SPEED, SPEEDS), np.geomspace(min(lows), max(highs), FEEDS)


def _over(judgement: Judgement, mark: Mark, shape: tuple[int, ...]) -> Array:
    """Logarithm of demand over mark on the whole map; above nought is closed (hard) or tight (soft)."""
    assert judgement.demand is not None
    demand, limit = (judgement.demand.middle, judgement.hard) if mark == "hard" else (judgement.demand.high, judgement.soft)
    ratio = np.maximum(demand, 1e-12) / np.maximum(limit, 1e-12)
    return np.broadcast_to(np.log(ratio), shape)


@dataclass(slots=True)
class _Crossing:
    """A place where a limit's mark is met between two points of the map: along feed at one speed, or along speed at one
    feed. `a` and `b` bracket it in logarithms, `at` is where it is thought to be."""

    limit: int
    mark: Mark
    along: str
    fixed: float
    a: float
    b: float
    at_a: float
    at_b: float
    at: float = 0.0

    def __post_init__(self) -> None:
        self.at = self.a + (self.b - self.a) * self.at_a / (self.at_a - self.at_b)

    @property
    def point(self) -> tuple[float, float]:
        """Speed and feed of the crossing."""
        here = float(np.exp(self.at))
        return (self.fixed, here) if self.along == "feed" else (here, self.fixed)


Vertex = tuple[float, float] | _Crossing


def _regions(job: Job, columns: Columns, result: Result, speeds: Array, feeds: Array) -> tuple[Region, ...]:
    """Every limit's ground: found on the map, its boundary then solved for."""
    shape = (len(feeds), len(speeds))
    verdict, tightest = np.broadcast_to(result.verdict, shape), np.broadcast_to(result.tightest, shape)
    drawn: list[tuple[int, Mark, list[Vertex], tuple[float, float] | None]] = []
    for index, limit in enumerate(MAPPED):
        judgement = result.findings[limit.id].judgement
        if judgement is None or not judgement.known or judgement.demand is None:
            continue
        closed: tuple[tuple[Mark, Any], ...] = (("hard", verdict >= GIVES_WAY), ("soft", verdict == TIGHT))
        for mark, wanted in closed:
            label = _label((tightest == index) & wanted, speeds, feeds)
            for outline in _outlines(index, mark, _over(judgement, mark, shape), speeds, feeds):
                drawn.append((index, mark, outline, label))
                label = None
    _solve(job, columns, [vertex for _, _, outline, _ in drawn for vertex in outline if isinstance(vertex, _Crossing)])
    return tuple(
        Region(
            MAPPED[index].id,
            MAPPED[index].failure,
            mark,
            [vertex.point if isinstance(vertex, _Crossing) else vertex for vertex in outline],
            label,
        )
        for index, mark, outline, label in drawn
    )


def _solve(job: Job, columns: Columns, crossings: list[_Crossing]) -> None:
    """Bring every crossing to where its limit's demand meets its mark: all at once, by false position, the end that stays
    halved so that it cannot stick (Illinois)."""
    if not crossings:
        return
    along_feed = np.array([one.along == "feed" for one in crossings])
    fixed = np.array([one.fixed for one in crossings])
    a, b = np.array([one.a for one in crossings]), np.array([one.b for one in crossings])
    at_a, at_b = np.array([one.at_a for one in crossings]), np.array([one.at_b for one in crossings])
    at = np.array([one.at for one in crossings])
    kinds = [(one.limit, one.mark) for one in crossings]
    owners = [(kind, np.array([one == kind for one in kinds])) for kind in dict.fromkeys(kinds)]
    for _ in range(SOLVER_STEPS):
        here = np.exp(at)
        result = evaluate(
            columns.over(job, feed_mm_rev=np.where(along_feed, here, fixed), speed_rpm=np.where(along_feed, fixed, here)), MAPPED
        )
        value = _own_value(result, owners)
        past = np.sign(value) == np.sign(at_a)
        at_b, at_a = np.where(past, at_b / 2, value), np.where(past, value, at_a / 2)
        a, b = np.where(past, at, a), np.where(past, b, at)
        at = a + (b - a) * np.divide(at_a, at_a - at_b, out=np.full_like(a, 0.5), where=at_a != at_b)
    for one, place in zip(crossings, at, strict=True):
        one.at = float(place)


def _own_value(result: Result, owners: list[tuple[tuple[int, Mark], NDArray[np.bool_]]]) -> Array:
    """Of each crossing, its own limit's logarithm of demand over mark; `owners`: each limit and mark with which crossings are its own."""
    shape = owners[0][1].shape
    values = np.zeros(shape)
    for (index, mark), mine in owners:
        judgement = result.findings[MAPPED[index].id].judgement
        assert judgement is not None
        values = np.where(mine, _over(judgement, mark, shape), values)
    return values


def _label(mask: NDArray[np.bool_], speeds: Array, feeds: Array) -> tuple[float, float] | None:
    """The middle of the roomiest place where a limit speaks first."""
    if not mask.any():
        return None
    room = _inset(mask)
    row, column = np.unravel_index(int(np.argmax(room)), mask.shape)
    return float(speeds[column]), float(feeds[row])


def _inset(mask: NDArray[np.bool_]) -> NDArray[np.int64]:
    """How many cells each cell lies from the nearest edge of its region, counted by shrinking it."""
    depth = mask.astype(int)
    inside = mask
    while inside.any():
        padded = np.pad(inside, 1)
        inside = inside & padded[:-2, 1:-1] & padded[2:, 1:-1] & padded[1:-1, :-2] & padded[1:-1, 2:]
        depth = depth + inside
    return depth


@dataclass(slots=True)
class _Run:
    """Closed stretches of feed that join up from speed to speed."""

    first: int
    lower: list[Vertex]
    upper: list[Vertex]

    def joins(self, low: float, high: float) -> bool:
        return low <= _feed_of(self.upper[-1]) and high >= _feed_of(self.lower[-1])


def _feed_of(vertex: Vertex) -> float:
    return vertex.point[1] if isinstance(vertex, _Crossing) else vertex[1]


def _outlines(index: int, mark: Mark, over: Array, speeds: Array, feeds: Array) -> Iterator[list[Vertex]]:
    """Polygons of the ground above nought. At one speed a limit may close several stretches of feed (a motor bears
    more in a short cut than in a long one); stretches that touch from speed to speed are one polygon."""
    open_runs: list[_Run] = []
    for k, stretches in enumerate([*_stretches(index, mark, over, speeds, feeds), []]):
        going: list[_Run] = []
        for low, high in stretches:
            run = next((one for one in open_runs if one.joins(_feed_of(low), _feed_of(high))), None)
            if run is None:
                run = _Run(k, [], [])
            else:
                open_runs.remove(run)
            run.lower.append(low)
            run.upper.append(high)
            going.append(run)
        for run in open_runs:
            _close_ends(index, mark, over, speeds, feeds, run, k - 1)
            yield run.lower + run.upper[::-1]
        open_runs = going


def _stretches(index: int, mark: Mark, over: Array, speeds: Array, feeds: Array) -> list[list[tuple[Vertex, Vertex]]]:
    """Closed stretches of feed at each speed, lowest first; an end within the map is a crossing still to be solved."""
    closed = np.zeros((len(feeds) + 2, len(speeds)), dtype=np.int8)
    closed[1:-1] = over > 0
    # Speed by speed, and at each from the lowest feed up: where a stretch begins, and where it has ended.
    columns, edges = (one.tolist() for one in np.nonzero(np.diff(closed, axis=0).T))
    rows, logs = feeds.tolist(), np.log(feeds).tolist()
    found: list[list[tuple[Vertex, Vertex]]] = [[] for _ in speeds]

    def end(k: int, speed: float, inside: int, outside: int) -> Vertex:
        if not 0 <= outside < len(rows):
            return speed, rows[inside]
        a, b = min(inside, outside), max(inside, outside)
        return _Crossing(index, mark, "feed", speed, logs[a], logs[b], float(over[a, k]), float(over[b, k]))

    for k, first, after in zip(columns[::2], edges[::2], edges[1::2], strict=True):
        speed = float(speeds[k])
        found[k].append((end(k, speed, first, first - 1), end(k, speed, after - 1, after)))
    return found


def _close_ends(index: int, mark: Mark, over: Array, speeds: Array, feeds: Array, run: _Run, last: int) -> None:
    """Carry both ends of a run to where the limit really begins, which may lie between two sampled speeds."""
    for edge in (run.lower, run.upper):
        for at, beside, end in ((run.first, run.first - 1, 0), (last, last + 1, -1)):
            if not 0 <= beside < len(speeds):
                continue
            row = int(np.argmin(np.abs(np.log(feeds / _feed_of(edge[end])))))
            values = over[row]
            if values[at] > 0 >= values[beside]:
                found = _Crossing(index, mark, "speed", float(feeds[row]), *np.log(speeds[[at, beside]]), *values[[at, beside]])
                edge.insert(0 if end == 0 else len(edge), found)


def _force_scale(columns: Columns) -> tuple[tuple[float, float], ...]:
    """Round hand forces and the feeds they make, for the scale beside feed; only those that bite."""
    if not columns.family.leant_on(columns.feed_kind):
        return ()
    loads = evaluate(replace(columns, feed_mm_rev=None, hand_force_n=FORCES_N)).loads
    feeds = np.broadcast_to(loads.wanted_feed.middle, FORCES_N.shape)
    bites = np.broadcast_to(loads.bites, FORCES_N.shape)
    return tuple((float(force), float(feed)) for force, feed, cuts in zip(FORCES_N, feeds, bites, strict=True) if cuts)


def _settings(job: Job, columns: Columns) -> tuple[Place, ...]:
    """Every setting the machine really has: each speed with each step of feed, or with each round force of a hand."""
    speeds = np.array(sorted({stage.speed_rpm for stage in job.machine.spindle.stages if stage.speed_rpm is not None}))
    by_hand = columns.family.leant_on(columns.feed_kind)
    rows = FORCES_N if by_hand else np.array(job.machine.feed.steps_mm_rev)
    if not len(speeds) or not len(rows) or len(speeds) < len(job.machine.spindle.stages) or len(speeds) * len(rows) > MOST_SETTINGS:
        return ()
    over = (
        over_force(job, columns, rows[:, None], speeds[None, :])
        if by_hand
        else columns.over(job, feed_mm_rev=rows[:, None], speed_rpm=speeds[None, :])
    )
    result, shape = evaluate(over), (len(rows), len(speeds))
    verdict, tightest = np.broadcast_to(result.verdict, shape), np.broadcast_to(result.tightest, shape)
    feeds, bites = np.broadcast_to(result.loads.feed_mm_rev, shape), np.broadcast_to(result.loads.bites, shape)
    return tuple(
        Place(
            float(speeds[k]),
            float(feeds[at, k]),
            int(verdict[at, k]),
            ALL_LIMITS[int(tightest[at, k])].id,
            float(rows[at]) if by_hand else None,
        )
        for at in range(len(rows))
        for k in range(len(speeds))
        if bites[at, k]
    )


def _ground(result: Result, speeds: Array, feeds: Array) -> Place | None:
    """The middle of the roomiest ground that holds; where none does, of what is tight."""
    shape = (len(feeds), len(speeds))
    verdict, tightest = np.broadcast_to(result.verdict, shape), np.broadcast_to(result.tightest, shape)
    for wanted in (HOLDS, TIGHT):
        if (found := _label(verdict == wanted, speeds, feeds)) is not None:
            at = int(np.argmin(np.abs(feeds - found[1]))), int(np.argmin(np.abs(speeds - found[0])))
            return Place(*found, wanted, MAPPED[int(tightest[at])].id)
    return None


def _standing(result: Result) -> Iterator[tuple[str, int]]:
    """Limits that say the same, other than holds, whatever the setting: matters of kind."""
    for limit_id, found in result.findings.items():
        codes = np.unique(found.verdict)
        if found.judgement is not None and found.judgement.demand is None and len(codes) == 1 and codes[0] in (TIGHT, GIVES_WAY, CANNOT):
            yield limit_id, int(codes[0])


def _everywhere(result: Result) -> Iterator[str]:
    """Limits that close the whole map whatever the setting."""
    for limit_id, found in result.findings.items():
        if found.judgement is not None and np.all(found.verdict == CANNOT):
            yield limit_id


def _point(columns: Columns) -> Place | None:
    result = evaluate(columns)
    if not result.loads.bites:
        return None
    feed = float(result.loads.feed_mm_rev)
    return Place(
        float(columns.speed_rpm),
        feed,
        int(result.verdict),
        ALL_LIMITS[int(result.tightest)].id,
        None if columns.hand_force_n is None else float(columns.hand_force_n),
    )


def _recommended(job: Job) -> Place | None:
    """The machine's best real setting for the job, where it goes."""
    best = best_setting(job)
    if best.verdict > TIGHT:
        return None
    return Place(best.speed_rpm, best.feed_mm_rev, best.verdict, ALL_LIMITS[best.tightest].id, best.hand_force_n)


def _meeting(result: Result, shape: tuple[int, int]) -> tuple[str, ...]:
    """The two limits that close most of the map between them."""
    counts = np.bincount(np.broadcast_to(result.tightest, shape).astype(int).ravel(), minlength=len(MAPPED))
    return tuple(MAPPED[k].id for k in np.argsort(counts)[::-1][:2] if counts[k])
