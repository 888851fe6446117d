"""What must hold whatever the job: over the accepted ranges, for scalars and arrays alike."""

import copy
import json
import math
from typing import Any

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bore.base.errors import BadInput
from bore.case.fields import all_fields
from bore.case.read import read_case
from bore.check.best_setting import best_setting
from bore.check.check import check
from bore.check.evaluate import evaluate, verdicts
from bore.limits import ALL_LIMITS
from bore.loads.assemble import columns_of
from bore.loads.loads import loads_of
from bore.materials.table import all_materials
from bore.mechanics.hand_feed import solve_feed
from bore.pictures.window import window
from bore.ways.reconcile import settle
from tests.answers import answer, window_answer
from tests.asking import BASES, answered, checked, contract_example, hand_case, limit_of, plain_case, put

QUICK = settings(max_examples=60)
POINTS = ("conventional", "thinned", "split", "self-centring", "four-facet", "sheet")
materials = st.sampled_from(sorted(all_materials()))
diameters = st.floats(0.5, 80).map(lambda d: round(d, 2))


@st.composite
def cases(draw: st.DrawFn) -> dict[str, Any]:
    """A job over the whole of the accepted ranges, fed by power or by hand."""
    diameter = draw(st.one_of(diameters, st.floats(0.1, 150).map(lambda d: round(d, 3))))
    changes: dict[str, Any] = {
        "hole.diameter_mm": diameter,
        "hole.depth_mm": draw(st.floats(0.05, 5000)),
        "hole.through": draw(st.booleans()),
        "hole.start_diameter_mm": draw(st.floats(0, 0.999)) * diameter,
        "hole.entry": draw(st.sampled_from(["flat", "interrupted"])),
        "material.id": draw(materials),
        "cutter.point": draw(st.sampled_from(POINTS)),
        "cutter.substrate": draw(st.sampled_from(["hss", "hss-co", "carbide", "carbide-tipped"])),
        "cutter.wear": draw(st.sampled_from(["sharp", "used", "dull"])),
        "cutter.chisel_ratio": draw(st.one_of(st.none(), st.floats(0, 0.45))),
        "machine.coolant.method": draw(st.sampled_from(["dry", "brush", "mist", "flood", "through"])),
        "machine.spindle.power_kw": draw(st.floats(0.02, 200)),
        "machine.spindle.duty": draw(st.sampled_from(["S1", "S2", "S3", "S6"])),
        "machine.spindle.idle_kw": draw(st.floats(0, 20)),
        "machine.max_thrust_n": draw(st.one_of(st.none(), st.floats(50, 500000))),
        "machine.holder": draw(
            st.sampled_from(
                [
                    {"kind": "chuck", "capacity_mm": 13},
                    {"kind": "chuck"},
                    {"kind": "morse", "size": 3},
                    {"kind": "morse", "tang_engaged": False},
                    {"kind": "collet", "size": "ER32"},
                    {"kind": "hydraulic"},
                    {"kind": "shrink"},
                    {"kind": "side-lock"},
                ]
            )
        ),
        "setting.school": draw(st.sampled_from([None, "specific-force", "diameter-feed", "specific-energy", "power-law"])),
        "setting.speed_factor": draw(st.booleans()),
        "setting.speed_rpm": draw(st.floats(1, 100000)),
    }
    case = hand_case(draw(st.floats(1, 800))) if draw(st.booleans()) else plain_case(setting__feed_mm_rev=draw(st.floats(0.0005, 5)))
    for path, value in changes.items():
        if value is not None:
            put(case, path, value)
    return case


