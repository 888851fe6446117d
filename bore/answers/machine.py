"""A machine drawn up, a cutter's outline, a plate that was read: as answers."""

from dataclasses import fields
from typing import Any

from bore.answers.assumed import Assumed, assumed_of
from bore.answers.check import Step, step_of
from bore.answers.shape import number, shaped
from bore.base import formula
from bore.base.immutable import outgoing
from bore.case.records import complete_cutter_record
from bore.machines.plate_text import PlateText
from bore.pictures.machine import Described, HandFeed, Rated, describe, rated_diameters


@outgoing
class ChainLink:
    """A link of the chain from the plate to the spindle."""

    id: str
    words: str
    value: float
    unit: str
    path: str
    assumed: str | None
    steps: list[Step]


@outgoing
class DrawnSpeed:
    """A speed and what the spindle has at it."""

    name: str
    speed_rpm: float
    power_kw: float
    rated_nm: float
    breakdown_nm: float
    belt_nm: float | None
    steps: list[Step]


@outgoing
class DrawnCurve:
    """Torque and power at the spindle over speed."""

    name: str
    speed_rpm: list[float]
    torque_nm: list[float]
    power_kw: list[float]


@outgoing
class DrawnTest:
    """What a scale under the quill said."""

    force_ratio: float
    return_spring_n: float
    spring_measured: bool
    scatter: float


@outgoing
class DrawnHand:
    """What a hand makes of the lever or wheel."""

    force_ratio: float
    return_spring_n: float
    pulls_n: list[float]
    thrust_n: list[float]
    test: DrawnTest | None
    steps: list[Step]


@outgoing
class DrawnPair:
    """A pulley pair and the speed it gives."""

    name: str
    motor_pulley_mm: float
    spindle_pulley_mm: float
    idler_in_mm: float | None
    idler_out_mm: float | None
    reduction: float
    measured_rpm: float | None
    speed_rpm: float | None


@outgoing
class DrawnMachine:
    """A machine drawn up from its record."""

    chain: list[ChainLink]
    speeds: list[DrawnSpeed]
    curves: list[DrawnCurve]
    hand: DrawnHand | None
    train: list[DrawnPair]
    motor_speed_rpm: float
    assumed: list[Assumed]


@outgoing
class RatedDrill:
    """The largest drill in a metal: on the plate, and worked out."""

    metal: str
    plate_mm: float | None
    computed_mm: float | None
    next_mm: float | None
    why: str


@outgoing
class RatedAnswer:
    """What a machine drills beside what its plate says."""

    rated: list[RatedDrill]


@outgoing
class DescribedMachine(DrawnMachine):
    """A machine drawn up, with what it drills."""

    rated: list[RatedDrill]


@outgoing
class PlateReading:
    """A figure found on a plate."""

    text: str
    field: str
    value: float | str


@outgoing
class PlateAnswer:
    """What was read off a plate, and what was left over."""

    readings: list[PlateReading]
    left: str


@outgoing
class Outline:
    """A cutter as it is drawn to scale."""

    family: str
    diameter_mm: float
    point: str
    point_angle_deg: float
    substrate: str
    body_length_mm: float
    flute_length_mm: float
    shank: str
    shank_diameter_mm: float
    wear: str
    cut_depth_mm: float | None
    edges: int
    pitch_mm: float | None
    step_diameter_mm: float | None


def _steps(steps: tuple[formula.Step, ...]) -> list[Step]:
    return [step_of(step) for step in steps]


def _hand(hand: HandFeed) -> DrawnHand:
    test = None if hand.test is None else shaped(DrawnTest, hand.test)
    return shaped(DrawnHand, hand, test=test, steps=_steps(hand.steps))


def described_answer(found: Described) -> DrawnMachine:
    """A machine drawn up."""
    spindle = found.machine.spindle
    return DrawnMachine(
        chain=[shaped(ChainLink, link, steps=_steps(link.steps)) for link in found.chain],
        speeds=[shaped(DrawnSpeed, speed, steps=_steps(speed.steps)) for speed in found.speeds],
        curves=[shaped(DrawnCurve, curve) for curve in found.curves],
        hand=None if found.hand is None else _hand(found.hand),
        train=[
            shaped(DrawnPair, pair, speed_rpm=number(stage.speed_rpm)) for pair, stage in zip(spindle.train, spindle.stages, strict=False)
        ],
        motor_speed_rpm=number(spindle.motor_speed_rpm),
        assumed=[assumed_of(one) for one in found.assumed],
    )


def rated_answer(found: tuple[Rated, ...]) -> RatedAnswer:
    """What a machine drills beside what its plate says."""
    return RatedAnswer(rated=[shaped(RatedDrill, one) for one in found])


def machine_answer(spec: Any) -> DescribedMachine:
    """A machine from its record, drawn up, with what it drills. Raises BadInput."""
    return shaped(DescribedMachine, described_answer(describe(spec)), rated=rated_answer(rated_diameters(spec)).rated)


def plate_answer(found: PlateText) -> PlateAnswer:
    """A plate's text read."""
    return PlateAnswer(readings=[shaped(PlateReading, one) for one in found.readings], left=found.left)


def outline_of(spec: dict[str, Any]) -> Outline:
    """What is needed to draw a cutter to scale; a record that will not complete is drawn by what it says."""
    complete = complete_cutter_record(spec)
    return Outline(**{one.name: complete[one.name] for one in fields(Outline)})
