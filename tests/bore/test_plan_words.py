"""What a plan says of itself: why each step is there, what it would do without it, what is missing, what would help; each held to what is checked
of it."""

import re
from dataclasses import replace
from typing import Any

import pytest

from bore.answers.plan_request import read_plan
from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.check.check import check
from bore.check.evaluate import evaluate
from bore.cutters.sets import read_set
from bore.limits.judgement import CANNOT, GIVES_WAY, HOLDS, TIGHT
from bore.loads.assemble import columns_of
from bore.plan.crib_end import no_way
from bore.plan.custom_row import OwnStep, recheck
from bore.plan.pattern import read_pattern
from bore.plan.solver import LAST, Work, solve, why_of
from bore.plan.step_cut import Cuts, reason_of
from tests.answers import plan_answer
from tests.asking import contract_example, ends
from tests.demo import asked, crib, place
from tests.plans import base, planned


@pytest.mark.parametrize(
    ("next_mm", "words"),
    # A neighbour nearer than two diameters is plugged or drilled later; at two it is the edge that wants metal.
    [(19.9, "drill every second hole"), (20.0, "clamp a block"), (None, "clamp a block")],
)
def test_what_stands_in_for_missing_metal(next_mm: float | None, words: str) -> None:
    job = base("c2")
    assert words in no_way(replace(job, hole=replace(job.hole, next_hole_mm=next_mm)), "", "break-out", 10.0).remedy.words


def test_a_slope_wants_a_flat_first() -> None:
    job = base("c2")
    flat = no_way(replace(job, hole=replace(job.hole, entry="inclined")), "it wanders", "wander", 10.0)
    drill = no_way(job, "no drill makes that", None, 10.3)
    assert (drill.remedy.to_get, flat.remedy.to_get) == (True, False)
    assert drill.remedy.words == "a 10.3 mm HSS twist drill, straight shank"
    assert flat.problems[0].message.startswith("it wanders; what would do: a flat to start on")


@pytest.mark.parametrize(
    ("machine", "hole", "depth_mm", "would_do"),
    [
        ("m1", "25.4", 30.0, "To get: a 1 in HSS annular cutter that cuts 55 mm deep, shank with flats."),
        ("l1", "23.5", 60.0, "To get: a 23.5 mm HSS twist drill, Morse 3 shank."),
        ("c2", "10.1", 120.0, "To get: a 10.1 mm HSS extra-long twist drill, flutes for 120 mm, straight shank."),
        ("h1", "14.3", 10.0, "To get: a 14.3 mm HSS twist drill, its shank turned down to 13 mm."),
        ("b1", "16 H7", 25.0, "To get: a machine reamer for 16 H7, straight shank."),
        ("b1", "30", 20.0, "What would do: time on a machine that bears it: try any machine."),
        ("l1", "40", 80.0, "What would do: time on a machine that bears it: try any machine."),
    ],
)
def test_what_to_get_is_what_the_machine_takes_and_bears(machine: str, hole: str, depth_mm: float, would_do: str) -> None:
    """A ring as long as the plate on a magnet, a taper shank in a tailstock, a shank turned down for a chuck, a straight one where a
    reamer of the size has it (common practice); nothing where no cutter mends it."""
    assert ends(plan_answer(asked(machine, hole, depth_mm, "steel-structural-235")))[1] == would_do


@pytest.mark.parametrize(
    ("machine", "hole", "depth_mm", "metal"),
    [
        *((machine, "23.3", 25.0, "steel-c45") for machine in ("c1", "c2", "c3", "r1", "m1", "l1", "t1", "v1")),
        *(("h1", "14.3", 8.0, metal) for metal in ("steel-structural-235", "alu-wrought-6082")),
        *(("c3", "17.7", depth, "stainless-304") for depth in (20.0, 150.0)),
        ("r1", "14", 12.0, "steel-manganese"),
        ("r1", "M10", 12.0, "steel-manganese"),
        ("v1", "8.7", 20.0, "steel-hardened-50"),
        ("v1", "33", 60.0, "steel-c45"),
        ("l1", "M20x1.5", 30.0, "steel-c45"),
        ("c2", "11 counterbore 13 x 5", 20.0, "steel-c45"),
        ("c3", "10 csk 70", 40.0, "steel-c45"),
        ("c3", "17 H7", 20.0, "steel-c45"),
    ],
)
def test_what_is_to_be_got_goes_into_the_crib_by_its_name_and_makes_the_row(machine: str, hole: str, depth_mm: float, metal: str) -> None:
    """Typed into the crib's box as it was said, a cutter is read; and with it, and what is said next, the hole that had no row has one."""
    task = asked(machine, hole, depth_mm, metal)
    for _ in range(2):
        told = ends(plan_answer(task))[1]
        assert told.startswith("To get: ")
        ((_, got),) = read_set(told.removeprefix("To get: ").removesuffix(".")).cutters
        task["case"]["yard"]["cutters"] = [*task["case"]["yard"]["cutters"], got]
        if plan_answer(task)["plan"]["verdict"] in ("holds", "tight"):
            return
    raise AssertionError(told)


