"""A part planned, as an answer: tools, operations in order, what changes and how long, rows by feature, what sharing saved, what cannot be made."""

from dataclasses import dataclass, field
from typing import Any

from bore.advice.cautions import cautions_for
from bore.answers.part_operation import PartOperation, PartTool, operation_answer, tools_answer
from bore.answers.part_request import asked_of, read_part
from bore.answers.plan import ChecklistLine, DrawnHole
from bore.answers.plan_request import Asked
from bore.answers.plan_step import PlanStep, step_answer
from bore.answers.shape import number, shaped
from bore.base.budget import tell
from bore.base.errors import BadInput
from bore.base.immutable import outgoing
from bore.job.job import Job
from bore.machines.kinds import machine_kinds
from bore.part import places
from bore.part.axis import meeting, starts_in_solid
from bore.part.batch import Batch, batch
from bore.part.half_way import HalfWay, half_ways
from bore.part.model import Feature, Part, Setup
from bore.part.rows import first_row, other_rows, row_into_a_hole
from bore.part.sides import as_they_stand, on_first, solve_sides
from bore.part.solve import ORDER_BEGINS, ROWS_END, TURN_S, Operation, Solved
from bore.plan.checklist import afterwards, checklist
from bore.plan.cost import S_PER_H, plan_cost, step_cost
from bore.plan.crib_end import CribEnds
from bore.plan.custom_row import not_the_size, recheck
from bore.plan.solver import Work
from bore.plan.times import DRILLING, KIND_WORDS, Plan


@outgoing
class PlaceFinding:
    """What is wrong with a place of a feature, counted from one."""

    letter: str
    place: int
    check: str
    severity: places.Severity
    words: str


@outgoing
class PartObstacle:
    """What stands beside the holes: from and to along x and y, and how high."""

    name: str
    x_mm: list[float]
    y_mm: list[float]
    z_mm: float


@outgoing
class PartSetup:
    """A set-up as it was asked for: its outline, how thick the part is there, where its zero lies and the word that calls it, what must not be
    drilled into; and half-way between what stands next to one another in it."""

    id: str
    outline_mm: list[list[float]]
    thickness_mm: float | None
    zero_at: str
    zero_word: str
    keep_out_mm: list[list[list[float]]]
    obstacles: list[PartObstacle]
    half_ways: list[HalfWay]


@outgoing
class Changes:
    """How often what is changed."""

    tools: int
    speeds: int
    stops: int
    moves: int


@outgoing
class PartTimes:
    """Where the time goes, s."""

    cut: float
    hand: float
    change: float
    turn: float
    total: float


@outgoing
class FeatureRow:
    """A feature with the hole as drawn, how deep from its face and how high that is, whether its row is
    somebody's own, where it stands, in which set-up it is made, its steps."""

    letter: str
    hole: DrawnHole
    depth_mm: float
    through: bool
    face_mm: float
    own: bool
    setup: str
    places_mm: list[list[float]]
    steps: list[PlanStep]


@outgoing
class Saved:
    """What planning together saves against each feature by itself."""

    changes: int
    s: float
    money: float
    words: str


@outgoing
class Unresolved:
    """A feature that is not made, where it would stand, why it is not, and what to get so that it is (empty where nothing bought helps)."""

    letter: str
    setup: str
    reason: str
    nearest: str
    diameter_mm: float
    places_mm: list[list[float]]


@outgoing
class Search:
    """How the order was found: exactly or within bounds, rows and states looked at, and the least it could take."""

    exact: bool
    rows_tried: int
    states: int
    bound_s: float


@outgoing
class PartAnswer:
    """A part planned: what it is, in order, and what it wants beside its operations; its times are one part's, its cost that of all of them."""

    name: str
    machine: str
    machine_kind: str
    material: str
    setups: list[PartSetup]
    findings: list[PlaceFinding]
    tools: list[PartTool]
    operations: list[PartOperation]
    changes: Changes
    times: PartTimes
    batch: Batch
    cost: float
    rows: list[FeatureRow]
    saved: Saved
    unresolved: list[Unresolved]
    search: Search
    says: list[str]
    cautions: list[str]
    checklist: list[ChecklistLine]
    afterwards: list[ChecklistLine]


# Why a hole is not made where one is already that its drill may not go into.
INTO_A_HOLE = (
    "a hole is there already, and every drill of the crib that makes this one must start in solid metal: another order, or a twist drill"
)


