"""The project's own tables, row by row, against published ranges and registry packages."""

import itertools

import pint
import pytest

from bore.base.errors import BadInput
from bore.base.sources import TABLES, all_sources, rows
from bore.case.read import read_case
from bore.cutters.registry import family_of
from bore.cutters.twist import geometry
from bore.machines import kinds
from bore.materials.table import MaterialRow, all_materials
from bore.quantities import units
from bore.quantities.drill_sizes import GAUGE_INCHES, read_drill_size
from bore.quantities.notation import read_quantity
from tests.asking import plain_case

ROWS = list(all_materials().values())
IDS = [row.material.id for row in ROWS]
# Kalpakjian & Schmid, energy at the drive motor, W·s/mm³, newer (rounded) and older editions together (from memory).
# At the cutter about 0.8 of it is left; dull tools take 1.25 times.
ENERGY_RANGES = {
    "steel": (2.0, 9.3),
    "stainless": (2.0, 5.2),
    "iron": (1.1, 5.5),
    "aluminium": (0.4, 1.1),
    "magnesium": (0.3, 0.6),
    "copper": (1.4, 3.3),
    "titanium": (2.0, 5.0),
    "nickel": (3.2, 8.5),
}
FAMILIES = {
    "steel": "steel",
    "stainless": "stainless",
    "iron": "iron",
    "alu": "aluminium",
    "magnesium": "magnesium",
    "copper": "copper",
    "brass": "copper",
    "bronze": "copper",
    "titanium": "titanium",
    "nickel": "nickel",
}
# Rows outside the published range, and why.
EXPLAINED = {
    "steel-free": "resulphurised steel lies below the book's plain steels",
    "brass-free": "leaded brass takes half of plain brass",
    "brass-alpha": "the book's copper range is at the motor: 1.3 at the cutter is 1.6 there",
}


@pytest.mark.parametrize("row", ROWS, ids=IDS)
def test_specific_energy_lies_in_the_published_range(row: MaterialRow) -> None:
    """Kalpakjian & Schmid, specific energy by group (from memory); every row in its range, or the reason beside it."""
    name = row.material.id or ""
    if name in EXPLAINED or name.startswith(("plastic", "zinc")):
        return
    low, high = ENERGY_RANGES[FAMILIES[name.split("-")[0]]]
    assert low * 0.8 <= row.material.specific_energy_w_s_mm3 <= high


# Metals whose thrust was measured well under what one factor for both gives (tests/outside/test_facts_of_the_trade.py).
LIGHT_THRUST = ("alu-pure", "alu-wrought-6082", "brass-free")


@pytest.mark.parametrize("row", ROWS, ids=IDS)
def test_row_is_plausible(row: MaterialRow) -> None:
    """Every row: constants in the field's own ranges, speeds rising from HSS to carbide, thrust factor never below torque's but where
    what was measured is that much less."""
    m = row.material
    assert row.sources
    assert 0.1 <= m.mc <= 0.35
    assert (m.kd_thrust_lbf_in2 < m.kd_torque_lbf_in2) == (m.id in LIGHT_THRUST)
    speeds = [pair for pair in (m.vc_hss_m_min, m.vc_hssco_m_min, m.vc_carbide_m_min) if pair]
    assert all(low < high for low, high in speeds)
    assert all(slow[1] <= fast[1] for slow, fast in itertools.pairwise(speeds))
    # Magnetism is a fact of the metal: austenite, aluminium, copper, titanium and nickel hold no magnet (common practice).
    assert (
        m.magnetic != "yes"
        or m.iso_group in "PKH"
        or "ferritic" in m.name.lower()
        or "martensitic" in m.name.lower()
        or "17-4" in str(row.designations)
    )


