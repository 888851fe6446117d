"""A deep hole: its stages, pilot, drill lengths to order, bush and steady rests, coolant, whip, and the order of work."""

from functools import cache

from bore.base.errors import BadInput
from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.cutters.registry import family_of
from bore.job.job import Job
from bore.mechanics import coolant, whip
from bore.mechanics.coolant import LEAST_SHARE

# A pilot as deep as the drill needs to be guided, in diameters; deeper for long drills.
PILOT_D, LONG_PILOT_D, LONG_FROM_D = 1.5, 3.0, 20.0
PILOT_OVER_MM = (0.01, 0.03)
# Each drill of a staged hole is this much smaller than the one before, so that it runs free in its hole.
STAGE_STEP_MM = 0.02
# A tube runs this many diameters between supports.
SUPPORT_D = 40.0
# No bed carries more rests than these (own choice).
MOST_RESTS = 20
CREEP_RPM = (50, 100)


@immutable
class Stage:
    """One drill of the hole: how deep it goes, its diameter and the length to order, mm."""

    to_depth_mm: float
    diameter_mm: float
    times_diameter: float
    tool: str
    length_mm: float
    length_parts: tuple[tuple[str, float], ...]


@immutable
class Wet:
    """What the drill wants of the pump and what the pump has: bar, l/min, kW; `enough` None where the pump is not known."""

    pressure_bar: float
    flow_l_min: float
    pump_kw: float
    has_pressure_bar: float
    has_flow_l_min: float
    enough: bool | None


@immutable
class DeepHole:
    """A deep hole worked out."""

    times_diameter: float
    stages: tuple[Stage, ...]
    pilot_diameter_mm: tuple[float, float] | None
    pilot_depth_mm: float | None
    bush: str | None
    steady_rests: int
    span_mm: float
    whirling_rpm: float
    fastest_rpm: float
    coolant: Wet
    order: tuple[str, ...]
    procedure: tuple[str, ...]


@cache
def _schemes() -> tuple[dict[str, str], ...]:
    for row in rows("deep_hole_stages.csv"):
        source(row["source"])
    return rows("deep_hole_stages.csv")


@cache
def _lengths() -> dict[str, float]:
    for row in rows("deep_hole_lengths.csv"):
        source(row["source"])
    return {row["part"]: float(row["length_mm"]) for row in rows("deep_hole_lengths.csv")}


def guide_d(times_diameter: float) -> float:
    """How deep a gun drill's pilot goes for a hole so many diameters deep, in diameters (common practice).

    >>> guide_d(15.0), guide_d(40.0)
    (1.5, 3.0)
    """
    return LONG_PILOT_D if times_diameter > LONG_FROM_D else PILOT_D


def deep_hole(job: Job) -> DeepHole:
    """Stages, lengths, guides and coolant of a gun-drilled hole on the job's machine.

    Raises BadInput where the cutter is no gun drill, or the hole is deeper than any stages go.
    """
    if not job.cutter.kind.needs_guide:
        raise BadInput.at("cutter.family", f"a deep hole is gun-drilled, not made with {job.cutter.kind.one}; accepted: gun")
    with silent():
        diameter, depth = job.hole.diameter_mm, job.hole.depth_mm
        ratio = depth / diameter
        on_gun_machine = job.machine.is_a.drills_deep
        rests = _rests(job, depth) if on_gun_machine else 0
        stages = _stages(job, ratio, on_gun_machine, rests)
        span = max(whip.span_mm(tube_length_mm=stages[-1].length_mm, diameter_mm=diameter, steady_rests=rests), 1.0)
        whirls = float(whip.whirling_speed_rpm(diameter_mm=diameter, span_mm=span))
        pilot_depth = None if on_gun_machine else guide_d(ratio) * diameter
        wet = _wet(job)
    pilot = None if on_gun_machine else (diameter + PILOT_OVER_MM[0], diameter + PILOT_OVER_MM[1])
    bush = f"a drill bush of {diameter:g} mm, bore F7, two to three diameters long, with its seal" if on_gun_machine else None
    return DeepHole(
        ratio,
        stages,
        pilot,
        pilot_depth,
        bush,
        rests,
        float(span),
        whirls,
        whirls / whip.ROOM,
        wet,
        _order(stages, bush, rests, diameter),
        _procedure(on_gun_machine, len(stages), job.hole.through),
    )


def _rests(job: Job, depth_mm: float) -> int:
    """Steady rests along the tube: so many that no free span is over forty diameters nor whirls at the job's speed, their own width in the
    tube's length counted."""
    diameter, fastest = job.hole.diameter_mm, job.setting.speed_rpm * whip.ROOM

    def stands_still(rests: int) -> bool:
        tube = sum(length for _, length in _gun_machine_parts(depth_mm, rests))
        span = max(float(whip.span_mm(tube_length_mm=tube, diameter_mm=diameter, steady_rests=rests)), 1.0)
        return span <= SUPPORT_D * diameter and bool(whip.whirling_speed_rpm(diameter_mm=diameter, span_mm=span) >= fastest)

    return next((rests for rests in range(MOST_RESTS) if stands_still(rests)), MOST_RESTS)


