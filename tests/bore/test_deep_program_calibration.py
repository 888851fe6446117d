"""Deep holes, programs read back, and calibration: closed forms, facts of the trade, refusals."""

import copy
import json
import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.plan.deep_hole import DeepHole, deep_hole
from bore.program.read import read_program
from bore.quantities.calibrations import Calibration
from bore.schools.band import calibrated
from tests.answers import deep_hole_answer, program_answer
from tests.asking import BASES, answered, bore_command, checked, hand_case, limit_of, plain_case, put


def deep(times: float, kind: str = "gun", **changes: Any) -> DeepHole:
    case = copy.deepcopy(BASES["gun"])
    case["hole"]["depth_mm"] = times * 10
    case["cutter"] |= {"tube_length_mm": 3000}
    if kind != "gun":
        case["machine"] = copy.deepcopy(BASES["tipped"]["machine"])
        case["hole"]["start"] = {"kind": "pilot"}
    for path, value in changes.items():
        put(case, path.replace("__", "."), value)
    return deep_hole(read_case(case))


class TestDeepHole:
    @pytest.mark.parametrize(
        ("times", "stages", "tool"), [(30, 1, "brazed"), (40, 1, "brazed"), (60, 1, "solid"), (80, 1, "solid"), (100, 3, "stages")]
    )
    def test_stages_on_a_machining_centre(self, times: float, stages: int, tool: str) -> None:
        """40 D with a brazed head, 80 D with solid carbide, 120 D in three stages, each a little smaller (common practice)."""
        found = deep(times, "centre")
        assert len(found.stages) == stages
        assert tool in found.stages[0].tool
        assert found.stages[-1].to_depth_mm == times * 10
        sizes = [stage.diameter_mm for stage in found.stages]
        assert sizes == sorted(sizes, reverse=True)
        assert found.bush is None
        assert found.steady_rests == 0

    def test_beyond_120_diameters_is_refused_in_words(self) -> None:
        with pytest.raises(BadInput) as caught:
            deep(130, "centre")
        assert "1200 mm" in caught.value.problems[0].message

    def test_a_gun_drilling_machine_goes_full_depth_with_bush_and_rests(self) -> None:
        found = deep(120)
        assert len(found.stages) == 1
        assert found.bush
        assert found.pilot_diameter_mm is None
        assert found.steady_rests >= 2
        assert found.span_mm <= 400
        assert found.fastest_rpm >= 2400

    @pytest.mark.parametrize("kind", ["gun", "centre"])
    def test_lengths_add_up_and_reach(self, kind: str) -> None:
        """Machining centre: hole, regrind, chips, driver. Gun-drilling machine: hole, regrind, bush holder with seal, the widths of
        the rests, driver (common practice)."""
        for stage in deep(35, kind).stages:
            parts = dict(stage.length_parts)
            assert stage.length_mm == pytest.approx(sum(parts.values()))
            assert set(parts) == (
                {"hole", "regrind", "bush holder and seal", "steady rests", "driver"}
                if kind == "gun"
                else {"hole", "regrind", "chips", "driver"}
            )
            assert stage.length_mm > stage.to_depth_mm + 50

    def test_pilot_is_a_little_over_and_one_to_three_diameters_deep(self) -> None:
        found = deep(30, "centre")
        assert found.pilot_diameter_mm == pytest.approx((10.01, 10.03))
        assert 10 <= found.pilot_depth_mm <= 30

    def test_coolant_against_the_pump(self) -> None:
        """10 mm wants 40 bar and 20 l/min (VDI 3210, from memory): p Q / 600 η = 1.57 kW; a small pump is not enough."""
        found = deep(30).coolant
        assert (found.pressure_bar, found.flow_l_min) == pytest.approx((40, 20))
        assert found.pump_kw == pytest.approx(40 * 20 / 600 / 0.85)
        assert found.enough is True
        assert deep(30, machine__coolant__flow_l_min=5).coolant.enough is False
        assert deep(30, machine__coolant__flow_l_min=0).coolant.enough is None

    def test_the_order_of_work_enters_slowly_and_leaves_stopped(self) -> None:
        for kind in ("gun", "centre"):
            found = deep(30, kind)
            assert "stopped" in found.procedure[-1]
            assert any("Coolant on" in line for line in found.procedure)
            assert found.order
            json.dumps(deep_hole_answer(found), allow_nan=False)

    def test_no_other_drill_makes_a_deep_hole(self) -> None:
        with pytest.raises(BadInput, match="gun-drilled"):
            deep_hole(read_case(plain_case()))


