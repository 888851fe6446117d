"""One check of one job: the verdict, the limits, the figures and their working."""

from bore.base.formula import Record, enter, recording
from bore.base.immutable import immutable
from bore.check.depths import Depths, depths_of
from bore.check.evaluate import Finding, Result, evaluate
from bore.cutters.registry import family_of
from bore.job.columns import Columns
from bore.job.job import Job
from bore.job.pecks import peck_time_s
from bore.limits import ALL_LIMITS
from bore.limits.judgement import CANNOT, GIVES_WAY, UNKNOWN
from bore.limits.motor import cut_time_s
from bore.loads.assemble import columns_of
from bore.mechanics import kinematics


@immutable
class Kinematics:
    """Speeds, chip and time of the cut, pecks counted; None where the drill does not bite."""

    cutting_speed_m_min: float
    feed_rate_mm_min: float | None
    removal_cm3_min: float | None
    chip_thickness_mm: float | None
    point_length_mm: float
    cut_time_s: float | None
    peck_time_s: float | None


@immutable
class Check:
    """A job, everything found about it, and the record of how."""

    job: Job
    columns: Columns
    result: Result
    kinematics: Kinematics
    record: Record
    depths: Depths

    @property
    def bites(self) -> bool:
        """Whether the drill cuts at all."""
        return bool(self.result.loads.bites)

    @property
    def ranked(self) -> list[str]:
        """Limit ids, worst first; unknown ones after those that speak, those that do not apply last."""
        places = {name: (-found.verdict, -found.use) for name, found in self.result.findings.items()}
        # Those that stand alike stay in the limits' own order.
        return sorted(places, key=places.__getitem__)

    @property
    def tightest(self) -> str:
        """Id of the tightest limit."""
        return ALL_LIMITS[int(self.result.tightest)].id

    @property
    def first_to_give(self) -> str | None:
        """Id of the first limit that gives way or can't, or None."""
        return self.tightest if int(self.result.verdict) in (GIVES_WAY, CANNOT) else None

    @property
    def unknown(self) -> int:
        """How many limits lack what they need."""
        return sum(found.verdict == UNKNOWN for found in self.result.findings.values())

    def finding(self, limit_id: str) -> Finding:
        """What one limit found."""
        return self.result.findings[limit_id]


def _kinematics(job: Job, columns: Columns, result: Result) -> Kinematics:
    enter("kinematics")
    speed, point = columns.cutting_speed_m_min, columns.point_length_mm
    if not result.loads.bites:
        return Kinematics(float(speed), None, None, None, float(point), None, None)
    feed = result.loads.feed_mm_rev
    removal = family_of(columns.family).removal_mm3_min(columns, feed, columns.speed_rpm)
    chip = None
    if columns.family.axial_chip:
        chip = float(kinematics.chip_thickness_mm(feed_mm_rev=feed, edges=columns.edges, point_angle_deg=columns.point_angle_deg))
    rate = kinematics.feed_rate_mm_min(feed_mm_rev=feed, speed_rpm=columns.speed_rpm)
    time = cut_time_s(columns, result.loads)
    pecks = peck_time_s(job)
    return Kinematics(float(speed), float(rate), float(removal) / 1000, chip, float(point), float(time) + pecks, pecks)


def check(job: Job, recorded: bool = True) -> Check:
    """Check a job against every limit; with the working of every figure kept, unless only the answer is wanted."""
    if not recorded:
        return _checked(job, Record())
    with recording() as record:
        return _checked(job, record)


def _checked(job: Job, record: Record) -> Check:
    columns = columns_of(job)
    result = evaluate(columns)
    return Check(job, columns, result, _kinematics(job, columns, result), record, depths_of(columns))
