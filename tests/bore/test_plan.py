"""Plans: what is drilled for what is drawn, held to standards; steps that pass the full check afresh; the shortest way, by brute force."""

import itertools
import json
import math
from pathlib import Path
from typing import Any

import pytest

from bore.__main__ import main
from bore.answers.plan_request import read_plan
from bore.answers.plan_step import case_of
from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.check.check import check
from bore.cutters.registry import ALL_FAMILIES
from bore.cutters.sets import read_set
from bore.machines.kinds import machine_kinds
from bore.plan.callout import ba_thread, read_drawn
from bore.plan.cost import cut_cost
from bore.plan.hand_steps import too_far_by_hand
from bore.plan.hand_work import MARK_S
from bore.plan.pattern import circle, grid, line, read_pattern, to_marks_mm
from bore.plan.solver import Stopped, solve, tight_s
from bore.plan.step_cut import Cuts, cut_of, job_of
from bore.plan.task import WANTS, Wish
from bore.plan.times import DRILLING, SPEED_S, TOOL_S
from tests import demo
from tests.answers import plan_answer
from tests.asking import ROOT, ends
from tests.planned_holes import jobs, kinds_of, page_line, planned

DEMO = demo.machines()
SETS = (
    "HSS jobber 1-13 x 0.5; 3.3; 4.2; 6.8; 7.8; 9.8; 10.2",
    "HSS thinned taper 9.8; 19.7",
    "cobalt split taper 20; 22; 25",
    "cobalt split 3-10 x 0.5",
    "HSS thinned taper 13-32 x 0.5",
    "annular cobalt 14-30 x 2, 30 deep",
    "taps M3-M20",
    "HSS reamers 4-9 x 1",
    "HSS taper reamers 10-20 x 1",
    "carbide drills 5; 6.8; 8.5; 10.2",
)
SMALL = ("HSS jobber 3; 4; 6; 8; 10; 13",)


def crib(*names: str) -> list[dict[str, Any]]:
    return [spec for name in names for _, spec in read_set(name).cutters]


def asked(machine: str, hole: str, depth_mm: float, material: str, sets: tuple[str, ...] = SETS, **more: Any) -> dict[str, Any]:
    plan = {"hole": hole} | {
        name: more.pop(name) for name in ("want", "pinned_mm", "without_mm", "pattern", "alternatives") if name in more
    }
    shape = {"depth_mm": depth_mm, "through": True, "behind": "backing", "edge_distance_mm": 60} | more
    return {
        "case": {
            "hole": shape,
            "material": {"id": material},
            "machine": DEMO[machine],
            "holding": {"kind": "clamps", "count": 4, "force_n": 8000, "arm_mm": 100, "stop": True},
            "yard": {"cutters": crib(*sets)},
        },
        "plan": plan,
    }


@pytest.mark.parametrize(
    ("text", "drilled", "finished"),
    [
        ("M6", 5.0, 6.0),
        ("M10", 8.5, 10.0),
        ("M12", 10.2, 12.0),
        ("M10x1", 9.0, 10.0),
        ("3/8-16 UNC", 7.94, 9.525),
        ("1/2-13", 10.75, 12.7),
        ("G1/8", 8.8, 9.728),
        ("G1/4", 11.8, 13.157),
        ("G3/8", 15.25, 16.662),
        ("G1/2", 19.0, 20.955),
        ("G3/4", 24.5, 26.441),
        ("G1", 30.75, 33.249),
        ("0 BA", 5.1, 6.0),
        ("4 BA", 3.0, 3.62),
        ("10 H7", 9.85, 10.0),
        ("20 H11", 20.0, 20.0),
        ("M16 clearance", 17.5, 17.5),
        ("1/2", 12.7, 12.7),
        ("Ø14", 14.0, 14.0),
        ("14 ±0.1", 14.0, 14.0),
        ("14 +0,1 -0,1", 14.0, 14.0),
        ("M12 6H", 10.2, 12.0),
        ("M12x1.25-6H", 10.75, 12.0),
        ("1/4-20 UNC-2B", 5.1, 6.35),
        ("#10-32", 4.05, 4.826),
        ("#4-40", 2.25, 2.845),
        ("10-24", 3.8, 4.826),
        ("1-8", 22.25, 25.4),
        ("1/4 NPT", 11.1, 13.716),
        ("R1/8", 8.4, 9.728),
        ("6 BA", 2.3, 2.8),
    ],
)
def test_what_is_drilled_for_what_is_drawn(text: str, drilled: float, finished: float) -> None:
    """Tap drills of the trade's tables (ISO 2306, UNC, BSP, BA; from memory), within half a tenth."""
    found = read_drawn(text)
    assert found.drilled_mm == pytest.approx(drilled, abs=0.051)
    assert found.finished_mm == pytest.approx(finished, abs=0.01)


