"""What a cut is of and what is said of it beforehand: the bare bands that readings are held against, and the band of the day."""

from typing import Any

from bore.answers.shape import number
from bore.base.immutable import outgoing
from bore.case.read import read_case
from bore.check.check import Check, check
from bore.cuts.logged import Of, Said
from bore.cuts.of import of_job, used_of
from bore.job.experience import experienced
from bore.limits.judgement import VERDICTS
from bore.quantities.bands import Band
from bore.quantities.calibrations import Experience, Sets
from bore.schools.band import half_width

Data = dict[str, Any]
# The quantities there are; a power says what torque says, at one speed.
TORQUE, THRUST, POWER = "torque", "thrust", "power"
LEARNT = (TORQUE, THRUST)
# A prediction narrower than this half-width is none: a hand's own push is what was pushed.
NARROWEST = 0.02
# How small a change is not worth a word.
UNSEEN = 0.005
# How far a meter must differ from the cut to be told of.
SEEN_AT_METER = 0.02


@outgoing
class Foretold:
    """A cut before it is made: what it is of, how much of its edge is gone, the bare bands, those of the day, and what it came to."""

    of: Of
    used: float
    bare: dict[str, Band]
    said: dict[str, Band]
    verdict: str
    time_s: float | None
    family: str
    diameter_mm: float
    depth_mm: float
    words: str


@outgoing
class SetRight:
    """What the log makes of a quantity: a factor on its middle, and the share of its spread that is left."""

    factor: float
    spread_left: float


@outgoing
class ExperienceAnswer:
    """What logged cuts make of a check: how many were of this metal, cutter and machine, how many others, torque, thrust, torque as the
    machine's own meter reads it (by which motor and belt are judged), and in words."""

    cuts: int
    others: int
    torque: SetRight | None
    thrust: SetRight | None
    at_meter: SetRight | None = None
    words: str


def bands_of(found: Check) -> dict[str, Band]:
    """The bands that a reading can be held against, by quantity."""
    result = found.result.loads
    every = {TORQUE: result.torque_nm, THRUST: result.thrust_n, POWER: result.power_kw}
    return {name: band for name, band in every.items() if float(band.low) > 0 and float(half_width(band)) >= NARROWEST}


def bare_check(case: Data) -> Check:
    """A case checked as if nothing had ever been logged, and nothing was said by hand of what was. Raises BadInput."""
    setting = case.get("setting")
    if isinstance(setting, dict):
        case = case | {"setting": {name: value for name, value in setting.items() if not str(name).startswith(("torque_", "thrust_"))}}
    with experienced(None):
        return check(read_case(case), recorded=False)


def said_of(band: Band) -> Said:
    """A band as learning sees it."""
    return Said(float(band.middle), float(half_width(band)))


def foretold(case: Data, edge: str = "") -> Foretold:
    """What is said of a cut before it is made. Raises BadInput naming the field."""
    bare, today = bare_check(case), check(read_case(case), recorded=False)
    job = bare.job
    size = f"{job.cutter.diameter_mm:g} mm {job.cutter.kind.words}"
    return Foretold(
        of=of_job(job, edge),
        used=used_of(job),
        bare=bands_of(bare),
        said=bands_of(today),
        verdict=VERDICTS[int(today.result.verdict)],
        time_s=number(today.kinematics.cut_time_s),
        family=job.cutter.kind.id,
        diameter_mm=number(job.hole.diameter_mm),
        depth_mm=number(job.hole.depth_mm),
        words=f"{size} in {job.material.name}, on {job.machine.name}",
    )


def experience_of(found: Check) -> ExperienceAnswer | None:
    """What logged cuts make of a check, where it is worth a word; what the case says by hand is no experience."""
    by, result = found.columns.calibration, found.result.loads
    if by.torque.neutral and by.thrust.neutral:
        return None
    torque = _set_right(by.torque, result.pooled_torque_nm)
    if result.pooled_thrust_n is not None:
        thrust = _set_right(by.thrust, result.pooled_thrust_n)
    else:
        # A hand's thrust is what it is; what was learnt of it moves the feed it makes.
        thrust = None if by.thrust.neutral else SetRight(factor=number(by.thrust.factor), spread_left=1.0)
    pairings = [(one.cuts, one.others) for one in (by.torque, by.thrust) if isinstance(one, Experience)]
    told = {
        name: one for name, one in ((TORQUE, torque), (THRUST, thrust)) if one is not None and worth_a_word(one.factor, one.spread_left)
    }
    if not pairings or not told:
        return None
    cuts, others = max(pairings)
    at_meter = None if by.at_meter is None else _set_right(by.at_meter, result.pooled_torque_nm)
    words = "; ".join(f"{name} {_moved(one)}" for name, one in told.items()) + _metered(at_meter, torque)
    words = f"{_counted(cuts, others)}: {words}"
    return ExperienceAnswer(cuts=cuts, others=others, torque=torque, thrust=thrust, at_meter=at_meter, words=words)


def _metered(at_meter: SetRight | None, torque: SetRight | None) -> str:
    """What a machine's own meter makes of the torque, where that is another thing than the cut's own."""
    if at_meter is None or torque is None or abs(at_meter.factor / torque.factor - 1) < SEEN_AT_METER:
        return ""
    return f"; as this machine’s own meter reads it {_moved(at_meter)}"


def _set_right(by: Sets, pooled: Band) -> SetRight | None:
    if by.neutral:
        return None
    factor, left = by.at(half_width(pooled))
    return SetRight(factor=number(factor), spread_left=number(left))


def worth_a_word(factor: float, spread_left: float) -> bool:
    """Whether what the log makes of a quantity is worth telling."""
    return abs(factor - 1) > UNSEEN or abs(spread_left - 1) > UNSEEN


def _counted(cuts: int, others: int) -> str:
    if cuts:
        return f"{cuts} {'cut' if cuts == 1 else 'cuts'} like it logged"
    return f"none like it logged; {others} {'other cut' if others == 1 else 'other cuts'}"


def _moved(one: SetRight) -> str:
    """A factor and a spread in words."""
    higher, narrower = round(100 * (one.factor - 1)), round(100 * (1 - one.spread_left))
    middle = f"{abs(higher)} % {'higher' if higher > 0 else 'lower'}" if higher else ""
    band = f"band {abs(narrower)} % {'narrower' if narrower > 0 else 'wider'}" if narrower else ""
    return ", ".join(words for words in (middle, band) if words) or "as it was"
