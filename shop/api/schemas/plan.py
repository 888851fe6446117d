"""A plan: the hole as drawn, the steps to it, what they cost, the other ways there are; its program; and plans that were kept."""

from typing import Any, Literal

from ninja import Schema

from shop.api.schemas.check import Step, Verdict
from shop.api.schemas.offers import DeepHoleAnswer

StepKind = Literal["mark", "pilot", "open", "drill", "bore", "ream", "counterbore", "countersink", "tap", "mill", "deburr"]


class DrawnHole(Schema):
    """A hole as the drawing names it."""

    text: str
    drilled_mm: float
    least_mm: float
    most_mm: float
    finished_mm: float
    pitch_mm: float | None
    tolerance_it: int | None
    reamed: bool
    tapped: bool


class SeatAnswer(Schema):
    """A counterbore or countersink as drawn."""

    kind: Literal["counterbore", "countersink"]
    diameter_mm: float
    depth_mm: float | None


class PatternAnswer(Schema):
    """Where the holes stand, and what a divider is set to."""

    kind: str
    points_mm: list[list[float]]
    neighbour_mm: float | None
    marks_mm: list[float]
    from_edges_mm: list[list[float]]


class UnderAnswer(Schema):
    """What the point meets beyond the work."""

    beyond_mm: float
    meets: str
    has_mm: float | None
    hits: bool | None
    words: str


class StepLadder(Schema):
    """The tightest limit's demand and soft mark as shares of its hard one."""

    low: float
    middle: float
    high: float
    soft: float
    unit: str


class PlanCut(Schema):
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
    depth_mm: float
    stop_mm: float
    point_mm: float
    floor_mm: float | None
    pecks_mm: list[float]
    under: UnderAnswer | None
    coolant: str
    chip: str
    sound: str
    point_angle_deg: float
    family: str
    case: dict[str, Any]


class PlanStep(Schema):
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


class PlanMoney(Schema):
    """What a plan costs, in the shop's money."""

    a_hole: float
    changes: float
    total: float
    rate_per_h: float
    unpriced: list[str]


class OnePlan(Schema):
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


class OtherPlan(OnePlan):
    """A plan by another wish."""

    want: str


class RivalFamily(Schema):
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


class BreakEvenAnswer(Schema):
    """From so many holes on the second family is cheaper."""

    before: str
    after: str
    count: int


class ChecklistLine(Schema):
    """One line to tick."""

    id: str
    words: str


class SetupFact(Schema):
    """A figure of a set-up."""

    name: str
    value: float
    unit: str


class SetupSheet(Schema):
    """A set-up sheet; for a magnet what it must bear beside what it bears."""

    kind: Literal["magnet", "slug", "tailstock", "insert"]
    title: str
    facts: list[SetupFact]
    lines: list[str]
    demand_n: float | None
    soft_n: float | None
    hard_n: float | None


class PlanAnswer(Schema):
    """A plan for a hole, and the others one might want."""

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
    alternatives: list[OtherPlan]
    families: list[RivalFamily]
    break_evens: list[BreakEvenAnswer]
    cautions: list[str]
    checklist: list[ChecklistLine]
    sheets: list[SetupSheet]
    deep_hole: DeepHoleAnswer | None
    working: list[Step]


class MachineOffer(Schema):
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


class AnywhereAnswer(Schema):
    """The plan on some of the shop's machines, best first; how many of them all have been tried."""

    machines: list[MachineOffer]
    tried: int
    of: int


class ProgramTool(Schema):
    """A tool of a program."""

    number: int
    words: str


class ProgramBlock(Schema):
    """A tool at a speed and feed of the program, with what the check says of it."""

    tool: int
    words: str
    speed_rpm: float
    feed_mm_rev: float
    holes: int
    cycle: int | None
    verdict: Verdict | None
    tightest: str | None
    failure: str | None
    use: float | None
    said: str | None
    torque_nm: float | None
    thrust_n: float | None
    power_kw: float | None


class ProgramHole(Schema):
    """A hole as the program makes it."""

    tool: int
    line: int
    x_mm: float
    y_mm: float
    depth_mm: float
    pecks: int
    cycle: int | None


class ProgramTrace(Schema):
    """Depth over time of a tool's first hole: time s, depth mm, 1 where it feeds."""

    tool: int
    depth_mm: float
    points: list[list[float]]


class ProgramProblem(Schema):
    """Something wrong in a program, and in which line (0: nowhere)."""

    line: int
    words: str


class ControllerAnswer(Schema):
    """A program and what the simulated controller makes of it; its differences from the plan, where one was given."""

    program: str
    tools: list[ProgramTool]
    units: Literal["mm", "in"]
    time_s: float
    blocks: list[ProgramBlock]
    holes: list[ProgramHole]
    traces: list[ProgramTrace]
    problems: list[ProgramProblem]
    differences: list[str] | None


class PlanSummary(Schema):
    """A kept plan in a list."""

    slug: str
    name: str
    note: str
    made_by: str
    changed_at: str
    demo: bool
    verdict: Verdict
    short: str
    ticked: int


class KeptPlan(PlanSummary):
    """A kept plan: what was asked, the answer as it was given, and the checklist's ticks."""

    asked: dict[str, Any]
    answer: dict[str, Any]
    ticks: list[str]
    core_version: str
