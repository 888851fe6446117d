"""A simulated controller: it runs plain G-code block by block, as the move of a point, and says what it made and what is wrong.

It stands in for a machine's own controller and drives nothing.
"""

import math
from collections.abc import Callable
from dataclasses import replace

from bore.base.budget import look
from bore.base.errors import BadInput
from bore.program.arcs import Round, arc_of
from bore.program.blocks import Block, read_blocks
from bore.program.control import TURNING_A, TURNING_B, Control, read_control
from bore.program.read import CYCLES
from bore.program.sheet import AGAIN_MM
from bore.program.state import HOME_MM, SAME_MM, Made, Move, Point, Problem, Run, Seen, State, key_of
from bore.quantities.units import MM_PER_INCH

__all__ = ["LIFT_MM", "RAPID_MM_MIN", "Made", "Move", "Problem", "Run", "run"]
# The lift of a chip-break, mm; a rapid's rate, mm/min: as such controllers are usually set.
LIFT_MM, RAPID_MM_MIN = 0.5, 10_000.0
ZEROS = (54, 55, 56, 57, 58, 59)
MOVES, PLANES, LENGTHS = (0, 1, 2, 3, 4, 9, 10), (17, 18, 19), (43, 44, 49)
REST = (20, 21, 28, 30, 40, 41, 42, 50, 53, 61, 64, 80, 90, 91, 92, 94, 95, 96, 97, 98, 99)
KNOWN = frozenset((*MOVES, *PLANES, *LENGTHS, *ZEROS, *REST, *CYCLES))
SWITCHES = (0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 29, 30, 98, 99)
# What an M word does once the block's move is done.
AFTER = (0, 1, 2, 5, 9, 30)
MOST_MOVES = 100_000


def run(
    text: str,
    widths_mm: dict[int, float] | None = None,
    control: Control | None = None,
    face_mm: Callable[[float, float], float | None] | None = None,
    open_mm: float = 0.0,
) -> Run:
    """Run a program through. `widths_mm`: the tools' diameters, where they are known; `control`: how its words are meant; `face_mm`: the
    height of the face at a place, nought where it is not said; `open_mm`: how deep the holes are that were there before.

    Raises BadInput for what is no G-code; what is wrong in what it does stands in `problems`.
    """
    blocks = read_blocks(text)
    if control is None or "codes" in control.assumed:
        control = replace(control or read_control(None), codes=_guessed(blocks).codes)
    found, state = (
        Run(blocks=blocks, control=control),
        State(control=control, widths_mm=widths_mm or {}, face_mm=face_mm or _flat, open_mm=open_mm),
    )
    if state.control.turns:
        state.plane = 18
    for block in blocks:
        if state.ended:
            break
        _obey(found, state, block)
    found.ended = state.ended
    if not state.ended:
        found.problems.append(Problem(0, "the program has no end: M30 or M2 is missing"))
    return found


def _flat(x_mm: float, y_mm: float) -> None:
    """Nothing is said of any face."""


def _guessed(blocks: list[Block]) -> Control:
    """What a control's words mean where nobody said: a turning machine's tools come with their offsets, in four figures."""
    turning = any(block.words.get("T", 0) >= 100 for block in blocks) and not any(6 in block.switches for block in blocks)
    if not turning:
        return Control()
    system_a = any(50 in block.codes for block in blocks) or any({"U", "W"} & set(block.words) for block in blocks)
    return Control(codes=TURNING_A if system_a else TURNING_B)


def _wrong(found: Run, block: Block, words: str) -> None:
    found.problems.append(Problem(block.line, words))


def _obey(found: Run, state: State, block: Block) -> None:
    """One block, in the order a controller takes its words: settings, tool, spindle, then the motion, then what stops."""
    look()
    before, at, first = state.modes(), state.at, len(found.moves)
    for fault in block.faults:
        _wrong(found, block, fault.words)
    for code in block.codes:
        _set(found, state, block, code)
    _figures(found, state, block)
    for switch in block.switches:
        if switch not in AFTER:
            _switch(found, state, block, switch)
    _act(found, state, block)
    for switch in block.switches:
        if switch in AFTER:
            _switch(found, state, block, switch)
    found.seen.append(Seen(block, before, state.modes(), at, first, len(found.moves)))


def _figures(found: Run, state: State, block: Block) -> None:
    words = block.words
    if "S" in words and not _is_clamp(state, block):
        state.speed_rpm = words["S"]
    if "F" in words:
        state.feed = words["F"] * state.scale
    if "H" in words:
        state.length = int(words["H"])
    if "D" in words:
        state.offset = int(words["D"])
    if "T" in words:
        number = int(words["T"])
        state.waiting = number // 100 if number >= 100 else number
        if number >= 100 or state.control.tool_change == "T-only":
            state.length = number % 100 if number >= 100 else state.length
            _take(found, state)


