"""The way from solid metal to the hole as drawn: a shortest path over the sizes the crib has, each step passed by the full check.

A state is the size the hole has; an edge is a cutter that takes it to a larger one. What an edge costs depends on what is wanted:
time, tools, or gentleness. Best first, with what is certainly still to come added, so that few edges are ever worked out.
"""

import heapq
import itertools
import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field, replace

from bore.cutters.cutter import SAME_SIZE_MM, Cutter
from bore.errors import BadInput
from bore.formula import silent
from bore.job import Job
from bore.limits.judgement import TIGHT
from bore.plan.drawn import Drawn
from bore.plan.steps import Cut, Cuts, reason_of

# Changing a tool, by hand or by a changer; finding another belt or gear; marking a hole; a burr taken off both sides, s (common practice).
TOOL_S, CHANGER_S, SPEED_S, MARK_S, DEBURR_S = 60.0, 8.0, 30.0, 20.0, 15.0
# A thread cut by hand, s a hole (common practice).
TAP_S = 60.0
MARKS = {"punch": "a punch mark", "spot": "a spot", "centre": "a centre drill", "bush": "the bush"}
CHANGERS = ("machining-centre", "turning-centre")
# A step that is only tight counts as this much longer, s: a plan that holds is worth a little time.
TIGHT_S = 120.0
MOST_STEPS = 6
# Sizes within this share of one another are one choice for a step on the way; thinner than this share of the hole is none.
ALIKE, LEAST_SHARE = 0.1, 0.12
ON_THE_WAY = ("twist", "core")
WANTS = ("usual", "quickest", "fewest", "gentlest")
Progress = Callable[[int], bool]


class Stopped(Exception):
    """The search was told to stop."""


@dataclass(frozen=True, slots=True)
class Step:
    """A step of a plan: what it does, with which cutter of the yard (None for a hand's work), from and to which size; why it is there."""

    kind: str
    cutter: int | None
    start_mm: float
    size_mm: float
    cut: Cut | None
    change_s: float
    why: str
    time_s: float


@dataclass(frozen=True, slots=True)
class Plan:
    """Steps in order; the time for a hole and for all of them; how far the worst step is used."""

    steps: tuple[Step, ...]
    hole_s: float
    total_s: float
    worst_use: float
    verdict: int
    words: str


@dataclass(frozen=True, slots=True)
class Wish:
    """What is wanted of a plan: by what it is judged, sizes that must and that must not be in it."""

    want: str = "usual"
    pinned_mm: tuple[float, ...] = ()
    without_mm: tuple[float, ...] = ()
    progress: Progress | None = None


@dataclass(order=True, slots=True)
class _Path:
    rank: tuple[float, ...]
    turn: int
    cost: tuple[float, ...] = field(compare=False)
    size_mm: float = field(compare=False)
    speed_rpm: float = field(compare=False)
    taken: tuple[tuple[float, float, int], ...] = field(compare=False)


def change_s(base: Job, speed_before_rpm: float | None = None, speed_rpm: float | None = None) -> float:
    """Time to change a tool on this machine, s; with another belt or gear where a hand has to find it."""
    if base.machine.kind in CHANGERS:
        return CHANGER_S
    return TOOL_S + (SPEED_S if speed_before_rpm != speed_rpm else 0.0)


def solve(base: Job, drawn: Drawn, wish: Wish, cuts: Cuts | None = None) -> Plan:
    """The best plan for a hole. Raises BadInput where the crib has nothing to finish it with, or no way there goes; Stopped where told to.

    base: hole's depth, metal, machine, holding; its yard's cutters are the crib.
    """
    cuts = cuts or Cuts(base)
    wish = replace(wish, pinned_mm=tuple(pin for pin in wish.pinned_mm if pin not in wish.without_mm))
    with silent():
        target = _target(base.yard.cutters, drawn, wish)
        choices = _choices(base.yard.cutters, target, wish)
        path = _search(cuts, choices, target, wish) if _last_goes(cuts, choices, target) else None
        if path is None:
            raise BadInput.at("plan.hole", _no_way(cuts, target))
        steps = [*_drilling(cuts, path), *_after(base, drawn, cuts, target)]
    return _summed(base, steps, wish.want)


