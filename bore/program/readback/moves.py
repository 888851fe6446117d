"""Where it moves: zero, offsets and planes before the work, rapids into metal, what stands in the way, changes too near the work."""

import math

from bore.base import budget
from bore.job.obstacle import Obstacle
from bore.program.read import CYCLES
from bore.program.readback.finding import LOOK, NOTE, STOPS, Finding
from bore.program.readback.looks import Found, Look
from bore.program.readback.plan import WHIPS
from bore.program.state import HOME_MM, SAME_MM, Move, Point, Seen

# Below this a tool is near the work, and ends of diagonal rapids are low, mm.
NEAR_MM, LOW_MM = 25.0, 10.0
# The way home that goes over a point lower than this goes to the work first, mm.
OVER_MM = 1.0
# Looked at along a move so often, for what stands in its way, mm.
STRIDE_MM = 1.0
MOST_STRIDES = 2000


def checks(look: Look) -> Found:
    """Every check of moves."""
    yield from _offsets(look)
    yield from _zero(look)
    yield from _planes(look)
    yield from _rapids(look)
    yield from _sideways(look)
    yield from _obstacles(look)
    yield from _changes(look)
    yield from _home(look)
    yield from _slow(look)


def _offsets(look: Look) -> Found:
    if look.control.turns or look.control.length_offset == "with-tool":
        return
    for move in look.moves:
        modes = move.modes
        if modes is None or not move.tool or min(move.start[2], move.end[2]) >= SAME_MM + NEAR_MM:
            continue
        if modes.length is None:
            yield Finding(move.line, "no-g43", STOPS, f"it goes to the work without its length; write G43 H{move.tool}", move.tool)
        elif modes.length == 0:
            yield Finding(move.line, "no-g43", STOPS, f"G43 without H takes up no length; write G43 H{move.tool}", move.tool)
        elif modes.length != move.tool:
            words = f"H{modes.length} is another tool's length; write G43 H{move.tool}"
            yield Finding(move.line, "h-other", STOPS, words, move.tool)
    for one in look.seen:
        if 49.0 in one.block.codes and one.before.length and one.at[2] < NEAR_MM and not one.before.homed:
            yield Finding(
                one.block.line, "g49-low", LOOK, "its length is taken off near the work: the next move may go down by it", one.before.tool
            )


def _zero(look: Look) -> Found:
    used: dict[int, dict[int | None, Move]] = {}
    for move in look.cuts():
        if move.modes is not None:
            used.setdefault(move.tool, {}).setdefault(move.modes.zero, move)
    planned = look.plan.zero
    for zeros in used.values():
        first = next(iter(zeros.values()))
        if None in zeros and not look.control.turns:
            words = f"no zero is said: it works from whichever was last; write {look.control.work_offset}"
            yield Finding(zeros[None].line, "no-zero", LOOK, words, first.tool)
        elif planned and int(planned[1:]) not in zeros:
            words = f"it works from {', '.join(f'G{zero}' for zero in zeros)}; the plan says {planned}"
            yield Finding(first.line, "other-zero", STOPS, words, first.tool)
    for one in look.seen:
        if 92.0 in one.block.codes and not look.control.turns:
            yield Finding(
                one.block.line,
                "zero-moved",
                LOOK,
                "G92 moves the zero to where the tool stands, for whatever runs next too",
                one.after.tool,
            )


def _planes(look: Look) -> Found:
    for move in look.moves:
        if not look.control.turns and move.modes is not None and move.modes.plane != 17 and (move.in_cycle or move.arc is not None):
            words = f"in plane G{move.modes.plane} a cycle or an arc goes another way; write G17"
            yield Finding(move.line, "plane", STOPS, words, move.tool)