def _is_clamp(state: State, block: Block) -> bool:
    """Whether a block's S is the highest speed it may turn at, not the speed."""
    if not state.control.turns or not {50.0, 92.0} & set(block.codes):
        return False
    state.clamp_rpm = block.words["S"]
    return True


def _act(found: Run, state: State, block: Block) -> None:
    if 4.0 in block.codes:
        _note(found, state, block, "dwell", state.at, dwell_s(state.control, block.words))
    elif 53.0 in block.codes or {28.0, 30.0} & set(block.codes):
        _home(found, state, block)
    elif not {10.0, 50.0, 92.0} & set(block.codes):
        _motion(found, state, block)


def dwell_s(control: Control, words: dict[str, float]) -> float:
    """How long a dwell lasts, s, as the control counts it."""
    letter = control.dwell.partition("-")[0]
    if letter in words and letter != "P":
        return words[letter]
    # Where G4 counts by X or U, a cycle's P is in thousandths.
    return words.get("P", 0.0) / (1.0 if control.dwell == "P-s" else 1000.0)


def _set(found: Run, state: State, block: Block, code: float) -> None:
    if code not in KNOWN:
        _wrong(found, block, f"G{code:g} is not known here: it was left out")
    elif code in (20, 21):
        state.scale = MM_PER_INCH if code == 20 else 1.0
        found.units = "in" if code == 20 else "mm"
    elif code in (17, 18, 19):
        state.plane = int(code)
    elif code in (40, 41, 42):
        state.compensation = int(code)
    elif code in (43, 44):
        state.length = state.length if state.length else 0
    elif code == 49:
        state.length = None
    elif code in ZEROS:
        state.zero = int(code)
    elif code in (96, 97):
        state.surface_speed = code == 96
    else:
        _set_motion(state, code)


def _set_motion(state: State, code: float) -> None:
    system_a = state.control.codes == TURNING_A
    if code in (98, 99) and system_a:
        state.per_rev = code == 99
    elif code in (98, 99):
        state.returns = int(code)
    elif code in (94, 95) and not system_a:
        state.per_rev = code == 95
    elif code in (90, 91) and not system_a:
        state.absolute = code == 90
    elif code in (0, 1, 2, 3, 80, *CYCLES):
        if code in CYCLES and state.motion not in CYCLES:
            # G98 comes back to where the tool stood when the cycle was called.
            state.begin_z, state.words, state.level, state.bottom = state.at[2], {}, None, None
        state.motion = int(code)


def _take(found: Run, state: State) -> None:
    state.tool, state.hole, state.rigid = state.waiting, None, False
    if not state.control.turns:
        # The length of the tool before is no length of this one; and a spindle is stopped before a tool is taken out of it.
        state.length, state.turns = None, 0
    if state.tool not in found.tools:
        found.tools.append(state.tool)


def _switch(found: Run, state: State, block: Block, switch: int) -> None:
    ways = state.control.coolant
    if switch == ways["off"]:
        state.coolant = frozenset()
    elif switch in [code for code in ways.values() if code is not None] or switch in (7, 8):
        state.coolant = state.coolant | {switch}
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
    elif switch == (state.control.rigid_word or 29):
        state.rigid = True
    elif switch not in SWITCHES:
        _wrong(found, block, f"M{switch} is not known here: it was left out")


def _home(found: Run, state: State, block: Block) -> None:
    """An axis sent to the machine's own place: what it stood at before no longer matters."""
    axes = {"U": "X", "W": "Z"}
    named = {axes.get(axis, axis) for axis in "XYZUW" if axis in block.words}
    if not named:
        return
    to = tuple(HOME_MM if axis in named else state.at[place] for place, axis in enumerate("XYZ"))
    _note(found, state, block, "rapid", (to[0], to[1], to[2]), 60 * (HOME_MM if "Z" in named else 100.0) / RAPID_MM_MIN)
    state.at, state.home, state.hole = (to[0], to[1], to[2]), state.home | named, None


def _motion(found: Run, state: State, block: Block) -> None:
    moved = [axis for axis in _axes(state) if axis in block.words]
    if state.motion in CYCLES:
        called = any(code in CYCLES for code in block.codes)
        state.words |= {name: block.words[name] for name in "ZRQP" if name in block.words}
        _levels(state, block)
        if moved or called:
            for _ in range(min(int(block.words.get("L", block.words.get("K", 1))), MOST_MOVES)):
                _cycle(found, state, block)
    elif moved and state.motion in (2, 3):
        _arc(found, state, block)
    elif moved and state.motion != 80:
        _line(found, state, block, _target(state, block), "rapid" if state.motion == 0 else "feed")
    elif moved:
        _wrong(found, block, "a move without G0 or G1 after G80")


