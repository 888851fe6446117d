"""A plan as data: the row of steps with what each meets and costs, the other ways, the families compared, set-up and checklist."""

from dataclasses import asdict, replace
from typing import Any

from bore.advice.cautions import cautions_for
from bore.advice.expect import expected
from bore.answers.check import number, step_as_data
from bore.answers.offers import deep_hole_as_data, plain_record
from bore.answers.plan_request import Asked, read_plan
from bore.base.errors import BadInput
from bore.base.formula import recording
from bore.check.best_setting import stage_words
from bore.job.job import Job
from bore.job.pecks import pecks_of
from bore.limits import BY_ID
from bore.limits.judgement import VERDICTS
from bore.limits.said import said_of_use
from bore.machines.kinds import LATHES, PROGRAMMED, machine_kind, machine_kinds
from bore.plan.any_machine import Offer, best_first, offers
from bore.plan.checklist import checklist
from bore.plan.clearance import under
from bore.plan.cost import PlanCost, StepCost, plan_cost
from bore.plan.custom_row import recheck
from bore.plan.families import break_evens, rivals
from bore.plan.pattern import Pattern, to_marks_mm
from bore.plan.setup import deep, sheets
from bore.plan.solver import Work, alternatives, solve
from bore.plan.step_cut import Cut, ladder_of
from bore.plan.task import Task, Wish
from bore.plan.times import DRILLING, Plan, Step
from bore.ways.proposals import cutter_words

Case = dict[str, Any]
# Ways of holding that any table takes.
ON_TABLES = ("vice", "clamps", "hand")
IN_CHUCK = ", in the drill chuck"


def case_of(job: Job) -> Case:
    """A job as a case that can be posted: what was assumed on the way stands in it."""
    return {name: plain_record(getattr(job, name)) for name in ("hole", "material", "cutter", "machine", "holding", "setting")}


def _said(plan: Plan) -> str:
    """A row's verdict with the figure of the cut that makes it."""
    cuts = [step.cut for step in plan.steps if step.cut is not None]
    lead = max(cuts, key=lambda cut: (cut.verdict, cut.use), default=None)
    if lead is None or lead.verdict != plan.verdict:
        return said_of_use(plan.verdict, 0.0, False)
    return said_of_use(lead.verdict, lead.use, BY_ID[lead.tightest].floor)


def _cut(cut: Cut, asked: Asked) -> Case:
    setting, base = cut.job.setting, asked.task.base
    pecks = pecks_of(cut.job)
    met = under(base, cut, asked.under_mm)
    chip, sound = expected(cut.job)
    return {
        "verdict": VERDICTS[cut.verdict],
        "tightest": cut.tightest,
        "failure": BY_ID[cut.tightest].failure,
        "use": number(min(cut.use, 1e6)),
        "said": said_of_use(cut.verdict, cut.use, BY_ID[cut.tightest].floor),
        "ladder": ladder_of(cut),
        "speed_rpm": number(setting.speed_rpm),
        "speed_words": stage_words(cut.job, setting.speed_rpm),
        "feed_mm_rev": number(setting.feed_mm_rev),
        "hand_force_n": number(setting.hand_force_n),
        "depth_mm": number(cut.job.hole.depth_mm),
        "stop_mm": number(cut.depths.stop_mm),
        "point_mm": number(cut.depths.point_length_mm),
        "floor_mm": number(cut.depths.floor_mm),
        "pecks_mm": [number(depth) for depth in pecks] if len(pecks) > 1 else [],
        "under": None if met is None else {**asdict(met), "beyond_mm": number(met.beyond_mm)},
        "coolant": cut.job.machine.coolant.method,
        "chip": chip,
        "sound": sound,
        "point_angle_deg": number(cut.job.cutter.point_angle_deg),
        "family": cut.job.cutter.family,
        "case": case_of(cut.job),
    }


def _tool(step: Step, asked: Asked) -> str:
    if step.cutter is None:
        return ""
    base = asked.task.base
    chucked = step.cut is not None and step.cut.job.machine.holder.kind != base.machine.holder.kind
    return cutter_words(base.yard.cutters[step.cutter]) + (IN_CHUCK if chucked else "")


