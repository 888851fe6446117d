"""A cutter as it goes into the spindle."""

from dataclasses import replace

from bore.base.immutable import immutable
from bore.job.cutter_kinds import CutterKind, cutter_kind

# Two sizes this near are one size.
SAME_SIZE_MM = 0.0005


@immutable(kw_only=True)
class Cutter:
    """One cutter, lengths in mm, angles in degrees. Fields that only other families have are None."""

    family: str
    diameter_mm: float
    substrate: str
    point: str
    point_angle_deg: float
    chisel_ratio: float
    edges: int
    flute: str
    flute_length_mm: float
    body_length_mm: float
    free_length_mm: float
    shank: str
    shank_diameter_mm: float
    length_unproved: bool | None
    coolant_through: bool
    coolant_hole_mm: float | None
    coolant_holes: int
    wear: str
    edge_radius_mm: float
    rake_deg: float | None
    helix_deg: float
    steady_rests: int
    shift_mm: float
    slug_diameter_mm: float | None
    teeth: int | None
    chip_stages: int | None
    cut_depth_mm: float | None
    pin_spring_n: float | None
    tube_length_mm: float | None
    tube_diameter_mm: float | None
    series: str | None
    step_diameter_mm: float | None
    bores_from_mm: float | None
    pitch_mm: float | None
    chamfer_threads: float | None

    @property
    def makes_mm(self) -> float:
        """Diameter of the hole it makes as it is set, mm: an insert drill may stand off centre."""
        return self.diameter_mm + 2 * self.shift_mm

    @property
    def kind(self) -> CutterKind:
        """The facts of the family it belongs to."""
        return cutter_kind(self.family)

    def makes(self, size_mm: float) -> bool:
        """Whether the hole it makes can be this wide: a bar is set to any between its smallest and its largest."""
        least = self.bores_from_mm if self.kind.adjusts and self.bores_from_mm else self.makes_mm
        return least - SAME_SIZE_MM <= size_mm <= self.makes_mm + SAME_SIZE_MM

    def set_to(self, size_mm: float) -> "Cutter":
        """As it is set for a hole of this width: a bar to it, anything else as it is."""
        return replace(self, diameter_mm=size_mm) if self.kind.adjusts and self.makes(size_mm) else self
