"""Families of cutters compared for a batch: what each costs to set up and a hole, and from how many holes one beats another."""

import math
from dataclasses import replace

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.job.cutter import SAME_SIZE_MM
from bore.job.cutter_kinds import cutter_kind
from bore.plan.cost import plan_cost
from bore.plan.solver import Work, solve
from bore.plan.task import Task, Wish
from bore.plan.times import Plan


@immutable
class Rival:
    """The cheapest plan that ends with one family: what its changes cost once, and what each hole costs."""

    family: str
    words: str
    plan: Plan
    once: float
    a_hole: float
    unpriced: bool = False

    def batch(self, count: int) -> float:
        """Cost of a number of holes."""
        return self.once + count * self.a_hole


@immutable
class BreakEven:
    """From so many holes on the second is cheaper than the first."""

    before: str
    after: str
    count: int


def rivals(task: Task, wish: Wish, work: Work | None = None) -> list[Rival]:
    """The cheapest plan of every family that drills the last step, cheapest for this batch first; those that do not go are left out."""
    work = work or Work(task)
    drawn = task.drawn
    names = {
        one.family
        for one in task.base.yard.cutters
        if one.kind.ends_a_row and drawn.least_mm - SAME_SIZE_MM <= one.diameter_mm <= drawn.most_mm + SAME_SIZE_MM
    }
    found = []
    for name in sorted(names):
        try:
            plan = solve(task, replace(wish, want="cheapest", family=name), work)
        except BadInput:
            continue
        cost = plan_cost(task.money, plan, task.base)
        found.append(Rival(name, cutter_kind(name).words, plan, cost.changes, cost.a_hole, bool(cost.unpriced)))
    return sorted(found, key=lambda one: one.batch(task.base.hole.count))


def break_evens(found: list[Rival], most: int = 100_000) -> list[BreakEven]:
    """Where the cheapest family changes as the count grows: along the lower edge of the lines cost = once + count · a hole. What has no price
    is neither cheap nor dear and is left out."""
    found = [one for one in found if not one.unpriced]
    if not found:
        return []
    now, count = min(found, key=lambda one: (one.batch(1), one.a_hole)), 1
    crossings: list[BreakEven] = []
    while True:
        # Whoever would be cheaper already takes over here.
        ahead = [(max(_crossing(now, one), count), one) for one in found if one.a_hole < now.a_hole]
        ahead = [(at, one) for at, one in ahead if at <= most]
        if not ahead:
            return crossings
        at, after = min(ahead, key=lambda pair: (pair[0], pair[1].batch(pair[0]), pair[1].a_hole))
        crossings.append(BreakEven(now.family, after.family, at))
        now, count = after, at


def _crossing(now: Rival, one: Rival) -> int:
    """The first count at which one is no dearer than now: n = (once₂ − once₁) / (a hole₁ − a hole₂)."""
    return max(math.ceil((one.once - now.once) / (now.a_hole - one.a_hole) - 1e-9), 1)
