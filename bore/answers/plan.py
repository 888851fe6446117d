"""A plan as an answer: the row of steps, the other ways, the families compared, set-up and checklist."""

from dataclasses import replace
from typing import Any, Literal

from bore.advice.cautions import cautions_for
from bore.answers.check import Step, step_of
from bore.answers.offers import DeepHoleAnswer, deep_hole_answer
from bore.answers.plan_request import Asked, read_plan
from bore.answers.plan_step import PlanStep, step_answer
from bore.answers.shape import number, plain, shaped
from bore.base.errors import BadInput
from bore.base.formula import recording
from bore.base.immutable import outgoing
from bore.case.cutter_words import cutter_words
from bore.limits import BY_ID
from bore.limits.judgement import CANNOT, VERDICTS, Verdict
from bore.limits.said import said_of_use
from bore.machines.kinds import holds_on, machine_kinds
from bore.plan import times
from bore.plan.any_machine import Offer, best_first, offers
from bore.plan.checklist import afterwards, checklist
from bore.plan.cost import PlanCost, StepCost, plan_cost
from bore.plan.crib_end import CribEnds
from bore.plan.custom_row import recheck
from bore.plan.families import break_evens, rivals
from bore.plan.pattern import Pattern, to_marks_mm
from bore.plan.setup import Sheet, deep, sheets
from bore.plan.solver import Work, alternatives, solve
from bore.plan.task import Task, Wish
from bore.plan.times import DRILLING, Plan, summed

Case = dict[str, Any]


@outgoing
class DrawnHole:
    """A hole as the drawing names it, and what that means in figures; `least_mm` and `most_mm` bound the drill, `limits_mm` the finished
    hole where the drawing has a tolerance."""

    text: str
    means: str
    drilled_mm: float
    least_mm: float
    most_mm: float
    finished_mm: float
    limits_mm: list[float] | None = None
    pitch_mm: float | None
    tolerance_it: int | None
    reamed: bool
    tapped: bool


@outgoing
class SeatAnswer:
    """A counterbore or countersink as drawn."""

    kind: Literal["counterbore", "countersink"]
    diameter_mm: float
    depth_mm: float | None


@outgoing
class PatternAnswer:
    """Where the holes stand, and what a divider is set to."""

    kind: str
    points_mm: list[list[float]]
    neighbour_mm: float | None
    marks_mm: list[float]
    from_edges_mm: list[list[float]]


@outgoing
class PlanMoney:
    """What a plan costs, in the shop's money."""

    a_hole: float
    changes: float
    total: float
    rate_per_h: float
    unpriced: list[str]


@outgoing
class OnePlan:
    """A row of steps and what it comes to."""

    words: str
    verdict: Verdict
    hole_s: float
    total_s: float
    worst_use: float
    said: str
    tools: int
    cost: PlanMoney
    steps: list[PlanStep]


@outgoing
class OtherPlan(OnePlan):
    """A plan by another wish."""

    want: str


@outgoing
class RivalFamily:
    """The cheapest plan that ends with one family."""

    family: str
    words: str
    once: float
    a_hole: float
    batch: float
    time_s: float
    verdict: Verdict
    drills_mm: list[float]
    unpriced: bool


@outgoing
class BreakEvenAnswer:
    """From so many holes on the second family is cheaper."""

    before: str
    after: str
    count: int


@outgoing
class ChecklistLine:
    """One line to tick."""

    id: str
    words: str


@outgoing
class SetupFact:
    """A figure of a set-up."""

    name: str
    value: float
    unit: str


@outgoing
class SetupSheet:
    """A set-up sheet; for a magnet what it must bear beside what it bears."""

    kind: Literal["magnet", "slug", "tailstock", "insert"]
    title: str
    facts: list[SetupFact]
    lines: list[str]
    demand_n: float | None
    soft_n: float | None
    hard_n: float | None


@outgoing
class PlanAnswer:
    """A plan for a hole, and the others one might want. `to_get`: no row goes, and this cutter would mend it, as the crib reads its name."""

    hole: DrawnHole
    seats: list[SeatAnswer]
    depth_mm: float
    through: bool
    count: int
    stack_mm: list[float]
    machine: str
    machine_kind: str
    material: str
    pattern: PatternAnswer
    plan: OnePlan
    says: list[str]
    to_get: str
    alternatives: list[OtherPlan]
    families: list[RivalFamily]
    break_evens: list[BreakEvenAnswer]
    cautions: list[str]
    checklist: list[ChecklistLine]
    afterwards: list[ChecklistLine]
    sheets: list[SetupSheet]
    deep_hole: DeepHoleAnswer | None
    working: list[Step]


