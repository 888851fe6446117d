"""Every limit in every verdict it can reach, and moved by every field it says it reads."""

import copy
import json
from collections.abc import Iterator
from typing import Any

import pytest

from bore.contract.fields import all_fields
from bore.contract.read import read_case
from bore.errors import BadInput
from bore.limits import ALL_LIMITS, BY_ID
from tests.conftest import CASES, answered, hand_case, limit_of, plain_case, put

STORED = json.loads((CASES / "limits.json").read_text(encoding="utf-8"))
BASES: dict[str, dict[str, Any]] = json.loads((CASES / "bases.json").read_text(encoding="utf-8"))


def stored_case(entry: dict[str, Any]) -> dict[str, Any]:
    case = copy.deepcopy(BASES[entry["on"]])
    for path, value in entry["changes"].items():
        put(case, path, value)
    return case


@pytest.mark.parametrize("entry", STORED, ids=[f"{e['limit']} {e['verdict']} {e['on']} {e['changes']}" for e in STORED])
def test_stored_case(entry: dict[str, Any]) -> None:
    found = limit_of(answered(stored_case(entry)), entry["limit"])
    assert found["verdict"] == entry["verdict"]
    if entry["verdict"] == "unknown":
        assert found["needs"]
        assert all(need["words"] for need in found["needs"])
    elif found["demand"] is None:
        assert found["reason"] or entry["verdict"] == "holds"
    else:
        assert found["working"] or found["part"] == "wrists", "a figure without its working"


# What a limit can say; those that are a matter of kind, or that only a lack of reach decides, have no middle ground.
REACHES = {
    "reach": {"holds", "cannot"},
    "speed-step": {"holds", "gives-way", "cannot"},
    "burn": {"holds", "tight", "gives-way", "cannot", "unknown"},
    "feed-force": {"holds", "tight", "gives-way", "unknown"},
    "holder": {"holds", "tight", "gives-way", "cannot", "unknown"},
    "magnet": {"holds", "tight", "gives-way", "cannot", "unknown"},
    "work": {"holds", "tight", "gives-way", "cannot", "unknown"},
    "coolant": {"holds", "tight", "gives-way", "cannot", "unknown"},
    "break-out": {"holds", "tight", "gives-way", "unknown"},
    "snatch": {"holds", "tight", "gives-way", "cannot"},
}


@pytest.mark.parametrize("limit", [limit.id for limit in ALL_LIMITS])
def test_each_limit_has_a_case_for_each_verdict_it_can_reach(limit: str) -> None:
    assert {entry["verdict"] for entry in STORED if entry["limit"] == limit} >= REACHES.get(limit, {"holds", "tight", "gives-way"})


