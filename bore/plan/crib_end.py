"""Where the crib ends: why no row of steps goes, and what to get so that one does."""

from collections.abc import Callable
from dataclasses import replace
from functools import cached_property

from bore.base.errors import BadInput, Problem
from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.check.to_get import cutters_to_get, to_get_words
from bore.job.cutter import SAME_SIZE_MM, Cutter
from bore.job.job import Job
from bore.plan.step_cut import cut_of, job_of

# A drill that does not go from solid goes from a hole of this share of it.
OPENED_FROM = 0.5
ELSEWHERE = "time on a machine that bears it: try any machine"


@immutable
class Remedy:
    """What would do: a cutter (`to_get`), or something else; and whether a crib's record can say what it is (a reamer's has no fit but H7)."""

    words: str
    to_get: bool = True
    recorded: bool = True

    @property
    def sentence(self) -> str:
        """Introduced by which of the two it is."""
        return f"{'to get' if self.to_get else 'what would do'}: {self.words}"

    @property
    def for_crib(self) -> str:
        """The cutter to get, as the crib reads its name; empty where it is something else."""
        return self.words if self.to_get and self.recorded else ""


class CribEnds(BadInput):
    """No row goes with what is in the crib: `why` says the nearest miss, `remedy` what would do; together they are the problem's words.
    The remedy is looked for only when somebody reads it: most who try a way go on to the next."""

    def __init__(self, field: str, why: str, remedy: Remedy | Callable[[], Remedy]) -> None:
        self.field, self.why, self._remedy = field, why, remedy
        super().__init__([Problem(field, why)])

    @cached_property
    def remedy(self) -> Remedy:
        """What would do."""
        return self._remedy if isinstance(self._remedy, Remedy) else self._remedy()

    @property
    def problems(self) -> tuple[Problem, ...]:
        """The one problem, with its remedy."""
        return (Problem(self.field, f"{self.why}; {self.remedy.sentence}"),)

    def __str__(self) -> str:
        """As any bad input says itself."""
        return f"{self.field}: {self.problems[0].message}"


def no_way(job: Job, why: str, limit: str | None, diameter_mm: float) -> CribEnds:
    """No row goes: for one limit that stands in the way of all of them, or (None) because no cutter of the crib makes the size. What would
    do is what the metal around wants, else oil on a dry machine's work, else the plainest cutter nobody has that goes on the machine, else
    another machine."""

    def remedy() -> Remedy:
        if limit and (around := _around(job, limit, diameter_mm)):
            return Remedy(around, to_get=False)
        sized = replace(job, hole=replace(job.hole, diameter_mm=diameter_mm))
        if limit == "burn" and _goes_oiled(sized):
            return Remedy("cutting oil, brushed on as it is drilled: this machine is set down as dry", to_get=False)
        found = next((one for one in cutters_to_get(sized, for_a_plan=True) if _goes_with(sized, one)), None)
        return Remedy(ELSEWHERE, to_get=False) if found is None else Remedy(to_get_words(found, job.hole.depth_mm))

    return CribEnds("plan.hole", why, remedy)


def _goes_with(job: Job, cutter: Cutter) -> bool:
    """Whether the hole goes with one cutter: from solid, or from a hole half as wide, as a row of steps would lead to it."""
    starts = (0.0, OPENED_FROM * cutter.diameter_mm) if cutter.kind.opens_out else (0.0,)
    with silent():
        return any(cut_of(job_of(job, cutter, start, cutter.diameter_mm)).goes for start in starts)


def _goes_oiled(job: Job) -> bool:
    """Whether a drill of the crib makes the hole once a dry machine's work is oiled."""
    if job.machine.coolant.method != "dry":
        return False
    oiled = replace(job, machine=replace(job.machine, coolant=replace(job.machine.coolant, method="brush")))
    of_size = (one for one in job.yard.cutters if one.kind.ends_a_row and abs(one.diameter_mm - job.hole.diameter_mm) <= SAME_SIZE_MM)
    return any(_goes_with(oiled, one) for one in of_size)


def _around(job: Job, limit: str, diameter_mm: float) -> str:
    """What to do where the metal around the hole is what is missing (common practice); empty where it is not."""
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
    return ""
