"""How it is written: words missing, twice or unread, points, units, feed forms, the end."""

from bore.program.control import MILLING, TURNING_A
from bore.program.readback.finding import LOOK, STOPS, Finding
from bore.program.readback.looks import Found, Look

SEVERITIES = {"not-read": LOOK}
LENGTHS = "XYZRIJKQUW"
# A feed of more than this a turn is no feed of a drill, of less than this a minute none of anything, mm.
MOST_A_TURN_MM, LEAST_A_MINUTE_MM = 8.0, 1.0
# In a program in inches a hole this deep, fed this fast, was meant in millimetres.
DEEP_MM, FAST_MM_REV = 250.0, 1.5


def checks(look: Look) -> Found:
    """Every check of the writing."""
    yield from _faults(look)
    yield from _points(look)
    yield from _feed_forms(look)
    yield from _units(look)
    yield from _end(look)
    yield from _one_m(look)
    if look.control.codes == TURNING_A:
        yield from _system_a(look)


def _faults(look: Look) -> Found:
    for one in look.seen:
        for fault in one.block.faults:
            yield Finding(one.block.line, fault.check, SEVERITIES.get(fault.check, STOPS), fault.words, one.after.tool)
        for switch in one.block.switches:
            if switch in (98, 99):
                words = f"M{switch} calls what stands elsewhere: it is not read here; run it through with that written out"
                yield Finding(one.block.line, "not-read", LOOK, words, one.after.tool)


def _points(look: Look) -> Found:
    if look.control.decimals != "needed":
        return
    for one in look.seen:
        for letter, text in one.block.written.items():
            if letter in LENGTHS and "." not in text and float(text) != 0:
                thousandth = float(text) / 1000
                words = f"{letter}{text} has no point: this control takes it for {thousandth:g} mm; write {letter}{text}."
                yield Finding(one.block.line, "no-point", STOPS, words, one.after.tool)


def _feed_forms(look: Look) -> Found:
    for move in look.cuts():
        modes = move.modes
        if modes is None or modes.feed is None:
            continue
        if modes.per_rev and modes.feed > MOST_A_TURN_MM:
            words = f"F is taken by the turn here: {modes.feed:g} mm a turn; write it by the minute (G94), or {modes.feed / max(modes.speed_rpm, 1):.3g} a turn"
            yield Finding(move.line, "feed-form", STOPS, words, move.tool)
        elif not modes.per_rev and 0 < modes.feed < LEAST_A_MINUTE_MM:
            words = f"F is taken by the minute here: {modes.feed:g} mm a minute; was it meant by the turn (G95)?"
            yield Finding(move.line, "feed-form", LOOK, words, move.tool)


def _units(look: Look) -> Found:
    for hole in look.run.holes:
        inch = look.run.units == "in"
        stop = look.planned(hole).stop_mm
        if stop and hole.depth_mm > 0 and 20 < hole.depth_mm / stop < 30 and inch:
            yield Finding(
                hole.line,
                "units",
                STOPS,
                f"{hole.depth_mm:.4g} mm deep where the plan says {stop:g}: written in mm, read in inches",
                hole.tool,
            )
        elif stop and hole.depth_mm > 0 and 20 < stop / hole.depth_mm < 30 and not inch:
            yield Finding(
                hole.line,
                "units",
                STOPS,
                f"{hole.depth_mm:.3g} mm deep where the plan says {stop:g}: written in inches, read in mm",
                hole.tool,
            )
        elif inch and hole.depth_mm > DEEP_MM and hole.feed_mm_rev > FAST_MM_REV:
            words = f"in inches this is {hole.depth_mm:.0f} mm deep at {hole.feed_mm_rev:.2g} mm a turn: it was written in mm; write G21"
            yield Finding(hole.line, "units", STOPS, words, hole.tool)


def _end(look: Look) -> Found:
    if not look.run.ended:
        yield Finding(0, "no-end", LOOK, "M30 or M2 is missing: the control runs on, or starts again", 0)
        return
    last = look.seen[-1].block.line
    after = next((block for block in look.run.blocks if block.line > last and block.says_something), None)
    if after is not None:
        yield Finding(after.line, "after-end", LOOK, "what stands behind the end is never made", 0)


def _one_m(look: Look) -> Found:
    if not look.control.one_m_a_block:
        return
    for one in look.seen:
        if len(one.block.switches) > 1:
            said = " and ".join(f"M{switch}" for switch in one.block.switches)
            yield Finding(
                one.block.line,
                "one-m",
                LOOK,
                f"{said} in one block: this control takes one of them; write the other on its own line",
                one.after.tool,
            )


def _system_a(look: Look) -> Found:
    assert look.control.codes != MILLING
    for one in look.seen:
        wrong = [code for code in one.block.codes if code in (90, 91, 94, 95)]
        if wrong:
            words = f"G{wrong[0]:g} is a turning cycle or nothing in this code system: increments are U and W, feed by the turn is G99"
            yield Finding(one.block.line, "code-system", STOPS, words, one.after.tool)
