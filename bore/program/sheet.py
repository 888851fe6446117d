"""What a program is written from: the tools of a plan in order, each with its checked job, and the places of the holes."""

from dataclasses import dataclass
from itertools import pairwise

from bore.base.formula import silent
from bore.check.depths import depths_of
from bore.job.job import Job
from bore.job.pecks import pecks_of
from bore.loads.assemble import columns_of

Point = tuple[float, float]
# The way left before a peck begins again, mm (common practice).
AGAIN_MM = 0.5
# Turns the edge stays on the bottom of a seat or a spot (common practice).
DWELL_TURNS = 2.0
DWELLS = ("mark", "counterbore", "countersink")


@dataclass(frozen=True, slots=True)
class ToolStep:
    """One tool of a program: its number, what it does, its job with the setting it was checked at."""

    number: int
    kind: str
    words: str
    job: Job

    @property
    def speed_rpm(self) -> float:
        """Spindle speed, rpm."""
        return self.job.setting.speed_rpm

    @property
    def feed_mm_rev(self) -> float:
        """Feed per revolution, mm; of a thread mill along the thread."""
        return self.job.setting.feed_mm_rev or 0.0

    @property
    def stop_mm(self) -> float:
        """Depth of the tip below the face at the end of the stroke, mm."""
        with silent():
            columns = columns_of(self.job)
            return float(columns.depth_mm) if self.kind == "mill" else depths_of(columns).stop_mm

    @property
    def pecks_mm(self) -> tuple[float, ...]:
        """Depths of the pecks below the face, mm, the last at the stop; of one that is not pecked the stop alone."""
        pecks = pecks_of(self.job)
        return (*pecks[:-1], self.stop_mm)

    @property
    def longest_peck_mm(self) -> float:
        """The longest way the tool goes between clearings, mm."""
        depths = (0.0, *self.pecks_mm)
        return max(after - before for before, after in pairwise(depths))

    @property
    def approach_mm(self) -> float:
        """How far above the face the feed begins, mm."""
        return self.job.setting.approach_mm

    @property
    def dwell_s(self) -> float:
        """How long it stays at the bottom, s."""
        return DWELL_TURNS * 60 / self.speed_rpm if self.kind in DWELLS else 0.0


@dataclass(frozen=True, slots=True)
class Sheet:
    """A program's tools and places; the machine's kind says how it is written."""

    name: str
    tools: tuple[ToolStep, ...]
    points_mm: tuple[Point, ...]
    machine_kind: str
