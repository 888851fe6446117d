"""A part planned, as an answer: tools, operations in order, what changes and how long, rows by feature, what sharing saved, what cannot be made."""

import itertools
from dataclasses import dataclass, replace
from typing import Any

from bore.answers.part_request import EITHER, asked_of, read_part
from bore.answers.plan import DrawnHole
from bore.answers.plan_request import Asked
from bore.answers.plan_step import PlanStep, case_of, step_answer
from bore.answers.shape import number, shaped
from bore.base.errors import BadInput
from bore.limits import BY_ID
from bore.limits.judgement import VERDICTS, Verdict
from bore.limits.said import said_of_use
from bore.part import places
from bore.part.interleave import At
from bore.part.model import Feature, Part, Setup
from bore.part.rows import first_row, other_rows
from bore.part.solve import TURN_S, Operation, Rows, Solved, Visit, solve_setup
from bore.plan.cost import S_PER_H, plan_cost, step_cost
from bore.plan.crib_end import CribEnds
from bore.plan.solver import Work
from bore.plan.times import DRILLING, KIND_WORDS, Plan
from bore.ways.cutter_changes import cutter_words

# Holes that may be made from either side are tried on each; more than this many choices are not.
MOST_SIDES = 8


@dataclass(frozen=True, slots=True, kw_only=True)
class PlaceFinding:
    """What is wrong with a place of a feature, counted from one."""

    letter: str
    place: int
    check: str
    severity: places.Severity
    words: str


@dataclass(frozen=True, slots=True, kw_only=True)
class PartTool:
    """A tool of the part: its number, its place in the crib, what it is, the features it cuts."""

    number: int
    cutter: int
    words: str
    features: list[str]


@dataclass(frozen=True, slots=True, kw_only=True)
class StepCheck:
    """What the full check says of a step."""

    verdict: Verdict
    tightest: str
    failure: str
    use: float
    said: str


@dataclass(frozen=True, slots=True, kw_only=True)
class OperationFeature:
    """What an operation does of one feature: its places in the order they are visited, the stop, pecks, the check and its case."""

    letter: str
    places: list[int]
    size_mm: float
    stop_mm: float | None
    depth_mm: float | None
    check: StepCheck | None
    case: dict[str, Any] | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Changed:
    """What is changed before an operation."""

    tool: bool
    speed: bool
    stops: int
    moves: int
    s: float


@dataclass(frozen=True, slots=True, kw_only=True)
class PathPlace:
    """A place on a tool's way: which feature's, counted from one."""

    letter: str
    place: int


@dataclass(frozen=True, slots=True, kw_only=True)
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


@dataclass(frozen=True, slots=True, kw_only=True)
class Changes:
    """How often what is changed."""

    tools: int
    speeds: int
    stops: int
    moves: int


@dataclass(frozen=True, slots=True, kw_only=True)
class PartTimes:
    """Where the time goes, s."""

    cut: float
    hand: float
    change: float
    turn: float
    total: float


@dataclass(frozen=True, slots=True, kw_only=True)
class FeatureRow:
    """A feature with the hole as drawn, where it stands, in which set-up it is made, and its steps."""

    letter: str
    hole: DrawnHole
    setup: str
    places_mm: list[list[float]]
    steps: list[PlanStep]


@dataclass(frozen=True, slots=True, kw_only=True)
class Saved:
    """What planning together saves against each feature by itself."""

    changes: int
    s: float
    money: float
    words: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Unresolved:
    """A feature that is not made, why, and what would do."""

    letter: str
    reason: str
    nearest: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Search:
    """How the order was found: exactly or within bounds, rows and states looked at, and the least it could take."""

    exact: bool
    rows_tried: int
    states: int
    bound_s: float


@dataclass(frozen=True, slots=True, kw_only=True)
class PartAnswer:
    """A part planned."""

    name: str
    findings: list[PlaceFinding]
    tools: list[PartTool]
    operations: list[PartOperation]
    changes: Changes
    times: PartTimes
    cost: float
    rows: list[FeatureRow]
    saved: Saved
    unresolved: list[Unresolved]
    search: Search


