"""What a job's cut would be of: the names by which it is like other cuts. A cutter is known by its kind and size, a machine by its name."""

from bore.cuts.logged import Of
from bore.job.job import Job
from bore.schools.wear import LIFE_GONE


def of_job(job: Job, edge: str = "") -> Of:
    """The names of a job's cut; which edge of its cutter, where that is known."""
    family = f"{job.cutter.kind.id}·{job.cutter.substrate}"
    size = job.cutter.diameter_mm
    metal = job.material.id or job.material.name
    return Of(job.material.iso_group, metal, family, f"{family} {size:g}", edge, job.machine.name, size)


def used_of(job: Job) -> float:
    """How much of its edge's life is gone, by the word for its wear."""
    return LIFE_GONE[job.cutter.wear]
