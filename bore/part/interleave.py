"""The steps of several features put in one order, so that tool, belt and stop are changed, and the magnet moved, as seldom as can be.

A state is how far each feature is, with what stands in the spindle, at which speed and stop, and where the machine stands; a step costs its
change. Cheapest first, with what every tool still to come must cost added (A*); exact while there are few states, else the best of a beam.
"""

import heapq
import itertools
import math
from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import Any

from bore.base.budget import look
from bore.base.immutable import immutable
from bore.part.model import Point
from bore.plan.times import SPEED_S

# Setting another depth stop by hand; moving a magnet, its strap and its mark found again, s (common practice).
STOP_S, MAGNET_S = 15.0, 90.0
# Exact while the product of (steps + 1) is no more than this; beyond it so many states are kept a level.
EXACT_STATES, KEPT = 20_000, 60


@immutable
class Work:
    """One step on the machine: its place in the unit's row, its tool, speed, stop, what putting the tool in takes, and whether it is a mark."""

    step: int
    tool: int
    speed_rpm: float
    stop_mm: float
    setup_s: float
    is_mark: bool


@immutable
class Unit:
    """What is worked on together: a feature's holes, or where moving is dear one of them; the steps left to do, and which units come first."""

    feature: int
    places: tuple[int, ...]
    at: Point | None
    works: tuple[Work, ...]
    after: tuple[int, ...] = ()


@immutable
class Rules:
    """What a change costs here: whether a hand changes belts and stops, and what moving the machine takes; marks before all else."""

    by_hand: bool
    move_s: float
    mark_first: bool


@immutable
class At:
    """What stands: tool, speed, stop, place."""

    tool: int | None = None
    speed_rpm: float = 0.0
    stop_mm: float | None = None
    place: Point | None = None


@immutable
class Change:
    """What has to be changed before a step, and how long that takes."""

    tool: bool
    speed: bool
    stops: int
    moves: int
    s: float


@dataclass(slots=True)
class Order:
    """An order of steps (unit, work), what its changes take, and how it was found."""

    steps: list[tuple[int, Work]]
    changes_s: float
    exact: bool
    states: int
    ends: At = field(default_factory=At)


def change_to(rules: Rules, at: At, unit: Unit, work: Work) -> Change:
    """What a step wants changed."""
    tool = work.tool != at.tool
    speed = rules.by_hand and work.speed_rpm != at.speed_rpm
    stop = rules.by_hand and (tool or work.stop_mm != at.stop_mm)
    move = rules.move_s > 0 and unit.at is not None and unit.at != at.place
    took = (work.setup_s if tool else 0.0) + SPEED_S * speed + STOP_S * stop + rules.move_s * move
    return Change(tool, speed, int(stop), int(move), took)


def after(at: At, unit: Unit, work: Work) -> At:
    """What stands after a step."""
    return At(work.tool, work.speed_rpm, work.stop_mm, unit.at if unit.at is not None else at.place)


def one_after_another(units: list[Unit], rules: Rules, begin: At) -> Order:
    """Every unit's own row to its end, then the next: what planning each hole alone comes to."""
    at, total, steps = begin, 0.0, []
    for number, unit in enumerate(units):
        for work in unit.works:
            total += change_to(rules, at, unit, work).s
            at = after(at, unit, work)
            steps.append((number, work))
    return Order(steps, total, False, 0, at)


def best_order(units: list[Unit], rules: Rules, begin: At, most_states: int) -> Order:
    """The cheapest order of all steps; exact where there are few enough of them."""
    size = math.prod(len(unit.works) + 1 for unit in units)
    found = _exact(units, rules, begin, most_states) if size <= EXACT_STATES else None
    return found or _beam(units, rules, begin)


Progress = tuple[int, ...]


def _next(units: list[Unit], rules: Rules, done: Progress) -> Iterator[int]:
    """Units whose next step may be taken now."""
    open_ = [k for k, unit in enumerate(units) if done[k] < len(unit.works) and all(done[u] == len(units[u].works) for u in unit.after)]
    marks = [k for k in open_ if units[k].works[done[k]].is_mark]
    yield from marks if rules.mark_first and marks else open_


