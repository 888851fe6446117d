"""What is worked out once for a set-up: the core's own loads over every thrust a hand may make, and the marks of its limits."""

import math
from dataclasses import replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bore.base.elementwise import Column
from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.check.check import Check, check
from bore.cutters.shared import edge_radius_mm
from bore.cutters.speed_factors import speed_factor
from bore.job.columns import Columns
from bore.job.job import Job
from bore.limits import break_out, buckle, burn, holder, magnet, snatch
from bore.limits.judgement import GIVES_WAY, HOLDS, Judgement
from bore.loads.assemble import columns_of
from bore.loads.loads import Loads, loads_of
from bore.loads.point_in import PointIn, point_in
from bore.mechanics import spindle, surge
from bore.mechanics.kinematics import chip_thickness_mm
from bore.mechanics.work_holding import HAND_ARM_MM
from bore.plan.cost import usual_life_m
from bore.practice import facts
from bore.quantities.bands import Band
from bore.schools import diameter_feed

Array = NDArray[np.float64]
# Thrusts the loads are worked out over, N.
LEAST_N, MOST_N, COUNT = 2.0, 40_000.0, 400
# A limit's hard mark stands no further above its soft one than this when a capacity is drawn.
ROOM, OF_BREAKING = 1.25, 0.8
SURE = 1.0
DRY, BRUSHED, FLOODED = "dry", "brush", "flood"
# Where no book has a speed, m/min.
USUAL_TOP_M_MIN = 60.0


@immutable
class Mark:
    """What a limit bears: its hard mark, and how far from it a drawn capacity may lie (a ratio)."""

    hard: float
    room: float = SURE


NO_MARK = Mark(math.inf)


@immutable
class Over:
    """The core's loads of a sharp edge over thrust: the feed and the torque a push makes, low, middle and high; the lips' share of it."""

    thrust_n: tuple[float, ...]
    feed: tuple[Array, Array, Array]
    torque: tuple[Array, Array, Array]
    lips: tuple[float, ...]


@immutable(eq=False)
class SetUp:
    """A job ready to be cut by hand: itself alone, so that what is worked out of it can be kept by it."""

    job: Job
    columns: Columns
    over: Over
    marks: dict[str, Mark]
    chisel_n: float
    book_mm_rev: float
    # The feed that is set, or that the set force makes.
    set_mm_rev: float
    crowds_mm_rev: float
    top_m_min: float
    # What depth leaves of the book's top speed, and of that what oil and what nothing leaves.
    deep_share: float
    wet_share: float
    dry_share: float
    rise_k: float
    life_m: float
    radii_mm: tuple[float, ...]
    lead_mm: float
    slide: tuple[float, float]
    gap_n: float
    grabs: str
    checked: Check
    # Its end as it enters and leaves, whether its chisel has metal to push away, and from how deep on the whole point is in, mm.
    point: PointIn
    chisel_in: float
    full_mm: float

    @property
    def hardens(self) -> str:
        """Whether the metal hardens under a rubbing edge: yes, slight, no."""
        return self.columns.work_hardens


def set_up(job: Job) -> SetUp:
    """Of a job with a sharp edge; its own hand force, or feed, is what its marks are judged at."""
    with silent():
        columns = columns_of(job)
        checked = check(job, recorded=False)
        loads = checked.result.loads
        # An oil can is at hand at every machine.
        dry, wet = _cooled(job, DRY), _cooled(job, BRUSHED) if job.machine.coolant.method == DRY else job
        top = float(columns.vc_top_m_min or USUAL_TOP_M_MIN)
        # Of what comes through the drill itself depth takes nothing.
        deep = max(speed_factor(_cooled(job, FLOODED)), speed_factor(job))
        gap, slide = _magnet(columns, loads)
        over = _over(columns)
        return SetUp(
            job=job,
            columns=columns,
            over=over,
            marks=_marks(checked),
            chisel_n=float(loads.chisel_n),
            book_mm_rev=float(columns.book_feed_mm_rev),
            set_mm_rev=float(loads.feed_mm_rev),
            crowds_mm_rev=float(columns.overfed_mm_rev),
            top_m_min=top,
            deep_share=deep,
            wet_share=speed_factor(wet) / deep,
            dry_share=speed_factor(dry) / deep,
            rise_k=_rise_k(columns, over, top, speed_factor(job) / deep),
            life_m=usual_life_m(job.cutter, job.material.iso_group),
            radii_mm=_radii(job),
            lead_mm=float(surge.flute_lead_mm(columns.diameter_mm, columns.helix_deg)),
            slide=slide,
            gap_n=gap,
            grabs=_grabs(columns, loads),
            checked=checked,
            point=(point := point_in(columns)),
            chisel_in=float(columns.start_diameter_mm == 0 and columns.family.has_chisel),
            # A hair beyond, so that a sum of shares is one.
            full_mm=float(point.full_mm) + 1e-9,
        )