class TestProgram:
    @pytest.mark.parametrize(
        ("text", "speed", "rate", "feed"),
        [
            ("S300 F127", 300, 127, 0.4233),
            ("300 rpm 5 in/min", 300, 127, 0.4233),
            ("5 ipm at 300 rpm", 300, 127, 0.4233),
            ("333 rpm at 0.007 in/rev", 333, 59.2, 0.1778),
            ("G20 G81 X1. Y2. Z-1.25 R.1 F5. S300 M3", 300, 127, 0.4233),
            ("N10 S1200 M3\nG21 G83 X10 Y10 Z-60 R2 Q8 F180 (oil gallery)", 1200, 180, 0.15),
            ("G95 S500 F0,2", 500, 100, 0.2),
        ],
    )
    def test_reads_back(self, text: str, speed: float, rate: float, feed: float) -> None:
        """300 rpm with 5 in/min is 0.0167 in/rev, and 333 rpm at 0.007 in/rev is 2.33 in/min (common practice)."""
        found = read_program(text)
        assert (found.speed_rpm, found.feed_rate_mm_min) == (speed, pytest.approx(rate, rel=2e-3))
        assert found.feed_mm_rev == pytest.approx(feed, rel=1e-3)

    def test_a_canned_cycle_says_its_depth_and_pecks(self) -> None:
        found = read_program("G83 Z-60 R2 Q8 F180 S1200")
        assert (found.cycle, found.depth_mm, found.peck_mm) == ("peck, full retract", 60, 8)
        assert read_program("G20 G73 Z-2. Q.25 F4 S800").peck_mm == pytest.approx(6.35)

    @pytest.mark.parametrize(
        ("text", "words"),
        [
            ("", "needed"),
            ("fast", "no speed and feed"),
            ("300 rpm", "no feed"),
            ("S0 F10", "above nought"),
            ("G96 S80 F0.2", "G96"),
            ("F127", "no speed"),
        ],
    )
    def test_what_cannot_be_read_is_said(self, text: str, words: str) -> None:
        with pytest.raises(BadInput) as caught:
            read_program(text)
        assert caught.value.problems[0].field == "program"
        assert words in caught.value.problems[0].message

    @settings(max_examples=150)
    @given(st.one_of(st.text(max_size=40), st.from_regex(r"[GSFZQRXY0-9. \-rpminfe/]{0,40}", fullmatch=True)))
    def test_any_text_is_read_or_refused(self, text: str) -> None:
        said, speed, feed = "", 1.0, 1.0
        try:
            found = read_program(text)
            speed, feed = found.speed_rpm, found.feed_mm_rev
        except BadInput as error:
            said = error.problems[0].message
        assert said or (speed > 0 and math.isfinite(feed))

    def test_the_check_says_what_it_hides(self) -> None:
        """300 rpm and 127 mm/min on an 8 mm drill crowds it: two to three times what it takes (common practice)."""
        case = plain_case(hole__diameter_mm=8, machine__spindle__stages=[{"speed_rpm": 300}])
        found = program_answer({"program": "S300 F127", "case": case})
        crowd = limit_of(found["check"], "crowd")
        assert crowd["verdict"] == "gives-way"
        assert 2 <= found["feed_mm_rev"] / found["check"]["book"]["feed_mm_rev"] <= 3
        assert program_answer({"program": "S300 F127"})["check"] is None
        for wrong in ({}, {"program": 3}, {"program": "S300 F127", "case": 7}, []):
            with pytest.raises(BadInput):
                program_answer(wrong)


class TestCalibration:
    def test_the_band_moves_and_narrows(self) -> None:
        """Factor on the middle; each edge's distance in logarithms drawn in to the share that is left."""
        plain = checked(plain_case()).result.loads
        set_right = checked(plain_case(setting__torque_factor=1.2, setting__torque_spread_left=0.5)).result.loads
        assert set_right.torque_nm.middle == pytest.approx(1.2 * plain.torque_nm.middle)
        reach = math.log(plain.torque_nm.high / plain.torque_nm.middle)
        assert math.log(set_right.torque_nm.high / set_right.torque_nm.middle) == pytest.approx(reach / 2)
        assert set_right.thrust_n == plain.thrust_n
        assert calibrated(plain.torque_nm, Calibration()) is plain.torque_nm

    def test_a_hand_goes_further_where_thrust_is_less_than_said(self) -> None:
        feeds = [answered(hand_case(140, setting__thrust_factor=factor))["setting"]["feed_mm_rev"] for factor in (1.2, 1.0, 0.8)]
        assert feeds == sorted(feeds)


@pytest.mark.parametrize(
    ("command", "data", "key"),
    [
        ("ways-out", BASES["power"], "ways"),
        ("match", BASES["power"], "pairings"),
        ("deep-hole", BASES["gun"], "stages"),
        ("program", {"program": "S300 F127"}, "feed_mm_rev"),
    ],
)
def test_each_is_a_command(command: str, data: dict[str, Any], key: str) -> None:
    found = bore_command(command, "-", stdin=json.dumps(data))
    assert found.returncode == 0, found.stderr
    assert key in json.loads(found.stdout)