@dataclass(slots=True)
class _Made:
    """A part's features that can be planned, and why the others cannot."""

    asked: dict[str, Asked]
    rows: dict[str, list[Plan]]
    unresolved: list[Unresolved]


def part_answer(data: Any) -> PartAnswer:
    """A part from its JSON, planned. Raises BadInput for a malformed request; what is wrong with a feature is said of it, the rest stands."""
    part = _mirrored(read_part(data))
    found = places.findings(_one_side(part))
    made = _rows(data, part, found)
    solved = _best_sides(part, made)
    return _answer(part, made, solved, found)


def _mirrored(part: Part) -> Part:
    """Places of a turned side as they stand there: y mirrored where the part is rolled about x, x where about y."""
    by_id = {setup.id: setup for setup in part.setups}

    def placed(feature: Feature) -> Feature:
        setup = by_id.get(feature.setup)
        return feature if setup is None or setup.turned is None else replace(feature, places_mm=_turned(setup, feature.places_mm))

    return replace(part, features=tuple(placed(one) for one in part.features))


def _turned(setup: Setup, points: tuple[tuple[float, float], ...]) -> tuple[tuple[float, float], ...]:
    axis = 1 if setup.turned == "x" else 0
    values = [corner[axis] for corner in setup.outline_mm]
    both = min(values) + max(values) if values else 0.0
    return tuple((x, round(both - y, 4)) if axis else (round(both - x, 4), y) for x, y in points)


def _one_side(part: Part) -> Part:
    """The part with what may be made from either side on the first, to be looked at there."""
    return replace(part, features=tuple(replace(one, setup=part.setups[0].id) if one.setup == EITHER else one for one in part.features))


def _rows(data: Any, part: Part, found: list[places.Finding]) -> _Made:
    """The rows of every feature that can be planned: the wish's first, then what the others' sizes make possible."""
    made = _Made({}, {}, [])
    setups = {setup.id: setup for setup in part.setups}
    stopped = {one.letter: one.words for one in found if one.severity == "stops"}
    works = {}
    for feature in _one_side(part).features:
        asked = asked_of(data, _one_side(part), feature, setups[feature.setup])
        reason = stopped.get(feature.letter) or ("" if feature.places_mm else "its places are not said")
        if reason:
            made.unresolved.append(Unresolved(letter=feature.letter, reason=reason, nearest="set its places right"))
            continue
        works[feature.letter] = Work(asked.task)
        try:
            made.rows[feature.letter] = [first_row(asked.task, asked.wish, works[feature.letter])]
            made.asked[feature.letter] = asked
        except CribEnds as end:
            made.unresolved.append(Unresolved(letter=feature.letter, reason=end.why, nearest=end.to_get))
        except BadInput as error:
            made.unresolved.append(Unresolved(letter=feature.letter, reason=error.problems[0].message, nearest=""))
    drilled = {letter: [step.size_mm for step in rows[0].steps if step.kind in DRILLING] for letter, rows in made.rows.items()}
    for letter, asked in made.asked.items():
        others = [size for other, sizes in drilled.items() if other != letter for size in sizes]
        made.rows[letter] = other_rows(asked.task, asked.wish, works[letter], made.rows[letter][0], others)
    return made


def _best_sides(part: Part, made: _Made) -> list[tuple[Part, Solved]]:
    """Every set-up solved, what may be made from either side on the side where it takes least."""
    either = [one.letter for one in part.features if one.setup == EITHER and one.letter in made.rows]
    ids = [setup.id for setup in part.setups]
    sides = list(itertools.islice(itertools.product(ids, repeat=len(either)), MOST_SIDES)) if either else [()]
    best: list[tuple[Part, Solved]] | None = None
    for choice in sides:
        where = dict(zip(either, choice, strict=True))
        placed = replace(part, features=tuple(_on_side(part, one, where.get(one.letter, one.setup)) for one in part.features))
        solved = [(placed, one) for one in _setups(placed, made)]
        if best is None or _total(solved) < _total(best) - 1e-9:
            best = solved
    return best or []


