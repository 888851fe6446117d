"""The way from solid metal to the hole as drawn: a shortest path over the sizes the crib has, each step passed by the full check.

A state is the size the hole has; an edge is a cutter that takes it to a larger one. What an edge costs depends on what is wanted:
time, tools, gentleness or money. Best first, with what is certainly still to come added, so that few edges are ever worked out.
"""

import heapq
import itertools
from collections.abc import Iterator
from dataclasses import dataclass, field, replace

from bore.base.formula import silent
from bore.cutters.registry import family_of
from bore.cutters.twist.geometry import plain_point_deg
from bore.job.cutter import SAME_SIZE_MM
from bore.limits.judgement import TIGHT
from bore.plan.callout import Drawn
from bore.plan.cost import S_PER_H, cut_cost, step_cost
from bore.plan.crib_end import CribEnds, Remedy, no_way
from bore.plan.finishing import deburr_step, finish, finishers, floor_step, seat_steps
from bore.plan.guides import guide_depth_mm
from bore.plan.hand_steps import leans_too_far, too_far_by_hand
from bore.plan.sizes import choices_of, targets
from bore.plan.starting import guide_of, mark_of, wants_guide, wants_mark
from bore.plan.step_cut import Cut, Cuts, cone_depth_mm, reason_of, wants_solid
from bore.plan.task import WANT_WORDS, WANTS, Task, Wish
from bore.plan.times import DRILLING, Plan, Step, change_s, summed

# A step that is only tight counts as this much longer, once and by its own time: a plan that holds is worth a little time.
TIGHT_S, TIGHT_SHARE = 120.0, 0.5
MOST_STEPS = 6
# Of the sizes a drawing lets be drilled the nearest few are tried.
SIZES_TRIED = 8
# A ring cutter is set up on its arbor for more holes than these (common practice).
FEW_HOLES = 5
# Of a flat hole's depth a drill's point may be so much: a floor deeper than that is squared off (own choice).
MOST_POINT = 0.9
# Why the last drill is there.
LAST = "the size that is drilled"
Taken = tuple[float, float, int]
# Time, tools, worst use, money, cutters that are not usual on such a machine.
Cost = tuple[float, float, float, float, float]


class Stopped(Exception):
    """The search was told to stop."""


@dataclass(order=True, slots=True)
class _Path:
    rank: tuple[float, ...]
    turn: int
    cost: Cost = field(compare=False)
    size_mm: float = field(compare=False)
    speed_rpm: float = field(compare=False)
    taken: tuple[Taken, ...] = field(compare=False)
    # A step that was not worked out yet: the path stands at the least it can cost.
    pending: tuple[float, int] | None = field(compare=False, default=None)


@dataclass(slots=True)
class Work:
    """What searches for one hole share: every cut worked out, by the depth the hole is drilled to, and the guide holes tried."""

    task: Task
    by_depth: dict[tuple[float, bool], Cuts] = field(default_factory=dict)
    guides: dict[tuple[float, float, float, bool], Step | None] = field(default_factory=dict)
    marks: dict[tuple[float, str, str, bool], Step] = field(default_factory=dict)

    def cuts(self, deeper_mm: float = 0.0, quickest: bool = False) -> Cuts:
        """The cuts of the hole drilled so much deeper than drawn; through is through. As the book has them, or each the quickest that holds."""
        base = self.task.base
        deeper = 0.0 if base.hole.through else deeper_mm
        key = (deeper, quickest)
        if key not in self.by_depth:
            hole = replace(base.hole, depth_mm=round(base.hole.depth_mm + deeper, 3))
            self.by_depth[key] = Cuts(replace(base, hole=hole) if deeper else base, quickest)
        return self.by_depth[key]

    def guide(self, cuts: Cuts, place: int) -> Step | None:
        """The guide hole of a drill of the crib that wants one; None where none can be made."""
        cutter = cuts.base.yard.cutters[place]
        key = (cuts.base.hole.depth_mm, cutter.diameter_mm, guide_depth_mm(cuts.base, cutter), cuts.quickest)
        if key not in self.guides:
            self.guides[key] = guide_of(cuts, cutter)
        return self.guides[key]

    def mark(self, cuts: Cuts, first: Cut, target_mm: float) -> Step:
        """The mark before a first cut."""
        key = (target_mm, first.job.hole.start.kind, first.job.cutter.kind.words, cuts.quickest)
        if key not in self.marks:
            self.marks[key] = mark_of(cuts, first, target_mm)
        return self.marks[key]


