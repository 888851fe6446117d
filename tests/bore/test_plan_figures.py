"""The figures around a plan held to sums made by hand: places, changes, lengths to order, turns of a wheel, slugs, money. The sums stand
beside the checks; lengths, times and lives are common practice, as their tables say."""

import math
from dataclasses import replace
from typing import Any

import pytest

from bore.answers.plan_request import read_plan
from bore.base.errors import BadInput
from bore.limits.judgement import CANNOT, TIGHT
from bore.plan.cost import EdgeCost, Money, cut_cost, plan_cost, usual_life_m
from bore.plan.pattern import MOST_HOLES, chord_mm, circle, grid, line, read_pattern, to_marks_mm
from bore.plan.solver import solve
from bore.plan.task import Task
from bore.plan.times import CHANGER_S, SPEED_S, TOOL_S, Plan, Step, change_s, summed
from tests.answers import plan_answer
from tests.demo import asked


def plan_of(request: dict[str, Any]) -> tuple[Task, Plan]:
    """What is to be planned, and the row it comes to."""
    found = read_plan(request)
    return found.task, solve(found.task, found.wish)


# --- places -----------------------------------------------------------------------


@pytest.mark.parametrize(
    ("pattern", "points", "neighbour"),
    [
        (line(1, 25.0), ((0, 0),), None),
        (line(3, 12.5), ((0, 0), (12.5, 0), (25, 0)), 12.5),
        (grid(2, 2, 40.0, 30.0), ((0, 0), (40, 0), (0, 30), (40, 30)), 30),
        (grid(1, 3, 40.0, 30.0), ((0, 0), (0, 30), (0, 60)), 30),
        (grid(3, 1, 40.0, 30.0), ((0, 0), (40, 0), (80, 0)), 40),
        (grid(1, 1, 40.0, 30.0), ((0, 0),), None),
        (circle(2, 80.0), ((40, 0), (-40, 0)), 80),
        (circle(4, 80.0, 90.0), ((0, 40), (-40, 0), (0, -40), (40, 0)), 56.5685),
        (circle(1, 80.0), ((40, 0),), None),
    ],
)
def test_holes_stand_where_a_sum_by_hand_puts_them(pattern: Any, points: Any, neighbour: float | None) -> None:
    assert [tuple(map(round_4, point)) for point in pattern.points_mm] == [tuple(map(round_4, point)) for point in points]
    assert pattern.neighbour_mm == (None if neighbour is None else pytest.approx(neighbour, abs=1e-4))


def round_4(value: float) -> float:
    return round(value, 4) + 0.0


def test_a_divider_is_set_from_the_first_hole_to_the_next_ones() -> None:
    """A triangle of three, four and five; no more than a dozen are told."""
    assert to_marks_mm(grid(2, 2, 40.0, 30.0)) == [40, 30, 50]
    assert to_marks_mm(line(1, 10.0)) == []
    assert to_marks_mm(line(30, 10.0)) == [10.0 * k for k in range(1, 13)]
    assert chord_mm(60.0, 3) == pytest.approx(60 * math.sqrt(3) / 2)


@pytest.mark.parametrize(
    ("shape", "field"),
    [
        ({"kind": "line", "count": 0, "pitch_mm": 5}, "count"),
        ({"kind": "line", "count": MOST_HOLES + 1, "pitch_mm": 5}, "count"),
        ({"kind": "line", "count": True, "pitch_mm": 5}, "count"),
        ({"kind": "line", "count": 2, "pitch_mm": 0.09}, "pitch_mm"),
        ({"kind": "line", "count": 2, "pitch_mm": 10000.1}, "pitch_mm"),
        ({"kind": "line", "count": 2, "pitch_mm": True}, "pitch_mm"),
        ({"kind": "circle", "count": 2, "circle_mm": 50, "first_deg": 360.1}, "first_deg"),
        ({"kind": "circle", "count": 2, "circle_mm": 50, "first_deg": -360.1}, "first_deg"),
        ({"kind": "grid", "columns": 21, "rows": 20, "pitch_mm": 5}, "rows"),
        ({"kind": "line", "count": 2, "pitch_mm": 20, "edge_x_mm": 0, "edge_y_mm": 10}, "edge_x_mm"),
        ({"kind": "line", "count": 2, "pitch_mm": 20, "edge_x_mm": 10, "edge_y_mm": -0.5}, "edge_y_mm"),
        ({"kind": "circle", "count": 4, "circle_mm": 100, "edge_x_mm": 60, "edge_y_mm": 50}, "edge_y_mm"),
    ],
)
def test_a_pattern_past_its_bounds_is_refused_by_field(shape: dict[str, Any], field: str) -> None:
    with pytest.raises(BadInput) as refused:
        read_pattern(shape, 2)
    assert refused.value.problems[0].field == f"plan.pattern.{field}"


