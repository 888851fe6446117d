"""Holes on one axis: what must start in solid metal comes before whatever is narrower there, and never into a hole that is there already."""

import math
from collections.abc import Mapping
from dataclasses import replace
from itertools import permutations

from bore.part.model import Feature, Part
from bore.part.places import SAME_MM
from bore.plan.step_cut import wants_solid
from bore.plan.task import Task
from bore.plan.times import DRILLING, Plan

# Of a feature that can be planned: what is asked of it, and the rows that may make it.
Planned = Mapping[str, tuple[Task, tuple[Plan, ...]]]


def meeting(part: Part) -> frozenset[tuple[str, str]]:
    """Pairs of letters whose holes lie on one axis and run into one another, both ways round; of a part as it is drawn, before its sides are
    turned."""
    deep = {setup.id: setup.thickness_mm for setup in part.setups}
    return frozenset(
        (one.letter, other.letter)
        for one, other in permutations(part.features, 2)
        if any(math.dist(a, b) < SAME_MM for a in one.places_mm for b in other.places_mm) and _run_together(one, other, deep)
    )


def _run_together(one: Feature, other: Feature, thickness_mm: Mapping[str, float | None]) -> bool:
    """Whether two holes of one axis meet: from one face always, from opposite faces where together they are as deep as the part."""
    if one.setup == other.setup or one.through or other.through:
        return True
    thick = thickness_mm.get(one.setup)
    return thick is None or _depth_mm(one) + _depth_mm(other) >= thick


def _depth_mm(feature: Feature) -> float:
    return float(feature.asked["hole"]["depth_mm"])


def in_order(part: Part, planned: Planned, meets: frozenset[tuple[str, str]]) -> tuple[Part, dict[str, tuple[Task, tuple[Plan, ...]]]]:
    """A part whose features each stand in a set-up, with what must come before what on each axis, and the rows left that may be made so. A
    feature none of whose rows may be made is left without any."""
    number = {setup.id: place for place, setup in enumerate(part.setups)}
    by_letter = {one.letter: one for one in part.features if one.letter in planned}
    rows = {letter: planned[letter] for letter in by_letter}
    after = {letter: set(one.after) for letter, one in by_letter.items()}
    for one, other in sorted(meets):
        # On the floor of a wider hole a narrower one starts in solid metal.
        if one not in by_letter or other not in by_letter or by_letter[other].diameter_mm >= by_letter[one].diameter_mm:
            continue
        here, there = (number.get(by_letter[letter].setup, 0) for letter in (one, other))
        task, kept = rows[one]
        if there < here or (there == here and other in _before(one, after)):
            # The other is there when this is made.
            rows[one] = (task, tuple(row for row in kept if not starts_in_solid(row, task)))
        elif there == here and kept and starts_in_solid(kept[0], task):
            after[other].add(one)
    features = tuple(replace(one, after=tuple(sorted(after[one.letter]))) if one.letter in after else one for one in part.features)
    return replace(part, features=features), rows


def starts_in_solid(row: Plan, task: Task) -> bool:
    """Whether a row drills with what wants solid metal under it."""
    crib = task.base.yard.cutters
    return any(step.kind in DRILLING and step.cutter is not None and wants_solid(crib[step.cutter]) for step in row.steps)


def _before(letter: str, after: Mapping[str, set[str]]) -> set[str]:
    """Every letter that comes before one."""
    found: set[str] = set()
    ahead = list(after.get(letter, ()))
    while ahead:
        one = ahead.pop()
        if one not in found:
            found.add(one)
            ahead += after.get(one, ())
    return found
