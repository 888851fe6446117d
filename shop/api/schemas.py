"""What the API answers with, for its description and for TypeScript. The core makes these shapes; tests hold it to them."""

from typing import Any, Literal

from ninja import Schema

Verdict = Literal["holds", "tight", "gives-way", "cannot", "unknown"]
SchoolId = Literal["specific-force", "diameter-feed", "specific-energy", "power-law"]


class Band(Schema):
    """A figure with its doubt."""

    low: float | None
    middle: float | None
    high: float | None


class Problem(Schema):
    """One thing wrong with one field."""

    field: str
    message: str


class Errors(Schema):
    """Why a request was refused."""

    errors: list[Problem]


class Step(Schema):
    """One line of working."""

    name: str
    expression: str
    values: dict[str, Any]
    result: Any
    unit: str
    source: str


class SchoolLoad(Schema):
    """What one school says."""

    feed_mm_rev: float | None
    torque_nm: float | None
    thrust_n: float | None
    power_kw: float | None
    why_not: str | None
    bound: bool


class Demand(Schema):
    """What the cut asks for."""

    torque_nm: Band
    thrust_n: Band
    power_kw: Band
    breakthrough_torque_nm: Band
    released_thrust_n: float
    schools: dict[str, SchoolLoad]
    names: dict[str, str]


class Need(Schema):
    """Something to measure or find out."""

    field: str
    words: str


class LimitFinding(Schema):
    """What one limit found."""

    id: str
    failure: str
    question: str
    applies: bool
    verdict: Verdict | None
    soft: float | None
    capacity: float | None
    unit: str | None
    demand: Band | None
    utilisation: float | None
    part: str | None
    reason: str | None
    needs: list[Need]
    eased_by: list[str]
    stands_on: list[str]
    working: list[Step]


class SettingAnswer(Schema):
    """The setting as it works out."""

    speed_rpm: float
    feed_mm_rev: float | None
    feed_rate_mm_min: float | None
    hand_force_n: float | None


class KinematicsAnswer(Schema):
    """Speeds, chip and time."""

    cutting_speed_m_min: float
    feed_rate_mm_min: float | None
    removal_cm3_min: float | None
    chip_thickness_mm: float | None
    point_length_mm: float
    cut_time_s: float | None
    peck_time_s: float | None


class SpeedRange(Schema):
    """From and to."""

    low: float
    high: float


class Book(Schema):
    """What the books would set."""

    speed_rpm: SpeedRange | None
    feed_mm_rev: float
    hand_force_n: float | None


class Assumed(Schema):
    """A default that was used."""

    field: str
    words: str
    value: Any
    why: str


class Depth(Schema):
    """Where the stop goes."""

    full_diameter_mm: float
    point_length_mm: float
    beyond_mm: float
    stop_mm: float
    floor_mm: float | None


class PeckSchedule(Schema):
    """One school of pecking, worked out for the hole; the usual one comes first."""

    id: str
    words: str
    depths_mm: list[float]
    source: str


class Symptom(Schema):
    """Something to watch for while it cuts."""

    id: str
    seen: str
    likely: str
    do: str
    because: str | None
    likelihood: float


class Answer(Schema):
    """The answer to a check."""

    verdict: Verdict
    tightest: str
    first_to_give: str | None
    unknown: int
    setting: SettingAnswer
    kinematics: KinematicsAnswer
    demand: Demand
    limits: list[LimitFinding]
    book: Book
    working: dict[str, list[Step]]
    assumed: list[Assumed]
    remarks: list[str]
    cautions: list[str]
    depth: Depth
    pecks: list[PeckSchedule]
    symptoms: list[Symptom]


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


class Moved(Schema):
    """A phrase that moved with another."""

    phrase: str
    words: str


class SettleAnswer(Schema):
    """A case brought into step."""

    case: dict[str, Any]
    moved: list[Moved]
    cutter: str | None


class Near(Schema):
    """A stock size."""

    text: str
    diameter_mm: float


class ReadAnswer(Schema):
    """A typed figure, read."""

    text: str
    value: float | list[float]
    echo: str
    near: list[Near]


