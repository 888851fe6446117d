"""Programs as answers: written from a plan's steps, and run through the simulated controller beside them."""

from dataclasses import replace
from typing import Any, Literal

from bore.answers.judged import judged
from bore.answers.shape import number, shaped
from bore.base.errors import BadInput, Problem
from bore.base.immutable import outgoing
from bore.base.plain import LONGEST_TEXT, REACH_MM, figure, plain_text, points_mm
from bore.case.read import read_case
from bore.check.check import Check
from bore.job.obstacle import read_obstacles
from bore.limits.judgement import Verdict
from bore.plan.tapping import unsaid
from bore.plan.times import KINDS
from bore.program.compare import Loaded, differences, loads
from bore.program.control import Control, read_control
from bore.program.controller import run
from bore.program.planned import planned_of
from bore.program.readback.plan import Planned, read_planned
from bore.program.readback.read import read_back
from bore.program.sheet import HandStep, Point, Sheet, ToolStep
from bore.program.state import Made, Move, Run
from bore.program.write import Style, write

MOST_STEPS, MOST_POINTS, MOST_TRACE, MOST_MOVES_SHOWN = 80, 400, 2000, 500
# A tool's number as controls take it, two digits.
MOST_NUMBER = 99
# A stroke that ends this near above the face is still the hole's own.
NEAR_FACE_MM = 5.0


@outgoing
class ProgramTool:
    """A tool of a program."""

    number: int
    words: str


@outgoing
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


@outgoing
class ProgramHole:
    """A hole as the program makes it."""

    tool: int
    line: int
    x_mm: float
    y_mm: float
    depth_mm: float
    pecks: int
    cycle: int | None


@outgoing
class ProgramTrace:
    """Depth over time of a tool's first hole: time s, depth mm, 1 where it feeds."""

    tool: int
    depth_mm: float
    points: list[list[float]]


@outgoing
class ProgramProblem:
    """Something wrong in a program, and in which line (0: nowhere)."""

    line: int
    words: str


@outgoing
class ProgramFinding:
    """What a setter would stop at, and in which line (0: nowhere): stops is a crash, scrap, a broken tool or an alarm; look is to be looked at."""

    line: int
    check: str
    severity: Literal["stops", "look", "note"]
    words: str
    tool: int


@outgoing
class ProgramMove:
    """A move as the controller makes it, dry: in which line, of which tool, rapid, feed or dwell, where to, at what speed and feed."""

    line: int
    tool: int
    kind: Literal["rapid", "feed", "dwell"]
    x_mm: float
    y_mm: float
    z_mm: float
    speed_rpm: float
    feed_mm_rev: float | None
    time_s: float


@outgoing
class CheckNotDone:
    """A check that had nothing to go by, and what it needs."""

    check: str
    needs: str


@outgoing
class ControllerAnswer:
    """A program and what the simulated controller makes of it; its differences from the plan, where one was given; what a setter would stop
    at; what of the control was assumed."""

    program: str
    tools: list[ProgramTool]
    units: Literal["mm", "in"]
    time_s: float
    blocks: list[ProgramBlock]
    holes: list[ProgramHole]
    traces: list[ProgramTrace]
    problems: list[ProgramProblem]
    differences: list[str] | None
    findings: list[ProgramFinding]
    not_done: list[CheckNotDone]
    moves: list[ProgramMove]
    moves_in_all: int
    assumed: list[str]


TEXTS = ("zero", "set_up", "holding", "under")


