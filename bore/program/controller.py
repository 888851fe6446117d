"""A simulated controller: it runs plain G-code block by block, as the move of a point, and says what it made and what is wrong.

It stands in for a machine's own controller and drives nothing.
"""

import math
from dataclasses import dataclass, field
from typing import Literal

from bore.base.errors import BadInput
from bore.base.formula import silent
from bore.program.blocks import Block, read_blocks
from bore.program.read import CYCLES, hidden_feed_mm_rev
from bore.program.sheet import AGAIN_MM
from bore.quantities.units import MM_PER_INCH

# The lift of a chip-break, mm; a rapid's rate, mm/min: as such controllers are usually set.
LIFT_MM, RAPID_MM_MIN = 0.5, 10_000.0
KNOWN = (0, 1, 2, 3, 4, 17, 18, 20, 21, 40, 43, 49, 54, 73, 80, 81, 82, 83, 84, 85, 90, 91, 94, 95, 97, 98, 99)
SWITCHES = (0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 30)
SAME_MM = 0.002
MOST_MOVES = 100_000
Point = tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Problem:
    """Something wrong in a program, and in which line."""

    line: int
    words: str


@dataclass(frozen=True, slots=True)
class Move:
    """One move: rapid, feed or dwell; where to; at what speed and feed; how long it takes, s."""

    line: int
    tool: int
    kind: str
    start: Point
    end: Point
    speed_rpm: float
    feed_mm_rev: float | None
    time_s: float


@dataclass(slots=True)
class Made:
    """A hole as the program makes it with one tool: where, how deep, at what depths it was cleared, at what speed and feed."""

    line: int
    tool: int
    x_mm: float
    y_mm: float
    depth_mm: float
    pecks_mm: list[float]
    speed_rpm: float
    feed_mm_rev: float
    cycle: int | None
    around_mm: float = 0.0


@dataclass(slots=True)
class Run:
    """What a program did: moves, holes, problems, its tools in order."""

    moves: list[Move] = field(default_factory=list)
    holes: list[Made] = field(default_factory=list)
    problems: list[Problem] = field(default_factory=list)
    tools: list[int] = field(default_factory=list)
    units: Literal["mm", "in"] = "mm"


@dataclass(slots=True)
class _State:
    """What holds from block to block."""

    at: Point = (0.0, 0.0, 100.0)
    scale: float = 1.0
    absolute: bool = True
    per_rev: bool = False
    motion: int = 0
    returns: int = 98
    begin_z: float = 100.0
    words: dict[str, float] = field(default_factory=dict)
    tool: int = 0
    waiting: int = 0
    speed_rpm: float = 0.0
    feed: float | None = None
    turns: int = 0
    deep: dict[tuple[float, float], dict[int, float]] = field(default_factory=dict)
    widths_mm: dict[int, float] = field(default_factory=dict)
    hole: Made | None = None
    ended: bool = False


def run(text: str, widths_mm: dict[int, float] | None = None) -> Run:
    """Run a program through. `widths_mm`: the tools' diameters, where they are known.

    Raises BadInput for what is no G-code; what is wrong in what it does stands in `problems`.
    """
    found, state = Run(), _State(widths_mm=widths_mm or {})
    for block in read_blocks(text):
        if state.ended:
            break
        _obey(found, state, block)
    if not state.ended:
        found.problems.append(Problem(0, "the program has no end: M30 or M2 is missing"))
    return found


def _wrong(found: Run, block: Block, words: str) -> None:
    found.problems.append(Problem(block.line, words))


def _obey(found: Run, state: _State, block: Block) -> None:
    """One block, in the order a controller takes its words: settings, tool, spindle, then the motion."""
    for code in block.codes:
        _set(found, state, block, code)
    words = block.words
    if "S" in words:
        state.speed_rpm = words["S"]
    if "F" in words:
        state.feed = words["F"] * state.scale
    if "T" in words:
        number = int(words["T"])
        state.waiting = number // 100 if number >= 100 else number
        if number >= 100:
            _take(found, state)
    for switch in block.switches:
        _switch(found, state, block, switch)
    if 4.0 in block.codes:
        _note(found, state, block, "dwell", state.at, words.get("P", 0.0))
        return
    _motion(found, state, block)


def _set(found: Run, state: _State, block: Block, code: float) -> None:
    if code not in KNOWN:
        _wrong(found, block, f"G{code:g} is not known here: it was left out")
    elif code in (20, 21):
        state.scale = MM_PER_INCH if code == 20 else 1.0
        found.units = "in" if code == 20 else "mm"
    elif code in (90, 91):
        state.absolute = code == 90
    elif code in (94, 95):
        state.per_rev = code == 95
    elif code in (98, 99):
        state.returns = int(code)
    elif code in (0, 1, 2, 3, 80, *CYCLES):
        if code in CYCLES and state.motion not in CYCLES:
            # G98 comes back to where the tool stood when the cycle was called.
            state.begin_z, state.words = state.at[2], {}
        state.motion = int(code)


