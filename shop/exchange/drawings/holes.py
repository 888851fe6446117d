"""Holes and an outline found in a DXF file. It knows nothing of the shop: a process of its own reads what somebody else's program wrote."""

import io
import math
import tempfile
from collections import defaultdict
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field, replace
from typing import Any

import ezdxf
from ezdxf import edgeminer, edgesmith, recover
from ezdxf.document import Drawing
from ezdxf.entities import DXFEntity, Insert, Point
from ezdxf.upright import upright_all

from bore.base.errors import BadInput
from bore.part.could_be import could_be
from bore.part.places import SAME_MM
from bore.quantities.units import MM_PER_INCH
from shop.exchange.drawings.found import DrawingFound, Group, LayerFound

# $INSUNITS as ISO and the format's own description number them: what one unit is, mm.
UNITS_MM = {"inch": MM_PER_INCH, "foot": 12 * MM_PER_INCH, "mm": 1.0, "cm": 10.0, "m": 1000.0}
BY_NUMBER = {1: "inch", 2: "foot", 4: "mm", 5: "cm", 6: "m"}
ZEROS = {"left front": (0, 0), "right front": (1, 0), "left rear": (0, 1), "right rear": (1, 1)}
MOST_HOLES, MOST_ENTITIES, DEEPEST_BLOCK, MOST_CORNERS, MOST_GROUPS = 2000, 40_000, 5, 200, 26
# Arcs that add to a whole turn are a circle; three quarters of one round a hole is how a thread is drawn, degrees either way.
WHOLE_DEG, THREAD_DEG, SLACK_DEG = 360.0, 270.0, 6.0
# A thread's nominal circle is at most so much wider than what is drilled for it; ends nearer than this meet, mm (own choices).
THREAD_WIDER, MEETS_MM = 1.5, 0.01
# What the library raises where an entity does not hold together.
BROKEN = (ArithmeticError, AssertionError, AttributeError, LookupError, TypeError, ValueError, ezdxf.DXFError)
LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ"
Place = tuple[float, float]


@dataclass(slots=True)
class _Seen:
    """What lies flat in the drawing, a unit of which is `scale` mm: circles and bare points by layer, mm; pieces of lines as they were drawn;
    and what was left out, with the handles of the entities the file gives them."""

    scale: float
    circles: list[tuple[str, Place, float]] = field(default_factory=list)
    arcs: dict[tuple[str, float, float, float], float] = field(default_factory=lambda: defaultdict(float))
    points: list[tuple[str, Place]] = field(default_factory=list)
    pieces: list[Any] = field(default_factory=list)
    left_out: dict[str, list[str]] = field(default_factory=lambda: defaultdict(list))
    looked_at: int = 0

    def leave(self, words: str, which: str | None = "") -> None:
        """What is not taken, why, and which it is where that can be said."""
        self.left_out[words].append(which or "")


def find_holes(body: bytes, units: str = "", layers: list[str] | None = None, zero: str = "left front") -> DrawingFound:
    """Holes and outline of a DXF file, mm from the zero. `units` and the chosen `layers` stand over the drawing's own. Raises BadInput
    naming the file for what is none, or holds nothing to drill."""
    document = _opened(body)
    unit = units or BY_NUMBER.get(int(document.header.get("$INSUNITS", 0)), "")
    seen = _Seen(UNITS_MM.get(unit, 1.0))
    _look(seen, document.modelspace(), "", 0)
    arcs, threads = _whole_circles(seen)
    circles = seen.circles + arcs
    chosen = None if layers is None else set(layers)
    taken = _once([(at, radius) for layer, at, radius in circles if chosen is None or layer in chosen], seen)
    points = [at for layer, at in seen.points if chosen is None or layer in chosen]
    if not circles and not points and not seen.points:
        raise BadInput.at("file", "holds no circle, no closed arc and no point: nothing to drill")
    if len(taken) + len(points) > MOST_HOLES:
        raise BadInput.at("file", f"holds {len(taken) + len(points)} circles and points; accepted: at most {MOST_HOLES}")
    corners = [(x * seen.scale, y * seen.scale) for x, y in _outline(seen)]
    if not corners:
        seen.leave("outline: no closed line is there; its width and height are asked for")
    groups = _groups(taken, points, threads)
    x0, y0 = _zero(zero, corners, groups)

    def from_zero(at: Place) -> list[float]:
        return [round(at[0] - x0, 4) + 0.0, round(at[1] - y0, 4) + 0.0]

    wide, high = (max((c[axis] for c in corners), default=0.0) - min((c[axis] for c in corners), default=0.0) for axis in (0, 1))
    names = [layer for layer, _, _ in circles] + [layer for layer, _ in seen.points]
    return DrawingFound(
        version=document.acad_release,
        units=unit,
        layers=[LayerFound(name=name, holes=names.count(name)) for name in sorted(set(names))],
        outline_mm=[from_zero(corner) for corner in corners],
        wide_mm=round(wide, 4),
        high_mm=round(high, 4),
        groups=[replace(one, places_mm=[from_zero((x, y)) for x, y in one.places_mm]) for one in groups],
        left_out=[_left(words, which) for words, which in seen.left_out.items()],
    )


