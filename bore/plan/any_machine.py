"""The plan on whichever machine of the shop does it best."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.job.job import Job
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
    """The plan for each task, which differ by their machines, one after another as they are found; raises Stopped where told to. Machines
    that are alike but for their names, as a shop has several of a kind, share one search; a refusal speaks
    of its machine by name, and is asked for anew."""
    found: list[tuple[Task, Plan]] = []
    for place, task in enumerate(tasks):
        if progress is not None and not progress(place, len(tasks)):
            raise Stopped
        nameless = replace(task, base=_named(task.base, ""))
        twin = next((plan for other, plan in found if other == nameless), None)
        offer = _offer(place, task, wish) if twin is None else Offer(place, _on(twin, task.base.machine.name), "")
        if twin is None and offer.plan is not None:
            found.append((nameless, offer.plan))
        yield offer


def _offer(place: int, task: Task, wish: Wish) -> Offer:
    try:
        return Offer(place, solve(task, wish), "")
    except BadInput as refused:
        return Offer(place, None, refused.problems[0].message)


def _named(job: Job, name: str) -> Job:
    return replace(job, machine=replace(job.machine, name=name))


def _on(plan: Plan, name: str) -> Plan:
    """A plan as its twin of another name makes it."""
    steps = [step if step.cut is None else replace(step, cut=replace(step.cut, job=_named(step.cut.job, name))) for step in plan.steps]
    return replace(plan, steps=tuple(steps))


def best_first(found: Sequence[Offer], wish: Wish) -> list[Offer]:
    """Offers in order of the wish: those that hold before those that are tight, then by what is wanted; those without a plan last."""
    return sorted(found, key=lambda one: _rank(one.plan, wish))


def _rank(plan: Plan | None, wish: Wish) -> tuple[float, ...]:
    if plan is None:
        return (9.0,)
    tools = sum(step.cut is not None for step in plan.steps)
    by = {"fewest": (tools, plan.total_s), "gentlest": (plan.worst_use, plan.total_s)}
    return (float(plan.verdict), *by.get(wish.want, (plan.total_s, tools)))
