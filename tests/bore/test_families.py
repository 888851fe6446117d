"""Each family of cutters: where it belongs, where it must refuse, and closed forms it must meet in its limits."""

import copy
import json
import math
from typing import Any

import pytest

from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.cutters.registry import ALL_FAMILIES, BY_ID
from bore.machines.kinds import machine_kinds
from bore.materials.table import all_materials
from tests.asking import BASES, CASES, answered, checked, limit_of, pair, plain_case, put

KINDS = (
    "bench-press",
    "column-press",
    "radial-press",
    "magnetic",
    "lathe",
    "turning-centre",
    "machining-centre",
    "gun-drilling",
    "hand-held",
)
# How each family goes with each kind of machine, as the trade has it: u usual, p possible, w with a warning, x never.
PAIRS = {
    "twist": "u u u u u u u p w",
    "spade": "x p u x w u u p x",
    "replaceable-tip": "x w p x w u u p x",
    "indexable": "x x w x x u u p x",
    "gun": "x x x x w p p u x",
    "annular": "p u u u p p p x x",
}


@pytest.mark.parametrize(
    ("family", "kind", "how"), [(f, k, h) for f, row in PAIRS.items() for k, h in zip(KINDS, row.split(), strict=True)]
)
def test_family_on_machine(family: str, kind: str, how: str) -> None:
    """Fifty-four pairs (common practice): never is can't, with a reason; a warning is at least tight; the rest is not refused as a pair."""
    found = answered(pair(family, kind))
    snatch = limit_of(found, "snatch")
    words = BY_ID[family].machines[kind]
    if how == "x":
        assert (snatch["verdict"], found["verdict"]) == ("cannot", "cannot")
        assert words.why
    elif how == "w":
        assert snatch["verdict"] in ("tight", "gives-way", "cannot")
        assert words.why
    else:
        assert snatch["reason"] != words.why or words.why == ""
        assert words.how == {"u": "usual", "p": "possible"}[how]


RIGHT = {
    "twist": "power",
    "spade": "spade",
    "replaceable-tip": "tipped",
    "indexable": "turning",
    "gun": "gun",
    "annular": "magnet",
    "reamer": "reaming",
    "tap": "tapping",
}
FOLLOWERS = {
    "boring": {
        "hole.diameter_mm": 30,
        "hole.depth_mm": 25,
        "hole.start_diameter_mm": 28,
        "machine.kind": "machining-centre",
        "machine.holder": {"kind": "side-lock"},
        "cutter.bores_from_mm": 25,
        "machine.spindle": {"power_kw": 11, "stages": [{"min_rpm": 60, "max_rpm": 8000}]},
        "setting": {"speed_rpm": 900, "feed_mm_rev": 0.1},
    },
    "core": {
        "hole.diameter_mm": 20,
        "hole.start_diameter_mm": 14,
        "machine.holder": {"kind": "morse", "size": 2},
        "setting.speed_rpm": 310,
    },
    "counterbore": {
        "hole.diameter_mm": 11,
        "hole.depth_mm": 6,
        "hole.through": False,
        "hole.start_diameter_mm": 6.6,
        "setting.speed_rpm": 310,
    },
    "countersink": {
        "hole.diameter_mm": 12,
        "hole.depth_mm": 3,
        "hole.through": False,
        "hole.start_diameter_mm": 6.6,
        "setting": {"speed_rpm": 310, "feed_mm_rev": 0.05},
    },
    "spot": {"hole.diameter_mm": 6, "hole.depth_mm": 2, "hole.through": False, "setting.feed_mm_rev": 0.06},
    "centre": {"hole.diameter_mm": 8, "hole.depth_mm": 6, "hole.through": False, "setting.feed_mm_rev": 0.04},
    "step": {"hole.diameter_mm": 11, "hole.depth_mm": 12, "cutter.step_diameter_mm": 6.6, "setting.speed_rpm": 310},
}


def right_case(family: str) -> dict[str, Any]:
    if family in RIGHT:
        return copy.deepcopy(BASES[RIGHT[family]])
    if family == "thread-mill":
        return json.loads((CASES / "thread-mill.json").read_text(encoding="utf-8"))
    case = plain_case(cutter={"family": family}, hole__plate_thickness_mm=40)
    for path, value in FOLLOWERS[family].items():
        put(case, path, value)
    return case


