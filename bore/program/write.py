"""A plan as plain G-code (ISO 6983 / RS-274): canned cycles where the machine drills with its quill, plain moves where the work turns."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise

from bore.base.errors import BadInput
from bore.machines.kinds import machine_kind, machine_kinds
from bore.program.read import CYCLES
from bore.program.sheet import AGAIN_MM, Sheet, ToolStep
from bore.quantities.units import MM_PER_INCH

STYLES = ("cycles", "moves")
UNITS = ("mm", "in")
# Steps that come out at their feed, so that they leave no line.
FED_OUT = ("ream", "bore")
# Above the work when nothing is known to stand there, mm (common practice).
CLEAR_MM = 50.0


@dataclass(frozen=True, slots=True)
class Style:
    """How a program is written: cycles or plain moves, its units, and whether a cycle returns to where it began (98) or to R (99)."""

    how: str = "cycles"
    units: str = "mm"
    returns: int = 98

    def length(self, value_mm: float) -> str:
        """A length in the program's units, with its point."""
        value = value_mm / MM_PER_INCH if self.units == "in" else value_mm
        text = f"{value:.{4 if self.units == 'in' else 3}f}".rstrip("0")
        return "0." if text in ("-0.", "0.") else text


def cycle_of(tool: ToolStep) -> int:
    """The canned cycle a tool is driven by."""
    if tool.kind == "tap":
        return 84
    if tool.kind in FED_OUT:
        return 85
    if len(tool.pecks_mm) > 1:
        return 73 if tool.job.setting.pecks.kind == "chip-break" else 83
    return 82 if tool.dwell_s else 81


def peck_step_mm(tool: ToolStep) -> float:
    """The one length a canned cycle pecks by, mm: the shortest of the plan's, so that none is longer than planned.

    A cycle counts its first peck from the plane it starts at, above the face.
    """
    depths = (0.0, *tool.pecks_mm)
    steps = [after - before for before, after in pairwise(depths)]
    # The last is what is left over; it sets nothing.
    return round(min(steps[:-1] or steps), 3)


def write(sheet: Sheet, style: Style) -> str:
    """The program. Raises BadInput for a machine that runs none, a style that is not known or a sheet without tools."""
    _checked(sheet, style)
    lines = [*_head(sheet, style)]
    turning = machine_kind(sheet.machine_kind).lathe
    for tool in sheet.tools:
        lines += _turned(sheet, tool, style) if turning else _drilled(sheet, tool, style)
    lines += ["M5", "M9", "M30"]
    return "%\n" + "\n".join(_numbered(lines)) + "\n%\n"


def _checked(sheet: Sheet, style: Style) -> None:
    if not machine_kind(sheet.machine_kind).programmed:
        programmed = ", ".join(kind.id for kind in machine_kinds().values() if kind.programmed)
        raise BadInput.at("machine.kind", f"a {machine_kind(sheet.machine_kind).words} runs no program; accepted: {programmed}")
    if style.how not in STYLES:
        raise BadInput.at("style", f"accepted: {', '.join(STYLES)}")
    if style.units not in UNITS:
        raise BadInput.at("units", f"accepted: {', '.join(UNITS)}")
    if style.returns not in (98, 99):
        raise BadInput.at("returns", "accepted: 98 (to where it began), 99 (to the R plane)")
    if not sheet.tools:
        raise BadInput.at("steps", "has no step that a machine makes")
    if machine_kind(sheet.machine_kind).lathe and any(tool.job.cutter.kind.adjusts for tool in sheet.tools):
        raise BadInput.at("steps", "a bar on a lathe stands off the centre line by half the bore: set and written by hand, after measuring")


def _numbered(lines: list[str]) -> Iterator[str]:
    number = 0
    for line in lines:
        if line.startswith("("):
            yield line
        else:
            number += 10
            yield f"N{number} {line}"


def plain(text: str) -> str:
    """Text that any controller takes in a comment: capitals, no brackets, no marks it might not know."""
    swaps = {"×": "X", "°": " DEG", "·": " ", "–": "-", "’": "", "(": "", ")": "", "Ø": ""}
    upper = "".join(swaps.get(letter, letter) for letter in text).upper()
    return " ".join("".join(letter if letter.isascii() and letter.isprintable() else " " for letter in upper).split())


def _head(sheet: Sheet, style: Style) -> Iterator[str]:
    yield f"({plain(sheet.name)})"
    yield "(SETTINGS ARE ESTIMATES: READ IT BACK, DRY RUN, SINGLE BLOCK FIRST)"
    yield "(Z0 IS THE FACE THE DRILL ENTERS. DWELL P IS IN SECONDS)"
    for tool in sheet.tools:
        yield f"(T{tool.number} {plain(tool.words)}, STOP {style.length(tool.stop_mm)})"
    plane = "G18" if machine_kind(sheet.machine_kind).lathe else "G17"
    feed = "G95 G97" if machine_kind(sheet.machine_kind).lathe else "G94"
    yield f"{'G20' if style.units == 'in' else 'G21'} {plane} G40 G49 G80 G90 {feed}"


def feed_rate_mm_min(tool: ToolStep) -> float:
    """Feed rate of the tool's centre, mm/min; a thread mill's centre runs on the smaller circle."""
    rate = tool.feed_mm_rev * tool.speed_rpm
    if tool.kind == "mill":
        wide = tool.job.hole.diameter_mm
        rate *= (wide - tool.job.cutter.diameter_mm) / wide
    return rate