@QUICK
@given(cases())
def test_every_answer_is_finite_and_complete(case: dict[str, Any]) -> None:
    """Nothing returns NaN or infinity over the accepted ranges; all 22 limits are always there."""
    found = answered(case)
    json.dumps(found, allow_nan=False)
    assert len({limit["id"] for limit in found["limits"]}) == 22
    worst = found["limits"][0]
    assert found["tightest"] == worst["id"]
    assert found["verdict"] == worst["verdict"]
    assert found["unknown"] == sum(limit["verdict"] == "unknown" for limit in found["limits"])
    for limit in found["limits"]:
        if limit["demand"]:
            low, middle, high = (limit["demand"][end] for end in ("low", "middle", "high"))
            assert low <= middle * (1 + 1e-5)
            assert middle <= high * (1 + 1e-5)
            assert limit["verdict"] in may_be(limit)


VERDICT_OF_STEP = ("holds", "tight", "gives-way")
# Figures come rounded to six digits: one that lies within this share of its mark may stand on either side of it.
AT_THE_MARK = 2e-6


def may_be(limit: dict[str, Any]) -> set[str]:
    """The one verdict rule, said again from the figures of the answer: over the hard mark at the middle of the band gives way (can't, for
    reach), over the soft mark at its high side is tight, else it holds. At a mark both sides of it may be."""
    middle, high = limit["demand"]["middle"], limit["demand"]["high"]
    over_hard = _over(middle, limit["capacity"])
    over_soft = _over(high, limit["soft"])
    steps = {2 if hard else 1 if soft else 0 for hard in over_hard for soft in over_soft}
    return {"cannot" if step == 2 and limit["id"] == "reach" else VERDICT_OF_STEP[step] for step in steps}


def _over(demand: float, mark: float) -> set[bool]:
    """Whether a demand is over its mark; both, where rounding hides it."""
    ratio = demand / (mark or 1e-9)
    return {True, False} if abs(ratio - 1) < AT_THE_MARK else {ratio > 1}


@st.composite
def shop_cases(draw: st.DrawFn) -> dict[str, Any]:
    """Any family on any machine, as the stored bases have them, with its metal, size, depth, wear, coolant and holding moved."""
    case = copy.deepcopy(draw(st.sampled_from(sorted(BASES.values(), key=str))))
    machine = copy.deepcopy(draw(st.sampled_from(sorted(BASES.values(), key=str)))["machine"])
    if draw(st.booleans()) and machine["feed"]["kind"] == case["machine"]["feed"]["kind"]:
        case["machine"] = machine
    size = case["hole"]["diameter_mm"]
    changes: dict[str, Any] = {
        "material.id": draw(materials),
        "hole.depth_mm": draw(st.floats(0.05, 5000)),
        "hole.through": draw(st.booleans()),
        "hole.entry": draw(st.sampled_from(all_fields()["hole.entry"].choices)),
        "hole.entry_angle_deg": draw(st.floats(0, 60)),
        "hole.behind": draw(st.sampled_from(all_fields()["hole.behind"].choices)),
        "hole.start.kind": draw(st.sampled_from(all_fields()["hole.start.kind"].choices)),
        "hole.edge_distance_mm": draw(st.floats(0, 5000)),
        "hole.tolerance_it": draw(st.integers(5, 16)),
        "cutter.wear": draw(st.sampled_from(["sharp", "used", "dull"])),
        "machine.coolant.method": draw(st.sampled_from(["dry", "brush", "mist", "flood", "through"])),
        "machine.coolant.flow_l_min": draw(st.floats(0, 500)),
        "machine.coolant.pressure_bar": draw(st.floats(0, 400)),
        "machine.stiffness_n_mm": draw(st.floats(50, 500000)),
        "machine.spindle.drive": draw(st.sampled_from(["belt", "gear", "direct"])),
        "holding.kind": draw(st.sampled_from(all_fields()["holding.kind"].choices)),
        "holding.force_n": draw(st.floats(0, 500000)),
        "holding.arm_mm": draw(st.floats(0, 3000)),
        "setting.pecks": {
            "kind": draw(st.sampled_from(["none", "chip-break", "full"])),
            "depths_mm": draw(st.lists(st.floats(0.01, 5000), max_size=4)),
        },
        "setting.speed_rpm": draw(st.floats(1, 100000)),
    }
    if case["machine"].get("magnet"):
        changes["machine.magnet.orientation"] = draw(st.sampled_from(["down", "wall", "overhead"]))
        changes["machine.magnet.strap"] = True
        changes["machine.magnet.weight_kg"] = draw(st.floats(2, 200))
        changes["hole.plate_thickness_mm"] = draw(st.floats(0.05, 100))
    if case["hole"].get("start_diameter_mm") is None and case["cutter"]["family"] not in ("gun", "annular"):
        changes["hole.start_diameter_mm"] = draw(st.floats(0, 0.99)) * size
    for path, value in changes.items():
        put(case, path, value)
    return case