@pytest.mark.parametrize("family", [one.id for one in ALL_FAMILIES])
def test_where_it_is_the_right_answer(family: str) -> None:
    """A job of its own kind goes: it holds or is tight, with torque, thrust, power, a book feed and a book speed."""
    found = answered(right_case(family))
    assert found["verdict"] in ("holds", "tight"), found["tightest"]
    assert found["demand"]["torque_nm"]["middle"] > 0
    assert found["demand"]["power_kw"]["middle"] > 0
    assert found["book"]["feed_mm_rev"] > 0
    assert found["book"]["speed_rpm"]["high"] > found["book"]["speed_rpm"]["low"] > 0
    assert found["cautions"]
    assert found["symptoms"]


REFUSES: dict[str, dict[str, Any]] = {
    "twist": {"cutter.substrate": "carbide", "machine.feed": {"kind": "hand-lever"}, "setting": {"speed_rpm": 640, "hand_force_n": 120}},
    "spade": {"machine.feed": {"kind": "hand-lever"}, "setting": {"speed_rpm": 105, "hand_force_n": 120}},
    "replaceable-tip": {"hole.start_diameter_mm": 6},
    "indexable": {"hole.start_diameter_mm": 6},
    "gun": {"hole.start.kind": "none"},
    "annular": {"hole.stack_mm": [4, 6], "hole.stack_clamped": False},
    "spot": {"hole.depth_mm": 5},
    "centre": {"hole.depth_mm": 12},
    "step": {"machine.kind": "gun-drilling"},
    "core": {"hole.start_diameter_mm": 8},
    "reamer": {"hole.start_diameter_mm": 9},
    "counterbore": {"machine.kind": "gun-drilling"},
    "countersink": {"hole.depth_mm": 9},
    "tap": {"hole.start_diameter_mm": 9.4},
    "boring": {"machine.feed": {"kind": "hand-lever"}},
    "thread-mill": {"machine.kind": "lathe"},
}


@pytest.mark.parametrize("family", [one.id for one in ALL_FAMILIES])
def test_where_it_must_refuse(family: str) -> None:
    """What its kind is never asked to do is said in words of its own, and gives way or can't."""
    case = right_case(family)
    for path, value in REFUSES[family].items():
        put(case, path, value)
    found = limit_of(answered(case), "snatch")
    assert found["verdict"] in ("gives-way", "cannot")
    own = [rule.words for rule in BY_ID[family].never] + [one.why for one in BY_ID[family].machines.values()]
    assert found["reason"] in own


@pytest.mark.parametrize("family", ["core", "boring", "reamer", "counterbore", "countersink", "tap", "thread-mill"])
def test_what_follows_a_hole_asks_for_one(family: str) -> None:
    case = right_case(family)
    case["hole"].pop("start_diameter_mm")
    with pytest.raises(BadInput) as caught:
        read_case(case)
    assert "hole.start_diameter_mm" in {problem.field for problem in caught.value.problems}