def test_a_dry_machine_is_told_to_oil() -> None:
    """A hand drill in ferritic stainless: too fast dry, not with oil brushed on (common practice); in nickel oil is not enough."""
    assert "cutting oil" in ends(plan_answer(asked("h1", "10", 20.0, "stainless-ferritic")))[1]
    assert "any machine" in ends(plan_answer(asked("h1", "10", 20.0, "nickel-718")))[1]


def test_plain_high_speed_steel_never_drills_manganese_steel() -> None:
    """At no speed: cobalt or carbide at walking pace (common practice)."""
    case = contract_example() | {"material": {"id": "steel-manganese"}}
    case["cutter"] = case["cutter"] | {"substrate": "hss"}
    for rpm in (30, 60, 500):
        burn = check(read_case(case | {"setting": case["setting"] | {"speed_rpm": rpm}})).finding("burn")
        assert int(burn.verdict) == CANNOT
    assert (
        ends(plan_answer(asked("r1", "14", 12.0, "steel-manganese")))[1]
        == "To get: a 14 mm cobalt twist drill, split point, Morse 1 shank."
    )


def test_a_machining_centre_holds_a_thick_shank_in_a_holder_of_its_own() -> None:
    (drill,) = [step for step in plan_answer(asked("v1", "32", 40.0, "steel-c45"))["plan"]["steps"] if step["kind"] == "drill"]
    assert drill["tool"] == "32 mm insert drill, in a side-lock"


def test_a_mouth_has_no_floor_under_it() -> None:
    """The seat of an M8 countersunk screw in a plate hardly thicker than the seat is deep: by power, as any other (common practice)."""
    steps = plan_answer(asked("c2", "M8 countersunk", 6.0, "alu-wrought-6082"))["plan"]["steps"]
    assert [step["cut"]["verdict"] for step in steps if step["kind"] == "countersink"] == ["holds"]


def test_the_last_drill_says_whether_it_is_the_drawings_own() -> None:
    own = [step.why for step in planned("c2", "10", 20.0, "steel-c45").steps if step.kind == "drill"]
    assert own == [LAST]
    without = planned("c2", "M12", 20.0, "steel-c45", without_mm=[10.2])
    near = next(step for step in without.steps if step.kind == "drill")
    assert near.size_mm != pytest.approx(10.2)
    assert near.why == "the nearest in the crib to 10.2 mm, within what the drawing allows"


def test_the_plate_a_magnet_wants_is_its_base_and_its_overhang() -> None:
    sheets = plan_answer(asked("m1", "22", 16.0, "steel-structural-355"))["sheets"]
    magnet = next(one for one in sheets if one["kind"] == "magnet")
    facts = {fact["name"]: fact["value"] for fact in magnet["facts"]}
    long = facts["spindle before its front edge"] + facts["base, long"]
    assert f"it wants {long:g} by {facts['base, wide']:g} mm of plate" in " ".join(magnet["lines"])


def row(machine: str, hole: str, *steps: tuple[str, int | None], **more: Any) -> dict[str, Any]:
    return plan_answer(asked(machine, hole, 20.0, "steel-c45", steps=[{"kind": kind, "cutter": cutter} for kind, cutter in steps], **more))


def test_a_drill_of_the_holes_own_size_has_nothing_to_do() -> None:
    ten = place("twist", 10)
    said = row("c2", "10", ("mark", None), ("pilot", ten), ("drill", ten), ("deburr", None))["says"]
    assert any("the hole is 10 mm already" in one for one in said)


