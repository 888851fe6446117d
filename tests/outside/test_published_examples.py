"""Worked examples from published books. All values are from memory of the books; no page was looked up.

Tolerance: half the last printed digit, unless the reason for another stands beside it.
"""

import math

import pytest

from bore.mechanics import kinematics
from bore.quantities.fits import hole_limits_mm
from bore.quantities.units import (
    KW_PER_HP,
    MM_PER_INCH,
    N_PER_LBF,
    NM_PER_LBF_IN,
    W_S_PER_MM3_PER_HP_IN3_MIN,
)
from bore.schools import diameter_feed, specific_energy

FOOT_MIN = 0.3048


class TestMachinerysHandbookDrilling:
    """Machinery's Handbook, drilling thrust, torque and power: a standard 7/8 in drill in steel of 200 HB
    (Kd 24 000), 350 rpm, 0.008 in/rev, W 1.30, E 0.80 (from memory)."""

    drill = {"feed_mm_rev": 0.008 * MM_PER_INCH, "diameter_mm": 7 / 8 * MM_PER_INCH, "wear_factor": 1.30}

    @property
    def torque_nm(self) -> float:
        factor = diameter_feed.torque_factor(ratio=0.18, solid=True)
        return diameter_feed.torque_nm(kd_torque_lbf_in2=24000, factor_a=factor, **self.drill)

    def thrust_lbf(self, chisel_ratio_squared: float) -> float:
        indentation = diameter_feed.indentation_n(
            kd_thrust_lbf_in2=24000, diameter_mm=self.drill["diameter_mm"], chisel_ratio=math.sqrt(chisel_ratio_squared), wear_factor=1.30
        )
        factor = diameter_feed.thrust_factor(ratio=0.18, solid=True)
        return diameter_feed.thrust_n(kd_thrust_lbf_in2=24000, factor_b=factor, indentation_n=indentation, **self.drill) / N_PER_LBF

    def test_thrust_with_the_printed_j(self) -> None:
        # The other table factors are rounded to three places: three pounds in two thousand.
        assert self.thrust_lbf(0.030) == pytest.approx(2313, abs=5)

    def test_thrust_with_the_closed_form(self) -> None:
        """The book prints J = 0.030 where the form gives 0.18² = 0.0324: 57 lbf of indentation more, 2.5 %."""
        assert self.thrust_lbf(0.18**2) == pytest.approx(2313 + 57, abs=5)

    def test_torque(self) -> None:
        assert self.torque_nm / NM_PER_LBF_IN == pytest.approx(559, rel=0.01)

    def test_power_at_cutter_and_motor(self) -> None:
        power_hp = kinematics.power_kw(torque_nm=self.torque_nm, speed_rpm=350) / KW_PER_HP
        assert power_hp == pytest.approx(3.1, abs=0.05)
        assert power_hp / 0.80 == pytest.approx(3.9, abs=0.05)


def test_kalpakjian_removal_power_and_torque_in_magnesium() -> None:
    """Kalpakjian & Schmid, removal rate and torque in drilling: 10 mm, 0.2 mm/rev, 800 rpm, 0.5 W·s/mm³ (from memory)."""
    removal = kinematics.removal_mm3_min(diameter_mm=10, start_diameter_mm=0, feed_mm_rev=0.2, speed_rpm=800) / 60
    torque = specific_energy.torque_nm(energy_w_s_mm3=0.5, feed_mm_rev=0.2, diameter_mm=10, start_diameter_mm=0)
    # The book rounds 209.4 to 210 and carries the rounded figure on.
    assert removal == pytest.approx(210, rel=0.005)
    assert kinematics.power_kw(torque_nm=torque, speed_rpm=800) * 1000 == pytest.approx(105, abs=0.5)
    assert torque == pytest.approx(1.25, abs=0.005)