def _cooled(job: Job, method: str) -> Job:
    return replace(job, machine=replace(job.machine, coolant=replace(job.machine.coolant, method=method)))


def _over(columns: Columns) -> Over:
    """The loads over thrust, monotone in it: what a push makes never falls as it grows."""
    thrust = np.geomspace(LEAST_N, MOST_N, COUNT)
    pushed = replace(columns, hand_force_n=thrust, feed_mm_rev=None, force_ratio=1.0, return_spring_n=0.0)
    found = loads_of(pushed)
    feeds, torques = (tuple(_rising(end, thrust) for end in _ends(band)) for band in (found.wanted_feed, found.torque_nm))
    if not columns.opens_a_hole and columns.family.has_chisel:
        # Below the bite the core's torque is none: it is carried on along the feed, since wear and skin move where it bites.
        torques = tuple(_below(torque, feeds[1], found.bites) for torque in torques)
    lips = np.broadcast_to(np.asarray(diameter_feed.lip_thrust_share(columns, feeds[1]), dtype=np.float64), thrust.shape)
    return Over(tuple(thrust.tolist()), feeds, torques, tuple(lips.tolist()))  # type: ignore[arg-type]


def _rise_k(columns: Columns, over: Over, top_m_min: float, left: float) -> float:
    """Cook's rise of the edge at the book's feed and top speed, K; no more than that a sharp edge keeps its temper there with something to
    spare, and up to the speed to which the check says that it holds."""
    book = float(columns.book_feed_mm_rev)
    torque = float(np.interp(book, over.feed[1], over.torque[1]))
    ring = float(columns.diameter_mm) ** 2 - float(columns.start_diameter_mm) ** 2
    energy = 8000 * torque / (book * ring)
    heat = facts.heat_of(columns.metal)
    chip = float(chip_thickness_mm(feed_mm_rev=book, edges=columns.edges, point_angle_deg=columns.point_angle_deg))
    speed_mm_s = top_m_min * 1000 / 60
    rise = facts.COOK * energy / heat.capacity * (speed_mm_s * chip / heat.diffusivity) ** (1 / 3)
    # The same speed as the check reckons it, and as it is while the body is cool: half of what is lost without a flood is not lost yet.
    holds = burn.shares(columns)[0] * left / (1 - (1 - left) / 2)
    temper_c = facts.edge_of(columns.substrate).temper_c
    return float(min(rise, temper_c - facts.SPARED_K, (temper_c - facts.AIR_C) / holds ** (1 / 3)))


def _ends(band: Band) -> tuple[Column, Column, Column]:
    return band.low, band.middle, band.high


def _rising(values: Column, thrust: Array) -> Array:
    return np.maximum.accumulate(np.broadcast_to(np.asarray(values, dtype=np.float64), thrust.shape))


def _below(torque: Array, feed: Array, bites: Any) -> Array:
    some = np.broadcast_to(np.asarray(bites, dtype=bool), torque.shape)
    if not some.any():
        return torque
    first = int(np.argmax(some))
    carried = torque[first] * (np.maximum(feed, 1e-9) / feed[first]) ** 0.8
    return np.where(some, torque, carried)


