"""The order of a part's work: held to brute force, its ways to every permutation, its belts to what a machinist would leave where they are."""

import itertools
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bore.limits.judgement import VERDICTS
from bore.part import solve
from bore.part.interleave import At, Rules, Unit, Work, after, best_order, change_to
from bore.part.path import length_mm, shortest
from tests.asking import answered
from tests.parts import listed, part, planned

# --- belts -------------------------------------------------------------------------

HOW_BAD = list(VERDICTS.values())
TEN = {"letter": "A", "hole": "10", "places": listed([20, 20], [100, 20])}
FIT = {"letter": "C", "hole": "12 H7", "places": listed([20, 60], [100, 60])}
WIDE = {"letter": "D", "hole": "18", "places": listed([60, 20], [60, 60])}


@pytest.mark.parametrize("machine", ["c2", "r1", "b2"])
@pytest.mark.parametrize("metal", ["steel-c45", "steel-structural-235"])
def test_a_belt_stays_where_the_next_step_goes_as_well_at_it(monkeypatch: pytest.MonkeyPatch, machine: str, metal: str) -> None:
    """A machinist opens the guard no more often than need be: with the belts chosen together there are fewer changes of speed and the whole takes
    less; every cut, checked afresh at the speed it then has, is no worse than before (common practice)."""
    data = part(machine, metal, TEN, FIT, *([WIDE] if machine != "b2" else []))
    together = planned(data)
    monkeypatch.setattr(solve, "belts_that_stay", lambda *given: [])
    each = planned(data)
    assert together["changes"]["speeds"] < each["changes"]["speeds"]
    assert together["times"]["total"] < each["times"]["total"]
    for now, before in zip(together["rows"], each["rows"], strict=True):
        for step, was in zip(now["steps"], before["steps"], strict=True):
            if not step["cut"]:
                continue
            assert HOW_BAD.index(step["cut"]["verdict"]) <= HOW_BAD.index(was["cut"]["verdict"])
            assert step["cut"]["verdict"] == "holds" or step["cut"]["use"] <= was["cut"]["use"]
            assert answered(step["cut"]["case"])["verdict"] == step["cut"]["verdict"]
            moved = step["cut"]["speed_rpm"] != was["cut"]["speed_rpm"]
            assert ("to save a change of speed" in step["why"]) is moved


def test_a_hole_by_itself_and_a_row_of_ones_own_keep_their_speeds(monkeypatch: pytest.MonkeyPatch) -> None:
    alone = part("c2", "steel-c45", FIT)
    own = [
        {"kind": one["kind"]} | ({"cutter": one["cutter"], "size_mm": one["size_mm"]} if one["cut"] else {})
        for one in planned(part("c2", "steel-c45", TEN))["rows"][0]["steps"]
    ]
    mine = part("c2", "steel-c45", TEN | {"steps": own}, FIT, WIDE)
    found = [planned(alone), planned(mine)]
    monkeypatch.setattr(solve, "belts_that_stay", lambda *given: [])
    assert planned(alone)["rows"] == found[0]["rows"]
    assert planned(mine)["rows"][0] == found[1]["rows"][0]


# --- the search -------------------------------------------------------------------


def cost_of(units: list[Unit], rules: Rules, steps: list[tuple[int, Work]]) -> float:
    at, total = At(), 0.0
    for k, work in steps:
        total += change_to(rules, at, units[k], work).s
        at = after(at, units[k], work)
    return total


def every_order(units: list[Unit]) -> Any:
    """Every way of taking the units' steps, each unit's own in order."""
    tokens = [k for k, unit in enumerate(units) for _ in unit.works]
    for order in set(itertools.permutations(tokens)):
        reached = [0] * len(units)
        steps = []
        for k in order:
            steps.append((k, units[k].works[reached[k]]))
            reached[k] += 1
        yield steps


works = st.lists(st.tuples(st.integers(0, 3), st.sampled_from([300.0, 600.0]), st.sampled_from([10.0, 20.0])), min_size=1, max_size=3)


@settings(max_examples=60, deadline=None)
@given(rows=st.lists(works, min_size=1, max_size=3), by_hand=st.booleans())
def test_the_exact_order_is_what_trying_everything_finds(rows: list[Any], by_hand: bool) -> None:
    units = [Unit(k, (0,), None, tuple(Work(i, *one, 60.0, False) for i, one in enumerate(row))) for k, row in enumerate(rows)]
    if sum(len(unit.works) for unit in units) > 7:
        return
    rules = Rules(by_hand, 0.0, True)
    found = best_order(units, rules, At(), 60_000)
    assert found.exact
    assert found.changes_s == pytest.approx(cost_of(units, rules, found.steps))
    assert found.changes_s == pytest.approx(min(cost_of(units, rules, steps) for steps in every_order(units)))


def test_an_order_that_must_hold_holds() -> None:
    first, second = (
        Unit(0, (0,), None, (Work(0, 1, 300.0, 10.0, 60.0, False),)),
        Unit(1, (0,), None, (Work(0, 2, 300.0, 10.0, 60.0, True),)),
    )
    waits = Unit(0, (0,), None, first.works, after=(1,))
    assert [k for k, _ in best_order([waits, second], Rules(True, 0.0, False), At(), 1000).steps] == [1, 0]
    # A mark comes before all else where marks come first.
    assert [k for k, _ in best_order([first, second], Rules(True, 0.0, True), At(tool=1, speed_rpm=300.0), 1000).steps] == [1, 0]


def test_many_features_are_put_in_order_within_bounds() -> None:
    units = [Unit(k, (0,), None, tuple(Work(i, (k + i) % 5, 300.0, 10.0, 60.0, False) for i in range(4))) for k in range(12)]
    rules = Rules(True, 0.0, False)
    found = best_order(units, rules, At(), 60_000)
    assert not found.exact
    assert len(found.steps) == 48
    one_by_one = [(k, work) for k, unit in enumerate(units) for work in unit.works]
    assert found.changes_s < 0.5 * cost_of(units, rules, one_by_one)


@settings(max_examples=40, deadline=None)
@given(st.lists(st.tuples(st.integers(0, 50), st.integers(0, 50)), min_size=1, max_size=6, unique=True))
def test_the_way_is_the_shortest_there_is(points: list[tuple[int, int]]) -> None:
    places = [(float(x), float(y)) for x, y in points]
    begin = (0.0, 0.0)
    least = min(length_mm(places, list(order), begin) for order in itertools.permutations(range(len(places))))
    assert length_mm(places, shortest(places, begin), begin) == pytest.approx(least)


def test_a_long_way_visits_every_place_once_and_does_not_wander() -> None:
    places = [(float(x * 10), float(y * 10)) for x in range(8) for y in range(5)]
    order = shortest(places[::3] + places[1::3] + places[2::3])
    assert sorted(order) == list(range(40))
    # A boustrophedon takes 39 steps of 10 mm.
    assert length_mm(places[::3] + places[1::3] + places[2::3], order) < 1.25 * 390
