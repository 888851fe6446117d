"""A machine from its plate: text read as it is printed, pulleys, speeds, curves, scale readings; the drawing that follows; sets by name."""

import json
import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bore.base.errors import BadInput
from bore.case.records import check_cutter, read_machine
from bore.cutters.registry import BY_ID
from bore.cutters.sets import read_set
from bore.machines.paste import read_curve, read_pulleys, read_readings, read_speeds
from bore.machines.plate_text import read_plate
from bore.pictures.machine import describe, rated_diameters
from tests.answers import described_answer
from tests.asking import ROOT

DEMO = {one["slug"]: one["spec"] for one in json.loads((ROOT / "shop" / "demo" / "machines.json").read_text(encoding="utf-8"))}
P = "machine.spindle.plate."


@pytest.mark.parametrize(
    ("text", "found"),
    [
        (
            "1,5 kW 400 V 3,4 A cos φ 0,80 1420 min⁻¹ 50 Hz S1",
            {"output_kw": 1.5, "volts": 400, "amps": 3.4, "power_factor": 0.8, "speed_rpm": 1420, "frequency_hz": 50},
        ),
        ("230/400 V  5.9/3.4 A  cosphi 0.80  eff 80 %", {"volts": 400, "amps": 3.4, "power_factor": 0.8, "motor_efficiency": 0.8}),
        ("input 550W 230V 1400/min", {"input_kw": 0.55, "volts": 230, "speed_rpm": 1400}),
        ("P1 1150 W", {"input_kw": 1.15}),
        ("3/4 hp 115 V 60 Hz 1725 RPM", {"output_kw": 0.55927, "volts": 115, "frequency_hz": 60, "speed_rpm": 1725}),
        ("2 HP", {"output_hp": 2}),
        ("2 PS", {"output_kw": 1.471}),
        ("0.37 kW η 0.62", {"output_kw": 0.37, "motor_efficiency": 0.62}),
    ],
)
def test_a_plate_is_read_as_it_is_printed(text: str, found: dict[str, float]) -> None:
    plate = {one.field.removeprefix(P): one.value for one in read_plate(text).readings if one.field.startswith(P)}
    assert plate == pytest.approx(found, rel=1e-4)


def test_a_plate_names_the_motor_and_duty_and_leaves_the_rest_to_be_seen() -> None:
    read = read_plate("3~ 1.1 kW S6-40% IP 54 No 8812")
    assert {one.field: one.value for one in read.readings} == {
        "machine.spindle.motor": "three-phase",
        f"{P}output_kw": 1.1,
        "machine.spindle.duty": "S6",
    }
    assert read.left == "IP 54 No 8812"


@given(st.text(max_size=300))
def test_any_text_can_stand_on_a_plate(text: str) -> None:
    for one in read_plate(text).readings:
        assert isinstance(one.value, str) or math.isfinite(one.value)


def test_volts_and_amps_come_to_the_worked_example() -> None:
    """400 V, 3.4 A, 0.80, 0.80 on three phases: 1.51 kW (worked by hand: √3 · 400 · 3.4 · 0.8 · 0.8)."""
    plate = {one.field.removeprefix(P): one.value for one in read_plate("400 V 3.4 A cos φ 0.80 eff 0.80").readings}
    machine = read_machine(
        {
            "kind": "column-press",
            "spindle": {"plate": plate, "motor": "three-phase", "stages": [{"speed_rpm": 300}]},
            "feed": {"kind": "hand-lever"},
        }
    )
    assert machine.spindle.power_kw == pytest.approx(1.51, abs=0.005)


@pytest.mark.parametrize(
    ("read", "text", "found"),
    [
        (
            read_pulleys,
            "A: 50/125; 60 to 100",
            [{"motor_pulley_mm": 50, "spindle_pulley_mm": 125, "name": "A"}, {"motor_pulley_mm": 60, "spindle_pulley_mm": 100}],
        ),
        (read_pulleys, "2in/5in", [{"motor_pulley_mm": 50.8, "spindle_pulley_mm": 127}]),
        (
            read_pulleys,
            "45/120 via 110/60 gear 4 @ 81 rpm",
            [{"motor_pulley_mm": 45, "spindle_pulley_mm": 120, "idler_in_mm": 110, "idler_out_mm": 60, "reduction": 4, "measured_rpm": 81}],
        ),
        (
            read_speeds,
            "low 1: 63\nlow 2 100 rpm\n60-4000",
            [{"name": "low 1", "speed_rpm": 63}, {"name": "low 2", "speed_rpm": 100}, {"min_rpm": 60, "max_rpm": 4000}],
        ),
        (read_curve, "1000 2\n500\t2", [[500, 2], [1000, 2]]),
        (read_readings, "20 lbf 100 lbf", [{"hand_force_n": 88.96, "thrust_n": 444.82}]),
    ],
)
def test_lists_are_read_as_they_are_pasted(read: Any, text: str, found: list[Any]) -> None:
    assert read(text) == found


