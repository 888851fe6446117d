"""A practice run, asked for and answered: what happened in time, the events by their names, what it came to, and its score."""

import json
from collections.abc import Callable
from dataclasses import replace
from functools import lru_cache
from typing import Any, Literal

from bore.answers.shape import number, shaped
from bore.base.errors import BadInput
from bore.base.immutable import immutable, outgoing
from bore.base.plain import figure, known_fields, listed, plain_text
from bore.case.read import read_case
from bore.machines.kinds import FREE_HANDS
from bore.practice import facts
from bore.practice.events import LEAPS, Event, kinds
from bore.practice.fed import DRIVEN, PUSHED, WOUND, asked_by
from bore.practice.policies import POLICIES, Hand
from bore.practice.run import Run, begin, forced, held, run
from bore.practice.score import form_of, outcome_of, par_of, score_of
from bore.practice.set_up import SetUp, set_up
from bore.practice.state import State
from bore.practice.step import Hidden, World
from bore.practice.truth import MODEL, drawn_truth, fair_truth
from bore.schools.wear import LIFE_GONE

HANDS = ("policy", "force", "travel", "override")
FIELDS = ("case", "seed", "fair", "hidden", "set_up", *HANDS, "actions")
# What is asked of each way of feeding, and between what: N at the lever, seconds a turn of the wheel (0: it stands, below 0: back), percent.
ASKED = {
    PUSHED: ("a force, N", facts.LEAST_N, facts.MOST_N),
    WOUND: ("seconds a turn (0: it stands, below 0: back)", -60.0, 60.0),
    DRIVEN: ("percent of the set feed", 0.0, 200.0),
}
QUICKEST_TURN_S = 0.2
ACCEPTED = {PUSHED: "policy, force", WOUND: "travel", DRIVEN: "override"}
HIDDEN, SET_UP = ("wear", "belt", "hard_spot", "skin", "clamp"), ("side_handle", "drill_price")
ACTIONS = ("oil", "off", "on")
FEWEST, MOST, LATEST_S = 2, 6000, 300.0
USUAL_PRICE, MOST_PRICE, MOST_ACTIONS = 8.0, 10_000.0, 200
# How hard it shakes, of 1, where it rubs, is crowded, leaps (own choice).
SHAKES = (0.6, 0.4, 0.5)
# The hand force of a case is none of a run's: its marks are judged at this where it has none.
USUAL_N = 100.0


@outgoing
class PracticeFrame:
    """A moment: time, force at the lever, thrust, tip below the face, feed and its share of the book's, speed, torque, temperatures of edge
    and drill, how fast the edge runs for the metal (r), the share of its life that is gone, skin, packing, oil left; chips by form and
    colour; how hard it shakes, 0 to 1."""

    t_s: float
    force_n: float
    thrust_n: float
    tip_mm: float
    feed_mm_rev: float
    ratio: float
    speed_rpm: float
    torque_nm: float
    edge_c: float
    body_c: float
    r: float
    edge_used: float
    skin: float
    packing: float
    oil: float
    chip: str
    colour: str
    shake: float


@outgoing
class PracticeEvent:
    """Something that happened, told once: when, by which limit (empty where none), the figure beside its mark and both in words (empty where
    they tell nothing), what it is, and how it is seen, heard and felt."""

    t_s: float
    id: str
    limit: str
    bad: bool
    figure: float | None
    mark: float | None
    words: str
    seen: str
    heard: str
    felt: str
    told: str


End = Literal["through", "not-through", "broken", "loose", "slipped", "tripped", "dead", "off"]


@outgoing
class PracticeOutcome:
    """How it ended and what it came to; `first`: the first event that counts against it, and its limit."""

    through: bool
    end: End
    time_s: float
    pos_mm: float
    oversize_mm: float
    burr_mm: float
    edge_used: float
    edge_c: float
    first: list[str] | None
    money: float


@outgoing
class PracticePar:
    """The best harmless run of the same set-up."""

    time_s: float
    edge_used: float


@outgoing
class PracticeAnswer:
    """A run played: the model's name, moments at ten a second, events, outcome, par (None where the set-up lets nobody through harmlessly)
    and score; the length of the hole to where the tip goes, mm, and the book's feed."""

    model: str
    timeline: list[PracticeFrame]
    events: list[PracticeEvent]
    outcome: PracticeOutcome
    par: PracticePar | None
    score: float
    depth_mm: float
    point_mm: float
    book_mm_rev: float


@immutable
class Asked:
    """A run asked for: what is really there, and the state it begins with."""

    set_up: SetUp
    world: World
    used: float
    skin: float
    price: float