def _target(crib: tuple[Cutter, ...], drawn: Drawn, wish: Wish) -> float:
    """The size that is drilled: of those the crib has within what the drawing allows, the nearest to the usual one."""
    fits = {
        round(one.diameter_mm, 4)
        for one in crib
        if (one.kind.drills or one.family == "core") and drawn.least_mm - SAME_SIZE_MM <= one.diameter_mm <= drawn.most_mm + SAME_SIZE_MM
    }
    fits = {size for size in fits if not any(abs(size - out) <= SAME_SIZE_MM for out in wish.without_mm)}
    if not fits:
        raise BadInput.at("plan.hole", _no_drill(crib, drawn))
    return min(fits, key=lambda size: abs(size - drawn.drilled_mm))


def _last_goes(cuts: Cuts, choices: list[tuple[float, tuple[int, ...]]], target: float) -> bool:
    """Whether the last step goes from any size at all: where it does not, no way there need be looked for."""
    last = next(places for size, places in choices if abs(size - target) <= SAME_SIZE_MM)
    starts = [0.0, *(size for size, _ in choices if size < target - SAME_SIZE_MM)]
    # From solid or from a hole near half of it, if from anywhere: those first.
    starts.sort(key=lambda start: (start != 0.0, abs(start / target - 0.4)))
    asked = (_cut(cuts, start, target, place) for start in starts for place in last)
    return any(cut is not None and cut.goes for cut in asked)


def _cut(cuts: Cuts, start: float, size: float, place: int) -> Cut | None:
    """A cut from a start to a size; None where it cannot even be asked for: an insert drill into a hole, a core drill into solid."""
    kind = cuts.base.yard.cutters[place].kind
    solid_only = start > 0 and kind.from_solid and kind.id != "annular"
    return None if solid_only or (start == 0 and not kind.drills) else cuts.of(start, size, place)


def _no_drill(crib: tuple[Cutter, ...], drawn: Drawn) -> str:
    sizes = sorted({one.diameter_mm for one in crib if one.kind.drills}, key=lambda size: abs(size - drawn.drilled_mm))[:3]
    near = ", ".join(f"{size:g}" for size in sizes)
    return f"{drawn.text} is drilled {drawn.drilled_mm:g} mm and no drill of the crib makes that" + (
        f"; nearest: {near} mm" if near else ""
    )


def _no_way(cuts: Cuts, target: float) -> str:
    last = [cut for (_, size, _), cut in cuts.known.items() if abs(size - target) <= SAME_SIZE_MM]
    best = min(last, key=lambda cut: (cut.verdict, cut.use), default=None)
    why = f"; nearest: {reason_of(best)}, with the {best.job.cutter.diameter_mm:g} mm {best.job.cutter.kind.words}" if best else ""
    return f"no row of steps from this crib goes on {cuts.base.machine.name}{why}"


def _choices(crib: tuple[Cutter, ...], target: float, wish: Wish) -> list[tuple[float, tuple[int, ...]]]:
    """Sizes a step may end at, with the cutters that make each: anything that drills for the last, twist and core drills on the way."""
    by_size: dict[float, list[int]] = {}
    for place, cutter in enumerate(crib):
        size = round(cutter.diameter_mm, 4)
        last = abs(size - target) <= SAME_SIZE_MM and (cutter.kind.drills or cutter.family == "core")
        on_way = cutter.family in ON_THE_WAY and size < target - SAME_SIZE_MM and cutter.wear != "dull"
        if (last or on_way) and not any(abs(size - out) <= SAME_SIZE_MM for out in wish.without_mm):
            by_size.setdefault(size, []).append(place)
    sizes = _steps_of_size(sorted(by_size), target, wish)
    return [(size, _best_of(crib, by_size[size], abs(size - target) <= SAME_SIZE_MM)) for size in sizes]


def _steps_of_size(sizes: list[float], target: float, wish: Wish) -> list[float]:
    """The sizes that stand for all: the last one, what is pinned, and on the way the plainest figure of those nearly alike; none too
    thin to be worth a tool change."""
    fixed = [size for size in sizes if abs(size - target) <= SAME_SIZE_MM or any(abs(size - one) <= SAME_SIZE_MM for one in wish.pinned_mm)]
    plainest: dict[int, float] = {}
    for size in sizes:
        if LEAST_SHARE * target <= size < target - SAME_SIZE_MM:
            step = round(math.log(size / target) / ALIKE)
            if step not in plainest or len(f"{size:g}") < len(f"{plainest[step]:g}"):
                plainest[step] = size
    return sorted({*fixed, *plainest.values()})


