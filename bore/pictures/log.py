"""The bore log: torque, thrust and power along the depth and over time, from first touch to the corners coming through."""

import math
from collections.abc import Callable
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bore.base.elementwise import Column
from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.check.evaluate import Result, evaluate
from bore.job.columns import Columns
from bore.job.job import Job
from bore.job.pecks import pecks_of, retract_time_s
from bore.limits import BY_ID
from bore.limits.judgement import Judgement
from bore.loads.assemble import columns_of
from bore.loads.loads import pool
from bore.loads.point_in import TOUCH_MM, point_in
from bore.machines.kinds import HAND_FEEDS
from bore.mechanics import hand_feed, packing, surge
from bore.quantities.bands import Band
from bore.schools import diameter_feed

Array = NDArray[np.float64]
STATIONS = 161
# Marks closer together than this share of the depth are one.
LEAST_MARKED = 0.06
# Plates that are not clamped part about this far.
PARTED_MM = 1.0
# Places across a sloping face at which the edge is taken to meet it.
SLOPE_PLACES = 9
# Which limits stand as rules beside which track.
RULES = {
    "torque_nm": ("stall", "belt", "twist-off", "holder"),
    "thrust_n": ("feed-force", "hand", "buckle", "magnet"),
    "power_kw": ("motor",),
}


@immutable
class Mark:
    """Something that happens at a depth of the point."""

    depth_mm: float
    words: str


@immutable
class Rule:
    """A limit drawn on a track."""

    limit: str
    failure: str
    thing: str
    soft: float
    hard: float


@immutable
class Time:
    """When the tip is at each depth, s (None where the drill does not bite); energy of the cut; the time of one hole with
    the pauses between, and the root-mean-square power at the spindle over it."""

    at_s: Array | None
    energy_kj: float | None
    cycle_s: float | None
    rms_kw: float | None


@immutable
class Log:
    """Depth of the tip below the face, the tracks at each depth, their rules, the marks between, and the time it takes;
    how many methods made each track, and whether the stiffness that decides the surge was given or assumed."""

    depth_mm: Array
    tracks: dict[str, Band]
    rules: dict[str, tuple[Rule, ...]]
    marks: tuple[Mark, ...]
    section: dict[str, Any]
    time: Time
    methods: dict[str, int]
    stiffness_known: bool


@immutable
class _Shape:
    """What the log is worked out from: the point's height, the plates and the pecks."""

    full_mm: float
    point_mm: float
    slope_mm: float
    plates: tuple[tuple[float, float], ...]
    pecks: tuple[float, ...]
    end_mm: float


def bore_log(job: Job) -> Log:
    """The log of a job. At full engagement before any packing each track equals the check's own figures; as the point
    comes through, torque reaches the check's own at breakthrough, less the disc the chisel has left."""
    with silent():
        columns = columns_of(job)
        result = evaluate(columns)
        shape = _shape(job, columns)
        depth = _stations(columns, shape)
        torque, thrust = _shares(columns, result, shape, depth)
        packed = _packing(columns, shape, depth)
        loads = result.loads
        leaving = _leaving(columns, shape, depth)
        torque_band = _surged(loads.torque_nm.times(torque * packed), loads.surge, leaving)
        power_band = _surged(loads.drive.power_kw.times(torque * packed), loads.surge, leaving)
        tracks = {"torque_nm": torque_band, "thrust_n": loads.thrust_n.times(thrust), "power_kw": power_band}
        time = _time(job, columns, result, shape, depth, loads.power_kw.middle * torque * packed)
        torques, thrusts = (len(pool(loads.schools, name, columns.school)) for name in ("torque_nm", "thrust_n"))
        methods = {"torque_nm": torques, "thrust_n": thrusts, "power_kw": torques}
        known = all(one.field != "machine.stiffness_n_mm" for one in job.assumed)
        return Log(depth, tracks, _rules(columns, result), _marks(columns, shape), _section(job, columns, shape), time, methods, known)


def _shape(job: Job, columns: Columns) -> _Shape:
    plates, top = [], 0.0
    gap = 0.0 if job.hole.stack_clamped else PARTED_MM
    for thickness in job.hole.stack_mm or (job.hole.depth_mm,):
        plates.append((top, top + thickness))
        top += thickness + gap
    slope = columns.diameter_mm * math.tan(math.radians(columns.entry_angle_deg)) if columns.entry == "angled" else 0.0
    point = float(columns.point_length_mm)
    beyond = float(columns.breakthrough_mm) if columns.through else 0.0
    return _Shape(float(point_in(columns).full_mm), point, float(slope), tuple(plates), pecks_of(job), plates[-1][1] + point + beyond)