def test_groover_blind_hole() -> None:
    """Groover, drilling problem: 12.7 mm, blind 60 mm, 118°, 25 m/min, 0.30 mm/rev (from memory). Newer editions
    count the point in the time; older ones do not (0.319 min)."""
    speed = kinematics.speed_rpm(cutting_speed_m_min=25, diameter_mm=12.7)
    point = kinematics.point_length_mm(diameter_mm=12.7, point_angle_deg=118)
    travel = kinematics.travel_mm(approach_mm=0, depth_mm=60, point_length_mm=point, breakthrough_mm=0)
    assert speed == pytest.approx(626.6, abs=0.05)
    assert kinematics.feed_rate_mm_min(feed_mm_rev=0.30, speed_rpm=speed) == pytest.approx(188, abs=0.5)
    assert point == pytest.approx(3.82, abs=0.005)
    assert kinematics.cut_time_s(travel_mm=travel, feed_mm_rev=0.30, speed_rpm=speed) / 60 == pytest.approx(0.339, abs=0.0005)
    removal = kinematics.removal_mm3_min(diameter_mm=12.7, start_diameter_mm=0, feed_mm_rev=0.30, speed_rpm=speed)
    assert removal == pytest.approx(23_800, abs=50)


def test_groover_two_spindles() -> None:
    """Groover, drilling problem: 1/2 and 3/4 in holes, 1.0 in thick, 118°, 230 ft/min, removal at most 1.50 in³/min for the
    larger; both fed at one rate (from memory)."""
    speeds = [kinematics.speed_rpm(cutting_speed_m_min=230 * FOOT_MIN, diameter_mm=d * MM_PER_INCH) for d in (0.5, 0.75)]
    area = math.pi / 4 * 0.75**2
    # The book multiplies by a rounded 1.5/area; its rate is one unit of the last digit above the exact one.
    rate_in = 1.50 / area
    removal = kinematics.removal_mm3_min(
        diameter_mm=0.75 * MM_PER_INCH, start_diameter_mm=0, feed_mm_rev=rate_in * MM_PER_INCH / speeds[1], speed_rpm=speeds[1]
    )
    assert removal / MM_PER_INCH**3 == pytest.approx(1.50)
    expected_rate = 2.35
    assert [expected_rate / n for n in speeds] == [pytest.approx(0.00134, abs=5e-6), pytest.approx(0.0020, abs=5e-5)]
    point = kinematics.point_length_mm(diameter_mm=0.75 * MM_PER_INCH, point_angle_deg=118)
    travel = kinematics.travel_mm(approach_mm=0, depth_mm=MM_PER_INCH, point_length_mm=point, breakthrough_mm=0)
    time_min = kinematics.cut_time_s(travel_mm=travel, feed_mm_rev=expected_rate * MM_PER_INCH / speeds[1], speed_rpm=speeds[1]) / 60
    assert time_min == pytest.approx(0.522, abs=0.0015)


def test_groover_hundred_holes() -> None:
    """Groover, NC drilling problem: 100 holes 3/4 in in 1.75 in aluminium, 300 ft/min, 0.015 in/rev, 100° point, pitch 1.5 in,
    traverse 15 in/min, clearance 0.5 in, retract at twice the feed (from memory)."""
    speed = kinematics.speed_rpm(cutting_speed_m_min=300 * FOOT_MIN, diameter_mm=0.75 * MM_PER_INCH)
    feed = 0.015 * MM_PER_INCH
    point = kinematics.point_length_mm(diameter_mm=0.75 * MM_PER_INCH, point_angle_deg=100)
    travel = kinematics.travel_mm(approach_mm=0.5 * MM_PER_INCH, depth_mm=1.75 * MM_PER_INCH, point_length_mm=point, breakthrough_mm=0)
    one = kinematics.cut_time_s(travel_mm=travel, feed_mm_rev=feed, speed_rpm=speed) / 60
    # A move from the last hole is not counted: 99 pitches.
    assert one == pytest.approx(0.112, abs=0.0005)
    assert 100 * one * 1.5 + 99 * 1.5 / 15 == pytest.approx(26.7, abs=0.05)


