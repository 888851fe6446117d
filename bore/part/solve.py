"""A part's set-ups solved: rows chosen together and interleaved, places ordered for each tool, and what sharing saved."""

import itertools
import math
from dataclasses import dataclass, field, replace

from bore.base.budget import look, tell
from bore.base.immutable import immutable
from bore.job.job import Job
from bore.limits.judgement import TIGHT
from bore.part.belts import belts_that_stay, with_them
from bore.part.interleave import MAGNET_S, At, Change, Order, Rules, Unit, Work, after, best_order, change_to
from bore.part.model import Feature, Point, Setup
from bore.part.path import length_mm, shortest
from bore.plan.solver import tight_s
from bore.plan.task import Task
from bore.plan.times import KINDS, Plan, Step, change_s

# Turning the part over and clamping it again, s (common practice).
TURN_S = 60.0
# So many choices of rows are tried together, and so many states looked at for a set-up.
MOST_CHOICES, MOST_STATES = 60, 20_000
# At what share of a part's planning its features have their first row, and all their rows (as it is with forty holes of six kinds).
ROWS_END, ORDER_BEGINS = 0.4, 0.85


@immutable
class Rows:
    """A feature in its set-up, with the rows that may make it."""

    feature: Feature
    task: Task
    rows: tuple[Plan, ...]


@immutable
class Visit:
    """What one operation does of one feature: the step, and its places in the order they are visited, counted from one."""

    feature: int
    step: Step
    places: tuple[int, ...]


@immutable
class Operation:
    """One tool at one setting, or a hand's work: what it does of which features, what is changed before it, the way it goes."""

    kind: str
    visits: tuple[Visit, ...]
    change: Change
    time_s: float
    way_mm: float
    # Features by their number and places from one, as they are visited.
    path: tuple[tuple[int, int], ...] = ()


@dataclass(slots=True)
class Solved:
    """A set-up in order, its features and the row taken for each, and what it takes; `alone_s` is each feature planned by itself, one
    after another. `exact`: every choice of rows was looked at, each in its best order."""

    setup: Setup
    features: list[Feature]
    rows: list[Plan]
    operations: list[Operation]
    exact: bool
    tried: int
    states: int
    bound_s: float
    total_s: float
    alone_s: float
    alone_changes: int
    ends: At = field(default_factory=At)


@dataclass(slots=True)
class _Found:
    """What looking at the choices of rows came to: the row taken for each feature, the units of work and their order; how it was found."""

    choice: tuple[int, ...]
    units: list[Unit]
    order: Order
    exact: bool
    tried: int
    states: int


def solve_setup(setup: Setup, features: list[Rows], base: Job, mark_first: bool, begin: At) -> Solved:
    """The best order found for one set-up, begun with what stands in the spindle."""
    rules = Rules(not base.machine.is_a.changes_tools, MAGNET_S if base.machine.is_a.on_a_magnet else 0.0, mark_first)
    found = _searched(features, base, rules, begin)
    alone_s, alone_changes = _alone(features, base, rules, begin)
    taken = [replace(one, rows=(one.rows[k],)) for one, k in zip(features, found.choice, strict=True)]
    taken, units, order = _with_belts(taken, found, base, rules, begin)
    rows, only = [one.rows[0] for one in taken], tuple(0 for _ in taken)
    made = _operations(taken, rows, units, order, rules, begin)
    return Solved(
        setup,
        [one.feature for one in taken],
        rows,
        [*_hand(taken, rows, first=True), *made, *_hand(taken, rows, first=False)],
        found.exact,
        found.tried,
        found.states,
        _bound(taken, only, begin, tight=False),
        order.changes_s + _steps_s(taken, only, tight=False),
        alone_s,
        alone_changes,
        order.ends,
    )


def _searched(features: list[Rows], base: Job, rules: Rules, begin: At) -> _Found:
    """The choice of rows whose order takes least, a tight step counting for more."""
    best: _Found | None = None
    least, tried, states, exact = math.inf, 0, 0, True
    choices = _choices(features)
    for place, choice in enumerate(choices):
        tell(place, len(choices), "the order of the work", begins=ORDER_BEGINS)
        if best is not None and _bound(features, choice, begin) >= least:
            continue
        if states >= MOST_STATES:
            exact = False
            break
        look()
        units = _units(features, choice, base, rules.move_s > 0)
        order = best_order(units, rules, begin, MOST_STATES - states)
        tried, states, exact = tried + 1, states + order.states, exact and order.exact
        total = order.changes_s + _steps_s(features, choice)
        if best is None or total < least - 1e-9:
            best, least = _Found(choice, units, order, exact, tried, states), total
    assert best is not None
    return replace(best, exact=exact and _count_choices(features) <= MOST_CHOICES, tried=tried, states=states)


