"""What moves when one phrase changes, and what is said of it."""

from typing import Any

import pytest

from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.ways.reconcile import settle
from tests.asking import answered, hand_case, plain_case
from tests.demo import machines

CRIB = [
    {"family": "twist", "diameter_mm": 8.0, "substrate": "hss", "point": "conventional", "wear": "used"},
    {"family": "twist", "diameter_mm": 8.0, "substrate": "hss-co", "point": "split", "wear": "sharp"},
    {"family": "twist", "diameter_mm": 12.0, "substrate": "hss", "point": "conventional", "wear": "sharp"},
]
HAND_PRESS = hand_case(100)["machine"] | {
    "spindle": {"power_kw": 0.4, "stages": [{"name": "belt A", "speed_rpm": 500}, {"name": "belt B", "speed_rpm": 900}]}
}


def moved(settled: Any) -> dict[str, str]:
    return {move.phrase: move.words for move in settled.moved}


def test_the_cutter_follows_the_diameter_to_the_likest_in_the_crib() -> None:
    case = plain_case(
        hole__diameter_mm=8, cutter={"family": "twist", "diameter_mm": 10, "substrate": "hss-co", "point": "split", "wear": "sharp"}
    )
    settled = settle(case, "diameter", CRIB)
    assert settled.cutter_index == 1
    assert settled.case["cutter"] == CRIB[1]
    assert "cutter" in moved(settled)
    assert case["cutter"]["diameter_mm"] == 10  # what was given is not touched
    assert answered(settled.case)["verdict"]


def test_without_one_in_the_crib_a_usual_one_is_assumed_and_said() -> None:
    case = plain_case(
        hole__diameter_mm=9, cutter={"family": "twist", "diameter_mm": 10, "point": "split", "flute_length_mm": 87, "shank": "straight"}
    )
    settled = settle(case, "diameter", CRIB)
    assert settled.cutter_index is None
    assert settled.case["cutter"] == {"family": "twist", "point": "split", "diameter_mm": 9}
    assert "no 9 mm twist drill in the crib" in moved(settled)["cutter"]


def test_a_pinned_cutter_stays() -> None:
    case = plain_case(hole__diameter_mm=8, cutter__diameter_mm=10)
    settled = settle(case, "diameter", CRIB, pinned=True)
    assert settled.case["cutter"]["diameter_mm"] == 10
    assert not settled.moved


def test_the_diameter_follows_the_cutter_and_a_start_hole_as_wide_goes() -> None:
    case = plain_case(hole__diameter_mm=10, hole__start_diameter_mm=8.5, cutter=CRIB[0])
    settled = settle(case, "cutter", [])
    assert settled.case["hole"]["diameter_mm"] == 8
    assert settled.case["hole"]["start_diameter_mm"] == 0
    assert set(moved(settled)) == {"diameter", "start"}


def test_another_machine_takes_its_nearest_speed_and_a_hand_takes_over() -> None:
    case = plain_case(machine=HAND_PRESS)
    settled = settle(case, "machine", [])
    assert settled.case["setting"]["speed_rpm"] == 500  # 640 is 1.28 times 500, 900 is 1.41 times 640
    assert 0 < settled.case["setting"]["hand_force_n"] <= 150
    assert "wanted 640" in moved(settled)["speed"]
    assert "pulling" in moved(settled)["feed"]
    assert answered(settled.case)["verdict"]


def test_a_hand_force_stays_a_hand_force() -> None:
    settled = settle(hand_case(130, machine=HAND_PRESS, setting__speed_rpm=900), "machine", [])
    assert settled.case["setting"]["hand_force_n"] == 130
    assert not settled.moved


@pytest.mark.parametrize(
    ("setting", "feed"),
    [
        ({"speed_rpm": 640, "feed_mm_rev": 0.15}, 0.18),
        ({"speed_rpm": 640, "hand_force_n": 90}, 0.18),
        ({"speed_rpm": 500, "feed_rate_mm_min": 50}, 0.1),
    ],
)
def test_power_feed_takes_the_nearest_step(setting: dict[str, float], feed: float) -> None:
    settled = settle(plain_case(setting=setting), "machine", [])
    assert settled.case["setting"]["feed_mm_rev"] == feed
    assert "hand_force_n" not in settled.case["setting"]
    assert answered(settled.case)["verdict"]


@pytest.mark.parametrize(
    "broken",
    [
        {},
        {"hole": {}, "cutter": {}, "machine": {}, "setting": {}},
        {"hole": {"diameter_mm": "x"}, "cutter": {}, "machine": {}, "setting": {}},
    ],
)
@pytest.mark.parametrize("changed", ["diameter", "cutter", "machine", "start", "nothing"])
def test_what_cannot_be_settled_is_said(broken: dict[str, Any], changed: str) -> None:
    with pytest.raises(BadInput):
        settle(broken, changed, CRIB)


@pytest.mark.parametrize(("slug", "dropped"), [("m1", True), ("h1", False), ("l1", True), ("c3", False), ("v1", False)])
def test_how_work_was_held_on_another_kind_of_machine_goes_with_it(slug: str, dropped: bool) -> None:
    """Clamps, a stop and a board are the press's: under a magnet or in a lathe they are not, on another table they are."""
    held = {"kind": "clamps", "count": 2, "force_n": 8000, "arm_mm": 100, "stop": True}
    settled = settle(hand_case(100, machine=machines()[slug], holding=held, hole__behind="backing"), "machine", [])
    assert ("holding" not in settled.case) == dropped
    assert ("behind" not in settled.case["hole"]) == dropped
    assert {move.phrase for move in settled.moved} & {"holding", "behind"} == ({"holding", "behind"} if dropped else set())


def test_a_motor_on_another_supply_keeps_its_torque() -> None:
    """A 60 Hz plate on 50 Hz: speed and power five sixths, torque as it was (common practice)."""
    plate = {"output_kw": 0.6, "speed_rpm": 1700, "frequency_hz": 60}
    spindle = {"drive": "belt", "train": [{"motor_pulley_mm": 60, "spindle_pulley_mm": 120}], "stages": []}
    here, there = (
        read_case(
            plain_case(machine__spindle=spindle | {"plate": plate | {"supply_hz": hz}}, setting={"speed_rpm": 700, "feed_mm_rev": 0.1})
        )
        for hz in (60, 50)
    )
    assert there.machine.spindle.power_kw / here.machine.spindle.power_kw == pytest.approx(5 / 6)
    assert there.machine.spindle.motor_speed_rpm / here.machine.spindle.motor_speed_rpm == pytest.approx(5 / 6)


@pytest.mark.parametrize(("hb", "share", "feeds"), [(150, 1.4, "medium"), (200, 1.0, "medium"), (260, 0.73, "low")])
def test_the_same_metal_at_another_hardness_is_cut_at_another_speed(hb: float, share: float, feeds: str) -> None:
    """C45 at 150, 200 and 260 HB (common practice); a metal known by group and hardness follows the same rule."""
    row = read_case(plain_case(material={"id": "steel-c45"})).material
    found = read_case(plain_case(material={"id": "steel-c45", "hardness_hb": hb})).material
    assert row.hardness_hb == 200
    assert found.vc_hss_m_min[1] / row.vc_hss_m_min[1] == pytest.approx(share, abs=0.02)  # type: ignore[index]
    assert found.feed_class == feeds
