"""What is usual for a kind of machine, a motor, a drive and a taper: tables with their sources."""

from dataclasses import dataclass
from functools import cache

from bore.base.sources import rows, source

HAND_FEEDS = ("hand-lever", "magnet-rack", "tailstock", "push")
# A tailstock screw does not give way like a hand on a lever.
FREE_HANDS = ("hand-lever", "magnet-rack", "push")
HAND_STIFFNESS_N_MM = 650.0
# Machines whose work turns, and machines that run a program.
LATHES = ("lathe", "turning-centre")
PROGRAMMED = ("turning-centre", "machining-centre", "gun-drilling")


@dataclass(frozen=True, slots=True)
class MachineKind:
    """A kind of machine and what is usual for it."""

    words: str
    stiffness_n_mm: float
    motor: str
    holding: str


@dataclass(frozen=True, slots=True)
class Motor:
    """A kind of motor and its usual breakdown torque over rated torque."""

    words: str
    breakdown_ratio: float
    motor_efficiency: float
    power_factor: float
    speed_rpm: float


@dataclass(frozen=True, slots=True)
class Drive:
    """A kind of drive and the share of power it passes on."""

    words: str
    efficiency: float


@dataclass(frozen=True, slots=True)
class Surface:
    """What lies on a plate under a magnet: the gap it makes, and whether it is slippery."""

    gap_mm: float
    slippery: bool


@dataclass(frozen=True, slots=True)
class Taper:
    """A Morse taper: the largest drill made with it, its friction torque per kN of thrust, what its tang bears."""

    largest_drill_mm: float
    friction_nm_per_kn: float
    tang_nm: float


@cache
def _table(name: str, key: str) -> dict[str, dict[str, str]]:
    found = {row[key]: row for row in rows(name)}
    for row in found.values():
        source(row["source"])
    return found


@cache
def machine_kinds() -> tuple[str, ...]:
    """Every kind of machine."""
    return tuple(_table("machine_kinds.csv", "kind"))


def machine_kind(kind: str) -> MachineKind:
    """The row of a kind of machine."""
    row = _table("machine_kinds.csv", "kind")[kind]
    return MachineKind(row["words"], float(row["stiffness_n_mm"]), row["motor"], row["holding"])


@cache
def motor(name: str) -> Motor:
    """The row of a kind of motor."""
    row = _table("motors.csv", "motor")[name]
    return Motor(row["words"], *(float(row[name]) for name in ("breakdown_ratio", "motor_efficiency", "power_factor", "speed_rpm")))


@cache
def drive(name: str) -> Drive:
    """The row of a kind of drive."""
    row = _table("drives.csv", "drive")[name]
    return Drive(row["words"], float(row["efficiency"]))


@cache
def surface(name: str) -> Surface:
    """The row of a surface under a magnet."""
    row = _table("surfaces.csv", "surface")[name]
    return Surface(float(row["gap_mm"]), row["slippery"] == "yes")


# What a small lathe's tailstock clamp holds: 3 to 8 kN (common practice).
USUAL_TAILSTOCK_CLAMP_N = 5000.0


@cache
def taper(size: int) -> Taper:
    """The row of a Morse taper, 0 to 6."""
    row = _table("morse.csv", "size")[str(size)]
    return Taper(float(row["largest_drill_mm"]), float(row["friction_nm_per_kn"]), float(row["tang_nm"]))


def morse_size_for(diameter_mm: float) -> int:
    """The Morse taper a drill of this diameter is made with (ISO 235, DIN 345; from memory).

    >>> morse_size_for(20), morse_size_for(31.75), morse_size_for(10)
    (2, 3, 1)
    """
    for size in (1, 2, 3, 4, 5):
        if diameter_mm <= taper(size).largest_drill_mm:
            return size
    return 6
