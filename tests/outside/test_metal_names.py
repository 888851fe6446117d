"""What people in several countries call a metal, held to a list written apart from the product's own table (common practice; designations
after EN 10027, AISI/SAE, UNS, BS 970, JIS, from memory)."""

import csv
import json

import pytest

from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.materials.names import bare, everyday_names, read_metal
from bore.materials.table import all_materials
from tests.asking import CASES, bore_command, plain_case

LEAST = 250
NAMES = [
    (name, row["metal"]) for row in csv.DictReader((CASES / "metal_names.csv").open(encoding="utf-8")) for name in row["names"].split("|")
]


def test_the_list_is_long_enough_and_names_no_metal_that_is_not_there() -> None:
    assert len(NAMES) >= LEAST
    assert {metal for _, metal in NAMES} - {"outside", "unknown"} <= set(all_materials())


@pytest.mark.parametrize(("name", "metal"), NAMES)
def test_a_name_is_read_or_refused_with_a_reason(name: str, metal: str) -> None:
    if metal in ("outside", "unknown"):
        with pytest.raises(BadInput) as refused:
            read_metal(name)
        words = str(refused.value)
        assert name in words
        assert ("nearest are" in words) == (metal == "unknown")
        return
    found = read_metal(name)
    assert found.row.material.id == metal
    assert found.why
    assert len(found.near) == 3 or metal.split("-")[0] in ("zinc", "magnesium")


def test_no_name_stands_for_two_metals() -> None:
    """A name that stands in two rows would be whichever was read first."""
    rows: dict[str, set[str]] = {}
    for name, named in everyday_names():
        rows.setdefault(bare(name), set()).add(named.row.material.id or "" if named.row else "outside")
    assert {name for name, found in rows.items() if len(found) > 1} == set()


def test_figures_of_a_grade_are_never_guessed_at() -> None:
    for grade in ("4410", "6016x", "3161", "1.4302", "S255", "EN88", "17-5"):
        with pytest.raises(BadInput, match="nearest are"):
            read_metal(grade)


def test_a_hardness_said_beside_a_name_goes_into_the_check() -> None:
    found = read_metal("4140 at 32 HRC")
    assert found.hardness_hb == pytest.approx(302, abs=3)  # ISO 18265: 32 HRC is 301 HB
    material = {"id": found.row.material.id, "hardness_hb": found.hardness_hb}
    assert read_case(plain_case() | {"material": material}).material.hardness_hb == found.hardness_hb


@pytest.mark.parametrize(
    ("kind", "text", "key", "value"),
    [
        ("metal", "mild steel", "iso_group", "P"),
        ("size", "#7", "diameter_mm", 5.1054),  # ASME B94.11M: 0.201 in
        ("hole", "M12x1.25-6H", "drilled_mm", 10.75),  # ISO 2306
        ("plate", "1.1 kW 400 V 2.6 A", "spindle", {"plate": {"output_kw": 1.1, "volts": 400.0, "amps": 2.6}}),
        ("set", "HSS jobber 1-13 x 0.5", "count", 25),
    ],
)
def test_what_is_typed_is_read_on_the_command_line(kind: str, text: str, key: str, value: object) -> None:
    ended = bore_command("read", kind, text)
    assert (ended.returncode, ended.stderr) == (0, "")
    assert json.loads(ended.stdout)[key] == value


@pytest.mark.parametrize(
    ("kind", "text", "words"),
    [
        ("metal", "qwertz", "nearest"),
        ("size", "x9", "accepted"),
        ("plate", "hello", "accepted"),
        ("set", "", "needed"),
        ("colour", "x", "metal, size"),
    ],
)
def test_what_is_not_understood_ends_with_what_is_accepted(kind: str, text: str, words: str) -> None:
    ended = bore_command("read", kind, text)
    assert (ended.returncode, ended.stdout) == (2, "")
    assert words in ended.stderr
