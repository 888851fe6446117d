"""Where the stop goes: point length, breakthrough, and what a blind hole leaves under its point."""

from bore.base.formula import formula
from bore.base.immutable import immutable
from bore.job.columns import Columns


@immutable
class Depths:
    """Depths of the tip below the face, mm: where the stop goes, and counted from the top of a bush; the floor left under a blind hole,
    where known."""

    full_diameter_mm: float
    point_length_mm: float
    beyond_mm: float
    stop_mm: float
    floor_mm: float | None
    from_bush_mm: float | None


@formula("Depth of the stop", "stop = depth + point + breakthrough", "mm", "common-practice")
def stop_mm(*, depth_mm: float, point_length_mm: float, beyond_mm: float) -> float:
    """Depth of the tip at the end of the stroke, mm: set from the end of stroke with the full point counted.

    >>> stop_mm(depth_mm=32.0, point_length_mm=6.0, beyond_mm=1.0)
    39.0
    """
    return depth_mm + point_length_mm + beyond_mm


def depths_of(columns: Columns) -> Depths:
    """The stop of a job; a blind hole goes no further than its point."""
    depth, point = float(columns.depth_mm), float(columns.point_length_mm)
    beyond = float(columns.breakthrough_mm) if columns.through else 0.0
    stop = stop_mm(depth_mm=depth, point_length_mm=point, beyond_mm=beyond)
    floor = None
    if not columns.through and columns.plate_thickness_mm is not None:
        floor = columns.plate_thickness_mm - stop
    return Depths(depth, point, beyond, stop, floor, stop + columns.bush_height_mm if columns.bush_height_mm else None)
