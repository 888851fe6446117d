"""Where a limit's soft and hard marks stand, worked afresh from its page. Trade shares are common practice."""

import dataclasses
import math
from typing import Any

import numpy as np
import pytest

from bore.mechanics import spindle, strength
from bore.schools import power_law, specific_force
from tests.asking import a_spindle, answered, checked, hand_case, limit_of, on_base, plain_case


def limit(name: str, case: dict[str, Any]) -> dict[str, Any]:
    return limit_of(answered(case), name)


def on(base: str, **changes: Any) -> dict[str, Any]:
    return on_base(base, {path.replace("__", "."): value for path, value in changes.items()})


@pytest.mark.parametrize(
    ("changes", "share"),
    [
        ({}, 1 / 2),
        ({"hole__depth_mm": 50}, 1 / 2),
        ({"hole__depth_mm": 51}, 1 / 3),
        ({"hole__depth_mm": 51, "setting__pecks": {"kind": "full"}}, 1 / 2),
        ({"cutter__wear": "dull"}, 1 / 3),
        ({"cutter__substrate": "hss-co"}, 1 / 2),
        ({"cutter__substrate": "hss-co", "cutter__wear": "dull"}, 1 / 3),
        ({"cutter__substrate": "carbide"}, 1 / 2.5),
        ({"cutter__substrate": "carbide", "cutter__wear": "dull"}, 1 / 3),
        ({"cutter__substrate": "carbide-tipped"}, 1 / 2),
        ({"cutter__substrate": "carbide-tipped", "cutter__wear": "dull"}, 1 / 3),
    ],
)
def test_a_working_share_of_the_breaking_torque(changes: dict[str, Any], share: float) -> None:
    """Half sharp and short, a third deep without pecks or dull, 1/2.5 in carbide (common practice)."""
    found = limit("twist-off", plain_case(hole__through=False, **changes))
    assert found["part"] == "steady"
    assert found["soft"] / found["capacity"] == pytest.approx(share, rel=1e-5)


class TestFormulas:
    """Formulas with every value other than one, so that each factor and each power counts."""

    def test_specific_force_by_hand(self) -> None:
        made = specific_force.specific_force_n_mm2(
            kc11_n_mm2=1700, mc=0.25, chip_thickness_mm=0.0625, compression=1.1, rake_factor=0.95, speed_factor=1.15, wear_factor=1.3
        )
        assert made == pytest.approx(1700 * 2 * 1.1 * 0.95 * 1.15 * 1.3)

    def test_thrust_of_lips_and_chisel_by_hand(self) -> None:
        lips = specific_force.lip_thrust_n(
            specific_force_n_mm2=2500, feed_mm_rev=0.2, diameter_mm=20, inner_diameter_mm=4, point_angle_deg=118, thrust_share=1.2
        )
        assert lips == pytest.approx(0.5 * 1.2 * 2500 * 0.2 * 8 * math.sin(math.radians(59)))
        chisel = specific_force.chisel_thrust_n(
            kd_thrust_lbf_in2=24000, feed_mm_rev=0.254, diameter_mm=12.7, chisel_ratio=0.2, wear_factor=1.5, indentation_n=100
        )
        assert chisel == pytest.approx(2 * 24000 * (0.01 * 0.5) ** 0.8 * 2.2 * 0.2**0.8 * 1.5 * 4.44822 + 100, rel=1e-5)

    def test_strength_of_half_a_section(self) -> None:
        assert strength.body_breaking_torque_nm(body_diameter_mm=20, section_share=0.5) == pytest.approx(550 * 0.5 * math.pi * 8000 / 16e3)

    def test_power_laws_powers(self) -> None:
        """Twice the feed is 2^y, twice the diameter 2^q, whatever the rest."""
        rest = {"metal_factor": 1.1, "wear_factor": 1.2, "pilot_factor": 0.9}
        for law, more, name in ((power_law.torque_nm, {}, "c_torque"), (power_law.thrust_n, {"point_factor": 1.3}, "c_thrust")):
            at = [
                law(**{name: 0.03}, diameter_mm=d, q=1.9, feed_mm_rev=f, y=0.8, **rest, **more)
                for d, f in ((10, 0.1), (10, 0.2), (20, 0.1))
            ]
            assert (at[1] / at[0], at[2] / at[0]) == pytest.approx((2**0.8, 2**1.9))