# So many of what was left out are told one by one.
MOST_TOLD = 3


def _left(words: str, which: list[str]) -> str:
    """`circle: it has no radius (4 times: handle 2F, handle 30, handle 31 …)`."""
    told = list(dict.fromkeys(one for one in which if one))
    some = ", ".join(told[:MOST_TOLD]) + (" …" if len(told) > MOST_TOLD else "")
    times = f"{len(which)} times" if len(which) > 1 else ""
    more = ": ".join(one for one in (times, some) if one)
    return f"{words} ({more})" if more else words


def _handle(entity: DXFEntity) -> str:
    """An entity as the file names it; what a block's insert makes of its own has no name."""
    handle = entity.dxf.get("handle")
    return f"handle {handle}" if handle else ""


def _opened(body: bytes) -> Drawing:
    """The document; whatever the library makes of a broken file, it is the file that is broken."""
    if not body:
        raise BadInput.at("file", "is empty")
    try:
        return _read(body)
    except (MemoryError, RecursionError):
        raise BadInput.at("file", "is more than can be opened here") from None
    except Exception as error:
        raise BadInput.at("file", f"is no DXF drawing that can be read ({type(error).__name__}); accepted: DXF, R12 to R2018") from error


def _read(body: bytes) -> Drawing:
    """A sound file read as it is, which takes half the time; one that is not, as far as it can be mended."""
    with tempfile.NamedTemporaryFile(suffix=".dxf") as file:
        file.write(body)
        file.flush()
        try:
            return ezdxf.readfile(file.name)
        except (OSError, *BROKEN, StopIteration):
            return recover.read(io.BytesIO(body))[0]


# --- what lies flat -----------------------------------------------------------


def _look(seen: _Seen, entities: Iterable[DXFEntity], layer: str, depth: int) -> None:
    """Every entity once, blocks opened; what lies in layer 0 of a block lies in its insert's."""
    for entity in entities:
        seen.looked_at += 1
        if seen.looked_at > MOST_ENTITIES:
            raise BadInput.at("file", f"holds more than {MOST_ENTITIES} entities; save only what is to be drilled")
        try:
            _take(seen, entity, layer, depth)
        except BadInput:
            raise
        except BROKEN:
            seen.leave("entity: it is damaged", _handle(entity))


def _take(seen: _Seen, entity: DXFEntity, layer: str, depth: int) -> None:
    kind = entity.dxftype()
    own = str(entity.dxf.get("layer", "0"))
    name = layer if layer and own == "0" else own
    if isinstance(entity, Insert):
        _open_block(seen, entity, name, depth)
    elif _tilted(entity):
        seen.leave(f"{kind.lower()}: it lies tilted to the plane of the drawing", _handle(entity))
    elif kind in TAKEN:
        TAKEN[kind](seen, entity, name, depth)
    elif kind in FLAT_CURVES:
        seen.leave(f"{kind.lower()}: it may be of the outline, a round hole it is not", _handle(entity))
        seen.pieces.append(entity)


def _open_block(seen: _Seen, insert: Insert, layer: str, depth: int) -> None:
    if depth >= DEEPEST_BLOCK:
        seen.leave(f"block: more than {DEEPEST_BLOCK} within one another", _handle(insert))
        return
    for one in insert.multi_insert() if insert.mcount > 1 else [insert]:
        _look(seen, _guarded(seen, one.virtual_entities(), _handle(insert)), layer, depth + 1)


