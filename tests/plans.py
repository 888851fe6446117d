"""Plans of the demo yard and their cuts, as the tests ask for them."""

from typing import Any

from bore.answers.plan_request import read_plan
from bore.job.job import Job
from bore.plan.solver import solve
from bore.plan.step_cut import Cut
from bore.plan.times import Plan
from tests.demo import asked


def base(machine: str, hole: str = "10", depth_mm: float = 20.0, material: str = "steel-c45", **more: Any) -> Job:
    return read_plan(asked(machine, hole, depth_mm, material, **more)).task.base


def planned(machine: str, hole: str, depth_mm: float, material: str, **more: Any) -> Plan:
    found = read_plan(asked(machine, hole, depth_mm, material, **more))
    return solve(found.task, found.wish)


def first_cut(machine: str, hole: str, depth_mm: float, material: str, **more: Any) -> Cut:
    """The cut of the last drill of a plan."""
    steps = planned(machine, hole, depth_mm, material, **more).steps
    return [step.cut for step in steps if step.kind == "drill" and step.cut is not None][-1]
