"""Mechanics by closed forms worked afresh, at their corners and over arrays. Trade figures are common practice unless named."""

import math

import numpy as np
import pytest

from bore.base.elementwise import along_logarithms, between
from bore.base.errors import BadInput
from bore.base.formula import enter, formula, recording, silent
from bore.base.sources import source
from bore.case.read import read_case
from bore.cutters import shared, speed_factors
from bore.cutters.twist import feeds as feeds_of_twist
from bore.machines import kinds
from bore.materials.material import metal_word
from bore.materials.table import all_materials
from bore.mechanics import duty, hand_feed, holders, kinematics, spindle, strength
from bore.quantities.notation import read_quantity
from bore.schools import band, diameter_feed, specific_force
from tests.asking import a_spindle, answered, checked, hand_case, limit_of, plain_case


class TestKienzle:
    def test_at_one_millimetre_of_chip_it_is_the_tables_own_constant(self) -> None:
        """Kienzle at h = 1: kc is kc1.1, whatever the exponent."""
        for mc in (0.1, 0.2, 0.3):
            ones = {"compression": 1, "rake_factor": 1, "speed_factor": 1, "wear_factor": 1}
            assert specific_force.specific_force_n_mm2(kc11_n_mm2=1780, mc=mc, chip_thickness_mm=1.0, **ones) == 1780

    def test_two_lineages_of_c45_agree_where_drills_work(self) -> None:
        """C45 as 2220/0.14 and as 1680/0.26 (two textbooks, from memory): the same at h = 0.1 mm, a third apart at 1 mm."""
        thin = [kc * 0.1**-mc for kc, mc in ((2220, 0.14), (1680, 0.26))]
        assert thin[0] == pytest.approx(thin[1], rel=0.005)
        assert 2220 / 1680 > 1.3

    @pytest.mark.parametrize(("speed", "factor"), [(20, 1.28), (30, 1.20), (100, 1.00), (200, 0.952)])
    def test_speed_factor(self, speed: float, factor: float) -> None:
        """Tschätsch, cutting-speed correction (from memory), to its last digit."""
        assert specific_force.speed_factor(cutting_speed_m_min=speed) == pytest.approx(factor, abs=0.006)

    def test_speed_factor_is_off_unless_asked_for_and_raises_the_load(self) -> None:
        plain, faster = (
            checked(plain_case(setting__speed_factor=on)).result.loads.schools["specific-force"].torque_nm for on in (False, True)
        )
        assert faster / plain == pytest.approx(2.023 / (math.pi * 10 * 640 / 1000) ** 0.153, rel=0.003)

    def test_rake_takes_one_and_a_half_per_cent_a_degree(self) -> None:
        torque = [checked(plain_case(cutter__rake_deg=rake)).result.loads.schools["specific-force"].torque_nm for rake in (6.0, 26.0)]
        assert torque[1] / torque[0] == pytest.approx(0.70)