class TestMotor:
    def test_half_the_time_cutting_bears_more(self) -> None:
        """Root of two more power for a machine that cuts half its time, at most 1.4 (IEC 60034-1's equivalent heating, from memory)."""
        found = limit("motor", plain_case(machine__spindle__efficiency=0.8, machine__spindle__cutting_share=0.5))
        assert found["soft"] == pytest.approx(1.5 * 0.8 * 1.4)

    def test_a_servo_has_one_mark_all_day(self) -> None:
        found = limit("motor", plain_case(machine__spindle__motor="servo", machine__spindle__efficiency=0.8))
        assert found["soft"] == found["capacity"] == pytest.approx(1.5 * 0.8)

    @pytest.mark.parametrize(("minutes", "depth", "kw"), [(10, 15, 3.0), (0.1, 60, None), (None, 15, 3.0)])
    def test_short_time_power_serves_cuts_that_are_short_enough(self, minutes: float | None, depth: float, kw: float | None) -> None:
        short = {"machine__spindle__short_time_kw": 3.0, "machine__spindle__short_time_min": minutes}
        plain = plain_case(hole__depth_mm=depth, machine__spindle__efficiency=0.8)
        found = limit("motor", plain_case(hole__depth_mm=depth, machine__spindle__efficiency=0.8, **short))
        assert found["capacity"] == pytest.approx(kw * 0.8 if kw else limit("motor", plain)["capacity"])

    def test_short_time_power_falls_with_speed_as_the_rating_does(self) -> None:
        spindle_ = {
            "power_kw": 4.0,
            "short_time_kw": 8.0,
            "efficiency": 1.0,
            "stages": [{"min_rpm": 50, "max_rpm": 4000, "base_rpm": 1000}],
        }
        case = plain_case(machine__spindle=spindle_, setting__speed_rpm=500)
        assert limit("motor", case)["capacity"] == pytest.approx(4.0)


class TestSpindle:
    def test_a_range_reaches_its_ends_and_no_further(self) -> None:
        two = a_spindle({"min_rpm": 100.0, "max_rpm": 500.0, "base_rpm": 100.0}, {"min_rpm": 400.0, "max_rpm": 2000.0, "base_rpm": 2000.0})
        assert spindle.stage_power_kw(two, 100.0) == pytest.approx(2.0)
        assert spindle.stage_power_kw(two, 450.0) == pytest.approx(2.0), "the better of two ranges that overlap"
        assert spindle.stage_power_kw(two, 1000.0) == pytest.approx(1.0)
        assert spindle.stage_power_kw(two, 2000.0) == pytest.approx(2.0)
        assert spindle.stage_power_kw(two, np.array([450.0, 1000.0])) == pytest.approx([2.0, 1.0])

    def test_a_slow_fan_on_a_frequency_drive(self) -> None:
        """At 20 Hz three quarters of the torque is left, and 20/50 of the power with it (common practice)."""
        one = a_spindle({"min_rpm": 100.0, "max_rpm": 2000.0, "base_rpm": 1000.0})
        slow = dataclasses.replace(one, motor="frequency-drive")
        assert spindle.stage_power_kw(slow, 400.0) == pytest.approx(2.0 * 0.4 * 0.75)
        assert spindle.stage_power_kw(slow, 1000.0) == pytest.approx(2.0)
        assert spindle.stage_power_kw(one, 400.0) == pytest.approx(2.0 * 0.4)


class TestMagnet:
    def marks(self, **changes: Any) -> tuple[float, float]:
        found = limit("magnet", on("magnet", hole__plate_thickness_mm=25, **changes))
        return found["soft"], found["capacity"]

    def test_weight_helps_base_down_and_hurts_overhead_and_on_a_wall(self) -> None:
        """Moments about the front edge: base down the weight adds, hung it takes away, on a wall it peels."""
        for orientation, helps in (("down", True), ("overhead", False), ("wall", False)):
            hung = {"machine__magnet__orientation": orientation, "machine__magnet__strap": True}
            light = self.marks(machine__magnet__weight_kg=5, **hung)
            heavy = self.marks(machine__magnet__weight_kg=60, **hung)
            assert (heavy[0] > light[0] * 1.02) is helps or orientation == "wall"
            assert (heavy[1] > light[1] * 1.01) is helps

    def test_first_gap_by_hand(self) -> None:
        """10 kN on 25 mm of bare steel, base 160 by 80, 45 mm overhang: N / (1 + 6 (45 + 80) / 160)."""
        pull = limit_working(on("magnet", hole__plate_thickness_mm=25), "magnet", "pull of the base")
        weight = 12 * 9.80665
        soft, hard = self.marks()
        assert soft == pytest.approx((pull + weight) / (1 + 6 * (45 + 80) / 160), rel=1e-4)
        tips = (pull * 80 + weight * 80) / (160 + 45)
        assert hard == pytest.approx(min(1.5 * soft, tips, pull + weight), rel=1e-4)
        hung = {"machine__magnet__orientation": "wall", "machine__magnet__strap": True}
        assert self.marks(**hung) == pytest.approx((pull / (1 + 6 * 125 / 160), 1.5 * pull / (1 + 6 * 125 / 160)), rel=1e-4)

    def test_half_the_base_in_contact_holds_half(self) -> None:
        whole, half = (
            limit_working(on("magnet", machine__magnet__contact_share=share), "magnet", "pull of the base") for share in (1.0, 0.5)
        )
        assert half == pytest.approx(whole / 2)


