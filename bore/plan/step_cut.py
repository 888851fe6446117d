"""One step of a plan: a cutter that takes the hole from one size to another, at the best of the machine's real settings."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from bore.base.budget import look
from bore.base.formula import formula
from bore.base.immutable import immutable
from bore.check.best_setting import best_settings
from bore.check.depths import Depths, depths_of
from bore.check.evaluate import evaluate
from bore.check.held import held
from bore.job.cutter import SAME_SIZE_MM, Cutter
from bore.job.hole import Hole, Start
from bore.job.job import Job, Pecks
from bore.job.pecks import depths_of as peck_depths
from bore.job.pecks import peck_time_s, usual_school
from bore.limits import ALL_LIMITS, BY_ID
from bore.limits.judgement import TIGHT, failure_of
from bore.limits.motor import cut_time_s
from bore.loads.assemble import columns_of
from bore.plan.guides import is_guided

# Points that find their own centre want no mark.
SELF_CENTRING = ("self-centring", "sheet")


@immutable
class Cut:
    """What a cutter makes of a hole: the job it is, its verdict, its tightest limit, how far it is used, its time a hole, its stop."""

    job: Job
    verdict: int
    tightest: str
    use: float
    time_s: float
    depths: Depths

    @property
    def goes(self) -> bool:
        """Whether it holds or is tight."""
        return self.verdict <= TIGHT


@dataclass(slots=True)
class Cuts:
    """Every cut a plan has asked for, each worked out once: by start, size, cutter and, where it is not the hole's own, depth.

    starts_mm: sizes a hole may have on its way; a cutter asked for from one of them is worked out from all of them together.
    quickest: each as fast as it still holds, not as the book would set it.
    """

    base: Job
    quickest: bool = False
    known: dict[tuple[float, float, int, float | None], Cut] = field(default_factory=dict)
    starts_mm: tuple[float, ...] = ()

    def of(self, start_mm: float, size_mm: float, place: int, blind_mm: float | None = None) -> Cut:
        """A cutter of the yard, by its place, taking the hole from a start (0 is solid) to a size; to a depth of its own where one is
        given: a seat, a spot, a pilot that only guides."""
        key = (round(start_mm, 4), round(size_mm, 4), place, blind_mm)
        if key not in self.known:
            look()
            base = self.base if blind_mm is None else replace(self.base, hole=shallow(self.base, blind_mm))
            starts = self._together(start_mm, size_mm) if blind_mm is None else (start_mm,)
            job = job_of(base, base.yard.cutters[place].set_to(size_mm), start_mm, size_mm)
            for start, cut in zip(starts, cuts_of(job, starts, self.quickest), strict=True):
                self.known.setdefault((round(start, 4), key[1], place, blind_mm), cut)
        return self.known[key]

    def _together(self, start_mm: float, size_mm: float) -> tuple[float, ...]:
        """The starts that are worked out with one: solid metal stands alone."""
        if start_mm == 0 or start_mm not in self.starts_mm:
            return (start_mm,)
        return tuple(start for start in self.starts_mm if 0 < start < size_mm - SAME_SIZE_MM)


def wants_solid(cutter: Cutter) -> bool:
    """Whether a cutter must not open a hole that is there: an insert drill's centre wants metal. A ring cutter does not mind a small one."""
    return cutter.kind.wants_solid


def shallow(base: Job, depth_mm: float) -> Hole:
    """The hole taken only to a depth; of what was to be drilled through, the plate is what lies under it."""
    plate = base.hole.depth_mm if base.hole.through else base.hole.plate_thickness_mm
    return replace(base.hole, depth_mm=depth_mm, through=False, plate_thickness_mm=plate, stack_mm=())


def _start(base: Job, cutter: Cutter, start_mm: float) -> Start:
    if start_mm > 0:
        return Start(kind="pilot", angle_deg=base.hole.start.angle_deg)
    if base.hole.start.kind == "bush":
        return base.hole.start
    if not cutter.kind.drills:
        return Start(kind="none", angle_deg=90.0)
    if cutter.point in SELF_CENTRING or cutter.kind.starts_unmarked:
        return Start(kind="none", angle_deg=90.0)
    if cutter.kind.needs_guide and base.machine.is_a.drills_deep:
        return Start(kind="bush", angle_deg=90.0)
    if is_guided(base, cutter):
        return Start(kind="pilot", angle_deg=90.0)
    return Start(kind=base.machine.is_a.first_mark, angle_deg=90.0)


