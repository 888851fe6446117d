"""The sizes a row may go through: those the drawing lets be drilled last, and those of the crib on the way, with the cutters that make each."""

import math

from bore.job.cutter import SAME_SIZE_MM, Cutter
from bore.plan.callout import Drawn
from bore.plan.crib_end import no_way
from bore.plan.step_cut import wants_solid
from bore.plan.task import Task, Wish

# A bar takes out this much more of a hole's width than a reamer would be left (common practice).
BORED_FROM = 0.15
# Sizes within this share of one another are one choice for a step on the way; thinner than this share of the hole is none.
ALIKE, LEAST_SHARE = 0.15, 0.12
# A point this blunt leaves a floor that counts as flat: an insert drill's (common practice).
FLAT_FROM_DEG = 165.0


def targets(task: Task, wish: Wish, bored: bool) -> list[float]:
    """Sizes that may be drilled: those the crib has within what the drawing allows, the nearest to the usual one first; none where the
    hole that is there is drilled already."""
    crib, drawn = task.base.yard.cutters, task.drawn
    least = drawn.least_mm - (BORED_FROM * drawn.finished_mm if bored else 0.0)
    if task.there_mm >= least - SAME_SIZE_MM:
        return [task.there_mm]
    fits = {
        round(one.diameter_mm, 4)
        for one in crib
        if _makes_last(one, wish) and least - SAME_SIZE_MM <= one.diameter_mm <= drawn.most_mm + SAME_SIZE_MM
    }
    fits = {size for size in fits if not any(abs(size - out) <= SAME_SIZE_MM for out in wish.without_mm)}
    if not fits:
        raise no_way(task.base, _no_drill(crib, drawn), None, drawn.drilled_mm)
    return sorted(fits, key=lambda size: abs(size - drawn.drilled_mm))


def _makes_last(one: Cutter, wish: Wish) -> bool:
    """Whether a cutter may drill the last step: any that drills, or the family asked for; one without a point where the floor is to be flat."""
    flat = not wish.flat_end or (one.point_angle_deg >= FLAT_FROM_DEG and not one.kind.leaves_a_slug)
    return one.kind.ends_a_row and wish.family in (None, one.family) and flat and not (wish.into_hole and wants_solid(one))


def _no_drill(crib: tuple[Cutter, ...], drawn: Drawn) -> str:
    sizes = sorted({one.diameter_mm for one in crib if one.kind.drills}, key=lambda size: abs(size - drawn.drilled_mm))[:3]
    near = ", ".join(f"{size:g}" for size in sizes)
    return f"{drawn.text} is drilled {drawn.drilled_mm:g} mm and no drill of the crib makes that" + (
        f"; nearest: {near} mm" if near else ""
    )


def choices_of(crib: tuple[Cutter, ...], target: float, wish: Wish) -> list[tuple[float, tuple[int, ...]]]:
    """Sizes a step may end at, with the cutters that make each: anything that drills for the last, twist and core drills on the way."""
    by_size: dict[float, list[int]] = {}
    for place, cutter in enumerate(crib):
        size = round(cutter.diameter_mm, 4)
        last = abs(size - target) <= SAME_SIZE_MM and _makes_last(cutter, wish)
        on_way = cutter.kind.opens_out and size < target - SAME_SIZE_MM and cutter.wear != "dull"
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
    for place in sorted(
        places, key=lambda place: (order.index(crib[place].wear), crib[place].substrate != "hss-co", crib[place].point == "conventional")
    ):
        one = crib[place]
        best.setdefault((one.family, one.substrate, one.point, one.series or "", one.shank), place)
    kept = list(best.values())
    return tuple(kept if last else kept[:1])
