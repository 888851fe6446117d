"""A plan's own sheet as what a program is held against."""

from itertools import pairwise

from bore.job.thread_passes import thread_passes
from bore.machines.kinds import machine_kind
from bore.program.control import Control
from bore.program.readback.plan import WHIPS, Face, Planned, PlannedTool
from bore.program.sheet import Point, Sheet, ToolStep
from bore.program.state import SAME_MM, key_of

# The stop of a plan's tap counts its chamfer already.
CHAMFER_COUNTED = 0.0


def planned_of(sheet: Sheet) -> Planned:
    """Every tool of a sheet with its stop, speed, feed, pecks and holder; the places; the metal."""
    jobs = [tool.job for tool in sheet.tools]
    turns = machine_kind(sheet.machine_kind).lathe
    return Planned(
        places=None if turns else sheet.points_mm,
        zero=None if turns else sheet.control.work_offset,
        tools={tool.number: _tool(tool, sheet.control) for tool in reversed(sheet.tools)},
        elsewhere={} if turns else _elsewhere(sheet),
        faces=_faces(sheet),
        obstacles=sheet.obstacles or None,
        hardens=jobs[0].material.hardens,
        open_mm=sheet.tools[0].stop_mm if jobs[0].hole.start_diameter_mm > 0 else 0.0,
    )


def _elsewhere(sheet: Sheet) -> dict[tuple[int, Point], PlannedTool]:
    """What a tool does at each place, of those that do not do the same at every place of the sheet."""
    return {
        (tool.number, key_of(at)): _tool(tool, sheet.control)
        for tool in sheet.tools
        if sheet.of(tool.number) != (tool,) or tool.points_mm != sheet.points_mm
        for at in tool.points_mm
    }


def _faces(sheet: Sheet) -> tuple[Face, ...]:
    """The face at each place, where not every hole begins at the zero's."""
    heights = {at: tool.face_mm for tool in sheet.tools for at in tool.points_mm}
    if not any(heights.values()):
        return ()
    return tuple(Face(z=z, x=(x - SAME_MM, x + SAME_MM), y=(y - SAME_MM, y + SAME_MM)) for (x, y), z in heights.items())


def _tool(tool: ToolStep, control: Control) -> PlannedTool:
    job, cutter = tool.job, tool.job.cutter
    pecks = tool.pecks_mm
    gun = cutter.kind.needs_guide
    return PlannedTool(
        kind=WHIPS if gun else tool.kind,
        diameter_mm=cutter.diameter_mm,
        stop_mm=tool.stop_mm,
        speed_rpm=tool.turned_rpm(control),
        feed_mm_rev=tool.written_mm_rev(control),
        coolant=_coolant(tool),
        holder=job.machine.tapping if tool.kind == "tap" else None,
        pitch_mm=cutter.pitch_mm,
        chamfer_mm=None if job.hole.through else CHAMFER_COUNTED,
        passes=float(thread_passes(job)) if tool.kind == "mill" else None,
        pecks=job.setting.pecks.kind if len(pecks) > 1 else "none",
        longest_mm=max((after - before for before, after in pairwise((0.0, *pecks))), default=None),
        guide_mm=tool.guide_mm if gun else None,
        shift_mm=cutter.shift_mm,
        max_rpm=job.machine.holder.max_rpm,
    )


def _coolant(tool: ToolStep) -> str:
    """How its coolant reaches it: through it where it is made so, else over it; a brush is a hand's."""
    method = tool.job.machine.coolant.method
    if method in ("dry", "brush"):
        return "dry"
    return method if method != "through" or tool.job.cutter.coolant_through else "flood"