def solve(task: Task, wish: Wish, work: Work | None = None) -> Plan:
    """The best plan for a hole. Raises BadInput where the crib has nothing to finish it with, or no way there goes; Stopped where told to."""
    work = work or Work(task)
    wish = replace(wish, pinned_mm=tuple(pin for pin in wish.pinned_mm if pin not in wish.without_mm))
    with silent():
        steps = _flat_way(task, wish, work) if task.flat else _first_way(task, wish, work)
    # Trade order: bored or reamed, then seats, then the thread.
    steps.sort(key=lambda step: step.kind in ("tap", "mill"))
    return summed(task.base, [*steps, deburr_step(task)], WANT_WORDS[wish.want])


def _flat_way(task: Task, wish: Wish, work: Work) -> list[Step]:
    """The steps to a flat floor: a drill that leaves one, else a point that stops on the floor and is squared off."""
    try:
        return _first_way(task, replace(wish, flat_end=True), work)
    except CribEnds:
        if _point_mm(task.drawn.drilled_mm) > MOST_POINT * task.base.hole.depth_mm:
            raise _too_shallow(task) from None
        steps = _first_way(task, wish, work)
    # Before it is reamed or tapped.
    last = max(place for place, step in enumerate(steps) if step.kind in DRILLING)
    return [*steps[: last + 1], floor_step(task, steps[last]), *steps[last + 1 :]]


def _first_way(task: Task, wish: Wish, work: Work) -> list[Step]:
    """The steps to the size nearest the usual one from which the hole can be finished; raises CribEnds where none goes."""
    found, quickest = finishers(task), wish.want == "quickest"
    end: CribEnds | None = None
    second: list[Step] | None = None
    for target in targets(task, wish, any(one.kind == "bore" for one in found))[:SIZES_TRIED]:
        finished = finish(task, work.cuts(quickest=quickest), found, target)
        shorter = _point_mm(target) if task.flat and not wish.flat_end else 0.0
        cuts = work.cuts((finished[1].room_mm if finished else 0.0) - shorter, quickest)
        choices = choices_of(task.base.yard.cutters, target, wish)
        cuts.starts_mm = tuple(size for size, _ in choices)
        path = _search(work, cuts, choices, target, wish) if _last_goes(work, cuts, choices, target) else None
        if path is None:
            end = end or _no_way(cuts, target, task.drawn.drilled_mm)
            continue
        seats = seat_steps(task, work.cuts(quickest=quickest), target if task.drawn.tapped else task.drawn.finished_mm)
        made = [*_drilling(work, cuts, path, target), *([finished[0]] if finished else []), *seats]
        if not path.cost[-1] or wish.want != "usual":
            return made
        # A way no shop takes first is kept in hand while there are other sizes to try.
        second = second or made
    if second is not None:
        return second
    assert end is not None
    raise end


def _point_mm(target_mm: float) -> float:
    """How much shorter a drill stops so that its point ends on a flat floor, mm."""
    return round(cone_depth_mm(mouth_mm=target_mm, hole_mm=0.0, angle_deg=plain_point_deg()), 3)


def _too_shallow(task: Task) -> CribEnds:
    """Why no drill with a point makes a flat hole that is hardly deeper than the point, and what would."""
    size, depth = task.drawn.drilled_mm, task.base.hole.depth_mm
    why = f"a {size:g} mm drill's point is {_point_mm(size):.2g} mm long and leaves next to no hole above a flat floor {depth:g} mm down"
    flat = f"a flat-ended cutter of {size:g} mm that cuts over its centre: an end mill, or a drill ground flat (not checked)"
    return CribEnds("plan.hole", why, Remedy(flat, to_get=False))


def _last_goes(work: Work, cuts: Cuts, choices: list[tuple[float, tuple[int, ...]]], target: float) -> bool:
    """Whether the last step goes from any size at all: where it does not, no way there need be looked for."""
    last = next((places for size, places in choices if abs(size - target) <= SAME_SIZE_MM), ())
    there = work.task.there_mm
    if there >= target - SAME_SIZE_MM:
        return True
    starts = [there, *(size for size, _ in choices if there + SAME_SIZE_MM < size < target - SAME_SIZE_MM)]
    # From what is there or from a hole near half of it, if from anywhere: those first.
    starts.sort(key=lambda start: (start != there, abs(start / target - 0.4)))
    asked = (_cut(work, cuts, start, target, place) for start in starts for place in last)
    return any(cut is not None and cut.goes for cut in asked)


def _cut(work: Work, cuts: Cuts, start: float, size: float, place: int) -> Cut | None:
    """A cut from a start to a size; None where it cannot even be asked for: an insert drill into a hole, a core drill into solid, a gun
    drill that nothing guides."""
    cutter = cuts.base.yard.cutters[place]
    if (start > 0 and wants_solid(cutter)) or (start == 0 and not cutter.kind.drills):
        return None
    if wants_guide(cuts, start, place) and work.guide(cuts, place) is None:
        return None
    if too_far_by_hand(cuts.base, cutter, start, size, work.task.there_mm):
        return None
    return cuts.of(start, size, place)


