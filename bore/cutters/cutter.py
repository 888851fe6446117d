"""A cutter as it goes into the spindle."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True, kw_only=True)
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
    coolant_through: bool
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
