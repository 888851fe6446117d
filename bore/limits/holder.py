"""Will the drill spin in what holds it?"""

from enum import IntEnum

from bore.job.columns import Columns
from bore.limits.judgement import CANNOT, HOLDS, Judgement, Limit, Reason, named, unknown, worst
from bore.loads.loads import Loads
from bore.mechanics import holders
from bore.quantities.bands import Band


class Why(IntEnum):
    """What this limit may say by its kind."""

    NONE = 0
    TAPER_IN_ANOTHER = 1
    TOO_THICK = 2
    PLAIN_IN_SOCKET = 3
    TAPER_TOO_BIG = 4
    BY_FLATS = 5
    BY_A_SLEEVE = 6


DOES_NOT_FIT = "the shank does not fit the holder"
# Shanks are made a little under their drill; a nominal equal to the capacity goes in.
SHANK_ROOM_MM = 0.05
# The taper of an arbor for shanks with flats, where the socket's is not said.
ARBOR_SIZE = 3


def _chuck(columns: Columns, loads: Loads) -> Judgement:
    holder = columns.holder
    if columns.shank.startswith("morse"):
        return Judgement(reason=Why.TAPER_IN_ANOTHER)
    if holder.capacity_mm is None:
        return unknown("machine.holder.capacity_mm")
    if columns.shank_diameter_mm > holder.capacity_mm + SHANK_ROOM_MM:
        return Judgement(reason=Why.TOO_THICK)
    slip = {
        end: holders.chuck_slip_nm(capacity_mm=holder.capacity_mm, shank_diameter_mm=columns.shank_diameter_mm, grip=holder.grip, end=end)
        for end in ("low", "high")
    }
    return Judgement(demand=loads.surge_torque_nm, soft=slip["low"], hard=slip["high"], unit="N·m", part="grip")


def _top_speed(columns: Columns, capacity_mm: float) -> Judgement:
    """A stated top speed is a hard mark; the usual one of such chucks is passed by a quarter before it is more than a remark."""
    stated = columns.holder.max_rpm
    usual = holders.chuck_top_rpm(capacity_mm, columns.holder.grip)
    soft, hard = (stated, stated) if stated else (usual * holders.OVER_USUAL_TOP[0], usual * holders.OVER_USUAL_TOP[1])
    return Judgement(demand=Band.exactly(columns.speed_rpm), soft=soft, hard=hard, unit="rpm", part="top speed")


def _morse(columns: Columns, loads: Loads) -> Judgement:
    if columns.shank == "flats":
        # A shank with flats sits in an arbor of the socket's own taper.
        size = int(columns.holder.size or ARBOR_SIZE)
    elif columns.shank.startswith("morse"):
        size = int(columns.shank.removeprefix("morse-"))
    else:
        return Judgement(reason=Why.PLAIN_IN_SOCKET)
    if columns.holder.size is not None and size > int(columns.holder.size):
        return Judgement(reason=Why.TAPER_TOO_BIG)
    thrust = loads.thrust_n.middle
    soft, hard = (holders.taper_friction_nm(size=size, thrust_n=thrust, seating_kn=seat) for seat in holders.SEATING_KN)
    if not columns.holder.tang_engaged:
        return Judgement(demand=loads.surge_torque_nm, soft=soft, hard=hard, unit="N·m", part="seat")
    # The tang takes what friction does not, so it can only help: all day against the steady torque, and once more at the leap.
    soft, hard = (holders.taper_with_tang_nm(friction_nm=friction, size=size) for friction in (soft, hard))
    steady = Judgement(demand=loads.torque_nm, soft=soft, hard=hard, unit="N·m", part="tang")
    leap = Judgement(demand=Band.exactly(loads.surge_torque_nm.middle), soft=hard, hard=hard, unit="N·m", part="tang")
    return worst(steady, leap)


def _by_flats(columns: Columns) -> Why:
    """A side-lock holds the shank its bore was made for; a thinner one goes in by a sleeve or a collet, a thicker one not at all."""
    bore = holders.bore_mm(columns.holder.capacity_mm, columns.holder.size)
    if bore is not None and columns.shank_diameter_mm > bore + SHANK_ROOM_MM:
        return Why.TOO_THICK
    return Why.BY_FLATS if columns.shank == "flats" else Why.BY_A_SLEEVE


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Torque, breakthrough included, against what the chuck, taper or sleeve carries before it slips; and the chuck's top speed."""
    holder, found = columns.holder, gripping(columns, loads)
    if found.part != "grip" or holder.kind != "chuck" or holder.capacity_mm is None:
        return found
    return worst(found, _top_speed(columns, holder.capacity_mm))


def gripping(columns: Columns, loads: Loads) -> Judgement:
    """Torque, breakthrough included, against what the chuck, taper or sleeve carries before the shank turns in it, at whatever speed."""
    holder = columns.holder
    if holder.kind == "chuck":
        return _chuck(columns, loads)
    if holder.kind == "morse":
        return _morse(columns, loads)
    if columns.shank.startswith("morse"):
        return Judgement(reason=Why.TAPER_IN_ANOTHER)
    if holder.kind == "side-lock":
        return Judgement(reason=_by_flats(columns))
    largest = holders.largest_shank_mm(holder.kind, holder.size)
    if largest is not None and columns.shank_diameter_mm > largest + SHANK_ROOM_MM:
        return Judgement(reason=Why.TOO_THICK)
    slip = holders.sleeve_slip_nm(holder=holder.kind, size=holder.size, shank_diameter_mm=columns.shank_diameter_mm)
    return Judgement(demand=loads.surge_torque_nm, soft=slip, hard=slip, unit="N·m", part="grip")


LIMIT = Limit(
    id="holder",
    failure="the shank spins in the holder",
    thing="holder",
    question="Does the chuck or taper hold the drill?",
    reads=(
        "machine.holder.kind",
        "machine.holder.size",
        "machine.holder.capacity_mm",
        "machine.holder.grip",
        "machine.holder.max_rpm",
        "machine.holder.tang_engaged",
        "cutter.shank",
        "cutter.shank_diameter_mm",
        "setting.speed_rpm",
        "setting.feed_mm_rev",
    ),
    eased_by=("less-feed", "other-holder", "pilot", "slower"),
    judge=judge,
    stands_on=("torque", "thrust", "surge"),
    reasons=named(
        {
            Why.NONE: Reason(HOLDS, ""),
            Why.TAPER_IN_ANOTHER: Reason(CANNOT, "a taper shank does not go into a {holder_words}", DOES_NOT_FIT),
            Why.TOO_THICK: Reason(
                CANNOT, "a {shank_diameter_mm:.4g} mm shank does not go into a {holder_words} of {holder_room}", DOES_NOT_FIT
            ),
            Why.PLAIN_IN_SOCKET: Reason(
                CANNOT, "a plain shank does not hold in a Morse socket: put a chuck on an arbor in it", DOES_NOT_FIT
            ),
            Why.TAPER_TOO_BIG: Reason(CANNOT, "a taper MT{shank_size} does not go into an MT{holder_size} socket", DOES_NOT_FIT),
            Why.BY_FLATS: Reason(HOLDS, "a side-lock holds by its flats"),
            Why.BY_A_SLEEVE: Reason(HOLDS, "a plain shank goes into a side-lock by a collet or a sleeve with a flat"),
        }
    ),
)