@pytest.mark.parametrize(
    ("read", "text"),
    [
        (read_pulleys, "50"),
        (read_pulleys, ""),
        (read_speeds, "fast"),
        (read_speeds, "1; " * 70),
        (read_curve, "500 3"),
        (read_curve, "a b; c d"),
        (read_readings, "100 N"),
        (read_readings, "1000 N 5 kg"),
    ],
)
def test_what_is_no_such_list_is_refused_in_words(read: Any, text: str) -> None:
    with pytest.raises(BadInput, match=r"accepted"):
        read(text)


def test_a_supply_of_sixty_turns_every_belt_speed_faster_by_a_fifth() -> None:
    """A plate for 50 Hz on a 60 Hz supply: 1.2 times every speed, less torque by the same (common practice)."""
    spec = {**DEMO["b3"], "spindle": DEMO["b3"]["spindle"] | {"plate": DEMO["b3"]["spindle"]["plate"] | {"supply_hz": 60}}}
    for before, after in zip(describe(DEMO["b3"]).speeds, describe(spec).speeds, strict=True):
        measured = before.speed_rpm == 745
        assert after.speed_rpm == pytest.approx(before.speed_rpm * (1 if measured else 1.2), rel=1e-3)


def test_the_chain_is_the_plates_power_less_each_loss() -> None:
    chain = {link.id: link for link in describe(DEMO["b3"]).chain}
    assert chain["input"].value == pytest.approx(0.55)
    assert chain["spindle"].value == pytest.approx(chain["input"].value * chain["motor-efficiency"].value * chain["drive"].value)
    assert all(step.formula.source for link in chain.values() for step in link.steps)
    assert chain["spindle"].steps


def test_a_range_has_its_torque_below_its_base_speed_and_its_power_above() -> None:
    curve = describe(DEMO["v1"]).curves[0]
    below = [torque for rpm, torque in zip(curve.speed_rpm, curve.torque_nm, strict=True) if rpm <= 1500]
    above = [power for rpm, power in zip(curve.speed_rpm, curve.power_kw, strict=True) if rpm >= 1500]
    assert max(below) == pytest.approx(min(below), rel=1e-6)
    assert max(above) == pytest.approx(min(above), rel=1e-6)


@pytest.mark.parametrize(
    ("slug", "metal", "within"), [("b1", "steel", 1), ("b2", "steel", 1), ("b3", "steel", 1), ("c1", "steel", 1), ("c2", "steel", 3)]
)
def test_a_press_drills_what_its_plate_says(slug: str, metal: str, within: float) -> None:
    """Plates rate a press for mild steel, from solid (common practice): what is worked out stands within a size or two of it."""
    rated = next(one for one in rated_diameters(DEMO[slug]) if one.metal == metal)
    assert rated.plate_mm is not None
    assert rated.computed_mm == pytest.approx(rated.plate_mm, abs=within)


def test_a_motor_of_half_the_power_drills_no_wider() -> None:
    weak = {**DEMO["c3"], "spindle": DEMO["c3"]["spindle"] | {"power_kw": 0.3}}
    strong, less = rated_diameters(DEMO["c3"])[0], rated_diameters(weak)[0]
    assert less.computed_mm is not None
    assert strong.computed_mm is not None
    assert less.computed_mm < strong.computed_mm


forces = st.floats(40, 300)


