"""Ways out, the match, a deep hole, a program read back."""

from typing import Any

from ninja import Schema

from shop.api.schemas.check import Answer, Verdict


class Costs(Schema):
    """What a way out costs: time over the job's own (None where that is not known), and whether a tool is changed."""

    time_ratio: float | None
    tool_change: bool


class WayOut(Schema):
    """A change that was checked: its sentence, the fields it changes, what it makes of the hole."""

    kind: str
    sentence: str
    changes: dict[str, Any]
    verdict: Verdict
    tightest: str
    failure: str
    use: float
    said: str
    costs: Costs


class WaysOutAnswer(Schema):
    """The ways out of a job, cheapest first; where there is none the nearest miss."""

    tightest: str
    ways: list[WayOut]
    nearest_miss: WayOut | None


class PairingAnswer(Schema):
    """One machine with one cutter at its best real setting; both by their place in the yard."""

    machine: int
    cutter: int
    machine_name: str
    cutter_name: str
    verdict: Verdict
    tightest: str
    failure: str
    use: float
    said: str
    speed_rpm: float
    feed_mm_rev: float | None
    hand_force_n: float | None
    time_s: float | None
    words: str


class MatchAnswer(Schema):
    """Every pairing, best first."""

    pairings: list[PairingAnswer]
    left_out: int


class LengthPart(Schema):
    """A part of a drill's length."""

    part: str
    length_mm: float


class StageAnswer(Schema):
    """One drill of a deep hole."""

    to_depth_mm: float
    diameter_mm: float
    times_diameter: float
    tool: str
    length_mm: float
    length_parts: list[LengthPart]


class Wet(Schema):
    """Coolant wanted and had."""

    pressure_bar: float
    flow_l_min: float
    pump_kw: float
    has_pressure_bar: float
    has_flow_l_min: float
    enough: bool | None


class DeepHoleAnswer(Schema):
    """A deep hole worked out."""

    times_diameter: float
    stages: list[StageAnswer]
    pilot_diameter_mm: list[float] | None
    pilot_depth_mm: float | None
    bush: str | None
    steady_rests: int
    span_mm: float
    whirling_rpm: float
    fastest_rpm: float
    coolant: Wet
    order: list[str]
    procedure: list[str]


class ProgramAnswer(Schema):
    """A program read back, and what the check says of it where a case came with it."""

    speed_rpm: float
    feed_rate_mm_min: float
    feed_mm_rev: float
    units: str
    cycle: str | None
    depth_mm: float | None
    peck_mm: float | None
    check: Answer | None
