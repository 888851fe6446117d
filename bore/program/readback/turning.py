"""What is a turning machine's own: where the turret turns, offsets, the centre line, constant surface speed."""

import math

from bore.program.readback.finding import LOOK, STOPS, Finding
from bore.program.readback.looks import Found, Look
from bore.program.state import SAME_MM, Seen

# Nearer than this to the face and to the centre line a turret does not turn, mm; as near to the centre line as this a tool drills.
NEAR_Z_MM, NEAR_X_MM, CENTRE_MM = 100.0, 100.0, 3.0
PLACE_MM = 1.0


def checks(look: Look) -> Found:
    """Every check of turning."""
    if not look.control.turns:
        return
    for one in look.seen:
        yield from _index(look, one)
    yield from _drilling(look)


def _index(look: Look, one: Seen) -> Found:
    if "T" not in one.block.words:
        return
    number = int(one.block.words["T"])
    tool, offset, line = number // 100, number % 100, one.block.line
    if number < 100:
        tool, offset = number, -1
    moved = any(move.line < line for move in look.moves)
    turns_round = one.before.tool != one.after.tool
    if turns_round and moved and _is_near(look, one):
        words = f"the turret turns at X{one.at[0]:.4g} Z{one.at[2]:.4g}, next to the work; home first, Z before X"
        yield Finding(line, "index-near", STOPS, words, tool)
    works = any(move.line > line and move.tool == tool and move.kind == "feed" for move in look.moves)
    if offset == 0 and works and _works_before_next(look, one, tool):
        yield Finding(line, "no-offset", STOPS, f"T{tool:02d}00 works without its offset; write T{tool:02d}{tool:02d}", tool)
    elif offset not in (-1, 0, tool):
        yield Finding(line, "offset-other", LOOK, f"T{number:04d} takes another tool's offset; T{tool:02d}{tool:02d}?", tool)


def _works_before_next(look: Look, one: Seen, tool: int) -> bool:
    """Whether it feeds before the next T word."""
    following = next((other.block.line for other in look.seen if other.block.line > one.block.line and "T" in other.block.words), math.inf)
    return any(one.block.line < move.line < following and move.kind == "feed" and move.tool == tool for move in look.moves)


def _is_near(look: Look, one: Seen) -> bool:
    if one.before.homed:
        return False
    if look.control.index_from == "place" and look.control.index_at_mm is not None:
        at = look.control.index_at_mm
        return abs(one.at[0] - at[0]) > PLACE_MM or abs(one.at[2] - at[1]) > PLACE_MM
    return one.at[2] < NEAR_Z_MM and abs(one.at[0]) < NEAR_X_MM


def _drilling(look: Look) -> Found:
    clamped = False
    for one in look.seen:
        clamped = clamped or one.after.clamp_rpm is not None
        if 96.0 in one.block.codes and not clamped:
            words = "constant surface speed without a highest speed: near the centre the chuck runs away; write it first"
            yield Finding(one.block.line, "g96-clamp", STOPS, words, one.after.tool)
    for move in look.cuts():
        planned = look.planned(move)
        straight = abs(move.start[0] - move.end[0]) < SAME_MM
        near = abs(move.end[0]) <= CENTRE_MM or planned.drills
        if not straight or not near:
            continue
        if move.modes is not None and move.modes.surface_speed:
            yield Finding(
                move.line, "g96-drill", STOPS, "a drill on the centre line under G96: it turns as fast as it may; write G97 S…", move.tool
            )
        shift = planned.shift_mm or 0.0
        if min(abs(move.end[0] - want) for want in (shift, 2 * shift)) > 0.01 and planned.kind not in ("turn", "bore"):
            yield Finding(
                move.line,
                "off-centre",
                STOPS,
                f"it drills at X{move.end[0]:.4g}, beside the centre line; X0., or its shift in the plan",
                move.tool,
            )