def _best_of(crib: tuple[Cutter, ...], places: list[int], last: bool) -> tuple[int, ...]:
    """Of cutters of one size alike but for their wear the sharpest stands for them; on the way the one that cuts most willingly."""
    order = ("sharp", "used", "dull")
    best: dict[tuple[str, ...], int] = {}
    for place in sorted(places, key=lambda place: (order.index(crib[place].wear), crib[place].substrate != "hss-co", crib[place].point)):
        one = crib[place]
        best.setdefault((one.family, one.substrate, one.point, one.series or "", one.shank), place)
    kept = list(best.values())
    return tuple(kept if last else kept[:1])


def _search(cuts: Cuts, choices: list[tuple[float, tuple[int, ...]]], target: float, wish: Wish) -> _Path | None:
    """Best first over sizes. What is still to come is at least one change, and one for each pinned size not yet reached."""
    turn = itertools.count()
    change = change_s(cuts.base)
    nothing = (0.0, 0.0, 0.0)
    heap = [_Path(_rank(nothing, wish, 1, change), next(turn), nothing, 0.0, 0.0, ())]
    done: set[tuple[float, float]] = set()
    while heap:
        path = heapq.heappop(heap)
        if abs(path.size_mm - target) <= SAME_SIZE_MM:
            return path
        state = (path.size_mm, path.speed_rpm)
        if state in done or len(path.taken) >= MOST_STEPS:
            continue
        done.add(state)
        if wish.progress is not None and not wish.progress(len(cuts.known)):
            raise Stopped
        for cost, size, speed, place in _onwards(cuts, path, choices, wish):
            to_come = sum(pin > size + SAME_SIZE_MM for pin in wish.pinned_mm) + (size < target - SAME_SIZE_MM)
            taken = (*path.taken, (path.size_mm, size, place))
            heapq.heappush(heap, _Path(_rank(cost, wish, to_come, change), next(turn), cost, size, speed, taken))
    return None


def _rank(cost: tuple[float, ...], wish: Wish, to_come: int, change: float) -> tuple[float, ...]:
    """What a path is judged by: cost is time, tools, and how far its worst step is used."""
    time, tools, use = cost
    time, tools = time + to_come * change, tools + to_come
    return {"fewest": (tools, time, use), "gentlest": (use, time, tools)}.get(wish.want, (time, tools, use))


def _onwards(
    cuts: Cuts, path: _Path, choices: list[tuple[float, tuple[int, ...]]], wish: Wish
) -> Iterator[tuple[tuple[float, float, float], float, float, int]]:
    """Every step that goes from here, with what the path then costs and the speed the spindle stands at; a pinned size is not stepped over."""
    time, tools, use = path.cost
    ahead = [pin for pin in wish.pinned_mm if pin > path.size_mm + SAME_SIZE_MM]
    count = cuts.base.hole.count
    for size, places in choices:
        if size <= path.size_mm + SAME_SIZE_MM or any(size > pin + SAME_SIZE_MM for pin in ahead):
            continue
        for place in places:
            cut = _cut(cuts, path.size_mm, size, place)
            if cut is None or not cut.goes:
                continue
            speed = cut.job.setting.speed_rpm
            spent = change_s(cuts.base, path.speed_rpm, speed) + (cut.time_s + _mark_s(cut)) * count
            tight = TIGHT_S if cut.verdict == TIGHT and wish.want == "usual" else 0.0
            yield (time + spent + tight, tools + 1, max(use, cut.use)), size, speed, place


def _mark_s(cut: Cut) -> float:
    """Time to mark a hole before a cut that starts on solid metal and does not find its own centre, s."""
    return MARK_S if cut.job.hole.start.kind not in ("none", "pilot") else 0.0


