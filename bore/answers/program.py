"""Programs as answers: written from a plan's steps, and run through the simulated controller beside them."""

from dataclasses import dataclass
from typing import Any, Literal

from bore.answers.shape import number, shaped
from bore.base.errors import BadInput, Problem
from bore.case.read import read_case
from bore.check.check import Check
from bore.limits import BY_ID
from bore.limits.judgement import VERDICTS, Verdict
from bore.limits.said import said_of_use
from bore.plan.tapping import unsaid
from bore.plan.times import KINDS
from bore.program.compare import Loaded, differences, loads
from bore.program.controller import Move, Run, run
from bore.program.sheet import Sheet, ToolStep
from bore.program.write import Style, write

MOST_TOOLS, MOST_POINTS, MOST_TRACE = 30, 400, 2000
# A stroke that ends this near above the face is still the hole's own.
NEAR_FACE_MM = 5.0


@dataclass(frozen=True, slots=True, kw_only=True)
class ProgramTool:
    """A tool of a program."""

    number: int
    words: str


@dataclass(frozen=True, slots=True, kw_only=True)
class ProgramBlock:
    """A tool at a speed and feed of the program, with what the check says of it."""

    tool: int
    words: str
    speed_rpm: float
    feed_mm_rev: float
    holes: int
    cycle: int | None
    verdict: Verdict | None
    tightest: str | None
    failure: str | None
    use: float | None
    said: str | None
    torque_nm: float | None
    thrust_n: float | None
    power_kw: float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class ProgramHole:
    """A hole as the program makes it."""

    tool: int
    line: int
    x_mm: float
    y_mm: float
    depth_mm: float
    pecks: int
    cycle: int | None


@dataclass(frozen=True, slots=True, kw_only=True)
class ProgramTrace:
    """Depth over time of a tool's first hole: time s, depth mm, 1 where it feeds."""

    tool: int
    depth_mm: float
    points: list[list[float]]


@dataclass(frozen=True, slots=True, kw_only=True)
class ProgramProblem:
    """Something wrong in a program, and in which line (0: nowhere)."""

    line: int
    words: str


@dataclass(frozen=True, slots=True, kw_only=True)
class ControllerAnswer:
    """A program and what the simulated controller makes of it; its differences from the plan, where one was given."""

    program: str
    tools: list[ProgramTool]
    units: Literal["mm", "in"]
    time_s: float
    blocks: list[ProgramBlock]
    holes: list[ProgramHole]
    traces: list[ProgramTrace]
    problems: list[ProgramProblem]
    differences: list[str] | None


def read_sheet(data: Any) -> Sheet:
    """Steps (`kind`, `words`, `case`) and places of a program. Raises BadInput naming the field."""
    if not isinstance(data, dict):
        raise BadInput.at("body", "must be an object")
    steps, points = data.get("steps"), data.get("points_mm", [[0.0, 0.0]])
    if not isinstance(steps, list) or not 1 <= len(steps) <= MOST_TOOLS:
        raise BadInput.at("steps", f"accepted: 1 to {MOST_TOOLS} steps of a plan")
    tools = tuple(_tool(step, place) for place, step in enumerate(steps))
    name = str(data.get("name") or "holes")[:120]
    return Sheet(name, tools, _points(points), tools[0].job.machine.kind)


def _tool(step: Any, place: int) -> ToolStep:
    if not isinstance(step, dict) or step.get("kind") not in KINDS:
        raise BadInput.at(f"steps[{place}].kind", f"accepted: {', '.join(KINDS)}")
    try:
        job = read_case(step.get("case"))
    except BadInput as refused:
        raise BadInput([Problem(f"steps[{place}].case.{one.field}", one.message) for one in refused.problems]) from refused
    if job.setting.feed_mm_rev is None:
        raise BadInput.at(f"steps[{place}].case.setting.feed_mm_rev", "is needed: a program feeds by the turn, not by the hand")
    return ToolStep(place + 1, step["kind"], str(step.get("words") or step["kind"])[:120], job)


def _points(points: Any) -> tuple[tuple[float, float], ...]:
    good = isinstance(points, list) and 1 <= len(points) <= MOST_POINTS
    if not good or any(not isinstance(one, list) or len(one) != 2 or any(not _is_place(value) for value in one) for one in points):
        raise BadInput.at("points_mm", f"accepted: 1 to {MOST_POINTS} pairs of x and y, -10000 to 10000 mm")
    return tuple((float(x), float(y)) for x, y in points)