def test_kalpakjian_tripled_diameter_removes_nine_times() -> None:
    """Kalpakjian & Schmid: 0.3 in, 300 rpm, 0.005 in/rev, then three times the diameter: 0.106 and 0.954 in³/min (from memory)."""
    rates = [
        kinematics.removal_mm3_min(diameter_mm=d * MM_PER_INCH, start_diameter_mm=0, feed_mm_rev=0.005 * MM_PER_INCH, speed_rpm=300)
        / MM_PER_INCH**3
        for d in (0.3, 0.9)
    ]
    assert rates == [pytest.approx(0.106, abs=0.0005), pytest.approx(0.954, abs=0.0005)]


@pytest.mark.parametrize(
    ("ratio", "a", "b", "j"),
    [
        (0.03, 1.000, 1.100, 0.001),
        (0.05, 1.005, 1.140, 0.003),
        (0.08, 1.015, 1.200, 0.006),
        (0.10, 1.020, 1.235, 0.010),
        (0.13, 1.040, 1.270, 0.017),
        (0.18, 1.085, 1.355, 0.030),
        (0.20, 1.105, 1.380, 0.040),
        (0.25, 1.155, 1.445, 0.065),
        (0.30, 1.235, 1.500, 0.090),
        (0.35, 1.310, 1.575, 0.120),
        (0.40, 1.395, 1.620, 0.160),
    ],
)
def test_handbook_chisel_factors(ratio: float, a: float, b: float, j: float) -> None:
    """Machinery's Handbook, chisel-edge factors A, B, J (from memory), by the closed forms of Shaw & Oxford 1957."""
    assert diameter_feed.torque_factor(ratio=ratio, solid=True) == pytest.approx(a, rel=0.008)
    assert diameter_feed.thrust_factor(ratio=ratio, solid=True) == pytest.approx(b, rel=0.009)
    one_inch = diameter_feed.indentation_n(kd_thrust_lbf_in2=1, diameter_mm=25.4, chisel_ratio=ratio, wear_factor=1) / N_PER_LBF
    # J is printed to three places, the last of them rounded down as often as up.
    assert one_inch == pytest.approx(j, abs=0.0035)


def test_handbook_chisel_factor_at_015_is_a_printed_anomaly() -> None:
    """Machinery's Handbook prints A = 1.080 at c/d 0.15 (from memory). It does not lie between its neighbours' curve; the
    closed form gives 1.056 and is used."""
    assert diameter_feed.torque_factor(ratio=0.15, solid=True) == pytest.approx(1.056, abs=0.0005)


@pytest.mark.parametrize(
    ("feed_in", "printed"),
    [
        (0.001, 0.004),
        (0.002, 0.007),
        (0.005, 0.014),
        (0.008, 0.021),
        (0.010, 0.025),
        (0.015, 0.035),
        (0.020, 0.044),
        (0.025, 0.052),
        (0.040, 0.076),
        (0.060, 0.105),
    ],
)
def test_handbook_feed_factor(feed_in: float, printed: float) -> None:
    """Machinery's Handbook, feed factor Ff in inch units (from memory), to its last printed digit."""
    factor = diameter_feed.torque_nm(
        kd_torque_lbf_in2=1, feed_mm_rev=feed_in * MM_PER_INCH, diameter_mm=MM_PER_INCH, factor_a=1, wear_factor=1
    )
    assert factor / NM_PER_LBF_IN == pytest.approx(printed, abs=0.00051)