def test_what_comes_after_the_last_drill_is_not_early() -> None:
    drill, reamer = place("twist", 9.8), place("reamer", 10)
    right = row("c2", "10 H7", ("mark", None), ("drill", drill), ("ream", reamer), ("deburr", None))["says"]
    assert not any("comes before" in one for one in right)
    early = row("c2", "10 H7", ("mark", None), ("ream", reamer), ("drill", drill), ("deburr", None))["says"]
    assert any("ream comes before the hole is drilled to size" in one for one in early)


def kind_of_why(cuts: Cuts, pilot_mm: float, k: int) -> str:
    """What the words for a pilot say, held to the drill after it checked with it and from solid metal."""
    cutter = cuts.base.yard.cutters[k]
    words = why_of(cuts, 0.0, pilot_mm, (pilot_mm, cutter.diameter_mm, k))
    assert words.startswith(f"without the {pilot_mm:g} mm pilot")
    if not cutter.kind.drills:
        assert words.endswith(f"there is no hole for the {cutter.kind.words} to follow")
        return "follows"
    without, with_it = cuts.of(0.0, cutter.diameter_mm, k), cuts.of(pilot_mm, cutter.diameter_mm, k)
    kind = "cannot" if not without.goes else "tight" if without.verdict == TIGHT and with_it.verdict < TIGHT else "goes"
    assert ("it is tight" in words, "it goes too" in words) == (kind == "tight", kind == "goes"), words
    assert kind == "goes" or words.endswith(reason_of(without))
    return kind


def test_why_a_step_is_there_is_what_the_next_would_do_without_it() -> None:
    said = set()
    for machine in ("c2", "b2"):
        cuts = Work(read_plan(asked(machine, "20", 20.0, "stainless-304")).task).cuts()
        sizes = {k: one.diameter_mm for k, one in enumerate(cuts.base.yard.cutters) if one.kind.opens_out}
        said |= {kind_of_why(cuts, 5.0, k) for k, size in sizes.items() if size in (10.0, 13.0, 16.0, 19.7, 20.0)}
    assert said == {"follows", "cannot", "tight", "goes"}
    assert why_of(cuts, 5.0, 10.0, (10.0, 20.0, max(sizes))).startswith("without the 10 mm step")


@pytest.mark.parametrize(
    ("machine", "hole", "material"), [("v1", "10", "steel-c45"), ("b2", "13", "stainless-304"), ("m1", "22", "steel-c45")]
)
def test_a_steps_bar_and_its_figure_agree(machine: str, hole: str, material: str) -> None:
    """Demand over the soft mark is the use; low, middle and high rise; nought stands for nothing."""
    cuts = [step["cut"] for step in plan_answer(asked(machine, hole, 16.0, material))["plan"]["steps"] if step["cut"]]
    bars = [(cut["ladder"], cut["use"]) for cut in cuts if cut["ladder"]]
    assert bars
    for bar, use in bars:
        assert 0 < bar["low"] <= bar["middle"] <= bar["high"]
        assert 0 < bar["soft"] <= 1
        assert bar["high"] / bar["soft"] == pytest.approx(use, rel=2e-3)


def test_a_crib_without_the_size_names_the_three_nearest() -> None:
    request = asked("c2", "9", 20.0, "steel-c45")
    jobber = {"family": "twist", "substrate": "hss", "point": "thinned"}
    request["case"]["yard"]["cutters"] = [jobber | {"diameter_mm": size} for size in (3.0, 4.0, 6.0, 8.0, 10.0, 13.0)]
    found = read_plan(request)
    with pytest.raises(BadInput) as refused:
        solve(found.task, found.wish)
    assert refused.value.problems[0].message.startswith("9 is drilled 9 mm and no drill of the crib makes that; nearest: 8, 10, 6 mm")


def test_too_many_holes_are_counted_in_the_words() -> None:
    with pytest.raises(BadInput, match="420 holes are too many"):
        read_pattern({"kind": "grid", "columns": 21, "rows": 20, "pitch_mm": 5}, 2)


def test_striking_a_drill_out_looks_at_the_one_after_it() -> None:
    """A pilot stands for the drill that follows it once the one between is struck out."""
    five, eight, ten = place("twist", 5), place("twist", 8), place("twist", 10)
    rows = [{"kind": "mark", "cutter": None}]
    rows += [{"kind": kind, "cutter": k, "struck": k == eight} for kind, k in (("pilot", five), ("open", eight), ("drill", ten))]
    steps = plan_answer(asked("c2", "10", 20.0, "stainless-304", steps=[*rows, {"kind": "deburr", "cutter": None}]))["plan"]["steps"]
    assert [step["start_mm"] for step in steps if not step["struck"]][:3] == [0, 0, 5]
    cuts = Work(read_plan(asked("c2", "10", 20.0, "stainless-304")).task).cuts()
    assert steps[1]["why"] == why_of(cuts, 0.0, 5.0, (5.0, 10.0, ten))