@dataclass(slots=True)
class _Made:
    """What is asked of each feature that can be planned, the rows that may make it, and why the others are not made."""

    base: Job | None = None
    asked: dict[str, Asked] = field(default_factory=dict)
    rows: dict[str, tuple[Plan, ...]] = field(default_factory=dict)
    says: list[str] = field(default_factory=list)
    unresolved: list[Unresolved] = field(default_factory=list)


def part_answer(data: Any) -> PartAnswer:
    """A part from its JSON, planned. Raises BadInput for a malformed request; what is wrong with a feature is said of it, the rest stands."""
    drawn = read_part(data)
    part, meets = as_they_stand(drawn), meeting(drawn)
    kind = machine_kinds().get(str(data["machine"].get("kind")))
    found = places.findings(on_first(part), turned=kind is not None and kind.lathe)
    made = _rows(data, on_first(part), found, {letter for letter, _ in meets})
    solved, lacking = solve_sides(part, {letter: (made.asked[letter].task, rows) for letter, rows in made.rows.items()}, meets)
    made.unresolved += [_unresolved(one, INTO_A_HOLE, "") for one in on_first(part).features if one.letter in lacking]
    return _answer(part, made, solved, found)


def _rows(data: Any, part: Part, found: list[places.Finding], shared: set[str]) -> _Made:
    """The rows of every feature that can be planned: the wish's first, then what the others' sizes make possible; of what shares its axis
    with another one that goes into a hole."""
    made, works = _Made(), {}
    setups = {setup.id: setup for setup in part.setups}
    stopped = {one.letter: one.words for one in found if one.severity == "stops"}
    for place, feature in enumerate(part.features):
        tell(place, len(part.features), f"steps for {feature.letter}", ends=ROWS_END)
        asked = asked_of(data, part, feature, setups[feature.setup])
        made.base = asked.task.base
        work = Work(asked.task)
        try:
            if reason := stopped.get(feature.letter) or ("" if feature.places_mm else "its places are not said"):
                raise BadInput.at("places", reason)
            made.rows[feature.letter] = (_own_row(made, feature, asked) if asked.own else first_row(asked.task, asked.wish, work),)
        except CribEnds as end:
            get = end.remedy.for_crib
            made.unresolved.append(_unresolved(feature, end.why if get else end.problems[0].message, get))
        except BadInput as error:
            made.unresolved.append(_unresolved(feature, error.problems[0].message, ""))
        else:
            made.asked[feature.letter], works[feature.letter] = asked, work
    drilled = {letter: [step.size_mm for step in rows[0].steps if step.kind in DRILLING] for letter, rows in made.rows.items()}
    for place, (letter, asked) in enumerate(made.asked.items()):
        if asked.own:
            continue
        tell(place, len(made.asked), f"other ways to make {letter}", begins=ROWS_END, ends=ORDER_BEGINS)
        others = [size for other, sizes in drilled.items() if other != letter for size in sizes]
        made.rows[letter] = tuple(other_rows(asked.task, asked.wish, works[letter], made.rows[letter][0], others))
        if letter in shared and all(starts_in_solid(row, asked.task) for row in made.rows[letter]):
            made.rows[letter] = row_into_a_hole(asked.task, asked.wish, works[letter], made.rows[letter])
    return made


def _own_row(made: _Made, feature: Feature, asked: Asked) -> Plan:
    """A feature's row as somebody wants it, checked; what it does is said. Raises BadInput where a step of it cannot be done."""
    own = recheck(asked.task, asked.own)
    if cannot := [step for step in own.steps if step.cannot]:
        raise BadInput.at("steps", f"your row: {KIND_WORDS[cannot[0].kind]} cannot be done, {cannot[0].cannot}")
    if words := not_the_size(asked.task, own.plan.steps):
        raise BadInput.at("steps", f"your row: {words}")
    made.says += [f"{feature.letter}: {words}" for words in own.says]
    return own.plan


# --- the answer -------------------------------------------------------------------