def job_of(base: Job, cutter: Cutter, start_mm: float, size_mm: float) -> Job:
    """The base job with one cutter, from one size to another, pecked as the metal and the coolant ask."""
    hole = replace(base.hole, diameter_mm=size_mm, start_diameter_mm=start_mm, start=_start(base, cutter, start_mm), tolerance_it=None)
    # A plan uses an insert drill on centre, whatever it was last set to.
    job = replace(base, hole=hole, cutter=replace(cutter, shift_mm=0.0), machine=held(base.machine, cutter))
    depths = peck_depths(usual_school(job), hole.depth_mm, size_mm)
    pecks = Pecks(kind="full", depths_mm=()) if len(depths) > 1 and cutter.kind.may_peck else Pecks(kind="none", depths_mm=())
    return replace(job, setting=replace(job.setting, pecks=pecks))


def cut_of(job: Job, quickest: bool = False) -> Cut:
    """A job at the best of its machine's real settings, worked out."""
    return cuts_of(job, (job.hole.start_diameter_mm,), quickest)[0]


def cuts_of(job: Job, starts_mm: Sequence[float], quickest: bool = False) -> list[Cut]:
    """A job from each of several holes that may be there before it, each at the best of its machine's real settings."""
    bests = best_settings(job, starts_mm, quickest)
    depths, pecking = depths_of(columns_of(bests[0].job)), peck_time_s(bests[0].job)
    return [Cut(one.job, one.verdict, ALL_LIMITS[one.tightest].id, one.use, one.time_s + pecking, depths) for one in bests]


@formula("Depth of a cone", "h = (mouth − hole) / 2 / tan(angle / 2)", "mm", "derived")
def cone_depth_mm(*, mouth_mm: float, hole_mm: float, angle_deg: float) -> float:
    """How deep a cone goes from a hole's width to its mouth's, mm.

    >>> round(cone_depth_mm(mouth_mm=12.0, hole_mm=10.0, angle_deg=90.0), 3), round(cone_depth_mm(mouth_mm=4.0, hole_mm=2.0, angle_deg=60.0), 3)
    (1.0, 1.732)
    """
    return (mouth_mm - hole_mm) / 2 / math.tan(math.radians(angle_deg / 2))


def cone_cut(cuts: Cuts, place: int, hole_mm: float, mouth_mm: float, depth_mm: float) -> Cut:
    """A cone used only as far as a mouth: it cuts no wider, so it is checked as a cutter of that width."""
    base = replace(cuts.base, hole=shallow(cuts.base, depth_mm))
    cutter = replace(base.yard.cutters[place], diameter_mm=mouth_mm)
    return cut_of(job_of(base, cutter, hole_mm, mouth_mm), cuts.quickest)


def cut_as_set(job: Job) -> Cut:
    """A job as it is set, worked out."""
    columns = columns_of(job)
    result = evaluate(columns)
    time = float(cut_time_s(columns, result.loads)) + peck_time_s(job)
    return Cut(job, int(result.verdict), ALL_LIMITS[int(result.tightest)].id, float(result.use), time, depths_of(columns))


def ladder_of(cut: Cut) -> dict[str, Any] | None:
    """The tightest limit of a cut as a bar: demand's band and the soft mark as shares of the hard one; None for a matter of kind."""
    judgement = evaluate(columns_of(cut.job)).findings[cut.tightest].judgement
    if judgement is None or judgement.demand is None or judgement.reason or not judgement.unit:
        return None
    hard = max(float(judgement.hard), 1e-12)
    marks = {"low": judgement.demand.low, "middle": judgement.demand.middle, "high": judgement.demand.high, "soft": judgement.soft}
    return {name: float(f"{min(float(value) / hard, 1e3):.4g}") for name, value in marks.items()} | {"unit": judgement.unit}


def reason_of(cut: Cut) -> str:
    """Why a cut does not go, or what is tight about it: the limit's own words, with the demand where it has one."""
    judgement = evaluate(columns_of(cut.job)).findings[cut.tightest].judgement
    failure = failure_of(BY_ID[cut.tightest], judgement)
    # What nothing is left to bear has no figure to be held against.
    if judgement is None or judgement.demand is None or not judgement.unit or float(judgement.hard) <= 0:
        return failure
    return f"{failure}, {_figure(judgement.demand.high)} {judgement.unit} of {_figure(judgement.hard)}"


def _figure(value: object) -> str:
    """Three figures, and no power of ten; what is next to nothing is nothing."""
    if abs(float(value)) < 1e-3:  # type: ignore[arg-type]
        return "0"
    return f"{float(f'{float(value):.3g}'):g}"  # type: ignore[arg-type]
