"""A machine as the parts a hole feels: spindle, feed, holder, travels, coolant."""

from collections.abc import Mapping
from typing import Any

from bore.base.immutable import immutable
from bore.machines.kinds import MachineKind, machine_kind


@immutable(kw_only=True)
class Belt:
    """The belt of one step."""

    section: str
    count: int
    small_pulley_mm: float | None
    wrap_deg: float | None
    worn: bool


@immutable(kw_only=True)
class Stage:
    """A speed the spindle really has: one fixed speed, or a range with its power curve."""

    name: str
    speed_rpm: float | None
    min_rpm: float | None
    max_rpm: float | None
    base_rpm: float | None
    curve: tuple[tuple[float, float], ...] | None
    belt_torque_nm: float | None
    belt: Belt | None

    @property
    def slowest_rpm(self) -> float:
        """The slowest this step turns."""
        return self.speed_rpm if self.speed_rpm is not None else self.min_rpm  # type: ignore[return-value]

    @property
    def fastest_rpm(self) -> float:
        """The fastest this step turns."""
        return self.speed_rpm if self.speed_rpm is not None else self.max_rpm  # type: ignore[return-value]


@immutable(kw_only=True)
class Pair:
    """A pulley pair, and what the tachometer said of it."""

    name: str
    motor_pulley_mm: float
    spindle_pulley_mm: float
    idler_in_mm: float | None
    idler_out_mm: float | None
    reduction: float
    measured_rpm: float | None


@immutable(kw_only=True)
class Plate:
    """What a motor's plate prints."""

    output_kw: float | None
    output_hp: float | None
    input_kw: float | None
    volts: float | None
    amps: float | None
    power_factor: float | None
    motor_efficiency: float | None
    speed_rpm: float | None
    frequency_hz: float
    supply_hz: float | None


@immutable(kw_only=True)
class Spindle:
    """Motor, drive and stages. `power_kw` is the motor's rated output; `efficiency` what of it reaches the spindle."""

    power_kw: float
    plate: Plate | None
    train: tuple[Pair, ...]
    efficiency: float
    motor: str
    duty: str
    short_time_kw: float | None
    short_time_min: float | None
    breakdown_ratio: float
    idle_kw: float
    drive: str
    cutting_share: float
    motor_speed_rpm: float
    reverses: bool | None
    stages: tuple[Stage, ...]


@immutable(kw_only=True)
class ScaleReading:
    """One reading of a scale under the quill: the pull of the hand, and the thrust it made."""

    hand_force_n: float
    thrust_n: float


@immutable(kw_only=True)
class Feed:
    """How the feed is made; the fields of other kinds are None."""

    kind: str
    lever_length_mm: float | None
    pinion_radius_mm: float | None
    efficiency: float | None
    return_spring_n: float | None
    wheel_radius_mm: float | None
    lead_mm: float | None
    travel_mm: float | None
    steps_mm_rev: tuple[float, ...]
    max_thrust_n: float | None
    backlash_mm: float | None
    turns: float | None
    turns_travel_mm: float | None
    scale_test: tuple[ScaleReading, ...]


@immutable(kw_only=True)
class Holder:
    """What holds the tool."""

    kind: str
    size: str | None
    tang_engaged: bool
    capacity_mm: float | None
    grip: str
    max_rpm: float | None


@immutable(kw_only=True)
class Coolant:
    """How coolant reaches the edge."""

    method: str
    pressure_bar: float
    flow_l_min: float


@immutable(kw_only=True)
class Magnet:
    """The magnetic base of a magnetic drill."""

    pull_n: float
    rated_thickness_mm: float
    length_mm: float
    width_mm: float
    overhang_mm: float
    weight_kg: float
    cg_from_rear_mm: float | None
    surface: str
    gap_mm: float | None
    orientation: str
    strap: bool
    contact_share: float


@immutable(kw_only=True)
class Machine:
    """One machine."""

    kind: str
    name: str
    stiffness_n_mm: float
    max_thrust_n: float | None
    stroke_mm: float | None
    daylight_mm: float | None
    throat_mm: float | None
    side_handle: bool
    tapping: str | None
    # What is said of its control, as it was said; what it means is the programs' affair.
    control: Mapping[str, Any] | None
    rated_diameter_mm: dict[str, float]
    spindle: Spindle
    feed: Feed
    holder: Holder
    coolant: Coolant
    magnet: Magnet | None

    @property
    def is_a(self) -> MachineKind:
        """The facts of its kind."""
        return machine_kind(self.kind)

    @property
    def backs_taps_out(self) -> bool:
        """Whether it is said to tap: with a head, or turning backwards with the tap in a holder for it."""
        return self.tapping == "head" or (self.tapping not in (None, "none") and self.reverses)

    @property
    def reverses(self) -> bool:
        """Whether its spindle turns backwards too: as is said of it, else as is usual for its kind."""
        return self.is_a.reverses if self.spindle.reverses is None else self.spindle.reverses
