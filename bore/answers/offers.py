"""Ways out, the match, a deep hole and a program read back, as answers. Names are stable; fields may be added."""

from dataclasses import fields, is_dataclass
from typing import Any

from bore.answers.assumed import field_words
from bore.answers.check import Answer, plain_answer
from bore.answers.judged import judged
from bore.answers.shape import number, plain, shaped
from bore.base.errors import BadInput
from bore.base.immutable import outgoing
from bore.case.cutter_words import cutter_words
from bore.case.read import read_case
from bore.check.check import check
from bore.job.job import Job
from bore.limits import BY_ID
from bore.limits.judgement import Verdict
from bore.plan import deep_hole
from bore.program.read import read_program
from bore.ways import match
from bore.ways.guesses import Guess, guesses
from bore.ways.ways_out import Way, WaysOut


@outgoing
class Costs:
    """What a way out costs: time over the job's own (None where that is not known), and whether a tool is changed."""

    time_ratio: float | None
    tool_change: bool


@outgoing
class WayOut:
    """A change that was checked: its sentence, the fields it changes, what it makes of the hole."""

    kind: str
    sentence: str
    changes: dict[str, Any]
    verdict: Verdict
    tightest: str
    failure: str
    use: float
    said: str
    costs: Costs


@outgoing
class WaysOutAnswer:
    """The ways out of a job, cheapest first; where there is none the nearest miss."""

    tightest: str
    ways: list[WayOut]
    nearest_miss: WayOut | None


@outgoing
class GuessAnswer:
    """An assumption that carries the verdict: what was taken, what else it may be, how to find out, and what is said then."""

    field: str
    words: str
    value: Any
    other: Any
    why: str
    moves: bool
    verdict: Verdict
    tightest: str
    failure: str
    said: str | None


@outgoing
class GuessesAnswer:
    """The assumptions that carry a verdict, the weightiest first."""

    guesses: list[GuessAnswer]


@outgoing
class PairingAnswer:
    """One machine with one cutter at its best real setting; both by their place in the yard. `holder`: what the machine holds it in where
    that is not its own, as a case's `machine.holder`."""

    machine: int
    cutter: int
    machine_name: str
    cutter_name: str
    verdict: Verdict
    tightest: str
    failure: str
    use: float
    said: str
    speed_rpm: float
    feed_mm_rev: float | None
    hand_force_n: float | None
    time_s: float | None
    words: str
    holder: dict[str, Any] | None


@outgoing
class MatchAnswer:
    """Every pairing, best first."""

    pairings: list[PairingAnswer]
    left_out: int


@outgoing
class LengthPart:
    """A part of a drill's length."""

    part: str
    length_mm: float


@outgoing
class StageAnswer:
    """One drill of a deep hole."""

    to_depth_mm: float
    diameter_mm: float
    times_diameter: float
    tool: str
    length_mm: float
    length_parts: list[LengthPart]


@outgoing
class Wet:
    """Coolant wanted and had."""

    pressure_bar: float
    flow_l_min: float
    pump_kw: float
    has_pressure_bar: float
    has_flow_l_min: float
    enough: bool | None


@outgoing
class DeepHoleAnswer:
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


@outgoing
class ProgramAnswer:
    """A program read back, and what the check says of it where a case came with it."""

    speed_rpm: float
    feed_rate_mm_min: float
    feed_mm_rev: float
    units: str
    cycle: str | None
    depth_mm: float | None
    peck_mm: float | None
    check: Answer | None


def plain_record(value: Any) -> Any:
    """A value or a record as a case writes it: nothing in it that is not known."""
    if is_dataclass(value):
        return {one.name: plain_record(getattr(value, one.name)) for one in fields(value) if getattr(value, one.name) is not None}
    return [plain_record(item) for item in value] if isinstance(value, tuple) else value


def _way(way: Way) -> WayOut:
    return WayOut(
        kind=way.kind,
        sentence=way.sentence,
        changes={path: plain_record(value) for path, value in way.changes.items()},
        **judged(way.verdict, way.tightest, way.use),
        costs=shaped(Costs, way),
    )


def ways_out_answer(found: WaysOut) -> WaysOutAnswer:
    """The ways out of a job: each a sentence, the fields it changes, what it makes of the hole and what it costs."""
    nearest = None if found.nearest_miss is None else _way(found.nearest_miss)
    return WaysOutAnswer(tightest=found.tightest, ways=[_way(way) for way in found.ways], nearest_miss=nearest)


def _pairing(pairing: match.Pairing, job: Job) -> PairingAnswer:
    return shaped(
        PairingAnswer,
        pairing,
        machine_name=job.yard.machines[pairing.machine].name,
        cutter_name=cutter_words(job.yard.cutters[pairing.cutter]),
        holder=None if pairing.holder is None else plain_record(pairing.holder),
        **judged(pairing.verdict, pairing.tightest, pairing.use),
    )


def match_answer(found: match.Match, job: Job) -> MatchAnswer:
    """Every machine with every cutter that makes the hole, best first."""
    return MatchAnswer(pairings=[_pairing(pairing, job) for pairing in found.pairings], left_out=found.left_out)


def _stage(stage: deep_hole.Stage) -> StageAnswer:
    return shaped(StageAnswer, stage, length_parts=[LengthPart(part=part, length_mm=number(length)) for part, length in stage.length_parts])


def deep_hole_answer(found: deep_hole.DeepHole) -> DeepHoleAnswer:
    """Stages, lengths to order, guides, coolant and procedure."""
    return shaped(DeepHoleAnswer, found, stages=[_stage(stage) for stage in found.stages], coolant=shaped(Wet, found.coolant))


def program_answer(request: Any) -> ProgramAnswer:
    """`{"program": "S300 F127", "case": {…}}`: the program read back, and with a case what the check says of it. With `"system": "inch"` a
    block that says neither G20 nor G21 is in inches.

    Raises BadInput naming `program` or a field of the case.
    """
    if not isinstance(request, dict) or not isinstance(request.get("program"), str):
        raise BadInput.at("program", "is needed, as text: the speed and feed of a program, or its block")
    found = read_program(request["program"], inch=request.get("system") == "inch")
    case = request.get("case")
    if case is None:
        return shaped(ProgramAnswer, found, check=None)
    if not isinstance(case, dict) or not isinstance(case.get("setting"), dict):
        raise BadInput.at("case", "must be a case with a setting")
    kept = {name: value for name, value in case["setting"].items() if name not in ("feed_mm_rev", "hand_force_n", "seconds_per_turn")}
    setting = kept | {"speed_rpm": found.speed_rpm, "feed_rate_mm_min": found.feed_rate_mm_min}
    return shaped(ProgramAnswer, found, check=plain_answer(check(read_case(case | {"setting": setting}), recorded=False)))


def guesses_answer(case: dict[str, Any]) -> GuessesAnswer:
    """The assumptions of a case that carry its verdict."""
    return GuessesAnswer(guesses=[_guess(one) for one in guesses(case)])


def _guess(one: Guess) -> GuessAnswer:
    found = plain_answer(one.checked)
    return GuessAnswer(
        field=one.field,
        words=field_words(one.field),
        value=plain(one.value),
        other=plain(one.other),
        why=one.why,
        moves=one.moves,
        verdict=found.verdict,
        tightest=found.tightest,
        failure=BY_ID[found.tightest].failure,
        said=found.said,
    )