class TestPilot:
    def test_a_pilot_as_wide_as_the_drill_leaves_nothing(self) -> None:
        """Pilot towards D: torque and thrust go to nought in every school (limiting case)."""
        nearly = checked(plain_case(hole__start_diameter_mm=9.999)).result.loads
        for load in nearly.schools.values():
            assert load.torque_nm < 0.01
        assert nearly.thrust_n.middle < 5

    def test_with_a_pilot_only_the_lips_are_left(self) -> None:
        """Shaw & Oxford with a pilot: A = (1 − ρ²)/(1 + ρ)^0.2, B = (1 − ρ)/(1 + ρ)^0.2, J = 0 with ρ = d0/D (from memory)."""
        solid, piloted = (checked(plain_case(hole__start_diameter_mm=start)).result.loads.schools["diameter-feed"] for start in (0, 5))
        rho, c = 0.5, 0.18
        a_solid = (1 - c**2) / (1 + c) ** 0.2 + 3.2 * c**1.8
        assert piloted.torque_nm / solid.torque_nm == pytest.approx((1 - rho**2) / (1 + rho) ** 0.2 / a_solid)
        per_inch = 2 * 24000 * (0.1 / 25.4) ** 0.8 * (10 / 25.4) ** 0.8 * 4.4482216
        assert piloted.thrust_n == pytest.approx(per_inch * (1 - rho) / (1 + rho) ** 0.2)

    def test_one_no_wider_than_the_chisel_counts_as_solid(self) -> None:
        found = [answered(plain_case(hole__start_diameter_mm=start))["demand"] for start in (0, 1.79)]
        assert found[0] == found[1]

    def test_a_pilot_takes_half_the_thrust_or_more_and_little_torque(self) -> None:
        """Common practice; 4 mm before 13 mm."""
        solid, piloted = (checked(plain_case(hole__diameter_mm=13, hole__start_diameter_mm=start)).result.loads for start in (0, 4))
        assert piloted.thrust_n.middle < 0.55 * solid.thrust_n.middle
        assert piloted.torque_nm.middle > 0.8 * solid.torque_nm.middle

    @pytest.mark.parametrize(("diameter", "feed", "saving"), [(3, 0.06, 0.26), (20, 0.30, 0.36), (40, 0.45, 0.46)])
    def test_a_split_point_takes_a_quarter_to_a_half_off_the_thrust(self, diameter: float, feed: float, saving: float) -> None:
        """Split against conventional, same angle, steel of 200 HB, diameter and feed: -26 % at 3 mm, -36 % at 20, -46 % at 40 (derived
        from the handbook's closed form, from memory)."""
        thrust = []
        for ratio in (0.18, 0.03):
            case = plain_case(
                hole__diameter_mm=diameter, cutter__chisel_ratio=ratio, setting__feed_mm_rev=feed, machine__holder={"kind": "side-lock"}
            )
            thrust.append(checked(case).result.loads.schools["diameter-feed"].thrust_n)
        assert 1 - thrust[1] / thrust[0] == pytest.approx(saving, abs=0.06)


class TestBand:
    def test_one_school_pinned_keeps_the_rows_own_spread(self) -> None:
        loads = checked(plain_case(setting__school="diameter-feed")).result.loads
        assert loads.torque_nm.middle == loads.schools["diameter-feed"].torque_nm
        assert math.log(loads.torque_nm.high / loads.torque_nm.middle) == pytest.approx(0.12)
        assert math.log(loads.thrust_n.middle / loads.thrust_n.low) == pytest.approx(0.25)

    def test_the_band_reaches_past_the_outermost_school(self) -> None:
        found = band.pooled([8.0, 10.0, 12.5], 0.12, 0.10)
        assert found.middle == pytest.approx(10)
        assert found.high == pytest.approx(10 * math.exp(math.hypot(math.log(1.25), 0.12)))
        assert found.low == pytest.approx(10 * math.exp(-math.hypot(math.log(1.25), 0.12)))

    @pytest.mark.parametrize("diameter", [10, 16, 20, 30])
    def test_the_schools_lie_within_a_fifth_of_the_middle_in_steel(self, diameter: float) -> None:
        """From 10 to 30 mm at the book's feed, torque, steel of 200 HB (composed from the books, from memory): a quarter allows for
        unit power, which the tables give without a size effect."""
        feed = float(feeds_of_twist.table_feed_mm_rev(diameter_mm=diameter, feed_class="medium"))
        loads = checked(
            plain_case(hole__diameter_mm=diameter, setting__feed_mm_rev=feed, machine__holder={"kind": "side-lock"})
        ).result.loads
        for load in loads.schools.values():
            assert load.torque_nm / loads.torque_nm.middle == pytest.approx(1, abs=0.25)


class TestSpindle:
    def test_rated_and_breakdown_torque(self) -> None:
        """1.5 kW, 80 %, 310 rpm: 9549 · 1.2 / 310 = 37 N·m; 2.2 times that stalls it."""
        rated = spindle.spindle_torque_nm(power_kw=1.5, idle_kw=0.0, efficiency=0.8, speed_rpm=310)
        assert rated == pytest.approx(9549.3 * 1.5 * 0.8 / 310, rel=1e-5)
        assert limit_of(answered(plain_case(machine__spindle__efficiency=0.8, machine__spindle__breakdown_ratio=2.2)), "stall")[
            "capacity"
        ] == pytest.approx(9549.3 * 1.2 / 640 * 2.2, rel=1e-5)

    def test_nearest_speed_is_by_ratio(self) -> None:
        """Between 100 and 400 the middle is 200, not 250."""
        steps = a_spindle({"speed_rpm": 100.0}, {"speed_rpm": 400.0})
        wanted = np.array([50.0, 199.0, 201.0, 900.0])
        assert list(spindle.nearest_speed_rpm(steps, wanted)) == [100, 100, 400, 400]
        assert [spindle.nearest_speed_rpm(steps, float(one)) for one in wanted] == [100, 100, 400, 400]

    def test_a_range_without_a_curve_has_constant_torque_then_constant_power(self) -> None:
        ranged = a_spindle({"min_rpm": 50.0, "max_rpm": 1000.0})
        power = spindle.stage_power_kw(ranged, np.array([125.0, 250.0, 500.0, 1000.0]))
        assert list(power) == pytest.approx([0.5, 1.0, 2.0, 2.0])

    def test_where_ranges_overlap_the_better_one_counts(self) -> None:
        geared = a_spindle(
            {"min_rpm": 50.0, "max_rpm": 500.0, "curve": ((100.0, 2.0), (500.0, 2.0))}, {"min_rpm": 200.0, "max_rpm": 2000.0}
        )
        assert spindle.stage_power_kw(geared, 300.0) == pytest.approx(2.0)
        assert spindle.stage_power_kw(geared, 600.0) == pytest.approx(1.2)


