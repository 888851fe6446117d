"""A plan asked for and answered, as data."""

from dataclasses import asdict
from typing import Any

from bore.changes import cutter_words
from bore.contract.answer import number
from bore.contract.offers import plain_record
from bore.contract.read import read_case
from bore.errors import BadInput
from bore.job import Job
from bore.limits import BY_ID
from bore.limits.judgement import VERDICTS
from bore.machines.kinds import HAND_FEEDS
from bore.plan.drawn import Drawn, read_drawn
from bore.plan.pattern import Pattern, read_pattern, to_marks_mm
from bore.plan.pecks import pecks_of
from bore.plan.solver import WANTS, Plan, Step, Wish, alternatives, solve
from bore.settings import stage_words

Case = dict[str, Any]
# What of a case a plan goes by; cutter and setting are what it finds.
PARTS = ("hole", "material", "machine", "holding", "yard")
FIELDS = ("hole", "want", "pinned_mm", "without_mm", "pattern", "alternatives")


def read_plan(data: Any) -> tuple[Job, Drawn, Wish, Pattern, bool]:
    """A request for a plan: `case` (hole, material, machine, holding, yard) and `plan` (the hole's text, what is wanted, sizes pinned
    and left out, pattern). Raises BadInput naming the field."""
    if not isinstance(data, dict) or not isinstance(data.get("case"), dict):
        raise BadInput.at("case", "is needed, as an object")
    asked = data.get("plan")
    if not isinstance(asked, dict):
        raise BadInput.at("plan", "is needed, as an object")
    for name in asked:
        if name not in FIELDS:
            raise BadInput.at(f"plan.{str(name)[:40]}", f"there is no such field; accepted: {', '.join(FIELDS)}")
    if not isinstance(asked.get("hole"), str):
        raise BadInput.at("plan.hole", "is needed: the hole as the drawing names it")
    drawn = read_drawn(asked["hole"])
    want = asked.get("want", "usual")
    if want not in WANTS:
        raise BadInput.at("plan.want", f"accepted: {', '.join(WANTS)}")
    wish = Wish(want, _sizes(asked, "pinned_mm"), _sizes(asked, "without_mm"))
    job = read_case(_base(data["case"], drawn))
    pattern = read_pattern(asked.get("pattern"), job.hole.count)
    return job, drawn, wish, pattern, asked.get("alternatives") is True


def _sizes(asked: Case, name: str) -> tuple[float, ...]:
    sizes = asked.get(name) or []
    good = isinstance(sizes, list) and len(sizes) <= 20
    if not good or any(isinstance(one, bool) or not isinstance(one, int | float) or not 0.1 <= one <= 150 for one in sizes):
        raise BadInput.at(f"plan.{name}", "accepted: at most 20 sizes, 0.1 to 150 mm")
    return tuple(sorted(float(one) for one in sizes))


def _base(case: Case, drawn: Drawn) -> Case:
    """The case with the hole as drawn, a plain drill and some setting, so that it can be read."""
    hole, machine = case.get("hole"), case.get("machine")
    if not isinstance(hole, dict) or not isinstance(machine, dict):
        raise BadInput.at("case.hole" if not isinstance(hole, dict) else "case.machine", "is needed, as an object")
    feed = machine.get("feed")
    by_hand = isinstance(feed, dict) and feed.get("kind") in HAND_FEEDS
    kept = {name: case[name] for name in PARTS if name in case}
    hole = hole | {"diameter_mm": drawn.finished_mm, "start_diameter_mm": 0, "tolerance_it": None}
    setting = {"speed_rpm": 300, **({"hand_force_n": 100} if by_hand else {"feed_mm_rev": 0.1})}
    return kept | {"hole": hole, "cutter": {"family": "twist", "diameter_mm": drawn.finished_mm}, "setting": setting}


def case_of(job: Job) -> Case:
    """A job as a case that can be posted: what was assumed on the way stands in it."""
    return {name: plain_record(getattr(job, name)) for name in ("hole", "material", "cutter", "machine", "holding", "setting")}


def _step(step: Step, job: Job) -> Case:
    cut = step.cut
    found: Case = {
        "kind": step.kind,
        "cutter": step.cutter,
        "start_mm": number(step.start_mm),
        "size_mm": number(step.size_mm),
        "why": step.why,
        "time_s": number(step.time_s),
        "change_s": number(step.change_s),
    }
    if cut is None:
        tool = "" if step.cutter is None else cutter_words(job.yard.cutters[step.cutter])
        return found | {"words": _words(step), "tool": tool, "cut": None}
    setting = cut.job.setting
    pecks = pecks_of(cut.job)
    return found | {
        "words": _words(step),
        "tool": cutter_words(cut.job.cutter) + (", in the drill chuck" if cut.job.machine.holder.kind != job.machine.holder.kind else ""),
        "cut": {
            "verdict": VERDICTS[cut.verdict],
            "tightest": cut.tightest,
            "failure": BY_ID[cut.tightest].failure,
            "use": number(min(cut.use, 1e6)),
            "speed_rpm": number(setting.speed_rpm),
            "speed_words": stage_words(cut.job, setting.speed_rpm),
            "feed_mm_rev": number(setting.feed_mm_rev),
            "hand_force_n": number(setting.hand_force_n),
            "stop_mm": number(cut.depths.stop_mm),
            "point_mm": number(cut.depths.point_length_mm),
            "floor_mm": number(cut.depths.floor_mm),
            "pecks_mm": [number(depth) for depth in pecks] if len(pecks) > 1 else [],
            "coolant": cut.job.machine.coolant.method,
            "point_angle_deg": number(cut.job.cutter.point_angle_deg),
            "family": cut.job.cutter.family,
            "case": case_of(cut.job),
        },
    }


def _words(step: Step) -> str:
    """A step in a few words; what a hand does says so."""
    if step.kind == "mark":
        return "mark out"
    if step.kind == "deburr":
        return "deburr both sides"
    return f"{step.kind} {step.size_mm:g} mm" + ("" if step.cut else ", by hand")


def _plan(plan: Plan, job: Job) -> Case:
    return {
        "words": plan.words,
        "verdict": VERDICTS[plan.verdict],
        "hole_s": number(plan.hole_s),
        "total_s": number(plan.total_s),
        "worst_use": number(min(plan.worst_use, 1e6)),
        "tools": sum(step.cut is not None for step in plan.steps),
        "steps": [_step(step, job) for step in plan.steps],
    }


def plan_as_data(data: Any) -> Case:
    """A plan for a request, with the others one might want where they are asked for."""
    job, drawn, wish, pattern, others = read_plan(data)
    ways = alternatives(job, drawn, wish) if others else {}
    plan = ways[wish.want] if others else solve(job, drawn, wish)
    found: Case = {
        "hole": asdict(drawn) | {"reamed": drawn.reamed, "tapped": drawn.tapped},
        "depth_mm": number(job.hole.depth_mm),
        "through": job.hole.through,
        "count": job.hole.count,
        "machine": job.machine.name,
        "material": job.material.name,
        "pattern": {
            "kind": pattern.kind,
            "points_mm": [[number(x), number(y)] for x, y in pattern.points_mm],
            "neighbour_mm": number(pattern.neighbour_mm),
            "marks_mm": to_marks_mm(pattern),
        },
        "plan": _plan(plan, job),
        "alternatives": [],
    }
    if others:
        found["alternatives"] = [{"want": want, **_plan(one, job)} for want, one in ways.items()]
    return found
