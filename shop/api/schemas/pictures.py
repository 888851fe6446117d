"""What the bore log and the operating window are drawn from."""

from typing import Literal

from ninja import Schema

from shop.api.schemas.check import Verdict


class Rule(Schema):
    """A limit on a track of the log."""

    limit: str
    failure: str
    soft: float
    hard: float


class Mark(Schema):
    """Something that happens at a depth."""

    depth_mm: float
    words: str


class Track(Schema):
    """A band along the depth."""

    low: list[float]
    middle: list[float]
    high: list[float]


class Tracks(Schema):
    """The three tracks."""

    torque_nm: Track
    thrust_n: Track
    power_kw: Track


class Rules(Schema):
    """The rules of the three tracks."""

    torque_nm: list[Rule]
    thrust_n: list[Rule]
    power_kw: list[Rule]


class Section(Schema):
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


class Methods(Schema):
    """How many methods made each track."""

    torque_nm: int
    thrust_n: int
    power_kw: int


class LogAnswer(Schema):
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


class Rail(Schema):
    """A fixed speed."""

    name: str
    speed_rpm: float


class RangeOfSpeed(Schema):
    """A range of speeds."""

    name: str
    low_rpm: float
    high_rpm: float


class Region(Schema):
    """Ground a limit closes."""

    limit: str
    failure: str
    mark: Literal["hard", "soft"]
    outline: list[list[float]]
    label: list[float] | None


class Standing(Schema):
    """A limit that says the same wherever the setting is put."""

    limit: str
    failure: str
    verdict: Verdict


class ForceMark(Schema):
    """A hand force and the feed it makes."""

    hand_force_n: float
    feed_mm_rev: float


class Place(Schema):
    """A point of the window."""

    speed_rpm: float
    feed_mm_rev: float
    verdict: Verdict
    tightest: str
    hand_force_n: float | None


class WindowAnswer(Schema):
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
    point: Place | None
    recommended: Place | None
    meeting: list[str]


class PicturesAnswer(Schema):
    """Both pictures of a job."""

    log: LogAnswer
    window: WindowAnswer