class TestDuty:
    @pytest.mark.parametrize(("share", "factor"), [(1.0, 1.0), (0.6, 1.291), (0.4, 1.4), (0.15, 1.4)])
    def test_share_of_cutting(self, share: float, factor: float) -> None:
        """IEC 60034-1: root mean square over the cycle, √(1/0.6) = 1.29 (from memory); never above 1.4."""
        assert duty.duty_factor(cutting_share=share) == pytest.approx(factor, abs=0.001)

    @pytest.mark.parametrize(("seconds", "factor"), [(15, 1.6), (16, 1.3), (120, 1.3), (121, 1.0)])
    def test_short_peaks(self, seconds: float, factor: float) -> None:
        """IEC 60034-1: 1.6 times rated torque for 15 s (from memory); 1.3 for two minutes is common practice."""
        assert duty.short_time_factor(duty_factor=1.0, cut_time_s=seconds, breakdown_ratio=2.2) == factor
        assert duty.short_time_factor(duty_factor=1.0, cut_time_s=np.array([seconds]), breakdown_ratio=2.2)[0] == factor

    def test_never_above_four_fifths_of_breakdown(self) -> None:
        assert duty.short_time_factor(duty_factor=1.4, cut_time_s=5.0, breakdown_ratio=1.7) == pytest.approx(1.36)

    def test_a_plate_in_s6_is_worth_less_than_one_in_s1(self) -> None:
        marks = [limit_of(answered(plain_case(machine__spindle__duty=one)), "motor")["soft"] for one in ("S1", "S6")]
        assert marks[1] == pytest.approx(marks[0] / 1.4, rel=1e-4)

    def test_idling_is_taken_off_before_the_drive(self) -> None:
        soft = limit_of(answered(plain_case(machine__spindle__idle_kw=0.5, machine__spindle__efficiency=0.8)), "motor")["soft"]
        assert soft == pytest.approx((1.5 - 0.5) * 0.8)


class TestHolders:
    @pytest.mark.parametrize(("capacity", "low", "high"), [(10, 12, 20), (13, 25, 40), (16, 45, 70)])
    def test_keyed_chucks(self, capacity: float, low: float, high: float) -> None:
        for end, slip in (("low", low), ("high", high)):
            assert holders.chuck_slip_nm(capacity_mm=capacity, shank_diameter_mm=capacity, grip="keyed", end=end) == pytest.approx(slip)

    def test_a_smaller_shank_slips_earlier_and_a_tang_adds(self) -> None:
        half = holders.chuck_slip_nm(capacity_mm=13, shank_diameter_mm=6.5, grip="keyed", end="low")
        assert half == pytest.approx(12.5)
        friction = holders.taper_friction_nm(size=2, thrust_n=6000, seating_kn=0)
        assert holders.taper_with_tang_nm(friction_nm=friction, size=2) == pytest.approx(6.5 * 6 + 53)

    def test_without_a_tang_the_seat_is_all_there_is(self) -> None:
        case = plain_case(hole__diameter_mm=20, machine__holder={"kind": "morse", "size": 2, "tang_engaged": False})
        found, thrust = limit_of(answered(case), "holder"), checked(case).result.loads.thrust_n.middle
        assert found["soft"] == pytest.approx(6.5 * (thrust / 1000 + 2), rel=1e-4)
        assert found["capacity"] == pytest.approx(6.5 * (thrust / 1000 + 3), rel=1e-4)

    @pytest.mark.parametrize(
        ("holder", "slip"),
        [
            ({"kind": "collet", "size": "ER32"}, 55.0),
            ({"kind": "hydraulic"}, 80 * (10 / 12) ** 2.2306),
            ({"kind": "shrink"}, 100 * (10 / 12) ** 2.4524),
        ],
    )
    def test_sleeves(self, holder: dict[str, str], slip: float) -> None:
        assert limit_of(answered(plain_case(machine__holder=holder)), "holder")["capacity"] == pytest.approx(slip, rel=1e-3)