def practice_answer(data: Any) -> PracticeAnswer:
    """A run by a rule's hand or by noted forces. Raises BadInput naming the field."""
    known_fields(data, FIELDS, whole="practise")
    name, hand = _hand(data)
    asked = read_practice(data)
    fed = asked_by(asked.set_up)
    if (PUSHED if name == "policy" else name) != fed:
        raise BadInput.at(name, f"is not how this machine is fed; accepted: {ACCEPTED[fed]}")
    actions = _actions(data.get("actions"))
    made = run(asked.world, hand(asked.world), begin(asked.world, asked.used, asked.skin), actions)
    return run_told(asked, made)


def run_told(asked: Asked, made: Run) -> PracticeAnswer:
    """A run with what it came to."""
    outcome = outcome_of(asked.set_up, made, asked.price)
    par = par_of(asked.set_up, asked.used)
    bad = sum(kinds()[event.id].bad for event in made.events)
    return PracticeAnswer(
        model=MODEL,
        timeline=[frame_of(asked.set_up, state) for state in made.frames],
        events=[event_of(event) for event in made.events],
        outcome=shaped(PracticeOutcome, outcome, first=None if outcome.first is None else list(outcome.first)),
        par=None if par is None else shaped(PracticePar, par),
        score=number(round(score_of(outcome, par, bad), 1)),
        depth_mm=number(asked.set_up.columns.depth_mm),
        point_mm=number(asked.set_up.columns.point_length_mm),
        book_mm_rev=number(asked.set_up.book_mm_rev),
    )


def read_practice(data: Any) -> Asked:
    """What a run is of. Raises BadInput naming the field."""
    case = data.get("case")
    if not isinstance(case, dict):
        raise BadInput.at("case", "is needed, as an object")
    given = known_fields({} if data.get("set_up") is None else data["set_up"], SET_UP, "set_up")
    hidden = known_fields({} if data.get("hidden") is None else data["hidden"], HIDDEN, "hidden")
    made = _set_up_of(json.dumps(_by_hand(case, given), sort_keys=True))
    wear = str(case.get("cutter", {}).get("wear") or "sharp")
    fair = data.get("fair", False)
    if not isinstance(fair, bool):
        raise BadInput.at("fair", "accepted: true or false")
    truth = fair_truth(made) if fair else drawn_truth(made, _seed(data.get("seed", 1)))
    bears = dict(truth.bears)
    for name, limit in (("belt", "belt"), ("clamp", "work")):
        if hidden.get(name) is not None:
            bears[limit] *= figure(hidden[name], f"hidden.{name}", 0.01, 1.0)
    used = figure(hidden["wear"], "hidden.wear", 0.0, 1.1) if hidden.get("wear") is not None else LIFE_GONE.get(wear, 0.0)
    skin = figure(hidden["skin"], "hidden.skin", 0.0, 1.0) if hidden.get("skin") is not None else 0.0
    price = given.get("drill_price")
    return Asked(
        made,
        World(made, replace(truth, bears=bears), Hidden(_spot(hidden.get("hard_spot")))),
        used,
        skin,
        USUAL_PRICE if price is None else figure(price, "set_up.drill_price", 0.0, MOST_PRICE),
    )


@lru_cache(maxsize=32)
def _set_up_of(text: str) -> SetUp:
    """Of a case written down: kept for a while, since its loads over every push, and its par, are asked for with each run of it."""
    job = read_case(json.loads(text))
    if not job.cutter.kind.axial_chip or not job.cutter.kind.drills:
        raise BadInput.at("case.cutter.family", "is not played; accepted: what drills")
    return set_up(job)


def under_a_hand(asked: Asked) -> Asked:
    """A run that a hand pulls or pushes. Raises BadInput for one that is wound or driven."""
    if asked_by(asked.set_up) != PUSHED:
        raise BadInput.at("case.machine.feed.kind", "is not played under a hand; accepted: a drill under a lever, a rack or a push")
    return asked


def _by_hand(case: dict[str, Any], given: dict[str, Any]) -> dict[str, Any]:
    """The case with a sharp edge and a hand's force: what a run begins with is its own."""
    found = dict(case)
    cutter = case.get("cutter")
    if isinstance(cutter, dict):
        found["cutter"] = {name: value for name, value in cutter.items() if name != "edge_radius_mm"} | {"wear": "sharp"}
    setting, machine = case.get("setting"), case.get("machine")
    feed = machine.get("feed") if isinstance(machine, dict) else None
    pushed = isinstance(feed, dict) and feed.get("kind") in FREE_HANDS
    if pushed and isinstance(setting, dict) and setting.get("hand_force_n") is None:
        found["setting"] = {name: value for name, value in setting.items() if name not in ("feed_mm_rev", "feed_rate_mm_min")}
        found["setting"]["hand_force_n"] = USUAL_N
    handle = given.get("side_handle")
    if handle is not None and isinstance(case.get("machine"), dict):
        if not isinstance(handle, bool):
            raise BadInput.at("set_up.side_handle", "accepted: true or false")
        found["machine"] = case["machine"] | {"side_handle": handle}
    return found


