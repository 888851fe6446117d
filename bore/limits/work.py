"""Will the work spin, lift or be pushed out of what holds it?"""

from enum import IntEnum

from bore.base.elementwise import Column
from bore.job.columns import Columns
from bore.limits.judgement import CANNOT, HOLDS, Judgement, Limit, Reason, mark, named, unknown, worst
from bore.loads.loads import Loads
from bore.mechanics import work_holding as holding
from bore.mechanics.surge import MIDDLE_SHARE
from bore.quantities.bands import Band


class Why(IntEnum):
    """What this limit may say by its kind."""

    NONE = 0
    BY_HAND = 1
    BY_A_STOP = 2
    ON_THE_WORK = 3


FIXED = {"stop": Why.BY_A_STOP, "magnet": Why.ON_THE_WORK}
# What wrists bear of a hand drill without and with its side handle, N·m (common practice).
ONE_HAND_NM, SIDE_HANDLE_NM = 10.0, 40.0


def _marked(demand: Band, bears: Column, unit: str, part: str) -> Judgement:
    return Judgement(demand=demand, soft=mark(base=bears, share=1 / holding.ROOM), hard=bears, unit=unit, part=part)


def _lift(loads: Loads, bears: Column) -> Judgement:
    """At breakout the drill lifts the work with about the thrust it lets go."""
    lift = Band(0.0 * loads.release_n, MIDDLE_SHARE * loads.release_n, loads.release_n)
    return _marked(lift, bears, "N", "lifts")


def _clamped(columns: Columns, loads: Loads) -> Judgement:
    """A vice by two faces, clamps by one each, in torque and in lift; a stop takes the turning."""
    held = columns.holding
    needs = [f"holding.{name}" for name in ("force_n", "arm_mm") if getattr(held, name) is None]
    if held.stop and "holding.force_n" in needs:
        return Judgement(reason=Why.BY_A_STOP)
    if needs:
        return unknown(*needs)
    assert held.force_n is not None
    assert held.friction is not None
    assert held.arm_mm is not None
    faces = holding.VICE_JAWS if held.kind == "vice" else float(held.count or 0)
    bears = holding.holding_torque_nm(faces=faces, friction=held.friction, force_n=held.force_n, arm_mm=held.arm_mm)
    down = faces * held.force_n * (held.friction if held.kind == "vice" else 1.0)
    lifts = _lift(loads, mark(base=down, share=1.0))
    return lifts if held.stop else worst(_marked(loads.surge_torque_nm, bears, "N·m", "spins"), lifts)


def _in_jaws(columns: Columns, loads: Loads) -> Judgement:
    """A lathe chuck against torque and thrust together; the tailstock's clamp against thrust."""
    held = columns.holding
    tailstock = None
    if columns.machine_kind.tailstock:
        assert held.tailstock_clamp_n is not None
        tailstock = _marked(loads.thrust_n, mark(base=held.tailstock_clamp_n, share=1.0), "N", "tailstock slides")
    needs = [f"holding.{name}" for name in ("force_n", "arm_mm") if getattr(held, name) is None]
    if needs:
        return tailstock or unknown(*needs)
    assert held.force_n is not None
    assert held.friction is not None
    assert held.arm_mm is not None
    thrust = 0.0 if held.stop else loads.thrust_n.middle
    bears = holding.jaws_torque_nm(friction=held.friction, force_n=held.force_n, thrust_n=thrust, arm_mm=held.arm_mm)
    turns = _marked(loads.surge_torque_nm, bears, "N·m", "spins in the jaws")
    return worst(turns, tailstock) if tailstock else turns


def _held(columns: Columns, loads: Loads) -> Judgement:
    kind = columns.holding.kind
    if kind == "hand":
        return Judgement(reason=Why.BY_HAND)
    if kind in FIXED:
        return Judgement(reason=FIXED[kind])
    return _in_jaws(columns, loads) if kind == "lathe-chuck" else _clamped(columns, loads)


def judge(columns: Columns, loads: Loads) -> Judgement:
    """What holds the work against the cut; for a drill in the hands, the wrists against its torque."""
    if columns.machine_kind.in_hands and columns.holding.kind != "hand":
        return _marked(loads.surge_torque_nm, SIDE_HANDLE_NM if columns.side_handle else ONE_HAND_NM, "N·m", "wrists")
    return _held(columns, loads)


LIMIT = Limit(
    id="work",
    failure="the work turns or shifts",
    thing="work",
    question="Does what holds the work really hold it?",
    reads=(
        "holding.kind",
        "holding.count",
        "holding.force_n",
        "holding.friction",
        "holding.arm_mm",
        "holding.stop",
        "holding.tailstock_clamp_n",
        "machine.stiffness_n_mm",
        "machine.side_handle",
        "setting.feed_mm_rev",
    ),
    eased_by=("stop", "clamp", "pilot", "less-feed"),
    judge=judge,
    stands_on=("torque", "thrust", "surge"),
    reasons=named(
        {
            Why.NONE: Reason(HOLDS, ""),
            Why.BY_HAND: Reason(CANNOT, "never by hand: the drill would turn it with {finger_n:.0f} N at the fingers as it comes through"),
            Why.BY_A_STOP: Reason(HOLDS, "a stop takes the turning"),
            Why.ON_THE_WORK: Reason(HOLDS, "the machine stands on the work"),
        }
    ),
)