def _step(step: Step, asked: Asked, cost: StepCost, struck: bool = False) -> Case:
    return {
        "kind": step.kind,
        "cutter": step.cutter,
        "words": _words(step, asked),
        "tool": _tool(step, asked),
        "start_mm": number(step.start_mm),
        "size_mm": number(step.size_mm),
        "why": step.why,
        "cannot": step.cannot,
        "struck": struck,
        "time_s": number(step.time_s),
        "change_s": number(step.change_s),
        "edge_cost": number(cost.edge),
        "machine_cost": number(cost.machine),
        "cut": None if step.cut is None else _cut(step.cut, asked),
    }


def _words(step: Step, asked: Asked) -> str:
    """A step in a few words; what a hand does says so."""
    if step.kind == "mark":
        if step.cut is not None:
            return f"{step.cut.job.cutter.family} each place"
        return "touch each place" if asked.task.base.machine.kind in (*LATHES, *PROGRAMMED) else "mark out and punch"
    if step.kind == "deburr":
        return "deburr both sides" if asked.task.base.hole.through else "deburr the mouth"
    size = asked.task.drawn.text if step.kind in ("tap", "mill") else f"{step.size_mm:.4g} mm"
    return f"{step.kind} {size}" + ("" if step.cut or step.cannot or step.kind == "bore" else ", by hand")


def _cost(cost: PlanCost, asked: Asked) -> Case:
    cutters = asked.task.base.yard.cutters
    return {
        "a_hole": number(cost.a_hole),
        "changes": number(cost.changes),
        "total": number(cost.total),
        "rate_per_h": number(asked.task.money.rate_per_h),
        "unpriced": [cutter_words(cutters[place]) for place in cost.unpriced],
    }


def _plan(plan: Plan, asked: Asked, cost: PlanCost | None = None) -> Case:
    cost = cost or plan_cost(asked.task.money, plan, asked.task.base)
    return {
        "words": plan.words,
        "verdict": VERDICTS[plan.verdict],
        "hole_s": number(plan.hole_s),
        "total_s": number(plan.total_s),
        "worst_use": number(min(plan.worst_use, 1e6)),
        "said": _said(plan),
        "tools": sum(step.cut is not None for step in plan.steps),
        "cost": _cost(cost, asked),
        "steps": [_step(step, asked, one) for step, one in zip(plan.steps, cost.steps, strict=True)],
    }


def _pattern(pattern: Pattern) -> Case:
    return {
        "kind": pattern.kind,
        "points_mm": [[number(x), number(y)] for x, y in pattern.points_mm],
        "neighbour_mm": number(pattern.neighbour_mm),
        "marks_mm": to_marks_mm(pattern),
        "from_edges_mm": [[number(x), number(y)] for x, y in pattern.from_edges_mm],
    }


def _around(plan: Plan, asked: Asked) -> Case:
    """What a plan wants beside its steps: cautions, checklist, set-up sheets, the deep hole, and the working of its costs."""
    task = asked.task
    with recording() as record:
        plan_cost(task.money, plan, task.base)
        found = sheets(task, plan, asked.measured_mm)
    cautions = dict.fromkeys(words for step in plan.steps if step.cut is not None for words in cautions_for(step.cut.job))
    drilled = deep(plan)
    return {
        "cautions": list(cautions),
        "checklist": [asdict(line) for line in checklist(task, plan)],
        "sheets": [_sheet(sheet) for sheet in found],
        "deep_hole": None if drilled is None else deep_hole_as_data(drilled),
        "working": [step_as_data(step) for steps in record.steps.values() for step in steps],
    }


def _sheet(sheet: Any) -> Case:
    plain = asdict(sheet)
    plain["facts"] = [{**fact, "value": number(fact["value"])} for fact in plain["facts"]]
    return plain | {name: number(plain[name]) for name in ("demand_n", "soft_n", "hard_n")} | {"lines": list(sheet.lines)}


