"""The book beside the bench: what people type lands on the right row; its rows are the core's own tables; its tap drills and fits are what
printed tables say."""

import csv
import json
import math
import re

import pytest
from hypothesis import given
from hypothesis import strategies as some

from bore.base.errors import BadInput
from bore.base.sources import all_sources
from bore.materials.table import all_materials
from bore.plan.callout import read_drawn
from bore.quantities.drill_sizes import STANDARD_SIZES, read_drill_size
from bore.quantities.fits import hole_limits_mm
from bore.quantities.tolerances import grade_um
from bore.reference.find import MOST_LETTERS, find
from bore.reference.holes import bands, split_fit
from bore.reference.page import Page, Row
from bore.reference.pages import PAGES, page
from tests.asking import ROOT, bore_command


def look_ups() -> list[dict[str, str]]:
    with (ROOT / "tests" / "cases" / "look_ups.csv").open(newline="", encoding="utf-8") as file:
        return list(csv.DictReader(file))


@pytest.mark.parametrize("asked", look_ups(), ids=lambda row: row["text"])
def test_what_people_type_lands_on_its_row(asked: dict[str, str]) -> None:
    first = find(asked["text"])[0]
    assert (first.page, first.row) == (asked["page"], asked["row"])
    assert asked["says"] in first.said


def test_every_row_is_found_by_each_of_its_names() -> None:
    """Words that several rows are called by lead to each of them."""
    lost = [
        (page_id, row.id, name)
        for page_id, bound in PAGES.items()
        for row in bound().rows
        for name in row.names
        if len(name) <= MOST_LETTERS and (page_id, row.id) not in {(hit.page, hit.row) for hit in find(name)}
    ]
    assert lost == []


@pytest.mark.parametrize("page_id", PAGES)
def test_pages_are_whole(page_id: str) -> None:
    of = page(page_id)
    assert len({row.id for row in of.rows}) == len(of.rows) > 0
    for row in of.rows:
        assert len(row.cells) == len(of.columns)
        assert all(math.isfinite(cell) for cell in row.cells if isinstance(cell, float))
        assert row.names
        assert set(row.sources) <= set(all_sources())
        assert row.sources


def _figures(of: Page, name: str) -> dict[str, float]:
    return {row.id: of.figure(row, name) for row in of.rows}


def test_rows_are_the_cores_own_tables() -> None:
    """Nothing is copied: a size reads as itself, a tap drill is the Plan's, a fit its limits, a metal's speeds its own."""
    for row_id, size_mm in _figures(page("sizes"), "size_mm").items():
        assert read_drill_size(row_id).diameter_mm == pytest.approx(size_mm, abs=1e-4)
    for row_id, drill_mm in _figures(page("threads"), "tap_drill_mm").items():
        assert read_drawn(row_id).drilled_mm == drill_mm
    for row_id, hole_mm in _figures(page("clearance"), "medium_mm").items():
        assert read_drawn(f"{row_id} clearance").finished_mm == hole_mm
    for row in page("seats").rows:
        assert read_drawn(f"{row.id} cap screw").seats[0].diameter_mm == page("seats").figure(row, "counterbore_mm")
    assert {row.id for row in page("speeds").rows} == set(all_materials())
    for (low, high), row in zip(bands(), page("fits").rows, strict=True):
        for column, cell in zip(page("fits").columns[1:], row.cells[1:], strict=True):
            upper, lower = (float(part.replace("−", "-")) for part in str(cell).split(" / "))
            assert upper - lower == pytest.approx(grade_um(split_fit(column.name)[1], high), abs=1)
            middle = (low + high) / 2
            assert hole_limits_mm(middle, *split_fit(column.name), "")[0] == pytest.approx(middle + lower / 1000, abs=6e-4)


