"""The bore log and the operating window as data: stations and boundaries, never maps of cells."""

from typing import Any

from bore.limits import BY_ID
from bore.limits.judgement import VERDICTS
from bore.pictures.log import Log
from bore.pictures.window import Place, Region, Window

DIGITS = 5


def _short(value: float | None) -> float | None:
    return None if value is None else float(f"{value:.{DIGITS}g}")


def log_as_data(log: Log) -> dict[str, Any]:
    """The bore log as flat lists on one depth scale."""
    return {
        "depth_mm": [_short(float(depth)) for depth in log.depth_mm],
        "tracks": {
            name: {end: [_short(float(v)) for v in getattr(band, end)] for end in ("low", "middle", "high")}
            for name, band in log.tracks.items()
        },
        "rules": {
            name: [{"limit": r.limit, "failure": r.failure, "soft": _short(r.soft), "hard": _short(r.hard)} for r in rules]
            for name, rules in log.rules.items()
        },
        "marks": [{"depth_mm": _short(mark.depth_mm), "words": mark.words} for mark in log.marks],
        "section": log.section,
        "methods": log.methods,
        "stiffness_known": log.stiffness_known,
        "time_s": None if log.time.at_s is None else [_short(float(moment)) for moment in log.time.at_s],
        "energy_kj": _short(log.time.energy_kj),
        "cycle_s": _short(log.time.cycle_s),
        "rms_kw": _short(log.time.rms_kw),
    }


def _place(place: Place | None) -> dict[str, Any] | None:
    if place is None:
        return None
    return {
        "speed_rpm": _short(place.speed_rpm),
        "feed_mm_rev": _short(place.feed_mm_rev),
        "verdict": VERDICTS[place.verdict],
        "tightest": place.tightest,
        "hand_force_n": _short(place.hand_force_n),
    }


def _region(region: Region) -> dict[str, Any]:
    label = None if region.label is None else [_short(region.label[0]), _short(region.label[1])]
    return {
        "limit": region.limit,
        "failure": region.failure,
        "mark": region.mark,
        "label": label,
        "outline": [[_short(speed), _short(feed)] for speed, feed in region.outline],
    }


def window_as_data(window: Window) -> dict[str, Any]:
    """The operating window as axes, rails, boundaries and points."""
    return {
        "speeds_rpm": [_short(v) for v in window.speeds_rpm],
        "feeds_mm_rev": [_short(v) for v in window.feeds_mm_rev],
        "rails": [{"name": name, "speed_rpm": speed} for name, speed in window.rails],
        "ranges": [{"name": name, "low_rpm": low, "high_rpm": high} for name, low, high in window.ranges],
        "feed_steps_mm_rev": list(window.feed_steps),
        "regions": [_region(region) for region in window.regions],
        "standing": [{"limit": name, "failure": BY_ID[name].failure, "verdict": VERDICTS[code]} for name, code in window.standing],
        "everywhere": [BY_ID[name].failure for name in window.everywhere],
        "point": _place(window.point),
        "recommended": _place(window.recommended),
        "force_scale": [{"hand_force_n": _short(force), "feed_mm_rev": _short(feed)} for force, feed in window.force_scale],
        "meeting": [BY_ID[name].failure for name in window.meeting],
    }