@pytest.mark.parametrize(
    ("size", "least", "most"), [("M6", 4.917, 5.153), ("M8", 6.647, 6.912), ("M10", 8.376, 8.676), ("M12", 10.106, 10.441)]
)
def test_a_tap_drill_may_lie_where_6h_lets_it(size: str, least: float, most: float) -> None:
    """Minor diameter of 6H internal threads, ISO 965-2 (from memory): least and most."""
    found = read_drawn(size)
    assert (found.least_mm, found.most_mm) == pytest.approx((least, most), abs=0.006)


def test_ba_threads_are_their_closed_form() -> None:
    """BS 93 (from memory): 0 BA 6.0 x 1.0, 4 BA 3.6 x 0.66, 8 BA 2.2 x 0.43 mm."""
    for number, major, pitch in ((0, 6.0, 1.0), (4, 3.6, 0.66), (8, 2.2, 0.43)):
        assert ba_thread(number) == pytest.approx((major, pitch), abs=0.03)


@pytest.mark.parametrize(
    ("text", "low", "high"),
    [
        ("14 +0.05/0", 14.0, 14.05),
        ("14 -0.02/-0.05", 13.95, 13.98),
        ("20 H7", 20.0, 20.021),
        ("20 H9", 20.0, 20.052),
        ("150 H7", 150.0, 150.04),
        ("20 P7", 19.965, 19.986),
        ("ø 20 F7", 20.02, 20.041),
    ],
)
def test_a_toleranced_hole_is_made_to_its_own_limits(text: str, low: float, high: float) -> None:
    """Drilled under what it may be, since it is finer than a drill makes."""
    found = read_drawn(text)
    assert found.limits_mm == pytest.approx((low, high), abs=1e-4)
    assert found.reamed
    assert found.most_mm < low
    assert f"{low:.3f} to {high:.3f} mm" in found.means


@pytest.mark.parametrize(("text", "made"), [("20 H7", True), ("20 H9", True), ("20 P7", False), ("20 F7", False), ("20 H6", False)])
def test_an_h7_reamer_makes_h7_and_wider_and_no_other_fit(text: str, made: bool) -> None:
    task = demo.asked("c3", text, 20.0, "steel-c45")
    if made:
        assert [step["kind"] for step in plan_answer(task)["plan"]["steps"]].count("ream") == 1
        return
    found = plan_answer(task)
    why, to_get = ends(found)
    assert "wants a reamer made for that" in why
    assert to_get == f"To get: a machine reamer for {text}, straight shank."
    # A crib's record has no fit: what it could not tell from a plain one is not put into it.
    assert found["to_get"] == ""


def test_the_plain_reamer_is_what_to_get_for_a_wider_fit() -> None:
    assert plan_answer(demo.asked("c3", "33 H9", 20.0, "steel-c45"))["to_get"].startswith("a machine reamer for 33 H7")


def test_what_a_drill_makes_is_drilled_between_the_drawings_limits() -> None:
    found = read_drawn("20 D12")
    assert not found.reamed
    assert (found.least_mm, found.most_mm) == found.limits_mm == (20.065, 20.275)


