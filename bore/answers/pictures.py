"""The bore log and the operating window as answers: stations and boundaries, never maps of cells."""

from collections.abc import Sequence
from typing import Literal, overload

import numpy as np

from bore.base.immutable import outgoing
from bore.limits import BY_ID
from bore.limits.judgement import VERDICTS, Verdict
from bore.pictures import log, window
from bore.quantities.bands import Band

DIGITS = 5


@outgoing
class Rule:
    """A limit on a track of the log."""

    limit: str
    failure: str
    thing: str
    soft: float
    hard: float


@outgoing
class Mark:
    """Something that happens at a depth."""

    depth_mm: float
    words: str


@outgoing
class Track:
    """A band along the depth."""

    low: list[float]
    middle: list[float]
    high: list[float]


@outgoing
class Tracks:
    """The three tracks."""

    torque_nm: Track
    thrust_n: Track
    power_kw: Track


@outgoing
class Rules:
    """The rules of the three tracks."""

    torque_nm: list[Rule]
    thrust_n: list[Rule]
    power_kw: list[Rule]


@outgoing
class Section:
    """What the section is drawn from."""

    diameter_mm: float
    start_diameter_mm: float
    depth_mm: float
    point_length_mm: float
    through: bool
    behind: str
    entry: str
    breakthrough_mm: float
    bottom: str
    entry_angle_deg: float
    family: str
    slug_diameter_mm: float | None
    plates_mm: list[list[float]]
    pecks_mm: list[float]


@outgoing
class Methods:
    """How many methods made each track."""

    torque_nm: int
    thrust_n: int
    power_kw: int


@outgoing
class LogAnswer:
    """The bore log."""

    depth_mm: list[float]
    tracks: Tracks
    rules: Rules
    marks: list[Mark]
    section: Section
    methods: Methods
    stiffness_known: bool
    time_s: list[float] | None
    energy_kj: float | None
    cycle_s: float | None
    rms_kw: float | None


@outgoing
class Rail:
    """A fixed speed."""

    name: str
    speed_rpm: float


@outgoing
class RangeOfSpeed:
    """A range of speeds."""

    name: str
    low_rpm: float
    high_rpm: float


@outgoing
class Region:
    """Ground a limit closes."""

    limit: str
    failure: str
    mark: Literal["hard", "soft"]
    outline: list[list[float]]
    label: list[float] | None


@outgoing
class Standing:
    """A limit that says the same wherever the setting is put."""

    limit: str
    failure: str
    verdict: Verdict


@outgoing
class ForceMark:
    """A hand force and the feed it makes."""

    hand_force_n: float
    feed_mm_rev: float


@outgoing
class Place:
    """A point of the window."""

    speed_rpm: float
    feed_mm_rev: float
    verdict: Verdict
    tightest: str
    hand_force_n: float | None


@outgoing
class WindowAnswer:
    """The operating window."""

    speeds_rpm: list[float]
    feeds_mm_rev: list[float]
    rails: list[Rail]
    ranges: list[RangeOfSpeed]
    feed_steps_mm_rev: list[float]
    regions: list[Region]
    standing: list[Standing]
    everywhere: list[str]
    force_scale: list[ForceMark]
    # Settings the machine really has, each with its verdict; and the middle of the ground that holds, else of what is tight.
    settings: list[Place]
    ground: Place | None
    point: Place | None
    recommended: Place | None
    meeting: list[str]


@outgoing
class PicturesAnswer:
    """Both pictures of a job."""

    log: LogAnswer
    window: WindowAnswer


@overload
def _short(value: None) -> None: ...
@overload
def _short(value: float) -> float: ...
def _short(value: float | None) -> float | None:
    return None if value is None else float(f"{value:.{DIGITS}g}")


def _track(band: Band) -> Track:
    low, middle, high = ([_short(float(one)) for one in np.atleast_1d(end)] for end in (band.low, band.middle, band.high))
    return Track(low=low, middle=middle, high=high)


def _rules(rules: Sequence[log.Rule]) -> list[Rule]:
    return [Rule(limit=one.limit, failure=one.failure, thing=one.thing, soft=_short(one.soft), hard=_short(one.hard)) for one in rules]


def log_answer(found: log.Log) -> LogAnswer:
    """The bore log as flat lists on one depth scale."""
    time = found.time
    return LogAnswer(
        depth_mm=[_short(float(depth)) for depth in found.depth_mm],
        tracks=Tracks(**{name: _track(band) for name, band in found.tracks.items()}),
        rules=Rules(**{name: _rules(rules) for name, rules in found.rules.items()}),
        marks=[Mark(depth_mm=_short(mark.depth_mm), words=mark.words) for mark in found.marks],
        section=Section(**found.section),
        methods=Methods(**found.methods),
        stiffness_known=found.stiffness_known,
        time_s=None if time.at_s is None else [_short(float(moment)) for moment in time.at_s],
        energy_kj=_short(time.energy_kj),
        cycle_s=_short(time.cycle_s),
        rms_kw=_short(time.rms_kw),
    )


def _place(place: window.Place | None) -> Place | None:
    if place is None:
        return None
    return Place(
        speed_rpm=_short(place.speed_rpm),
        feed_mm_rev=_short(place.feed_mm_rev),
        verdict=VERDICTS[place.verdict],
        tightest=place.tightest,
        hand_force_n=_short(place.hand_force_n),
    )


def _region(region: window.Region) -> Region:
    label = None if region.label is None else [_short(region.label[0]), _short(region.label[1])]
    outline = [[_short(speed), _short(feed)] for speed, feed in region.outline]
    return Region(limit=region.limit, failure=region.failure, mark=region.mark, label=label, outline=outline)


def window_answer(found: window.Window) -> WindowAnswer:
    """The operating window as axes, rails, boundaries and points."""
    return WindowAnswer(
        speeds_rpm=[_short(v) for v in found.speeds_rpm],
        feeds_mm_rev=[_short(v) for v in found.feeds_mm_rev],
        rails=[Rail(name=name, speed_rpm=speed) for name, speed in found.rails],
        ranges=[RangeOfSpeed(name=name, low_rpm=low, high_rpm=high) for name, low, high in found.ranges],
        feed_steps_mm_rev=list(found.feed_steps),
        regions=[_region(region) for region in found.regions],
        standing=[Standing(limit=name, failure=BY_ID[name].failure, verdict=VERDICTS[code]) for name, code in found.standing],
        everywhere=[BY_ID[name].failure for name in found.everywhere],
        point=_place(found.point),
        recommended=_place(found.recommended),
        settings=[placed for one in found.settings if (placed := _place(one)) is not None],
        ground=_place(found.ground),
        force_scale=[ForceMark(hand_force_n=_short(force), feed_mm_rev=_short(feed)) for force, feed in found.force_scale],
        meeting=[BY_ID[name].failure for name in found.meeting],
    )


def pictures_answer(found_log: log.Log, found_window: window.Window) -> PicturesAnswer:
    """Both pictures of a job."""
    return PicturesAnswer(log=log_answer(found_log), window=window_answer(found_window))
