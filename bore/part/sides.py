"""A part's sides: places of a turned side as they stand there, and what may be made from either side tried on each."""

import itertools
from collections.abc import Mapping
from dataclasses import replace

from bore.part.interleave import At
from bore.part.model import Feature, Part, Point, Setup
from bore.part.solve import Rows, Solved, solve_setup
from bore.plan.task import Task
from bore.plan.times import Plan

# What stands for a set-up where a feature may be made in any.
EITHER = "either"
# Holes that may be made from either side are tried on each; more than this many choices are not.
MOST_SIDES = 8
# Of a feature that can be planned: what is asked of it, and the rows that may make it.
Planned = Mapping[str, tuple[Task, tuple[Plan, ...]]]


def as_they_stand(part: Part) -> Part:
    """The part with the places of a turned side as they stand there: y mirrored where it is rolled about x, x where about y."""
    by_id = {setup.id: setup for setup in part.setups}
    return replace(part, features=tuple(_turned(one, by_id[one.setup]) if one.setup in by_id else one for one in part.features))


def on_first(part: Part) -> Part:
    """The part with what may be made from either side on the first, to be looked at there."""
    return _placed(part, dict.fromkeys((one.letter for one in part.features if one.setup == EITHER), part.setups[0]))


def solve_sides(part: Part, planned: Planned) -> list[Solved]:
    """Every set-up solved, what may be made from either side on the side where the whole takes least."""
    either = [one.letter for one in part.features if one.setup == EITHER and one.letter in planned]
    best: list[Solved] = []
    for choice in itertools.islice(itertools.product(part.setups, repeat=len(either)), MOST_SIDES):
        found = _solved(_placed(part, dict(zip(either, choice, strict=True))), planned)
        if not best or _total_s(found) < _total_s(best) - 1e-9:
            best = found
    if len(part.setups) ** len(either) > MOST_SIDES:
        for one in best:
            one.exact = False
    return best


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
