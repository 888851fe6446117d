"""The project's tables and formulas against general-purpose packages from the registries.

Where a package is known to be wrong its rows are left out, and why stands beside them.
"""

import csv
import importlib.util
import math
from fractions import Fraction
from pathlib import Path

import fluids
import pressfit.tables as pressfit
import pytest

from bore.mechanics import coolant
from bore.plan.callout import pipe_threads, read_drawn
from bore.quantities.drill_sizes import GAUGE_INCHES, read_drill_size
from bore.quantities.threads import all_metric, tap_drill_mm
from bore.quantities.tolerances import grade_um


def warehouse(name: str) -> list[dict[str, str]]:
    """A table of bd-warehouse, read from its folder without importing it: its CAD kernel is not needed for a CSV."""
    found = importlib.util.find_spec("bd_warehouse")
    assert found is not None
    assert found.submodule_search_locations
    with (Path(found.submodule_search_locations[0]) / "data" / name).open(encoding="utf-8") as file:
        return list(csv.DictReader(file, skipinitialspace=True))


# Rounded to whole millimetres in the package: ISO 273 prints 13.5 and 14.5, 15.5 and 16.5, 17.5 and 18.5 (from memory).
ROUNDED_CLEARANCES = {12.0, 14.0, 16.0}
CLEARANCES = [
    row for row in warehouse("clearance_hole_sizes.csv") if row["Size"].startswith("M") and float(row["Size"][1:]) in all_metric()
]


@pytest.mark.parametrize("row", CLEARANCES, ids=[row["Size"] for row in CLEARANCES])
def test_clearance_holes(row: dict[str, str]) -> None:
    """ISO 273 fine, medium and coarse against bd-warehouse's close, normal and loose."""
    size = all_metric()[float(row["Size"][1:])]
    assert size.fine_mm == float(row["Close"])
    if size.diameter_mm in ROUNDED_CLEARANCES:
        assert (size.medium_mm, size.wide_mm) == (float(row["Normal"]) - 0.5, float(row["Loose"]) - 0.5)
    else:
        assert (size.medium_mm, size.wide_mm) == (float(row["Normal"]), float(row["Loose"]))


def taps() -> list[tuple[float, float, float]]:
    """Diameter, pitch and soft-metal tap drill of each metric row, but for rows whose tap drill is faulty."""
    found = []
    for row in warehouse("tap_hole_sizes.csv"):
        size = row["Size"]
        if size.startswith("M") and "-" in size:
            diameter, pitch = (float(part) for part in size[1:].split("-"))
            if (diameter, pitch) not in {(22, 2.5), (21, 2)}:
                found.append((diameter, pitch, float(row["Soft"])))
    return found


@pytest.mark.parametrize(("diameter", "pitch", "drill"), [one for one in taps() if one[0] in all_metric()], ids=str)
def test_tap_drills(diameter: float, pitch: float, drill: float) -> None:
    """Tap drills of coarse and fine metric threads against bd-warehouse's for soft metal; some rows there differ by the
    nearest stock drill, never by more than 0.1 mm under 16 and 0.25 mm above."""
    assert tap_drill_mm(diameter, pitch) == pytest.approx(drill, abs=0.11 if diameter < 16 else 0.26)


def test_number_and_letter_drills() -> None:
    """Number and letter drills against bd-warehouse, which rounds some to the nearest half thousandth."""
    for row in warehouse("drill_sizes.csv"):
        name = row["Size"].lstrip("#")
        assert GAUGE_INCHES[name] == pytest.approx(float(row["Diameter"]), abs=0.00051), name


@pytest.mark.parametrize("grade", sorted(pressfit.IT))
def test_tolerance_grades(grade: int) -> None:
    """IT5 to IT11 to 180 mm, every step, against pressfit's entry of the printed table."""
    for high, printed in zip(pressfit.IT_BANDS[:9], pressfit.IT[grade][:9], strict=True):
        assert grade_um(grade, float(high)) == printed


# Multiples of the tolerance unit for IT6 to IT13 (ISO 286-1, from memory).
MULTIPLES = {6: 10, 7: 16, 8: 25, 9: 40, 10: 64, 11: 100, 12: 160, 13: 250}


@pytest.mark.parametrize(("grade", "multiple"), MULTIPLES.items())
def test_tolerance_grades_follow_their_formula(grade: int, multiple: int) -> None:
    """i = 0.45 D^(1/3) + 0.001 D at the step's geometric mean (ISO 286-1); the printed table above 3 mm is that, rounded
    its own way, within a tenth."""
    for low, high in [(3, 6), (6, 10), (10, 18), (18, 30), (30, 50), (50, 80), (80, 120), (120, 180)]:
        middle = math.sqrt(low * high)
        unit = 0.45 * math.cbrt(middle) + 0.001 * middle
        assert grade_um(grade, middle) == pytest.approx(multiple * unit, rel=0.1)


