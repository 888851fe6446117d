"""The bore log: torque, thrust and power along the depth, from first touch to the corners coming through."""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bore.columns import Columns, columns_of
from bore.elementwise import most
from bore.evaluate import Result, evaluate
from bore.formula import silent
from bore.job import Job
from bore.limits import BY_ID
from bore.limits.judgement import Judgement
from bore.machines.kinds import HAND_FEEDS
from bore.mechanics import engagement, hand_feed
from bore.mechanics.kinematics import tan_edge_angle
from bore.quantities.bands import Band
from bore.schools import diameter_feed

STATIONS = 161
# Just past a face: the chisel's share comes at first touch.
TOUCH_MM = 1e-6
# Marks closer together than this share of the depth are one.
LEAST_MARKED = 0.06
# Which limits stand as rules beside which track.
RULES = {
    "torque_nm": ("stall", "belt", "twist-off", "holder"),
    "thrust_n": ("feed-force", "hand", "buckle", "magnet"),
    "power_kw": ("motor",),
}


@dataclass(frozen=True, slots=True)
class Mark:
    """Something that happens at a depth of the point."""

    depth_mm: float
    words: str


@dataclass(frozen=True, slots=True)
class Rule:
    """A limit drawn on a track."""

    limit: str
    failure: str
    soft: float
    hard: float


@dataclass(frozen=True, slots=True)
class Log:
    """Depth of the tip below the face, the tracks at each depth, their rules and the marks between."""

    depth_mm: NDArray[np.float64]
    tracks: dict[str, Band]
    rules: dict[str, tuple[Rule, ...]]
    marks: tuple[Mark, ...]
    section: dict[str, Any]


def bore_log(job: Job) -> Log:
    """The log of a job. At full engagement each track equals the check's own figures."""
    with silent():
        columns = columns_of(job)
        result = evaluate(columns)
        depth, full, point = _stations(columns)
        torque, thrust = _shares(columns, result, depth)
        loads = result.loads
        tracks = {
            "torque_nm": loads.torque_nm.times(torque),
            "thrust_n": loads.thrust_n.times(thrust),
            "power_kw": loads.power_kw.times(torque),
        }
        return Log(depth, tracks, _rules(columns, result), _marks(columns, full, point), _section(job, columns))


def _stations(columns: Columns) -> tuple[NDArray[np.float64], float, float]:
    """Depths of the tip, denser where the point enters and leaves; where the point is full; its length."""
    full, point, depth = _full_mm(columns), float(columns.point_length_mm), float(columns.depth_mm)
    end = depth + point + (float(columns.breakthrough_mm) if columns.through else 0.0)
    places = [np.linspace(0, end, STATIONS), np.linspace(0, min(full, end), 24), np.array([TOUCH_MM])]
    if columns.through:
        places += [np.linspace(depth, depth + full, 24), np.array([depth + TOUCH_MM])]
    return np.unique(np.concatenate(places)), full, point


def _full_mm(columns: Columns) -> float:
    """How far past the face the whole point is in the metal: a ring's teeth, a flat end and inserts at their own height."""
    if not columns.family.has_chisel:
        return max(float(columns.point_length_mm), TOUCH_MM)
    chisel = columns.chisel_ratio * columns.diameter_mm
    tangent = tan_edge_angle(columns.point_angle_deg)
    return float(engagement.full_engagement_mm(diameter_mm=columns.diameter_mm, chisel_mm=chisel, tan_edge_angle=tangent))


def _shares(columns: Columns, result: Result, depth: NDArray[np.float64]) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Share of the full torque and of the full thrust at each depth."""
    chisel, inner, full = columns.chisel_ratio * columns.diameter_mm, columns.start_diameter_mm, _full_mm(columns)
    begins = chisel if columns.family.has_chisel else inner

    def engaged(advance: NDArray[np.float64]) -> Any:
        # The cone's own tangent, or for an end without a chisel the slope that fills it over its height.
        tangent = (columns.diameter_mm - begins) / 2 / full
        return engagement.engaged_diameter_mm(advance_mm=advance, chisel_mm=begins, tan_edge_angle=tangent, diameter_mm=columns.diameter_mm)

    entered, left = engaged(depth), engaged(depth - columns.depth_mm) if columns.through else np.zeros_like(depth)

    def torque_of(de: Any) -> Any:
        return engagement.torque_share(engaged_mm=de, start_diameter_mm=inner, diameter_mm=columns.diameter_mm)

    def lips_of(de: Any) -> Any:
        return engagement.lip_share(engaged_mm=de, inner_diameter_mm=most(inner, chisel), diameter_mm=columns.diameter_mm)

    torque, lips = torque_of(entered) - torque_of(left), lips_of(entered) - lips_of(left)
    chisel_share = 0.0
    if columns.start_diameter_mm <= 0 and columns.family.has_chisel:
        chisel_share = float(1 - diameter_feed.lip_thrust_share(columns, result.loads.feed_mm_rev)) if result.loads.bites else 1.0
    on_chisel = (entered > 0) & (left <= 0)
    return torque, (1 - chisel_share) * lips + chisel_share * on_chisel


def _rules(columns: Columns, result: Result) -> dict[str, tuple[Rule, ...]]:
    return {track: tuple(rule for name in names if (rule := _rule(columns, result, name, track))) for track, names in RULES.items()}


def _rule(columns: Columns, result: Result, name: str, track: str) -> Rule | None:
    judgement = result.findings[name].judgement
    if judgement is None or not judgement.known or judgement.demand is None or not track.endswith(judgement.unit.lower().replace("·", "")):
        return None
    soft, hard = _on_thrust(columns, judgement) if name == "hand" else (float(judgement.soft), float(judgement.hard))
    return Rule(name, BY_ID[name].failure, soft, hard)


def _on_thrust(columns: Columns, judgement: Judgement) -> tuple[float, float]:
    """The hand's marks as thrust on the drill."""
    assert columns.feed_kind in HAND_FEEDS
    assert columns.force_ratio is not None
    soft, hard = (
        hand_feed.available_thrust_n(hand_force_n=mark, return_spring_n=columns.return_spring_n, force_ratio=columns.force_ratio)
        for mark in (judgement.soft, judgement.hard)
    )
    return float(soft), float(hard)


def _marks(columns: Columns, full: float, point: float) -> tuple[Mark, ...]:
    depth = float(columns.depth_mm)
    # A point too short to draw apart from the face makes one mark, not two.
    stands = point > LEAST_MARKED * depth
    marks = [Mark(full, "full point in the metal")] if stands and full < depth else []
    if not columns.through:
        return (*marks, Mark(depth + point, "full depth"))
    if not stands:
        return (*marks, Mark(depth + point, "breaks through"))
    return (*marks, Mark(depth, "point breaks through"), Mark(depth + point, "corners through"))


def _section(job: Job, columns: Columns) -> dict[str, Any]:
    """What the section is drawn from, mm."""
    return {
        "diameter_mm": job.hole.diameter_mm,
        "start_diameter_mm": job.hole.start_diameter_mm,
        "depth_mm": job.hole.depth_mm,
        "point_length_mm": float(columns.point_length_mm),
        "through": job.hole.through,
        "behind": job.hole.behind,
        "entry": job.hole.entry,
        "breakthrough_mm": job.setting.breakthrough_mm,
        "bottom": job.hole.bottom,
        "family": job.cutter.family,
        "slug_diameter_mm": job.cutter.slug_diameter_mm,
    }
