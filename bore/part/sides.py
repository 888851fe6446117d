"""A part's sides: places of a turned side as they stand there, and what may be made from either side tried on each."""

import itertools
from collections.abc import Mapping
from dataclasses import replace

from bore.part.axis import Planned, in_order
from bore.part.interleave import At
from bore.part.model import Feature, Part, Point, Setup
from bore.part.solve import Rows, Solved, solve_setup

# What stands for a set-up where a feature may be made in any.
EITHER = "either"
# Holes that may be made from either side are tried on each; more than this many choices are not.
MOST_SIDES = 8


def as_they_stand(part: Part) -> Part:
    """The part with the places of a turned side as they stand there: y mirrored where it is rolled about x, x where about y."""
    by_id = {setup.id: setup for setup in part.setups}
    return replace(part, features=tuple(_turned(one, by_id[one.setup]) if one.setup in by_id else one for one in part.features))


def on_first(part: Part) -> Part:
    """The part with what may be made from either side on the first, to be looked at there."""
    return _placed(part, dict.fromkeys((one.letter for one in part.features if one.setup == EITHER), part.setups[0]))


def solve_sides(part: Part, planned: Planned, meets: frozenset[tuple[str, str]]) -> tuple[list[Solved], list[str]]:
    """Every set-up solved, what may be made from either side on the side where most can be made and the whole takes least; and the letters
    that cannot be made there, since a hole they may not go into is there already. `meets`: pairs of letters on one axis."""
    either = [one.letter for one in part.features if one.setup == EITHER and one.letter in planned]
    best: list[Solved] = []
    lacking: list[str] | None = None
    for choice in itertools.islice(itertools.product(part.setups, repeat=len(either)), MOST_SIDES):
        ordered, rows = in_order(_placed(part, dict(zip(either, choice, strict=True))), planned, meets)
        lacks = [letter for letter, (_, kept) in rows.items() if not kept]
        found = _solved(ordered, {letter: own for letter, own in rows.items() if own[1]})
        if lacking is None or (len(lacks), _total_s(found)) < (len(lacking), _total_s(best) - 1e-9):
            best, lacking = found, lacks
    if len(part.setups) ** len(either) > MOST_SIDES:
        for one in best:
            one.exact = False
    return best, lacking or []


def _turned(feature: Feature, setup: Setup) -> Feature:
    if setup.turned is None:
        return feature
    axis = 1 if setup.turned == "x" else 0
    values = [corner[axis] for corner in setup.outline_mm]
    both = min(values) + max(values) if values else 0.0

    def over(place: Point) -> Point:
        return (place[0], round(both - place[1], 4)) if axis else (round(both - place[0], 4), place[1])

    return replace(feature, places_mm=tuple(over(place) for place in feature.places_mm))


def _placed(part: Part, where: Mapping[str, Setup]) -> Part:
    """The part with each of some features in a set-up."""
    return replace(
        part,
        features=tuple(
            replace(_turned(one, where[one.letter]), setup=where[one.letter].id) if one.letter in where else one for one in part.features
        ),
    )


def _solved(part: Part, planned: Planned) -> list[Solved]:
    at, found = At(), []
    for setup in part.setups:
        rows = [Rows(one, *planned[one.letter]) for one in part.features if one.setup == setup.id and one.letter in planned]
        if rows:
            found.append(solve_setup(setup, rows, rows[0].task.base, part.mark_first, at))
            at = replace(found[-1].ends, place=None)
    return found


def _total_s(solved: list[Solved]) -> float:
    return sum(one.total_s for one in solved)