def _on_side(part: Part, feature: Feature, side: str) -> Feature:
    if feature.setup != EITHER:
        return feature
    setup = next((one for one in part.setups if one.id == side), part.setups[0])
    return replace(feature, setup=setup.id, places_mm=_turned(setup, feature.places_mm) if setup.turned else feature.places_mm)


def _setups(part: Part, made: _Made) -> list[Solved]:
    at, found = At(), []
    for setup in part.setups:
        rows = [
            Rows(feature, made.asked[feature.letter].task, tuple(made.rows[feature.letter]))
            for feature in part.features
            if feature.setup == setup.id and feature.letter in made.rows
        ]
        if not rows:
            continue
        solved = solve_setup(setup, rows, rows[0].task.base, part.mark_first, at)
        at = replace(solved.ends, place=None)
        found.append(solved)
    return found


def _total(solved: list[tuple[Part, Solved]]) -> float:
    return sum(one.total_s for _, one in solved)


# --- the answer -------------------------------------------------------------------


def _answer(part: Part, made: _Made, solved: list[tuple[Part, Solved]], found: list[places.Finding]) -> PartAnswer:
    operations = [(here, setup, one) for here, setup in solved for one in setup.operations]
    tools = _tools(made, solved)
    turn = TURN_S * max(len(solved) - 1, 0)
    times = PartTimes(
        cut=number(sum(one.time_s for *_, one in operations if _on_machine(one))),
        hand=number(sum(one.time_s for *_, one in operations if not _on_machine(one))),
        change=number(sum(one.change.s for *_, one in operations)),
        turn=turn,
        total=number(sum(one.time_s + one.change.s for *_, one in operations) + turn),
    )
    saved_s = sum(setup.alone_s for _, setup in solved) - sum(one.change.s for *_, one in operations)
    rate = next(iter(made.asked.values())).task.money.rate_per_h if made.asked else 0.0
    return PartAnswer(
        name=part.name,
        findings=[shaped(PlaceFinding, one) for one in found],
        tools=tools,
        operations=[_operation(here, setup, one, made, tools) for here, setup, one in operations],
        changes=Changes(**{name: sum(getattr(one.change, flag) for *_, one in operations) for name, flag in FLAGS.items()}),
        times=times,
        cost=number(_cost(made, solved, times.total, rate)),
        rows=[
            _row(feature, row, made)
            for here, setup in solved
            for feature, row in zip(_features(here, setup, made), setup.rows, strict=True)
        ],
        saved=_saved(sum(setup.alone_changes for _, setup in solved), sum(one.change.tool for *_, one in operations), saved_s, rate),
        unresolved=made.unresolved,
        search=Search(
            exact=bool(solved) and all(setup.exact for _, setup in solved),
            rows_tried=sum(setup.tried for _, setup in solved),
            states=sum(setup.states for _, setup in solved),
            bound_s=number(sum(setup.bound_s for _, setup in solved)),
        ),
    )


FLAGS = {"tools": "tool", "speeds": "speed", "stops": "stops", "moves": "moves"}


def _on_machine(one: Operation) -> bool:
    return one.visits[0].step.cut is not None


def _features(part: Part, solved: Solved, made: _Made) -> list[Feature]:
    return [one for one in part.features if one.setup == solved.setup.id and one.letter in made.rows]


