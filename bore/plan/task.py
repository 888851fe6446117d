"""What is to be planned: the hole as drawn with its seats, on a job's machine; and what is wanted of the plan."""

from collections.abc import Callable
from dataclasses import field

from bore.base.immutable import immutable
from bore.job.job import Job
from bore.plan.callout import Drawn
from bore.plan.cost import Money
from bore.plan.seats import Seat

# What is asked for, as it is offered and as a plan then says it is.
WANT_LABELS = {"usual": "as most would", "quickest": "quickest", "fewest": "fewest tools", "gentlest": "gentlest", "cheapest": "cheapest"}
WANT_WORDS = {
    "usual": "as most would do it",
    "quickest": "the quickest",
    "fewest": "the fewest tools",
    "gentlest": "the gentlest",
    "cheapest": "the cheapest",
}
THREADS = ("any", "tap", "mill")
WANTS = tuple(WANT_LABELS)
Progress = Callable[[int], bool]


@immutable
class Task:
    """A hole to be planned. base: its depth as drawn, metal, machine, holding; its yard's cutters are the crib. there_mm: how wide the hole
    is that is there already, through the same metal; 0 where it is solid."""

    base: Job
    drawn: Drawn
    seats: tuple[Seat, ...] = ()
    thread: str = "any"
    money: Money = field(default_factory=Money)
    there_mm: float = 0.0

    @property
    def flat(self) -> bool:
        """Whether its blind end is to be flat."""
        return not self.base.hole.through and (self.drawn.flat or self.base.hole.bottom == "flat")


@immutable
class Wish:
    """What is wanted of a plan: by what it is judged, sizes that must and that must not be in it, the family that drills the last step, whether it must
    leave a flat floor, whether a narrower hole is there already, into which nothing may go that wants solid metal."""

    want: str = "usual"
    pinned_mm: tuple[float, ...] = ()
    without_mm: tuple[float, ...] = ()
    family: str | None = None
    flat_end: bool = False
    into_hole: bool = False
    progress: Progress | None = None


@immutable
class Finisher:
    """What finishes the hole: its kind, its place in the crib (None: the hand's or a boring bar's), and how much deeper a blind hole is
    drilled for it, mm."""

    kind: str
    place: int | None
    room_mm: float
    why: str
