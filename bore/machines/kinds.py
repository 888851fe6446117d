"""What is usual for a kind of machine, a motor, a drive and a taper: tables with their sources."""

from functools import cache
from typing import Any

from bore.base.immutable import immutable
from bore.base.sources import rows, source

# What a hand does to the drill by each feed it makes.
HAND_VERBS = {"hand-lever": "pull", "magnet-rack": "pull", "tailstock": "wind", "push": "push"}
HAND_FEEDS = ("hand-lever", "magnet-rack", "tailstock", "push")
# A tailstock screw does not give way like a hand on a lever.
FREE_HANDS = ("hand-lever", "magnet-rack", "push")
HAND_STIFFNESS_N_MM = 650.0


@immutable(kw_only=True)
class MachineKind:
    """A kind of machine: what is usual for it, and the facts others ask about, a row of `tables/machine_kinds.csv`.

    inertia_kg_m2: of its spindle and what turns with it (own choice); like: the kind whose pairs with cutters it takes, where a family says nothing of
    it; words, called: its name, and how a sentence names one; before, after: what stands round its own name in a sentence; power_kw,
    feed, drive, one_range: what one is like where nothing more is said; first_mark: how a point is first guided on it; lathe: a turning
    tool works on it; tailstock: drills are held in a tailstock that is clamped and wound; programmed: runs a program; canned_cycles: its
    control has drilling cycles; changes_tools: by itself; bores: makes a hole true with a bar; swings: its arm is clamped for each hole;
    guarded: a guard stands round its spindle; in_hands: two hands carry it; drills_deep: made for gun drills, with a bush; reverses: its
    spindle turns backwards too.
    """

    id: str
    like: str
    words: str
    called: str
    before: str
    after: str
    stiffness_n_mm: float
    inertia_kg_m2: float
    motor: str
    power_kw: float
    feed: str
    drive: str
    one_range: bool
    holding: str
    first_mark: str
    lathe: bool
    tailstock: bool
    programmed: bool
    changes_tools: bool
    bores: bool
    canned_cycles: bool
    swings: bool
    guarded: bool
    in_hands: bool
    drills_deep: bool
    reverses: bool

    @property
    def work_turns(self) -> bool:
        """Whether the work is gripped in a chuck and turns."""
        return self.holding == "lathe-chuck"

    @property
    def comes_to_the_work(self) -> bool:
        """Whether it is carried to work that stays where it is."""
        return self.in_hands or self.on_a_magnet

    @property
    def on_a_magnet(self) -> bool:
        """Whether it holds itself to the work by a magnet."""
        return self.holding == "magnet"

    @property
    def lies_on_a_table(self) -> bool:
        """Whether the work lies on the machine's table: neither turned nor drilled where it stands."""
        return not (self.work_turns or self.on_a_magnet)


@immutable
class Motor:
    """A kind of motor and its usual breakdown torque over rated torque; whether its speed is held whatever the load."""

    words: str
    breakdown_ratio: float
    motor_efficiency: float
    power_factor: float
    speed_rpm: float
    holds_speed: bool


@immutable
class Drive:
    """A kind of drive and the share of power it passes on; the share it takes beyond idling while it cuts, and the share of the motor's
    load that reaches the spindle (both common practice)."""

    words: str
    efficiency: float
    drag: float
    meter_reaches: float


@immutable
class Surface:
    """What lies on a plate under a magnet: the gap it makes, and whether it is slippery."""

    gap_mm: float
    slippery: bool


@immutable
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
def machine_kinds() -> dict[str, MachineKind]:
    """Every kind of machine by its id."""
    return {kind: _kind(row) for kind, row in _table("machine_kinds.csv", "kind").items()}


def machine_kind(kind: str) -> MachineKind:
    """The facts of a kind of machine."""
    return machine_kinds()[kind]


def _kind(row: dict[str, str]) -> MachineKind:
    facts: dict[str, Any] = {"id": row["kind"]} | {name: float(row[name]) for name in ("stiffness_n_mm", "inertia_kg_m2", "power_kw")}
    for name, value in row.items():
        if name not in ("kind", "source", "sure"):
            facts.setdefault(name, value == "yes" if value in ("yes", "no") else value)
    return MachineKind(**facts)


# Ways of holding that any table takes.
ON_TABLES = ("vice", "clamps", "hand")


def holds_on(kind: str, holding: str | None) -> bool:
    """Whether work may be held so on a kind of machine: as is usual there, or as any table takes it.

    >>> holds_on("column-press", "clamps"), holds_on("magnetic", "clamps"), holds_on("lathe", "lathe-chuck")
    (True, False, True)
    """
    usual = machine_kind(kind).holding
    return holding == usual or (holding in (*ON_TABLES, "stop") and usual in ON_TABLES)


@cache
def motor(name: str) -> Motor:
    """The row of a kind of motor."""
    row = _table("motors.csv", "motor")[name]
    ratio, efficiency, factor, speed_rpm = (
        float(row[name]) for name in ("breakdown_ratio", "motor_efficiency", "power_factor", "speed_rpm")
    )
    return Motor(row["words"], ratio, efficiency, factor, speed_rpm, row["holds_speed"] == "yes")


@cache
def drive(name: str) -> Drive:
    """The row of a kind of drive."""
    row = _table("drives.csv", "drive")[name]
    return Drive(row["words"], *(float(row[name]) for name in ("efficiency", "drag", "meter_reaches")))


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
