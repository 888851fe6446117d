"""One step of a plan: a cutter that takes the hole from one size to another, at the best of the machine's real settings."""

from dataclasses import dataclass, field, replace

from bore.columns import columns_of
from bore.cutters.cutter import Cutter
from bore.evaluate import evaluate
from bore.hole import Start
from bore.job import Job, Pecks
from bore.limits import ALL_LIMITS, BY_ID
from bore.limits.judgement import TIGHT
from bore.limits.motor import cut_time_s
from bore.machines.machine import Machine
from bore.plan.depths import Depths, depths_of
from bore.plan.pecks import depths_of as peck_depths
from bore.plan.pecks import peck_time_s, usual_school
from bore.settings import best_setting

# How the point is first guided, by kind of machine: a punch mark where nothing else is said.
STARTS = {"lathe": "centre", "turning-centre": "centre", "machining-centre": "spot", "gun-drilling": "bush"}
# Points that find their own centre want no mark.
SELF_CENTRING = ("self-centring", "sheet")
# The drill chuck on a taper arbor that stands beside every machine with a Morse socket, and its top speed (common practice).
CHUCK_MM, CHUCK_RPM = 16.0, 3000.0
UNGUIDED = ("annular", "indexable")


@dataclass(frozen=True, slots=True)
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
    """Every cut a plan has asked for, each worked out once: by start, size and cutter."""

    base: Job
    known: dict[tuple[float, float, int], Cut] = field(default_factory=dict)

    def of(self, start_mm: float, size_mm: float, place: int) -> Cut:
        """A cutter of the yard, by its place, taking the hole from a start (0 is solid) to a size."""
        key = (round(start_mm, 4), round(size_mm, 4), place)
        if key not in self.known:
            self.known[key] = cut_of(job_of(self.base, self.base.yard.cutters[place], start_mm, size_mm))
        return self.known[key]


def _start(base: Job, cutter: Cutter, start_mm: float) -> Start:
    if start_mm > 0:
        return Start(kind="pilot", angle_deg=base.hole.start.angle_deg)
    if cutter.point in SELF_CENTRING or cutter.family in UNGUIDED or cutter.family == "replaceable-tip":
        return Start(kind="none", angle_deg=90.0)
    if cutter.family == "gun":
        return Start(kind="pilot" if base.machine.kind != "gun-drilling" else "bush", angle_deg=90.0)
    return Start(kind=STARTS.get(base.machine.kind, "punch"), angle_deg=90.0)


def held(machine: Machine, cutter: Cutter) -> Machine:
    """The machine as it holds a cutter: one with a Morse socket takes plain shanks in its drill chuck, as any such machine has one."""
    small = cutter.shank == "straight" and cutter.shank_diameter_mm <= CHUCK_MM and cutter.family != "annular"
    if machine.holder.kind != "morse" or not small:
        return machine
    chuck = replace(machine.holder, kind="chuck", size=None, capacity_mm=CHUCK_MM, grip="keyed", tang_engaged=True, max_rpm=CHUCK_RPM)
    return replace(machine, holder=chuck)


def job_of(base: Job, cutter: Cutter, start_mm: float, size_mm: float) -> Job:
    """The base job with one cutter, from one size to another, pecked as the metal and the coolant ask."""
    hole = replace(base.hole, diameter_mm=size_mm, start_diameter_mm=start_mm, start=_start(base, cutter, start_mm), tolerance_it=None)
    # A plan uses an insert drill on centre, whatever it was last set to.
    job = replace(base, hole=hole, cutter=replace(cutter, shift_mm=0.0), machine=held(base.machine, cutter))
    depths = peck_depths(usual_school(job), hole.depth_mm, size_mm)
    pecks = Pecks(kind="full", depths_mm=()) if len(depths) > 1 and cutter.kind.may_peck else Pecks(kind="none", depths_mm=())
    return replace(job, setting=replace(job.setting, pecks=pecks))


def cut_of(job: Job) -> Cut:
    """A job at the best of its machine's real settings, worked out."""
    best = best_setting(job)
    columns = columns_of(best.job)
    result = evaluate(columns)
    name = ALL_LIMITS[int(result.tightest)].id
    time = float(cut_time_s(columns, result.loads)) + peck_time_s(best.job)
    return Cut(best.job, int(result.verdict), name, float(result.use), time, depths_of(columns))


def reason_of(cut: Cut) -> str:
    """Why a cut does not go, or what is tight about it: the limit's own words, with the demand where it has one."""
    failure = BY_ID[cut.tightest].failure
    judgement = evaluate(columns_of(cut.job)).findings[cut.tightest].judgement
    if judgement is None or judgement.demand is None or not judgement.unit:
        return failure
    return f"{failure}, {_figure(judgement.demand.high)} {judgement.unit} of {_figure(judgement.hard)}"


def _figure(value: object) -> str:
    """Three figures, and no power of ten."""
    return f"{float(f'{float(value):.3g}'):g}"  # type: ignore[arg-type]
