"""The schools of pecking, worked out for a hole, as an answer."""

from functools import lru_cache

from bore.answers.shape import number
from bore.base.immutable import outgoing
from bore.base.sources import source
from bore.job.job import Job
from bore.job.pecks import Schedule, what_decides, worked_out


@outgoing
class PeckSchedule:
    """One school of pecking, worked out for the hole; the usual one comes first."""

    id: str
    words: str
    depths_mm: list[float]
    source: str


def peck_schedules(job: Job) -> list[PeckSchedule]:
    """Every school's schedule for a job's hole, the usual one first."""
    return list(_pecks(*what_decides(job)))


@lru_cache(maxsize=256)
def _pecks(usual: str, with_others: bool, depth_mm: float, diameter_mm: float) -> tuple[PeckSchedule, ...]:
    """A hole stays while its speed and feed are tried."""
    return tuple(_schedule(one) for one in worked_out(usual, with_others, depth_mm, diameter_mm))


def _schedule(schedule: Schedule) -> PeckSchedule:
    school = schedule.school
    depths = [number(depth) for depth in schedule.depths_mm]
    return PeckSchedule(id=school.id, words=school.words, depths_mm=depths, source=source(school.source).title)
