"""What a plan guides and finishes: long drills by short ones, bushes and their height, bores by a bar, flat floors, threads in passes; and
what to get where nothing in the shop will do."""

from typing import Any

import pytest

from bore.answers.plan_request import read_plan
from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.check.check import check
from bore.job.thread_passes import LAST_MM, pass_depths_mm, thread_passes
from bore.limits.judgement import TIGHT
from bore.plan.guides import is_long
from bore.ways.ways_out import ways_out
from tests.answers import plan_answer, written_answer
from tests.asking import answered, limit_of, plain_case
from tests.demo import asked, crib, machines

GUIDED = [("v1", "10", 110, "steel-structural-355"), ("l1", "10", 75, "steel-structural-355"), ("v1", "6", 75, "alu-wrought-7075")]


def steps_of(*given: Any, **more: Any) -> list[dict[str, Any]]:
    return plan_answer(asked(*given, **more))["plan"]["steps"]


@pytest.mark.parametrize("job", GUIDED, ids=str)
def test_what_only_a_hole_guides_gets_a_short_one_first(job: tuple[Any, ...]) -> None:
    """The short drill is short, of the same size, two to three diameters deep; the one that follows starts from solid, guided."""
    row = steps_of(*job)
    guide, drill = [step for step in row if step["kind"] in ("pilot", "drill")]
    assert guide["size_mm"] == drill["size_mm"]
    assert 1.5 <= guide["cut"]["depth_mm"] / guide["size_mm"] <= 3.0
    assert drill["cut"]["case"]["hole"]["start"]["kind"] == "pilot"
    assert drill["start_mm"] == 0


@pytest.mark.parametrize("job", GUIDED, ids=str)
def test_a_plans_own_row_checked_as_somebodys_own_comes_to_the_same(job: tuple[Any, ...]) -> None:
    """What the search found, posted back step by step, is the same row: with its guide holes, nothing to say against it. Without the
    short drill the long one no longer has a hole to follow."""
    request = asked(*job)
    found = plan_answer(request)["plan"]["steps"]
    row = [{"kind": step["kind"], "cutter": step["cutter"]} for step in found]
    own = plan_answer(request | {"plan": request["plan"] | {"steps": row}})
    assert [(one["kind"], one["size_mm"], (one["cut"] or {}).get("verdict")) for one in own["plan"]["steps"]] == [
        (one["kind"], one["size_mm"], (one["cut"] or {}).get("verdict")) for one in found
    ]
    assert own["says"] == []
    unguided = [one for one in row if one["kind"] != "pilot"]
    bare = plan_answer(request | {"plan": request["plan"] | {"steps": unguided}})["plan"]["steps"]
    drill = next(step for step in bare if step["kind"] == "drill")
    assert drill["cut"]["case"]["hole"]["start"]["kind"] != "pilot"


def test_a_drill_of_the_usual_length_is_not_long() -> None:
    """DIN 338 against DIN 340: a jobber starts from a mark, from 3 mm on; the long series up to 10 mm does not."""
    yard = read_plan(asked("v1", "10", 20, "steel-c45")).task.base.yard.cutters
    plain = [one for one in yard if one.kind.standard_form and one.kind.drills and one.diameter_mm >= 3]
    assert not [one.diameter_mm for one in plain if one.series in (None, "jobber", "stub") and is_long(one) and one.shank == "straight"]
    assert all(is_long(one) for one in plain if one.series == "long" and one.diameter_mm <= 10)


def test_a_bush_takes_the_marks_place_and_its_height_is_in_the_stop() -> None:
    request = asked("c2", "10", 30, "steel-structural-355")
    request["case"]["hole"]["start"] = {"kind": "bush", "bush_height_mm": 22}
    drill, deburr = plan_answer(request)["plan"]["steps"]
    assert (drill["kind"], deburr["kind"]) == ("drill", "deburr")
    assert drill["cut"]["from_bush_mm"] == pytest.approx(drill["cut"]["stop_mm"] + 22)
    request["case"]["hole"]["start"]["bush_height_mm"] = 70
    longer = plan_answer(request)["plan"]["steps"]
    assert longer == [] or longer[-2]["cut"]["case"]["cutter"]["flute_length_mm"] >= 100, "it must reach through the bush"


def test_a_bars_torque_is_the_ring_it_takes() -> None:
    """M = kc f (D² − d²) / 8000 with one edge square to the axis (Kienzle, VDI 3323 group values), worked afresh."""
    case = plain_case(
        hole__diameter_mm=30,
        hole__start_diameter_mm=29,
        machine__kind="machining-centre",
        machine__spindle={"power_kw": 11, "stages": [{"min_rpm": 60, "max_rpm": 8000}]},
        cutter={"family": "boring", "bores_from_mm": 25},
        setting={"speed_rpm": 900, "feed_mm_rev": 0.1},
        material={"id": "steel-c45"},
    )
    job = read_case(case)
    kc = job.material.kc11_n_mm2 * 0.1**-job.material.mc * 1.2
    found = check(job).result.loads.schools["specific-force"]
    assert found.torque_nm == pytest.approx(kc * 0.1 * (30**2 - 29**2) / 8000, rel=1e-6)


