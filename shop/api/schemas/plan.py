"""A plan: the hole as drawn, the steps to it, and the other ways there are."""

from typing import Any, Literal

from ninja import Schema

from shop.api.schemas.check import Verdict


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


class PatternAnswer(Schema):
    """Where the holes stand, and what a divider is set to."""

    kind: str
    points_mm: list[list[float]]
    neighbour_mm: float | None
    marks_mm: list[float]


class PlanCut(Schema):
    """A cutter's step, as it was checked."""

    verdict: Verdict
    tightest: str
    failure: str
    use: float
    speed_rpm: float
    speed_words: str
    feed_mm_rev: float | None
    hand_force_n: float | None
    stop_mm: float
    point_mm: float
    floor_mm: float | None
    pecks_mm: list[float]
    coolant: str
    point_angle_deg: float
    family: str
    case: dict[str, Any]


class PlanStep(Schema):
    """One step; a hand's work has no cut."""

    kind: Literal["mark", "pilot", "open", "drill", "ream", "tap", "deburr"]
    words: str
    tool: str
    cutter: int | None
    start_mm: float
    size_mm: float
    why: str
    time_s: float
    change_s: float
    cut: PlanCut | None


class OnePlan(Schema):
    """A row of steps and what it comes to."""

    words: str
    verdict: Verdict
    hole_s: float
    total_s: float
    worst_use: float
    tools: int
    steps: list[PlanStep]


class OtherPlan(OnePlan):
    """A plan by another wish."""

    want: str


class PlanAnswer(Schema):
    """A plan for a hole, and the others one might want."""

    hole: DrawnHole
    depth_mm: float
    through: bool
    count: int
    machine: str
    material: str
    pattern: PatternAnswer
    plan: OnePlan
    alternatives: list[OtherPlan]
