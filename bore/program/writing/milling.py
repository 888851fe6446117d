"""Tool sections of a machine whose tool turns: each can be begun again by itself, and leaves the machine as it found it."""

from collections.abc import Iterator
from dataclasses import field
from itertools import pairwise

from bore.base.immutable import immutable
from bore.job.tap_start import tap_start_mm
from bore.program.sheet import Sheet, ToolStep
from bore.program.writing.strokes import strokes
from bore.program.writing.threads import milled
from bore.program.writing.words import Words

Point = tuple[float, float]
# Above the work where nothing is known to stand higher, and over what does; where feed begins on a sawn or cast face, and on a machined one, mm (common practice).
CLEAR_MM, OVER_ALL_MM = 50.0, 20.0
# Ways of coming into a guide: stopped short of its floor by so much, at so many turns and so fast, up to speed before it goes on.
SHORT_MM, CREEP_RPM, CREEP_MM_MIN, UP_TO_SPEED_S, OUT_MM_MIN, OVER_MM = 1.0, 60, 300.0, 3.0, 2000.0, 5.0


@immutable
class Section:
    """Where a tool's section is written: the sheet, the words, and how cycles are used."""

    sheet: Sheet
    words: Words
    how: str = "cycles"
    returns: int = 98
    clear_mm: float = CLEAR_MM
    staged: dict[int, int] = field(default_factory=dict)


def section(at: Section, tool: ToolStep, still_in: bool) -> Iterator[str]:
    """One tool at one setting over its places; one that is `still_in` from the section before is not called again."""
    words, control = at.words, at.sheet.control
    first = tool.points_mm[0]
    yield words.comment(f"T{tool.number} {tool.words}")
    if not still_in:
        yield from _call(at, tool)
    yield f"G90 {control.work_offset} G17 G94 G0 X{words.length(first[0])} Y{words.length(first[1])}"
    if not tool.job.cutter.kind.needs_guide:
        yield f"S{tool.turned_rpm(control):.0f} M3"
    yield f"G43 H{tool.number} Z{words.length(at.clear_mm)}" if control.length_offset == "G43" else f"G0 Z{words.length(at.clear_mm)}"
    yield from _work(at, tool)
    yield f"G0 Z{words.length(at.clear_mm)}"
    if tool.wet(control) is not None:
        yield f"M{control.coolant['off']}"
    yield "M5"


def _call(at: Section, tool: ToolStep) -> Iterator[str]:
    """Out to where tools are changed, and the tool put in."""
    control = at.words.control
    yield from _home(at.words)
    call = f"T{tool.number}" if control.tool_change == "T-only" else f"T{tool.number} M6"
    yield f"@{call}"
    if control.tool_change == "M6-then-next":
        yield f"T{at.staged.get(tool.number, tool.number)}"


def _home(words: Words) -> list[str]:
    how = words.control.change_from
    return {"home-z": ["G91 G28 Z0.", "G90"], "home-z-53": ["G53 G0 Z0."], "second-point": ["G91 G30 Z0.", "G90"]}.get(how, [])


def end(words: Words) -> list[str]:
    """Out of the way, and the end."""
    return [*_home(words), "G91 G28 Y0.", "G90", "M30"]


def _work(at: Section, tool: ToolStep) -> Iterator[str]:
    """What a tool does at its places, coolant on before it."""
    if tool.job.cutter.kind.needs_guide:
        for point in tool.points_mm:
            yield from _gun(at, tool, point)
        return
    if (code := tool.wet(at.sheet.control)) is not None:
        yield f"M{code}"
    if tool.kind == "mill":
        yield from milled(at.words, tool, tool.points_mm, at.clear_mm)
    elif (code := cycle_of(at, tool)) is not None:
        yield from _cycle(at, tool, code)
    else:
        for place, point in enumerate(tool.points_mm):
            if place:
                yield f"G0 X{at.words.length(point[0])} Y{at.words.length(point[1])}"
            yield from _strokes(at, tool)
            yield f"G0 Z{at.words.length(at.clear_mm)}"


def cycle_of(at: Section, tool: ToolStep) -> int | None:
    """The canned cycle a tool is driven by; None where its moves are written out: where that is asked, where the control has none, and where
    one length of peck cannot say what the plan pecks."""
    code = (
        84
        if tool.kind == "tap" and tool.job.machine.tapping != "head"
        else 85
        if tool.kind in ("ream", "bore", "tap")
        else 82
        if tool.dwell_s
        else 81
    )
    if len(tool.pecks_mm) > 1:
        if peck_q_mm(tool) is None:
            return None
        code = 73 if tool.job.setting.pecks.kind == "chip-break" else 83
    return code if at.how == "cycles" and code in at.sheet.control.cycles else None


