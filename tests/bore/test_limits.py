"""Every limit in every verdict it can reach, and moved by every field it says it reads."""

import json
from typing import Any

import pytest

from bore.limits import ALL_LIMITS, BY_ID
from tests.conftest import CASES, answered, hand_case, limit_of, plain_case, put

STORED = json.loads((CASES / "limits.json").read_text(encoding="utf-8"))


def stored_case(entry: dict[str, Any]) -> dict[str, Any]:
    case = hand_case(100) if entry["on"] == "hand" else plain_case()
    for path, value in entry["changes"].items():
        put(case, path, value)
    return case


@pytest.mark.parametrize("entry", STORED, ids=[f"{e['limit']} {e['verdict']} {e['changes']}" for e in STORED])
def test_stored_case(entry: dict[str, Any]) -> None:
    found = limit_of(answered(stored_case(entry)), entry["limit"])
    assert found["verdict"] == entry["verdict"]
    if entry["verdict"] == "unknown":
        assert found["needs"]
        assert all(need["words"] for need in found["needs"])
    elif found["demand"] is None:
        assert found["reason"] or entry["verdict"] == "holds"
    else:
        assert found["working"], "a figure without its working"


def test_each_limit_has_a_case_for_each_verdict_it_can_reach() -> None:
    reached = {(entry["limit"], entry["verdict"]) for entry in STORED}
    for limit in ALL_LIMITS:
        kinds = {"holds", "cannot"} if limit.id == "reach" else {"holds", "gives-way"}
        assert {(limit.id, kind) for kind in kinds} <= reached


# Where to move a field to, for the sweep; numbers not named here are doubled and halved.
OTHER_VALUES: dict[str, list[Any]] = {
    "machine.spindle.duty": ["S6"],
    "hole.through": [False],
    "cutter.substrate": ["carbide"],
    "cutter.wear": ["dull"],
    "material.work_hardens": ["yes"],
    "material.feed_class": ["low", "high"],
    "hole.entry": ["interrupted"],
    "machine.coolant.method": ["dry"],
    "machine.spindle.stages": [[{"speed_rpm": 310}]],
    "setting.pecks.kind": ["full"],
    "machine.holder.kind": ["collet"],
    "machine.holder.grip": ["hand"],
    "machine.holder.tang_engaged": [False],
    "machine.holder.size": [0],
    "cutter.shank": ["straight", "morse-2"],
    "cutter.point_angle_deg": [90.0],
    "machine.spindle.efficiency": [0.5],
    "machine.spindle.cutting_share": [0.2],
    "cutter.chisel_ratio": [0.05],
    "material.vc_hss_m_min": [[3, 5]],
    "material.vc_hssco_m_min": [[5, 8]],
    "material.vc_carbide_m_min": [[20, 30]],
    "setting.speed_rpm": [2000, 450],
    "machine.spindle.short_time_kw": [3.0],
    "machine.spindle.short_time_min": [0.05],
    "setting.approach_mm": [200.0],
    "setting.breakthrough_mm": [90.0],
    "hole.depth_mm": [60.0, 20.0, 300.0],
    "machine.spindle.idle_kw": [0.4],
    "machine.stroke_mm": [20.0],
    "machine.daylight_mm": [90.0],
    "machine.max_thrust_n": [500.0],
    "machine.feed.max_thrust_n": [400.0],
    "cutter.edge_radius_mm": [0.06],
    "cutter.flute_length_mm": [20.0],
    "cutter.free_length_mm": [120.0],
    "machine.holder.capacity_mm": [10.0, 16.0],
    "machine.holder.max_rpm": [300.0],
    "cutter.shank_diameter_mm": [6.0],
    "machine.feed.efficiency": [0.5],
    "machine.feed.return_spring_n": [10.0],
    "cutter.diameter_mm": [9.0, 1.0, 40.0],
    "machine.spindle.breakdown_ratio": [3.0],
    "machine.feed.lever_length_mm": [300.0],
}
BASES: dict[str, list[dict[str, Any]]] = {
    "motor": [{}, {"machine.spindle.short_time_kw": 2.0}, {"setting": {"speed_rpm": 640, "feed_mm_rev": 0.05}}],
    "hand": [{"setting": {"speed_rpm": 640, "feed_mm_rev": 0.1}}, {}],
    "rub": [{}, {"material.id": "stainless-304"}],
    "burn": [{"material.vc_hss_m_min": [20, 28]}, {"cutter.substrate": "hss-co"}, {"cutter.substrate": "carbide"}],
    "twist-off": [{"hole.depth_mm": 58.0}],
    "holder": [
        {},
        {"machine.holder": {"kind": "morse", "size": 1}},
        {"machine.holder": {"kind": "morse", "size": 1}, "cutter.shank": "morse-1"},
    ],
    "reach": [{"machine.stroke_mm": 40.0, "machine.daylight_mm": 130.0}, {"machine.daylight_mm": 500.0}],
}


