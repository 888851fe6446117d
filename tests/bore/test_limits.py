"""Every limit in every verdict it can reach, and moved by every field it says it reads."""

import copy
import json
from collections.abc import Iterator
from typing import Any

import pytest

from bore.base.errors import BadInput
from bore.case.fields import all_fields
from bore.case.read import read_case
from bore.limits import ALL_LIMITS, BY_ID
from tests.asking import BASES, CASES, answered, limit_of, on_base, put

STORED = json.loads((CASES / "limits.json").read_text(encoding="utf-8"))


def stored_case(entry: dict[str, Any]) -> dict[str, Any]:
    return on_base(entry["on"], entry["changes"])


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
    "speed-step": {"holds", "gives-way"},
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
TAPPED = {
    "cutter": {"family": "tap", "diameter_mm": 10},
    "hole.diameter_mm": 10.0,
    "hole.start_diameter_mm": 8.5,
    "setting": {"speed_rpm": 310, "feed_mm_rev": 1.5},
    "machine.spindle.reverses": True,
}
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
    "reach": [
        {"machine.stroke_mm": 40.0, "machine.daylight_mm": 130.0},
        {"machine.daylight_mm": 500.0},
        {"hole.start.kind": "bush", "hole.start.bush_height_mm": 20.0},
    ],
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
    "snatch": [
        {"material.id": "brass-free"},
        {"hole.stack_clamped": False},
        {"hole.stack_mm": [7.0, 8.0]},
        TAPPED,
        TAPPED | {"machine.tapping": "friction"},
    ],
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