@settings(max_examples=200)
@given(shop_cases())
def test_any_cutter_on_any_machine_is_answered_in_finite_figures(case: dict[str, Any]) -> None:
    """No NaN, no infinity, the one verdict rule, and every limit there, whatever stands in the spindle."""
    found = answered(case)
    json.dumps(found, allow_nan=False)
    assert {limit["id"] for limit in found["limits"]} == {limit.id for limit in ALL_LIMITS}
    for limit in found["limits"]:
        if limit["demand"]:
            assert 0 <= limit["demand"]["low"] <= limit["demand"]["middle"] * (1 + 1e-5) <= limit["demand"]["high"] * (1 + 1e-4)
            assert limit["verdict"] in may_be(limit)
        elif limit["applies"]:
            assert limit["reason"] or limit["needs"] or limit["verdict"] == "holds"


@settings(max_examples=40)
@given(
    case=shop_cases(),
    feeds=st.lists(st.floats(0.005, 1.0), min_size=2, max_size=3),
    speeds=st.lists(st.floats(20, 5000), min_size=2, max_size=3),
)
def test_scalar_equals_array_for_every_family(case: dict[str, Any], feeds: list[float], speeds: list[float]) -> None:
    """One code path, whatever the family and machine: every limit's verdict in each cell of a map is that cell's own check."""
    job = read_case(case)
    columns = columns_of(job)
    grid = evaluate(columns.over(job, feed_mm_rev=np.array(feeds)[:, None], speed_rpm=np.array(speeds)[None, :]))
    shape = (len(feeds), len(speeds))
    for row, feed in enumerate(feeds):
        for column, speed in enumerate(speeds):
            one = evaluate(columns.over(job, feed_mm_rev=feed, speed_rpm=speed))
            for name, found in one.findings.items():
                assert np.broadcast_to(grid.findings[name].verdict, shape)[row, column] == found.verdict, name
            for band in ("torque_nm", "thrust_n", "surge_torque_nm"):
                many = np.broadcast_to(getattr(grid.loads, band).high, shape)[row, column]
                assert many == pytest.approx(getattr(one.loads, band).high)


@pytest.mark.parametrize("base", sorted(BASES))
def test_blocks_are_the_same_cells(base: str) -> None:
    """A table worked out block by block says of each cell what one check of it says."""
    job = read_case(BASES[base])
    columns, some = columns_of(job), np.random.default_rng(3)
    feeds, speeds = some.uniform(0.01, 0.5, 40_000), some.uniform(50, 4000, 40_000)
    verdict, tightest = verdicts(columns.over(job, feed_mm_rev=feeds, speed_rpm=speeds), 40_000)
    for cell in some.integers(0, 40_000, 40):
        one = evaluate(columns.over(job, feed_mm_rev=float(feeds[cell]), speed_rpm=float(speeds[cell])))
        assert (verdict[cell], tightest[cell]) == (one.verdict, one.tightest)


@QUICK
@given(material=materials, diameter=diameters, point=st.sampled_from(POINTS), feed=st.floats(0.01, 0.8), more=st.floats(1.01, 3))
def test_more_feed_is_never_less_load(material: str, diameter: float, point: str, feed: float, more: float) -> None:
    case = plain_case(material={"id": material}, hole__diameter_mm=diameter, cutter__point=point, setting__feed_mm_rev=feed)
    less = loads_of(columns_of(read_case(case)))
    put(case, "setting.feed_mm_rev", feed * more)
    greater = loads_of(columns_of(read_case(case)))
    for quantity in ("torque_nm", "thrust_n", "power_kw"):
        for end in ("low", "middle", "high"):
            assert getattr(getattr(greater, quantity), end) >= getattr(getattr(less, quantity), end)