class TestDrill:
    def test_breaking_torque_grows_with_the_cube_and_small_drills_have_a_thicker_web(self) -> None:
        """0.05 D³ in HSS (0.04-0.06, back-solved, common practice): 1 mm 0.1, 10 mm 50, 20 mm 400 N·m."""
        found = strength.breaking_torque_nm(diameter_mm=np.array([1.0, 10.0, 20.0]), strength=0.05)
        assert list(found) == pytest.approx([0.05 * 10**0.3, 50, 400])

    def test_a_small_drill_has_a_lesser_margin_than_a_big_one(self) -> None:
        """At a feed of 0.02 D, 3 mm against 20 mm (common practice)."""
        use = {}
        for size in (3, 20):
            case = plain_case(hole__diameter_mm=size, setting__feed_mm_rev=0.02 * size, machine__holder={"kind": "side-lock"})
            use[size] = limit_of(answered(case), "twist-off")["utilisation"]
        assert use[3] > use[20]

    @pytest.mark.parametrize(
        ("diameter", "feed_class", "feed"), [(10, "medium", 0.20), (10, "low", 0.12), (5, "high", 0.15), (50, "very-low", 0.22)]
    )
    def test_feed_table_at_its_own_rows(self, diameter: float, feed_class: str, feed: float) -> None:
        assert feeds_of_twist.table_feed_mm_rev(diameter_mm=diameter, feed_class=feed_class) == pytest.approx(feed)

    def test_feed_table_rises_between_and_beyond_its_rows(self) -> None:
        sizes = np.geomspace(0.1, 150, 200)
        assert (np.diff(feeds_of_twist.table_feed_mm_rev(diameter_mm=sizes, feed_class="medium")) > 0).all()

    def test_book_feed_follows_the_job(self) -> None:
        """Carbide without coolant through 0.85; interrupted 0.7; beyond five diameters 0.8;
        a low-class steel in carbide 0.8 of the medium column."""

        def book(**changes: object) -> float:
            return answered(plain_case(**changes))["book"]["feed_mm_rev"]

        assert book() == pytest.approx(0.2)
        assert book(hole__entry="interrupted") == pytest.approx(0.14)
        assert book(hole__depth_mm=55) == pytest.approx(0.16)
        assert book(cutter__substrate="carbide") == pytest.approx(0.17)
        assert book(cutter__substrate="carbide", cutter__coolant_through=True, machine__coolant__method="through") == pytest.approx(0.2)
        assert book(cutter__substrate="carbide", material={"id": "steel-42crmo4-qt"}) == pytest.approx(0.2 * 0.8 * 0.85)

    @pytest.mark.parametrize(("deep", "factor"), [(1, 1.0), (3, 0.95), (4, 0.85), (5, 0.75), (6, 0.70), (8, 0.60), (20, 0.60)])
    def test_depth_slows(self, deep: float, factor: float) -> None:
        """Kosilova, depth factors (from memory); 3 D as the trade has it."""
        assert speed_factors.depth_speed_factor(depth_over_diameter=float(deep)) == pytest.approx(factor)

    def test_coolant_through_the_drill_is_not_slowed_by_depth(self) -> None:
        speeds = [
            answered(plain_case(hole__depth_mm=50, cutter__coolant_through=through, machine__coolant__method="through"))["book"][
                "speed_rpm"
            ]["high"]
            for through in (False, True)
        ]
        assert speeds[0] / speeds[1] == pytest.approx(0.75, rel=1e-4)

    def test_every_material_has_a_word_for_choosing_coolant(self) -> None:
        words = {name: metal_word(row.material) for name, row in all_materials().items()}
        expected = {
            "titanium-64": "titanium",
            "nickel-718": "nickel",
            "brass-free": "brass",
            "bronze-tin": "bronze",
            "alu-pure": "aluminium",
            "copper": "copper",
            "iron-nodular-600": "iron",
            "stainless-304": "stainless",
            "steel-wear-400": "steel",
        }
        assert {name: words[name] for name in expected} == expected

    def test_a_small_edge_is_never_rounder_than_its_drill_allows(self) -> None:
        assert shared.edge_radius_mm("hss", "dull", 1.0) == pytest.approx(2.5 / 200)
        assert shared.edge_radius_mm("hss", "dull", 20.0) == 0.05


