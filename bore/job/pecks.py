"""Peck schedules, by how chips and coolant are dealt with; the schools of thought side by side."""

from functools import cache
from itertools import pairwise

from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.job.job import Job
from bore.machines.kinds import HAND_FEEDS
from bore.materials.material import gummy

MOST_PECKS = 400
# A retract at rapid, or by hand; the dwell before going on (common practice).
RETRACT_S, HAND_RETRACT_S, DWELL_S = 1.0, 3.0, 0.5


@immutable
class School:
    """One way of pecking: how deep before the first, then how far each time, and the least it shrinks to, in diameters."""

    id: str
    words: str
    first_d: float
    then_d: float
    least_d: float
    source: str


@immutable
class Schedule:
    """A school and the depth of each of its pecks for a hole, mm below the face."""

    school: School
    depths_mm: tuple[float, ...]


@cache
def all_schools() -> tuple[School, ...]:
    """Every school of pecking."""
    found = []
    for row in rows("peck_schools.csv"):
        source(row["source"])
        found.append(School(row["id"], row["words"], float(row["first_d"]), float(row["then_d"]), float(row["least_d"]), row["source"]))
    return tuple(found)


def depths_of(school: School, depth_mm: float, diameter_mm: float) -> tuple[float, ...]:
    """Depths of the pecks, mm; the last is the hole's own. A hole no deeper than the first peck needs none.

    >>> depths_of(School("", "", 3, 1, 1, ""), 50.0, 10.0)
    (30.0, 40.0, 50.0)
    """
    if depth_mm <= school.first_d * diameter_mm:
        return (depth_mm,)
    depths, step = [school.first_d * diameter_mm], school.then_d
    while depths[-1] < depth_mm - 1e-9 and len(depths) < MOST_PECKS:
        depths.append(min(depths[-1] + step * diameter_mm, depth_mm))
        step = max(step * 0.9, school.least_d)
    return tuple(round(depth, 3) for depth in depths)


def usual_school(job: Job) -> School:
    """The school a job goes by: none through coolant, flood, or hand and brush; shorter in gummy metal."""
    method, schools = job.machine.coolant.method, {school.id: school for school in all_schools()}
    if not job.cutter.kind.may_peck or (method == "through" and job.cutter.coolant_through):
        return schools["straight"]
    if gummy(job.material):
        return schools["gummy"]
    return schools["flood" if method == "flood" else "brush"]


def what_decides(job: Job) -> tuple[str, bool, float, float]:
    """What its schedules follow from: the usual school, whether there are others, the hole's depth and diameter in mm."""
    return usual_school(job).id, job.cutter.kind.may_peck, job.hole.depth_mm, job.hole.diameter_mm


def worked_out(usual: str, with_others: bool, depth_mm: float, diameter_mm: float) -> tuple[Schedule, ...]:
    """Every school's schedule for a hole, the usual one first; without the others that one alone."""
    ordered = sorted(all_schools(), key=lambda school: school.id != usual)
    return tuple(Schedule(school, depths_of(school, depth_mm, diameter_mm)) for school in (ordered if with_others else ordered[:1]))


def pecks_of(job: Job) -> tuple[float, ...]:
    """The pecks a job is drilled with: those given, else the usual school's when it is pecked at all; none else."""
    pecks = job.setting.pecks
    if pecks.kind == "none":
        return (job.hole.depth_mm,)
    if pecks.depths_mm:
        given = sorted(depth for depth in set(pecks.depths_mm) if depth < job.hole.depth_mm)
        return (*given, job.hole.depth_mm)
    return depths_of(usual_school(job), job.hole.depth_mm, job.hole.diameter_mm)


def longest_peck_mm(job: Job) -> float:
    """How deep chips pile up before the flutes are cleared, mm: the depth itself where the first peck starts there,
    a full retract clears all, a chip-break half."""
    depths = pecks_of(job)
    steps = [depths[0], *(after - before for before, after in pairwise(depths))]
    cleared = max(steps)
    if job.setting.pecks.kind == "full":
        return cleared
    # A chip-break leaves half of what was there.
    standing = 0.0
    worst = 0.0
    for step in steps:
        standing += step
        worst = max(worst, standing)
        standing /= 2
    return worst if job.setting.pecks.kind == "chip-break" else job.hole.depth_mm


def peck_time_s(job: Job) -> float:
    """Time lost to pecks, s: a retract and a dwell each; a chip-break only dwells."""
    return max(len(pecks_of(job)) - 1, 0) * retract_time_s(job)


def retract_time_s(job: Job) -> float:
    """Time one peck loses, s."""
    if job.setting.pecks.kind == "chip-break":
        return DWELL_S
    return DWELL_S + (HAND_RETRACT_S if job.machine.feed.kind in HAND_FEEDS else RETRACT_S)
