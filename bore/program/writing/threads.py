"""A thread milled: from the bottom up, climbing into the wall and out of it, in as many passes as the plan has."""

from collections.abc import Iterator

from bore.job.thread_passes import pass_depths_mm, thread_passes
from bore.program.sheet import ToolStep
from bore.program.writing.words import Words

Point = tuple[float, float]


def milled(words: Words, tool: ToolStep, points: tuple[Point, ...], clear_mm: float) -> Iterator[str]:
    """Right-hand, internal, climbing: at each place, pass by pass, a helical quarter of a pitch in, a turn, a quarter out."""
    for place, point in enumerate(points):
        if place:
            yield f"G0 X{words.length(point[0])} Y{words.length(point[1])}"
        for left in offsets_mm(tool):
            yield from _pass(words, tool, point, radius_mm(tool) - left)
        yield f"G0 Z{words.length(clear_mm)}"


def radius_mm(tool: ToolStep) -> float:
    """How far the mill's centre goes round from the hole's, at the finished flank, mm."""
    return (tool.job.hole.diameter_mm - tool.job.cutter.diameter_mm) / 2


def offsets_mm(tool: ToolStep) -> tuple[float, ...]:
    """How far inside the finished path each pass goes, mm."""
    deep = (tool.job.hole.diameter_mm - tool.job.hole.start_diameter_mm) / 2
    return tuple(min(left, radius_mm(tool) - 0.05) for left in pass_depths_mm(deep, thread_passes(tool.job)))


def _pass(words: Words, tool: ToolStep, centre: Point, radius: float) -> Iterator[str]:
    pitch, bottom = tool.job.cutter.pitch_mm or 1.0, tool.face_mm - tool.stop_mm
    x, y = centre
    control = words.control
    # An offset that holds the whole radius would want a longer way in than the hole has room for: the centre's own path then.
    offset = f"G41 D{tool.number} " if control.compensation and control.d_holds == "wear" else ""
    half = (x + radius / 2, y)
    out = (x + radius, y)
    turn = (x + 3 * radius / 4, y)
    yield f"G0 Z{words.length(bottom)}"
    yield f"{offset}G1 X{words.length(half[0])} Y{words.length(y)} {words.rate(tool.rate_mm_min(control))}"
    yield from _climb(words, half, out, turn, bottom, bottom + pitch / 4)
    yield from _climb(words, out, out, centre, bottom + pitch / 4, bottom + 1.25 * pitch)
    yield from _climb(words, out, half, turn, bottom + 1.25 * pitch, bottom + 1.5 * pitch)
    yield f"{'G40 ' if offset else ''}G1 X{words.length(x)} Y{words.length(y)}"


def _climb(words: Words, start: Point, end: Point, centre: Point, from_mm: float, to_mm: float) -> Iterator[str]:
    lines = words.arc(3, start, end, centre, to_mm)
    middle = f" Z{words.length((from_mm + to_mm) / 2)}"
    yield from (line.replace("@MID", middle) for line in lines)
