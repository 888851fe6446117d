"""Setting up for a plan: where the magnet goes and what holds it, turns of a tailstock's wheel, the offset of an insert drill, a deep hole."""

import math
from collections.abc import Iterator

from bore.base.formula import formula
from bore.base.immutable import immutable
from bore.check.evaluate import evaluate
from bore.cuts.offset import x_correction_mm
from bore.cutters.indexable.family import MOST_SHIFT
from bore.job.pecks import pecks_of
from bore.loads.assemble import columns_of
from bore.machines.kinds import surface
from bore.plan.deep_hole import DeepHole, deep_hole
from bore.plan.task import Task
from bore.plan.times import Plan, Step

STEEL_G_MM3 = 0.00785
# Turning an insert drill off centre gives chips room: by so much on the diameter (common practice).
OPENING_MM = (1.3, 1.9)
# A tailstock's barrel out far enough that the ejector does not push the taper off, mm (common practice).
BARREL_OUT_MM = (15.0, 25.0)


@immutable
class Fact:
    """A figure of a set-up with its name and unit."""

    name: str
    value: float
    unit: str


@immutable
class Sheet:
    """A set-up sheet: its title, figures and lines; for a magnet what it must bear beside what it bears, N."""

    kind: str
    title: str
    facts: tuple[Fact, ...]
    lines: tuple[str, ...]
    demand_n: float | None = None
    soft_n: float | None = None
    hard_n: float | None = None


@formula("Turns of the wheel", "turns = depth / lead", "", "kinematics")
def wheel_turns(*, depth_mm: float, lead_mm: float) -> float:
    """Turns of a tailstock's wheel for a depth.

    >>> wheel_turns(depth_mm=30.0, lead_mm=5.0)
    6.0
    """
    return depth_mm / lead_mm


@formula("Weight of a slug", "m = π/4 · d² · t · 7.85 g/cm³", "g", "derived")
def slug_g(*, slug_mm: float, thickness_mm: float) -> float:
    """Weight of the slug an annular cutter leaves in steel, g.

    >>> round(slug_g(slug_mm=14.3, thickness_mm=20.0))
    25
    """
    return math.pi / 4 * slug_mm**2 * thickness_mm * STEEL_G_MM3


def sheets(task: Task, plan: Plan, measured_mm: float | None = None) -> list[Sheet]:
    """Every set-up sheet a plan wants on its machine. `measured_mm`: the bore an insert drill made on trial, where it was measured."""
    return [*_magnet(task, plan), *_tailstock(task, plan), *_insert(task, plan, measured_mm), *_slug(plan)]


def deep(plan: Plan) -> DeepHole | None:
    """The deep hole of a plan that ends with a gun drill; None where none does."""
    gun = next((step.cut for step in plan.steps if step.cut is not None and step.cut.job.cutter.kind.needs_guide), None)
    return None if gun is None else deep_hole(gun.job)


SURFACE_WORDS = {
    "bare": "Wipe plate and magnet: chips and oil under it are a gap.",
    "primed": "Primer costs a tenth of the pull; scrape it where the base stands if it is thick.",
}
COATED = "Scrape the coating off where the base stands: it is a gap, and the pull falls fast with it."
# Where the base stands beside the hole, and the order of strap and magnet, by how it hangs (common practice).
BEHIND = {
    "down": "behind it",
    "wall": "below it, so that its weight hangs on the whole base",
    "overhead": "behind it, both held up until the magnet bears",
}
STRAPPED = {
    "down": "Hold it, magnet on, pull at it by hand; then strap it to the steel, not by its lead.",
    "wall": "Strap first, from above and short, while two hold it; then the magnet on, and pull at it by hand. If the current fails it hangs in the strap.",
    "overhead": "Strap first, over the steel and short, while two hold it; then the magnet on, and pull at it by hand. Nobody under it, nor under the slug.",
}
HUNG = {"down": "flat, looking down", "wall": "on a wall", "overhead": "overhead"}


def _magnet(task: Task, plan: Plan) -> Iterator[Sheet]:
    base = task.base.machine.magnet
    if base is None:
        return
    gap = surface(base.surface).gap_mm if base.gap_mm is None else base.gap_mm
    facts = (
        Fact("pull as rated", base.pull_n, "N"),
        Fact("rated on a plate of", base.rated_thickness_mm, "mm"),
        Fact("gap of paint or scale", gap, "mm"),
        Fact("base, long", base.length_mm, "mm"),
        Fact("base, wide", base.width_mm, "mm"),
        Fact("spindle before its front edge", base.overhang_mm, "mm"),
        Fact("weight", base.weight_kg, "kg"),
    )
    room = f"{base.overhang_mm + base.length_mm:g} by {base.width_mm:g} mm of plate"
    lines = (
        f"It works {HUNG[base.orientation]}. Lay the base with its long side in line with the hole, {base.overhang_mm:g} mm {BEHIND[base.orientation]}: it wants {room}.",
        "It lifts at its front edge first: the whole base on sound plate, none of it over a hole or an edge.",
        SURFACE_WORDS.get(base.surface, COATED),
        STRAPPED[base.orientation],
        "Pin or point on the mark before the magnet goes on; do not stop in the cut.",
    )
    yield Sheet("magnet", "The magnet on its plate", facts, lines, *_margin(plan))