@QUICK
@given(
    material=materials,
    diameter=diameters,
    point=st.sampled_from(POINTS),
    feed=st.floats(0.01, 0.6),
    share=st.floats(0.001, 0.99),
    wear=st.sampled_from(["sharp", "used", "dull"]),
)
def test_a_start_hole_never_raises_a_middle_or_a_high(
    material: str, diameter: float, point: str, feed: float, share: float, wear: str
) -> None:
    case = plain_case(
        material={"id": material}, hole__diameter_mm=diameter, cutter__point=point, cutter__wear=wear, setting__feed_mm_rev=feed
    )
    solid = loads_of(columns_of(read_case(case)))
    put(case, "hole.start_diameter_mm", share * diameter)
    piloted = loads_of(columns_of(read_case(case)))
    for quantity in ("torque_nm", "thrust_n", "power_kw"):
        for end in ("middle", "high"):
            assert getattr(getattr(piloted, quantity), end) <= getattr(getattr(solid, quantity), end) * (1 + 1e-9)


@QUICK
@given(material=materials, diameter=diameters, point=st.sampled_from(POINTS))
def test_wear_multiplies_and_never_eases(material: str, diameter: float, point: str) -> None:
    loads = {}
    for wear in ("sharp", "used", "dull"):
        case = plain_case(material={"id": material}, hole__diameter_mm=diameter, cutter__point=point, cutter__wear=wear)
        loads[wear] = loads_of(columns_of(read_case(case)))
    assert loads["used"].torque_nm.middle == pytest.approx(1.3 * loads["sharp"].torque_nm.middle)
    assert loads["dull"].thrust_n.middle == pytest.approx(1.5 * loads["sharp"].thrust_n.middle)


@QUICK
@given(
    case=cases(),
    feeds=st.lists(st.floats(0.005, 1.5), min_size=2, max_size=4),
    speeds=st.lists(st.floats(20, 5000), min_size=2, max_size=4),
)
def test_scalar_equals_array(case: dict[str, Any], feeds: list[float], speeds: list[float]) -> None:
    """One code path: each cell of a map is the check of that cell."""
    put(case, "machine.feed", {"kind": "power-steps"})
    put(case, "setting.hand_force_n", None)
    put(case, "setting.feed_mm_rev", 0.1)
    job = read_case(case)
    columns = columns_of(job)
    grid = evaluate(columns.over(job, feed_mm_rev=np.array(feeds)[:, None], speed_rpm=np.array(speeds)[None, :]))
    shape = (len(feeds), len(speeds))
    for row, feed in enumerate(feeds):
        for column, speed in enumerate(speeds):
            one = evaluate(columns.over(job, feed_mm_rev=feed, speed_rpm=speed))
            for name, found in one.findings.items():
                code = np.broadcast_to(grid.findings[name].verdict, shape)[row, column]
                assert code == found.verdict, name
            assert np.broadcast_to(grid.loads.torque_nm.high, shape)[row, column] == pytest.approx(one.loads.torque_nm.high)
            assert np.broadcast_to(grid.loads.thrust_n.low, shape)[row, column] == pytest.approx(one.loads.thrust_n.low)
            assert np.broadcast_to(grid.verdict, shape)[row, column] == one.verdict


