"""Will the drill snatch and pull itself in; or is it being asked for what its kind never does?"""

from collections.abc import Iterator
from enum import IntEnum
from functools import cache, reduce

import numpy as np

from bore.base.elementwise import Column, Mask, choose, is_array
from bore.cutters.family import NEVER, WARNED, Never
from bore.cutters.registry import ALL_FAMILIES
from bore.job.columns import Columns
from bore.limits.judgement import CANNOT, GIVES_WAY, HOLDS, TIGHT, Judgement, Limit, Reason, named
from bore.loads.loads import Loads
from bore.machines.kinds import HAND_FEEDS


class Why(IntEnum):
    """What this limit may say by its kind, before what families and machines add of their own."""

    NONE = 0
    SCREWS_IN = 1
    PULLS_IN = 2
    CORNERS_GRAB = 3
    PLAY = 4
    LOOSE_PLATES = 5
    SCREWS_IN_OPENING = 6


OVER_HALF = 0.5
LOOSE_MM = 0.3
# Drills that a hand holds back in a metal that pulls them in, and those it just does, mm; and what keeps the work from climbing
# (common practice).
SMALL_MM, MIDDLING_MM = 6.0, 13.0
HELD_DOWN = ("vice", "clamps", "lathe-chuck", "magnet")
PLAIN = named(
    {
        Why.NONE: Reason(HOLDS, ""),
        Why.SCREWS_IN: Reason(
            GIVES_WAY, "this metal pulls the drill in and the feed is by hand: dub the lips to no rake, clamp down, or drive the feed"
        ),
        Why.PULLS_IN: Reason(
            TIGHT, "this metal pulls the drill in as it comes through: lips dubbed to no rake, work clamped down, feed locked in"
        ),
        Why.CORNERS_GRAB: Reason(TIGHT, "the hole that is there is over half the drill: fed by hand, its corners grab"),
        Why.PLAY: Reason(TIGHT, "play in the feed lets the drill leap in as it comes through: take it up, or keep a hand against it"),
        Why.LOOSE_PLATES: Reason(TIGHT, "plates not clamped together part as the drill comes through the first"),
        Why.SCREWS_IN_OPENING: Reason(
            GIVES_WAY, "opening a hole over half its size by hand in a metal that pulls the drill in: it screws itself in"
        ),
    }
)
OWN = tuple((family.id, rule) for family in ALL_FAMILIES for rule in family.never)
PAIRS = tuple((family.id, kind, pair) for family in ALL_FAMILIES for kind, pair in family.machines.items() if pair.how in (NEVER, WARNED))
REASONS = (
    *PLAIN,
    *(Reason(rule.verdict, rule.words) for _, rule in OWN),
    *(Reason(CANNOT if pair.how == NEVER else TIGHT, pair.why) for _, _, pair in PAIRS),
)


def _grabs(columns: Columns) -> Column:
    """The metal, the start hole, play in the feed, a loose stack."""
    packs, by_hand = columns.family.packs, columns.feed_kind in HAND_FEEDS
    dubbed = columns.flute == "straight" or (columns.rake_deg is not None and columns.rake_deg <= 0)
    over_half = (columns.start_share > OVER_HALF) & packs
    if columns.grab == "high" and packs and columns.through and not dubbed:
        return _pulls_in(columns, over_half, by_hand)
    otherwise = Why.NONE
    if columns.backlash_mm is not None and columns.backlash_mm > LOOSE_MM and columns.through and packs and by_hand:
        otherwise = Why.PLAY
    elif columns.stacked and not columns.stack_clamped and packs:
        otherwise = Why.LOOSE_PLATES
    return choose(over_half, Why.CORNERS_GRAB, otherwise) if by_hand else otherwise


def _pulls_in(columns: Columns, over_half: Mask, by_hand: bool) -> Column:
    """Metal that pulls the drill in: how badly grows with the drill, and with work that nothing holds down (common practice)."""
    held, size = columns.holding.kind in HELD_DOWN, columns.diameter_mm
    if not by_hand:
        return choose(size <= SMALL_MM, Why.NONE, Why.PULLS_IN) if held else Why.PULLS_IN
    worst = choose(over_half, Why.SCREWS_IN_OPENING, Why.SCREWS_IN)
    if not held:
        return choose(size <= SMALL_MM, Why.PULLS_IN, worst)
    small = choose(over_half, Why.CORNERS_GRAB, Why.NONE)
    middling = choose(over_half, Why.SCREWS_IN_OPENING, Why.PULLS_IN)
    return choose(size <= SMALL_MM, small, choose(size <= MIDDLING_MM, middling, worst))


@cache
def _rules_of(family: str, kind: str) -> tuple[tuple[tuple[int, Never], ...], tuple[int, ...]]:
    """The family's own rules with their places among the reasons, and the place of its pair with a kind of machine."""
    begin, pairs = len(PLAIN), len(PLAIN) + len(OWN)
    own = tuple((begin + k, rule) for k, (name, rule) in enumerate(OWN) if name == family)
    return own, tuple(pairs + k for k, (name, other, _) in enumerate(PAIRS) if (name, other) == (family, kind))


def _own(columns: Columns) -> Iterator[Column]:
    """What the family must never do, and whether it belongs on this kind of machine at all."""
    own, pair = _rules_of(columns.family.id, columns.machine_kind.id)
    for place, rule in own:
        yield choose(rule.when(columns), place, Why.NONE)
    # What is only a warning for taps is about backing them out.
    warned = not (columns.family.feeds_its_pitch and columns.backs_taps_out)
    yield from (place for place in pair if warned or REASONS[place].verdict == CANNOT)


def _worse(one: Column, other: Column) -> Column:
    """The graver of two reasons, the first where they are as grave."""
    if is_array(one) or is_array(other):
        codes = np.array([reason.verdict for reason in REASONS])
        return np.where(codes[np.asarray(other, dtype=int)] > codes[np.asarray(one, dtype=int)], other, one)
    return other if REASONS[int(other)].verdict > REASONS[int(one)].verdict else one


def judge(columns: Columns, loads: Loads) -> Judgement:
    """A matter of kind; the worst that is true counts."""
    return Judgement(reason=reduce(_worse, _own(columns), _grabs(columns)))


LIMIT = Limit(
    id="snatch",
    failure="the cutter snatches",
    thing="grab",
    question="Will it snatch; and is this a job for this kind of cutter on this kind of machine?",
    reads=(
        "material.grab",
        "machine.feed.kind",
        "machine.feed.backlash_mm",
        "machine.kind",
        "machine.tapping",
        "machine.spindle.reverses",
        "cutter.family",
        "cutter.substrate",
        "cutter.rake_deg",
        "cutter.flute",
        "hole.start_diameter_mm",
        "hole.stack_mm",
        "hole.stack_clamped",
        "holding.kind",
        "cutter.diameter_mm",
    ),
    eased_by=("dub-lips", "power-feed", "clamp", "smaller-pilot", "straight-flute", "other-family", "other-machine"),
    judge=judge,
    reasons=REASONS,
)
