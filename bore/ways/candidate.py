"""One change to a job: what it is, the job it makes, the fields it changes, how much bother it is."""

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from bore.base.immutable import immutable
from bore.job.cutter import Cutter
from bore.job.job import Job

# A pilot is drilled in about this long, tool changes counted; the work is turned over as quickly, s (common practice).
PILOT_S = 60.0


@immutable
class Candidate:
    """One change: its kind, its sentence, the job it makes, the fields it changes (values, or whole records), how much
    bother it is, the time it adds."""

    kind: str
    sentence: str
    job: Job
    changes: Mapping[str, Any]
    bother: float
    added_s: float = 0.0
    tool_change: bool = False


def changed_hole(job: Job, kind: str, sentence: str, bother: float, **changes: Any) -> Candidate:
    """A change of the hole's own fields."""
    return Candidate(
        kind, sentence, replace(job, hole=replace(job.hole, **changes)), {f"hole.{name}": value for name, value in changes.items()}, bother
    )


def changed_part(job: Job, part: str, kind: str, sentence: str, bother: float, changes: dict[str, Any]) -> Candidate:
    """A change of some fields of a part of the job."""
    changed = replace(job, **{part: replace(getattr(job, part), **changes)})
    return Candidate(kind, sentence, changed, {f"{part}.{name}": value for name, value in changes.items()}, bother)


def changed_machine(job: Job, kind: str, sentence: str, bother: float, **parts: Any) -> Candidate:
    """A change of some parts of the machine."""
    changed = replace(job, machine=replace(job.machine, **parts))
    return Candidate(kind, sentence, changed, {f"machine.{name}": value for name, value in parts.items()}, bother)


def changed_cutter(job: Job, kind: str, sentence: str, bother: float, cutter: Cutter, **changes: Any) -> Candidate:
    """Another cutter, or the same one ground otherwise."""
    return Candidate(kind, sentence, replace(job, cutter=cutter), changes, bother, tool_change=True)