def _take(found: Run, state: _State) -> None:
    state.tool, state.hole = state.waiting, None
    if state.tool not in found.tools:
        found.tools.append(state.tool)


def _switch(found: Run, state: _State, block: Block, switch: int) -> None:
    if switch not in SWITCHES:
        _wrong(found, block, f"M{switch} is not known here: it was left out")
    elif switch in (3, 4, 5):
        state.turns = {3: 1, 4: -1, 5: 0}[switch]
        if switch != 5 and state.speed_rpm <= 0:
            _wrong(found, block, "the spindle is started without a speed: S is missing")
    elif switch == 6:
        if state.at[2] < 0:
            _wrong(found, block, "the tool is changed inside the work")
        _take(found, state)
    elif switch in (2, 30):
        state.ended = True


def _motion(found: Run, state: _State, block: Block) -> None:
    moved = [axis for axis in "XYZ" if axis in block.words]
    if state.motion in CYCLES:
        called = any(code in CYCLES for code in block.codes)
        state.words |= {name: block.words[name] for name in "ZRQP" if name in block.words}
        if moved or called:
            _cycle(found, state, block)
    elif moved and state.motion in (2, 3):
        _arc(found, state, block)
    elif moved and state.motion != 80:
        _line(found, state, block, _target(state, block), "rapid" if state.motion == 0 else "feed")
    elif moved:
        _wrong(found, block, "a move without G0 or G1 after G80")


def _target(state: _State, block: Block) -> Point:
    found = list(state.at)
    for place, axis in enumerate("XYZ"):
        if axis in block.words:
            value = block.words[axis] * state.scale
            found[place] = value if state.absolute else found[place] + value
    return (found[0], found[1], found[2])


def _feed_mm_rev(state: _State) -> float | None:
    """Feed per revolution as it stands; None where feed or speed is missing."""
    if state.feed is None or state.feed <= 0 or state.speed_rpm <= 0:
        return None
    if state.per_rev:
        return state.feed
    with silent():
        return hidden_feed_mm_rev(feed_rate_mm_min=state.feed, speed_rpm=state.speed_rpm)


def _line(found: Run, state: _State, block: Block, to: Point, kind: str, cycle: int | None = None) -> None:
    """A straight move, watched: no rapid into metal, nothing sideways below the face, no feed without spindle or feed."""
    at = state.at
    sideways = math.dist(at[:2], to[:2]) > SAME_MM
    if sideways and min(at[2], to[2]) < -SAME_MM:
        _wrong(found, block, "the tool is dragged sideways below the face")
    if kind == "rapid" and to[2] < at[2] and to[2] < -SAME_MM and -to[2] > _known(state, to) + SAME_MM:
        _wrong(found, block, f"a rapid into the metal: to {-to[2]:.3g} mm where the hole is {_known(state, to):.3g} mm deep")
    length, rate = math.dist(at, to), RAPID_MM_MIN
    if kind == "feed":
        rate = _rate(found, state, block)
    _note(found, state, block, kind, to, 60 * length / rate if rate > 0 else 0.0)
    if kind == "feed" and to[2] < at[2] and to[2] < -SAME_MM:
        if state.turns < 0:
            _wrong(found, block, "the tool is fed in while it turns backwards: M3 is missing")
        _cutting(found, state, block, to, cycle)
    state.at = to
    if to[2] >= -SAME_MM:
        state.hole = None


def _rate(found: Run, state: _State, block: Block) -> float:
    """Feed rate, mm/min; what is missing is told."""
    if state.turns == 0:
        _wrong(found, block, "a feed move with the spindle stopped")
    feed = _feed_mm_rev(state)
    if feed is None:
        _wrong(found, block, "a feed move without F, or without S")
        return 0.0
    return feed * state.speed_rpm


def _key(at: Point) -> tuple[float, float]:
    return (round(at[0], 2), round(at[1], 2))


def _known(state: _State, at: Point) -> float:
    """How deep this tool finds the hole at a place already, mm: what it cut itself, or a tool known to be wider."""
    there, width = state.deep.get(_key(at), {}), state.widths_mm.get(state.tool, math.inf)
    return max((depth for tool, depth in there.items() if tool == state.tool or state.widths_mm.get(tool, 0.0) > width), default=0.0)


def _note(found: Run, state: _State, block: Block, kind: str, to: Point, time_s: float) -> None:
    if len(found.moves) >= MOST_MOVES:
        raise BadInput.at("program", f"makes more than {MOST_MOVES} moves; accepted: fewer")
    feed = _feed_mm_rev(state) if kind == "feed" else None
    found.moves.append(Move(block.line, state.tool, kind, state.at, to, state.speed_rpm, feed, time_s))


