"""A plan as a program, in the forms its control takes; what is unsafe is refused, not written."""

from collections.abc import Iterator
from textwrap import wrap

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.machines.kinds import machine_kind
from bore.program.sheet import HandStep, Sheet, ToolStep
from bore.program.writing import milling, turning
from bore.program.writing.refusals import STYLES, UNITS, refuse_unsafe
from bore.program.writing.words import Words, numbered

__all__ = ["Style", "write"]
# Letters of a comment on one line of a control's small screen.
LINE = 64


@immutable
class Style:
    """How a program is written: cycles or plain moves, its units, and whether a cycle returns to where it began (98) or to R (99)."""

    how: str = "cycles"
    units: str = "mm"
    returns: int = 98


def write(sheet: Sheet, style: Style) -> str:
    """The program. Raises BadInput for what is not written: a machine that runs none, places, zero or code system not said, a step that does
    not hold, a tap whose holder is not said, a gun drill that nothing guides."""
    _checked(style)
    refuse_unsafe(sheet)
    if not sheet.tools:
        raise BadInput.at("steps", "has no step that a machine makes")
    words = Words(sheet.control, style.units == "in")
    turns = machine_kind(sheet.machine_kind).lathe
    lines = [*_head(sheet, words, turns), *_sections(sheet, words, style, turns)]
    lines += [*turning.home(words), "M30"] if turns else milling.end(words)
    text = [one for line in numbered(lines, sheet.control) for one in _apart(line, sheet.control.one_m_a_block)]
    return "%\n" + "\n".join(text) + "\n%\n"


def _checked(style: Style) -> None:
    if style.how not in STYLES:
        raise BadInput.at("style", f"accepted: {', '.join(STYLES)}")
    if style.units not in UNITS:
        raise BadInput.at("units", f"accepted: {', '.join(UNITS)}")
    if style.returns not in (98, 99):
        raise BadInput.at("returns", "accepted: 98 (to where it began), 99 (to the R plane)")


def _head(sheet: Sheet, words: Words, turns: bool) -> Iterator[str]:
    control = sheet.control
    if control.program_number != "none":
        digits = 4 if control.program_number == "O4" else 5
        yield f"O{int(control.program_value or 1):0{digits}d}"
    yield words.comment(sheet.name)
    yield words.comment(f"set-up {sheet.set_up}")
    yield words.comment(f"zero {'' if turns else control.work_offset + ': '}{sheet.zero}")
    if sheet.holding:
        yield words.comment(f"held: {sheet.holding}")
    yield words.comment(f"under it: {sheet.under}" if sheet.under else "look what lies under the work before anything goes through it")
    if sheet.opens_holes:
        yield words.comment("goes into holes that are there: measure them, find them before zero")
    for tool in sheet.tools:
        out = words.length(tool.job.cutter.free_length_mm)
        yield words.comment(f"T{tool.number} {tool.words}, stick-out {out}, stop {words.length(tool.stop_mm)}")
    if control.max_rpm and any(tool.speed_rpm > control.max_rpm for tool in sheet.tools):
        yield words.comment(f"S cut to {control.max_rpm:g}: this control takes no more")
    yield words.comment("settings are estimates: read it back, dry run, single block first")
    for line in wrap(f"assumed of the control: {', '.join(control.assumed)}" if control.assumed else "", LINE):
        yield words.comment(line)
    yield turning.safe_line(words) if turns else f"{'G20' if words.inch else 'G21'} G17 G40 G49 G80 G90 G94"


def _sections(sheet: Sheet, words: Words, style: Style, turns: bool) -> Iterator[str]:
    """Each tool's section, in order; where a hand works between, a stop that says what for."""
    numbers = list(dict.fromkeys(tool.number for tool in sheet.tools))
    staged = dict(zip(numbers, [*numbers[1:], numbers[0]], strict=True)) if numbers else {}
    clear_mm = max(milling.CLEAR_MM, sheet.tallest_mm + milling.OVER_ALL_MM)
    at = milling.Section(sheet, words, style.how, style.returns, clear_mm, staged)
    last: ToolStep | None = None
    for place, step in enumerate(sheet.steps):
        if isinstance(step, HandStep):
            last = None
            if place and any(isinstance(later, ToolStep) for later in sheet.steps[place + 1 :]):
                yield "M0"
                yield words.comment(f"by hand: {step.words}")
            continue
        still_in = last is not None and last.number == step.number
        last = step
        if place and not still_in and sheet.control.optional_stop == "M1":
            yield "M1"
        yield from turning.section(sheet, step, words) if turns else milling.section(at, step, still_in)


def _apart(line: str, one_m: bool) -> list[str]:
    """A block whose M words stand alone, where the control takes one of them."""
    parts = line.split(" ")
    switches = [part for part in parts if part.startswith("M") and part[1:].isdigit()]
    if not one_m or len(switches) < 2 or line.startswith(("(", ";")):
        return [line]
    rest = " ".join(part for part in parts if part not in switches)
    return [*([rest] if rest else []), *switches]
