"""What a program is written from: the tools of a plan in order, each with its checked job, and the places of the holes."""

from dataclasses import field
from itertools import pairwise

from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.check.depths import depths_of
from bore.job.job import Job
from bore.job.obstacle import Obstacle
from bore.job.pecks import pecks_of
from bore.loads.assemble import columns_of
from bore.program.control import Control

Point = tuple[float, float]
# The way left before a peck begins again, mm (common practice).
AGAIN_MM = 0.5
# Turns the edge stays on the bottom of a seat or a spot (common practice).
DWELL_TURNS = 2.0
DWELLS = ("counterbore", "countersink")


@immutable
class HandStep:
    """What a hand does between two tools."""

    kind: str
    words: str


@immutable
class ToolStep:
    """One tool of a program at one setting: its number, what it does, its job with the setting it was checked at, where; its place among the
    steps asked for; how deep the hole is that guides it, mm, where one was made for it."""

    number: int
    kind: str
    words: str
    job: Job
    points_mm: tuple[Point, ...]
    place: int = 0
    guide_mm: float | None = None
    # The height of the face its holes begin at, above the zero's, mm.
    face_mm: float = 0.0

    @property
    def speed_rpm(self) -> float:
        """Spindle speed, rpm."""
        return self.job.setting.speed_rpm

    @property
    def feed_mm_rev(self) -> float:
        """Feed per revolution, mm; of a thread mill along the thread."""
        return self.job.setting.feed_mm_rev or 0.0

    def turned_rpm(self, control: Control) -> float:
        """The speed as it is written, rpm: whole, and no faster than the control takes."""
        return float(round(min(self.speed_rpm, control.max_rpm or self.speed_rpm)))

    def rate_mm_min(self, control: Control) -> float:
        """Feed rate of the tool's centre, mm/min; a thread mill's centre runs on the smaller circle."""
        rate = self.feed_mm_rev * self.turned_rpm(control)
        if self.kind == "mill":
            wide = self.job.hole.diameter_mm
            rate *= (wide - self.job.cutter.diameter_mm) / wide
        return min(rate, control.max_feed_mm_min or rate) if self.kind != "tap" else rate

    def written_mm_rev(self, control: Control) -> float:
        """The feed by the turn that comes of the speed and the rate as they are written, mm; of a thread mill along the thread."""
        rate = self.rate_mm_min(control)
        if self.kind == "mill":
            wide = self.job.hole.diameter_mm
            rate *= wide / (wide - self.job.cutter.diameter_mm)
        return rate / self.turned_rpm(control)

    def wet(self, control: Control) -> int | None:
        """The M code of its coolant; None where it cuts dry, or has it laid on by hand."""
        method = self.job.machine.coolant.method
        way = {"mist": "mist", "flood": "flood", "through": "through" if self.job.cutter.coolant_through else "flood"}.get(method)
        return None if way is None else control.coolant[way]

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
        """How long it stays at the bottom, s; not at all in metals that harden under it."""
        if self.kind not in DWELLS or self.job.material.hardens:
            return 0.0
        return DWELL_TURNS * 60 / self.speed_rpm


@immutable
class Sheet:
    """A program's steps, and every place one of them works at; the machine's kind and control say how it is written. zero: where it lies, in
    words."""

    name: str
    steps: tuple[ToolStep | HandStep, ...]
    points_mm: tuple[Point, ...]
    machine_kind: str
    control: Control = field(default_factory=Control)
    zero: str = ""
    set_up: str = "1 of 1"
    holding: str = ""
    under: str = ""
    count: int = 1
    obstacles: tuple[Obstacle, ...] = ()

    @property
    def tools(self) -> tuple[ToolStep, ...]:
        """The steps a machine makes."""
        return tuple(step for step in self.steps if isinstance(step, ToolStep))

    @property
    def opens_holes(self) -> bool:
        """Whether a tool is the first at a place and goes into a hole that is there already."""
        seen: set[Point] = set()
        for step in self.tools:
            fresh = set(step.points_mm) - seen
            if fresh and step.job.hole.start_diameter_mm > 0:
                return True
            seen |= fresh
        return False

    @property
    def tallest_mm(self) -> float:
        """How high anything stands above the zero's face, mm: a face, a clamp."""
        return max([0.0, *(tool.face_mm for tool in self.tools), *(one.z_mm for one in self.obstacles)])

    def of(self, number: int) -> tuple[ToolStep, ...]:
        """What the tool of a number does, setting by setting."""
        return tuple(step for step in self.tools if step.number == number)