def _with_belts(taken: list[Rows], found: _Found, base: Job, rules: Rules, begin: At) -> tuple[list[Rows], list[Unit], Order]:
    """The features, each with the row it takes, with the belts that stay; and the work put in order anew where there are some."""
    rows = [one.rows[0] for one in taken]
    kept = belts_that_stay(rows, [_count(one) for one in taken], found.units, found.order, rules, begin)
    if not kept:
        return taken, found.units, found.order
    now = [replace(one, rows=(with_them(row, k, kept),)) for k, (one, row) in enumerate(zip(taken, rows, strict=True))]
    units = _units(now, tuple(0 for _ in now), base, rules.move_s > 0)
    return now, units, best_order(units, rules, begin, MOST_STATES)


def _alone(features: list[Rows], base: Job, rules: Rules, begin: At) -> tuple[float, int]:
    """What planning each feature by itself comes to, one after another, each by whichever of its rows is best then: its time, s, and how often
    a tool is changed."""
    at, total, changes = begin, 0.0, 0
    for one in features:
        tried = []
        for k in range(len(one.rows)):
            look()
            units = _units([one], (k,), base, rules.move_s > 0)
            order = best_order(units, rules, at, MOST_STATES // (len(features) * len(one.rows)))
            tried.append((order.changes_s + _steps_s([one], (k,)), k, units, order))
        _, k, units, order = min(tried, key=lambda row: row[:2])
        total += order.changes_s + _steps_s([one], (k,), tight=False)
        changes += _tool_changes(units, order, rules, at)
        at = order.ends
    return total, changes


def _tool_changes(units: list[Unit], order: Order, rules: Rules, begin: At) -> int:
    at, count = begin, 0
    for k, work in order.steps:
        count += change_to(rules, at, units[k], work).tool
        at = after(at, units[k], work)
    return count


def _count(one: Rows) -> int:
    return max(len(one.feature.places_mm), 1)


def _count_choices(features: list[Rows]) -> int:
    return math.prod(len(one.rows) for one in features)


def _choices(features: list[Rows]) -> list[tuple[int, ...]]:
    """Which row of each feature: all together where they are few, in the order of their bound; else one feature's changed at a time."""
    own = tuple(0 for _ in features)
    if _count_choices(features) <= MOST_CHOICES:
        found = list(itertools.product(*(range(len(one.rows)) for one in features)))
    else:
        found = [own] + [(*own[:k], row, *own[k + 1 :]) for k, one in enumerate(features) for row in range(1, len(one.rows))]
    return sorted(found, key=lambda choice: _bound(features, choice, At()))


def _steps_s(features: list[Rows], choice: tuple[int, ...], tight: bool = True) -> float:
    """The time of all steps without their changes; a tight one counts for more, as it does in a plan."""
    total = 0.0
    for one, k in zip(features, choice, strict=True):
        for step in one.rows[k].steps:
            total += step.time_s * _count(one)
            if tight and step.cut is not None and step.cut.verdict == TIGHT:
                total += tight_s(step.cut, _count(one))
    return total


def _bound(features: list[Rows], choice: tuple[int, ...], begin: At, tight: bool = True) -> float:
    """The least a choice can take: its steps, and each of its tools put in once."""
    tools: dict[int, float] = {}
    for one, k in zip(features, choice, strict=True):
        for step in one.rows[k].steps:
            if step.cut is not None and step.cutter is not None and step.cutter != begin.tool:
                tools[step.cutter] = change_s(one.task.base, step.cut, step.cut.job.setting.speed_rpm)
    return _steps_s(features, choice, tight) + sum(tools.values())


def _units(features: list[Rows], choice: tuple[int, ...], base: Job, by_place: bool) -> list[Unit]:
    """The machine's steps of each feature; where moving is dear, of each of its holes."""
    units: list[Unit] = []
    made: dict[str, list[int]] = {}
    for number, (one, k) in enumerate(zip(features, choice, strict=True)):
        works = tuple(
            _work(place, step, base, one.feature.face_mm)
            for place, step in enumerate(one.rows[k].steps)
            if step.cut is not None and step.cutter is not None
        )
        places = one.feature.places_mm or ((0.0, 0.0),)
        groups = [((n,), at) for n, at in enumerate(places)] if by_place else [(tuple(range(len(places))), None)]
        made[one.feature.letter] = list(range(len(units), len(units) + len(groups)))
        units += [Unit(number, numbers, at, works) for numbers, at in groups]
    return [
        replace(unit, after=tuple(n for letter in features[unit.feature].feature.after for n in made.get(letter, []))) for unit in units
    ]


def _work(place: int, step: Step, base: Job, face_mm: float) -> Work:
    assert step.cut is not None
    assert step.cutter is not None
    speed = step.cut.job.setting.speed_rpm
    return Work(place, step.cutter, speed, step.cut.depths.stop_mm - face_mm, change_s(base, step.cut, speed), step.kind == "mark")


NOTHING = Change(False, False, 0, 0, 0.0)


def _hand(features: list[Rows], rows: list[Plan], first: bool) -> list[Operation]:
    """The hand's work of a set-up: marking before the machine, the rest after it, deburring last; alike work of all features in one go."""
    found = []
    for kind in KINDS:
        if (kind == "mark") is not first:
            continue
        visits = tuple(
            Visit(number, step, tuple(range(1, _count(one) + 1)))
            for number, (one, row) in enumerate(zip(features, rows, strict=True))
            for step in row.steps
            if step.kind == kind and step.cut is None
        )
        if visits:
            found.append(Operation(kind, visits, NOTHING, sum(visit.step.time_s * len(visit.places) for visit in visits), 0.0))
    return found


def _operations(features: list[Rows], rows: list[Plan], units: list[Unit], order: Order, rules: Rules, begin: At) -> list[Operation]:
    """The order as operations: steps alike in tool and setting one after another are one."""
    groups: list[tuple[list[tuple[int, Work]], Change]] = []
    at = begin
    for k, work in order.steps:
        change = change_to(rules, at, units[k], work)
        at = after(at, units[k], work)
        if groups and not (change.tool or change.speed) and _alike(features, rows, units, groups[-1][0][-1], (k, work)):
            groups[-1][0].append((k, work))
            groups[-1] = (groups[-1][0], _with(groups[-1][1], change))
        else:
            groups.append(([(k, work)], change))
    found, here = [], None
    for group, change in groups:
        operation, here = _operation(features, rows, units, group, change, here)
        found.append(operation)
    return found


def _with(before: Change, more: Change) -> Change:
    """One operation's changes: a stop set, or a magnet moved, within it is counted with it."""
    return replace(before, stops=before.stops + more.stops, moves=before.moves + more.moves, s=before.s + more.s)


def _alike(features: list[Rows], rows: list[Plan], units: list[Unit], one: tuple[int, Work], other: tuple[int, Work]) -> bool:
    a, b = (rows[units[k].feature].steps[work.step] for k, work in (one, other))
    assert a.cut is not None
    assert b.cut is not None
    feeds = [(step.cut.job.setting.feed_mm_rev, step.cut.job.setting.hand_force_n) for step in (a, b) if step.cut]
    return a.kind == b.kind and feeds[0] == feeds[1]


def _operation(
    features: list[Rows], rows: list[Plan], units: list[Unit], group: list[tuple[int, Work]], change: Change, begin: Point | None
) -> tuple[Operation, Point | None]:
    """One operation, its places in the order of the shortest way from where the last tool ended."""
    stand = [(k, work, n) for k, work in group for n in units[k].places]
    points = [(features[units[k].feature].feature.places_mm or ((0.0, 0.0),))[n] for k, _, n in stand]
    order = shortest(points, begin)
    visits: dict[tuple[int, int], list[int]] = {}
    for at in order:
        k, work, n = stand[at]
        visits.setdefault((units[k].feature, work.step), []).append(n + 1)
    made = tuple(Visit(number, rows[number].steps[step], tuple(places)) for (number, step), places in visits.items())
    time = sum(visit.step.time_s * len(visit.places) for visit in made)
    kind = made[0].step.kind
    path = tuple((units[stand[at][0]].feature, stand[at][2] + 1) for at in order)
    return Operation(kind, made, change, time, length_mm(points, order, begin), path), points[order[-1]] if order else begin