def _guarded(seen: _Seen, entities: Iterator[Any], name: str) -> Iterator[Any]:
    """A block's entities as far as they can be made."""
    try:
        yield from entities
    except BROKEN:
        seen.leave("block: it cannot be opened", name)


def _tilted(entity: DXFEntity) -> bool:
    way = entity.dxf.get("extrusion", (0, 0, 1)) if entity.dxf.is_supported("extrusion") else (0, 0, 1)
    return not math.isclose(abs(way[2]), 1.0, abs_tol=1e-6)


def _flat(seen: _Seen, entity: Any, at: Any) -> Place:
    """A place of an entity in the drawing's plane, mm, mirrored ones turned back."""
    wcs = entity.ocs().to_wcs(at)
    return _sound(float(wcs.x) * seen.scale), _sound(float(wcs.y) * seen.scale)


def _sound(length_mm: float) -> float:
    """A length that can be one. Raises ValueError for what is no figure."""
    if not math.isfinite(length_mm):
        raise ValueError("no figure")
    return length_mm


def _circle(seen: _Seen, entity: Any, layer: str, depth: int) -> None:
    radius = _sound(abs(float(entity.dxf.radius)) * seen.scale)
    if radius > 0:
        seen.circles.append((layer, _flat(seen, entity, entity.dxf.center), radius))
    else:
        seen.leave("circle: it has no radius", _handle(entity))


def _arc(seen: _Seen, entity: Any, layer: str, depth: int) -> None:
    x, y = _flat(seen, entity, entity.dxf.center)
    turn = (float(entity.dxf.end_angle) - float(entity.dxf.start_angle)) % WHOLE_DEG or WHOLE_DEG
    seen.arcs[(layer, round(x, 3), round(y, 3), round(_sound(abs(float(entity.dxf.radius)) * seen.scale), 3))] += _sound(turn)
    seen.pieces.append(entity)


def _point(seen: _Seen, entity: Any, layer: str, depth: int) -> None:
    assert isinstance(entity, Point)
    at = entity.dxf.location
    seen.points.append((layer, (_sound(float(at.x) * seen.scale), _sound(float(at.y) * seen.scale))))


def _line(seen: _Seen, entity: Any, layer: str, depth: int) -> None:
    seen.pieces.append(entity)


def _polyline(seen: _Seen, entity: Any, layer: str, depth: int) -> None:
    """A polyline's own lines and arcs: closed by two half turns it is a circle."""
    if entity.dxftype() == "POLYLINE" and not entity.is_2d_polyline:
        seen.leave("polyline: it is no flat one", _handle(entity))
        return
    _look(seen, _guarded(seen, entity.virtual_entities(), _handle(entity)), layer, depth)


TAKEN = {"CIRCLE": _circle, "ARC": _arc, "POINT": _point, "LINE": _line, "LWPOLYLINE": _polyline, "POLYLINE": _polyline}
FLAT_CURVES = ("ELLIPSE", "SPLINE")


# --- circles ------------------------------------------------------------------


def _whole_circles(seen: _Seen) -> tuple[list[tuple[str, Place, float]], dict[Place, float]]:
    """Arcs of one centre, radius and layer that close; and three-quarter circles, by their centres, that may be threads."""
    whole: list[tuple[str, Place, float]] = []
    threads: dict[Place, float] = {}
    for (layer, x, y, radius), turn in seen.arcs.items():
        if math.isclose(turn, WHOLE_DEG, abs_tol=0.1):
            whole.append((layer, (x, y), radius))
        elif abs(turn - THREAD_DEG) <= SLACK_DEG:
            threads[(x, y)] = 2 * radius
    return whole, threads


def _once(circles: list[tuple[Place, float]], seen: _Seen) -> list[tuple[Place, float]]:
    """Each circle once, however often it was drawn."""
    found: dict[tuple[float, float, float], tuple[Place, float]] = {}
    for at, radius in circles:
        key = (round(at[0], 3), round(at[1], 3), round(radius, 3))
        if key in found:
            seen.leave("circle: drawn twice in the same place", f"at {at[0]:.6g}, {at[1]:.6g} mm in the drawing")
        else:
            found[key] = (at, radius)
    return list(found.values())


