"""The operations of a part as an answer: the tool and its setting, what it does of which features, what is changed before it, its way."""

from collections.abc import Sequence
from typing import Any

from bore.answers.judged import judged
from bore.answers.plan_step import case_of
from bore.answers.shape import number, shaped
from bore.base.immutable import outgoing
from bore.case.cutter_words import cutter_words
from bore.job.cutter import Cutter
from bore.limits.judgement import Verdict
from bore.part.solve import Operation, Solved, Visit
from bore.plan.times import KIND_WORDS


@outgoing
class PartTool:
    """A tool of the part: its number, its place in the crib, what it is, the features it cuts."""

    number: int
    cutter: int
    cutter_id: str | None = None
    words: str
    features: list[str]


@outgoing
class StepCheck:
    """What the full check says of a step."""

    verdict: Verdict
    tightest: str
    failure: str
    use: float
    said: str


@outgoing
class OperationFeature:
    """What an operation does of one feature: which step of its row, from nought; its places in the order they are visited, the stop, the
    check and its case."""

    letter: str
    step: int
    places: list[int]
    size_mm: float
    stop_mm: float | None
    depth_mm: float | None
    check: StepCheck | None
    case: dict[str, Any] | None


@outgoing
class Changed:
    """What is changed before an operation."""

    tool: bool
    speed: bool
    stops: int
    moves: int
    s: float


@outgoing
class PathPlace:
    """A place on a tool's way: which feature's, counted from one."""

    letter: str
    place: int


@outgoing
class PartOperation:
    """One operation: the set-up, its kind and words, tool, setting, what it does, the change before it, time."""

    setup: str
    kind: str
    words: str
    tool: int | None
    speed_rpm: float | None
    feed_mm_rev: float | None
    hand_force_n: float | None
    features: list[OperationFeature]
    change: Changed
    change_s: float
    times_s: float
    way_mm: float
    path: list[PathPlace]


def tools_answer(solved: list[Solved], crib: Sequence[Cutter]) -> list[PartTool]:
    """The tools in the order they are first put in, numbered from one."""
    found: dict[int, set[str]] = {}
    for setup in solved:
        for one in setup.operations:
            for visit in one.visits:
                if visit.step.cutter is not None and visit.step.cut is not None:
                    found.setdefault(visit.step.cutter, set()).add(setup.features[visit.feature].letter)
    return [
        PartTool(number=place, cutter=cutter, words=cutter_words(crib[cutter]), features=sorted(letters))
        for place, (cutter, letters) in enumerate(found.items(), start=1)
    ]


def operation_answer(solved: Solved, one: Operation, tools: list[PartTool]) -> PartOperation:
    """An operation of a set-up."""
    letters = [feature.letter for feature in solved.features]
    step = one.visits[0].step
    setting = step.cut.job.setting if step.cut else None
    hand = "" if step.cut else ", by hand"
    return PartOperation(
        setup=solved.setup.id,
        kind=one.kind,
        words=f"{KIND_WORDS[one.kind]} {', '.join(letters[visit.feature] for visit in one.visits)}{hand}",
        tool=next((tool.number for tool in tools if tool.cutter == step.cutter), None) if step.cut else None,
        speed_rpm=None if setting is None else number(setting.speed_rpm),
        feed_mm_rev=None if setting is None else number(setting.feed_mm_rev),
        hand_force_n=None if setting is None else number(setting.hand_force_n),
        features=[_visit(solved, visit) for visit in one.visits],
        change=shaped(Changed, one.change),
        change_s=number(one.change.s),
        times_s=number(one.time_s),
        way_mm=number(round(one.way_mm, 2)),
        path=[PathPlace(letter=letters[feature], place=place) for feature, place in one.path],
    )


def _visit(solved: Solved, visit: Visit) -> OperationFeature:
    cut = visit.step.cut
    return OperationFeature(
        letter=solved.features[visit.feature].letter,
        step=next(k for k, step in enumerate(solved.rows[visit.feature].steps) if step is visit.step),
        places=list(visit.places),
        size_mm=number(visit.step.size_mm),
        stop_mm=None if cut is None else number(cut.depths.stop_mm),
        depth_mm=None if cut is None else number(cut.job.hole.depth_mm),
        check=None if cut is None else StepCheck(**judged(cut.verdict, cut.tightest, cut.use)),
        case=None if cut is None else case_of(cut.job),
    )