class MachineRecord(Schema):
    """A machine of the yard."""

    id: str
    name: str
    kind: str
    note: str
    revision: int
    changed_at: str
    spec: dict[str, Any]


class CutterRecord(Schema):
    """A cutter of the crib."""

    id: str
    name: str
    family: str
    diameter_mm: float
    count: int
    place: str
    note: str
    revision: int
    spec: dict[str, Any]


class MaterialRecord(Schema):
    """A metal, built in or the shop's own."""

    id: str
    name: str
    iso_group: str
    hardness_hb: float | None
    tensile_n_mm2: float | None
    condition: str
    designations: list[str]
    sure: str
    sources: list[str]
    own: bool


class CheckSummary(Schema):
    """A saved check, in a line."""

    slug: str
    name: str
    note: str
    verdict: Verdict
    short: str
    made_by: str
    changed_at: str
    demo: bool


class SavedCheckAnswer(Schema):
    """A saved check, whole: as it was asked and as it was answered."""

    slug: str
    name: str
    note: str
    case: dict[str, Any]
    refs: dict[str, Any]
    answer: Answer
    core_version: str
    made_by: str
    changed_at: str
    demo: bool


class Me(Schema):
    """Who is signed in."""

    username: str
    name: str
    demo: bool


class Health(Schema):
    """Whether the server is up."""

    ok: bool
    version: str


class Symbol(Schema):
    """How a quantity is written."""

    symbol: str
    unit: str


class FieldForm(Schema):
    """A field of a case as a screen asks for it."""

    words: str
    kind: str
    unit: str
    choices: list[str]
    accepted: str
    required: bool
    measure: str | None


class Words(Schema):
    """Words the screens share with the core."""

    symbols: dict[str, Symbol]
    failures: dict[str, str]
    reads: dict[str, list[str]]
    fields: dict[str, FieldForm]


class Costs(Schema):
    """What a way out costs: time over the job's own (None where that is not known), and whether a tool is changed."""

    time_ratio: float | None
    tool_change: bool


class WayOut(Schema):
    """A change that was checked: its sentence, the fields it changes, what it makes of the hole."""

    kind: str
    sentence: str
    changes: dict[str, Any]
    verdict: Verdict
    tightest: str
    failure: str
    use: float
    costs: Costs


class WaysOutAnswer(Schema):
    """The ways out of a job, cheapest first; where there is none the nearest miss."""

    tightest: str
    ways: list[WayOut]
    nearest_miss: WayOut | None


class PairingAnswer(Schema):
    """One machine with one cutter at its best real setting; both by their place in the yard."""

    machine: int
    cutter: int
    machine_name: str
    cutter_name: str
    verdict: Verdict
    tightest: str
    failure: str
    use: float
    speed_rpm: float
    feed_mm_rev: float | None
    hand_force_n: float | None
    time_s: float | None
    words: str


class MatchAnswer(Schema):
    """Every pairing, best first."""

    pairings: list[PairingAnswer]
    left_out: int


class LengthPart(Schema):
    """A part of a drill's length."""

    part: str
    length_mm: float


class StageAnswer(Schema):
    """One drill of a deep hole."""

    to_depth_mm: float
    diameter_mm: float
    times_diameter: float
    tool: str
    length_mm: float
    length_parts: list[LengthPart]


class Wet(Schema):
    """Coolant wanted and had."""

    pressure_bar: float
    flow_l_min: float
    pump_kw: float
    has_pressure_bar: float
    has_flow_l_min: float
    enough: bool | None


class DeepHoleAnswer(Schema):
    """A deep hole worked out."""

    times_diameter: float
    stages: list[StageAnswer]
    pilot_diameter_mm: list[float] | None
    pilot_depth_mm: float | None
    bush: str | None
    steady_rests: int
    span_mm: float
    whirling_rpm: float
    fastest_rpm: float
    coolant: Wet
    order: list[str]
    procedure: list[str]


class ProgramAnswer(Schema):
    """A program read back, and what the check says of it where a case came with it."""

    speed_rpm: float
    feed_rate_mm_min: float
    feed_mm_rev: float
    units: str
    cycle: str | None
    depth_mm: float | None
    peck_mm: float | None
    check: Answer | None