class TestHand:
    def test_force_and_thrust_by_statics(self) -> None:
        """150 N on 165 mm over a 15 mm pinion, 45 N of spring, 85 %: (150 − 45) · 11 · 0.85 = 982 N."""
        ratio = hand_feed.lever_force_ratio(lever_length_mm=165, pinion_radius_mm=15, efficiency=0.85)
        thrust = hand_feed.available_thrust_n(hand_force_n=150, return_spring_n=45, force_ratio=ratio)
        assert thrust == pytest.approx(105 * 11 * 0.85)
        assert hand_feed.hand_force_n(thrust_n=thrust, return_spring_n=45, force_ratio=ratio) == pytest.approx(150)

    def test_a_hand_lighter_than_the_spring_does_nothing(self) -> None:
        found = answered(hand_case(30))
        assert found["setting"]["feed_mm_rev"] is None
        assert found["demand"]["torque_nm"]["high"] == 0
        assert limit_of(found, "bite")["verdict"] == "gives-way"

    def test_a_piloted_hole_bites_at_any_push_above_the_spring(self) -> None:
        assert limit_of(answered(hand_case(60, hole__start_diameter_mm=4)), "bite")["verdict"] == "holds"
        assert limit_of(answered(hand_case(40, hole__start_diameter_mm=4)), "bite")["verdict"] == "gives-way"

    def test_a_lever_must_be_whole(self) -> None:
        with pytest.raises(ValueError, match="a length, a pinion and an efficiency"):
            hand_feed.lever_force_ratio(lever_length_mm=None, pinion_radius_mm=15, efficiency=0.85)


class TestTools:
    def test_interpolation_is_the_same_for_one_and_for_many(self) -> None:
        places, values = [1.0, 2.0, 5.0], [1.0, 4.0, 25.0]
        at = np.array([0.5, 1.0, 3.0, 5.0, 10.0])
        assert list(along_logarithms(at, places, values)) == pytest.approx([float(along_logarithms(float(x), places, values)) for x in at])
        assert list(along_logarithms(at, places, values)) == pytest.approx(list(at**2))
        assert list(between(at, places, values)) == [between(float(x), places, values) for x in at]

    def test_a_formula_is_recorded_only_while_a_record_is_open(self) -> None:
        @formula("Twice", "2 x", "", "derived")
        def twice(*, x: float) -> float:
            return 2 * x

        twice(x=1.0)
        with recording() as record:
            enter("here")
            twice(x=2.0)
            with silent():
                twice(x=3.0)
        assert [(step.values, step.result) for step in record.of("here")] == [({"x": 2.0}, 4.0)]

    def test_a_formula_cannot_cite_what_is_not_in_the_list(self) -> None:
        with pytest.raises(LookupError, match="not in tables"):
            source("hearsay")

    @pytest.mark.parametrize("text", ["", "fast", "5 parsecs", "1e9", "-4", "1/0", "#99"])
    def test_figures_that_are_none(self, text: str) -> None:
        for kind in ("length", "diameter"):
            with pytest.raises(BadInput) as caught:
                read_quantity(kind, text, field="that")
            assert caught.value.problems[0].field == "that"

    def test_a_known_taper_for_every_drill(self) -> None:
        for size in range(7):
            assert kinds.taper(size).tang_nm > 0
        job = read_case(plain_case(hole__diameter_mm=20, machine__holder={"kind": "morse"}))
        assert job.cutter.shank == "morse-2"

    def test_kinematics_run_both_ways(self) -> None:
        speed = kinematics.speed_rpm(cutting_speed_m_min=25, diameter_mm=8)
        assert kinematics.cutting_speed_m_min(diameter_mm=8, speed_rpm=speed) == pytest.approx(25)
        power = kinematics.power_kw(torque_nm=12, speed_rpm=speed)
        assert spindle.spindle_torque_nm(power_kw=power, idle_kw=0.0, efficiency=1.0, speed_rpm=speed) == pytest.approx(12)
        assert diameter_feed.applies(checked(plain_case()).columns) is None
