"""How much of a cutter's end is in the metal so far past a face: where it first touches, how its edges slope, where the whole of it is in."""

from typing import Any

from bore.base.elementwise import Column, most
from bore.base.immutable import immutable
from bore.job.columns import Columns
from bore.mechanics import engagement
from bore.mechanics.kinematics import tan_edge_angle

# A flat end is in at its first touch: so little past the face, mm.
TOUCH_MM = 1e-6


@immutable
class PointIn:
    """The end of a cutter: the diameter that touches first, the one its lips begin at, and how far past a face the whole point is in, mm."""

    begins_mm: Column
    inner_mm: Column
    start_mm: Column
    diameter_mm: Column
    full_mm: Column

    def engaged_mm(self, advance_mm: Any) -> Any:
        """Diameter of the end so far past a face; up to the hole that is there it meets nothing."""
        slope = (self.diameter_mm - self.begins_mm) / 2 / self.full_mm
        return engagement.engaged_diameter_mm(
            advance_mm=advance_mm, chisel_mm=self.begins_mm, tan_edge_angle=slope, diameter_mm=self.diameter_mm
        )

    def torque_share(self, advance_mm: Any) -> Any:
        """Of the full torque, 0 to 1."""
        return engagement.torque_share(
            engaged_mm=self.engaged_mm(advance_mm), start_diameter_mm=self.start_mm, diameter_mm=self.diameter_mm
        )

    def lip_share(self, advance_mm: Any) -> Any:
        """Of the lips' thrust, 0 to 1."""
        return engagement.lip_share(engaged_mm=self.engaged_mm(advance_mm), inner_diameter_mm=self.inner_mm, diameter_mm=self.diameter_mm)


def point_in(columns: Columns) -> PointIn:
    """Of a job's cutter: a drill's cone from its chisel edge on; a ring's teeth, a flat end and inserts from the hole they open or the core
    they leave, over their own height."""
    diameter, start = columns.diameter_mm, columns.start_diameter_mm
    chisel = columns.chisel_ratio * diameter
    if not columns.family.has_chisel:
        return PointIn(start, most(start, chisel), start, diameter, max(float(columns.point_length_mm), TOUCH_MM))
    full = engagement.full_engagement_mm(diameter_mm=diameter, chisel_mm=chisel, tan_edge_angle=tan_edge_angle(columns.point_angle_deg))
    return PointIn(chisel, most(start, chisel), start, diameter, full)