def read_sheet(data: Any, to_write: bool = False) -> Sheet:
    """Steps (`kind`, `words`, `case`; a hand's step has no case; `points_mm`, the height of the face there, `face_mm`, and the tool's number,
    `tool`, where they are not every step's own), places, `obstacles`, control, zero and set-up of a program. Raises BadInput naming the field."""
    if not isinstance(data, dict):
        raise BadInput.at("body", "must be an object")
    rows = data.get("steps")
    if not isinstance(rows, list) or not 1 <= len(rows) <= MOST_STEPS:
        raise BadInput.at("steps", f"accepted: 1 to {MOST_STEPS} steps of a plan")
    steps = _numbered(rows, points_mm(data.get("points_mm"), "points_mm", MOST_POINTS))
    machine = next((step.job.machine for step in steps if isinstance(step, ToolStep)), None)
    if machine is None:
        raise BadInput.at("steps", "has no step that a machine makes")
    turning = machine.is_a.lathe
    if turning or not to_write:
        steps = _on_centre(steps)
    steps = _guided(steps)
    said = data["control"] if data.get("control") is not None else machine.control
    texts = {name: _text(data, name) for name in TEXTS}
    return Sheet(
        name=str(data.get("name") or "holes")[:LONGEST_TEXT],
        steps=tuple(steps),
        points_mm=tuple(dict.fromkeys(at for step in steps if isinstance(step, ToolStep) for at in step.points_mm)),
        machine_kind=machine.kind,
        control=read_control(said, turning=turning),
        count=_count(data),
        obstacles=read_obstacles(data.get("obstacles"), "obstacles"),
        **(texts | {"set_up": texts["set_up"] or "1 of 1"}),
    )


def _text(data: dict[str, Any], name: str) -> str:
    return " ".join(plain_text(data.get(name), name).split())


def _count(data: dict[str, Any]) -> int:
    value = data.get("count", 1)
    if isinstance(value, bool) or not isinstance(value, int) or not 1 <= value <= 100_000:
        raise BadInput.at("count", "accepted: a whole number of holes, 1 to 100000")
    return value


def _numbered(rows: list[Any], everywhere: tuple[Point, ...]) -> list[ToolStep | HandStep]:
    """The steps in order, tools numbered as they come where their numbers are not said."""
    steps: list[ToolStep | HandStep] = []
    for place, row in enumerate(rows):
        steps.append(_step(row, place, sum(isinstance(one, ToolStep) for one in steps) + 1, everywhere))
    return steps


def _on_centre(steps: list[ToolStep | HandStep]) -> list[ToolStep | HandStep]:
    """The steps with every tool that was given no place on the centre line."""
    return [replace(step, points_mm=step.points_mm or ((0.0, 0.0),)) if isinstance(step, ToolStep) else step for step in steps]


def _guided(steps: list[ToolStep | HandStep]) -> list[ToolStep | HandStep]:
    """The steps, a gun drill knowing the hole that was made to guide it, where one was at each of its places."""
    found: list[ToolStep | HandStep] = []
    guides: dict[tuple[float, Point], float] = {}
    for step in steps:
        if isinstance(step, ToolStep):
            size = round(step.job.cutter.diameter_mm, 3)
            guided = [guides.get((size, at)) for at in step.points_mm]
            if step.job.cutter.kind.needs_guide and None not in guided:
                step = replace(step, guide_mm=min((one for one in guided if one is not None), default=None))
            if step.kind == "pilot" and not step.job.hole.through:
                guides |= {(size, at): step.job.hole.depth_mm for at in step.points_mm}
        found.append(step)
    return found


def _step(step: Any, place: int, number: int, everywhere: tuple[Point, ...]) -> ToolStep | HandStep:
    if not isinstance(step, dict) or step.get("kind") not in KINDS:
        raise BadInput.at(f"steps[{place}].kind", f"accepted: {', '.join(KINDS)}")
    words = str(step.get("words") or step["kind"])[:LONGEST_TEXT]
    if "case" in step and step["case"] is None:
        return HandStep(step["kind"], words)
    try:
        job = read_case(step.get("case"))
    except BadInput as refused:
        raise BadInput([Problem(f"steps[{place}].case.{one.field}", one.message) for one in refused.problems]) from refused
    if job.setting.feed_mm_rev is None:
        raise BadInput.at(f"steps[{place}].case.setting.feed_mm_rev", "is needed: a program feeds by the turn, not by the hand")
    at = f"steps[{place}]"
    own = points_mm(step.get("points_mm"), f"{at}.points_mm", MOST_POINTS) or everywhere
    face = figure(step["face_mm"], f"{at}.face_mm", *REACH_MM) if step.get("face_mm") is not None else 0.0
    if step.get("tool") is not None:
        number = int(figure(step["tool"], f"{at}.tool", 1, MOST_NUMBER))
    return ToolStep(number, step["kind"], words, job, own, place, face_mm=face)