def _tools(made: _Made, solved: list[tuple[Part, Solved]]) -> list[PartTool]:
    """The tools in the order they are first put in, numbered from one."""
    found: dict[int, list[str]] = {}
    for here, setup in solved:
        features = _features(here, setup, made)
        for one in setup.operations:
            for visit in one.visits:
                if visit.step.cutter is not None and visit.step.cut is not None:
                    letters = found.setdefault(visit.step.cutter, [])
                    if features[visit.feature].letter not in letters:
                        letters.append(features[visit.feature].letter)
    crib = next(iter(made.asked.values())).task.base.yard.cutters if made.asked else ()
    return [
        PartTool(number=place, cutter=cutter, words=cutter_words(crib[cutter]), features=sorted(letters))
        for place, (cutter, letters) in enumerate(found.items(), start=1)
    ]


def _operation(part: Part, solved: Solved, one: Operation, made: _Made, tools: list[PartTool]) -> PartOperation:
    features = _features(part, solved, made)
    step = one.visits[0].step
    setting = step.cut.job.setting if step.cut else None
    return PartOperation(
        setup=solved.setup.id,
        kind=one.kind,
        words=f"{KIND_WORDS[one.kind]} {', '.join(features[visit.feature].letter for visit in one.visits)}"
        + ("" if step.cut else ", by hand"),
        tool=next((tool.number for tool in tools if tool.cutter == step.cutter), None) if step.cut else None,
        speed_rpm=None if setting is None else number(setting.speed_rpm),
        feed_mm_rev=None if setting is None else number(setting.feed_mm_rev),
        hand_force_n=None if setting is None else number(setting.hand_force_n),
        features=[_visit(features[visit.feature], visit) for visit in one.visits],
        change=shaped(Changed, one.change),
        change_s=number(one.change.s),
        times_s=number(one.time_s),
        way_mm=number(round(one.way_mm, 2)),
        path=[PathPlace(letter=features[feature].letter, place=place) for feature, place in one.path],
    )


def _visit(feature: Feature, visit: Visit) -> OperationFeature:
    cut = visit.step.cut
    check = None
    if cut is not None:
        limit = BY_ID[cut.tightest]
        check = StepCheck(
            verdict=VERDICTS[cut.verdict],
            tightest=limit.id,
            failure=limit.failure,
            use=number(min(cut.use, 1e6)),
            said=said_of_use(cut.verdict, cut.use, limit.floor),
        )
    return OperationFeature(
        letter=feature.letter,
        places=list(visit.places),
        size_mm=number(visit.step.size_mm),
        stop_mm=None if cut is None else number(cut.depths.stop_mm),
        depth_mm=None if cut is None else number(cut.job.hole.depth_mm),
        check=check,
        case=None if cut is None else case_of(cut.job),
    )


def _row(feature: Feature, row: Plan, made: _Made) -> FeatureRow:
    asked = made.asked[feature.letter]
    cost = plan_cost(asked.task.money, row, asked.task.base)
    return FeatureRow(
        letter=feature.letter,
        hole=shaped(DrawnHole, asked.task.drawn),
        setup=feature.setup,
        places_mm=[list(place) for place in feature.places_mm],
        steps=[step_answer(step, asked, one) for step, one in zip(row.steps, cost.steps, strict=True)],
    )


def _cost(made: _Made, solved: list[tuple[Part, Solved]], total_s: float, rate_per_h: float) -> float:
    """Edges used up, and the machine's time."""
    edges = sum(
        (step_cost(made.asked[feature.letter].task.money, step).edge or 0.0) * len(feature.places_mm)
        for here, setup in solved
        for feature, row in zip(_features(here, setup, made), setup.rows, strict=True)
        for step in row.steps
    )
    return edges + rate_per_h * total_s / S_PER_H


def _saved(alone: int, together: int, s: float, rate_per_h: float) -> Saved:
    if s < 1 and together >= alone:
        words = "planned together it takes as many changes as each by itself"
    elif together < alone:
        words = f"{together} tool changes, not {alone}; {s:.0f} s"
    else:
        words = f"as many tool changes, {s:.0f} s less of belts and stops"
    return Saved(changes=alone - together, s=number(max(s, 0.0)), money=number(max(s, 0.0) * rate_per_h / S_PER_H), words=words)