def _stations(columns: Columns, shape: _Shape) -> Array:
    """Depths of the tip, denser where the point enters and leaves each plate, and on both sides of every peck."""
    places = [np.linspace(0, shape.end_mm, STATIONS)]
    for top, bottom in shape.plates:
        places += [np.linspace(top, top + shape.full_mm + shape.slope_mm, 24), np.array([top + TOUCH_MM])]
        if columns.through:
            places += [np.linspace(bottom, bottom + shape.full_mm, 24), np.array([bottom + TOUCH_MM])]
    places += [np.array([depth, depth + TOUCH_MM]) for depth in shape.pecks]
    found = np.unique(np.concatenate(places))
    return found[found <= shape.end_mm + TOUCH_MM]


def _shares(columns: Columns, result: Result, shape: _Shape, depth: Array) -> tuple[Array, Array]:
    """Share of the full torque and of the full thrust at each depth: what is in the plates, less what is through them."""
    if not columns.family.plunges:
        # It goes round with all its length in the metal at once.
        whole = _over_plates(columns, shape, depth, _pressed)
        return whole, whole
    end = point_in(columns)
    chisel_share = _chisel_share(columns, result)
    torque, lips, pressed = (_over_plates(columns, shape, depth, of) for of in (end.torque_share, end.lip_share, _pressed))
    return torque, (1 - chisel_share) * lips + chisel_share * pressed


def _pressed(advance: Array) -> Array:
    """All of it from the first touch."""
    return np.where(advance > 0, 1.0, 0.0)


def _over_plates(columns: Columns, shape: _Shape, depth: Array, share_of: Callable[[Array], Array]) -> Array:
    """A share summed over the plates: entered at each top, left at each bottom where the hole goes through. A sloping
    first face is met little by little."""
    total = np.zeros_like(depth)
    for number, (top, bottom) in enumerate(shape.plates):
        if number == 0 and shape.slope_mm > 0:
            offsets = np.linspace(0, shape.slope_mm, SLOPE_PLACES)
            total = total + np.mean([share_of(depth - top - offset) for offset in offsets], axis=0)
        else:
            total = total + share_of(depth - top)
        if columns.through:
            total = total - share_of(depth - bottom)
    return total


def _chisel_share(columns: Columns, result: Result) -> float:
    """The chisel's share of the full thrust; all of it where the drill only polishes."""
    if columns.start_diameter_mm > 0 or not columns.family.has_chisel:
        return 0.0
    return float(1 - diameter_feed.lip_thrust_share(columns, result.loads.feed_mm_rev)) if result.loads.bites else 1.0


def _packing(columns: Columns, shape: _Shape, depth: Array) -> Array:
    """How far packed chips raise the torque at each depth: they pile up from the last clearing, a chip-break leaving half."""
    if not columns.family.packs or (columns.coolant.method == "through" and columns.coolant_through):
        return np.ones_like(depth)
    standing, before, left = np.zeros_like(depth), 0.0, 0.0
    for peck in (*shape.pecks, math.inf):
        here = (depth > before) & (depth <= peck)
        standing = np.where(here, left + depth - before, standing)
        if math.isfinite(peck):
            left = 0.0 if columns.pecked == "full" else (left + peck - before) * packing.CHIP_BREAK_SHARE
            before = peck if columns.pecked != "none" else before
            left = left if columns.pecked != "none" else 0.0
    packed = packing.packed_depth(depth_mm=np.minimum(standing, columns.depth_mm), diameter_mm=columns.diameter_mm)
    return np.asarray(packing.packing_factor(packed_depth=packed, chip_factor=columns.chip_factor))


def _leaving(columns: Columns, shape: _Shape, depth: Array) -> NDArray[np.bool_]:
    """Where the chisel is out of the last plate and the lips are still in it: that is where it surges."""
    bottom = shape.plates[-1][1]
    return (depth > bottom) & (depth <= bottom + shape.full_mm) if columns.through else np.zeros_like(depth, dtype=bool)


def _surged(band: Band, factor: Column, where: NDArray[np.bool_]) -> Band:
    """A band raised as the point comes through: its high side by all of the leap, its middle by half."""
    excess = np.where(where, factor - 1, 0.0)
    return Band(band.low, band.middle * (1 + surge.MIDDLE_SHARE * excess), band.high * (1 + excess))


