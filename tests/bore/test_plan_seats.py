"""What is made of a hole once it is drilled: mouths, seats, milled threads; against sums by hand and the figures the modules say are common practice."""

import math
from dataclasses import replace

import pytest

from bore.answers.plan_request import read_plan
from bore.base.errors import BadInput
from bore.job.thread_passes import thread_passes
from bore.plan.finishing import mouth_mm
from bore.plan.solver import Work, solve
from bore.plan.starting import centre_mouth_mm, mark_cut
from bore.plan.times import Step
from tests.demo import asked, crib, place
from tests.plans import base, planned


def step_of(machine: str, hole: str, depth_mm: float, material: str, kind: str, **more: object) -> Step:
    return next(step for step in planned(machine, hole, depth_mm, material, **more).steps if step.kind == kind)


def test_a_mouth_is_as_drawn_or_a_little_wider_than_its_thread_or_half_as_wide_again() -> None:
    drawn = read_plan(asked("c2", "8.5", 20.0, "steel-c45", countersink_mm=12)).task
    thread = read_plan(asked("c2", "M10", 20.0, "steel-c45")).task
    plain = read_plan(asked("c2", "8", 20.0, "steel-c45")).task
    bored = read_plan(asked("c2", "8.5", 20.0, "steel-c45", counterbore_mm=15, counterbore_depth_mm=8)).task
    assert mouth_mm(drawn, 8.5) == 12
    assert 10 < mouth_mm(thread, 8.5) < 11
    assert mouth_mm(plain, 8.0) == 12
    # A counterbore is no countersink.
    assert mouth_mm(bored, 8.0) == 12


def test_a_countersink_is_as_deep_as_its_cone() -> None:
    """Ninety degrees: half of what the mouth is wider than the hole."""
    step = step_of("c2", "8.5", 20.0, "steel-c45", "countersink", countersink_mm=12)
    assert step.cut is not None
    angle = step.cut.job.cutter.point_angle_deg
    assert step.cut.job.hole.depth_mm == pytest.approx((12 - 8.5) / 2 / math.tan(math.radians(angle / 2)), abs=0.006)
    assert (step.start_mm, step.size_mm) == (8.5, 12)


@pytest.mark.parametrize(
    ("hole", "depth_mm", "more", "field"),
    [
        # A cone of 12 on 8.5 is 1.75 deep: sheet of that has nothing left of its hole, two millimetres have.
        ("8.5", 1.75, {"countersink_mm": 12}, "plan.countersink_mm"),
        ("8.5", 20.0, {"countersink_mm": 8.5}, "plan.countersink_mm"),
        ("8.5", 20.0, {"countersink_mm": 500}, "plan.countersink_mm"),
        ("8.5", 20.0, {"counterbore_mm": 15, "counterbore_depth_mm": 20}, "plan.counterbore_depth_mm"),
        ("8.5", 20.0, {"counterbore_mm": 8, "counterbore_depth_mm": 5}, "plan.counterbore_mm"),
    ],
)
def test_a_seat_that_leaves_nothing_is_refused_by_field(hole: str, depth_mm: float, more: dict[str, float], field: str) -> None:
    with pytest.raises(BadInput) as refused:
        planned("c2", hole, depth_mm, "steel-c45", **more)
    assert refused.value.problems[0].field == field


def test_a_seat_may_be_as_deep_as_the_plate_under_a_blind_hole_lets_it() -> None:
    """Of a blind hole the plate counts, where it is known; where it is not, the hole's own depth."""
    seat = {"counterbore_mm": 15, "counterbore_depth_mm": 25}
    assert planned("v1", "8.5", 20.0, "steel-c45", through=False, plate_thickness_mm=60.0, **seat)
    for known in ({"plate_thickness_mm": 24.0}, {}):
        with pytest.raises(BadInput, match="leaves nothing under the head"):
            planned("v1", "8.5", 20.0, "steel-c45", through=False, **known, **seat)


def test_a_counterbore_may_be_a_little_wider_than_drawn_and_no_narrower() -> None:
    sizes = sorted({one["diameter_mm"] for one in crib() if one["family"] == "counterbore"})
    assert sizes
    for drawn in (sizes[0], sizes[0] - 0.4):
        step = step_of(
            "c2", f"{sizes[0] * 0.55:.1f}", 30.0, "steel-structural-235", "counterbore", counterbore_mm=drawn, counterbore_depth_mm=4
        )
        assert 0 <= step.size_mm - drawn < 1


def test_a_milled_thread_takes_its_rounds() -> None:
    """Two in stainless: twice the time of one; one in soft metal below 1.5 mm pitch, three in what is tough from 2 mm on."""
    step = step_of("v1", "M10", 15.0, "stainless-304", "mill", thread="mill")
    assert step.cut is not None
    assert "in 2 passes" in step.why
    assert step.time_s == pytest.approx(2 * step.cut.time_s)
    job = step.cut.job
    soft = base("v1", material="alu-wrought-6082").material

    def rounds(pitch_mm: float, **more: object) -> int:
        return thread_passes(replace(job, cutter=replace(job.cutter, pitch_mm=pitch_mm), **more))

    assert [rounds(1.25), rounds(1.5), rounds(1.99), rounds(2.0)] == [2, 2, 2, 3]
    assert [rounds(pitch, material=soft) for pitch in (1.25, 1.5, 2.0)] == [1, 2, 2]
    hard = [replace(soft, hardness_hb=hb) for hb in (300.0, 301.0)]
    assert [rounds(1.25, material=one) for one in hard] == [1, 2]


def test_a_centre_drill_opens_no_wider_than_the_hole_and_no_narrower_than_its_thin_end() -> None:
    """Eight tenths of the hole, or of its own width; where that is its thin end and no more, it is too wide for the hole."""
    job = base("l1", "12")
    centre = next(one for one in job.yard.cutters if one.kind.mark == "centre")
    thin = centre.step_diameter_mm
    assert thin is not None
    assert centre_mouth_mm(centre, 1000.0) == round(0.8 * centre.diameter_mm, 2)
    assert centre_mouth_mm(centre, thin / 0.8) is None
    assert centre_mouth_mm(centre, thin / 0.8 + 0.05) is not None
    cuts = Work(read_plan(asked("l1", "12", 20.0, "steel-c45")).task).cuts()
    where = job.yard.cutters.index(centre)
    made = mark_cut(cuts, where, 12.0)
    assert made is not None
    # A thin end and a quarter of it deep, then the cone to the mouth.
    mouth = round(0.8 * min(12.0, centre.diameter_mm), 2)
    cone = (mouth - thin) / 2 / math.tan(math.radians(centre.point_angle_deg / 2))
    assert made.job.hole.depth_mm == pytest.approx(1.25 * thin + cone, abs=0.02)
    assert mark_cut(cuts, where, thin / 2) is None


def test_a_worn_out_drill_makes_no_step_on_the_way() -> None:
    request = asked("c2", "13", 20.0, "stainless-304")
    cutters = request["case"]["yard"]["cutters"]
    five = place("twist", 5, substrate="hss-co")
    with_it = read_plan(request)
    cutters[five] = cutters[five] | {"wear": "dull"}
    without = read_plan(request)
    assert all(step.cutter != five for step in solve(without.task, without.wish).steps)
    assert replace(with_it.task, base=without.task.base) == without.task
