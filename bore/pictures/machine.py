"""A machine drawn from its own record: what its plate comes to at the spindle, step by step; its curve, its feed, what it drills."""

from dataclasses import replace
from typing import Any

import numpy as np

from bore.base.elementwise import least
from bore.base.formula import Step, enter, recording, silent
from bore.base.immutable import immutable
from bore.case.derive import scale_test_of
from bore.case.parts import machine_of
from bore.case.read import read_case
from bore.case.records import complete_machine_record
from bore.check.best_setting import best_setting
from bore.check.evaluate import evaluate
from bore.job.assumption import Assumption
from bore.job.cutter_kinds import plain_drill
from bore.job.job import Job
from bore.limits import BY_ID
from bore.limits.judgement import GIVES_WAY, failure_of
from bore.loads.assemble import columns_of, force_ratio_of
from bore.machines.kinds import HAND_FEEDS
from bore.machines.machine import Feed, Machine, Spindle
from bore.mechanics import belts, hand_feed
from bore.mechanics import spindle as spindles
from bore.mechanics.duty import power_left_kw
from bore.mechanics.scale_test import ScaleTest

POINTS = 25
# Forces at the knob a person is asked for: usual, comfortable, hard.
PULLS_N = (100.0, 150.0, 250.0)
# The metal each name on a plate stands for.
METALS = {"steel": "steel-structural-235", "iron": "iron-grey-200", "aluminium": "alu-wrought-6082"}
LADDER_MM = (1, 2, 3, 4, 5, 6, 8, 10, 13, 16, 20, 25, 32, 40, 50, 65, 80, 100)
# A plate is earned at a feed somebody would use: no less than this share of the book's (common practice).
RATED_FEED = 0.6
# A plate's rating speaks for the machine: drill, hole and clamping are the user's own affair.
THE_MACHINES_OWN = ("motor", "stall", "belt", "feed-force", "hand", "bite", "holder", "speed-step")


@immutable
class Link:
    """One link of the chain from the plate to the spindle: words, figure, field it may be changed by, why it was assumed."""

    id: str
    words: str
    value: float
    unit: str
    path: str
    assumed: str | None
    steps: tuple[Step, ...]


@immutable
class Speed:
    """One fixed speed, or an end of a range: torques at the spindle, the belt's where it is known."""

    name: str
    speed_rpm: float
    power_kw: float
    rated_nm: float
    breakdown_nm: float
    belt_nm: float | None
    steps: tuple[Step, ...]


@immutable
class Curve:
    """Rated torque and power at the spindle over speed, one run for each range; fixed steps are points."""

    name: str
    speed_rpm: tuple[float, ...]
    torque_nm: tuple[float, ...]
    power_kw: tuple[float, ...]


@immutable
class HandFeed:
    """What a hand makes of lever or wheel: thrust for each pull, and what a scale said of it."""

    force_ratio: float
    return_spring_n: float
    pulls_n: tuple[float, ...]
    thrust_n: tuple[float, ...]
    test: ScaleTest | None
    steps: tuple[Step, ...]


@immutable
class Rated:
    """The largest drill from solid in a metal: on the plate, worked out, and what keeps it from the next one."""

    metal: str
    plate_mm: float | None
    computed_mm: float | None
    next_mm: float | None
    why: str


@immutable
class Described:
    """A machine as it is drawn."""

    machine: Machine
    chain: tuple[Link, ...]
    speeds: tuple[Speed, ...]
    curves: tuple[Curve, ...]
    hand: HandFeed | None
    assumed: tuple[Assumption, ...]


def describe(spec: Any) -> Described:
    """Draw up a machine from its record as it stands; raises BadInput naming each field that will not do."""
    with recording() as record:
        found, assumed = complete_machine_record(spec)
        plate_steps = tuple(record.of("loads"))
        machine = machine_of(found)
        why = {one.field: one.why for one in assumed}
        chain = _chain(machine, why, plate_steps)
        hand = _hand(machine.feed, found["feed"])
        speeds = tuple(_speed(machine.spindle, name, rpm) for name, rpm in _ends(machine.spindle))
    return Described(machine, chain, speeds, _curves(machine.spindle), hand, assumed)


