"""Ways out, the match, a deep hole and a program read back, as data. Names are stable; fields may be added."""

from dataclasses import asdict, fields, is_dataclass
from typing import Any

from bore.answers.check import number, plain_answer
from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.check.check import check
from bore.job.job import Job
from bore.limits import BY_ID
from bore.limits.judgement import VERDICTS
from bore.limits.said import said_of_use
from bore.plan.deep_hole import DeepHole
from bore.program.read import read_program
from bore.ways.match import Match, Pairing
from bore.ways.proposals import cutter_words
from bore.ways.ways_out import Way, WaysOut


def plain_record(value: Any) -> Any:
    """A value or a record as a case writes it: nothing in it that is not known."""
    if is_dataclass(value):
        return {one.name: plain_record(getattr(value, one.name)) for one in fields(value) if getattr(value, one.name) is not None}
    return [plain_record(item) for item in value] if isinstance(value, tuple) else value


def _way(way: Way) -> dict[str, Any]:
    return {
        "kind": way.kind,
        "sentence": way.sentence,
        "changes": {path: plain_record(value) for path, value in way.changes.items()},
        "verdict": VERDICTS[way.verdict],
        "tightest": way.tightest,
        "failure": BY_ID[way.tightest].failure,
        "use": number(way.use),
        "said": said_of_use(way.verdict, way.use, BY_ID[way.tightest].floor),
        "costs": {"time_ratio": number(way.time_ratio), "tool_change": way.tool_change},
    }


def ways_out_as_data(found: WaysOut) -> dict[str, Any]:
    """The ways out of a job: each a sentence, the fields it changes, what it makes of the hole and what it costs."""
    return {
        "tightest": found.tightest,
        "ways": [_way(way) for way in found.ways],
        "nearest_miss": None if found.nearest_miss is None else _way(found.nearest_miss),
    }


def _pairing(pairing: Pairing, job: Job) -> dict[str, Any]:
    machine, cutter = job.yard.machines[pairing.machine], job.yard.cutters[pairing.cutter]
    return asdict(pairing) | {
        "verdict": VERDICTS[pairing.verdict],
        "machine_name": machine.name,
        "cutter_name": cutter_words(cutter),
        "use": number(pairing.use),
        "said": said_of_use(pairing.verdict, pairing.use, BY_ID[pairing.tightest].floor),
        "speed_rpm": number(pairing.speed_rpm),
        "feed_mm_rev": number(pairing.feed_mm_rev),
        "time_s": number(pairing.time_s),
    }


def match_as_data(found: Match, job: Job) -> dict[str, Any]:
    """Every machine with every cutter that makes the hole, best first."""
    return {"pairings": [_pairing(pairing, job) for pairing in found.pairings], "left_out": found.left_out}


def deep_hole_as_data(found: DeepHole) -> dict[str, Any]:
    """Stages, lengths to order, guides, coolant and procedure."""
    return {
        "times_diameter": number(found.times_diameter),
        "stages": [
            {
                "to_depth_mm": number(stage.to_depth_mm),
                "diameter_mm": stage.diameter_mm,
                "times_diameter": number(stage.times_diameter),
                "tool": stage.tool,
                "length_mm": number(stage.length_mm),
                "length_parts": [{"part": part, "length_mm": number(length)} for part, length in stage.length_parts],
            }
            for stage in found.stages
        ],
        "pilot_diameter_mm": None if found.pilot_diameter_mm is None else [number(one) for one in found.pilot_diameter_mm],
        "pilot_depth_mm": number(found.pilot_depth_mm),
        "bush": found.bush,
        "steady_rests": found.steady_rests,
        "span_mm": number(found.span_mm),
        "whirling_rpm": number(found.whirling_rpm),
        "fastest_rpm": number(found.fastest_rpm),
        "coolant": {name: value if isinstance(value, bool) else number(value) for name, value in asdict(found.coolant).items()},
        "order": list(found.order),
        "procedure": list(found.procedure),
    }


def program_as_data(request: Any) -> dict[str, Any]:
    """`{"program": "S300 F127", "case": {…}}`: the program read back, and with a case what the check says of it.

    Raises BadInput naming `program` or a field of the case.
    """
    if not isinstance(request, dict) or not isinstance(request.get("program"), str):
        raise BadInput.at("program", "is needed, as text: the speed and feed of a program, or its block")
    found = read_program(request["program"])
    said = {name: value if isinstance(value, str) or value is None else number(value) for name, value in asdict(found).items()}
    case = request.get("case")
    if case is None:
        return said | {"check": None}
    if not isinstance(case, dict) or not isinstance(case.get("setting"), dict):
        raise BadInput.at("case", "must be a case with a setting")
    kept = {name: value for name, value in case["setting"].items() if name not in ("feed_mm_rev", "hand_force_n", "seconds_per_turn")}
    setting = kept | {"speed_rpm": found.speed_rpm, "feed_rate_mm_min": found.feed_rate_mm_min}
    return said | {"check": plain_answer(check(read_case(case | {"setting": setting}), recorded=False))}