# Where to move a field that has no figure of its own, or that only moves a limit at certain places.
OTHER_VALUES: dict[str, list[Any]] = {
    "machine.spindle.stages": [[{"speed_rpm": 310}], [{"speed_rpm": 640, "belt_torque_nm": 5}]],
    "machine.holder.size": [0, "ER32"],
    "material.vc_hss_m_min": [[3, 5]],
    "material.vc_hssco_m_min": [[5, 8]],
    "material.vc_carbide_m_min": [[20, 30]],
    "setting.speed_rpm": [2000, 450],
    "machine.spindle.short_time_kw": [3.0],
    "machine.spindle.short_time_min": [0.1],
    "setting.approach_mm": [200.0],
    "setting.breakthrough_mm": [90.0],
    "hole.depth_mm": [60.0, 20.0, 300.0, 1.5],
    "machine.spindle.idle_kw": [0.4],
    "machine.stroke_mm": [20.0],
    "machine.daylight_mm": [90.0],
    "machine.max_thrust_n": [500.0],
    "machine.feed.max_thrust_n": [400.0],
    "machine.holder.max_rpm": [300.0],
    "cutter.diameter_mm": [9.0, 1.0, 40.0],
    "cutter.rake_deg": [0.0],
    "hole.edge_distance_mm": [6.0],
    "hole.next_hole_mm": [11.0],
    "hole.plate_thickness_mm": [12.0, 17.0, 25.0],
    "hole.entry_angle_deg": [20.0],
    "hole.tolerance_it": [8, 12],
    "hole.count": [20],
    "hole.start_diameter_mm": [6.0],
    "hole.stack_mm": [[7.0, 8.0], [25.0, 35.0]],
    "machine.feed.backlash_mm": [1.0],
    "setting.pecks.depths_mm": [[20.0, 40.0, 60.0]],
    "machine.magnet.gap_mm": [0.3],
    "machine.magnet.cg_from_rear_mm": [5.0, 158.0],
    "machine.magnet.strap": [True],
    "holding.force_n": [300.0],
    "holding.arm_mm": [5.0],
    "machine.stiffness_n_mm": [300000.0],
    "cutter.steady_rests": [2],
    "cutter.coolant_hole_mm": [0.6],
    "cutter.coolant_holes": [1],
    "cutter.body_length_mm": [900.0],
}
# A limit moves with some fields only where another stands at a certain value.
WHERE: dict[str, list[dict[str, Any]]] = {
    "motor": [{"machine.spindle.short_time_kw": 6.0}, {"setting": {"speed_rpm": 640, "feed_mm_rev": 0.05}}],
    "hand": [{"setting": {"speed_rpm": 640, "feed_mm_rev": 0.1}}],
    "rub": [{"material.id": "stainless-304"}],
    "burn": [{"material.vc_hss_m_min": [20, 28]}, {"cutter.substrate": "hss-co"}, {"cutter.substrate": "carbide"}],
    "twist-off": [{"hole.depth_mm": 58.0}],
    "holder": [
        {"machine.holder": {"kind": "morse", "size": 1}},
        {"machine.holder": {"kind": "morse", "size": 1}, "cutter.shank": "morse-1"},
    ],
    "reach": [{"machine.stroke_mm": 40.0, "machine.daylight_mm": 130.0}, {"machine.daylight_mm": 500.0}],
    "magnet": [
        {"machine.magnet.orientation": "overhead"},
        {"machine.magnet.orientation": "wall"},
        {
            "machine.magnet.orientation": "wall",
            "machine.magnet.strap": True,
            "machine.magnet.weight_kg": 45,
            "machine.magnet.overhang_mm": 0,
        },
        {"machine.magnet.orientation": "overhead", "machine.magnet.strap": True, "machine.magnet.weight_kg": 100},
    ],
    "work": [
        {"holding": {"kind": "clamps", "force_n": 2000.0, "arm_mm": 30.0}},
        {"holding": {"kind": "vice", "force_n": 400.0, "arm_mm": 30.0}},
    ],
    "pack": [{"hole.depth_mm": 70.0}, {"hole.depth_mm": 70.0, "setting.pecks.kind": "chip-break"}],
    "coolant": [
        {"cutter.coolant_hole_mm": 1.0},
        {"machine.coolant": {"method": "through", "pressure_bar": 10.0, "flow_l_min": 20.0}},
        {"material.id": "titanium-64", "machine.coolant.method": "dry", "hole.depth_mm": 12.0},
    ],
    "wander": [
        {"cutter.substrate": "carbide", "cutter.point": "self-centring", "hole.start.kind": "spot", "hole.start.angle_deg": 90},
        {"hole.start.kind": "none"},
        {"hole.entry": "angled"},
    ],
    "break-out": [{"hole.through": False}, {"hole.depth_mm": 1.5}, {"hole.edge_distance_mm": 8.0}],
    "tolerance": [{"hole.tolerance_it": 11}],
    "snatch": [{"material.id": "brass-free"}, {"hole.stack_clamped": False}, {"hole.stack_mm": [7.0, 8.0]}],
    "buckle": [{"hole.diameter_mm": 2.0, "setting.feed_mm_rev": 0.02, "cutter.free_length_mm": 60.0}],
}


def sweeps() -> list[tuple[str, str]]:
    return [(limit.id, path) for limit in ALL_LIMITS for path in limit.reads]


def cases_for(limit: str) -> Iterator[dict[str, Any]]:
    for base in BASES.values():
        for where in [{}, *WHERE.get(limit, [])]:
            case = copy.deepcopy(base)
            for path, value in where.items():
                put(case, path, value)
            yield case


@pytest.mark.parametrize(("limit", "path"), sweeps())
def test_limit_moves_with_what_it_reads(limit: str, path: str) -> None:
    """A limit whose demand, marks, verdict and reason never change with a field does not read it."""
    assert any(_moves(limit, path, case) for case in cases_for(limit))


def _values(path: str, case: dict[str, Any]) -> list[Any]:
    """Other values a field may take: every other word, the other flag, twice and half the figure."""
    field = all_fields()[path]
    if path in OTHER_VALUES:
        return OTHER_VALUES[path]
    if field.kind == "choice":
        return list(field.choices)
    if field.kind == "flag":
        return [True, False]
    now: Any = read_case(case)
    for part in path.split("."):
        now = getattr(now, part, None)
    return [now * 2, now / 2] if isinstance(now, int | float) and now else []


def _moves(limit: str, path: str, case: dict[str, Any]) -> bool:
    before = shape(limit, case)
    if before is None:
        return False
    for value in _values(path, case):
        changed = copy.deepcopy(case)
        put(changed, path, value)
        if path == "cutter.diameter_mm":
            put(changed, "hole.diameter_mm", value)
        after = shape(limit, changed)
        if after is not None and after != before:
            return True
    return False


def shape(limit: str, case: dict[str, Any]) -> Any:
    try:
        found = limit_of(answered(case), limit)
    except BadInput:
        return None
    return [found[name] for name in ("verdict", "demand", "soft", "capacity", "reason")]


def test_words_of_limits() -> None:
    """Every limit says its failure in words of its own, asks a question, and names fields that exist."""
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
