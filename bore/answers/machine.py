"""A machine drawn up, a set of cutters, a plate that was read: as data."""

from dataclasses import asdict
from typing import Any

from bore.answers.check import assumed_as_data, number, step_as_data
from bore.base.formula import Step
from bore.case.records import complete_cutter_record
from bore.machines.plate_text import PlateText
from bore.pictures.machine import Curve, Described, HandFeed, Link, Rated, Speed

DRAWN_FIELDS = (
    "family",
    "diameter_mm",
    "point",
    "point_angle_deg",
    "substrate",
    "body_length_mm",
    "flute_length_mm",
    "shank",
    "shank_diameter_mm",
    "wear",
    "cut_depth_mm",
    "edges",
    "pitch_mm",
    "step_diameter_mm",
)


def _working(steps: tuple[Step, ...]) -> list[dict[str, Any]]:
    return [step_as_data(step) for step in steps]


def _link(link: Link) -> dict[str, Any]:
    return {
        "id": link.id,
        "words": link.words,
        "value": number(link.value),
        "unit": link.unit,
        "path": link.path,
        "assumed": link.assumed,
        "steps": _working(link.steps),
    }


def _speed(speed: Speed) -> dict[str, Any]:
    figures = ("speed_rpm", "power_kw", "rated_nm", "breakdown_nm", "belt_nm")
    return {"name": speed.name, **{name: number(getattr(speed, name)) for name in figures}, "steps": _working(speed.steps)}


def _curve(curve: Curve) -> dict[str, Any]:
    return {"name": curve.name, **{name: [number(one) for one in getattr(curve, name)] for name in ("speed_rpm", "torque_nm", "power_kw")}}


def _hand(hand: HandFeed | None) -> dict[str, Any] | None:
    if hand is None:
        return None
    test = None
    if hand.test is not None:
        test = {
            "force_ratio": number(hand.test.force_ratio),
            "return_spring_n": number(hand.test.return_spring_n),
            "spring_measured": hand.test.spring_measured,
            "scatter": number(hand.test.scatter),
        }
    return {
        "force_ratio": number(hand.force_ratio),
        "return_spring_n": number(hand.return_spring_n),
        "pulls_n": list(hand.pulls_n),
        "thrust_n": [number(one) for one in hand.thrust_n],
        "test": test,
        "steps": _working(hand.steps),
    }


def described_as_data(found: Described) -> dict[str, Any]:
    """A machine drawn up, as data."""
    return {
        "chain": [_link(link) for link in found.chain],
        "speeds": [_speed(speed) for speed in found.speeds],
        "curves": [_curve(curve) for curve in found.curves],
        "hand": _hand(found.hand),
        "train": [
            {**asdict(pair), "speed_rpm": number(stage.speed_rpm)}
            for pair, stage in zip(found.machine.spindle.train, found.machine.spindle.stages, strict=False)
        ],
        "motor_speed_rpm": number(found.machine.spindle.motor_speed_rpm),
        "assumed": [assumed_as_data(one) for one in found.assumed],
    }


def rated_as_data(found: tuple[Rated, ...]) -> dict[str, Any]:
    """What a machine drills beside what its plate says, as data."""
    return {"rated": [asdict(one) for one in found]}


def plate_as_data(found: PlateText) -> dict[str, Any]:
    """A plate's text read, as data."""
    return {"readings": [asdict(one) for one in found.readings], "left": found.left}


def outline_of(spec: dict[str, Any]) -> dict[str, Any]:
    """What is needed to draw a cutter to scale; a record that will not complete is drawn by what it says."""
    complete = complete_cutter_record(spec)
    return {name: complete[name] for name in DRAWN_FIELDS}