def tight_s(cut: Cut, count: int) -> float:
    """How much longer a cut that is only tight counts for so many holes, s."""
    return TIGHT_S + TIGHT_SHARE * cut.time_s * count if cut.verdict == TIGHT else 0.0


def _no_way(cuts: Cuts, target: float, drawn_mm: float) -> CribEnds:
    """Why no row goes to a size of the crib's, by the nearest miss, and the tool of the drawing's size, or the machine, that would do."""
    last = [cut for (_, size, _, blind), cut in cuts.known.items() if blind is None and abs(size - target) <= SAME_SIZE_MM]
    best = min(last, key=lambda cut: (cut.verdict, cut.use), default=None)
    why = f"no row of steps from this crib goes on {cuts.base.machine.name}"
    if best is None:
        return no_way(cuts.base, why, None, drawn_mm)
    nearest = f"{why}; nearest: {reason_of(best)}, with the {best.job.cutter.diameter_mm:g} mm {best.job.cutter.kind.words}"
    return no_way(cuts.base, nearest, best.tightest, drawn_mm)


def _search(work: Work, cuts: Cuts, choices: list[tuple[float, tuple[int, ...]]], target: float, wish: Wish) -> _Path | None:
    """Best first over sizes. What is still to come is at least one change, and one for each pinned size not yet reached."""
    turn = itertools.count()
    change = change_s(cuts.base)
    rate = work.task.money.rate_per_h
    nothing = (0.0, 0.0, 0.0, 0.0, 0.0)
    heap = [_Path(_rank(nothing, wish, 1, change, rate), next(turn), nothing, work.task.there_mm, 0.0, ())]
    done: set[tuple[float, float]] = set()
    while heap:
        path = heapq.heappop(heap)
        if path.pending is not None:
            found = _worked_out(work, cuts, path, wish, target)
            if found is not None:
                heapq.heappush(
                    heap, replace(found, rank=_rank(found.cost, wish, _to_come(found.size_mm, target, wish), change, rate), turn=next(turn))
                )
            continue
        if abs(path.size_mm - target) <= SAME_SIZE_MM:
            return path
        state = (path.size_mm, path.speed_rpm)
        if state in done or len(path.taken) >= MOST_STEPS:
            continue
        done.add(state)
        if wish.progress is not None and not wish.progress(len(cuts.known)):
            raise Stopped
        for size, place in _onwards(path, choices, wish):
            # At the least a tool is changed; what it really costs is worked out only when its turn comes.
            time, tools, use, money, unusual = path.cost
            least = (time + change, tools + 1, use, money + change * rate / S_PER_H, unusual)
            ranked = _rank(least, wish, _to_come(size, target, wish), change, rate)
            heapq.heappush(heap, _Path(ranked, next(turn), path.cost, path.size_mm, path.speed_rpm, path.taken, (size, place)))
    return None


def _to_come(size: float, target: float, wish: Wish) -> int:
    """Changes certainly still to come at a size: the last step, and each pinned size not yet reached."""
    return sum(pin > size + SAME_SIZE_MM for pin in wish.pinned_mm) + (size < target - SAME_SIZE_MM)


def _worked_out(work: Work, cuts: Cuts, path: _Path, wish: Wish, target: float) -> _Path | None:
    """A path with its pending step worked out: what it then costs, and the speed the spindle stands at; None where the step does not go."""
    assert path.pending is not None
    size, place = path.pending
    cut = _cut(work, cuts, path.size_mm, size, place)
    if cut is None or not cut.goes:
        return None
    cost = _further(work, cuts, path, cut, place, wish, target)
    return _Path((), 0, cost, size, cut.job.setting.speed_rpm, (*path.taken, (path.size_mm, size, place)))


def _rank(cost: Cost, wish: Wish, to_come: int, change: float, rate_per_h: float) -> tuple[float, ...]:
    """What a path is judged by."""
    time, tools, use, money, unusual = cost
    time, tools, money = time + to_come * change, tools + to_come, money + to_come * change * rate_per_h / S_PER_H
    by_wish = {
        "fewest": (tools, time, use),
        "gentlest": (use, time, tools),
        "cheapest": (money, time, tools),
        "usual": (unusual, time, tools),
    }
    return by_wish.get(wish.want, (time, tools, use))


def _onwards(path: _Path, choices: list[tuple[float, tuple[int, ...]]], wish: Wish) -> Iterator[tuple[float, int]]:
    """Every step there may be from here: its size and cutter; a pinned size is not stepped over."""
    ahead = [pin for pin in wish.pinned_mm if pin > path.size_mm + SAME_SIZE_MM]
    for size, places in choices:
        if size > path.size_mm + SAME_SIZE_MM and not any(size > pin + SAME_SIZE_MM for pin in ahead):
            yield from ((size, place) for place in places)


