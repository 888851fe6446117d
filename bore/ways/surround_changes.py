"""Changes round the cut: the mark, what lies behind, what holds the work, the magnet, coolant and pecks."""

from collections.abc import Iterator
from dataclasses import replace

from bore.check.evaluate import Result
from bore.job.columns import Columns
from bore.job.hole import Start
from bore.job.job import Job, Pecks
from bore.ways.candidate import PILOT_S, Candidate, changed_hole, changed_machine, changed_part

THICK_PLATE_MM = 25.0
# A hole shallower than this many diameters is not worth turning the work over for (common practice).
WORTH_TURNING_D = 2.0
# Below every other bother: hung up, the strap goes on before anything else.
STRAP_FIRST = -3.0
WETTER = {"dry": ("brush", "flood"), "brush": ("flood",), "mist": ("flood",)}
WET_WORDS = {"brush": "brush oil on", "flood": "flood it"}


def start_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """A mark for the point, a flat for a bad face."""
    hole = job.hole
    if hole.start.kind in ("none", "punch"):
        angle = max(90.0, job.cutter.point_angle_deg) if job.cutter.substrate == "carbide" else 90.0
        if job.machine.is_a.tailstock:
            yield changed_hole(job, "centre", "centre-drill it first", 1.5, start=Start(kind="centre", angle_deg=60.0))
        else:
            if hole.start.kind == "none":
                yield changed_hole(job, "punch", "punch it", 0.5, start=Start(kind="punch", angle_deg=90.0))
            yield changed_hole(job, "spot", f"spot it at {angle:.0f}°", 1.5, start=Start(kind="spot", angle_deg=angle))
    elif hole.start.kind == "spot" and hole.start.angle_deg < job.cutter.point_angle_deg:
        wide = job.cutter.point_angle_deg
        yield changed_hole(job, "spot", f"spot it wider, at {wide:.0f}°", 1.5, start=Start(kind="spot", angle_deg=wide))
    if hole.entry in ("angled", "curved", "concave"):
        yield changed_hole(job, "spot-face", "mill a flat first", 3.0, entry="flat", entry_angle_deg=0.0)
    if job.cutter.kind.needs_guide and hole.start.kind not in ("bush", "pilot"):
        yield changed_hole(job, "bush", "start it through a bush", 2.0, start=Start(kind="bush", angle_deg=90.0))
        yield changed_hole(
            job, "pilot-guide", "drill a pilot of its own size first, 1 to 3 D deep", 3.0, start=Start(kind="pilot", angle_deg=90.0)
        )


def around_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """A backing block, a clamped stack, a thick plate under the magnet, the hole from both sides."""
    hole = job.hole
    if hole.through and hole.behind != "backing":
        yield changed_hole(job, "backing", "back it with hard wood", 1.0, behind="backing")
    if len(hole.stack_mm) > 1 and not hole.stack_clamped:
        yield changed_hole(job, "clamp-stack", "clamp the plates together", 1.0, stack_clamped=True)
    if job.machine.magnet is not None and (hole.plate_thickness_mm or hole.depth_mm) < THICK_PLATE_MM:
        yield changed_hole(job, "thick-plate", "clamp a 25 mm plate under the magnet", 3.0, plate_thickness_mm=THICK_PLATE_MM, stack_mm=())
    if hole.through and not hole.stack_mm and hole.depth_mm >= WORTH_TURNING_D * hole.diameter_mm:
        # The second side still breaks through, into the first: only what goes by depth is any easier.
        half, plate = hole.depth_mm / 2, hole.plate_thickness_mm or hole.depth_mm
        words = f"drill it from both sides, {half:.4g} mm each"
        both = changed_hole(job, "both-sides", words, 4.0, depth_mm=half, plate_thickness_mm=plate)
        yield replace(both, added_s=PILOT_S)


def holding_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """A stop, clamps instead of hands."""
    held = job.holding
    if held.kind == "hand":
        yield changed_part(
            job,
            "holding",
            "clamp",
            "clamp it, with a stop on the left",
            1.0,
            {"kind": "clamps", "count": 2, "force_n": 5000.0, "arm_mm": 100.0, "stop": True},
        )
    elif not held.stop and held.kind in ("vice", "clamps"):
        yield changed_part(job, "holding", "stop", "put a stop on the left of it", 1.0, {"stop": True})
    if held.force_n and held.kind in ("vice", "clamps", "lathe-chuck"):
        yield changed_part(
            job, "holding", "tighten", f"hold it harder: {2 * held.force_n / 1000:.3g} kN", 1.0, {"force_n": 2 * held.force_n}
        )


def magnet_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """A clean face under the base, the strap on."""
    base = job.machine.magnet
    if base is None:
        return
    if base.surface != "bare" or base.gap_mm:
        yield changed_machine(
            job, "clean-plate", "scrape it to bare steel under the base", 2.0, magnet=replace(base, surface="bare", gap_mm=None)
        )
    if (strapped := strap_change(job)) is not None:
        yield strapped


def strap_change(job: Job) -> Candidate | None:
    """The strap that a magnet wants wherever it is not standing on its base; None where it has one, or needs none."""
    base = job.machine.magnet
    if base is None or base.orientation == "down" or base.strap:
        return None
    return changed_machine(job, "strap", "put the strap on", STRAP_FIRST, magnet=replace(base, strap=True))


def coolant_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """Oil where it was dry, flood where it was brushed; pecks where chips pack, none where they harm."""
    for method in WETTER.get(job.machine.coolant.method, ()):
        wetter = replace(job.machine.coolant, method=method)
        yield changed_machine(job, "coolant", WET_WORDS[method], 1.0 if method == "brush" else 1.5, coolant=wetter)
    if job.setting.pecks.kind == "none" and job.cutter.kind.may_peck and job.cutter.kind.packs:
        yield changed_part(
            job, "setting", "peck", "peck it, clearing the chips each time", 0.8, {"pecks": Pecks(kind="full", depths_mm=())}
        )
    if job.setting.pecks.kind != "none" and not job.cutter.kind.may_peck:
        yield changed_part(job, "setting", "no-pecks", "straight through, without pecks", 0.0, {"pecks": Pecks(kind="none", depths_mm=())})