@pytest.mark.parametrize(("flow", "hole", "count", "length"), [(10, 1.5, 2, 150), (4, 1.0, 2, 90), (30, 3.0, 2, 250), (2, 1.5, 1, 480)])
def test_pressure_through_a_drills_holes(flow: float, hole: float, count: int, length: float) -> None:
    """The fluids library on the same holes: speed, friction, sharp entry and exit; 1.5 % for Haaland against Colebrook."""
    speed = coolant.hole_speed_m_s(flow_l_min=flow, hole_mm=hole, count=count)
    reynolds = fluids.Reynolds(V=speed, D=hole / 1000, rho=998.2, mu=1.0016e-3)
    theirs = fluids.friction_factor(Re=reynolds, eD=coolant.ROUGHNESS_MM / hole)
    loss = theirs * length / hole + fluids.entrance_sharp() + fluids.exit_normal()
    factor = coolant.friction_factor(speed_m_s=speed, hole_mm=hole)
    ours = coolant.hole_pressure_bar(speed_m_s=speed, friction_factor=factor, length_mm=length, hole_mm=hole)
    assert ours == pytest.approx(loss * 998.2 * speed**2 / 2 / 1e5, rel=0.015)


@pytest.mark.parametrize(
    ("text", "diameter"),
    [
        ("M6 tap", 5.0),
        ("M10 tap", 8.5),
        ("M12 tapping drill", 10.2),
        ("M10x1 tap", 9.0),
        ("m12 site clearance", 14.0),
        ("M12 clearance", 13.5),
        ("M20 fine clearance", 21.0),
        ("M20 clearance coarse", 24.0),
        ("3/8-16 tap", float(Fraction(5, 16)) * 25.4),
        ("1/4-20 tap", 0.2 * 25.4),
    ],
)
def test_holes_named_by_their_thread(text: str, diameter: float) -> None:
    """ISO 2306 tap drills, ISO 273 clearances (from memory); site clearance is bolt and two millimetres, and the pitch of a unified
    thread is an inch over its threads (common practice): 3/8-16 has 0.0625 in and taps from 5/16."""
    assert read_drill_size(text).diameter_mm == pytest.approx(diameter, abs=0.01)


PIPES = [row for row in warehouse("iso_228_1.csv") if row["size"] in pipe_threads()]


@pytest.mark.parametrize("row", PIPES, ids=[row["size"] for row in PIPES])
def test_pipe_threads_as_drawn(row: dict[str, str]) -> None:
    """ISO 228-1 against bd-warehouse's table: major diameter, pitch, and the least and most the tapped hole may be."""
    found = read_drawn(f"G{row['size']}")
    assert found.finished_mm == float(row["major_diameter"])
    assert found.pitch_mm == pytest.approx(25.4 / float(row["tpi"]))
    least = float(row["minor_diameter"])
    assert (found.least_mm, found.most_mm) == pytest.approx((least, least + float(row["internal_minor_tolerance"])), abs=0.0015)
    assert found.least_mm < found.drilled_mm < found.most_mm


UNIFIED = [row for row in warehouse("tap_hole_sizes.csv") if "/" in row["Size"] and row["Size"].split("-")[0].count("/") == 1]


@pytest.mark.parametrize("row", UNIFIED, ids=[row["Size"] for row in UNIFIED])
def test_unified_tap_drills_as_drawn(row: dict[str, str]) -> None:
    """Unified tap drills against bd-warehouse's: its drill for soft metal leaves some 75 % of thread and its drill for hard metal some
    50 %; major less pitch (77 %) lies no further from them than to the next stock drill, a sixty-fourth and a bit."""
    found = read_drawn(row["Size"])
    soft, hard = (read_drill_size(row[name] if not row[name].isdigit() else f"#{row[name]}").diameter_mm for name in ("Soft", "Hard"))
    assert soft - 0.45 <= found.drilled_mm <= max(hard, soft) + 0.1


METRIC = [one for one in taps() if one[0] in all_metric() and one[0] >= 3]


@pytest.mark.parametrize(("diameter", "pitch", "drill"), METRIC, ids=str)
def test_metric_tap_drills_lie_where_the_thread_lets_them(diameter: float, pitch: float, drill: float) -> None:
    """bd-warehouse's drill for soft metal lies between the least minor diameter and 6H's most, to the nearest stock drill."""
    found = read_drawn(f"M{diameter:g}x{pitch:g}")
    assert found.least_mm - 0.1 <= drill <= found.most_mm + 0.26
