"""The hole: what is to be made, where it starts and what lies around it."""

from bore.base.immutable import immutable


@immutable(kw_only=True)
class Start:
    """How the point is guided when it meets the work."""

    kind: str
    angle_deg: float
    bush_height_mm: float | None = None

    @property
    def above_mm(self) -> float:
        """How far above the face a drill is guided and its stroke counted, mm: the bush's top."""
        return (self.bush_height_mm or 0.0) if self.kind == "bush" else 0.0


@immutable(kw_only=True)
class Hole:
    """One hole, in millimetres. A start diameter of 0 is solid metal."""

    diameter_mm: float
    depth_mm: float
    through: bool
    start_diameter_mm: float
    bottom: str
    count: int
    plate_thickness_mm: float | None
    stack_mm: tuple[float, ...]
    stack_clamped: bool
    behind: str
    entry: str
    entry_angle_deg: float
    start: Start
    edge_distance_mm: float | None
    next_hole_mm: float | None
    tolerance_it: int | None
