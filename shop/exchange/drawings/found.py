"""What was found in a drawing: its unit, layers, outline and holes alike."""

from bore.base.immutable import outgoing


@outgoing
class Group:
    """Holes alike: the letter they may go by, their diameter (None for bare points), wider circles on the same centres, the nominal diameter
    of a thread drawn round them, what they could be, and where they stand from the zero."""

    letter: str
    diameter_mm: float | None
    also_mm: list[float]
    thread_mm: float | None
    could_be: list[str]
    places_mm: list[list[float]]


@outgoing
class LayerFound:
    """A layer of the drawing, and how many circles and points it holds."""

    name: str
    holes: int


@outgoing
class DrawingFound:
    """What a drawing holds: the unit it is in (empty where it does not say and none was given), its layers, outline, holes alike, and what
    was left out, in words."""

    version: str
    units: str
    layers: list[LayerFound]
    outline_mm: list[list[float]]
    wide_mm: float
    high_mm: float
    groups: list[Group]
    left_out: list[str]
