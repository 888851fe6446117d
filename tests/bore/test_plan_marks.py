"""The marks a plan turns on, each looked at on it and a hair to either side. The figures are common practice, as the modules that hold
them say; the sums stand beside the checks."""

from dataclasses import replace

import pytest

from bore.answers.plan_request import read_plan
from bore.base.errors import BadInput
from bore.check.check import check
from bore.job.hole import Hole
from bore.limits.judgement import HOLDS, TIGHT
from bore.plan.boring import passes
from bore.plan.call import read_call
from bore.plan.callout import read_drawn
from bore.plan.deep_hole import deep_hole
from bore.plan.hand_steps import leans_too_far, too_far_by_hand
from bore.plan.hand_work import burr_words, mark_s
from bore.plan.pattern import read_pattern
from bore.plan.phases import phases
from bore.plan.solver import solve, tight_s
from bore.plan.step_cut import cut_as_set, shallow
from tests.answers import plan_answer
from tests.demo import asked, place
from tests.plans import base, first_cut, planned


@pytest.mark.parametrize(
    ("hole_mm", "drilled_mm", "times"),
    # A last pass of 0.4 of width, before it passes of at most 3: 3.4 is two in all, a hair more three; 6.4 three.
    [(30.0, 29.9, 2), (30.0, 26.6, 2), (30.0, 26.59, 3), (40.0, 33.6, 3), (40.0, 33.59, 4)],
)
def test_a_bar_goes_through_as_often_as_its_passes_need(hole_mm: float, drilled_mm: float, times: int) -> None:
    assert passes(hole_mm=hole_mm, drilled_mm=drilled_mm) == times


def test_a_mouth_up_to_sixteen_is_broken_in_the_fingers() -> None:
    assert "in the fingers" in burr_words(16.0, False)
    assert "scraper" in burr_words(16.1, False)


def test_a_magnet_takes_its_moving_and_overhead_its_strap() -> None:
    """Marked in twenty seconds; moved and lined up in forty-five more; strapped on and off in thirty."""
    magnet = base("m1", "22", 16.0, "steel-structural-355").machine
    assert magnet.magnet is not None
    hung = [replace(magnet, magnet=replace(magnet.magnet, orientation=how)) for how in ("down", "wall", "overhead")]
    assert [mark_s(one) for one in (base("c2").machine, *hung)] == [20, 65, 95, 95]


@pytest.mark.parametrize(
    ("material", "start_mm", "size_mm", "far"),
    [
        # In two hands: from solid to 6.5 in steel and 8 in aluminium; above 10 from no less than four tenths, and from no more than half.
        ("steel-c45", 0.0, 6.5, False),
        ("steel-c45", 0.0, 6.6, True),
        ("alu-wrought-6082", 0.0, 8.0, False),
        ("alu-wrought-6082", 0.0, 8.1, True),
        ("steel-c45", 3.0, 10.0, False),
        ("steel-c45", 4.0, 10.1, True),
        ("steel-c45", 4.8, 12.0, False),
        ("steel-c45", 4.7, 12.0, True),
        ("steel-c45", 6.0, 12.0, False),
        ("steel-c45", 6.2, 12.0, True),
    ],
)
def test_how_far_a_hand_goes_at_once(material: str, start_mm: float, size_mm: float, far: bool) -> None:
    job = base("h1", "6", 10.0, material)
    drill = replace(job.yard.cutters[place("twist", 6)], diameter_mm=size_mm)
    assert too_far_by_hand(job, drill, start_mm, size_mm) is far
    # A hole that was there before is the check's to judge; a fed spindle leans on nothing.
    assert not too_far_by_hand(base("v1"), drill, start_mm, size_mm)
    if start_mm > 6:
        assert not too_far_by_hand(job, drill, start_mm, size_mm, there_mm=start_mm)


def test_a_hand_leans_no_more_than_thirteen_into_solid() -> None:
    job = first_cut("b2", "13", 20.0, "steel-structural-355").job
    solid = replace(job, hole=replace(job.hole, start_diameter_mm=0.0, diameter_mm=13.0))
    assert solid.setting.hand_force_n is not None
    assert not leans_too_far(solid)
    wider = replace(solid, hole=replace(solid.hole, diameter_mm=13.1))
    assert leans_too_far(wider)
    assert not leans_too_far(replace(wider, hole=replace(wider.hole, start_diameter_mm=5.0)))
    assert not leans_too_far(replace(wider, setting=replace(wider.setting, hand_force_n=None)))


