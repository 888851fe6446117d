"""A bore made true by one edge: which bar of the crib, in how many passes, with what checked of it."""

import math

from bore.base.formula import formula
from bore.cutters.family import WARNED
from bore.cutters.registry import family_of
from bore.job.cutter import Cutter
from bore.machines.machine import Machine
from bore.plan.hand_work import hand_s
from bore.plan.step_cut import Cut, Cuts, reason_of
from bore.plan.task import Finisher, Task
from bore.plan.times import Step, change_s

# The last pass takes so much of the width, measured before it; one before it at most so much (common practice).
LAST_PASS_MM, MOST_PASS_MM = 0.4, 3.0
# A bored blind hole is drilled this much deeper: the edge runs out over its floor (common practice).
RUN_OUT_MM = 1.0
# Stopping, measuring and setting the edge over between two passes, s (common practice).
MEASURED_S = 45.0


@formula("Passes of a boring bar", "n = 1 + ⌈(D − d − last) / most⌉, at least 2", "", "common-practice")
def passes(*, hole_mm: float, drilled_mm: float) -> int:
    """How often a bar goes through: roughing passes of at most 3 mm of width, and a last of 0.4 mm to the size measured.

    >>> passes(hole_mm=30, drilled_mm=29), passes(hole_mm=40, drilled_mm=34), passes(hole_mm=30, drilled_mm=29.8)
    (2, 3, 2)
    """
    return 1 + max(1, math.ceil((hole_mm - drilled_mm - LAST_PASS_MM) / MOST_PASS_MM - 1e-9))


def bars(task: Task, why: str) -> list[Finisher]:
    """The bars and heads of the crib that are set to the hole; where there is none, or it stands in a tool post, a bar that is not checked."""
    machine, size = task.base.machine, task.drawn.finished_mm
    there = [(place, one) for place, one in enumerate(task.base.yard.cutters) if one.kind.step == "bore" and one.makes(size)]
    checked = [place for place, one in there if not in_tool_post(machine, one)]
    if checked:
        return [Finisher("bore", place, RUN_OUT_MM, why) for place in checked]
    if there:
        return [Finisher("bore", None, RUN_OUT_MM, f"{why}; {tool_post_words(there[0][1])}")]
    missing = f"the crib has no reamer for it and no bar: to get, a boring bar or head set to {size:g} mm (not checked)"
    return [Finisher("bore", None, RUN_OUT_MM, f"{why}; {missing}")]


def in_tool_post(machine: Machine, bar: Cutter) -> bool:
    """Whether a bar goes where the check does not look: into the tool post of a lathe whose tailstock is checked."""
    return family_of(bar.kind).machines[machine.kind].how == WARNED


def tool_post_words(bar: Cutter) -> str:
    """What is said of a bar in a tool post."""
    return f"the bar for {bar.bores_from_mm:.4g} to {bar.diameter_mm:.4g} mm in the tool post, fed by the carriage (not checked here)"


def bored(task: Task, cuts: Cuts, found: list[Finisher], drilled_mm: float) -> tuple[Step, Finisher]:
    """The step that bores the drilled hole true: its heaviest pass checked, the time that of all its passes."""
    size = task.drawn.finished_mm
    times = passes(hole_mm=size, drilled_mm=drilled_mm)
    said = f"in {times} passes, measured before the last {LAST_PASS_MM / 2:g} mm a side"
    if found[0].place is None:
        one = found[0]
        return Step("bore", None, drilled_mm, size, None, change_s(task.base), f"{one.why}; {said}", hand_s(task, "bore", 0.0)), one
    tried = [(bar_cut(task, cuts, one.place, drilled_mm), one) for one in found if one.place is not None]
    cut, one = min(tried, key=lambda pair: (pair[0].verdict, pair[0].time_s))
    cannot = "" if cut.goes else reason_of(cut)
    time = cut.time_s * times + MEASURED_S * (times - 1)
    return Step("bore", one.place, drilled_mm, size, cut, change_s(task.base, cut), f"{one.why}; {said}", time, cannot), one


def bar_cut(task: Task, cuts: Cuts, place: int, drilled_mm: float) -> Cut:
    """The heaviest pass of a bar: as much of the width as one pass takes, or all there is."""
    size = task.drawn.finished_mm
    return cuts.of(max(drilled_mm, size - MOST_PASS_MM), size, place)