def _drilling(cuts: Cuts, path: _Path) -> Iterator[Step]:
    """The steps of a path, each with why it is there: what its successor would be without it."""
    first = cuts.of(*path.taken[0])
    if _mark_s(first):
        why = f"a {first.job.cutter.kind.words} walks on a plain face: {MARKS[first.job.hole.start.kind]}"
        yield Step("mark", None, 0.0, 0.0, None, 0.0, why, MARK_S)
    speed = 0.0
    for place, (start, size, cutter) in enumerate(path.taken):
        cut = cuts.of(start, size, cutter)
        following = path.taken[place + 1] if place + 1 < len(path.taken) else None
        change = change_s(cuts.base, speed, cut.job.setting.speed_rpm)
        speed = cut.job.setting.speed_rpm
        kind = "drill" if following is None else "pilot" if start == 0 else "open"
        yield Step(kind, cutter, start, size, cut, change, _why(cuts, start, size, following), cut.time_s)


def _why(cuts: Cuts, start: float, size: float, following: tuple[float, float, int] | None) -> str:
    """Why a step is there: what the one after it would do without it."""
    if following is None:
        return "the size that is drilled"
    _, then, cutter = following
    without = cuts.of(start, then, cutter)
    name = f"without the {size:g} mm {'pilot' if start == 0 else 'step'}"
    if not without.goes:
        return f"{name}: {reason_of(without)}"
    if without.verdict == TIGHT and cuts.of(*following).verdict < TIGHT:
        return f"{name} it is tight: {reason_of(without)}"
    return f"{name} it goes too; with it the next one is gentler"


def _after(base: Job, drawn: Drawn, cuts: Cuts, drilled_mm: float) -> Iterator[Step]:
    """What follows the drilling: the reamer or the tap, and the burrs."""
    if drawn.reamed or drawn.tapped:
        family = "tap" if drawn.tapped else "reamer"
        places = [
            place
            for place, one in enumerate(base.yard.cutters)
            if one.family == family
            and abs(one.diameter_mm - drawn.finished_mm) <= 0.01
            and (drawn.pitch_mm is None or abs((one.pitch_mm or 0) / drawn.pitch_mm - 1) < 0.01)
        ]
        if not places:
            raise BadInput.at("plan.hole", f"{drawn.text} wants a {family} of {drawn.finished_mm:g} mm and the crib has none")
        found = [(cuts.of(drilled_mm, drawn.finished_mm, place), place) for place in places]
        cut, place = min(found, key=lambda pair: (pair[0].verdict, pair[0].time_s))
        why = f"the thread, {drawn.pitch_mm:.3g} mm pitch" if drawn.tapped else f"IT{drawn.tolerance_it} is finer than a drill makes"
        kind = "tap" if drawn.tapped else "ream"
        if cut.goes:
            # A tap or reamer turns slower than any drill: another belt or gear every time.
            yield Step(kind, place, drilled_mm, drawn.finished_mm, cut, change_s(base, 0.0, cut.job.setting.speed_rpm), why, cut.time_s)
        else:
            yield Step(kind, place, drilled_mm, drawn.finished_mm, None, 0.0, f"{why}; by hand, since by power: {reason_of(cut)}", TAP_S)
    yield Step(
        "deburr",
        None,
        drawn.finished_mm,
        drawn.finished_mm,
        None,
        0.0,
        "both sides; a burr cuts, and keeps parts from lying flat",
        DEBURR_S,
    )


def _summed(base: Job, steps: list[Step], want: str) -> Plan:
    hole = sum(step.time_s for step in steps)
    total = hole * base.hole.count + sum(step.change_s for step in steps)
    made = [step.cut for step in steps if step.cut is not None]
    words = {"usual": "as most would do it", "quickest": "the quickest", "fewest": "the fewest tools", "gentlest": "the gentlest"}[want]
    return Plan(
        tuple(steps),
        hole,
        total,
        max((cut.use for cut in made), default=0.0),
        max((cut.verdict for cut in made), default=0),
        words,
    )


def alternatives(base: Job, drawn: Drawn, wish: Wish) -> dict[str, Plan]:
    """The best plan by each thing one can want of it; what one search worked out serves the others."""
    cuts = Cuts(base)
    return {want: solve(base, drawn, replace(wish, want=want), cuts) for want in WANTS}