@pytest.mark.parametrize("row", [r for r in ROWS if r.material.iso_group == "P" and r.material.tensile_n_mm2], ids=lambda r: r.material.id)
def test_steel_strength_agrees_with_hardness(row: MaterialRow) -> None:
    """ISO 18265: tensile strength of steel is about 3.3-3.45 times its Brinell hardness (from memory); a tenth either way for
    rounded handbook figures."""
    assert row.material.tensile_n_mm2 == pytest.approx(3.38 * (row.material.hardness_hb or 0), rel=0.12)


def test_every_table_row_names_a_known_source() -> None:
    """No figure without a source: every `source` column of every table holds known keys."""
    for path in sorted(TABLES.parent.rglob("*.csv")):
        for row in rows(path.name, path.parent):
            for key in (row.get("source") or row.get("sources") or "").split():
                assert key in all_sources(), f"{path.name}: {key}"


@pytest.mark.parametrize(
    ("factor", "unit"),
    [
        (units.N_PER_LBF, "lbf -> N"),
        (units.NM_PER_LBF_IN, "lbf*in -> N*m"),
        (units.MM_PER_INCH, "inch -> mm"),
        (units.KW_PER_HP, "hp -> kW"),
        (units.W_S_PER_MM3_PER_HP_IN3_MIN, "hp*min/inch**3 -> W*s/mm**3"),
    ],
)
def test_units_agree_with_pint(factor: float, unit: str) -> None:
    """pint, a general-purpose unit library, on every factor the core uses."""
    have, _, want = unit.partition(" -> ")
    assert pint.UnitRegistry().Quantity(1, have).to(want).magnitude == pytest.approx(factor, rel=1e-9)


@pytest.mark.parametrize(
    ("size", "inch"),
    [
        ("1", 0.228),
        ("7", 0.201),
        ("21", 0.159),
        ("36", 0.1065),
        ("60", 0.04),
        ("80", 0.0135),
        ("A", 0.234),
        ("E", 0.25),
        ("F", 0.257),
        ("Q", 0.332),
        ("Z", 0.413),
    ],
)
def test_gauge_sizes(size: str, inch: float) -> None:
    """ASME B94.11M number and letter drills (from memory): well-known anchors (#7 taps 1/4-20, Q taps 1/8 pipe, E is 1/4 in)."""
    assert GAUGE_INCHES[size] == inch


def test_gauge_sizes_run_downwards_and_upwards() -> None:
    """Number sizes grow as the number falls; letters grow from A, just above number 1."""
    numbers = [GAUGE_INCHES[str(k)] for k in range(1, 81)]
    letters = [GAUGE_INCHES[letter] for letter in "ABCDEFGHIJKLMNOPQRSTUVWXYZ"]
    assert numbers == sorted(numbers, reverse=True)
    assert letters == sorted(letters)
    assert letters[0] > numbers[0]


@pytest.mark.parametrize(
    ("text", "mm"),
    [
        ("20", 20),
        ("20 mm", 20),
        ("6,5", 6.5),
        ("1/2", 12.7),
        ("1-1/4 in", 31.75),
        ('1 1/4"', 31.75),
        ("#7", 5.1054),
        ("No. 7", 5.1054),
        ("F", 6.5278),
        (".201", 5.1054),
        ('0.201"', 5.1054),
        ("27/64", 10.71563),
    ],
)
def test_notations(text: str, mm: float) -> None:
    """Drill sizes as drawings and indexes write them; the inch is 25.4 mm exactly (definition)."""
    assert read_drill_size(text).diameter_mm == pytest.approx(mm, abs=1e-5)


@pytest.mark.parametrize(("diameter", "overall", "flute"), [(5, 86, 52), (10, 133, 87), (16, 178, 120), (20, 205, 140)])
def test_jobber_lengths(diameter: float, overall: float, flute: float) -> None:
    """DIN 338 jobber lengths (from memory)."""
    found = geometry.lengths(diameter)
    assert (found.overall_mm, found.flute_mm) == (overall, flute)