@outgoing
class MachineOffer:
    """What one machine of the shop makes of the hole."""

    machine: int
    machine_id: str | None = None
    name: str
    kind: str
    why: str
    verdict: Verdict | None
    tools: int | None
    total_s: float | None
    worst_use: float | None
    said: str | None
    total_cost: float | None
    drills_mm: list[float]


@outgoing
class OffersAnswer:
    """The plan on every machine of a yard, best first; machines that make none say why."""

    machines: list[MachineOffer]


def _said(plan: Plan) -> str:
    """A row's verdict with the figure of the cut that makes it."""
    cuts = [step.cut for step in plan.steps if step.cut is not None]
    lead = max(cuts, key=lambda cut: (cut.verdict, cut.use), default=None)
    if lead is None or lead.verdict != plan.verdict:
        return said_of_use(plan.verdict, 0.0, False)
    return said_of_use(lead.verdict, lead.use, BY_ID[lead.tightest].floor)


def _money(cost: PlanCost, asked: Asked) -> PlanMoney:
    cutters = asked.task.base.yard.cutters
    unpriced = [cutter_words(cutters[place]) for place in cost.unpriced]
    return shaped(PlanMoney, cost, rate_per_h=number(asked.task.money.rate_per_h), unpriced=unpriced)


def _plan(plan: Plan, asked: Asked, steps: list[PlanStep] | None = None) -> OnePlan:
    cost = plan_cost(asked.task.money, plan, asked.task.base)
    return shaped(
        OnePlan,
        plan,
        verdict=VERDICTS[plan.verdict],
        worst_use=number(min(plan.worst_use, 1e6)),
        said=_said(plan),
        tools=sum(step.cut is not None for step in plan.steps),
        cost=_money(cost, asked),
        steps=steps or [step_answer(step, asked, one) for step, one in zip(plan.steps, cost.steps, strict=True)],
    )


def _pattern(pattern: Pattern) -> PatternAnswer:
    return shaped(PatternAnswer, pattern, marks_mm=to_marks_mm(pattern))


def _around(plan: Plan, asked: Asked) -> dict[str, Any]:
    """What a plan wants beside its steps: cautions, checklist, set-up sheets, the deep hole, and the working of its costs."""
    task = asked.task
    with recording() as record:
        plan_cost(task.money, plan, task.base)
        found = sheets(task, plan, asked.measured_mm)
    cautions = dict.fromkeys(words for step in plan.steps if step.cut is not None for words in cautions_for(step.cut.job))
    drilled = deep(plan)
    return {
        "cautions": list(cautions),
        "checklist": [shaped(ChecklistLine, line) for line in checklist([(task, plan)])],
        "afterwards": [shaped(ChecklistLine, line) for line in afterwards([(task, plan)])],
        "sheets": [_sheet(sheet) for sheet in found],
        "deep_hole": None if drilled is None else deep_hole_answer(drilled),
        "working": [step_of(step) for steps in record.steps.values() for step in steps],
    }


def _sheet(sheet: Sheet) -> SetupSheet:
    return shaped(SetupSheet, sheet, facts=[shaped(SetupFact, fact) for fact in sheet.facts])


def _families(asked: Asked, work: Work) -> dict[str, Any]:
    found = rivals(asked.task, asked.wish, work)
    families = [
        shaped(
            RivalFamily,
            one,
            batch=number(one.batch(asked.task.base.hole.count)),
            time_s=number(one.plan.total_s),
            verdict=VERDICTS[one.plan.verdict],
            drills_mm=[number(step.size_mm) for step in one.plan.steps if step.kind in DRILLING],
        )
        for one in found
    ]
    return {"families": families, "break_evens": [shaped(BreakEvenAnswer, one) for one in break_evens(found)]}


def plan_answer(data: Any) -> PlanAnswer:
    """A plan for a request, with the others one might want, and the families compared, where they are asked for."""
    asked = read_plan(data)
    task = asked.task
    work = Work(task)
    others: dict[str, Any] = {"says": [], "to_get": "", "alternatives": [], "families": [], "break_evens": []}
    if asked.own:
        own = recheck(task, asked.own)
        plan = own.plan
        made = _plan(plan, asked, _own_steps(asked, own.steps))
        others["says"] = list(own.says)
    else:
        try:
            ways = alternatives(task, asked.wish, work) if asked.alternatives else {}
            plan = ways[asked.wish.want] if ways else solve(task, asked.wish, work)
        except CribEnds as end:
            return _no_row(asked, end, others)
        made = _plan(plan, asked)
        others["alternatives"] = [shaped(OtherPlan, _plan(one, asked), want=want) for want, one in ways.items()]
    if asked.families:
        others |= _families(asked, work)
    return PlanAnswer(plan=made, **_head(asked), **others, **_around(plan, asked))