def _cutting(found: Run, state: _State, block: Block, to: Point, cycle: int | None) -> None:
    """A stroke into the metal: the hole it belongs to grows deeper."""
    depth = -to[2]
    if state.hole is None:
        again = (one for one in reversed(found.holes) if one.tool == state.tool and _key((one.x_mm, one.y_mm, 0.0)) == _key(to))
        before = next((one for one in again if cycle is None or one.line == block.line), None)
        if before is None:
            before = Made(block.line, state.tool, to[0], to[1], 0.0, [], state.speed_rpm, _feed_mm_rev(state) or 0.0, cycle)
            found.holes.append(before)
        state.hole = before
    if depth > state.hole.depth_mm + SAME_MM:
        state.hole.pecks_mm.append(depth)
    state.hole.depth_mm = max(state.hole.depth_mm, depth)
    there = state.deep.setdefault(_key(to), {})
    there[state.tool] = max(there.get(state.tool, 0.0), depth)


def _cycle(found: Run, state: _State, block: Block) -> None:
    """A canned cycle written out: over to the place, down to R, the strokes, back to where it began or to R."""
    words, code = state.words, state.motion
    missing = [name for name in ("Z", "R", *(("Q",) if code in (73, 83) else ())) if name not in words]
    if missing:
        _wrong(found, block, f"G{code} without {' and '.join(missing)}")
        return
    level, bottom = _levels(state)
    if bottom >= level:
        _wrong(found, block, f"G{code} would drill upwards: Z is not below R")
        return
    over = _target(state, block)
    if level > state.at[2]:
        _line(found, state, block, (state.at[0], state.at[1], level), "rapid")
    _line(found, state, block, (over[0], over[1], state.at[2]), "rapid")
    _line(found, state, block, (over[0], over[1], level), "rapid")
    _strokes(found, state, block, (over[0], over[1]), level, bottom)
    back = level if state.returns == 99 else max(state.begin_z, level)
    kind = "feed" if code == 85 else "rapid"
    if code == 84 or kind == "feed":
        _line(found, state, block, (over[0], over[1], level), "feed")
    _line(found, state, block, (over[0], over[1], back), "rapid")


def _levels(state: _State) -> tuple[float, float]:
    """The R plane and the bottom of a cycle, mm."""
    r, z = state.words["R"] * state.scale, state.words["Z"] * state.scale
    if state.absolute:
        return r, z
    level = state.begin_z + r
    return level, level + z


def _strokes(found: Run, state: _State, block: Block, over: tuple[float, float], level: float, bottom: float) -> None:
    """The strokes of one hole; pecks are counted from the R plane."""
    code = state.motion
    step = abs(state.words["Q"]) * state.scale if code in (73, 83) else level - bottom
    if step <= 0:
        _wrong(found, block, f"G{code} with a Q of nought never gets there")
        return
    depth = level
    while depth > bottom + 1e-9:
        if depth < level and code == 83:
            _line(found, state, block, (*over, level), "rapid")
            _line(found, state, block, (*over, min(depth + AGAIN_MM, level)), "rapid")
        elif depth < level:
            _line(found, state, block, (*over, depth + LIFT_MM), "rapid")
        depth = max(depth - step, bottom)
        _line(found, state, block, (*over, depth), "feed", code)
    if code == 82:
        _note(found, state, block, "dwell", state.at, state.words.get("P", 0.0))


def _arc(found: Run, state: _State, block: Block) -> None:
    """An arc about a centre given by I and J, rising or falling evenly: what a thread mill runs on."""
    to = _target(state, block)
    centre = (state.at[0] + block.words.get("I", 0.0) * state.scale, state.at[1] + block.words.get("J", 0.0) * state.scale)
    radius, ends = math.dist(state.at[:2], centre), math.dist(to[:2], centre)
    if radius < SAME_MM or abs(radius - ends) > 0.02:
        _wrong(found, block, f"the arc's ends stand {radius:.3g} and {ends:.3g} mm from its centre")
        return
    begins = math.atan2(state.at[1] - centre[1], state.at[0] - centre[0])
    turned = math.atan2(to[1] - centre[1], to[0] - centre[0]) - begins
    if state.motion == 2:
        turned = -turned
    turned = turned % (2 * math.pi)
    if turned < 1e-6:
        turned = 2 * math.pi
    length = math.hypot(radius * turned, to[2] - state.at[2])
    rate = _rate(found, state, block)
    _note(found, state, block, "feed", to, 60 * length / rate if rate else 0.0)
    if min(state.at[2], to[2]) < -SAME_MM:
        _milling(found, state, block, centre, radius, turned)
    state.at = to


def _milling(found: Run, state: _State, block: Block, centre: tuple[float, float], radius: float, turned: float) -> None:
    """A turn round inside a hole: only a whole one makes a thread."""
    if turned < 2 * math.pi - 1e-6:
        return
    feed = _feed_mm_rev(state) or 0.0
    depth = -min(state.at[2], 0.0)
    found.holes.append(Made(block.line, state.tool, centre[0], centre[1], depth, [depth], state.speed_rpm, feed, None, 2 * radius))