def _stages(job: Job, ratio: float, on_gun_machine: bool, rests: int) -> tuple[Stage, ...]:
    """One drill on a gun-drilling machine; on others one to forty diameters (brazed head) or eighty (solid carbide), then
    more, each a little smaller than the one before."""
    diameter, depth = job.hole.diameter_mm, job.hole.depth_mm
    if on_gun_machine:
        parts = _gun_machine_parts(depth, rests)
        return (Stage(depth, diameter, ratio, "gun drill, full depth in one", sum(length for _, length in parts), parts),)
    fits = [row for row in _schemes() if ratio <= float(row["to_diameters"])]
    if not fits:
        deepest = max(float(row["to_diameters"]) for row in _schemes())
        raise BadInput.at(
            "hole.depth_mm", f"{ratio:.0f} diameters is deeper than stages go; accepted: up to {deepest * diameter:g} mm ({deepest:g} D)"
        )
    scheme = fits[0]
    found = []
    steps = [float(step) for step in scheme["stages"].split()]
    for number, step in enumerate(steps):
        to = min(step * diameter, depth)
        parts = _centre_parts(to, diameter)
        size = round(diameter - number * STAGE_STEP_MM, 3)
        found.append(Stage(to, size, to / diameter, scheme["tool"], sum(length for _, length in parts), parts))
    return tuple(found)


def _centre_parts(depth_mm: float, diameter_mm: float) -> tuple[tuple[str, float], ...]:
    """Length to order for a machining centre: hole, regrind, room for the chips to leave, driver."""
    lengths = _lengths()
    return (("hole", depth_mm), ("regrind", lengths["regrind"]), ("chips", lengths["chips"] + diameter_mm), ("driver", lengths["driver"]))


def _gun_machine_parts(depth_mm: float, rests: int) -> tuple[tuple[str, float], ...]:
    """Length to order for a gun-drilling machine: hole, regrind, bush holder with seal, the rests' widths, driver."""
    lengths = _lengths()
    return (
        ("hole", depth_mm),
        ("regrind", lengths["regrind"]),
        ("bush holder and seal", lengths["bush holder and seal"]),
        ("steady rests", rests * lengths["steady rest"]),
        ("driver", lengths["driver"]),
    )


def _wet(job: Job) -> Wet:
    wanted = family_of(job.cutter.kind).coolant_wanted(job)
    assert wanted is not None
    pressure, flow = wanted
    has = job.machine.coolant
    known = has.method == "through" and has.pressure_bar > 0 and has.flow_l_min > 0
    enough = (has.pressure_bar >= LEAST_SHARE * pressure and has.flow_l_min >= LEAST_SHARE * flow) if known else None
    power = coolant.pump_power_kw(pressure_bar=pressure, flow_l_min=flow)
    return Wet(pressure, flow, power, has.pressure_bar, has.flow_l_min, enough)


def _order(stages: tuple[Stage, ...], bush: str | None, rests: int, diameter_mm: float) -> tuple[str, ...]:
    """What to order, a line each."""
    lines = [f"{stage.diameter_mm:g} mm gun drill, {stage.length_mm:.0f} mm long over the driver ({stage.tool})" for stage in stages]
    if bush:
        lines += [bush, "a seal disc for the bush holder", "an adjusting screw for the driver"]
    if rests:
        lines.append(f"{rests} steady-rest bush{'es' if rests > 1 else ''} for {diameter_mm:g} mm")
    return tuple(lines)


def _procedure(on_gun_machine: bool, stages: int, through: bool) -> tuple[str, ...]:
    """Entry, cut and exit, in order; the machine's and the drill maker's instructions come first."""
    begin = (
        ["Face the work square. Bring the bush tight against it, seal in.", "Coolant on and up to pressure before the drill turns."]
        if on_gun_machine
        else [
            "Face the work square to the hole.",
            "Drill the pilot, and measure it: a tight one pinches the head.",
            f"Enter the pilot stopped, or at {CREEP_RPM[0]} to {CREEP_RPM[1]} rpm, to within 1 mm of its floor.",
            "Coolant on and up to pressure, then the spindle up to speed.",
        ]
    )
    middle = ["Feed without stopping or pecking. Watch pressure, chips and load: a rise means stop."]
    if stages > 1:
        middle.append("For each longer drill go in again at creep speed through the hole that is there, up to speed only at its floor.")
    end = ["Through: halve the feed over the last diameter, door shut, nobody behind the work." if through else "At depth stop the feed."]
    end.append("Spindle stopped, coolant off, then out. Never turn the drill outside its hole.")
    return (*begin, *middle, *end)