@pytest.mark.parametrize(
    ("out_mm", "verdict"), [(60, "holds"), (90, "tight"), (130, "gives-way")], ids=["calm", "over four times", "over six times"]
)
def test_a_bar_that_stands_out_too_far_chatters(out_mm: float, verdict: str) -> None:
    """Four times its thickness for a steel bar (common practice): one of 17.5 mm."""
    case = plain_case(
        hole__diameter_mm=30,
        hole__start_diameter_mm=29,
        machine__kind="machining-centre",
        cutter={"family": "boring", "bores_from_mm": 25, "free_length_mm": out_mm},
        setting={"speed_rpm": 640, "feed_mm_rev": 0.1},
    )
    assert limit_of(answered(case), "snatch")["verdict"] == verdict


def test_a_bar_of_the_crib_is_set_to_the_hole_and_its_program_feeds_out() -> None:
    """One edge in passes, the last measured; on a machining centre bored in and fed out, on a turning machine left to a hand."""
    bored = next(step for step in steps_of("v1", "30 H7", 25, "steel-c45") if step["kind"] == "bore")
    assert bored["cut"]["case"]["cutter"]["diameter_mm"] == 30
    assert crib()[bored["cutter"]]["bores_from_mm"] <= 30 <= crib()[bored["cutter"]]["diameter_mm"]
    assert "passes" in bored["why"]
    posted = [{"kind": "bore", "words": bored["words"], "case": bored["cut"]["case"]}]
    assert "G85" in written_answer({"zero": "corner", "points_mm": [[0, 0]], "steps": posted})["program"]
    turned = next(step for step in steps_of("t1", "30 H7", 25, "steel-c45") if step["kind"] == "bore")
    with pytest.raises(BadInput, match="centre line"):
        written_answer({"zero": "face", "steps": [{"kind": "bore", "words": "bore", "case": turned["cut"]["case"]}]})


def test_a_flat_floor_is_left_by_a_drill_without_a_point_or_squared() -> None:
    insert = steps_of("v1", "20 flat-bottomed", 30, "steel-c45", through=False)
    assert [step["cut"]["family"] for step in insert if step["cut"]] == ["indexable"]
    squared = steps_of("l1", "flat bottom 20", 30, "steel-c45", through=False)
    drill = next(step for step in squared if step["kind"] == "drill")
    assert 27 <= drill["cut"]["stop_mm"] <= 30, "the point stops on the floor, a flatter one a little short of it"
    assert [step["words"] for step in squared if step["kind"] == "bore"] == ["square the floor"]
    with pytest.raises(BadInput, match="no bottom"):
        plan_answer(asked("v1", "20 flat-bottomed", 30, "steel-c45"))


def test_a_countersink_leaves_some_of_the_hole() -> None:
    with pytest.raises(BadInput, match="leaves nothing of the hole"):
        plan_answer(asked("b2", "9", 3, "alu-wrought-6082", countersink_mm=18))


def test_threads_are_milled_in_passes_the_last_thin() -> None:
    """One to two in soft metal, two to three in tough (common practice); every pass further out, the last at most a tenth."""
    soft, tough = (
        read_case(
            plain_case(
                material={"id": metal},
                hole__diameter_mm=20,
                hole__start_diameter_mm=17.5,
                cutter={"family": "thread-mill", "diameter_mm": 12, "pitch_mm": 2.5},
            )
        )
        for metal in ("alu-wrought-6082", "titanium-64")
    )
    assert (thread_passes(soft), thread_passes(tough)) == (2, 3)
    depths = pass_depths_mm(1.25, 3)
    assert list(depths) == sorted(depths, reverse=True)
    assert depths[-1] == 0
    assert depths[-2] <= LAST_MM


def test_what_to_get_is_offered_where_nothing_will_do_and_goes() -> None:
    """A 20 mm taper drill does not fit a magnetic drill's bore, and there is no crib: a ring cutter is named, at a setting that holds; in
    a blind hole it is not."""
    case = plain_case(
        hole__diameter_mm=20,
        machine=machines()["m1"],
        holding={"kind": "magnet"},
        setting={"speed_rpm": 300, "hand_force_n": 150},
    )
    offered = ways_out(read_case(case)).ways
    ring = next(way for way in offered if way.kind == "to-get")
    assert ring.sentence.startswith("to get: a 20 mm HSS annular cutter")
    assert ring.verdict <= TIGHT
    case["hole"]["through"] = False
    assert not [way for way in ways_out(read_case(case)).ways if "annular" in way.sentence]
