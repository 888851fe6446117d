"""What a run came to: how it ended, what it cost, and how it stands beside the best harmless run of the same set-up."""

import math
from bisect import bisect_right
from functools import lru_cache

from bore.base.immutable import immutable
from bore.mechanics.hand_feed import wound_feed_mm_rev
from bore.plan.cost import S_PER_H, USUAL_RATE_PER_H
from bore.practice import facts
from bore.practice.events import kinds
from bore.practice.fed import DRIVEN, WOUND, asked_by
from bore.practice.policies import Hand, senior
from bore.practice.run import Run, begin, harmless
from bore.practice.set_up import SetUp
from bore.practice.state import State
from bore.practice.step import HOT, World
from bore.practice.truth import fair_truth
from bore.schools.wear import LIFE_GONE, wear_factor

# Points of a run that comes through, each held to between nought and its weight (own choice).
CAME_THROUGH, FOR_TIME, FOR_EDGE, FOR_PLACE, FOR_BURR, FOR_EVENTS = 30.0, 25.0, 20.0, 10.0, 5.0, 10.0
EDGE_ALL, PLACE_ALL_MM, BURR_ALL_MM, EVENTS_ALL = 0.05, 0.5, 0.5, 4
NOT_THROUGH, SPOILT = 10.0, 0.0
SPOILS = ("broken", "loose", "slipped")
# Chips by the feed's share of the book's, and their colour by how fast the edge runs for the metal, r (own choice).
FORMS, FORM_SHARES = ("fluff", "strings", "curls", "thick"), (0.25, 0.5, 1.25)
COLOURS, COLOUR_HEATS = ("bright", "straw", "blue", "grey"), (*HOT, 1.8)
# The hands that par is tried with: a senior aiming at these shares of the book's feed, and steady ones of these forces, N.
AIMS, STEADY_N, STEADY_PUSH_N = (0.5, 0.65, 0.85, 1.0, 1.15), (80.0, 110.0, 140.0, 180.0), (120.0, 180.0, 240.0, 300.0)
# And what a driven feed is turned to, percent.
STEADY_PERCENT = (60.0, 80.0, 100.0, 120.0)


@immutable
class Outcome:
    """How a run ended."""

    through: bool
    end: str
    time_s: float
    pos_mm: float
    oversize_mm: float
    burr_mm: float
    edge_used: float
    edge_c: float
    first: tuple[str, str] | None
    money: float


def outcome_of(set_up: SetUp, made: Run, drill_price: float, rate_per_h: float = USUAL_RATE_PER_H) -> Outcome:
    """What a run came to. Its burr grows with the edge's wear, a dead one's no more than a dull one's; money: the machine's time and the drill's."""
    last = made.last
    used = max(last.used - last.began_used, 0.0)
    hottest = max((state.edge_c for state in made.frames), default=facts.AIR_C)
    bad = [event for event in made.events if kinds()[event.id].bad]
    first = (bad[0].id, kinds()[bad[0].id].limit) if bad else None
    spent = drill_price if last.end == "broken" else drill_price * min(used, 1.0)
    money = last.t_s * rate_per_h / S_PER_H + spent
    burr = facts.BURR_MM + facts.BURR_BY_FEED * max(last.leaving_feed, last.feed_before) * wear_factor(min(last.used, LIFE_GONE["dull"]))
    return Outcome(
        last.end == "through", last.end, last.t_s, last.offset_mm, facts.OVERSIZE * last.offset_mm, burr, used, hottest, first, money
    )


@immutable
class Par:
    """The best harmless run of a set-up on its fair truth: time, edge used."""

    time_s: float
    edge_used: float


@lru_cache(maxsize=64)
def par_of(set_up: SetUp, used: float) -> Par | None:
    """Of a set-up, by senior and steady hands; None where none comes through harmlessly: then the set-up is the fault."""
    world = World(set_up, fair_truth(set_up))
    best: Par | None = None
    for hand in _good_hands(world):
        last = harmless(world, hand, begin(world, used), best.time_s if best else math.inf)
        if last is not None and (best is None or last.t_s < best.time_s):
            best = Par(last.t_s, last.used - last.began_used)
    return best


def _good_hands(world: World) -> list[Hand]:
    """Hands that may bring it through: a senior and steady pulls; a wheel wound for a share of the book's feed; shares of the feed that is set."""
    set_up = world.set_up
    fed = asked_by(set_up)
    if fed == DRIVEN:
        return [_steady(percent) for percent in STEADY_PERCENT]
    if fed == WOUND:
        lead, rpm = set_up.job.machine.feed.lead_mm or 1.0, float(set_up.columns.speed_rpm)
        in_a_second = float(wound_feed_mm_rev(lead_mm=lead, seconds_per_turn=1.0, speed_rpm=rpm))
        return [_steady(in_a_second / (aim * set_up.book_mm_rev)) for aim in AIMS]
    steady = STEADY_PUSH_N if set_up.columns.feed_kind == "push" else STEADY_N
    return [senior(world, aim) for aim in AIMS] + [_steady(force) for force in steady]


def _steady(given: float) -> Hand:
    return lambda world, state: given


def score_of(outcome: Outcome, par: Par | None, bad_events: int) -> float:
    """A run's score, 0 to 100."""
    if outcome.end in SPOILS:
        return SPOILT
    if not outcome.through:
        return NOT_THROUGH
    par_s, par_edge = (outcome.time_s, outcome.edge_used) if par is None else (par.time_s, par.edge_used)

    def term(weight: float, share: float) -> float:
        return weight * min(max(share, 0.0), 1.0)

    return (
        CAME_THROUGH
        + term(FOR_TIME, par_s / outcome.time_s)
        + term(FOR_EDGE, 1 - (outcome.edge_used - par_edge) / EDGE_ALL)
        + term(FOR_PLACE, 1 - outcome.pos_mm / PLACE_ALL_MM)
        + term(FOR_BURR, 1 - outcome.burr_mm / BURR_ALL_MM)
        + term(FOR_EVENTS, 1 - bad_events / EVENTS_ALL)
    )


def form_of(set_up: SetUp, state: State) -> tuple[str, str]:
    """What comes out of the hole, by form and colour: none, dust, fluff, strings, curls, thick, crumbs; bright, straw, blue, grey."""
    if not (state.bites or state.rubs):
        return "none", ""
    share = state.feed_mm_rev / set_up.book_mm_rev
    chip = set_up.job.material.chip
    if state.rubs:
        form = "dust"
    elif chip in ("short", "powder"):
        form = "crumbs"
    else:
        form = FORMS[bisect_right(FORM_SHARES, share)]
    return form, COLOURS[bisect_right(COLOUR_HEATS, state.heat)]