@pytest.mark.parametrize(
    ("shape", "holes"),
    [
        ({"kind": "line", "count": MOST_HOLES, "pitch_mm": 0.1}, MOST_HOLES),
        ({"kind": "line", "pitch_mm": 10000}, 2),
        ({"kind": "grid", "columns": 20, "rows": 20, "pitch_mm": 5}, 400),
        ({"kind": "circle", "circle_mm": 100, "first_deg": -360, "edge_x_mm": 50.1, "edge_y_mm": 50.1}, 2),
        ({"kind": "circle", "circle_mm": 100, "first_deg": 360}, 2),
        ({"kind": "single"}, 1),
        (None, 1),
    ],
)
def test_a_pattern_at_its_bounds_is_taken(shape: Any, holes: int) -> None:
    assert len(read_pattern(shape, 2).points_mm) == holes


# --- changes and times --------------------------------------------------------------


def test_a_change_takes_what_has_to_be_found() -> None:
    """By hand a tool a minute, a belt half of one besides; a changer eight seconds whatever comes."""
    task, plan = plan_of(asked("c2", "12", 20.0, "steel-c45"))
    drill = next(step.cut for step in plan.steps if step.cut is not None)
    speed = drill.job.setting.speed_rpm
    assert change_s(task.base, None) == TOOL_S == 60
    assert change_s(task.base, drill, speed) == 60
    assert change_s(task.base, drill, speed + 1) == 60 + SPEED_S == 90
    changer, _ = plan_of(asked("v1", "12", 20.0, "steel-c45"))
    assert change_s(changer.base, drill, speed + 1) == CHANGER_S == 8


def test_a_row_comes_to_its_steps_times_the_holes_and_the_changes_once() -> None:
    task, plan = plan_of(asked("c2", "12", 20.0, "steel-c45", count=5))
    hole, changes = sum(step.time_s for step in plan.steps), sum(step.change_s for step in plan.steps)
    assert plan.hole_s == pytest.approx(hole)
    assert plan.total_s == pytest.approx(5 * hole + changes)
    assert plan.worst_use == max(step.cut.use for step in plan.steps if step.cut is not None)
    assert plan.verdict == max(step.cut.verdict for step in plan.steps if step.cut is not None)
    by_hand = Step("deburr", None, 12.0, 12.0, None, 0.0, "", 7.0)
    assert summed(task.base, [by_hand], "").verdict == 0
    assert summed(task.base, [by_hand, replace(by_hand, cannot="it is not there")], "").verdict == CANNOT
    first = next(step for step in plan.steps if step.cut is not None)
    assert first.cut is not None
    tight = replace(first, cut=replace(first.cut, verdict=TIGHT, use=1.7))
    assert (summed(task.base, [first, tight], "").verdict, summed(task.base, [first, tight], "").worst_use) == (TIGHT, 1.7)


# --- money ----------------------------------------------------------------------------


def test_a_bill_is_its_sums() -> None:
    """Eight a drill ground twice at three each, six in ten good again: (8 + 1.6 · 3) / 1.96 an edge; of its life a hole takes depth over metres."""
    task, plan = plan_of(asked("c2", "12", 20.0, "steel-c45", count=5))
    place, cut = next((step.cutter, step.cut) for step in plan.steps if step.cut is not None)
    assert place is not None
    edges = tuple(EdgeCost(price=8.0, regrinds=2, regrind_price=3.0, survivors_share=0.6, edge_life_m=4.0) for _ in task.base.yard.cutters)
    money = Money(rate_per_h=36.0, edges=edges)
    one = cut_cost(money, place, cut)
    assert one.edge == pytest.approx((8 + 1.6 * 3) / 1.96 * 20 / 4000)
    # A centime a second, the share of a change of ninety seconds with it.
    assert one.machine == pytest.approx((cut.time_s + 20 / 4000 * 90) / 100)
    bill = plan_cost(money, plan, task.base)
    assert bill.changes == pytest.approx(sum(step.change_s for step in plan.steps) / 100)
    assert bill.total == pytest.approx(5 * bill.a_hole + bill.changes)
    assert bill.unpriced == ()
    bare = plan_cost(Money(rate_per_h=36.0), plan, task.base)
    assert bare.unpriced == tuple(step.cutter for step in plan.steps if step.cutter is not None)
    assert bare.total < bill.total


