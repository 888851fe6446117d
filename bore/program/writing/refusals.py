"""What is refused instead of written, each with what to say so that it can be."""

import math
from itertools import combinations

from bore.base.errors import BadInput
from bore.check.evaluate import evaluate
from bore.limits.judgement import TIGHT
from bore.loads.assemble import columns_of
from bore.machines.kinds import machine_kind, machine_kinds
from bore.program.sheet import Point, Sheet, ToolStep

STYLES, UNITS = ("cycles", "moves"), ("mm", "in")
# Holes nearer than this share of their width run into each other.
TOUCHING = 1.0


def refuse_unsafe(sheet: Sheet) -> None:
    """Raises BadInput for the first thing that would make the program unsafe, or not this machine's."""
    kind = machine_kind(sheet.machine_kind)
    if not kind.programmed:
        programmed = ", ".join(one.id for one in machine_kinds().values() if one.programmed)
        raise BadInput.at("machine.kind", f"a {kind.words} runs no program; accepted: {programmed}")
    if sheet.control.codes is None:
        raise BadInput.at(
            "control.codes", "is needed: in one code system G90 is a cycle and in the other a mode; accepted: turning-a, turning-b"
        )
    if not sheet.zero:
        raise BadInput.at("zero", "is needed: where the program's zero lies, in words, as “left front corner, top face”")
    _places(sheet)
    for tool in sheet.tools:
        _step(sheet, tool)


def _places(sheet: Sheet) -> None:
    if not all(tool.points_mm for tool in sheet.tools):
        raise BadInput.at("points_mm", "is needed: where the holes lie from the zero; accepted: pairs of x and y")
    if sheet.count > len(sheet.points_mm):
        raise BadInput.at("points_mm", f"{sheet.count} holes and places for {len(sheet.points_mm)}: say where each lies")
    turning = machine_kind(sheet.machine_kind).lathe
    if turning and (len(sheet.points_mm) > 1 or math.dist(sheet.points_mm[0], (0.0, 0.0)) > 1e-6):
        raise BadInput.at("points_mm", "on turning work the hole lies on the centre line; accepted: one place, 0, 0")
    widths: dict[Point, float] = {}
    for tool in sheet.tools:
        if len(set(tool.points_mm)) < len(tool.points_mm):
            raise BadInput.at("points_mm", f"two places of {tool.words} are one: they overlap")
        for point in tool.points_mm:
            widths[point] = max(widths.get(point, 0.0), tool.job.hole.diameter_mm)
    for (one, wide), (other, wider) in combinations(widths.items(), 2):
        if math.dist(one, other) < TOUCHING * (wide + wider) / 2:
            first, second = (sheet.points_mm.index(point) + 1 for point in (one, other))
            words = f"places {first} and {second} overlap: {math.dist(one, other):.4g} mm apart, {wide:g} and {wider:g} mm wide"
            raise BadInput.at("points_mm", words)


def _step(sheet: Sheet, tool: ToolStep) -> None:
    at, job, cutter = f"steps[{tool.place}]", tool.job, tool.job.cutter
    result = evaluate(columns_of(job))
    if int(result.verdict) > TIGHT:
        raise BadInput.at(at, f"{tool.words} does not hold: it is not written until it does")
    if tool.face_mm and machine_kind(sheet.machine_kind).lathe:
        raise BadInput.at(f"{at}.face_mm", "on turning work every hole begins at the face; accepted: 0")
    if cutter.kind.adjusts and machine_kind(sheet.machine_kind).lathe:
        raise BadInput.at(at, "a bar on a lathe stands off the centre line by half the bore: set and written by hand, after measuring")
    wants_through = cutter.kind.needs_guide or (cutter.coolant_through and job.machine.coolant.method == "through")
    if wants_through and sheet.control.coolant["through"] is None:
        raise BadInput.at("control.coolant.through", f"{tool.words} wants coolant through it, and its M code was not said")
    if cutter.kind.needs_guide and job.hole.start.kind != "bush" and tool.guide_mm is None:
        raise BadInput.at(
            at, f"{tool.words}: a gun drill turns only inside its guide, and no guide hole is in this program; the pilot first"
        )
    if tool.kind == "tap":
        _tap(sheet, tool, at)


def _tap(sheet: Sheet, tool: ToolStep, at: str) -> None:
    held = tool.job.machine.tapping
    if held in (None, "none"):
        raise BadInput.at("machine.tapping", f"{tool.words}: how the tap is held is not said; accepted: rigid, floating, friction, head")
    if machine_kind(sheet.machine_kind).lathe and held not in ("floating", "rigid"):
        raise BadInput.at("machine.tapping", f"{tool.words}: on turning work a tap goes in a floating or a rigid holder")
    if tool.job.hole.through is False and held == "floating":
        raise BadInput.at(at, f"{tool.words}: a floating holder runs on into the floor of a blind hole; friction, head or rigid")