# Machinery's Handbook, tap drill sizes for unified threads (from memory): the number, letter and fraction drills of its table.
TAP_DRILLS = {
    "#2-56 UNC": "#50",
    "#4-40 UNC": "#43",
    "#5-40 UNC": "#38",
    "#6-32 UNC": "#36",
    "#8-32 UNC": "#29",
    "#10-24 UNC": "#25",
    "#12-24 UNC": "#16",
    "1/4-20 UNC": "#7",
    "5/16-18 UNC": "F",
    "3/8-16 UNC": "5/16 in",
    "7/16-14 UNC": "U",
    "1/2-13 UNC": "27/64 in",
    "9/16-12 UNC": "31/64 in",
    "5/8-11 UNC": "17/32 in",
    "3/4-10 UNC": "21/32 in",
    "7/8-9 UNC": "49/64 in",
    "1-8": "7/8 in",
    "#4-48 UNF": "#42",
    "#6-40 UNF": "#33",
    "#8-36 UNF": "#29",
    "#10-32 UNF": "#21",
    "#12-28 UNF": "#14",
    "1/4-28 UNF": "#3",
    "5/16-24 UNF": "I",
    "3/8-24 UNF": "Q",
    "7/16-20 UNF": "25/64 in",
    "1/2-20 UNF": "29/64 in",
    "9/16-18 UNF": "33/64 in",
    "5/8-18 UNF": "37/64 in",
    "3/4-16 UNF": "11/16 in",
    "7/8-14 UNF": "13/16 in",
    "1-12": "59/64 in",
    "1/8 NPT": "R",
    "1/4 NPT": "7/16 in",
    "3/8 NPT": "37/64 in",
    "1/2 NPT": "23/32 in",
    "3/4 NPT": "59/64 in",
    "1 NPT": "1-5/32 in",
}


def _cell(row: Row, of: Page, name: str) -> str:
    return str(next(cell for column, cell in zip(of.columns, row.cells, strict=True) if column.name == name))


@pytest.mark.parametrize(("thread", "drill"), TAP_DRILLS.items())
def test_the_inch_indexs_tap_drill_is_the_handbooks(thread: str, drill: str) -> None:
    of = page("threads")
    assert _cell(of.row(thread), of, "inch_index").split(",")[0] == drill


# Per cent of thread, Machinery's Handbook's table of it (from memory); BA and pipe threads: common practice.
@pytest.mark.parametrize(("thread", "share"), [("1/4-20 UNC", 75), ("3/8-16 UNC", 77), ("1/2-13 UNC", 78), ("#10-32 UNF", 76)])
def test_per_cent_of_thread(thread: str, share: int) -> None:
    of = page("threads")
    told = re.search(r"(\d+) %", _cell(of.row(thread), of, "inch_index"))
    assert told
    assert int(told[1]) == share


# ISO 286-2 (from memory), µm: upper / lower.
@pytest.mark.parametrize(
    ("band", "fit", "limits"),
    [
        ("over 10 to 18", "H7", "+18 / 0"),
        ("over 18 to 30", "F8", "+53 / +20"),
        ("over 6 to 10", "P7", "−9 / −24"),
        ("over 30 to 50", "JS7", "+12.5 / −12.5"),
        ("over 50 to 80", "D10", "+220 / +100"),
        ("over 18 to 30", "N7", "−7 / −28"),
        ("over 10 to 18", "K7", "+6 / −12"),
        ("over 3 to 6", "H11", "+75 / 0"),
    ],
)
def test_fits_are_the_standards(band: str, fit: str, limits: str) -> None:
    of = page("fits")
    assert _cell(of.row(band), of, fit) == limits


def test_sizes_go_up_and_say_what_lies_beside() -> None:
    of = page("sizes")
    sizes = [of.figure(row, "size_mm") for row in of.rows]
    assert sizes == sorted(sizes)
    assert len(sizes) == len(STANDARD_SIZES)
    by_name = dict(STANDARD_SIZES)
    for row, size in zip(of.rows, sizes, strict=True):
        smaller, larger = (re.sub(r" \(.*", "", _cell(row, of, name)) for name in ("smaller", "larger"))
        assert by_name.get(smaller, 0.0) < size, row.id
        assert by_name.get(larger, math.inf) > size, row.id


@given(some.text(max_size=90))
def test_anything_typed_is_answered_or_refused_in_words(text: str) -> None:
    if not 0 < len(" ".join(text.split())) <= MOST_LETTERS:
        with pytest.raises(BadInput, match="at most"):
            find(text)
        return
    for hit in find(text):
        assert not hit.row or page(hit.page).row(hit.row)
        assert hit.said


def test_the_commands_print_it() -> None:
    contents = json.loads(bore_command("reference").stdout)
    assert [one["id"] for one in contents] == list(PAGES)
    assert json.loads(bore_command("reference", "fits").stdout)["rows"][0]["cells"][6] == "+10 / 0"
    assert json.loads(bore_command("look-up", "16 H7").stdout)["hits"][0]["said"] == "16 H7: 16.000 to 16.018 mm"
    refused = bore_command("reference", "nothing")
    assert (refused.returncode, "is no page" in refused.stderr) == (2, True)
