"""Facts of the trade the computation must meet (common practice, no published source)."""

import copy
import math

import pytest

from tests.asking import BASES, answered, checked, hand_case, limit_of, plain_case


class TestTwistDrills:
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

    @pytest.mark.parametrize(("metal", "high"), [("alu-wrought-6082", 800), ("brass-free", 900)])
    def test_thrust_in_soft_metal_is_what_was_measured(self, metal: str, high: float) -> None:
        """10 mm at 0.2 mm/rev: 500 to 800 N in 6061 and the like, 500 to 900 N in free-cutting brass (common practice, from memory)."""
        setting = {"speed_rpm": 1000, "feed_mm_rev": 0.2}
        case = plain_case(hole__diameter_mm=10, cutter={"family": "twist", "diameter_mm": 10}, material={"id": metal}, setting=setting)
        band = answered(case)["demand"]["thrust_n"]
        assert 500 <= band["middle"] <= high
        assert band["low"] <= 550

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


THE_BENCH_PRESS = {
    "hole__diameter_mm": 13,
    "hole__depth_mm": 12,
    "material": {"id": "steel-structural-235"},
    "machine__spindle": {"power_kw": 0.37, "motor": "single-phase-capacitor-run", "stages": [{"speed_rpm": 520}]},
    "machine__coolant__method": "brush",
}


class TestHandAndBreakthrough:
    def test_250_newtons_cut_and_stall_it_as_it_comes_through(self) -> None:
        """13 mm from solid in S235 on 370 W: a worn-in drill at 250 N cuts about 0.05 mm/rev, a sharp one more, and the spindle
        stops as it comes through."""
        for wear, low, high in (("used", 0.03, 0.07), ("sharp", 0.05, 0.12)):
            found = answered(hand_case(250, **THE_BENCH_PRESS, cutter__wear=wear, setting__speed_rpm=520))
            assert low <= found["setting"]["feed_mm_rev"] <= high
            stall = limit_of(found, "stall")
            assert stall["demand"]["high"] > stall["capacity"]
        assert stall["verdict"] == "gives-way"

    @pytest.mark.parametrize(
        ("point", "pilot", "least", "most"),
        [("conventional", 0, 1.7, 2.7), ("split", 0, 1.05, 1.6), ("conventional", 6, 1.05, 1.1)],
    )
    def test_how_far_torque_leaps_at_breakthrough(self, point: str, pilot: float, least: float, most: float) -> None:
        """From solid with a conventional point 1.7-2.7 times, split 1.05-1.6, with a pilot 1.05-1.1."""
        surges = [
            checked(
                plain_case(hole__diameter_mm=d, hole__start_diameter_mm=pilot, cutter__point=point, setting__feed_mm_rev=f)
            ).result.loads.surge
            for d, f in ((10, 0.1), (12, 0.15), (13, 0.18))
        ]
        assert all(least <= surge <= most for surge in surges)

    def test_a_stiff_machine_is_calmer(self) -> None:
        soft, stiff = (checked(plain_case(machine__stiffness_n_mm=k)).result.loads.surge for k in (1500, 60000))
        assert stiff < soft


class TestMagneticDrill:
    """An 1100 W (input) magnetic drill, 10 kN magnet, in structural steel."""

    def test_a_22_mm_ring_goes_through_10_mm_of_primed_plate_by_hand(self) -> None:
        found = answered(BASES["magnet"])
        assert found["verdict"] in ("holds", "tight")
        assert limit_of(found, "hand")["verdict"] == "holds"

    def test_and_does_not_hold_on_a_quarter_millimetre_of_paint(self) -> None:
        case = copy.deepcopy(BASES["magnet"])
        case["machine"]["magnet"] |= {"gap_mm": 0.25}
        assert limit_of(answered(case), "magnet")["verdict"] == "gives-way"

    def test_an_18_mm_twist_drill_from_solid_does_not_go(self) -> None:
        case = copy.deepcopy(BASES["magnet"])
        case["hole"]["diameter_mm"], case["cutter"] = 18, {"family": "twist"}
        case["machine"]["holder"] = {"kind": "morse", "size": 2}
        for setting in ({"feed_mm_rev": 0.1}, {"feed_mm_rev": 0.05}, {"hand_force_n": 150}, {"hand_force_n": 250}):
            case["setting"] = {"speed_rpm": 350} | setting
            assert answered(case)["verdict"] == "gives-way", setting

    def test_the_slug_of_22_mm_in_20_mm_plate_weighs_about_25_grams(self) -> None:
        """Which is why it is caught: from the ring's own slug, 7.85 g/cm³."""
        slug = checked(BASES["magnet"]).columns.start_diameter_mm
        assert 7.85e-3 * math.pi / 4 * slug**2 * 20 == pytest.approx(25, rel=0.1)


class TestBiggerMachines:
    def test_a_32_mm_insert_drill_takes_most_of_an_11_kw_lathe(self) -> None:
        """In C45 at 180 m/min and 0.12 mm/rev, 80-90 % of what the spindle gives."""
        motor = limit_of(answered(BASES["turning"]), "motor")
        assert 0.8 <= motor["demand"]["middle"] / motor["soft"] <= 0.9

    def test_a_50_mm_spade_is_three_to_four_kilowatts(self) -> None:
        """In C45 at 0.3 mm/rev and 150 rpm."""
        case = copy.deepcopy(BASES["spade"])
        case["setting"] = {"speed_rpm": 150, "feed_mm_rev": 0.3}
        assert 3 <= answered(case)["demand"]["power_kw"]["middle"] <= 4

    def test_a_10_mm_gun_drill_goes_300_deep(self) -> None:
        assert answered(BASES["gun"])["verdict"] in ("holds", "tight")