def _families(asked: Asked, work: Work) -> Case:
    found = rivals(asked.task, asked.wish, work)
    return {
        "families": [
            {
                "family": one.family,
                "words": one.words,
                "once": number(one.once),
                "a_hole": number(one.a_hole),
                "batch": number(one.batch(asked.task.base.hole.count)),
                "time_s": number(one.plan.total_s),
                "verdict": VERDICTS[one.plan.verdict],
                "drills_mm": [number(step.size_mm) for step in one.plan.steps if step.kind in DRILLING],
                "unpriced": bool(plan_cost(asked.task.money, one.plan, asked.task.base).unpriced),
            }
            for one in found
        ],
        "break_evens": [asdict(one) for one in break_evens(found)],
    }


def plan_as_data(data: Any) -> Case:
    """A plan for a request, with the others one might want, and the families compared, where they are asked for."""
    asked = read_plan(data)
    task = asked.task
    work = Work(task)
    found: Case = {"says": [], "alternatives": [], "families": [], "break_evens": []}
    if asked.own:
        own = recheck(task, asked.own)
        plan = own.plan
        cost = plan_cost(task.money, plan, task.base)
        found["plan"] = _plan(plan, asked, cost)
        found["plan"]["steps"] = _own_steps(asked, own.steps)
        found["says"] = list(own.says)
    else:
        ways = alternatives(task, asked.wish, work) if asked.alternatives else {}
        plan = ways[asked.wish.want] if ways else solve(task, asked.wish, work)
        found["plan"] = _plan(plan, asked)
        found["alternatives"] = [{"want": want, **_plan(one, asked)} for want, one in ways.items()]
    if asked.families:
        found |= _families(asked, work)
    return _head(asked) | found | _around(plan, asked)


def _own_steps(asked: Asked, steps: tuple[Step, ...]) -> list[Case]:
    """Every step of somebody's own row, struck ones in their places."""
    made = [step for one, step in zip(asked.own, steps, strict=True) if not one.struck]
    costs = iter(plan_cost(asked.task.money, Plan(tuple(made), 0.0, 0.0, 0.0, 0, ""), asked.task.base).steps)
    nothing = StepCost(0.0, 0.0)
    return [_step(step, asked, nothing if one.struck else next(costs), one.struck) for one, step in zip(asked.own, steps, strict=True)]


def _head(asked: Asked) -> Case:
    job, drawn = asked.task.base, asked.task.drawn
    return {
        "hole": asdict(drawn) | {"reamed": drawn.reamed, "tapped": drawn.tapped},
        "seats": [asdict(seat) for seat in asked.task.seats],
        "depth_mm": number(job.hole.depth_mm),
        "through": job.hole.through,
        "count": job.hole.count,
        "stack_mm": [number(one) for one in job.hole.stack_mm],
        "machine": job.machine.name,
        "machine_kind": job.machine.kind,
        "material": job.material.name,
        "pattern": _pattern(asked.pattern),
    }


def any_machine_as_data(data: Any) -> Case:
    """The plan on every machine of the case's yard, the best first; machines that make none say why."""
    tasks, wish = _tasks(data)
    found = best_first(list(offers(tasks, wish)), wish)
    return {"machines": [_offer(one, tasks[one.machine]) for one in found]}


def _offer(one: Offer, task: Task) -> Case:
    plan, machine = one.plan, task.base.machine
    head = {"machine": one.machine, "name": machine.name, "kind": machine.kind, "why": one.why}
    if plan is None:
        return head | {
            "verdict": None,
            "tools": None,
            "total_s": None,
            "worst_use": None,
            "said": None,
            "total_cost": None,
            "drills_mm": [],
        }
    return head | {
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
    usual = machine_kind(kind).holding if isinstance(kind, str) and kind in machine_kinds() else None
    given = holding.get("kind") if isinstance(holding, dict) else None
    if given != usual and not (given in ON_TABLES and usual in ON_TABLES):
        kept.pop("holding", None)
    return kept