def test_why_a_cut_does_not_go_has_its_figures() -> None:
    """The limit's own words, then what is asked for and what there is, in the limit's unit."""
    cuts = Work(read_plan(asked("b2", "20", 20.0, "stainless-304")).task).cuts()
    sizes = {k: one.diameter_mm for k, one in enumerate(cuts.base.yard.cutters) if one.kind.opens_out and one.kind.drills}
    said = [reason_of(cut) for k, size in sizes.items() if 8 <= size <= 13 and not (cut := cuts.of(0.0, size, k)).goes]
    figured = [one for one in said if re.search(r", [\d.]+ (N|N·m|mm|mm/rev|m/min|rpm|kW) of [\d.]+$", one)]
    assert figured
    for one in figured:
        asks, has = (float(figure) for figure in re.search(r", ([\d.]+) \S+ of ([\d.]+)$", one).groups())  # type: ignore[union-attr]
        assert asks != has


def test_a_short_drill_before_a_gun_drill_only_guides() -> None:
    """In a row of one's own too: it goes a diameter and a half deep, not the whole hole; the gun drill begins at the face."""
    gun = next(k for k, one in enumerate(crib()) if one["family"] == "gun")
    size = crib()[gun]["diameter_mm"]
    short = next(
        k for k, one in enumerate(crib()) if one["family"] == "twist" and one["diameter_mm"] == size and one.get("wear", "sharp") == "sharp"
    )
    steps = [{"kind": "pilot", "cutter": short}, {"kind": "drill", "cutter": gun}, {"kind": "deburr", "cutter": None}]
    found = plan_answer(asked("v1", f"{size:g}", 20 * size, "steel-c45", steps=steps))["plan"]["steps"]
    assert found[0]["cut"]["depth_mm"] == pytest.approx(1.5 * size)
    assert found[0]["why"].startswith("a gun drill is guided by its hole")
    assert found[1]["cut"]["depth_mm"] == pytest.approx(20 * size)
    assert found[1]["cut"]["family"] == "gun"
    task = read_plan(asked("v1", f"{size:g}", 20 * size, "steel-c45")).task
    wanders = []
    for is_struck in (False, True):
        cut = recheck(task, [OwnStep("pilot", short, is_struck), OwnStep("drill", gun), OwnStep("deburr", None)]).steps[1].cut
        assert cut is not None
        wanders.append(int(evaluate(columns_of(cut.job)).findings["wander"].verdict))
    assert wanders == [HOLDS, GIVES_WAY]


def test_a_hole_that_ends_at_a_drawings_limit_is_the_drawings() -> None:
    """10 to 10.2: a drill of 10 makes it, one of 9.8 does not."""
    for size, right in ((10.0, True), (9.8, False)):
        said = row("c2", "10 +0.2/0", ("mark", None), ("drill", place("twist", size)), ("deburr", None))["says"]
        assert any("the hole ends at" in one for one in said) is not right


def test_a_seat_in_ones_own_row_is_as_deep_as_drawn() -> None:
    counterbore = next(k for k, one in enumerate(crib()) if one["family"] == "counterbore")
    wide = crib()[counterbore]["diameter_mm"]
    steps = [("mark", None), ("drill", place("twist", 8.5, substrate="hss-co")), ("counterbore", counterbore), ("deburr", None)]
    more = {"counterbore_mm": wide, "counterbore_depth_mm": 7}
    found = row("c2", "8.5", *steps, **more)["plan"]["steps"]
    assert found[2]["cut"]["depth_mm"] == 7


@pytest.mark.parametrize(("mark", "hole", "too_wide"), [("centre", "1.5", True), ("centre", "12", False), ("spot", "1.5", False)])
def test_a_thin_end_too_wide_for_the_hole_is_said(mark: str, hole: str, too_wide: bool) -> None:
    cutter = max((one["diameter_mm"], k) for k, one in enumerate(crib()) if one["family"] == mark)[1]
    said = row("l1" if mark == "centre" else "v1", hole, ("mark", cutter), ("deburr", None))["plan"]["steps"][0]["cannot"]
    assert ("its thin end is too wide" in said) is too_wide