# --- the chain ---------------------------------------------------------------


def _chain(machine: Machine, why: dict[str, str], plate_steps: tuple[Step, ...]) -> tuple[Link, ...]:
    spindle, path = machine.spindle, "machine.spindle"
    links = []
    printed = spindle.plate
    if printed is not None and printed.motor_efficiency is not None and printed.output_kw is None and printed.output_hp is None:
        drawn = spindle.power_kw / printed.motor_efficiency
        links.append(Link("input", "drawn from the mains", drawn, "kW", f"{path}.plate.input_kw", None, ()))
        efficiency = f"{path}.plate.motor_efficiency"
        links.append(Link("motor-efficiency", "kept by the motor", printed.motor_efficiency, "", efficiency, why.get(efficiency), ()))
    power = f"{path}.power_kw"
    shaft = tuple(step for step in plate_steps if step.formula.unit == "kW")
    links.append(Link("output", "at the motor’s shaft", spindle.power_kw, "kW", power, why.get(power), shaft))
    if spindle.idle_kw:
        links.append(Link("idle", "lost turning idle", spindle.idle_kw, "kW", f"{path}.idle_kw", None, ()))
    drive = f"{path}.efficiency"
    links.append(Link("drive", "kept by the drive", spindle.efficiency, "", drive, why.get(drive), ()))
    with recording() as record:
        left = float(power_left_kw(motor_power_kw=spindle.power_kw, idle_kw=spindle.idle_kw, efficiency=spindle.efficiency))
    links.append(Link("spindle", "at the spindle", left, "kW", power, None, tuple(record.of("loads"))))
    return tuple(links)


def _ends(spindle: Spindle) -> list[tuple[str, float]]:
    """Each fixed speed, and of each range its slowest, base and fastest."""
    found = []
    for stage in spindle.stages:
        if stage.speed_rpm is not None:
            found.append((stage.name, stage.speed_rpm))
            continue
        base = min(max(spindles.base_rpm(stage), stage.slowest_rpm), stage.fastest_rpm)
        ends = dict.fromkeys((stage.slowest_rpm, base, stage.fastest_rpm))
        found += [(stage.name, speed) for speed in ends]
    return found


def _speed(spindle: Spindle, name: str, rpm: float) -> Speed:
    with recording() as record:
        enter(name)
        power = float(spindles.stage_power_kw(spindle, rpm))
        rated = float(spindles.spindle_torque_nm(power_kw=power, idle_kw=spindle.idle_kw, efficiency=spindle.efficiency, speed_rpm=rpm))
        stalls = float(spindles.breakdown_torque_nm(rated_torque_nm=rated, breakdown_ratio=spindle.breakdown_ratio))
        belt = None
        if spindle.drive == "belt":
            known = belts.measured_belt_nm(spindle, rpm)
            belt = float(known) if known else float(belts.unknown_belt_torque_nm(rated_torque_nm=rated))
    return Speed(name, rpm, power, rated, stalls, belt, tuple(record.of(name)))


def _curves(spindle: Spindle) -> tuple[Curve, ...]:
    """A run for each range; the fixed steps together are one run of points."""
    found = []
    fixed = sorted(stage.speed_rpm for stage in spindle.stages if stage.speed_rpm is not None)
    if fixed:
        found.append(_run(spindle, "steps", np.array(fixed)))
    for stage in spindle.stages:
        if stage.speed_rpm is None:
            speeds = set(np.geomspace(stage.slowest_rpm, stage.fastest_rpm, POINTS).tolist())
            speeds |= {spindles.base_rpm(stage), *(rpm for rpm, _ in stage.curve or ())}
            inside = sorted(rpm for rpm in speeds if stage.slowest_rpm <= rpm <= stage.fastest_rpm)
            found.append(_run(replace(spindle, stages=(stage,)), stage.name, np.array(inside)))
    return tuple(found)