def _drilled(sheet: Sheet, tool: ToolStep, style: Style) -> Iterator[str]:
    """One tool over all places: from a canned cycle, or each stroke written out."""
    first = sheet.points_mm[0]
    yield f"({plain(tool.words)})"
    yield f"T{tool.number} M6"
    yield f"S{tool.speed_rpm:.0f} M3"
    yield f"G0 X{style.length(first[0])} Y{style.length(first[1])}"
    wet = "" if tool.job.machine.coolant.method == "dry" else " M8"
    yield f"G43 H{tool.number} Z{style.length(CLEAR_MM)}{wet}"
    if tool.kind == "mill":
        yield from _milled(sheet, tool, style)
    elif style.how == "cycles":
        yield from _cycle(sheet, tool, style)
    else:
        for place, point in enumerate(sheet.points_mm):
            if place:
                yield f"G0 X{style.length(point[0])} Y{style.length(point[1])}"
            yield from _strokes(tool, style, _rate(tool, style))
            yield f"G0 Z{style.length(CLEAR_MM)}"
    yield "M9"
    yield f"G0 Z{style.length(CLEAR_MM)} M5"


def _rate(tool: ToolStep, style: Style) -> str:
    """The feed word, to a thousandth of what it stands for: a tap's must be its pitch times the speed exactly."""
    rate = feed_rate_mm_min(tool) / (MM_PER_INCH if style.units == "in" else 1.0)
    return f"F{rate:.4f}".rstrip("0").rstrip(".")


def _cycle(sheet: Sheet, tool: ToolStep, style: Style) -> Iterator[str]:
    code, first = cycle_of(tool), sheet.points_mm[0]
    extra = f" Q{style.length(peck_step_mm(tool))}" if code in (73, 83) else f" P{tool.dwell_s:.3g}" if code == 82 else ""
    yield f"({plain(CYCLES[code])})"
    yield (
        f"G{style.returns} G{code} X{style.length(first[0])} Y{style.length(first[1])} Z{style.length(-tool.stop_mm)} "
        f"R{style.length(tool.approach_mm)}{extra} {_rate(tool, style)}"
    )
    for point in sheet.points_mm[1:]:
        yield f"X{style.length(point[0])} Y{style.length(point[1])}"
    yield "G80"


def _strokes(tool: ToolStep, style: Style, feed: str) -> Iterator[str]:
    """Every stroke of one hole, peck by peck, from above the face to the stop."""
    yield f"G0 Z{style.length(tool.approach_mm)}"
    before = 0.0
    for place, depth in enumerate(tool.pecks_mm):
        if place:
            yield f"G0 Z{style.length(tool.approach_mm)}"
            yield f"G0 Z{style.length(-(before - AGAIN_MM))}"
        yield f"G1 Z{style.length(-depth)} {feed}"
        before = depth
    if tool.dwell_s:
        yield f"G4 P{tool.dwell_s:.3g}"
    if tool.kind == "tap":
        # The spindle turns back and the tap comes out at its own pitch.
        yield "M4"
        yield f"G1 Z{style.length(tool.approach_mm)} {feed}"
        yield "M3"
    elif tool.kind in FED_OUT:
        yield f"G1 Z{style.length(tool.approach_mm)} {feed}"
    else:
        yield f"G0 Z{style.length(tool.approach_mm)}"


def _milled(sheet: Sheet, tool: ToolStep, style: Style) -> Iterator[str]:
    """A thread milled from the bottom up in one turn: a half circle in, a full turn that climbs one pitch, a half circle out."""
    pitch, radius = tool.job.cutter.pitch_mm or 1.0, (tool.job.hole.diameter_mm - tool.job.cutter.diameter_mm) / 2
    for x, y in sheet.points_mm:
        bottom = -tool.stop_mm
        yield f"G0 X{style.length(x)} Y{style.length(y)}"
        yield f"G0 Z{style.length(bottom)}"
        half = style.length(radius / 2)
        yield f"G3 X{style.length(x + radius)} Y{style.length(y)} I{half} J0. {_rate(tool, style)}"
        yield f"G3 X{style.length(x + radius)} Y{style.length(y)} Z{style.length(bottom + pitch)} I{style.length(-radius)} J0."
        yield f"G3 X{style.length(x)} Y{style.length(y)} I{style.length(-radius / 2)} J0."
        yield f"G0 Z{style.length(CLEAR_MM)}"


def _turned(sheet: Sheet, tool: ToolStep, style: Style) -> Iterator[str]:
    """One tool on the centre line of turning work, each stroke written out, feed per revolution."""
    feed = tool.feed_mm_rev / (MM_PER_INCH if style.units == "in" else 1.0)
    yield f"({plain(tool.words)})"
    yield f"T{tool.number:02d}{tool.number:02d}"
    yield f"S{tool.speed_rpm:.0f} M3"
    wet = "" if tool.job.machine.coolant.method == "dry" else " M8"
    yield f"G0 X0. Z{style.length(CLEAR_MM)}{wet}"
    yield from _strokes(tool, style, f"F{feed:.5f}".rstrip("0"))
    yield f"G0 Z{style.length(CLEAR_MM)} M9"
    yield "M5"