@pytest.mark.parametrize(
    ("inch", "thrust", "torque"),
    [
        (1 / 8, 0.189, 0.024),
        (1 / 4, 0.330, 0.082),
        (3 / 8, 0.456, 0.171),
        (1 / 2, 0.574, 0.287),
        (3 / 4, 0.794, 0.596),
        (7 / 8, 0.899, 0.786),
        (1.25, 1.195, 1.494),
        (2.0, 1.741, 3.482),
    ],
)
def test_handbook_diameter_factors(inch: float, thrust: float, torque: float) -> None:
    """Machinery's Handbook, drill diameter factors FT and FM in inch units (from memory), to the last printed digit. Left out:
    1/16 in, printed FT 0.110 where the law the other rows follow gives 0.1088."""
    size = {"feed_mm_rev": MM_PER_INCH, "diameter_mm": inch * MM_PER_INCH, "wear_factor": 1}
    assert diameter_feed.torque_nm(kd_torque_lbf_in2=1, factor_a=1, **size) / NM_PER_LBF_IN == pytest.approx(torque, abs=0.00051)
    found = diameter_feed.thrust_n(kd_thrust_lbf_in2=0.5, factor_b=1, indentation_n=0, **size) / N_PER_LBF
    assert found == pytest.approx(thrust, abs=0.00051)


def test_shaw_oxford_original_steel() -> None:
    """Shaw & Oxford 1957, SAE 3245 near 200 HB: M = 25 200 f^0.8 d^1.8 lbf·in (from memory). The handbook's Kd lies about 3 %
    above it for the same steel; ten per cent covers the two hardnesses."""
    ours = 24000 * diameter_feed.torque_factor(ratio=0.18, solid=True)
    assert ours == pytest.approx(25200, rel=0.10)


@pytest.mark.parametrize(
    ("diameter", "feed", "torque", "thrust"),
    [(6, 0.12, 2.1, 860), (10, 0.20, 8.8, 2050), (16, 0.25, 27.1, 3830), (20, 0.30, 48.9, 5440), (30, 0.40, 139, 9980)],
)
def test_kosilova_steel_of_680(diameter: float, feed: float, torque: float, thrust: float) -> None:
    """Kosilova & Meshcheryakov, steel of 680 N/mm², HSS, thinned point: torque and thrust worked by hand from the printed
    constants 0.0345, 2.0, 0.8 and 68, 1.0, 0.7 (from memory), to the digits given."""
    from bore.case.read import read_case
    from bore.loads.assemble import columns_of
    from bore.schools import power_law
    from tests.asking import plain_case

    case = plain_case(hole__diameter_mm=diameter, cutter__point="thinned", machine__holder={"kind": "morse", "size": 4})
    columns = columns_of(read_case(case))
    assert power_law.torque(columns, feed) == pytest.approx(torque, rel=0.015)
    assert power_law.thrust(columns, feed) == pytest.approx(thrust, rel=0.015)


def test_unit_power_conversion() -> None:
    """One hp/(in³/min) is 2.7303 W·s/mm³ (definition)."""
    assert pytest.approx(2.7303, abs=5e-5) == W_S_PER_MM3_PER_HP_IN3_MIN


class TestShareInsideTheBand:
    """Methods the project does not use, on medium steel of 200 HB, sharp, standard point, against its band."""

    drills = ((6, 0.12), (10, 0.20), (16, 0.25), (20, 0.30), (30, 0.40))

    @staticmethod
    def others(d: float, f: float) -> list[tuple[str, float]]:
        """Shaw's own dimensional form for 200 HB (Metal Cutting Principles); CMTI's Machine Tool Design Handbook with K 2.22, its
        power turned to torque at any speed; the German textbooks' drilling constants for Ck60 and St50 (Spur, Dubbel). All
        from memory."""
        cmti_torque = 1.25 * d**2 * 2.22 * (0.056 + 1.5 * f) / 1e5 * 9549.3
        cmti_thrust = 1.16 * 2.22 * d * (100 * f) ** 0.85 * 9.80665
        chip, width = f / 2 * math.sin(math.radians(59)), d / 2 / math.sin(math.radians(59))
        found = [("torque_nm", 0.634 * f**0.8 * d**1.8), ("thrust_n", 1446 * f**0.8 * d**0.8 + 4.31 * d**2)]
        found += [("torque_nm", cmti_torque), ("thrust_n", cmti_thrust)]
        for kc, one_less_mc, kf, one_less_mf in ((2200, 0.87, 1170, 0.57), (1960, 0.82, 1250, 0.70)):
            found += [("torque_nm", width * kc * chip**one_less_mc * d / 2 / 1000), ("thrust_n", 2 * width * kf * chip**one_less_mf)]
        return found

    def test_all_but_one_in_forty_fall_inside_and_none_above(self) -> None:
        """39 of 40 fall inside. The one that does not is the torque of a 6 mm drill by a German drilling constant, which carries no
        correction for chip compression or speed; it lies 3 % below the low side, on the safe side."""
        from tests.asking import checked, plain_case

        inside = total = 0
        for d, f in self.drills:
            loads = checked(plain_case(hole__diameter_mm=d, setting__feed_mm_rev=f, machine__holder={"kind": "side-lock"})).result.loads
            for quantity, value in self.others(d, f):
                band = getattr(loads, quantity)
                inside += band.low <= value <= band.high
                total += 1
                assert value <= band.high
                assert value >= 0.96 * band.low
        assert (inside, total) == (39, 40)