def test_a_stroke_falls_into_its_stretches() -> None:
    """Half the pull until the point is in and over the last of a through hole; in sheet thinner than the point nothing lies between."""
    cut = first_cut("b2", "8", 20.0, "steel-structural-355")
    pull, point = cut.job.setting.hand_force_n, cut.depths.point_length_mm
    assert pull is not None
    found = phases(cut)
    assert [(one.from_mm, one.to_mm) for one in found] == [(0, point), (point, 20.0), (20.0, cut.depths.stop_mm)]
    assert [one.hand_force_n for one in found] == [pull / 2, pull, pull / 2]
    sheet = replace(cut, job=replace(cut.job, hole=replace(cut.job.hole, depth_mm=point)))
    assert [one.words.split(",")[0].split(":")[0] for one in phases(sheet)] == ["lightly", "ease off"]
    blind = replace(cut, job=replace(cut.job, hole=replace(cut.job.hole, through=False)))
    assert [one.to_mm for one in phases(blind)] == [point, cut.depths.stop_mm]


def test_a_row_of_one_is_a_pattern() -> None:
    assert len(read_pattern({"kind": "line", "count": 1, "pitch_mm": 5}, 2).points_mm) == 1


def test_a_tight_step_counts_two_minutes_and_half_its_time_more() -> None:
    cut = replace(first_cut("c2", "10", 20.0, "steel-c45"), time_s=40.0, verdict=TIGHT)
    assert tight_s(cut, 6) == 120 + 0.5 * 40 * 6
    assert tight_s(replace(cut, verdict=HOLDS), 6) == 0


@pytest.mark.parametrize(
    ("depth_mm", "rests", "words"),
    # The tube: the hole, 15 to regrind, 65 for bush holder and seal, 40 in the driver; 30 a rest; two
    # diameters of it stand in what guides it, and of what is free no span is over forty: 300 + 120 - 20 is 400, 670 + 150 - 20 twice that.
    [
        (300.0, 0, ""),
        (301.0, 1, "1 steady-rest bush for 10 mm"),
        (670.0, 1, "1 steady-rest bush for 10 mm"),
        (671.0, 2, "2 steady-rest bushes for 10 mm"),
    ],
)
def test_steady_rests_by_the_length_of_the_tube(depth_mm: float, rests: int, words: str) -> None:
    job = first_cut("g1", "10", 400.0, "steel-c45").job
    deep = deep_hole(replace(job, hole=replace(job.hole, depth_mm=depth_mm)))
    assert deep.steady_rests == rests
    assert [line for line in deep.order if "steady-rest" in line] == ([words] if words else [])


@pytest.mark.parametrize(
    ("text", "grade"),
    # ISO 286-1 at 14 mm: IT7 18 µm, IT8 27, IT9 43, IT10 70, IT11 110: a width of exactly a grade's is that grade's, less the finer one's.
    [("14 +0.018/0", 7), ("14 +0.027/0", 8), ("14 +0.026/0", 7), ("14 +0.043/0", 9), ("14 +0.11/0", 11), ("14 +0.107/0", 10)],
)
def test_a_width_in_figures_is_its_grades(text: str, grade: int) -> None:
    assert read_plan(asked("c2", text, 20.0, "steel-c45")).task.drawn.tolerance_it == grade


def test_a_spot_has_the_plate_under_it() -> None:
    job = base("c2", depth_mm=12.0)
    assert shallow(job, 2.0).plate_thickness_mm == 12
    blind = replace(job, hole=replace(job.hole, through=False, plate_thickness_mm=30.0))
    spot: Hole = shallow(blind, 2.0)
    assert (spot.depth_mm, spot.through, spot.plate_thickness_mm) == (2.0, False, 30.0)


