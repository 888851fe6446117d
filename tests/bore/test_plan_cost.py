"""What a plan costs: an edge, a row of steps, rival families and where they break even, how long an edge lasts."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bore.answers.plan_request import read_plan
from bore.plan.cost import EdgeCost, edge_cost, lives, plan_cost, regrinds_paid, usual_life_m
from bore.plan.families import Rival, break_evens, rivals
from bore.plan.solver import solve
from bore.plan.task import Wish
from bore.plan.times import Plan
from tests.answers import plan_answer
from tests.demo import asked, crib, place

CRIB = crib()


def test_an_edge_costs_what_its_lives_make_it_cost() -> None:
    """Common practice: an insert has three or four edges; about 60 % of tips survive a regrind. By hand: 66 for the tip, two regrinds at 19:
    1 + 0.6 + 0.36 lives for 66 + 1.6 x 19."""
    assert edge_cost(bought=9.6, edges_per_insert=4, regrind_price=0, lives=1.0, regrinds_paid=0.0) == pytest.approx(2.4)
    once = {"regrinds": 2, "survivors_share": 0.6}
    tip = edge_cost(bought=66, edges_per_insert=1, regrind_price=19, lives=lives(**once), regrinds_paid=regrinds_paid(**once))
    assert tip == pytest.approx((66 + 1.6 * 19) / 1.96)
    assert lives(regrinds=3, survivors_share=1.0) == 4


def test_a_plan_costs_the_sum_of_its_parts() -> None:
    """The bill written out by hand: edges by the metres they last, the machine by the hour, the changes once."""
    request = asked("c2", "10", 20, "steel-c45", count=12, rate_per_h=60)
    request["plan"]["costs"] = [{"price": 8.0, "regrinds": 1, "regrind_price": 2.0, "survivors_share": 0.5} for _ in CRIB]
    found = plan_answer(request)["plan"]
    cutter = read_plan(request).task.base.yard.cutters[found["steps"][1]["cutter"]]
    share = 20 / 1000 / usual_life_m(cutter, "P")
    edge = (8 + 2) / 1.5 * share
    seconds = sum(step["time_s"] for step in found["steps"]) + 90 * share
    changes = sum(step["change_s"] for step in found["steps"])
    assert found["cost"]["a_hole"] == pytest.approx(edge + seconds / 60, rel=1e-4)
    assert found["cost"]["total"] == pytest.approx(12 * (edge + seconds / 60) + changes / 60, rel=1e-4)
    assert found["cost"]["unpriced"] == []


def test_every_cost_opens_to_its_working() -> None:
    found = plan_answer(asked("m1", "22", 16, "steel-structural-355"))
    names = {step["name"] for step in found["working"]}
    assert {"Machine's share of a hole", "Cost of all holes", "Weight of a slug"} <= names
    assert all(step["source"] and step["expression"] for step in found["working"])
    assert found["plan"]["cost"]["unpriced"]


def flat(family: str, once: float, a_hole: float) -> Rival:
    return Rival(family, family, Plan((), 0, 0, 0, 0, ""), once, a_hole)


@settings(max_examples=100)
@given(st.lists(st.tuples(st.integers(0, 60), st.integers(1, 40)), min_size=1, max_size=5, unique=True))
def test_break_evens_follow_the_cheapest_at_every_count(lines: list[tuple[int, int]]) -> None:
    """Whatever the count, the family the crossings name is the cheapest there."""
    found = [flat(str(k), once, a_hole) for k, (once, a_hole) in enumerate(lines)]
    crossings = break_evens(found, most=400)
    for count in (*range(1, 40), 100, 399):
        passed = [one.after for one in crossings if one.count <= count]
        name = passed[-1] if passed else min(found, key=lambda one: (one.batch(1), one.a_hole)).family
        now = next(one for one in found if one.family == name)
        assert now.batch(count) <= min(one.batch(count) for one in found) + 1e-9


def test_rival_families_end_with_their_own_cutter() -> None:
    asks = read_plan(asked("t1", "20", 30, "steel-c45", count=50))
    found = rivals(asks.task, asks.wish)
    assert len(found) >= 3
    for one in found:
        last = [step for step in one.plan.steps if step.cut is not None][-1]
        assert last.cut is not None
        assert last.cut.job.cutter.family == one.family
        cost = plan_cost(asks.task.money, one.plan, asks.task.base)
        assert one.batch(50) == pytest.approx(cost.total)
    assert [one.batch(50) for one in found] == sorted(one.batch(50) for one in found)


def test_costs_that_nobody_gave_are_no_costs() -> None:
    assert EdgeCost().bought is None
    task = read_plan(asked("c2", "10", 20, "steel-c45")).task
    plan = solve(task, Wish())
    cost = plan_cost(replace(task.money, edges=()), plan, task.base)
    assert cost.unpriced
    assert all(one.edge in (None, 0.0) for one in cost.steps)


def test_every_edge_has_a_usual_life_in_every_metal_the_harder_the_shorter() -> None:
    """Common practice: carbide outlives cobalt, cobalt outlives plain HSS; nickel and titanium wear an edge soonest but for hard steel."""
    task = read_plan(asked("c2", "10", 20, "steel-c45")).task
    one = task.base.yard.cutters[place("twist", 10, substrate="hss")]
    lives_m = {
        edge: {group: usual_life_m(replace(one, substrate=edge, wear="sharp"), group) for group in "PMKNSH"}
        for edge in ("hss", "hss-co", "carbide", "carbide-tipped")
    }
    for group in "PMKNSH":
        assert lives_m["hss"][group] < lives_m["hss-co"][group] < lives_m["carbide-tipped"][group] < lives_m["carbide"][group]
    for by_group in lives_m.values():
        assert by_group["N"] > by_group["K"] > by_group["P"] > by_group["M"] > by_group["S"]
    insert = replace(one, family="indexable", wear="sharp")
    assert usual_life_m(replace(insert, wear="used"), "P") == usual_life_m(insert, "P") / 2