def _is_place(value: Any) -> bool:
    return isinstance(value, int | float) and not isinstance(value, bool) and -10000 <= value <= 10000


def written_answer(data: Any) -> ControllerAnswer:
    """A program written from a plan's steps: `steps`, `points_mm`, `name`, `style` (cycles, moves), `units` (mm, in), `returns` (98, 99)."""
    sheet = read_sheet(data)
    _taps_safely(sheet)
    style = Style(data.get("style", "cycles"), data.get("units", "mm"), data.get("returns", 98))
    text = write(sheet, style)
    return _ran(text, sheet, [ProgramTool(number=tool.number, words=tool.words) for tool in sheet.tools])


def _taps_safely(sheet: Sheet) -> None:
    """Refuse a blind thread until it is said how the tap is held, whoever asks: the plan that says it cannot be done is not the only door."""
    for tool in sheet.tools:
        job = tool.job
        if job.cutter.kind.feeds_its_pitch and (words := unsaid(job.machine, job.hole.through)):
            raise BadInput.at("machine.tapping", words)


def run_answer(data: Any) -> ControllerAnswer:
    """A program run through the simulated controller; with the plan's steps and places, held against them."""
    if not isinstance(data, dict) or not isinstance(data.get("program"), str):
        raise BadInput.at("program", "is needed, as text")
    return _ran(data["program"], read_sheet(data) if data.get("steps") else None, [])


def _ran(text: str, sheet: Sheet | None, tools: list[ProgramTool]) -> ControllerAnswer:
    found = run(text, {tool.number: tool.job.cutter.diameter_mm for tool in sheet.tools} if sheet else None)
    return ControllerAnswer(
        program=text,
        tools=tools,
        units=found.units,
        time_s=number(sum(move.time_s for move in found.moves)),
        blocks=[_loaded(one) for one in loads(found, sheet)],
        holes=[shaped(ProgramHole, one, pecks=len(one.pecks_mm)) for one in found.holes],
        traces=_traces(found),
        problems=[shaped(ProgramProblem, one) for one in found.problems],
        differences=differences(found, sheet) if sheet else None,
    )


UNCHECKED = dict.fromkeys(("verdict", "tightest", "failure", "use", "said", "torque_nm", "thrust_n", "power_kw"))


def _loaded(one: Loaded) -> ProgramBlock:
    return shaped(ProgramBlock, one, **(UNCHECKED if one.check is None else _checked(one.check)))


def _checked(check: Check) -> dict[str, Any]:
    """What the check says of a tool at the program's speed and feed."""
    result, limit = check.result, BY_ID[check.tightest]
    return {
        "verdict": VERDICTS[int(result.verdict)],
        "tightest": limit.id,
        "failure": limit.failure,
        "use": number(min(float(result.use), 1e6)),
        "said": said_of_use(int(result.verdict), float(result.use), limit.floor),
        "torque_nm": number(result.loads.torque_nm.high),
        "thrust_n": number(result.loads.thrust_n.high),
        "power_kw": number(result.loads.power_kw.high),
    }


def _traces(found: Run) -> list[ProgramTrace]:
    """Depth over time of each tool's first hole: what is drawn beside the bore log."""
    answers = []
    for tool in found.tools:
        first = next((one for one in found.holes if one.tool == tool), None)
        if first is None:
            continue
        moves = [move for move in found.moves if move.tool == tool and _at(move, first.x_mm, first.y_mm)]
        answers.append(ProgramTrace(tool=tool, depth_mm=number(first.depth_mm), points=_points_of(moves)[:MOST_TRACE]))
    return answers


def _at(move: Move, x_mm: float, y_mm: float) -> bool:
    """Whether a move is one of a place's own strokes, near the face or below it."""
    there = all(abs(end[0] - x_mm) < 0.01 and abs(end[1] - y_mm) < 0.01 for end in (move.start, move.end))
    return there and min(move.start[2], move.end[2]) < NEAR_FACE_MM


def _points_of(moves: list[Move]) -> list[list[float]]:
    """Time, depth below the face and whether it feeds (1) or runs (0), one row a move's end."""
    clock, found = 0.0, []
    for place, move in enumerate(moves):
        if place == 0:
            found.append([0.0, number(-move.start[2]), 0.0])
        clock += move.time_s
        found.append([number(clock), number(-move.end[2]), 1.0 if move.kind == "feed" else 0.0])
    return found
