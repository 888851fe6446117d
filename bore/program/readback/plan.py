"""What a program is held against: the zero, the places, the tools, the faces, what stands in the way and what lies under."""

from dataclasses import field, fields
from typing import Any

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.plain import REACH_MM, figure, known_fields, listed, points_mm, span_mm
from bore.job.cutter_kinds import cutter_kinds
from bore.job.obstacle import Obstacle, read_obstacles
from bore.materials.table import all_materials
from bore.program.control import CHOICES
from bore.program.state import key_of

Place = tuple[float, float]
MOST_PLACES, MOST_TOOLS, MOST_FACES = 2000, 99, 100


@immutable(kw_only=True)
class PlannedTool:
    """A tool as the plan has it; None where it is not said."""

    kind: str | None = None
    diameter_mm: float | None = None
    stop_mm: float | None = None
    speed_rpm: float | None = None
    feed_mm_rev: float | None = None
    coolant: str | None = None
    hand: str | None = None
    holder: str | None = None
    pitch_mm: float | None = None
    chamfer_mm: float | None = None
    passes: float | None = None
    pecks: str | None = None
    longest_mm: float | None = None
    guide_mm: float | None = None
    shift_mm: float | None = None
    max_rpm: float | None = None
    places: tuple[tuple[float, float], ...] | None = None

    @property
    def drills(self) -> bool:
        """Whether it goes straight in, and nowhere else."""
        return self.kind not in (None, "mill", "bore")


@immutable(kw_only=True)
class Face:
    """A face holes begin at: its height, and where, mm; everywhere where no sides are said."""

    z: float
    x: tuple[float, float] = REACH_MM
    y: tuple[float, float] = REACH_MM


@immutable(kw_only=True)
class Planned:
    """What a program should do, as far as it is said."""

    zero: str | None = None
    places: tuple[tuple[float, float], ...] | None = None
    tools: dict[int, PlannedTool] = field(default_factory=dict)
    # Of a tool that does not do the same everywhere: what it does at each of its places, by its number and the place.
    elsewhere: dict[tuple[int, Place], PlannedTool] = field(default_factory=dict)
    faces: tuple[Face, ...] = ()
    obstacles: tuple[Obstacle, ...] | None = None
    under_mm: float | None = None
    hardens: bool | None = None
    # How deep the holes are that were there before the program, mm.
    open_mm: float = 0.0

    def tool(self, number: int, at: Place | None = None) -> PlannedTool:
        """A tool as planned, at a place where that is said; nothing said of it where it is not there."""
        there = self.elsewhere.get((number, key_of(at))) if self.elsewhere and at is not None else None
        return there or self.tools.get(number, NOTHING)

    def places_of(self, number: int) -> tuple[Place, ...] | None:
        """Where a tool makes its holes; None where nothing is said."""
        return tuple(at for tool, at in self.elsewhere if tool == number) or self.tool(number).places or self.places

    def face_mm(self, x_mm: float, y_mm: float) -> float | None:
        """The height of the face at a place; None where none is said."""
        here = [face.z for face in self.faces if face.x[0] <= x_mm <= face.x[1] and face.y[0] <= y_mm <= face.y[1]]
        return max(here, default=None)


NOTHING = PlannedTool()
# What whips where nothing guides it is a kind of its own here: the family that only a guide hole or a bush holds.
WHIPS = next(kind.id for kind in cutter_kinds().values() if kind.needs_guide)
# What a tool is that a check knows: any other word says nothing of it, and hinders nothing.
LONGEST_KIND = 40
TEXTS = {"coolant": ("dry", "none", "brush", "mist", "flood", "through"), "hand": ("right", "left")}
TEXTS |= {"holder": ("floating", "rigid", "friction", "head", "none"), "pecks": ("none", "full", "chip-break")}


FIELDS = ("zero", "places", "tools", "faces", "obstacles", "under_mm", "material")


def read_planned(data: Any, at: str = "plan") -> Planned:
    """What a program is held against, from what is said. Raises BadInput naming what will not do."""
    given = known_fields({} if data is None else data, FIELDS, at)
    zero = given.get("zero")
    if zero is not None and zero not in CHOICES["work_offset"]:
        raise BadInput.at(f"{at}.zero", f"accepted: {', '.join(CHOICES['work_offset'])}")
    under = given.get("under_mm")
    return Planned(
        zero=zero,
        places=_places(given.get("places"), f"{at}.places"),
        tools=_tools(given.get("tools"), f"{at}.tools"),
        faces=tuple(_face(one, f"{at}.faces[{k}]") for k, one in enumerate(listed(given.get("faces"), f"{at}.faces", MOST_FACES))),
        obstacles=None if given.get("obstacles") is None else read_obstacles(given["obstacles"], f"{at}.obstacles"),
        under_mm=None if under is None else figure(under, f"{at}.under_mm", *REACH_MM),
        hardens=_hardens(given.get("material"), f"{at}.material"),
    )


def _hardens(given: Any, at: str) -> bool | None:
    """Whether a standing edge hardens the metal: of its id, or a record with it."""
    if given is None:
        return None
    known = given.get("id") if isinstance(given, dict) else given
    row = all_materials().get(known) if isinstance(known, str) else None
    if row is None:
        raise BadInput.at(at, "accepted: the id of a metal of the table")
    return row.material.hardens


def _places(given: Any, at: str) -> tuple[tuple[float, float], ...] | None:
    return None if given is None else points_mm(given, at, MOST_PLACES)


def _face(given: Any, at: str) -> Face:
    if isinstance(given, int | float) and not isinstance(given, bool):
        return Face(z=figure(given, at, *REACH_MM))
    if not isinstance(given, dict) or "z" not in given or set(given) - {"x", "y", "z", "name"}:
        raise BadInput.at(at, "accepted: a height, or an object of z with x and y as [from, to]")
    return Face(
        z=figure(given["z"], f"{at}.z", *REACH_MM), **{axis: span_mm(given[axis], f"{at}.{axis}") for axis in "xy" if axis in given}
    )


def _tools(given: Any, at: str) -> dict[int, PlannedTool]:
    if given is None:
        return {}
    if not isinstance(given, dict) or len(given) > MOST_TOOLS:
        raise BadInput.at(at, f"accepted: an object of at most {MOST_TOOLS} tools by their numbers")
    found = {}
    for number, one in given.items():
        if not str(number).isdigit() or not isinstance(one, dict):
            raise BadInput.at(f"{at}.{str(number)[:20]}", "accepted: a tool's number, with an object")
        found[int(number)] = _tool(one, f"{at}.{number}")
    return found


def _tool(given: dict[str, Any], at: str) -> PlannedTool:
    known_fields(given, sorted(one.name for one in fields(PlannedTool)), at)
    return PlannedTool(**{name: _said(name, value, f"{at}.{name}") for name, value in given.items() if value is not None})


def _said(name: str, value: Any, at: str) -> Any:
    if name == "places":
        return _places(value, at)
    if name == "pecks" and isinstance(value, list):
        return "full" if len(value) > 1 else "none"
    if name == "pecks" and isinstance(value, int | float) and not isinstance(value, bool):
        return "full" if value > 1 else "none"
    if name == "kind":
        if not isinstance(value, str) or not 1 <= len(value) <= LONGEST_KIND:
            raise BadInput.at(at, f"accepted: a word of at most {LONGEST_KIND} letters, as drill, tap, mill")
        return value
    if name in TEXTS:
        if value not in TEXTS[name]:
            raise BadInput.at(at, f"accepted: {', '.join(TEXTS[name])}")
        return value
    return figure(value, at, -1000, 200_000)