def test_a_whirling_drill_is_tight_before_it_whips() -> None:
    """The easy mark is the whirling speed over 1.3 (common practice)."""
    found = limit("buckle", on("gun", cutter__steady_rests=0, setting__speed_rpm=4000))
    assert found["part"] == "whips"
    assert found["capacity"] / found["soft"] == pytest.approx(1.3, rel=1e-4)


def limit_working(case: dict[str, Any], name: str, word: str) -> float:
    """A figure of a limit's working by a word of its name."""
    return next(step["result"] for step in limit(name, case)["working"] if word in step["name"].lower())


class TestRub:
    def test_floors_of_the_chip(self) -> None:
        """A chip thinner than 0.3 of the edge radius rubs; 0.6 is enough (common practice)."""
        found = limit("rub", plain_case())
        assert found["capacity"] / found["soft"] == pytest.approx(0.6 / 0.3, rel=1e-4)
        chip = answered(plain_case())["kinematics"]["chip_thickness_mm"]
        assert found["soft"] == pytest.approx(chip / 0.6, rel=1e-4)

    def test_metal_that_hardens_asks_a_share_of_the_books_feed(self) -> None:
        """Austenitic stainless: half the book's feed is enough, below 0.3 of it the metal hardens (common practice)."""
        case = plain_case(material={"id": "stainless-304"}, setting__feed_mm_rev=0.06)
        found = limit("rub", case)
        assert found["part"] == "book feed"
        assert (found["soft"], found["capacity"]) == pytest.approx((0.06 / 0.5, 0.06 / 0.3), rel=1e-4)

    def test_the_hands_doubt_is_the_floors(self) -> None:
        found = limit("rub", hand_case(150))
        assert found["demand"]["low"] < found["demand"]["middle"] < found["demand"]["high"]


def test_speeds_the_machine_lacks_by_a_hair_and_by_much() -> None:
    assert limit("speed-step", plain_case(setting__speed_rpm=640 * 1.001))["verdict"] == "holds"
    assert limit("speed-step", plain_case(setting__speed_rpm=700))["verdict"] == "gives-way"


class TestThrust:
    def test_a_pins_spring_stands_at_any_feed(self) -> None:
        """The bite of an annular cutter has to push the pin's spring home first: newton for newton."""
        without, with_spring = (checked(on("magnet", cutter__pin_spring_n=spring)) for spring in (0.0, 80.0))
        for school in ("specific-force",):
            gained = with_spring.result.loads.schools[school].thrust_n - without.result.loads.schools[school].thrust_n
            assert gained == pytest.approx(80.0)

    @pytest.mark.parametrize("wear", ["used", "dull"])
    def test_wear_raises_every_schools_load_alike_from_solid_and_after_a_pilot(self, wear: str) -> None:
        for start in (0.0, 4.0):
            sharp, worn = (
                checked(plain_case(hole__start_diameter_mm=start, cutter__wear=state)).result.loads.schools for state in ("sharp", wear)
            )
            for school in ("power-law", "diameter-feed"):
                assert worn[school].torque_nm > sharp[school].torque_nm * 1.05
                assert worn[school].thrust_n > sharp[school].thrust_n * 1.05

    def test_a_pilot_moves_both_schools_by_the_same_share(self) -> None:
        """The power law takes its pilot factor from the diameter-and-feed school: the ratios are equal."""
        solid, opened = (checked(plain_case(hole__start_diameter_mm=start)).result.loads.schools for start in (0.0, 4.0))
        ratios = [opened[name].torque_nm / solid[name].torque_nm for name in ("power-law", "diameter-feed")]
        assert ratios[0] == pytest.approx(ratios[1])
        assert ratios[0] < 1
