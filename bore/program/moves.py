"""The controller's moves of a point, watched: straight, round or home, what they cut, and what is wrong in them."""

import math

from bore.base.errors import BadInput
from bore.program.arcs import Round, arc_of
from bore.program.blocks import Block
from bore.program.read import CYCLES
from bore.program.state import HOME_MM, SAME_MM, Made, Move, Point, Problem, Run, State, key_of

# A rapid's rate, mm/min: as such controllers are usually set.
RAPID_MM_MIN = 10_000.0
MOST_MOVES = 100_000


def note(
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
    """Put a move down. Raises BadInput where there are too many."""
    if len(found.moves) >= MOST_MOVES:
        raise BadInput.at("program", f"makes more than {MOST_MOVES} moves; accepted: fewer")
    feed = state.feed_mm_rev() if kind == "feed" else None
    found.moves.append(Move(block.line, state.tool, kind, state.at, to, state.speed_rpm, feed, time_s, state.modes(), arc, in_cycle))


def wrong(found: Run, block: Block, words: str) -> None:
    """Say what is wrong in a block."""
    found.problems.append(Problem(block.line, words))


def target(state: State, block: Block) -> Point:
    """Where a block's words send the tool, mm: absolute or by so much, a turning machine's U and W always by so much."""
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


def straight(found: Run, state: State, block: Block, to: Point, kind: str, cycle: int | None = None) -> None:
    """A straight move, watched: no rapid into metal, nothing sideways below the face, no feed without spindle or feed."""
    at = state.at
    sideways = math.dist(at[:2], to[:2]) > SAME_MM
    face = state.face(to)
    if sideways and min(at[2], to[2]) < max(0.0, face, state.face(at)) - SAME_MM and not (_inside(state, at, to) or 40.0 in block.codes):
        wrong(found, block, "the tool is dragged sideways below the face")
    if kind == "rapid" and to[2] < at[2] and to[2] < face - SAME_MM and -to[2] > state.known_mm(to) + SAME_MM:
        wrong(found, block, f"a rapid into the metal: to {face - to[2]:.3g} mm where the hole is {face + state.known_mm(to):.3g} mm deep")
    length, rate = math.dist(at, to), RAPID_MM_MIN
    cuts = kind == "feed" and to[2] < at[2] and to[2] < face - SAME_MM
    if kind == "feed":
        rate = _rate(found, state, block, cuts and -to[2] > state.there_mm(to) + SAME_MM)
    note(found, state, block, kind, to, 60 * length / rate if rate > 0 else 0.0, in_cycle=cycle is not None or state.motion in CYCLES)
    if cuts:
        if state.turns < 0:
            wrong(found, block, "the tool is fed in while it turns backwards: M3 is missing")
        if not sideways:
            _cutting(found, state, block, to, cycle)
    state.lowest = min(to[2], at[2]) if kind == "rapid" else min(state.lowest, to[2], at[2])
    state.at = to
    state.home = frozenset(axis for place, axis in enumerate("XYZ") if axis in state.home and abs(at[place] - to[place]) < SAME_MM)
    if to[2] >= face - SAME_MM:
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
        wrong(found, block, "a feed move with the spindle stopped")
    if state.feed is None or state.feed <= 0 or (state.speed_rpm <= 0 and (state.per_rev or cuts)):
        wrong(found, block, "a feed move without F, or without S")
        return 0.0
    return state.feed * state.speed_rpm if state.per_rev else state.feed


def _cutting(found: Run, state: State, block: Block, to: Point, cycle: int | None) -> None:
    """A stroke into the metal: the hole it belongs to grows deeper."""
    depth, was = -to[2], state.there_mm(to)
    if state.hole is None:
        before = state.made.get((state.tool, key_of(to)))
        if before is None or (cycle is not None and before.line != block.line):
            before = Made(block.line, state.tool, to[0], to[1], -state.face(to), [], state.speed_rpm, state.feed_mm_rev() or 0.0, cycle)
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
    there[state.tool] = max(there.get(state.tool, depth), depth)


def round_to(found: Run, state: State, block: Block) -> None:
    """An arc, rising or falling evenly: what a thread mill runs on."""
    to = target(state, block)
    arc, said = arc_of(state.at, to, block.words, state.scale, state.motion, state.control.arcs)
    if arc is None:
        wrong(found, block, said)
        return
    length = math.hypot(arc.radius_mm * arc.turned, to[2] - state.at[2])
    rate = _rate(found, state, block, min(state.at[2], to[2]) < -SAME_MM)
    shape = (arc.centre[0], arc.centre[1], state.motion == 3, arc.turned)
    note(found, state, block, "feed", to, 60 * length / rate if rate else 0.0, arc=shape)
    state.round = Round.on(state.round, arc, found.moves)
    if min(state.at[2], to[2]) < -SAME_MM and state.round.turned >= 2 * math.pi - 1e-3:
        # Only a whole turn round inside a hole makes a thread, in one block or in two.
        state.round = Round()
        depth = -min(state.at[2], state.lowest, 0.0)
        feed = state.feed_mm_rev() or 0.0
        found.holes.append(Made(block.line, state.tool, *arc.centre, depth, [depth], state.speed_rpm, feed, None, 2 * arc.radius_mm))
    state.at = to


def go_home(found: Run, state: State, block: Block) -> None:
    """An axis sent to the machine's own place: what it stood at before no longer matters."""
    axes = {"U": "X", "W": "Z"}
    named = {axes.get(axis, axis) for axis in "XYZUW" if axis in block.words}
    if not named:
        return
    to = tuple(HOME_MM if axis in named else state.at[place] for place, axis in enumerate("XYZ"))
    note(found, state, block, "rapid", (to[0], to[1], to[2]), 60 * (HOME_MM if "Z" in named else 100.0) / RAPID_MM_MIN)
    state.at, state.home, state.hole = (to[0], to[1], to[2]), state.home | named, None
