"""A job: one hole, its metal, its cutter, the machine, the holding and the setting; validated, in working units."""

from dataclasses import replace

from bore.base.immutable import immutable
from bore.job.assumption import Assumption
from bore.job.cutter import Cutter
from bore.job.hole import Hole
from bore.machines.kinds import USUAL_TAILSTOCK_CLAMP_N
from bore.machines.machine import Machine
from bore.materials.material import Material
from bore.quantities.calibrations import Calibration, Calibrations


@immutable(kw_only=True)
class Holding:
    """What holds the work."""

    kind: str
    count: int | None
    force_n: float | None
    friction: float | None
    arm_mm: float | None
    stop: bool
    tailstock_clamp_n: float | None


@immutable(kw_only=True)
class Pecks:
    """How the drill is pecked."""

    kind: str
    depths_mm: tuple[float, ...]


@immutable(kw_only=True)
class Setting:
    """Speed, one way of feeding, and how the check is to be made."""

    speed_rpm: float
    feed_mm_rev: float | None
    feed_rate_mm_min: float | None
    hand_force_n: float | None
    seconds_per_turn: float | None
    pecks: Pecks
    school: str | None
    torque_factor: float
    torque_spread_left: float
    thrust_factor: float
    thrust_spread_left: float
    speed_factor: bool
    approach_mm: float
    breakthrough_mm: float

    @property
    def calibrations(self) -> Calibrations:
        """What logged cuts make of torque and thrust."""
        return Calibrations(
            Calibration(self.torque_factor, self.torque_spread_left), Calibration(self.thrust_factor, self.thrust_spread_left)
        )


@immutable(kw_only=True)
class Yard:
    """What ways out may choose from."""

    cutters: tuple[Cutter, ...]
    machines: tuple[Machine, ...]


@immutable(kw_only=True)
class Job:
    """Everything a check needs, and what was assumed on the way."""

    hole: Hole
    material: Material
    cutter: Cutter
    machine: Machine
    holding: Holding
    setting: Setting
    yard: Yard
    assumed: tuple[Assumption, ...] = ()

    def made_by(self, cutter: Cutter) -> bool:
        """Whether a cutter makes a hole of this diameter: drills it, or is a bar set to it in the hole that is there."""
        return (cutter.kind.drills or (cutter.kind.adjusts and self.hole.start_diameter_mm > 0)) and cutter.makes(self.hole.diameter_mm)

    def on_machine(self, machine: Machine) -> "Job":
        """The same hole on another machine, held as it was; a lathe's tailstock is clamped as such are."""
        clamp = self.holding.tailstock_clamp_n
        if machine.is_a.tailstock and clamp is None:
            clamp = USUAL_TAILSTOCK_CLAMP_N
        return replace(self, machine=machine, holding=replace(self.holding, tailstock_clamp_n=clamp))

    def with_cutter(self, cutter: Cutter) -> "Job":
        """The same hole with another cutter: from solid for one that cuts so, whatever hole was there."""
        start = 0.0 if cutter.kind.from_solid else self.hole.start_diameter_mm
        return replace(self, cutter=cutter.set_to(self.hole.diameter_mm), hole=replace(self.hole, start_diameter_mm=start))