def _no_row(asked: Asked, end: CribEnds, others: dict[str, Any]) -> PlanAnswer:
    """The answer where the crib ends: an empty row, why, and what to get; what the machine and the hole want beside steps stays."""
    plan = summed(asked.task.base, [], "no row goes")
    plan = replace(plan, verdict=CANNOT)
    said = end.remedy.sentence
    others |= {"says": [end.why, f"{said[0].upper()}{said[1:]}."], "to_get": end.remedy.for_crib}
    return PlanAnswer(plan=_plan(plan, asked), **_head(asked), **others, **_around(plan, asked))


def _own_steps(asked: Asked, steps: tuple[times.Step, ...]) -> list[PlanStep]:
    """Every step of somebody's own row, struck ones in their places."""
    made = [step for one, step in zip(asked.own, steps, strict=True) if not one.struck]
    costs = iter(plan_cost(asked.task.money, Plan(tuple(made), 0.0, 0.0, 0.0, 0, ""), asked.task.base).steps)
    nothing = StepCost(0.0, 0.0)
    return [
        step_answer(step, asked, nothing if one.struck else next(costs), one.struck) for one, step in zip(asked.own, steps, strict=True)
    ]


def _head(asked: Asked) -> dict[str, Any]:
    job = asked.task.base
    return {
        "hole": shaped(DrawnHole, asked.task.drawn),
        "seats": [shaped(SeatAnswer, seat) for seat in asked.task.seats],
        "depth_mm": number(job.hole.depth_mm),
        "through": job.hole.through,
        "count": job.hole.count,
        "stack_mm": plain(job.hole.stack_mm),
        "machine": job.machine.name,
        "machine_kind": job.machine.kind,
        "material": job.material.name,
        "pattern": _pattern(asked.pattern),
    }


def anywhere_answer(data: Any) -> OffersAnswer:
    """The plan on every machine of the case's yard, the best first; machines that make none say why."""
    tasks, wish = _tasks(data)
    found = best_first(list(offers(tasks, wish)), wish)
    return OffersAnswer(machines=[_offer(one, tasks[one.machine]) for one in found])


NO_PLAN = dict.fromkeys(("verdict", "tools", "total_s", "worst_use", "said", "total_cost")) | {"drills_mm": []}


def _offer(one: Offer, task: Task) -> MachineOffer:
    machine = task.base.machine
    made = NO_PLAN if one.plan is None else _offered(one.plan, task)
    return MachineOffer(machine=one.machine, name=machine.name, kind=machine.kind, why=one.why, **made)


def _offered(plan: Plan, task: Task) -> dict[str, Any]:
    return {
        "verdict": VERDICTS[plan.verdict],
        "tools": sum(step.cut is not None for step in plan.steps),
        "total_s": number(plan.total_s),
        "worst_use": number(min(plan.worst_use, 1e6)),
        "said": _said(plan),
        "total_cost": number(plan_cost(task.money, plan, task.base).total),
        "drills_mm": [number(step.size_mm) for step in plan.steps if step.kind in DRILLING],
    }


def _tasks(data: Any) -> tuple[list[Task], Wish]:
    """The hole to be planned on each machine of the yard, held as that kind of machine holds it; the crib is read once."""
    case = data.get("case") if isinstance(data, dict) else None
    yard = case.get("yard") if isinstance(case, dict) else None
    machines = yard.get("machines") if isinstance(yard, dict) else None
    if not isinstance(machines, list) or not machines:
        raise BadInput.at("case.yard.machines", "is needed: the machines to try")
    assert isinstance(case, dict)
    assert isinstance(yard, dict)
    crib = {"cutters": yard.get("cutters") or []}
    first = read_plan(data | {"case": case | {"machine": machines[0], "yard": crib}})
    tasks = []
    for machine in machines:
        alone = read_plan({"case": _held_as(case, machine), "plan": {"hole": data["plan"]["hole"], "pattern": data["plan"].get("pattern")}})
        tasks.append(replace(first.task, base=replace(alone.task.base, yard=first.task.base.yard)))
    return tasks, first.wish


def _held_as(case: Case, machine: Any) -> Case:
    """The case on a machine, without its crib; a holding that is another kind of machine's is left to what is usual there."""
    kept = {name: value for name, value in case.items() if name != "yard"} | {"machine": machine}
    holding, kind = case.get("holding"), machine.get("kind") if isinstance(machine, dict) else None
    given = holding.get("kind") if isinstance(holding, dict) else None
    if not (isinstance(kind, str) and kind in machine_kinds() and holds_on(kind, given)):
        kept.pop("holding", None)
    return kept