def test_a_used_edge_has_less_left_and_an_insert_its_own_life() -> None:
    _, plan = plan_of(asked("c2", "12", 20.0, "steel-c45"))
    cutter = next(step.cut for step in plan.steps if step.cut is not None).job.cutter
    lives = [usual_life_m(replace(cutter, wear=wear), "P") for wear in ("sharp", "used", "dull")]
    assert lives == sorted(lives, reverse=True)
    assert lives[0] > 1.5 * lives[1] > 0


# --- set-up ---------------------------------------------------------------------------


def sheet(machine: str, hole: str, depth_mm: float, material: str, kind: str, **more: Any) -> tuple[dict[str, float], str]:
    """A set-up sheet's figures by name, and its lines."""
    found = next(one for one in plan_answer(asked(machine, hole, depth_mm, material, **more))["sheets"] if one["kind"] == kind)
    return {fact["name"]: fact["value"] for fact in found["facts"]}, " ".join(found["lines"])


def test_turns_of_a_wheel_are_the_stop_over_the_lead() -> None:
    facts, lines = sheet("l1", "10", 30.0, "steel-c45", "tailstock")
    plan = plan_answer(asked("l1", "10", 30.0, "steel-c45"))["plan"]
    stops = {f"turns to the stop, {step['size_mm']:g} mm {step['kind']}": step["cut"]["stop_mm"] for step in plan["steps"] if step["cut"]}
    lead = facts["lead of the screw"]
    for name, stop_mm in stops.items():
        assert facts[name] == pytest.approx(stop_mm / lead, rel=1e-3)
        assert f"{stop_mm / lead:.3g} turns from touching" in lines


def test_a_slug_weighs_its_volume_of_steel() -> None:
    """22 mm through 16 mm: the slug's own width twice, quarter of pi, 7.85 g in a cubic centimetre."""
    facts, lines = sheet("m1", "22", 16.0, "steel-structural-355", "slug")
    across = facts["slug, across"]
    assert 12 < across < 22
    assert facts["slug, in steel"] == pytest.approx(math.pi / 4 * (across / 10) ** 2 * 1.6 * 7.85, rel=1e-3)
    assert "Catch it" in lines


def test_an_insert_drill_is_opened_as_far_as_its_body_clears() -> None:
    """Three hundredths of the diameter each way, the usual opening 1.3 to 1.9 mm within that; a bore measured sets X by the difference."""
    facts, lines = sheet("t1", "32", 60.0, "steel-c45", "insert", measured_mm=31.6)
    assert facts["most it may be opened, on the diameter"] == pytest.approx(2 * 0.03 * 32)
    assert facts["change X, on the diameter, by"] == pytest.approx(0.4)
    assert "by 1.3 to 1.9 mm" in lines
    assert "X +0.4 mm on the diameter" in lines


@pytest.mark.parametrize(("hole", "depth_mm", "pilot_d"), [("8", 160.0, 1.5), ("8", 168.0, 3.0)])
def test_lengths_to_order_are_sums_of_their_parts(hole: str, depth_mm: float, pilot_d: float) -> None:
    """On a machining centre: the hole, 15 to regrind, 30 and a diameter for the chips, 40 in the driver; the pilot deeper past twenty diameters."""
    deep = plan_answer(asked("v1", hole, depth_mm, "steel-c45"))["deep_hole"]
    assert [stage["length_mm"] for stage in deep["stages"]] == [depth_mm + 15 + 30 + float(hole) + 40]
    assert deep["pilot_depth_mm"] == pytest.approx(pilot_d * float(hole))
    assert deep["pilot_diameter_mm"] == pytest.approx([float(hole) + 0.01, float(hole) + 0.03])
    assert deep["steady_rests"] == 0


def test_on_a_gun_drilling_machine_the_rests_are_in_the_length() -> None:
    """The hole, 15 to regrind, 65 for bush holder and seal, 30 a rest, 40 in the driver; no span over forty diameters."""
    deep = plan_answer(asked("g1", "10", 400.0, "steel-c45"))["deep_hole"]
    rests, length = deep["steady_rests"], deep["stages"][0]["length_mm"]
    assert rests >= math.ceil((400 + 15 + 65 + 40) / 400) - 1 == 1
    assert length == 400 + 15 + 65 + 30 * rests + 40
    assert deep["span_mm"] == pytest.approx((length - 2 * 10) / (rests + 1), rel=1e-3)
    assert deep["span_mm"] <= 400
    assert deep["pilot_depth_mm"] is None


def test_a_wish_that_is_not_offered_is_refused_by_name() -> None:
    with pytest.raises(BadInput) as refused:
        plan_answer(asked("c2", "10", 20.0, "steel-c45", want="prettiest"))
    assert refused.value.problems[0].field == "plan.want"
