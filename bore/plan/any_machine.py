"""The plan on whichever machine of the shop does it best."""

from collections.abc import Callable, Iterator, Sequence

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.plan.solver import Stopped, solve
from bore.plan.task import Task, Wish
from bore.plan.times import Plan

# Told how many machines are done, of how many; answers whether to go on.
Progress = Callable[[int, int], bool]


@immutable
class Offer:
    """What one machine of the shop, by its place, makes of the hole: a plan, or why there is none."""

    machine: int
    plan: Plan | None
    why: str


def offers(tasks: Sequence[Task], wish: Wish, progress: Progress | None = None) -> Iterator[Offer]:
    """The plan for each task, which differ by their machines, one after another as they are found; raises Stopped where told to."""
    for place, task in enumerate(tasks):
        if progress is not None and not progress(place, len(tasks)):
            raise Stopped
        try:
            yield Offer(place, solve(task, wish), "")
        except BadInput as refused:
            yield Offer(place, None, refused.problems[0].message)


def best_first(found: Sequence[Offer], wish: Wish) -> list[Offer]:
    """Offers in order of the wish: those that hold before those that are tight, then by what is wanted; those without a plan last."""
    return sorted(found, key=lambda one: _rank(one.plan, wish))


def _rank(plan: Plan | None, wish: Wish) -> tuple[float, ...]:
    if plan is None:
        return (9.0,)
    tools = sum(step.cut is not None for step in plan.steps)
    by = {"fewest": (tools, plan.total_s), "gentlest": (plan.worst_use, plan.total_s)}
    return (float(plan.verdict), *by.get(wish.want, (plan.total_s, tools)))