def _groups(taken: list[tuple[Place, float]], points: list[Place], threads: dict[Place, float]) -> list[Group]:
    """Circles on one centre together, then alike ones together, lettered by the first of their places; mm in the drawing's own axes."""
    on: dict[Place, list[float]] = defaultdict(list)
    for at, radius in taken:
        on[_key(at)].append(2 * radius)
    alike: dict[tuple[float | None, tuple[float, ...], float | None], list[list[float]]] = defaultdict(list)
    for at, wide in on.items():
        least, *also = sorted(round(one, 3) for one in wide)
        nominal = _thread_round(threads, at, least)
        alike[(least, tuple(also), nominal)].append([*at])
    for at in points:
        alike[(None, (), None)].append([*at])
    if len(alike) > MOST_GROUPS:
        raise BadInput.at("file", f"holds {len(alike)} kinds of holes; accepted: at most {MOST_GROUPS}: choose layers")
    by_place = sorted(alike.items(), key=lambda one: min(one[1]))
    return [
        Group(
            letter=letter,
            diameter_mm=diameter,
            also_mm=list(also),
            thread_mm=thread,
            could_be=[] if diameter is None else could_be(diameter, thread),
            places_mm=sorted(places),
        )
        for letter, ((diameter, also, thread), places) in zip(LETTERS, by_place, strict=False)
    ]


def _key(at: Place) -> Place:
    return round(at[0], 3), round(at[1], 3)


def _thread_round(threads: dict[Place, float], at: Place, drilled_mm: float) -> float | None:
    """The nominal diameter of a thread drawn round a hole, mm."""
    nominal = threads.get(at)
    return round(nominal, 3) if nominal is not None and drilled_mm < nominal < THREAD_WIDER * drilled_mm else None


# --- the outline --------------------------------------------------------------


def _outline(seen: _Seen) -> list[Place]:
    """The closed line that takes the most room, its curves in short chords, in the drawing's own unit; nothing where no line closes."""
    gap = MEETS_MM / seen.scale
    upright_all(seen.pieces)
    edges = list(edgesmith.edges_from_entities_2d(seen.pieces, gap_tol=gap))
    loops: list[tuple[float, list[Place]]] = []
    if not edges:
        return []
    for chain in edgeminer.find_all_simple_chains(edgeminer.Deposit(edges, gap_tol=gap)):
        if not edgeminer.is_loop(chain, gap_tol=gap):
            continue
        corners = _chords(edgesmith.path2d_from_chain(chain), seen.scale)
        if len(corners) >= 3 and all(math.isfinite(value) for corner in corners for value in corner):
            loops.append((_area(corners), corners))
    return max(loops, default=(0.0, []))[1]


def _chords(path: Any, scale: float) -> list[Place]:
    """A closed path as corners, few enough for a part's outline."""
    off_mm = SAME_MM
    while True:
        found = [(float(one.x), float(one.y)) for one in path.flattening(off_mm / scale, segments=1)]
        corners = [one for k, one in enumerate(found) if not k or math.dist(one, found[k - 1]) > MEETS_MM / scale]
        if corners and math.dist(corners[0], corners[-1]) <= MEETS_MM / scale:
            corners.pop()
        if len(corners) <= MOST_CORNERS or off_mm > 100:
            return corners if len(corners) <= MOST_CORNERS else []
        off_mm *= 2


def _area(corners: list[Place]) -> float:
    """The area within corners: half the sum of the cross products."""
    turned = corners[1:] + corners[:1]
    return abs(sum(ax * by - bx * ay for (ax, ay), (bx, by) in zip(corners, turned, strict=True))) / 2


def _zero(zero: str, corners: list[Place], groups: list[Group]) -> Place:
    """Where the zero lies, mm in the drawing's own axes: a corner of the outline's box, a hole by its letter and number, the drawing's own."""
    if zero in ZEROS:
        if not corners:
            return 0.0, 0.0
        right, rear = ZEROS[zero]
        xs, ys = [x for x, _ in corners], [y for _, y in corners]
        return (max(xs) if right else min(xs)), (max(ys) if rear else min(ys))
    for group in groups:
        for number, place in enumerate(group.places_mm, start=1):
            if zero == f"{group.letter}{number}":
                return place[0], place[1]
    if zero != "drawing":
        raise BadInput.at("zero", f"accepted: {', '.join((*ZEROS, 'drawing'))}, or a hole, as A1")
    return 0.0, 0.0