def _mark(judgement: Judgement | None, unit: str, room: float | None = None) -> Mark:
    """A limit's mark where it is judged in this unit; none where it says nothing, or speaks by its kind."""
    if judgement is None or judgement.reason or judgement.demand is None or judgement.unit != unit:
        return NO_MARK
    soft, hard = float(judgement.soft), float(judgement.hard)
    return Mark(hard, min(hard / soft if soft > 0 else ROOM, ROOM) if room is None else room)


def _marks(found: Check) -> dict[str, Mark]:
    columns, loads = found.columns, found.result.loads
    judged = {name: one.judgement for name, one in found.result.findings.items()}
    rated = float(
        spindle.spindle_torque_nm(
            power_kw=columns.stage_power_kw, idle_kw=columns.idle_kw, efficiency=columns.efficiency, speed_rpm=columns.speed_rpm
        )
    )
    breaks = float(columns.breaking_torque_nm)
    marks = {
        "belt": _mark(judged["belt"], "N·m", SURE),
        "stall": Mark(float(spindle.breakdown_torque_nm(rated_torque_nm=rated, breakdown_ratio=columns.breakdown_ratio)), ROOM),
        "work": _work(found, judged["work"]),
        "holder": _mark(holder.gripping(columns, loads), "N·m"),
        "twist-off": Mark(breaks if breaks > 0 else math.inf, 1 / OF_BREAKING),
        "buckle": Mark(float(buckle.buckling(columns, buckle.LOCATED)[1]), ROOM),
        "first-touch": NO_MARK,
        "magnet": NO_MARK,
    }
    if columns.start_kind in buckle.LOOSE_STARTS and not columns.opens_a_hole and columns.family.has_chisel:
        marks["first-touch"] = Mark(float(buckle.buckling(columns, buckle.FREE_POINT)[1]), ROOM)
    if columns.magnet is not None and not (judged["magnet"] and judged["magnet"].reason):
        marks["magnet"] = _mark(magnet.lifting(columns, loads, magnet.pull_of(columns)), "N")
    return marks


def _work(found: Check, judgement: Judgement | None) -> Mark:
    """What holds the work against turning: what the limit says, or fingers where nothing does."""
    holding = found.job.holding
    if holding.kind == "hand" and not found.columns.machine_kind.in_hands:
        return Mark(facts.FINGERS_N * (holding.arm_mm or HAND_ARM_MM) / 1000, ROOM)
    return _mark(judgement, "N·m")


def _magnet(columns: Columns, loads: Loads) -> tuple[float, tuple[float, float]]:
    """Where a magnet first gaps, N; and the torque that slides it: so much, less so much for each newton of thrust."""
    if columns.magnet is None:
        return math.inf, (math.inf, 0.0)
    pull = magnet.pull_of(columns)
    lifts = magnet.lifting(columns, loads, pull)
    still, pushed = (float(magnet.sliding(columns, replace(loads, thrust_n=Band.exactly(thrust)), pull).hard) for thrust in (0.0, 1000.0))
    return float(lifts.soft), (still, (still - pushed) / 1000)


def _radii(job: Job) -> tuple[float, ...]:
    """The edge's radius at the shares of its life in `facts.LIFE_AT_RADIUS`, mm."""
    sharp, used, dull = (edge_radius_mm(job.cutter.substrate, wear, job.cutter.diameter_mm) for wear in ("sharp", "used", "dull"))
    return sharp, used, dull, 2 * dull


def _grabs(columns: Columns, loads: Loads) -> str:
    """Whether it may snatch as it comes through, by what the limits say of its kind: nothing, `warned`, or `gives-way`; by the metal,
    or by thin sheet (`sheet`)."""
    if break_out.judge(columns, loads).reason in (break_out.Why.SHEET_BY_HAND, break_out.Why.SHEET):
        return "sheet"
    reason = int(snatch.judge(columns, loads).reason)
    verdict = snatch.REASONS[reason].verdict
    named = (snatch.Why.SCREWS_IN, snatch.Why.PULLS_IN, snatch.Why.CORNERS_GRAB, snatch.Why.SCREWS_IN_OPENING)
    if verdict == HOLDS or reason not in {int(one) for one in named}:
        return ""
    return "gives-way" if verdict >= GIVES_WAY else "warned"