def test_machinerys_handbook_spade_drilling() -> None:
    """Machinery's Handbook, spade drills: B = 148 500 uhp f D pounds and hp = uhp π D²/4 f N, for a 2 in blade in 1045 of 275 HB,
    uhp 0.94, 124 rpm; the feed of the book's example is not remembered, 0.010 in/rev is used both sides (from memory)."""
    from bore.cutters.spade import unit_power
    from bore.mechanics.kinematics import power_kw

    energy = unit_power.spade_energy_w_s_mm3(unit_hp_in3_min=0.94, wear_factor=1.0)
    solid = {"energy_w_s_mm3": energy, "feed_mm_rev": 0.254, "diameter_mm": 50.8, "start_diameter_mm": 0.0}
    assert unit_power.spade_thrust_n(**solid) / N_PER_LBF == pytest.approx(148_500 * 0.94 * 0.010 * 2, rel=2e-3)
    torque = specific_energy.torque_nm(**solid)
    assert power_kw(torque_nm=torque, speed_rpm=124) / KW_PER_HP == pytest.approx(0.94 * math.pi * 4 / 4 * 0.010 * 124, rel=2e-3)
    assert unit_power.unit_power_hp_in3_min("steel", 275) == 0.94


@pytest.mark.parametrize(
    ("size", "letter", "grade", "low_um", "high_um"),
    [
        (20, "H", 7, 0, 21), (20, "P", 7, -35, -14), (20, "N", 7, -28, -7), (20, "M", 7, -21, 0), (20, "K", 7, -15, 6),
        (20, "JS", 7, -10.5, 10.5), (20, "G", 7, 7, 28), (20, "F", 7, 20, 41), (20, "E", 9, 40, 92), (20, "D", 10, 65, 149),
        (8, "P", 7, -24, -9), (8, "N", 9, -36, 0), (8, "K", 7, -10, 5), (8, "F", 8, 13, 35), (8, "H", 9, 0, 36),
        (5, "K", 6, -6, 2), (5, "G", 6, 4, 12), (5, "P", 6, -17, -9), (12, "M", 7, -18, 0), (12, "D", 9, 50, 93),
        (40, "M", 6, -20, -4), (40, "N", 7, -33, -8), (40, "P", 7, -42, -17), (40, "F", 7, 25, 50), (40, "H", 8, 0, 39),
        (60, "K", 7, -21, 9), (60, "G", 7, 10, 40), (60, "D", 9, 100, 174), (100, "P", 7, -59, -24), (100, "F", 8, 36, 90),
    ],
)  # fmt: skip
def test_limits_of_holes_by_their_fit(size: float, letter: str, grade: int, low_um: float, high_um: float) -> None:
    """ISO 286-2, limit deviations of holes (from memory)."""
    low, high = hole_limits_mm(size, letter, grade, "plan.hole")
    assert ((low - size) * 1000, (high - size) * 1000) == pytest.approx((low_um, high_um), abs=0.06)