def _rapids(look: Look) -> Found:
    deep: dict[tuple[float, float], float] = {}
    for move in look.moves:
        start, end = move.start, move.end
        place = (round(end[0], 2), round(end[1], 2))
        over = math.dist(start[:2], end[:2])
        if (
            move.kind == "rapid"
            and not look.control.turns
            and over > OVER_MM
            and end[2] < start[2] - SAME_MM
            and end[2] < LOW_MM
            and not _was_home(move)
        ):
            words = "it comes down slantwise: whatever stands between is in its way; first over, then down"
            yield Finding(move.line, "diagonal", LOOK, words, move.tool)
        face = look.plan.face_mm(end[0], end[1])
        top = face if face is not None else 0.0
        if (
            move.kind == "rapid"
            and end[2] < start[2]
            and end[2] < top - SAME_MM
            and -end[2] > max(deep.get(place, 0.0), -top, look.plan.open_mm) + SAME_MM
        ):
            said = move.in_cycle and face is None
            words = f"a rapid to Z{end[2]:.4g}, {top - end[2]:.3g} mm below the face" + (": is there another face here?" if said else "")
            yield Finding(move.line, "rapid-in", LOOK if said else STOPS, words, move.tool)
        if move.kind == "feed" and end[2] < 0:
            deep[place] = max(deep.get(place, 0.0), -end[2])


def _was_home(move: Move) -> bool:
    return move.modes is not None and move.start[2] >= HOME_MM - SAME_MM


def _sideways(look: Look) -> Found:
    """Dragged sideways in the hole it has drilled; a mill moves about in a hole that is wider."""
    drilled: dict[tuple[int, float, float], float] = {}
    for move in look.moves:
        start, end = move.start, move.end
        low = min(start[2], end[2])
        if move.kind == "feed" and move.arc is None and end[2] < start[2] and math.dist(start[:2], end[:2]) < SAME_MM and move.feed_mm_rev:
            drilled[move.tool, round(end[0], 2), round(end[1], 2)] = -end[2]
        if move.arc is not None or math.dist(start[:2], end[:2]) < SAME_MM or low >= -SAME_MM or look.control.turns:
            continue
        own = drilled.get((move.tool, round(start[0], 2), round(start[1], 2)), 0.0)
        mills = look.planned(move).kind == "mill" or (move.modes is not None and move.modes.compensation != 40)
        if move.kind == "rapid" or (own > -start[2] - SAME_MM and own > 0 and not mills):
            yield Finding(
                move.line, "drag", STOPS, f"it is dragged sideways {-low:.3g} mm below the face; out of the hole first", move.tool
            )


def _obstacles(look: Look) -> Found:
    for obstacle in look.plan.obstacles or ():
        budget.look()
        for move in look.moves:
            if move.kind != "dwell" and not _was_home(move) and _meets(move, obstacle):
                words = f"at Z{min(move.start[2], move.end[2]):.4g} it meets the {obstacle.name}, which is {obstacle.z_mm:g} mm high; G98, or a higher plane"
                yield Finding(move.line, "obstacle", STOPS, words, move.tool)
                # The first is enough: what it meets once it meets on every way past.
                break


def _meets(move: Move, obstacle: Obstacle) -> bool:
    if min(move.start[2], move.end[2]) > obstacle.z_mm or not _spans(move, obstacle):
        return False
    length = math.dist(move.start, move.end)
    strides = min(max(int(length / STRIDE_MM), 1), MOST_STRIDES)
    return any(_within(_along(move.start, move.end, k / strides), obstacle) for k in range(strides + 1))


def _spans(move: Move, obstacle: Obstacle) -> bool:
    """Whether its way, in a box, reaches the obstacle's sides at all."""
    return all(
        min(move.start[axis], move.end[axis]) <= side[1] and max(move.start[axis], move.end[axis]) >= side[0]
        for axis, side in ((0, obstacle.x_mm), (1, obstacle.y_mm))
    )


def _along(start: Point, end: Point, share: float) -> Point:
    x, y, z = (a + (b - a) * share for a, b in zip(start, end, strict=True))
    return (x, y, z)


def _within(at: Point, obstacle: Obstacle) -> bool:
    return obstacle.x_mm[0] <= at[0] <= obstacle.x_mm[1] and obstacle.y_mm[0] <= at[1] <= obstacle.y_mm[1] and at[2] <= obstacle.z_mm