def _time(job: Job, columns: Columns, result: Result, shape: _Shape, depth: Array, power_kw: Array) -> Time:
    """When the tip is where, with the time each peck loses; the energy, and the mean-square power over ten minutes."""
    if not result.loads.bites:
        return Time(None, None, None, None)
    rate_mm_s = float(result.loads.feed_mm_rev) * float(columns.speed_rpm) / 60
    lost = retract_time_s(job)
    waits = np.zeros_like(depth)
    for peck in shape.pecks[:-1]:
        waits = waits + np.where(depth > peck, lost, 0.0)
    at_s = depth / rate_mm_s + waits
    # Between the two stations of a peck the drill is out of the cut: only feed takes power.
    in_feed = np.diff(depth) / rate_mm_s
    mean = (power_kw[1:] + power_kw[:-1]) / 2
    energy = float(np.sum(mean * in_feed))
    square = float(np.sum((power_kw[1:] ** 2 + power_kw[:-1] ** 2) / 2 * in_feed))
    busy = float(at_s[-1])
    cycle = busy / float(columns.cutting_share)
    return Time(at_s, energy, cycle, math.sqrt(square / cycle))


def _rules(columns: Columns, result: Result) -> dict[str, tuple[Rule, ...]]:
    return {track: tuple(rule for name in names if (rule := _rule(columns, result, name, track))) for track, names in RULES.items()}


def _rule(columns: Columns, result: Result, name: str, track: str) -> Rule | None:
    judgement = result.findings[name].judgement
    if judgement is None or not judgement.known or judgement.demand is None or not track.endswith(judgement.unit.lower().replace("·", "")):
        return None
    soft, hard = _on_thrust(columns, judgement) if name == "hand" else (float(judgement.soft), float(judgement.hard))
    return Rule(name, BY_ID[name].failure, BY_ID[name].thing, soft, hard)


def _on_thrust(columns: Columns, judgement: Judgement) -> tuple[float, float]:
    """The hand's marks as thrust on the drill."""
    assert columns.feed_kind in HAND_FEEDS
    assert columns.force_ratio is not None
    soft, hard = (
        hand_feed.available_thrust_n(hand_force_n=mark, return_spring_n=columns.return_spring_n, force_ratio=columns.force_ratio)
        for mark in (judgement.soft, judgement.hard)
    )
    return float(soft), float(hard)


def _marks(columns: Columns, shape: _Shape) -> tuple[Mark, ...]:
    """What happens where, from the top down."""
    last = shape.plates[-1][1]
    # A point too short to draw apart from the face makes one mark, not two.
    stands = shape.point_mm > LEAST_MARKED * last
    marks = []
    if stands and shape.full_mm + shape.slope_mm < last:
        marks.append(Mark(shape.full_mm + shape.slope_mm, "full point in the metal"))
    marks += [Mark(top, f"plate {number}") for number, (top, _) in enumerate(shape.plates, 1) if number > 1]
    marks += [Mark(peck, "clear the chips" if columns.pecked == "full" else "break the chip") for peck in shape.pecks[:-1]]
    if not columns.through:
        marks.append(Mark(last + shape.point_mm, "full depth"))
    elif stands:
        chisel = columns.family.has_chisel and columns.start_diameter_mm <= 0
        marks += [Mark(last, "chisel breaks through" if chisel else "point breaks through")]
        marks += [Mark(last + shape.point_mm, "corners through")]
    else:
        marks.append(Mark(last + shape.point_mm, "breaks through"))
    return tuple(sorted(marks, key=lambda mark: mark.depth_mm))


def _section(job: Job, columns: Columns, shape: _Shape) -> dict[str, Any]:
    """What the section is drawn from, mm."""
    return {
        "diameter_mm": job.hole.diameter_mm,
        "start_diameter_mm": job.hole.start_diameter_mm,
        "depth_mm": job.hole.depth_mm,
        "point_length_mm": shape.point_mm,
        "through": job.hole.through,
        "behind": job.hole.behind,
        "entry": job.hole.entry,
        "entry_angle_deg": job.hole.entry_angle_deg if job.hole.entry == "angled" else 0.0,
        "breakthrough_mm": job.setting.breakthrough_mm,
        "bottom": job.hole.bottom,
        "family": job.cutter.family,
        "slug_diameter_mm": job.cutter.slug_diameter_mm,
        "plates_mm": [list(plate) for plate in shape.plates],
        "pecks_mm": list(shape.pecks[:-1]),
    }
