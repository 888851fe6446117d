"""Where the crib ends: why no row of steps goes, and what to get so that one does."""

from bore.base.errors import BadInput, Problem
from bore.job.job import Job
from bore.machines.kinds import morse_size_for
from bore.quantities.drill_sizes import with_article

# A plain drill is had with a straight shank up to here, above it with a taper (common practice).
STRAIGHT_TO_MM = 13.0
# Flutes longer than this many diameters are not on a drill of the usual series (DIN 338, from memory).
USUAL_DEPTH_D = 8.0
# Limits that another tool of the size mends; the rest are the machine's (common practice).
OF_THE_TOOL = ("holder", "reach", "pack", "coolant", "wander", "buckle", "tolerance")


class CribEnds(BadInput):
    """No row goes with what is in the crib. `why` says the nearest miss, `to_get` what would do; together they are the problem's words."""

    def __init__(self, field: str, why: str, to_get: str) -> None:
        self.why, self.to_get = why, to_get
        super().__init__([Problem(field, f"{why}; to get: {to_get}")])


def shank_words(job: Job, diameter_mm: float) -> str:
    """The shank a tool of a size wants on a job's machine."""
    holder = job.machine.holder
    takes_mm = holder.capacity_mm or STRAIGHT_TO_MM
    in_chuck = holder.kind == "chuck" and not job.machine.is_a.tailstock
    if diameter_mm <= (takes_mm if in_chuck else STRAIGHT_TO_MM) or holder.kind in ("collet", "hydraulic", "shrink"):
        return "straight shank"
    if in_chuck:
        return f"shank turned down to {takes_mm:g} mm"
    if holder.kind == "side-lock" and not job.machine.is_a.lathe:
        return "shank with a flat"
    return f"Morse {morse_size_for(diameter_mm)} shank"


def drill_to_get(job: Job, diameter_mm: float, words: str = "twist drill") -> str:
    """A drill for a hole of a job: size, kind, length and shank."""
    long = job.hole.depth_mm > USUAL_DEPTH_D * diameter_mm
    length = f", extra long, flutes for {job.hole.depth_mm:g} mm" if long else ""
    return with_article(f"{diameter_mm:.4g} mm {words}{length}, {shank_words(job, diameter_mm)}")


def mends(job: Job, limit: str, diameter_mm: float) -> str:
    """What to get, or to do, where one limit stands in the way of every row (common practice)."""
    hole = job.hole
    if limit == "wander" and hole.entry != "flat":
        return "a flat to start on: mill or file one square to the drill, wider than the hole"
    if limit == "break-out" and hole.next_hole_mm is not None and hole.next_hole_mm < 2 * diameter_mm:
        return "metal in the neighbour: drill every second hole, plug it with the same metal, then drill the others; or mill a slot"
    if (
        limit == "break-out"
        and not hole.through
        and hole.plate_thickness_mm is not None
        and hole.plate_thickness_mm - hole.depth_mm < diameter_mm
    ):
        return "a floor that bears: ask for a through hole, a thicker plate, or less full thread (a bottoming tap wants least room)"
    if limit == "break-out":
        return "metal outside the edge: clamp a block of the same metal against it and drill the two as one"
    return drill_to_get(job, diameter_mm) if limit in OF_THE_TOOL else "time on a machine that bears it: try any machine"
