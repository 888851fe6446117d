"""The rows of steps that may make a feature: the one its wish gives, the other wishes', and ones that take a size the others drill."""

from dataclasses import replace
from typing import Any

from bore.base.budget import look
from bore.base.errors import BadInput
from bore.plan.solver import Work, solve
from bore.plan.task import WANTS, Task, Wish
from bore.plan.times import DRILLING, Plan

# So many rows are kept for each feature (the more, the more can be shared, and the longer it takes).
ROWS = 4


def first_row(task: Task, wish: Wish, work: Work) -> Plan:
    """The wish's own row. Raises BadInput where there is none."""
    return solve(task, wish, work)


def other_rows(task: Task, wish: Wish, work: Work, first: Plan, drilled_mm: list[float]) -> list[Plan]:
    """Further rows worth trying: each size another feature drills on its way, put into this one; then the other wishes'.

    drilled_mm: the sizes other features' rows drill.
    """
    found = [first]
    own = {step.size_mm for step in first.steps if step.kind in DRILLING}
    pins = sorted({size for size in drilled_mm if size not in own and size < task.drawn.drilled_mm}, reverse=True)
    tries = [replace(wish, pinned_mm=(*wish.pinned_mm, size)) for size in pins[:3]] + [
        replace(wish, want=want) for want in WANTS if want != wish.want
    ]
    for one in tries:
        if len(found) >= ROWS:
            break
        look()
        try:
            plan = solve(task, one, work)
        except BadInput:
            continue
        if _tools(plan) not in [_tools(other) for other in found]:
            found.append(plan)
    return found


def row_into_a_hole(task: Task, wish: Wish, work: Work, found: tuple[Plan, ...]) -> tuple[Plan, ...]:
    """The rows with one more where none of them goes into a hole that is there: without what wants solid metal; as they are where none goes."""
    try:
        return (*found, solve(task, replace(wish, into_hole=True), work))
    except BadInput:
        return found


def _tools(plan: Plan) -> list[Any]:
    return [(step.kind, step.cutter, step.cut.job.setting.speed_rpm if step.cut else None) for step in plan.steps]
