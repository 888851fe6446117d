"""One step of a plan as an answer: what it meets, how it is set, what it costs, and the case it was checked as."""

from typing import Any, Literal

from bore.advice.expect import expected
from bore.answers.judged import judged
from bore.answers.offers import plain_record
from bore.answers.plan_request import Asked
from bore.answers.shape import number, shaped
from bore.base.immutable import outgoing
from bore.case.cutter_words import cutter_words
from bore.check.best_setting import feed_note, stage_words
from bore.check.held import held_in
from bore.job.job import Job
from bore.job.pecks import pecks_of
from bore.limits.judgement import Verdict
from bore.machines.kinds import HAND_VERBS
from bore.plan.clearance import under
from bore.plan.cost import StepCost
from bore.plan.phases import phases
from bore.plan.step_cut import Cut, ladder_of
from bore.plan.times import Step
from bore.quantities.kinds import N_PER_KGF

StepKind = Literal["mark", "pilot", "open", "drill", "bore", "ream", "counterbore", "countersink", "tap", "mill", "deburr"]


@outgoing
class UnderAnswer:
    """What the point meets beyond the work."""

    beyond_mm: float
    meets: str
    has_mm: float | None
    hits: bool | None
    words: str


@outgoing
class StepLadder:
    """The tightest limit's demand and soft mark as shares of its hard one."""

    low: float
    middle: float
    high: float
    soft: float
    unit: str


@outgoing
class PhaseAnswer:
    """A stretch of the stroke under a hand, by the tip's depth, and the pull there."""

    words: str
    from_mm: float
    to_mm: float
    hand_force_n: float


@outgoing
class PlanCut:
    """A cutter's step, as it was checked."""

    verdict: Verdict
    tightest: str
    failure: str
    use: float
    said: str
    ladder: StepLadder | None
    speed_rpm: float
    speed_words: str
    feed_mm_rev: float | None
    hand_force_n: float | None
    hand_verb: str | None
    hand_kg: float | None
    phases: list[PhaseAnswer]
    feed_note: str
    depth_mm: float
    stop_mm: float
    point_mm: float
    floor_mm: float | None
    from_bush_mm: float | None
    pecks_mm: list[float]
    under: UnderAnswer | None
    coolant: str
    chip: str
    sound: str
    point_angle_deg: float
    family: str
    case: dict[str, Any]


@outgoing
class PlanStep:
    """One step; a hand's work has no cut, and one that cannot be done says why."""

    kind: StepKind
    words: str
    tool: str
    cutter: int | None
    cutter_id: str | None = None
    start_mm: float
    size_mm: float
    why: str
    cannot: str
    struck: bool
    time_s: float
    change_s: float
    edge_cost: float | None
    machine_cost: float
    cut: PlanCut | None


def case_of(job: Job) -> dict[str, Any]:
    """A job as a case that can be posted: what was assumed on the way stands in it."""
    return {name: plain_record(getattr(job, name)) for name in ("hole", "material", "cutter", "machine", "holding", "setting")}


def cut_answer(cut: Cut, asked: Asked) -> PlanCut:
    """A cutter's step as it was checked."""
    job = cut.job
    pecks, met, ladder = pecks_of(job), under(asked.task.base, cut, asked.under_mm), ladder_of(cut)
    chip, sound = expected(job)
    return PlanCut(
        **judged(cut.verdict, cut.tightest, cut.use),
        ladder=None if ladder is None else StepLadder(**ladder),
        speed_rpm=number(job.setting.speed_rpm),
        speed_words=stage_words(job, job.setting.speed_rpm),
        feed_mm_rev=number(job.setting.feed_mm_rev),
        hand_force_n=number(job.setting.hand_force_n),
        hand_kg=None if job.setting.hand_force_n is None else number(job.setting.hand_force_n / N_PER_KGF),
        hand_verb=HAND_VERBS.get(job.machine.feed.kind),
        phases=[shaped(PhaseAnswer, phase) for phase in phases(cut)],
        feed_note=feed_note(job, job.setting.feed_mm_rev or 0.1, job.setting.speed_rpm),
        depth_mm=number(job.hole.depth_mm),
        stop_mm=number(cut.depths.stop_mm),
        point_mm=number(cut.depths.point_length_mm),
        floor_mm=number(cut.depths.floor_mm),
        from_bush_mm=number(cut.depths.from_bush_mm),
        pecks_mm=[number(depth) for depth in pecks] if len(pecks) > 1 else [],
        under=None if met is None else shaped(UnderAnswer, met),
        coolant=job.machine.coolant.method,
        chip=chip,
        sound=sound,
        point_angle_deg=number(job.cutter.point_angle_deg),
        family=job.cutter.family,
        case=case_of(job),
    )


def _tool(step: Step, asked: Asked) -> str:
    if step.cutter is None:
        return ""
    words, own = cutter_words(asked.task.base.yard.cutters[step.cutter]), asked.task.base.machine.holder.kind
    place = held_in(step.cut.job.machine, step.cut.job.cutter, own) if step.cut else ""
    return f"{words}, {place}" if place else words


def step_answer(step: Step, asked: Asked, cost: StepCost, struck: bool = False) -> PlanStep:
    """One step of a plan with what it costs; struck out or not."""
    return shaped(
        PlanStep,
        step,
        cutter_id=None,
        words=_words(step, asked),
        tool=_tool(step, asked),
        struck=struck,
        edge_cost=number(cost.edge),
        machine_cost=number(cost.machine),
        cut=None if step.cut is None else cut_answer(step.cut, asked),
    )


def _words(step: Step, asked: Asked) -> str:
    """A step in a few words; what a hand does says so."""
    if step.kind == "mark":
        if step.cut is not None:
            return f"{step.cut.job.cutter.family} each place"
        kind = asked.task.base.machine.is_a
        return "touch each place" if kind.lathe or kind.programmed else "mark out and punch"
    if step.kind == "deburr":
        return "deburr both sides" if asked.task.base.hole.through else "deburr the mouth"
    if step.kind == "bore" and step.start_mm == step.size_mm:
        return "square the floor"
    size = asked.task.drawn.text if step.kind in ("tap", "mill") else f"{step.size_mm:.4g} mm"
    return f"{step.kind} {size}" + ("" if step.cut or step.cannot or step.kind == "bore" else ", by hand")