def peck_q_mm(tool: ToolStep) -> float | None:
    """The one length that, counted from where the feed begins, makes the plan's very pecks, mm; None where none does."""
    depths = (-tool.approach_mm, *tool.pecks_mm)
    steps = [round(after - before, 3) for before, after in pairwise(depths)]
    even = all(abs(step - steps[0]) < 0.002 for step in steps[:-1]) and steps[-1] <= steps[0] + 0.002
    return steps[0] if even else None


def start_mm(tool: ToolStep) -> float:
    """How far above the face the feed begins, mm."""
    if tool.kind != "tap":
        return tool.approach_mm
    return tap_start_mm(tool.job.machine.tapping, tool.job.cutter.pitch_mm or 1.0)


def _cycle(at: Section, tool: ToolStep, code: int) -> Iterator[str]:
    words, control, first = at.words, at.sheet.control, tool.points_mm[0]
    rigid = tool.kind == "tap" and tool.job.machine.tapping == "rigid"
    extra = {73: f" Q{words.length(peck_q_mm(tool) or 0.0)}", 82: f" {words.dwell(tool.dwell_s, in_cycle=True)}"}
    extra[83] = extra[73]
    feed = words.by_turn(tool.feed_mm_rev) if rigid else words.rate(tool.rate_mm_min(control))
    if rigid and control.rigid_word:
        yield f"M{control.rigid_word:g} S{tool.turned_rpm(control):.0f}"
    if rigid:
        yield "G95"
    yield (
        f"G{at.returns} G{code} X{words.length(first[0])} Y{words.length(first[1])} Z{words.length(tool.face_mm - tool.stop_mm)} "
        f"R{words.length(tool.face_mm + start_mm(tool))}{extra.get(code, '')} {feed}"
    )
    for point in tool.points_mm[1:]:
        yield f"X{words.length(point[0])} Y{words.length(point[1])}"
    yield "G80"
    if rigid:
        yield "G94"


def _strokes(at: Section, tool: ToolStep) -> Iterator[str]:
    """Every stroke of one hole, peck by peck, from above the face to the stop."""
    words, control = at.words, at.sheet.control
    above, feed = words.length(tool.face_mm + start_mm(tool)), words.rate(tool.rate_mm_min(control))
    yield f"G0 Z{above}"
    yield from strokes(words, tool, above, feed)
    if tool.kind == "tap" and tool.job.machine.tapping != "head":
        # The spindle turns back and the tap comes out at its own pitch.
        yield from ("M5", "M4", f"G1 Z{above} {feed}", "M5", "M3")
    elif tool.kind in ("ream", "bore", "tap"):
        yield f"G1 Z{above} {feed}"
    else:
        yield f"G0 Z{above}"


def _gun(at: Section, tool: ToolStep, point: Point) -> Iterator[str]:
    """Into its guide at a creep, coolant through it, up to speed, on to its depth, stopped, and out stopped. Never a cycle."""
    words, control = at.words, at.sheet.control
    through, off = control.coolant["through"], control.coolant["off"]
    bush = tool.job.hole.start.kind == "bush"
    yield f"G0 X{words.length(point[0])} Y{words.length(point[1])}"
    yield f"G0 Z{words.length(tool.face_mm + OVER_MM)}"
    if not bush:
        yield f"S{CREEP_RPM} M3"
        yield f"G1 Z{words.length(tool.face_mm - (tool.guide_mm or 0.0) + SHORT_MM)} {words.rate(CREEP_MM_MIN)}"
    yield f"M{through}"
    yield f"S{tool.turned_rpm(control):.0f} M3"
    yield f"G4 {words.dwell(UP_TO_SPEED_S)}"
    yield f"G1 Z{words.length(tool.face_mm - tool.stop_mm)} {words.rate(tool.rate_mm_min(control))}"
    yield f"M{off}"
    yield "M5"
    yield f"G1 Z{words.length(tool.face_mm + OVER_MM)} {words.rate(OUT_MM_MIN)}"
    yield f"G0 Z{words.length(at.clear_mm)}"