def sweeps() -> list[tuple[str, str]]:
    return [(limit.id, path) for limit in ALL_LIMITS for path in limit.reads]


@pytest.mark.parametrize(("limit", "path"), sweeps())
def test_limit_moves_with_what_it_reads(limit: str, path: str) -> None:
    """A limit whose demand, marks, verdict and reason never change with a field does not read it."""
    moved = False
    for base in BASES.get(limit, [{}]):
        for start in (hand_case(100), plain_case()):
            case = start
            for name, value in base.items():
                put(case, name, value)
            moved = moved or _moves(limit, path, case)
    assert moved


def _moves(limit: str, path: str, case: dict[str, Any]) -> bool:
    before = shape(limit, case)
    values = OTHER_VALUES.get(path)
    if values is None:
        now = answer_value(case, path)
        values = [now * 2, now / 2] if now else []
    for value in values:
        changed = json.loads(json.dumps(case))
        put(changed, path, value)
        if path == "cutter.diameter_mm":
            put(changed, "hole.diameter_mm", value)
        if shape(limit, changed) != before:
            return True
    return False


def shape(limit: str, case: dict[str, Any]) -> Any:
    try:
        found = limit_of(answered(case), limit)
    except ValueError:
        return None
    return [found[name] for name in ("verdict", "demand", "soft", "capacity", "reason")]


def answer_value(case: dict[str, Any], path: str) -> Any:
    here: Any = case
    for part in path.split("."):
        here = here.get(part) if isinstance(here, dict) else None
    return here if isinstance(here, int | float) else None


def test_words_of_limits() -> None:
    """Every limit says its failure in words of its own, asks a question, and names fields that exist."""
    from bore.contract.fields import all_fields

    assert len({limit.failure for limit in ALL_LIMITS}) == len(ALL_LIMITS) == len(BY_ID)
    for limit in ALL_LIMITS:
        assert limit.question.endswith("?")
        assert set(limit.reads) <= set(all_fields())