def _margin(plan: Plan) -> tuple[float | None, float | None, float | None]:
    """Thrust of the hardest step, and what the magnet bears at first and at most, N; nothing where it cannot hold at all."""
    found = []
    for step in plan.steps:
        judgement = None if step.cut is None else evaluate(columns_of(step.cut.job)).findings["magnet"].judgement
        if judgement is not None and judgement.demand is not None and judgement.unit == "N":
            found.append(tuple(float(value) for value in (judgement.demand.high, judgement.soft, judgement.hard)))
    return max(found, key=lambda one: one[0] / max(one[2], 1e-9), default=(None, None, None))  # type: ignore[return-value]


def _slug(plan: Plan) -> Iterator[Sheet]:
    ring = next((step.cut for step in plan.steps if step.cut is not None and step.cut.job.cutter.kind.leaves_a_slug), None)
    if ring is None or not ring.job.hole.through:
        return
    slug = ring.job.cutter.slug_diameter_mm or 0.0
    weight = slug_g(slug_mm=slug, thickness_mm=ring.job.hole.depth_mm)
    facts = (Fact("slug, across", slug, "mm"), Fact("slug, in steel", weight, "g"))
    lines = (
        "The slug comes out hot at the end of the cut, pushed by the pin.",
        "Catch it or fence off below: at a height it falls on somebody.",
    )
    yield Sheet("slug", "The slug", facts, lines)


def _tailstock(task: Task, plan: Plan) -> Iterator[Sheet]:
    feed = task.base.machine.feed
    if feed.kind != "tailstock" or not feed.lead_mm:
        return
    facts = [Fact("lead of the screw", feed.lead_mm, "mm")]
    lines = [
        f"Barrel out {BARREL_OUT_MM[0]:g} to {BARREL_OUT_MM[1]:g} mm before the drill touches, or the ejector pushes the taper off; then clamp the tailstock."
    ]
    if feed.backlash_mm:
        facts.append(Fact("backlash", feed.backlash_mm, "mm"))
        lines.append(f"Set the dial with the point touching and the backlash of {feed.backlash_mm:g} mm taken up.")
    for step in plan.steps:
        if step.cut is not None:
            lines.append(_turns_line(step, feed.lead_mm, feed.travel_mm))
            facts.append(
                Fact(
                    f"turns to the stop, {step.size_mm:g} mm {step.kind}",
                    wheel_turns(depth_mm=step.cut.depths.stop_mm, lead_mm=feed.lead_mm),
                    "",
                )
            )
    yield Sheet("tailstock", "By turns of the wheel", tuple(facts), tuple(lines))


def _turns_line(step: Step, lead_mm: float, travel_mm: float | None) -> str:
    assert step.cut is not None
    turns = wheel_turns(depth_mm=step.cut.depths.stop_mm, lead_mm=lead_mm)
    pecks = pecks_of(step.cut.job)
    said = f"{step.kind} {step.size_mm:g} mm: {turns:.3g} turns from touching to the stop"
    if len(pecks) > 1:
        said += f"; out to clear at {', '.join(f'{wheel_turns(depth_mm=peck, lead_mm=lead_mm):.3g}' for peck in pecks[:-1])} turns"
    if travel_mm is not None and step.cut.depths.stop_mm > travel_mm - BARREL_OUT_MM[0]:
        said += f"; more than the barrel's {travel_mm:g} mm: unclamp, move the tailstock up, clamp, and go on"
    return said


def _opening(most_mm: float) -> str:
    """How far an insert drill may be opened off centre, as far as its body clears."""
    low, high = OPENING_MM[0], min(OPENING_MM[1], most_mm)
    if high <= low:
        return f"Not opened off centre for chip room: its body clears only {most_mm:.2g} mm on the diameter."
    return f"Opened off centre by {low:g} to {high:.2g} mm on the diameter it gives chips room and may save a boring pass: no further with this drill."


def _insert(task: Task, plan: Plan, measured_mm: float | None) -> Iterator[Sheet]:
    """An insert drill that stands still on a turning machine: its offset from a bore measured, and opened off centre."""
    if not task.base.machine.is_a.lathe:
        return
    step = next((one for one in plan.steps if one.cut is not None and one.cut.job.cutter.kind.on_inserts), None)
    if step is None:
        return
    wanted = task.drawn.finished_mm
    most = 2 * MOST_SHIFT * step.size_mm
    facts = [Fact("most it may be opened, on the diameter", most, "mm")]
    lines = [
        "Turret pocket bored true to the spindle; the outer insert towards the side the shift opens.",
        "Drill 3 mm deep, stop, measure the bore, correct X, then drill on.",
        _opening(most),
    ]
    if measured_mm is not None:
        change = x_correction_mm(wanted_mm=wanted, measured_mm=measured_mm)
        facts.append(Fact("change X, on the diameter, by", change, "mm"))
        too_far = abs(change) > most
        lines.append(
            f"Measured {measured_mm:g} mm, wanted {wanted:g} mm: that is {abs(change):.3g} mm, more than the body clears; look for a crooked pocket or a wrong insert."
            if too_far
            else f"Measured {measured_mm:g} mm, wanted {wanted:g} mm: X {change:+.3g} mm on the diameter."
        )
    yield Sheet("insert", "The insert drill's offset", tuple(facts), tuple(lines))