def test_a_spot_is_a_tenth_of_the_hole_deep() -> None:
    mark = planned("v1", "10", 20.0, "steel-c45").steps[0]
    assert mark.cut is not None
    assert mark.cut.job.hole.depth_mm == 1.0
    small = planned("v1", "3", 8.0, "steel-c45").steps[0]
    assert small.cut is not None
    # Never less than half a millimetre.
    assert small.cut.job.hole.depth_mm == 0.5


@pytest.mark.parametrize("depth_mm", [60.0, 95.0, 100.0, 101.0, 102.0, 103.0, 110.0])
def test_a_tailstock_goes_on_where_its_barrel_ends(depth_mm: float) -> None:
    """120 mm of barrel, 15 out before it begins: 105 mm are left."""
    found = plan_answer(asked("l1", "10", depth_mm, "steel-c45"))
    lines = next(one for one in found["sheets"] if one["kind"] == "tailstock")["lines"]
    for step in found["plan"]["steps"]:
        if step["cut"]:
            line = next(one for one in lines if one.startswith(f"{step['kind']} {step['size_mm']:g} mm"))
            assert ("move the tailstock up" in line) == (step["cut"]["stop_mm"] > 105)


def test_no_row_is_longer_than_six_steps() -> None:
    """Seven sizes that must be in it are one too many."""
    sizes = [3, 4, 5, 6, 7, 8]
    found = read_plan(asked("v1", "9", 20.0, "brass-free", pinned_mm=sizes[1:]))
    drilled = [step.size_mm for step in solve(found.task, found.wish).steps if step.kind in ("pilot", "open", "drill")]
    assert drilled == [*sizes[1:], 9]
    found = read_plan(asked("v1", "9", 20.0, "brass-free", pinned_mm=sizes))
    with pytest.raises(BadInput):
        solve(found.task, found.wish)


# --- flat floors, blind threads, pecks ------------------------------------------------


def test_a_point_stops_on_a_flat_floor_or_is_refused() -> None:
    """A plain point of 118 degrees is 0.3 of the width long: of a floor 20 mm down 17 are drilled full, and the rest squared off."""
    steps = planned("c2", "10 flat", 20.0, "steel-c45", through=False).steps
    drill = next(step.cut for step in steps if step.kind == "drill")
    assert drill is not None
    assert drill.job.hole.depth_mm == pytest.approx(20 - 3.004, abs=1e-3)
    assert drill.depths.stop_mm <= 20
    assert [step.kind for step in steps][-2:] == ["bore", "deburr"]
    for depth, goes in ((3.4, True), (3.3, False), (2.0, False)):
        request = asked("c2", "10 flat", depth, "steel-c45", through=False)
        if goes:
            found = read_plan(request)
            shallow_drill = next(step.cut for step in solve(found.task, found.wish).steps if step.kind == "drill")
            assert shallow_drill is not None
            assert shallow_drill.depths.stop_mm <= depth
        else:
            with pytest.raises(BadInput, match="next to no hole above a flat floor"):
                solve(read_plan(request).task, read_plan(request).wish)


def test_a_flat_floor_below_a_reamed_hole_lies_where_it_is_said() -> None:
    """Squared before it is reamed; deeper than what is finished by the room a reamer wants, and no deeper than the drill's point goes."""
    steps = planned("c2", "10 H7 flat", 20.0, "steel-c45", through=False).steps
    assert [step.kind for step in steps] == ["mark", "drill", "bore", "ream", "deburr"]
    drill, floor, ream = steps[1].cut, steps[2], steps[3].cut
    assert drill is not None
    assert ream is not None
    assert 20 < ream.depths.stop_mm <= drill.depths.stop_mm
    assert f"the floor lies {drill.depths.stop_mm:.3g} mm down: 20 mm finished" in floor.why
    plain = planned("c2", "10 flat", 20.0, "steel-c45", through=False).steps
    assert not any("the floor lies" in step.why for step in plain)


def test_a_blind_thread_is_drilled_past_its_depth_for_the_tap() -> None:
    """The full thread, the tap's chamfer and some turns of room; a plate that has not that much is told so, and what would do."""
    drill = first_cut("v1", "M10", 20.0, "steel-c45", through=False, plate_thickness_mm=60.0)
    assert 1.5 * 3 < drill.job.hole.depth_mm - 20 < 1.5 * 9
    with pytest.raises(BadInput, match="a bottoming tap wants least room"):
        planned("v1", "M10", 20.0, "steel-c45", through=False, plate_thickness_mm=21.0)