@given(st.floats(3, 39), st.floats(0, 39), st.lists(forces, min_size=3, max_size=8))
def test_a_scale_test_finds_the_lever_it_was_made_with(ratio: float, spring: float, pulls: list[float]) -> None:
    """Readings made up from a ratio and a spring give both back, where the pulls stand far enough apart to tell them."""
    if max(pulls) < 1.3 * min(pulls):
        pulls = [*pulls, min(pulls) * 1.5]
    readings = [{"hand_force_n": pull, "thrust_n": ratio * (pull - spring)} for pull in pulls if ratio * (pull - spring) >= 1]
    if len(readings) < 3 or max(one["hand_force_n"] for one in readings) < 1.26 * min(one["hand_force_n"] for one in readings):
        return
    feed = {"kind": "hand-lever", "lever_length_mm": 400, "pinion_radius_mm": 10, "scale_test": readings}
    machine = {"kind": "bench-press", "spindle": {"power_kw": 0.5, "stages": [{"speed_rpm": 500}]}, "feed": feed}
    hand = describe(machine).hand
    assert hand is not None
    assert hand.test is not None
    assert hand.force_ratio == pytest.approx(ratio, rel=1e-6)
    assert hand.return_spring_n == pytest.approx(spring, abs=1e-4)
    assert hand.test.scatter < 1e-6


def test_a_tailstock_is_tried_on_a_scale_too() -> None:
    feed = DEMO["l1"]["feed"] | {"efficiency": None, "scale_test": [{"hand_force_n": 100, "thrust_n": 2500}]}
    hand = describe({**DEMO["l1"], "feed": feed}).hand
    assert hand is not None
    assert hand.force_ratio == pytest.approx(25)


@pytest.mark.parametrize("slug", sorted(DEMO))
def test_every_demo_machine_is_drawn_in_figures_that_are_figures(slug: str) -> None:
    def finite(value: Any) -> bool:
        if isinstance(value, dict | list):
            return all(finite(inner) for inner in (value.values() if isinstance(value, dict) else value))
        return not isinstance(value, float) or math.isfinite(value)

    assert finite(described_answer(describe(DEMO[slug])))


@pytest.mark.parametrize(
    ("text", "count", "first", "last"),
    [
        ("HSS jobber 1-13 x 0.5", 25, 1, 13),
        ("#1-#60", 60, 1.016, 5.7912),
        ("A-Z", 26, 5.9436, 10.4902),
        ("1/16-1/2 x 1/64", 29, 1.5875, 12.7),
        ("annular HSS 12-50 x 2, 30 deep", 20, 12, 50),
        ("taps M3-M12", 7, 3, 12),
        ("1-1/4 in", 1, 31.75, 31.75),
        ("cobalt stub 3, 4 and 5", 3, 3, 5),
        ("HSS-Co split 5-6 by 0,1", 11, 5, 6),
    ],
)
def test_sets_have_the_sizes_on_their_lids(text: str, count: int, first: float, last: float) -> None:
    """Number drills run from 0.0400 in (#60) to 0.2280 in (#1), letters from 0.234 to 0.413 in (ASME B94.11M, from memory)."""
    found = read_set(text)
    assert len(found.cutters) == count
    assert (found.sizes[0].diameter_mm, found.sizes[-1].diameter_mm) == pytest.approx((first, last), abs=1e-4)
    for _, spec in found.cutters:
        check_cutter(spec)


@pytest.mark.parametrize("family", sorted(BY_ID))
def test_every_family_can_be_put_in_by_its_name(family: str) -> None:
    found = read_set(f"{BY_ID[family].kind.words}s 8; 10")
    assert [spec["family"] for _, spec in found.cutters] == [family, family]


def test_a_thread_keeps_the_pitch_it_is_called_by() -> None:
    found = [spec["pitch_mm"] for _, spec in read_set("taps M8, M8x1, M10 x 1.25").cutters]
    assert found == [1.25, 1.0, 1.25]
    assert read_set("a tap for M20x1.5, 1.5 mm pitch").cutters[0][1]["pitch_mm"] == 1.5


@pytest.mark.parametrize(
    "text",
    [
        *("", "x" * 201, "HSS jobber", "1-13", "13-1 x 0.5", "1-13 x 0", "0.1-100 x 0.1", "M5 drill", "HSS 8, 30 deep", "#99", "1-2 x a"),
        # A run of threads, and a pitch said after the thread, say nothing else than the thread does.
        *("M10x1-M12x1 taps", "taps M3-M12, 1 mm pitch", "a tap for M10, 1 mm pitch"),
    ],
)
def test_what_is_no_set_is_refused_in_words(text: str) -> None:
    with pytest.raises(BadInput) as refused:
        read_set(text)
    assert refused.value.problems[0].field == "text"