def _run(spindle: Spindle, name: str, speeds: np.ndarray[Any, Any]) -> Curve:
    with silent():
        power = np.broadcast_to(spindles.stage_power_kw(spindle, speeds), speeds.shape)
        torque = spindles.spindle_torque_nm(power_kw=power, idle_kw=spindle.idle_kw, efficiency=spindle.efficiency, speed_rpm=speeds)
        left = power_left_kw(motor_power_kw=power, idle_kw=spindle.idle_kw, efficiency=spindle.efficiency)
    return Curve(name, tuple(speeds.tolist()), tuple(np.asarray(torque).tolist()), tuple(np.asarray(left).tolist()))


# --- the feed ----------------------------------------------------------------


def _hand(feed: Feed, case: dict[str, Any]) -> HandFeed | None:
    """What a hand makes of a lever or wheel; None where none feeds, or one only pushes."""
    with recording() as record:
        test = scale_test_of(case)
        ratio = force_ratio_of(feed)
        if ratio is None or feed.kind == "push":
            return None
        spring = feed.return_spring_n or 0.0
        with silent():
            thrust = hand_feed.available_thrust_n(hand_force_n=np.array(PULLS_N), return_spring_n=spring, force_ratio=ratio)
    return HandFeed(ratio, spring, PULLS_N, tuple(np.asarray(thrust).tolist()), test, (*record.of("loads"), *record.of("hand")))


# --- the rated diameter -------------------------------------------------------


def rated_diameters(spec: Any) -> tuple[Rated, ...]:
    """The largest twist drill from solid the machine itself drives, in each metal its plate names (steel where it names none).

    Each size is tried at the best of the machine's own speeds and feeds by the one evaluator, and only the machine's own limits
    count; between two standard sizes it is searched to the millimetre. Raises BadInput as `describe` does.
    """
    found, _ = complete_machine_record(spec)
    plate = {name: size for name, size in found["rated_diameter_mm"].items() if name in METALS} or {"steel": None}
    with silent():
        return tuple(_rated(spec, metal, size) for metal, size in plate.items())


def _rated(spec: Any, metal: str, plate_mm: float | None) -> Rated:
    good, bad, why = None, None, "drives every size tried"
    for size in LADDER_MM:
        gives = _gives_way(spec, metal, float(size))
        if gives is None:
            good = float(size)
        elif good is not None or size == LADDER_MM[-1]:
            bad, why = float(size), gives
            break
        else:
            why = gives
    while good is not None and bad is not None and bad - good > 1:
        middle = float(round((good + bad) / 2))
        gives = _gives_way(spec, metal, middle)
        if gives is None:
            good = middle
        else:
            bad, why = middle, gives
    return Rated(metal, plate_mm, good, bad, why)


def _gives_way(spec: Any, metal: str, diameter_mm: float) -> str | None:
    """What of the machine gives way at a size, in the words of the limit; None where it drives it."""
    best = best_setting(_trial(spec, metal, diameter_mm)).job
    columns = columns_of(best)
    result = evaluate(columns)
    fair = RATED_FEED * columns.book_feed_mm_rev
    if columns.feed_mm_rev is not None and columns.feed_mm_rev < fair:
        result = evaluate(replace(columns, feed_mm_rev=fair))
    findings = result.findings
    worst = max(THE_MACHINES_OWN, key=lambda name: (float(findings[name].verdict), float(least(findings[name].use, 1e6))))
    return failure_of(BY_ID[worst], findings[worst].judgement) if int(findings[worst].verdict) >= GIVES_WAY else None


def _trial(spec: Any, metal: str, diameter_mm: float) -> Job:
    hand = spec["feed"]["kind"] in HAND_FEEDS
    return read_case(
        {
            "hole": {"diameter_mm": diameter_mm, "depth_mm": diameter_mm},
            "material": {"id": METALS[metal]},
            "cutter": {"family": plain_drill().id},
            "machine": spec,
            "setting": {"speed_rpm": 100, **({"hand_force_n": 100} if hand else {"feed_mm_rev": 0.1})},
        }
    )