def _axes(state: State) -> str:
    return "XYZUW" if state.control.turns else "XYZ"


def _target(state: State, block: Block) -> Point:
    found = list(state.at)
    for place, axis in enumerate("XYZ"):
        if axis in block.words:
            value = block.words[axis] * state.scale
            found[place] = value if state.absolute else found[place] + value
    if state.control.turns:
        for place, axis in ((0, "U"), (2, "W")):
            if axis in block.words:
                found[place] += block.words[axis] * state.scale
    return (found[0], found[1], found[2])


def _line(found: Run, state: State, block: Block, to: Point, kind: str, cycle: int | None = None) -> None:
    """A straight move, watched: no rapid into metal, nothing sideways below the face, no feed without spindle or feed."""
    at = state.at
    sideways = math.dist(at[:2], to[:2]) > SAME_MM
    if sideways and min(at[2], to[2]) < -SAME_MM and not (_inside(state, at, to) or 40.0 in block.codes):
        _wrong(found, block, "the tool is dragged sideways below the face")
    if kind == "rapid" and to[2] < at[2] and to[2] < -SAME_MM and -to[2] > state.known_mm(to) + SAME_MM:
        _wrong(found, block, f"a rapid into the metal: to {-to[2]:.3g} mm where the hole is {state.known_mm(to):.3g} mm deep")
    length, rate = math.dist(at, to), RAPID_MM_MIN
    cuts = kind == "feed" and to[2] < at[2] and to[2] < -SAME_MM
    if kind == "feed":
        rate = _rate(found, state, block, cuts and -to[2] > state.there_mm(to) + SAME_MM)
    _note(found, state, block, kind, to, 60 * length / rate if rate > 0 else 0.0, in_cycle=cycle is not None or state.motion in CYCLES)
    if cuts:
        if state.turns < 0:
            _wrong(found, block, "the tool is fed in while it turns backwards: M3 is missing")
        if not sideways:
            _cutting(found, state, block, to, cycle)
    state.lowest = min(to[2], at[2]) if kind == "rapid" else min(state.lowest, to[2], at[2])
    state.at = to
    state.home = frozenset(axis for place, axis in enumerate("XYZ") if axis in state.home and abs(at[place] - to[place]) < SAME_MM)
    if to[2] >= -SAME_MM:
        state.hole = None


def _inside(state: State, at: Point, to: Point) -> bool:
    """Whether a tool narrower than the hole it stands in moves about inside it: a mill's way to the wall and back."""
    if state.compensation in (41, 42):
        return True
    width = state.widths_mm.get(state.tool)
    if width is None:
        return False
    for place, there in state.deep.items():
        for tool, depth in there.items():
            wide = state.widths_mm.get(tool, 0.0)
            near = all(math.dist(end[:2], place) <= max(wide, width) / 2 + SAME_MM for end in (at, to))
            if tool != state.tool and wide > width and near and depth >= -min(at[2], to[2]) - SAME_MM:
                return True
    return False


def _rate(found: Run, state: State, block: Block, cuts: bool) -> float:
    """Feed rate, mm/min; what is missing is told. A tool drawn out of its hole, or eased into one, may stand still."""
    if state.turns == 0 and (cuts or state.per_rev):
        _wrong(found, block, "a feed move with the spindle stopped")
    if state.feed is None or state.feed <= 0 or (state.speed_rpm <= 0 and (state.per_rev or cuts)):
        _wrong(found, block, "a feed move without F, or without S")
        return 0.0
    return state.feed * state.speed_rpm if state.per_rev else state.feed


def _note(
    found: Run,
    state: State,
    block: Block,
    kind: str,
    to: Point,
    time_s: float,
    *,
    arc: tuple[float, float, bool, float] | None = None,
    in_cycle: bool = False,
) -> None:
    if len(found.moves) >= MOST_MOVES:
        raise BadInput.at("program", f"makes more than {MOST_MOVES} moves; accepted: fewer")
    feed = state.feed_mm_rev() if kind == "feed" else None
    found.moves.append(Move(block.line, state.tool, kind, state.at, to, state.speed_rpm, feed, time_s, state.modes(), arc, in_cycle))


