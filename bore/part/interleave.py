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
EXACT_STATES, KEPT = 5_000, 60


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
    tool, speed, stop, move = wanted = _wants(rules, at, unit, work)
    return Change(tool, speed, int(stop), int(move), _takes_s(rules, work, *wanted))


def _wants(rules: Rules, at: At, unit: Unit, work: Work) -> tuple[bool, bool, bool, bool]:
    """Whether a step wants another tool, another speed, another stop, and the machine moved."""
    tool = work.tool != at.tool
    speed = rules.by_hand and work.speed_rpm != at.speed_rpm
    stop = rules.by_hand and (tool or work.stop_mm != at.stop_mm)
    return tool, speed, stop, rules.move_s > 0 and unit.at is not None and unit.at != at.place


def _takes_s(rules: Rules, work: Work, tool: bool, speed: bool, stop: bool, move: bool) -> float:
    """How long what a step wants changed takes, s."""
    return (work.setup_s if tool else 0.0) + SPEED_S * speed + STOP_S * stop + rules.move_s * move


def _costs_s(rules: Rules, at: At, unit: Unit, work: Work) -> float:
    """How long what a step wants changed takes, s: asked for a thousand times a second, where nobody wants to know what it is."""
    return _takes_s(rules, work, *_wants(rules, at, unit, work))


def after(at: At, unit: Unit, work: Work) -> At:
    """What stands after a step."""
    return At(work.tool, work.speed_rpm, work.stop_mm, unit.at if unit.at is not None else at.place)


def best_order(units: list[Unit], rules: Rules, begin: At, most_states: int) -> Order:
    """The cheapest order of all steps; exact where there are few enough of them."""
    size = math.prod(len(unit.works) + 1 for unit in units)
    found = _exact(units, rules, begin, most_states) if size <= min(EXACT_STATES, most_states) else None
    return found or _beam(units, rules, begin)


Progress = tuple[int, ...]


def _next(units: list[Unit], rules: Rules, done: Progress) -> Iterator[int]:
    """Units whose next step may be taken now."""
    open_ = [k for k, unit in enumerate(units) if done[k] < len(unit.works) and all(done[u] == len(units[u].works) for u in unit.after)]
    marks = [k for k in open_ if units[k].works[done[k]].is_mark]
    yield from marks if rules.mark_first and marks else open_


class _ToCome:
    """What is certain still to come: every tool not in the spindle goes in once more, its stop set, every other speed is found once, and
    every place with work left is moved to. What of it goes by the work that is done alone is worked out once."""

    def __init__(self, units: list[Unit], rules: Rules) -> None:
        self.units, self.rules = units, rules
        self.stop_s = STOP_S if rules.by_hand else 0.0
        self.speed_s = SPEED_S if rules.by_hand else 0.0
        self.known: dict[Progress, tuple[float, dict[int, float], set[float], set[Point | None]]] = {}

    def s(self, done: Progress, at: At) -> float:
        """The least that what is left can cost in changes from where the machine stands, s."""
        if done not in self.known:
            self.known[done] = self._left(done)
        total, tools, speeds, places = self.known[done]
        return (
            total
            - tools.get(at.tool, 0.0)  # type: ignore[arg-type]
            + self.speed_s * (len(speeds) - (at.speed_rpm in speeds))
            + self.rules.move_s * (len(places) - (at.place in places))
        )

    def _left(self, done: Progress) -> tuple[float, dict[int, float], set[float], set[Point | None]]:
        tools: dict[int, float] = {}
        speeds: set[float] = set()
        places: set[Point | None] = set()
        for unit, reached in zip(self.units, done, strict=True):
            for work in unit.works[reached:]:
                tools[work.tool] = min(tools.get(work.tool, math.inf), work.setup_s + self.stop_s)
                speeds.add(work.speed_rpm)
            if reached < len(unit.works) and unit.at is not None:
                places.add(unit.at)
        return sum(tools.values()), tools, speeds, places


def _exact(units: list[Unit], rules: Rules, begin: At, most_states: int) -> Order | None:
    turn, to_come = itertools.count(), _ToCome(units, rules)
    start = tuple(0 for _ in units)
    heap: list[tuple[float, int, float, Progress, At, Any]] = [(to_come.s(start, begin), next(turn), 0.0, start, begin, ())]
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
            then = cost + _costs_s(rules, at, units[k], work)
            further = (*done[:k], done[k] + 1, *done[k + 1 :])
            stands = after(at, units[k], work)
            if seen.get((further, stands), math.inf) > then:
                heapq.heappush(heap, (then + to_come.s(further, stands), next(turn), then, further, stands, (way, k, work)))
    return None


def _unrolled(way: tuple) -> list[tuple[int, Work]]:  # type: ignore[type-arg]
    steps = []
    while way:
        way, k, work = way
        steps.append((k, work))
    return steps[::-1]


def _beam(units: list[Unit], rules: Rules, begin: At) -> Order:
    """Level by level, all that want the same tool at the same speed at once, the cheapest few kept."""
    level, to_come = [(0.0, tuple(0 for _ in units), begin, ())], _ToCome(units, rules)
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
        level = sorted(onward.values(), key=lambda one: one[0] + to_come.s(one[1], one[2]))[:KEPT]
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
        k = min(ready, key=lambda one: (_costs_s(rules, here, units[one], units[one].works[done[one]]), one))
        work = units[k].works[done[k]]
        cost += _costs_s(rules, at, units[k], work)
        at, way = after(at, units[k], work), (way, k, work)
        done = (*done[:k], done[k] + 1, *done[k + 1 :])
