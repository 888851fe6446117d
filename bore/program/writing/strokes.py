"""Stroke by stroke into a hole, wherever a tool turns or the work does."""

from collections.abc import Iterator

from bore.program.sheet import AGAIN_MM, ToolStep
from bore.program.writing.words import Words


def strokes(words: Words, tool: ToolStep, above: str, feed: str) -> Iterator[str]:
    """Peck by peck to the stop: out to clear, back to just above where it stopped, on; and as long at the bottom as the step wants."""
    before = 0.0
    for place, depth in enumerate(tool.pecks_mm):
        if place:
            yield f"G0 Z{above}"
            yield f"G0 Z{words.length(tool.face_mm - before + AGAIN_MM)}"
        yield f"G1 Z{words.length(tool.face_mm - depth)} {feed}"
        before = depth
    if tool.dwell_s:
        yield f"G4 {words.dwell(tool.dwell_s)}"