def test_a_pecked_cut_takes_its_pecks_time_too() -> None:
    """Out and in again to each depth: what a check of the same job says it takes."""
    job = first_cut("c2", "6", 40.0, "stainless-304").job
    found = check(job, recorded=False).kinematics
    assert found.peck_time_s
    assert cut_as_set(job).time_s == pytest.approx(found.cut_time_s)


def test_only_a_tailstock_is_set_by_its_wheel() -> None:
    kinds = {machine: {one["kind"] for one in plan_answer(asked(machine, "10", 20.0, "steel-c45"))["sheets"]} for machine in ("c2", "l1")}
    assert "tailstock" in kinds["l1"]
    assert "tailstock" not in kinds["c2"]


@pytest.mark.parametrize(
    ("text", "hole", "depth_mm", "through"),
    [
        ("M10 x 20 deep", "M10", 20.0, False),
        ("10 through", "10", None, True),
        # A depth without a hole is no hole's depth.
        ("20 deep", "20 deep", None, None),
        ("through", "through", None, None),
    ],
)
def test_a_depth_stands_behind_its_hole(text: str, hole: str, depth_mm: float | None, through: bool | None) -> None:
    found = read_call(text)
    assert (found.hole, found.depth_mm, found.through) == (hole, depth_mm, through)


def test_a_hole_text_of_sixty_letters_is_read_and_of_more_is_not() -> None:
    assert read_drawn("10" + " " * 70 + "H7").tolerance_it == 7
    with pytest.raises(BadInput, match="is needed"):
        read_drawn("1" * 61)
    with pytest.raises(BadInput, match="not a drill size"):
        read_drawn("1" * 59 + "x")


@pytest.mark.parametrize("speed_rpm", [800.0, 4000.0, 12_000.0, 30_000.0])
def test_rests_stand_so_close_that_the_tube_does_not_whirl(speed_rpm: float) -> None:
    job = first_cut("g1", "10", 400.0, "steel-c45").job
    deep = deep_hole(replace(job, setting=replace(job.setting, speed_rpm=speed_rpm)))
    assert deep.fastest_rpm >= speed_rpm
    assert deep.steady_rests >= 1
    slower = deep_hole(replace(job, setting=replace(job.setting, speed_rpm=speed_rpm / 2)))
    assert slower.steady_rests <= deep.steady_rests


def test_a_pump_is_enough_that_gives_nearly_what_is_asked() -> None:
    """Six tenths of pressure and of flow will do; a hair less of either will not; one that says nothing is not known."""
    job = first_cut("g1", "10", 400.0, "steel-c45").job
    wants = deep_hole(job).coolant

    def enough(pressure: float, flow: float) -> bool | None:
        has = replace(job.machine.coolant, pressure_bar=pressure, flow_l_min=flow)
        return deep_hole(replace(job, machine=replace(job.machine, coolant=has))).coolant.enough

    least = 0.6 * wants.pressure_bar, 0.6 * wants.flow_l_min
    assert [enough(*least), enough(least[0] - 0.1, least[1]), enough(least[0], least[1] - 0.1), enough(0.0, 0.0)] == [
        True,
        False,
        False,
        None,
    ]


@pytest.mark.parametrize(("times", "stages"), [(40.0, 1), (80.0, 1), (80.5, 2)])
def test_a_longer_gun_drill_goes_in_through_the_hole_that_is_there(times: float, stages: int) -> None:
    """On a machining centre one drill to forty diameters, brazed, or eighty, of solid carbide; then longer ones, each a little smaller."""
    job = first_cut("v1", "8", 160.0, "steel-c45").job
    deep = deep_hole(replace(job, hole=replace(job.hole, depth_mm=times * 8.0)))
    assert len(deep.stages) >= stages
    assert (len(deep.stages) > 1) == any("each longer drill" in line for line in deep.procedure)
    sizes = [stage.diameter_mm for stage in deep.stages]
    assert sizes == sorted(sizes, reverse=True)
    depths = [stage.to_depth_mm for stage in deep.stages]
    assert depths == sorted(depths)
    assert depths[-1] == pytest.approx(times * 8.0)