def _to_come(units: list[Unit], done: Progress, tool: int | None) -> float:
    """What is certain still to come: every tool not in the spindle goes in once more."""
    least: dict[int, float] = {}
    for unit, reached in zip(units, done, strict=True):
        for work in unit.works[reached:]:
            if work.tool != tool:
                least[work.tool] = min(least.get(work.tool, math.inf), work.setup_s)
    return sum(least.values())


def _exact(units: list[Unit], rules: Rules, begin: At, most_states: int) -> Order | None:
    turn = itertools.count()
    start = tuple(0 for _ in units)
    heap: list[tuple[float, int, float, Progress, At, Any]] = [(_to_come(units, start, begin.tool), next(turn), 0.0, start, begin, ())]
    seen: dict[tuple[Progress, At], float] = {}
    states = 0
    while heap:
        _, _, cost, done, at, way = heapq.heappop(heap)
        if seen.get((done, at), math.inf) <= cost:
            continue
        seen[done, at] = cost
        states += 1
        if states % 256 == 0:
            look()
        if states > most_states:
            return None
        if all(reached == len(unit.works) for unit, reached in zip(units, done, strict=True)):
            return Order(_unrolled(way), cost, True, states, at)
        for k in _next(units, rules, done):
            work = units[k].works[done[k]]
            then = cost + change_to(rules, at, units[k], work).s
            further = (*done[:k], done[k] + 1, *done[k + 1 :])
            stands = after(at, units[k], work)
            if seen.get((further, stands), math.inf) > then:
                heapq.heappush(heap, (then + _to_come(units, further, work.tool), next(turn), then, further, stands, (way, k, work)))
    return None


def _unrolled(way: tuple) -> list[tuple[int, Work]]:  # type: ignore[type-arg]
    steps = []
    while way:
        way, k, work = way
        steps.append((k, work))
    return steps[::-1]


def _beam(units: list[Unit], rules: Rules, begin: At) -> Order:
    """Level by level, all that want the same tool at the same speed at once, the cheapest few kept."""
    level = [(0.0, tuple(0 for _ in units), begin, ())]
    ended: Order | None = None
    states = 0
    while level:
        look()
        onward: dict[tuple[Progress, At], tuple[float, Progress, At, tuple]] = {}  # type: ignore[type-arg]
        for cost, done, at, way in level:
            states += 1
            if all(reached == len(unit.works) for unit, reached in zip(units, done, strict=True)):
                if ended is None or cost < ended.changes_s:
                    ended = Order(_unrolled(way), cost, False, states, at)
                continue
            ready = list(_next(units, rules, done))
            for tool in {units[k].works[done[k]].tool for k in ready}:
                state = _with_tool(units, rules, (cost, done, at, way), tool)
                key = (state[1], state[2])
                if key not in onward or onward[key][0] > state[0]:
                    onward[key] = state
        level = sorted(onward.values(), key=lambda one: one[0] + _to_come(units, one[1], one[2].tool))[:KEPT]
    assert ended is not None
    ended.states = states
    return ended


def _with_tool(units: list[Unit], rules: Rules, state: tuple, tool: int) -> tuple:  # type: ignore[type-arg]
    """Everything that can be done with one tool before the next is put in, the nearest change first."""
    cost, done, at, way = state
    while True:
        ready = [k for k in _next(units, rules, done) if units[k].works[done[k]].tool == tool]
        if not ready:
            return cost, done, at, way
        here = at
        k = min(ready, key=lambda one: (change_to(rules, here, units[one], units[one].works[done[one]]).s, one))
        work = units[k].works[done[k]]
        cost += change_to(rules, at, units[k], work).s
        at, way = after(at, units[k], work), (way, k, work)
        done = (*done[:k], done[k] + 1, *done[k + 1 :])