def _answer(part: Part, made: _Made, solved: list[Solved], found: list[places.Finding]) -> PartAnswer:
    base = made.base
    assert base is not None
    tools = tools_answer(solved, base.yard.cutters)
    operations = [one for setup in solved for one in setup.operations]
    times = _times(solved, operations)
    several = batch(part.count, operations, times.turn)
    rate = next((asked.task.money.rate_per_h for asked in made.asked.values()), 0.0)
    plans = [(made.asked[feature.letter].task, row) for setup in solved for feature, row in zip(setup.features, setup.rows, strict=True)]
    return PartAnswer(
        name=part.name,
        machine=base.machine.name,
        machine_kind=base.machine.kind,
        material=base.material.name,
        setups=[_setup(setup, part) for setup in part.setups],
        findings=[shaped(PlaceFinding, one) for one in found],
        tools=tools,
        operations=[operation_answer(setup, one, tools) for setup in solved for one in setup.operations],
        changes=Changes(**{name: sum(getattr(one.change, flag) for one in operations) for name, flag in FLAGS.items()}),
        times=times,
        batch=several,
        cost=number(part.count * _edges_cost(made, solved) + rate * several.total_s / S_PER_H),
        rows=[_row(setup, feature, row, made) for setup in solved for feature, row in zip(setup.features, setup.rows, strict=True)],
        saved=_saved(solved, rate),
        unresolved=made.unresolved,
        search=Search(
            exact=bool(solved) and all(setup.exact for setup in solved),
            rows_tried=sum(setup.tried for setup in solved),
            states=sum(setup.states for setup in solved),
            bound_s=number(sum(setup.bound_s for setup in solved)),
        ),
        says=made.says,
        cautions=list(dict.fromkeys(words for _, row in plans for step in row.steps if step.cut for words in cautions_for(step.cut.job))),
        checklist=[shaped(ChecklistLine, line) for line in checklist(plans)],
        afterwards=[shaped(ChecklistLine, line) for line in afterwards(plans)],
    )


FLAGS = {"tools": "tool", "speeds": "speed", "stops": "stops", "moves": "moves"}


def _times(solved: list[Solved], operations: list[Operation]) -> PartTimes:
    machine = [one for one in operations if one.visits[0].step.cut is not None]
    cut, change = sum(one.time_s for one in machine), sum(one.change.s for one in machine)
    hand = sum(one.time_s for one in operations) - cut
    turn = TURN_S * max(len(solved) - 1, 0)
    return PartTimes(cut=number(cut), hand=number(hand), change=number(change), turn=turn, total=number(cut + hand + change + turn))


def _setup(setup: Setup, part: Part) -> PartSetup:
    here = tuple(feature for feature in on_first(part).features if feature.setup == setup.id)
    return PartSetup(
        id=setup.id,
        outline_mm=[list(corner) for corner in setup.outline_mm],
        thickness_mm=setup.thickness_mm,
        zero_at=setup.zero_at,
        zero_word=setup.zero_word,
        keep_out_mm=[[list(corner) for corner in box] for box in setup.keep_out_mm],
        obstacles=[PartObstacle(name=one.name, x_mm=list(one.x_mm), y_mm=list(one.y_mm), z_mm=one.z_mm) for one in setup.obstacles],
        half_ways=half_ways(setup, here),
    )


def _row(setup: Solved, feature: Feature, row: Plan, made: _Made) -> FeatureRow:
    asked = made.asked[feature.letter]
    cost = plan_cost(asked.task.money, row, asked.task.base)
    return FeatureRow(
        letter=feature.letter,
        hole=shaped(DrawnHole, asked.task.drawn),
        depth_mm=number(asked.task.base.hole.depth_mm),
        through=asked.task.base.hole.through,
        face_mm=feature.face_mm,
        own=bool(asked.own),
        setup=setup.setup.id,
        places_mm=[list(place) for place in feature.places_mm],
        steps=[step_answer(step, asked, one) for step, one in zip(row.steps, cost.steps, strict=True)],
    )


def _unresolved(feature: Feature, reason: str, nearest: str) -> Unresolved:
    return Unresolved(
        letter=feature.letter,
        setup=feature.setup,
        reason=reason,
        nearest=nearest,
        diameter_mm=feature.diameter_mm,
        places_mm=[list(place) for place in feature.places_mm],
    )


def _edges_cost(made: _Made, solved: list[Solved]) -> float:
    """What is used up of edges."""
    return sum(
        (step_cost(made.asked[feature.letter].task.money, step).edge or 0.0) * len(feature.places_mm)
        for setup in solved
        for feature, row in zip(setup.features, setup.rows, strict=True)
        for step in row.steps
    )


def _saved(solved: list[Solved], rate_per_h: float) -> Saved:
    """Together against each by itself; nothing is claimed where it takes as long."""
    s = max(sum(setup.alone_s - setup.total_s for setup in solved), 0.0)
    alone = sum(setup.alone_changes for setup in solved)
    together = sum(one.change.tool for setup in solved for one in setup.operations)
    if s < 1:
        words = "it takes as long"
    elif together < alone:
        words = f"{together} tool changes, not {alone}; {s:.0f} s less"
    else:
        words = f"as many tool changes, {s:.0f} s less of belts, stops and cutting"
    return Saved(changes=alone - together, s=number(s), money=number(s * rate_per_h / S_PER_H), words=words)
