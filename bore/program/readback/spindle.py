"""Spindle, feed and coolant: what is missing, what turns the wrong way, what is faster than the plan, the machine or the metal allow."""

from bisect import bisect_left

from bore.program.control import dwell_s
from bore.program.readback.finding import LOOK, STOPS, Finding
from bore.program.readback.looks import Found, Look
from bore.program.state import Move

# So far off the plan is to be looked at, so far stops: shares. A spindle speed is written as a whole number.
LOOKED_AT, STOPPED_AT, WHOLE_RPM = 0.02, 0.25, 0.51
# A dwell longer than this was counted in another unit, and one shorter than this too, s.
LONGEST_S, SHORTEST_S = 10.0, 0.02
OFF = ("dry", "none", "brush")


def checks(look: Look) -> Found:
    """Every check of spindle, feed and coolant."""
    yield from _words(look)
    yield from _cutting(look)
    yield from _coolant(look)
    yield from _against_plan(look)
    yield from _dwells(look)


def _words(look: Look) -> Found:
    """An S too fast for machine or tool; a start without S."""
    works = [(move.line, move.tool) for move in look.moves if move.tool]
    for one in look.seen:
        block, after = one.block, one.after
        if {3, 4} & set(block.switches) and after.speed_rpm <= 0:
            yield Finding(block.line, "no-s", STOPS, "the spindle is started without a speed; write S", after.tool)
        limits = [limit for limit in (look.control.max_rpm, look.plan.tool(after.tool or _next(works, block.line)).max_rpm) if limit]
        if "S" in block.words and limits and not after.surface_speed and after.speed_rpm > min(limits):
            words = f"S{after.speed_rpm:g} is more than the {min(limits):g} rpm that machine or tool may turn at"
            yield Finding(block.line, "max-speed", STOPS, words, after.tool)


def _next(works: list[tuple[int, int]], line: int) -> int:
    """The tool that works next after a line."""
    at = bisect_left(works, (line, 0))
    return works[at][1] if at < len(works) else 0


def _cutting(look: Look) -> Found:
    tapping = {move.tool for move in look.cuts() if move.modes is not None and move.modes.motion == 84}
    for move in look.cuts():
        modes, planned = move.modes, look.planned(move)
        if modes is None:
            continue
        if modes.turns == 0:
            yield Finding(move.line, "no-spindle", STOPS, "the tool is fed into the metal with the spindle stopped; write M3", move.tool)
        elif modes.speed_rpm <= 0:
            yield Finding(move.line, "no-s", STOPS, "the tool is fed into the metal and no speed was said; write S", move.tool)
        if modes.feed is None or modes.feed <= 0:
            yield Finding(move.line, "no-f", STOPS, "the tool is fed into the metal and no feed was said; write F", move.tool)
        if modes.turns < 0 and planned.hand != "left" and not (move.tool in tapping and _backs_out(move)):
            yield Finding(
                move.line, "m4", STOPS, "the tool is fed in while it turns backwards; write M3, or say that it is left-handed", move.tool
            )


def _backs_out(move: Move) -> bool:
    return move.end[2] > move.start[2]


def _coolant(look: Look) -> Found:
    """Metal cut dry where the plan, or the program itself, has coolant."""
    turned_off = any(look.control.coolant["off"] in one.block.switches for one in look.seen)
    for move in look.cuts():
        wanted = look.planned(move).coolant
        if move.modes is None or wanted in OFF:
            continue
        through = look.control.coolant["through"]
        if wanted == "through" and through is not None and through not in move.modes.coolant:
            yield Finding(move.line, "coolant", STOPS, f"it wants coolant through the tool and has none; write M{through}", move.tool)
        elif not move.modes.coolant and (wanted or turned_off):
            severity = STOPS if wanted == "through" else LOOK
            yield Finding(move.line, "coolant", severity, "the metal is cut dry; write the coolant on before it", move.tool)


def _against_plan(look: Look) -> Found:
    for move in look.cuts():
        planned, modes = look.planned(move), move.modes
        if modes is None or planned.kind == "mill":
            continue
        if planned.speed_rpm and modes.speed_rpm > 0 and not modes.surface_speed:
            yield from _off(move, "speed-plan", modes.speed_rpm, planned.speed_rpm, "rpm", WHOLE_RPM)
        if planned.feed_mm_rev and move.feed_mm_rev and planned.kind != "tap":
            yield from _off(move, "feed-plan", move.feed_mm_rev, planned.feed_mm_rev, "mm/rev", 0.0)


def _off(move: Move, check: str, value: float, planned: float, unit: str, least: float) -> Found:
    off = abs(value / planned - 1)
    if off > LOOKED_AT and abs(value - planned) > least:
        words = f"{value:.4g} {unit} where the plan says {planned:.4g}"
        yield Finding(move.line, check, STOPS if off > STOPPED_AT else LOOK, words, move.tool)


def _dwells(look: Look) -> Found:
    for one in look.seen:
        block = one.block
        dwelling = 4.0 in block.codes or (one.after.motion == 82 and "P" in block.words)
        if not dwelling:
            continue
        in_cycle = 4.0 not in block.codes
        spent = dwell_s(look.control, {"P": block.words.get("P", 0.0)} if in_cycle else block.words)
        if spent > LONGEST_S or 0 < spent < SHORTEST_S:
            words = (
                f"a dwell of {spent:g} s: this control counts {'thousandths of a second' if look.control.dwell == 'P-ms' else 'seconds'}"
            )
            yield Finding(block.line, "dwell-unit", LOOK, words, one.after.tool)
        if look.plan.hardens and spent > 0 and _in_metal(look, one.first, one.last, 4.0 in block.codes, one.at[2]):
            words = "an edge that stands still hardens this metal; leave the dwell out"
            yield Finding(block.line, "dwell-hardens", LOOK, words, one.after.tool)


def _in_metal(look: Look, first: int, last: int, alone: bool, at_z: float) -> bool:
    """Whether a dwell is spent below the face."""
    if alone:
        return at_z < 0
    return any(move.kind == "dwell" and move.end[2] < 0 for move in look.moves[first:last])