def written_answer(data: Any) -> ControllerAnswer:
    """A program written from a plan's steps: `steps`, `points_mm`, `zero` in words, `name`, `control`, `count`, `set_up`, `holding`, `under`,
    `style` (cycles, moves), `units` (mm, in), `returns` (98, 99). It is read back before it is given out: what would stop a setter is
    refused."""
    sheet = read_sheet(data, to_write=True)
    for tool in sheet.tools:
        if tool.kind == "tap" and (words := unsaid(tool.job.machine, tool.job.hole.through)):
            # Whoever asks: the plan that says it cannot be done is not the only door.
            raise BadInput.at("machine.tapping", words)
    style = Style(data.get("style", "cycles"), data.get("units", "mm"), data.get("returns", 98))
    text = write(sheet, style)
    found = _ran(text, sheet, [ProgramTool(number=tool.number, words=tool.words) for tool in sheet.tools], planned_of(sheet), sheet.control)
    if stops := [one for one in found.findings if one.severity == "stops"]:
        raise BadInput.at("steps", f"is not written: read back, {stops[0].words} (line {stops[0].line})")
    return found


def run_answer(data: Any) -> ControllerAnswer:
    """A program run through the simulated controller: `program`; `control` and `plan` as far as they are known, or a plan's `steps` and
    `points_mm`, to hold it against."""
    if not isinstance(data, dict) or not isinstance(data.get("program"), str):
        raise BadInput.at("program", "is needed, as text")
    sheet = read_sheet(data) if data.get("steps") else None
    planned = planned_of(sheet) if sheet and data.get("plan") is None else read_planned(data.get("plan"))
    said = data.get("control")
    control = sheet.control if sheet and said is None else read_control(said) if said is not None else None
    return _ran(data["program"], sheet, [], planned, control)


def _ran(text: str, sheet: Sheet | None, tools: list[ProgramTool], planned: Planned, control: Control | None) -> ControllerAnswer:
    widths = {number: tool.diameter_mm for number, tool in planned.tools.items() if tool.diameter_mm is not None}
    found = run(text, widths, control if control is not None and control.codes is not None else None, planned.face_mm, planned.open_mm)
    findings, not_done = read_back(found, found.control, planned)
    return ControllerAnswer(
        program=text,
        tools=tools,
        units=found.units,
        time_s=number(sum(move.time_s for move in found.moves)),
        blocks=[_loaded(one) for one in loads(found, sheet)],
        holes=[_hole(one, planned) for one in found.holes],
        traces=_traces(found),
        problems=[shaped(ProgramProblem, one) for one in found.problems],
        differences=differences(found, sheet) if sheet else None,
        findings=[shaped(ProgramFinding, one) for one in findings],
        not_done=[shaped(CheckNotDone, one) for one in not_done],
        moves=[_dry(move) for move in found.moves[:MOST_MOVES_SHOWN]],
        moves_in_all=len(found.moves),
        assumed=list(found.control.assumed),
    )


def _hole(one: Made, planned: Planned) -> ProgramHole:
    """A hole, its depth from its own face."""
    deep = one.depth_mm + (planned.face_mm(one.x_mm, one.y_mm) or 0.0)
    return shaped(ProgramHole, one, depth_mm=number(deep), pecks=len(one.pecks_mm))


def _dry(move: Move) -> ProgramMove:
    x, y, z = move.end
    feed = None if move.feed_mm_rev is None else number(move.feed_mm_rev)
    return shaped(ProgramMove, move, x_mm=number(x), y_mm=number(y), z_mm=number(z), feed_mm_rev=feed, time_s=number(move.time_s))


UNCHECKED = dict.fromkeys(("verdict", "tightest", "failure", "use", "said", "torque_nm", "thrust_n", "power_kw"))


def _loaded(one: Loaded) -> ProgramBlock:
    return shaped(ProgramBlock, one, **(UNCHECKED if one.check is None else _checked(one.check)))


def _checked(check: Check) -> dict[str, Any]:
    """What the check says of a tool at the program's speed and feed."""
    result = check.result
    return judged(int(result.verdict), check.tightest, float(result.use)) | {
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