@pytest.mark.parametrize(
    ("diameter", "series", "overall", "flute"),
    [(3, "long", 100, 66), (10, "long", 184, 121), (12, "long", 205, 134), (3, "stub", 46, 16), (8, "stub", 79, 37), (12, "stub", 102, 51)],
)
def test_other_series_lengths(diameter: float, series: str, overall: float, flute: float) -> None:
    """DIN 340 long and DIN 1897 stub lengths (from memory)."""
    found = geometry.lengths(diameter, series)
    assert (found.overall_mm, found.flute_mm) == (overall, flute)


@pytest.mark.parametrize(("size", "printed"), [(2, (100, 1)), (5, (60, 6)), (10, (40, 20)), (20, (25, 50))])
def test_gun_drill_coolant(size: float, printed: tuple[float, float]) -> None:
    """VDI 3210 (from memory), the least of its ranges: pressure falls and flow rises with diameter."""
    job = read_case(plain_case(hole__diameter_mm=size, cutter={"family": "gun"}, hole__start__kind="bush"))
    assert family_of(job.cutter.kind).coolant_wanted(job) == pytest.approx(printed)


@pytest.mark.parametrize(
    ("diameter", "size"), [(3, 1), (14, 1), (14.25, 2), (23, 2), (23.25, 3), (31.75, 3), (32, 4), (50.5, 4), (51, 5), (76, 5), (77, 6)]
)
def test_morse_size_by_drill(diameter: float, size: int) -> None:
    """DIN 345 and ISO 235: Morse taper by drill diameter (from memory)."""
    assert kinds.morse_size_for(diameter) == size


@pytest.mark.parametrize(
    ("size", "gauge_mm", "taper_in"),
    [(1, 12.065, 20.047), (2, 17.780, 20.020), (3, 23.825, 19.922), (4, 31.267, 19.254), (5, 44.399, 19.002)],
)
def test_taper_friction_from_its_geometry(size: int, gauge_mm: float, taper_in: float) -> None:
    """ISO 296 gauge diameters and tapers (from memory): friction torque per kN of thrust, derived afresh as
    mu r / (sin a + mu cos a) at mu 0.1 and the mean radius over a seat about 3.2 gauge diameters long."""
    import math

    half = math.atan(1 / (2 * taper_in))
    mean_radius = (gauge_mm - 3.2 * gauge_mm / taper_in / 2) / 2
    torque = 0.1 * mean_radius / (math.sin(half) + 0.1 * math.cos(half))
    assert kinds.taper(size).friction_nm_per_kn == pytest.approx(torque, rel=0.06)


@pytest.mark.parametrize(
    ("text", "hb"),
    [("200", 200), ("210 HV", 199.5), ("32,2 HRC", 304), ("1030 N/mm²", 304), ("965 MPa", 285), ("52.3 hrc", 523), ("300 HV", 285)],
)
def test_hardness_conversion(text: str, hb: float) -> None:
    """ISO 18265, unalloyed and low-alloy steel: rows and halves between rows (from memory)."""
    assert read_quantity("hardness", text).value == pytest.approx(hb, abs=0.1)


@pytest.mark.parametrize("text", ["10 HRC", "70 HRC", "30 HV", "200 HRB", "soft", ""])
def test_what_cannot_be_converted_is_said(text: str) -> None:
    """Below 20 HRC and beyond the table the standard gives no conversion."""
    with pytest.raises(BadInput) as caught:
        read_quantity("hardness", text, field="material.hardness_hb")
    assert "accepted" in caught.value.problems[0].message


def test_hardness_scales_rise_together() -> None:
    table = rows("hardness_conversion.csv")
    for scale in ("tensile_n_mm2", "hv", "hb"):
        values = [float(row[scale]) for row in table]
        assert values == sorted(set(values))
    # ISO 18265: Brinell is 0.95 of Vickers over the whole table (from memory).
    assert all(float(row["hb"]) == pytest.approx(0.95 * float(row["hv"]), abs=0.6) for row in table)