class TestEverydayFacts:
    """Common practice, no published source."""

    def test_150_newtons_polish_with_a_dull_13_mm_drill_and_only_scrape_with_a_sharp_one(self) -> None:
        """13 mm from solid in S235 on a 370 W bench press, conventional point, lever about 11:1."""
        base = {
            "hole__diameter_mm": 13,
            "material": {"id": "steel-structural-235"},
            "machine__spindle__power_kw": 0.37,
            "machine__coolant__method": "brush",
        }
        sharp, used, dull = (answered(hand_case(150, cutter__wear=wear, **base)) for wear in ("sharp", "used", "dull"))
        assert limit_of(sharp, "rub")["verdict"] != "holds"
        assert limit_of(used, "rub")["verdict"] == "gives-way"
        assert used["setting"]["feed_mm_rev"] < 0.015
        assert limit_of(dull, "bite")["verdict"] == "gives-way"
        assert dull["setting"]["feed_mm_rev"] is None
        assert dull["tightest"] == "bite"
        assert "does not bite" in limit_of(dull, "rub")["reason"]
        assert dull["kinematics"]["cut_time_s"] is None

    def test_with_a_4_mm_pilot_100_newtons_go(self) -> None:
        found = answered(
            hand_case(
                100,
                hole__diameter_mm=13,
                hole__start_diameter_mm=4,
                material={"id": "steel-structural-235"},
                machine__spindle__power_kw=0.37,
                machine__spindle__stages=[{"speed_rpm": 520}],
                setting__speed_rpm=520,
            )
        )
        assert found["verdict"] in ("holds", "tight")

    def test_a_press_plated_for_25_drills_25(self) -> None:
        """25 mm in S235 on a power-fed 1.5 kW press at 225 rpm and 0.15 mm/rev."""
        found = answered(
            plain_case(
                hole__diameter_mm=25,
                material={"id": "steel-structural-235"},
                machine__spindle__stages=[{"speed_rpm": 225}],
                machine__holder={"kind": "morse", "size": 3},
                setting={"speed_rpm": 225, "feed_mm_rev": 0.15},
            )
        )
        assert found["verdict"] in ("holds", "tight")

    def test_3_mm_through_c45_goes(self) -> None:
        found = answered(
            hand_case(60, hole__diameter_mm=3, hole__depth_mm=6, machine__spindle__stages=[{"speed_rpm": 2000}], setting__speed_rpm=2000)
        )
        assert found["verdict"] in ("holds", "tight")

    def test_cobalt_in_304_goes_at_200_rpm_and_smokes_at_480_dry(self) -> None:
        """10 mm cobalt, split point, in 304 on a hobby press: comfortable at 150-200 rpm, smokes at 480."""
        base = {
            "material": {"id": "stainless-304"},
            "cutter__substrate": "hss-co",
            "cutter__point": "split",
            "hole__depth_mm": 10,
            "machine__spindle__stages": [{"speed_rpm": 200}, {"speed_rpm": 480}],
        }
        slow = answered(hand_case(150, **base, machine__coolant__method="brush", setting__speed_rpm=200))
        fast = answered(hand_case(150, **base, machine__coolant__method="dry", setting__speed_rpm=480))
        assert slow["verdict"] in ("holds", "tight")
        assert limit_of(fast, "burn")["verdict"] == "gives-way"

    @pytest.mark.parametrize(("coolant", "low", "high"), [("brush", 230, 340), ("dry", 150, 230)])
    def test_cobalt_in_304_book_speeds(self, coolant: str, low: float, high: float) -> None:
        book = answered(plain_case(material={"id": "stainless-304"}, cutter__substrate="hss-co", machine__coolant__method=coolant))["book"]
        assert book["speed_rpm"]["low"] == pytest.approx(low, rel=0.02)
        assert book["speed_rpm"]["high"] == pytest.approx(high, rel=0.02)

    def test_a_hidden_feed_is_shown(self) -> None:
        """300 rpm with 5 in/min (127 mm/min) is 0.42 mm/rev, two to three times what an 8 mm drill takes."""
        found = answered(
            plain_case(
                hole__diameter_mm=8, machine__spindle__stages=[{"speed_rpm": 300}], setting={"speed_rpm": 300, "feed_rate_mm_min": 127}
            )
        )
        assert found["setting"]["feed_mm_rev"] == pytest.approx(0.42, abs=0.005)
        assert 2 <= found["setting"]["feed_mm_rev"] / found["book"]["feed_mm_rev"] <= 3
        assert limit_of(found, "crowd")["verdict"] == "gives-way"

    def test_a_13_mm_conventional_point_at_book_feed_is_beyond_a_hand(self) -> None:
        """About 4.6 kN sharp in 200 HB steel, 3.1 kN split, by the diameter-and-feed school."""
        for point, newtons in (("conventional", 4600), ("split", 3100)):
            asked = hand_case(
                0,
                hole__diameter_mm=13,
                cutter__point=point,
                cutter__point_angle_deg=118,
                setting={"speed_rpm": 640, "feed_mm_rev": 0.22, "school": "diameter-feed"},
            )
            found = answered(asked)
            assert found["demand"]["thrust_n"]["middle"] == pytest.approx(newtons, rel=0.02)
            assert limit_of(found, "hand")["verdict"] == "gives-way"

    def test_the_point_of_118_degrees_is_030_d_long(self) -> None:
        assert answered(plain_case(hole__diameter_mm=10))["kinematics"]["point_length_mm"] == pytest.approx(3.0, abs=0.01)

    def test_20_mm_in_a_morse_2_in_c45_goes(self) -> None:
        found = answered(
            plain_case(hole__diameter_mm=20, machine__holder={"kind": "morse", "size": 2}, setting={"speed_rpm": 310, "feed_mm_rev": 0.18})
        )
        assert found["verdict"] in ("holds", "tight")
        assert limit_of(found, "holder")["verdict"] in ("holds", "tight")