@pytest.mark.parametrize(
    "text", ["", "x" * 61, "M200", "M0.1", "M0", "M0 tap", "hole", "20 Z99", "1/0-20", "0.5 ±1", "20 K5", "200 P7", "7-7777"]
)
def test_what_is_no_hole_is_refused_in_words(text: str) -> None:
    with pytest.raises(BadInput) as refused:
        read_drawn(text)
    assert refused.value.problems[0].field in ("plan.hole", "hole.diameter_mm")


def test_bolt_circles_have_the_handbooks_chords() -> None:
    """Machinery's Handbook, length of chords for circles of diameter 1 (from memory): 3 0.866025, 5 0.587785, 6 0.5, 8 0.382683, 12 0.258819."""
    for count, chord in ((3, 0.866025), (5, 0.587785), (6, 0.5), (8, 0.382683), (12, 0.258819)):
        found = circle(count, 1000.0)
        assert found.neighbour_mm == pytest.approx(1000 * chord, abs=0.001)
        around = [math.dist(a, b) for a, b in itertools.pairwise([*found.points_mm, found.points_mm[0]])]
        assert around == pytest.approx([found.neighbour_mm] * count, abs=0.001)
    assert to_marks_mm(circle(4, 100.0)) == [70.71, 100.0, 70.71]


def test_lines_and_grids() -> None:
    assert line(4, 25).points_mm[-1] == (75, 0)
    assert len(grid(4, 3, 20, 30).points_mm) == 12
    assert grid(4, 3, 20, 30).neighbour_mm == 20
    for bad in (
        {"kind": "star"},
        {"kind": "line"},
        {"kind": "circle", "circle_mm": -1},
        {"kind": "grid", "columns": 30, "rows": 30, "pitch_mm": 5},
    ):
        with pytest.raises(BadInput):
            read_pattern(bad, 4)


JOBS = jobs()
PLANNED_HOLES = (ROOT / "docs" / "planned-holes.md").read_text(encoding="utf-8").splitlines()