def _changes(look: Look) -> Found:
    """A tool changed with a cycle or a compensation on, or too near the work on a machine that does not go home by itself."""
    homes = any({28.0, 30.0, 53.0} & set(one.block.codes) for one in look.seen)
    for one in look.seen:
        if not _is_change(look, one):
            continue
        line, tool = one.block.line, one.after.tool
        if one.before.motion in CYCLES:
            yield Finding(line, "cycle-on", STOPS, f"G{one.before.motion} is still on: the next move drills a hole; write G80 first", tool)
        if one.before.compensation != 40:
            yield Finding(line, "comp-on", STOPS, "the compensation is still on; write G40 on the way out", tool)
        worked = one.before.tool and any(move.tool == one.before.tool for move in look.moves)
        leaves = look.control.change_from != "itself" and homes
        if not look.control.turns and worked and leaves and not one.before.homed:
            words = f"the tool is changed at Z{one.at[2]:.4g}: other changes go home first (G91 G28 Z0.)"
            yield Finding(line, "change-low", STOPS, words, tool)
    yield from _left_on(look)
    last = look.seen[-1] if look.seen else None
    if last is not None and look.run.ended and last.before.compensation != 40:
        yield Finding(
            last.block.line, "comp-on", STOPS, "the compensation is still on at the end; write G40 on the way out", last.before.tool
        )


def _left_on(look: Look) -> Found:
    """The spindle or the coolant still on when the tool goes home, is changed, or the program ends."""
    for one in look.seen:
        goes = {28.0, 30.0, 53.0} & set(one.block.codes) or {2, 30} & set(one.block.switches) or _is_change(look, one)
        if not goes or not one.before.tool:
            continue
        left = [what for what, on in (("the spindle", one.before.turns), ("the coolant", one.before.coolant)) if on]
        if left:
            words = f"{' and '.join(left)} still on as it leaves the work; write {'M5' if one.before.turns else 'M9'} before it"
            yield Finding(one.block.line, "left-on", NOTE, words, one.before.tool)


def _is_change(look: Look, one: Seen) -> bool:
    return one.before.tool != one.after.tool or (6 in one.block.switches and not look.control.turns)


def _home(look: Look) -> Found:
    for one in look.seen:
        words, codes = one.block.words, one.block.codes
        if {28.0, 30.0} & set(codes) and one.after.absolute and not look.control.turns and "Z" in words and words["Z"] < OVER_MM:
            said = f"in G90 it goes to Z{words['Z']:g} of the work first, and only then home; write G91 G28 Z0."
            yield Finding(one.block.line, "g28-abs", STOPS, said, one.after.tool)
    last = look.seen[-1] if look.seen else None
    goes_home = sum(bool({28.0, 30.0, 53.0} & set(one.block.codes)) for one in look.seen) > 1
    if last is not None and look.run.ended and goes_home and not last.before.homed and not look.control.turns:
        yield Finding(last.block.line, "ends-low", NOTE, f"it ends at Z{last.at[2]:.4g}, and goes home everywhere else", last.before.tool)


# What is fed out at its feed, or eased in, by its own kind; and how long a way through air is worth saying, mm.
FED_OUT = ("ream", "bore", "tap", WHIPS, "turn", "mill")
AIR_MM, THROUGH_MM = 10.0, 2.0


def _slow(look: Look) -> Found:
    """Fed where a rapid is meant: out of a hole, through air, through a hole that is there. Nothing breaks; it is another program."""
    deep: dict[tuple[int, float, float], float] = {}
    for move in look.moves:
        start, end, kind = move.start, move.end, look.planned(move).kind
        if move.kind != "feed" or move.arc is not None or kind in (None, WHIPS, "turn"):
            continue
        place = (move.tool, round(end[0], 2), round(end[1], 2))
        # As far as it is fed above the face.
        face = look.plan.face_mm(end[0], end[1]) or 0.0
        air = max(start[2], end[2]) - max(min(start[2], end[2]), face) > AIR_MM
        out = end[2] > start[2] and start[2] < -SAME_MM and kind not in FED_OUT
        again = kind not in FED_OUT and end[2] < start[2] and deep.get(place, 0.0) + min(start[2], 0.0) > THROUGH_MM
        if (air or out or again) and not move.in_cycle:
            yield Finding(move.line, "slow", NOTE, "it is fed where nothing is cut; a rapid (G0) is meant?", move.tool)
        if end[2] < 0:
            deep[place] = max(deep.get(place, 0.0), -end[2])