@QUICK
@given(
    material=materials,
    diameter=st.floats(2, 25).map(lambda d: round(d, 1)),
    point=st.sampled_from(POINTS),
    feed=st.floats(0.02, 0.2),
    school=st.sampled_from(["specific-force", "diameter-feed"]),
)
def test_hand_feed_solves_both_ways(material: str, diameter: float, point: str, feed: float, school: str) -> None:
    """The force for a feed, given back, makes that feed (one school at a time, below the feed ceiling)."""
    asked = hand_case(
        0,
        material={"id": material},
        hole__diameter_mm=diameter,
        cutter__point=point,
        setting={"speed_rpm": 640, "feed_mm_rev": feed, "school": school},
        machine__holder={"kind": "chuck", "capacity_mm": 26},
    )
    force = limit_of(answered(asked), "hand")["demand"]["middle"]
    book = checked(asked).columns.book_feed_mm_rev
    assume(force <= 800 and feed < 1.5 * book)
    given_force = hand_case(force, material={"id": material}, hole__diameter_mm=diameter, cutter__point=point, setting__school=school)
    assert answered(given_force)["setting"]["feed_mm_rev"] == pytest.approx(feed, rel=2e-3)


@QUICK
@given(power=st.floats(0.35, 1.2), scale=st.floats(10, 1e5), floor=st.floats(0, 5000), wanted=st.floats(1e-4, 1.0))
def test_feed_solver_meets_any_power_law(power: float, scale: float, floor: float, wanted: float) -> None:
    found = solve_feed(lambda feed: floor + scale * feed**power, floor + scale * wanted**power, floor, 2.0)
    assert found == pytest.approx(wanted, rel=1e-5)


@QUICK
@given(force=st.floats(50, 400), more=st.floats(1, 200))
def test_a_heavier_hand_never_makes_less_feed(force: float, more: float) -> None:
    feeds = [answered(hand_case(f))["setting"]["feed_mm_rev"] or 0 for f in (force, force + more)]
    assert feeds[1] >= feeds[0]


@settings(max_examples=25)
@given(cases())
def test_window_is_drawn_for_any_job(case: dict[str, Any]) -> None:
    """Outlines stay within the axes and are finite; the recommended point is on a real speed and is what it says."""
    job = read_case(case)
    found = window(job)
    low, high = found.speeds_rpm
    for region in found.regions:
        for speed, feed in region.outline:
            assert math.isfinite(speed)
            assert math.isfinite(feed)
            assert low * 0.999 <= speed <= high * 1.001
            assert found.feeds_mm_rev[0] * 0.999 <= feed <= found.feeds_mm_rev[1] * 1.001
    if found.recommended:
        assert any(math.isclose(found.recommended.speed_rpm, speed) for _, speed in found.rails)
        assert check(best_setting(job).job).result.verdict == found.recommended.verdict
    else:
        assert found.meeting


def test_answer_is_the_same_twice(example: dict[str, Any]) -> None:
    assert answer(checked(example)) == answer(checked(example))


PLACES = sorted(path for path in all_fields() if "[]" not in path)
NONSENSE = st.sampled_from([None, "x", -1, 0, 1e9, [], {}, True, [None], "", {"a": 1}, [[1, 2]], [1, 2], 0.5, 7, "steel-c45", "twist"])


@settings(max_examples=250)
@given(
    base=st.sampled_from(["power", "hand", "example"]),
    damage=st.lists(st.tuples(st.sampled_from(PLACES), NONSENSE), min_size=1, max_size=5),
    changed=st.sampled_from(["diameter", "cutter", "machine", "start", "other"]),
)
def test_any_damage_is_answered_or_refused_in_words(base: str, damage: list[tuple[str, Any]], changed: str) -> None:
    """Whatever stands in a field, a check, a picture and a settling either answer in finite figures or name a field."""
    case = {"power": plain_case, "hand": lambda: hand_case(120), "example": contract_example}[base]()
    for path, value in damage:
        try:
            put(case, path, value)
        except (AttributeError, TypeError):
            return  # an earlier piece of damage took the place away
    for ask in (lambda: answer(checked(case)), lambda: window_answer(window(read_case(case))), lambda: settle(case, changed, [])):
        try:
            found = ask()
        except BadInput as error:
            refusals = error.as_data()["errors"]
            assert refusals
            assert all(refusal["field"] and refusal["message"] for refusal in refusals)
        else:
            json.dumps(found, allow_nan=False, default=str)