def command_line(name: str, data: Any, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> dict[str, Any]:
    """What the command says of a file, as anybody would run it."""
    file = tmp_path / "case.json"
    file.write_text(json.dumps(data), encoding="utf-8")
    assert main([name, str(file)]) == 0
    return json.loads(capsys.readouterr().out)


@pytest.mark.parametrize("row", JOBS, ids=lambda row: f"{row['hole']} in {row['material']} on {row['machine']}")
def test_every_step_goes_when_its_case_is_checked_afresh(row: dict[str, str], tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """Each step's own case, posted to the command line as anybody could, holds or is tight; and the steps follow on: from solid, each from
    where the last one ended, to the size as drawn. The row is the one that was expected, and the papers say it."""
    found = planned(row)
    assert kinds_of(found) in row["steps"].split("|")
    assert page_line(row, found) in PLANNED_HOLES
    steps = found["plan"]["steps"]
    drilled = [step for step in steps if step["kind"] in DRILLING and step["cut"]]
    assert drilled[0]["start_mm"] == 0
    assert all(before["size_mm"] in (after["start_mm"], after["size_mm"]) for before, after in itertools.pairwise(drilled))
    bored = any(step["kind"] == "bore" for step in steps)
    least = 0.8 * found["hole"]["finished_mm"] if bored else found["hole"]["least_mm"]
    assert least - 1e-6 <= drilled[-1]["size_mm"] <= found["hole"]["most_mm"] + 1e-6
    assert row["family"] in {step["cut"]["family"] for step in steps if step["cut"]} | {step["kind"] for step in steps}
    for step in steps:
        if step["cut"]:
            afresh = command_line("check", step["cut"]["case"], tmp_path, capsys)
            assert (afresh["verdict"], afresh["tightest"]) == (step["cut"]["verdict"], step["cut"]["tightest"]), step["words"]
            assert afresh["verdict"] in ("holds", "tight"), step["words"]
        assert step["why"]
        assert step["cannot"] == ""
    spent = sum(step["time_s"] for step in steps) * found["count"] + sum(step["change_s"] for step in steps)
    assert found["plan"]["total_s"] == pytest.approx(spent, rel=1e-4)


def test_the_holes_span_the_trade() -> None:
    """Every kind of machine, ten metals and more, every family that a plan takes, threads of three systems."""
    kinds = {demo.machines()[row["machine"]]["kind"] for row in JOBS}
    families = {row["family"] for row in JOBS}
    assert len(JOBS) >= 80
    assert kinds == set(machine_kinds())
    assert len({row["material"] for row in JOBS}) >= 10
    # A step drill makes several sizes at once and a plan has one: it is for sheet, by hand.
    assert families == {one.id for one in ALL_FAMILIES} - {"step"}


@pytest.mark.parametrize("want", WANTS)
@pytest.mark.parametrize(
    ("machine", "hole", "material"), [("b1", "13", "steel-structural-235"), ("b2", "10", "stainless-304"), ("l1", "13", "steel-c45")]
)
def test_no_row_of_steps_is_better_than_the_one_found(machine: str, hole: str, material: str, want: str) -> None:
    """Every row of steps a small crib allows, worked out one by one: none beats the plan."""
    request = asked(machine, hole, 12, material, SMALL)
    request["plan"]["costs"] = [{"price": 4 * one["diameter_mm"]} for one in request["case"]["yard"]["cutters"]]
    task = read_plan(request).task
    job, drawn = task.base, task.drawn
    plan = solve(task, Wish(want))
    worked, sizes = Cuts(job, want == "quickest"), sorted(enumerate(one.diameter_mm for one in job.yard.cutters), key=lambda pair: pair[1])
    on_way = [(place, size) for place, size in sizes if size < drawn.drilled_mm]
    last = next(place for place, size in sizes if size == drawn.drilled_mm)

    def judged(row: tuple[tuple[int, float], ...]) -> tuple[float, ...] | None:
        steps = [*row, (last, drawn.drilled_mm)]
        starts = [0.0, *(size for _, size in row)]
        if any(too_far_by_hand(job, job.yard.cutters[place], start, size) for start, (place, size) in zip(starts, steps, strict=True)):
            return None
        cuts = [worked.of(start, size, place) for start, (place, size) in zip(starts, steps, strict=True)]
        if not all(cut.goes for cut in cuts):
            return None
        tight = sum(tight_s(cut, job.hole.count) for cut in cuts) if want == "usual" else 0.0
        speeds = [0.0, *(cut.job.setting.speed_rpm for cut in cuts)]
        moves = sum(before != after for before, after in itertools.pairwise(speeds))
        time = (MARK_S + sum(cut.time_s for cut in cuts)) * job.hole.count + TOOL_S * len(cuts) + SPEED_S * moves + tight
        use = max(cut.use for cut in cuts)
        worn = [cut_cost(task.money, place, cut) for cut, (place, _) in zip(cuts, steps, strict=True)]
        hand = (TOOL_S * len(cuts) + SPEED_S * moves + MARK_S) * task.money.rate_per_h / 3600
        money = hand + sum((one.edge or 0) + one.machine for one in worn)
        return {"fewest": (len(cuts), time), "gentlest": (use, time), "cheapest": (money,)}.get(want, (time,))

    rows = [row for many in range(4) for row in itertools.combinations(on_way, many)]
    best = min(found for row in rows if (found := judged(row)) is not None)
    taken = tuple((step.cutter, step.size_mm) for step in plan.steps if step.kind in ("pilot", "open"))
    mine = judged(taken)  # type: ignore[arg-type]
    assert mine is not None
    assert mine[0] <= best[0] * 1.0000001
    if want == "fewest":
        assert mine[1] <= best[1] * 1.01


def test_a_step_says_what_would_be_without_it() -> None:
    """A hand cannot make 13 mm bite in solid stainless on the bench press: the pilot is there for that, and says so."""
    found = plan_answer(asked("b2", "13", 12, "stainless-304"))
    steps = [step for step in found["plan"]["steps"] if step["kind"] in ("pilot", "open")]
    assert steps
    assert all(step["why"].startswith(f"without the {step['size_mm']:g} mm") for step in steps)


def test_a_thread_no_power_will_cut_is_cut_by_hand() -> None:
    """A press that is not known to turn backwards is no machine for a tap: the step is a hand's, says why, takes the time a hand takes, and
    does not spoil the row's verdict; its mouth is broken first. One that turns backwards does it where the tap may slip."""
    found = plan_answer(asked("b1", "M10", 12, "steel-structural-235"))["plan"]
    tap = next(step for step in found["steps"] if step["kind"] == "tap")
    assert (tap["cut"], tap["words"]) == (None, "tap M10, by hand")
    assert "not known to turn backwards" in tap["why"]
    assert tap["time_s"] == pytest.approx(12 / 1.5 * 5 * 2**1.5, rel=1e-3)
    assert found["verdict"] in ("holds", "tight")
    assert [step["kind"] for step in found["steps"]].index("countersink") < [step["kind"] for step in found["steps"]].index("tap")
    turned = plan_answer(asked("r1", "M20", 30, "steel-structural-235"))["plan"]["steps"]
    assert next(step for step in turned if step["kind"] == "tap")["tool"].endswith("in the tapping chuck")


def test_a_size_is_pinned_or_left_out() -> None:
    def sizes(**more: Any) -> list[float]:
        return [step["size_mm"] for step in plan_answer(asked("b1", "13", 12, "steel-c45", **more))["plan"]["steps"]]

    first = sizes()[1]
    assert 6 in sizes(pinned_mm=[6])
    assert 6 not in sizes(pinned_mm=[6], without_mm=[6])
    assert first not in sizes(without_mm=[first])


@pytest.mark.parametrize(
    ("change", "field", "words"),
    [
        ({"hole": "20", "want": "best"}, "plan.want", "accepted"),
        ({"hole": "20", "pinned_mm": [-1]}, "plan.pinned_mm", "accepted"),
        ({"hole": "20", "colour": 1}, "plan.colour", "accepted"),
        ({"hole": 5}, "plan.hole", "is needed"),
    ],
)
def test_what_cannot_be_planned_is_refused_in_words(change: dict[str, Any], field: str, words: str) -> None:
    request = asked("c2", "20", 32, "steel-c45")
    request["plan"] = change
    with pytest.raises(BadInput, match=words) as refused:
        plan_answer(request)
    assert refused.value.problems[0].field == field


@pytest.mark.parametrize(
    ("hole", "why", "to_get"),
    [
        ("37.3", "no drill of the crib makes that", "a 37.3 mm HSS annular cutter that cuts 55 mm deep, shank with flats"),
        ("M24", "the crib has none", "a tap for M24, 3 mm pitch"),
        ("11 counterbore 13 x 5", "has no 13 mm counterbore", "a 13 mm counterbore with a pilot for 11 mm"),
        ("10 csk 80", "no countersink that wide", "a countersink of 80 mm or wider"),
    ],
)
def test_where_the_crib_ends_the_rest_stays_and_what_to_get_is_said(hole: str, why: str, to_get: str) -> None:
    said = ends(plan_answer(asked("c2", hole, 32, "steel-c45")))
    assert why in said[0]
    assert said[1] == f"To get: {to_get}."


def test_a_search_can_be_stopped() -> None:
    task = read_plan(asked("c1", "25", 30, "steel-structural-355")).task
    heard: list[int] = []
    with pytest.raises(Stopped):
        solve(task, Wish(progress=lambda so_far: heard.append(so_far) or len(heard) < 2))
    assert len(heard) == 2


def test_a_job_written_out_as_a_case_is_the_same_job() -> None:
    task = read_plan(asked("b3", "8", 20, "steel-c45")).task
    job, drawn = task.base, task.drawn
    one = job_of(job, job.yard.cutters[10], 0.0, job.yard.cutters[10].diameter_mm)
    cut = cut_of(one)
    again = check(read_case(case_of(cut.job)))
    assert (int(again.result.verdict), again.tightest) == (cut.verdict, cut.tightest)
    assert drawn.text == "8"