def _further(work: Work, cuts: Cuts, path: _Path, cut: Cut, place: int, wish: Wish, target: float) -> Cost:
    """What a path costs with one more cut, with the mark and the guide hole it wants: time, tools, worst use, money."""
    time, tools, use, money, unusual = path.cost
    count, costs = cuts.base.hole.count, work.task.money
    changes = change_s(cuts.base, cut, path.speed_rpm)
    guide = work.guide(cuts, place) if wants_guide(cuts, path.size_mm, place) else None
    opening = guide.cut if guide is not None and guide.cut is not None else cut
    before = [work.mark(cuts, opening, target)] if wants_mark(opening) else []
    before += [guide] if guide is not None else []
    spent = cut.time_s + sum(step.time_s for step in before)
    changes += sum(step.change_s for step in before)
    tight = tight_s(cut, count) if wish.want == "usual" else 0.0
    if wish.want == "cheapest":
        worn = [cut_cost(costs, place, cut), *(step_cost(costs, step) for step in before)]
        money += changes * costs.rate_per_h / S_PER_H + count * sum((one.edge or 0.0) + one.machine for one in worn)
    used = [cut.use, *(step.cut.use for step in before if step.cut is not None)]
    added = 1 + sum(step.cut is not None for step in before)
    unusual += _is_unusual(cut, count)
    return time + changes + spent * count + tight, tools + added, max(use, *used), money, unusual


def _is_unusual(cut: Cut, count: int) -> bool:
    """What a shop would not take first: a pair that is only possible, a ring cutter off its magnet for a few holes or in an arbor that has to
    be found, a wide drill leaned into solid metal."""
    kind, machine = cut.job.cutter.kind, cut.job.machine
    ring_for_a_few = kind.leaves_a_slug and machine.magnet is None and count <= FEW_HOLES
    in_an_arbor = kind.leaves_a_slug and machine.holder.kind == "morse"
    return ring_for_a_few or in_an_arbor or leans_too_far(cut.job) or family_of(kind).machines[machine.kind].how != "usual"


def _drilling(work: Work, cuts: Cuts, path: _Path, target: float) -> Iterator[Step]:
    """The steps of a path, each with why it is there: what its successor would be without it."""
    if not path.taken:
        return
    first = cuts.of(*path.taken[0])
    begun, _, drill = path.taken[0]
    guide = work.guide(cuts, drill) if wants_guide(cuts, begun, drill) else None
    opening = guide.cut if guide is not None and guide.cut is not None else first
    if wants_mark(opening):
        yield work.mark(cuts, opening, target)
    if guide is not None:
        yield guide
    speed = 0.0
    for place, (start, size, cutter) in enumerate(path.taken):
        cut = cuts.of(start, size, cutter)
        following = path.taken[place + 1] if place + 1 < len(path.taken) else None
        change = change_s(cuts.base, cut, speed)
        speed = cut.job.setting.speed_rpm
        kind = "drill" if following is None else "pilot" if start == 0 else "open"
        why = why_of(cuts, start, size, following) if following else _last_why(work.task.drawn, size)
        yield Step(kind, cutter, start, size, cut, change, why, cut.time_s)


def _last_why(drawn: Drawn, size: float) -> str:
    """Why the last size is what it is."""
    if abs(size - drawn.drilled_mm) <= SAME_SIZE_MM:
        return LAST
    return f"the nearest in the crib to {drawn.drilled_mm:.4g} mm, within what the drawing allows"


def why_of(cuts: Cuts, start: float, size: float, following: Taken) -> str:
    """Why a step is there: what the one after it would do without it."""
    _, then, cutter = following
    name = f"without the {size:.4g} mm {'pilot' if start == 0 else 'step'}"
    if start == 0 and not cuts.base.yard.cutters[cutter].kind.drills:
        return f"{name} there is no hole for the {cuts.base.yard.cutters[cutter].kind.words} to follow"
    without = cuts.of(start, then, cutter)
    if not without.goes:
        return f"{name}: {reason_of(without)}"
    if without.verdict == TIGHT and cuts.of(*following).verdict < TIGHT:
        return f"{name} it is tight: {reason_of(without)}"
    return f"{name} it goes too; with it the next one is gentler"


def alternatives(task: Task, wish: Wish, work: Work | None = None) -> dict[str, Plan]:
    """The best plan by each thing one can want of it; what one search worked out serves the others."""
    work = work or Work(task)
    return {want: solve(task, replace(wish, want=want), work) for want in WANTS}