def _cutting(found: Run, state: State, block: Block, to: Point, cycle: int | None) -> None:
    """A stroke into the metal: the hole it belongs to grows deeper."""
    depth, was = -to[2], state.there_mm(to)
    if state.hole is None:
        before = state.made.get((state.tool, key_of(to)))
        if before is None or (cycle is not None and before.line != block.line):
            before = Made(block.line, state.tool, to[0], to[1], 0.0, [], state.speed_rpm, state.feed_mm_rev() or 0.0, cycle)
            before.eased = depth <= was + SAME_MM
            found.holes.append(before)
            state.made[state.tool, key_of(to)] = before
        state.hole = before
    hole = state.hole
    if hole.eased and depth > was + SAME_MM:
        # Now it cuts, at this speed and feed.
        hole.eased, hole.pecks_mm, hole.speed_rpm, hole.feed_mm_rev = False, [], state.speed_rpm, state.feed_mm_rev() or 0.0
    if depth > hole.depth_mm + SAME_MM:
        hole.pecks_mm.append(depth)
    hole.depth_mm = max(hole.depth_mm, depth)
    there = state.deep.setdefault(key_of(to), {})
    there[state.tool] = max(there.get(state.tool, 0.0), depth)


def _levels(state: State, block: Block) -> None:
    """The R plane and the bottom of a cycle, mm: as they are meant when they are said."""
    if "R" in block.words:
        r = block.words["R"] * state.scale
        state.level = r if state.absolute else state.begin_z + r
    if "Z" in block.words:
        z = block.words["Z"] * state.scale
        state.bottom = z if state.absolute else (state.level if state.level is not None else state.begin_z) + z


def _cycle(found: Run, state: State, block: Block) -> None:
    """A canned cycle written out: over to the place, down to R, the strokes, back to where it began or to R."""
    words, code = state.words, state.motion
    # A turning machine's cycle begins where the tool stands.
    if state.control.turns and state.level is None:
        state.level = state.at[2]
    begins = () if state.control.turns else ("R",)
    missing = [name for name in ("Z", *begins, *(("Q",) if code in (73, 83) else ())) if name not in words]
    if missing or state.level is None or state.bottom is None:
        _wrong(found, block, f"G{code} without {' and '.join(missing or ['Z'])}")
        return
    level, bottom = state.level, state.bottom
    if bottom >= level:
        _wrong(found, block, f"G{code} would drill upwards: Z is not below R")
        return
    over = _over(state, block)
    if level > state.at[2]:
        _line(found, state, block, (state.at[0], state.at[1], level), "rapid")
    _line(found, state, block, (over[0], over[1], state.at[2]), "rapid")
    _line(found, state, block, (over[0], over[1], level), "rapid")
    _strokes(found, state, block, (over[0], over[1]), level, bottom)
    back = level if state.returns == 99 else max(state.begin_z, level)
    if code in (84, 85):
        _line(found, state, block, (over[0], over[1], level), "feed", code)
    _line(found, state, block, (over[0], over[1], back), "rapid")


def _over(state: State, block: Block) -> Point:
    """Over which place a cycle works: its Z is the bottom, and moves nothing else."""
    x, y = state.at[0], state.at[1]
    for axis in "XY":
        if axis in block.words:
            value = block.words[axis] * state.scale
            if axis == "X":
                x = value if state.absolute else x + value
            else:
                y = value if state.absolute else y + value
    return (x, y, state.at[2])


def _strokes(found: Run, state: State, block: Block, over: tuple[float, float], level: float, bottom: float) -> None:
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
        spent = dwell_s(state.control, state.words)
        _note(found, state, block, "dwell", state.at, spent)
        if state.hole is not None:
            state.hole.dwell_s = spent


def _arc(found: Run, state: State, block: Block) -> None:
    """An arc, rising or falling evenly: what a thread mill runs on."""
    to = _target(state, block)
    arc, said = arc_of(state.at, to, block.words, state.scale, state.motion, state.control.arcs)
    if arc is None:
        _wrong(found, block, said)
        return
    length = math.hypot(arc.radius_mm * arc.turned, to[2] - state.at[2])
    rate = _rate(found, state, block, min(state.at[2], to[2]) < -SAME_MM)
    shape = (arc.centre[0], arc.centre[1], state.motion == 3, arc.turned)
    _note(found, state, block, "feed", to, 60 * length / rate if rate else 0.0, arc=shape)
    state.round = Round.on(state.round, arc, found.moves)
    if min(state.at[2], to[2]) < -SAME_MM and state.round.turned >= 2 * math.pi - 1e-3:
        # Only a whole turn round inside a hole makes a thread, in one block or in two.
        state.round = Round()
        depth = -min(state.at[2], state.lowest, 0.0)
        feed = state.feed_mm_rev() or 0.0
        found.holes.append(Made(block.line, state.tool, *arc.centre, depth, [depth], state.speed_rpm, feed, None, 2 * arc.radius_mm))
    state.at = to
