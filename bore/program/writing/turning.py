"""Tool sections of a machine whose work turns: on the centre line, feed by the turn, home before the turret turns, Z clear first."""

from collections.abc import Iterator

from bore.program.control import TURNING_A
from bore.program.sheet import Sheet, ToolStep
from bore.program.writing.strokes import strokes
from bore.program.writing.words import Words

# Before the face a tool stands here at a rapid; an insert drill's first bore is so deep, and measured; mm (common practice).
BEFORE_MM, TRIAL_MM, OUT_MM = 3.0, 3.0, 100.0


def safe_line(words: Words) -> str:
    """The line that undoes whatever stood."""
    units = "G20" if words.inch else "G21"
    return f"{units} G18 G40 G97 G99" if words.control.codes == TURNING_A else f"{units} G18 G40 G80 G90 G95 G97"


def home(words: Words) -> list[str]:
    """Where the turret turns."""
    control = words.control
    if control.index_from == "place" and control.index_at_mm is not None:
        x, z = control.index_at_mm
        return [f"G0 Z{words.length(z)}", f"G0 X{words.length(x)}"]
    if control.codes == TURNING_A and control.index_from == "home":
        return ["G28 U0.", "G28 W0."]
    return ["G53 G0 X0.", "G53 G0 Z0."]


def section(sheet: Sheet, tool: ToolStep, words: Words) -> Iterator[str]:
    """One tool on the centre line."""
    control = sheet.control
    yield words.comment(f"T{tool.number} {tool.words}")
    yield from home(words)
    yield f"@T{tool.number:02d}{tool.number:02d}"
    yield f"G97 S{tool.turned_rpm(control):.0f} M3"
    yield f"G0 X{words.length(2 * tool.job.cutter.shift_mm)} Z{words.length(max(BEFORE_MM, tool.approach_mm))}"
    if (code := tool.wet(control)) is not None:
        yield f"M{code}"
    yield from _tapped(tool, words) if tool.kind == "tap" else _bored(tool, words)
    yield f"G0 Z{words.length(OUT_MM)}"
    if tool.wet(control) is not None:
        yield f"M{control.coolant['off']}"
    yield "M5"


def _bored(tool: ToolStep, words: Words) -> Iterator[str]:
    """Stroke by stroke to the stop; an insert drill stops after its first millimetres, so that its bore is measured."""
    above, feed = words.length(max(BEFORE_MM, tool.approach_mm)), words.by_turn(tool.feed_mm_rev)
    if tool.job.cutter.kind.on_inserts:
        yield f"G1 Z{words.length(-TRIAL_MM)} {feed}"
        yield f"G0 Z{words.length(OUT_MM)}"
        yield "M5"
        yield "M0"
        yield words.comment("measure the bore, correct X on the diameter, start again")
        yield f"G97 S{tool.turned_rpm(words.control):.0f} M3"
        yield f"G0 Z{above}"
    yield from strokes(words, tool, above, feed)
    yield f"G1 Z{above} {feed}" if tool.kind in ("ream", "bore") else f"G0 Z{above}"


def _tapped(tool: ToolStep, words: Words) -> Iterator[str]:
    """Rigid, by the face cycle; in a floating holder in at its pitch, stopped, turned back, out at its pitch, stopped."""
    above, feed = words.length(max(BEFORE_MM, tool.approach_mm)), words.by_turn(tool.feed_mm_rev)
    if tool.job.machine.tapping == "rigid":
        if word := words.control.rigid_word:
            yield f"M{word:g} S{tool.turned_rpm(words.control):.0f}"
        yield f"G84 Z{words.length(-tool.stop_mm)} {feed}"
        yield "G80"
        return
    yield f"G1 Z{words.length(-tool.stop_mm)} {feed}"
    yield from ("M5", "M4")
    yield f"G1 Z{above} {feed}"