class TestClosedForms:
    def test_a_ring_without_a_slug_is_a_solid_edge(self) -> None:
        """Annular with slug towards nought: kc f D²/8000 with its own chip, worked afresh."""
        case = copy.deepcopy(BASES["magnet"])
        put(case, "cutter.slug_diameter_mm", 1.0)
        loads = checked(case).result.loads.schools["specific-force"]
        feed, teeth, stages = 0.084, 6, 2
        chip = feed / (teeth / stages) * math.sin(math.radians(75))
        kc = 1780 * chip**-0.17 * 1.2
        assert loads.torque_nm == pytest.approx(kc * feed * (22**2 - 1) / 8000, rel=1e-6)
        assert loads.torque_nm == pytest.approx(kc * feed * 22**2 / 8000, rel=0.003)

    def test_a_ring_takes_its_ring_only(self) -> None:
        """Torque goes as D² − d², thrust as D − d and the pin's spring besides."""
        found = {}
        for slug in (6.0, 14.0):
            case = copy.deepcopy(BASES["magnet"])
            put(case, "cutter.slug_diameter_mm", slug)
            found[slug] = checked(case).result.loads.schools["specific-force"]
        assert found[6.0].torque_nm / found[14.0].torque_nm == pytest.approx((22**2 - 6**2) / (22**2 - 14**2))
        assert (found[6.0].thrust_n - 40) / (found[14.0].thrust_n - 40) == pytest.approx((22 - 6) / (22 - 14))

    def test_a_gun_drills_pads_rub_half_as_much_again(self) -> None:
        """10 mm at 0.035 in kc 2220/0.14 (handbook derivation, from memory): 1.9 N·m of cutting, 2.9 with the pads; thrust 0.6 of
        the cutting force."""
        case = copy.deepcopy(BASES["gun"])
        put(case, "setting.feed_mm_rev", 0.035)
        load = checked(case).result.loads.schools["specific-force"]
        assert load.torque_nm == pytest.approx(2.9, rel=0.05)
        chip = 0.035 * math.sin(math.radians(65))
        force = 2220 * chip**-0.14 * 1.2 * 0.035 * 10 / 2
        assert load.thrust_n == pytest.approx(0.6 * force)
        assert load.torque_nm == pytest.approx(force * 10 / 4 / 1000 * 1.5)

    def test_a_shifted_insert_drill_bores_wider(self) -> None:
        """Hole = D + 2 shift, on a lathe (common practice)."""
        case = copy.deepcopy(BASES["turning"])
        put(case, "cutter.diameter_mm", 32)
        put(case, "cutter.shift_mm", 0.4)
        put(case, "hole.diameter_mm", 32.8)
        assert answered(case)["verdict"]
        put(case, "hole.diameter_mm", 32.0)
        with pytest.raises(BadInput):
            read_case(case)

    def test_an_m10_tap_takes_6_to_10_newton_metres_in_steel(self) -> None:
        """Common practice; and twice the pitch at the same size takes four times the torque in the book's formula."""
        found = answered(BASES["tapping"])["demand"]
        assert 6 <= found["torque_nm"]["middle"] <= 10
        assert found["thrust_n"]["middle"] < 1

    def test_the_spade_handbook_school_stands_for_no_metal_it_does_not_list(self) -> None:
        for material, said in (("titanium-cp", True), ("steel-c45", False), ("plastic-pom", True)):
            case = copy.deepcopy(BASES["spade"])
            put(case, "material.id", material)
            assert bool(answered(case)["demand"]["schools"]["specific-energy"]["why_not"]) == said

    def test_a_bound_widens_only_the_high_side(self) -> None:
        """Diameter and feed stands for a spade's thrust as the high side only: no torque, no part in the middle."""
        loads = checked(BASES["spade"]).result.loads
        bound = loads.schools["diameter-feed"]
        assert bound.torque_nm is None
        pooled = [load.thrust_n for load in loads.schools.values() if load.thrust_n is not None and not load.bound]
        assert loads.thrust_n.middle == pytest.approx(math.exp(sum(math.log(value) for value in pooled) / len(pooled)))
        assert loads.thrust_n.high > bound.thrust_n > loads.thrust_n.middle

    @pytest.mark.parametrize("family", [one.id for one in ALL_FAMILIES if one.kind.drills])
    @pytest.mark.parametrize("material", ["steel-c45", "stainless-304", "iron-grey-250", "alu-wrought-6082", "titanium-64", "plastic-pom"])
    def test_every_drilling_family_answers_in_every_group(self, family: str, material: str) -> None:
        case = right_case(family)
        put(case, "material.id", material)
        found = answered(case)
        json.dumps(found, allow_nan=False)
        assert found["demand"]["torque_nm"]["high"] > found["demand"]["torque_nm"]["low"] > 0
        assert all_materials()[material].material.name


def test_no_torque_is_no_family_of_its_own() -> None:
    """Every family names how it goes with every kind of machine."""
    for family in ALL_FAMILIES:
        assert set(family.machines) == set(machine_kinds())
        assert {pair.how for pair in family.machines.values()} <= {"usual", "possible", "warned", "never"}