def _seed(seed: Any) -> int | str:
    if isinstance(seed, bool) or not isinstance(seed, int | str) or len(str(seed)) > 60:
        raise BadInput.at("seed", "accepted: a whole number, or text of at most 60 characters")
    return seed


def _spot(value: Any) -> tuple[float, float, float] | None:
    if value is None:
        return None
    if not isinstance(value, list) or len(value) != 3:
        raise BadInput.at("hidden.hard_spot", "accepted: from, to, mm, and how many times as hard")
    low, high = (figure(value[k], f"hidden.hard_spot[{k}]", 0.0, 1000.0) for k in (0, 1))
    return low, high, figure(value[2], "hidden.hard_spot[2]", 0.5, 4.0)


def _hand(data: dict[str, Any]) -> tuple[str, Callable[[World], Hand]]:
    """What a run is drilled by, exactly one: a policy, forces, a wheel's turns, an override; and its name."""
    given = [name for name in HANDS if data.get(name) is not None]
    if len(given) != 1:
        raise BadInput.at("policy", f"exactly one of {', '.join(HANDS)}; accepted policies: {', '.join(POLICIES)}")
    name = given[0]
    if name == "policy":
        if data["policy"] not in POLICIES:
            raise BadInput.at("policy", f"accepted: {', '.join(POLICIES)}")
        return name, POLICIES[data["policy"]]
    pairs = _pairs(name, data[name])
    follows = forced if name == PUSHED else held
    return name, lambda world: follows(pairs)


def _pairs(name: str, rows: Any) -> list[tuple[float, float]]:
    what, low, high = ASKED[name]
    if not isinstance(rows, list) or not FEWEST <= len(rows) <= MOST:
        raise BadInput.at(name, f"accepted: {FEWEST} to {MOST} pairs of time, s, and {what}")
    found: list[tuple[float, float]] = []
    for place, row in enumerate(rows):
        at = f"{name}[{place}]"
        if not isinstance(row, list) or len(row) != 2:
            raise BadInput.at(at, f"accepted: a time, s, and {what}")
        t_s = figure(row[0], f"{at}[0]", 0.0, LATEST_S)
        if found and t_s <= found[-1][0]:
            raise BadInput.at(f"{at}[0]", "is not later than the one before")
        value = figure(row[1], f"{at}[1]", low, high)
        if name == WOUND and 0 < abs(value) < QUICKEST_TURN_S:
            raise BadInput.at(f"{at}[1]", f"no hand winds a turn in less than {QUICKEST_TURN_S:g} s")
        found.append((t_s, value))
    return found


def _actions(rows: Any) -> list[tuple[float, str]]:
    found: list[tuple[float, str]] = []
    for place, row in enumerate(listed(rows, "actions", MOST_ACTIONS)):
        at = f"actions[{place}]"
        if not isinstance(row, list) or len(row) != 2 or plain_text(row[1], f"{at}[1]") not in ACTIONS:
            raise BadInput.at(at, f"accepted: a time, s, and one of {', '.join(ACTIONS)}")
        found.append((figure(row[0], f"{at}[0]", 0.0, LATEST_S), row[1]))
    return sorted(found, key=lambda one: one[0])


def frame_of(made: SetUp, state: State) -> PracticeFrame:
    """A moment as it is told."""
    chip, colour = form_of(made, state)
    shakes = (state.rubs, state.feed_mm_rev > made.crowds_mm_rev, state.leapt > LEAPS)
    shake = min(1.0, sum(much for much, is_so in zip(SHAKES, shakes, strict=True) if is_so))
    return PracticeFrame(
        t_s=number(round(state.t_s, 3)),
        force_n=number(state.force_n),
        thrust_n=number(state.thrust_n),
        tip_mm=number(state.tip_mm),
        feed_mm_rev=number(state.feed_mm_rev),
        ratio=number(state.feed_mm_rev / made.book_mm_rev),
        speed_rpm=number(state.speed_rpm),
        torque_nm=number(state.torque_nm),
        edge_c=number(state.edge_c),
        body_c=number(state.body_c),
        r=number(state.heat),
        edge_used=number(state.used),
        skin=number(state.skin),
        packing=number(state.packing),
        oil=number(state.oil),
        chip=chip,
        colour=colour,
        shake=number(shake),
    )


def event_of(event: Event) -> PracticeEvent:
    """An event by its name and words."""
    kind = kinds()[event.id]
    said = {name: getattr(kind, name) for name in ("limit", "bad", "words", "seen", "heard", "felt")}
    told = kind.figures.format(figure=event.figure, mark=event.mark)
    return PracticeEvent(
        t_s=number(round(event.t_s, 3)), id=event.id, figure=number(event.figure), mark=number(event.mark), told=told, **said
    )
