"""Tables of holes read and written, half-way between what stands side by side, what a circle may stand for."""

import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bore.answers.part_request import read_part
from bore.part.could_be import could_be
from bore.part.half_way import half_ways, sixty_fourths
from bore.part.table import COLUMNS, read_table, rows_of

PLATE: dict[str, Any] = {"id": "1", "outline_mm": [[0, 0], [160, 0], [160, 100], [0, 100]], "thickness_mm": 20}


def part_of(features: list[dict[str, Any]]) -> Any:
    return read_part({"material": {}, "machine": {}, "setups": [PLATE], "features": features})


def test_a_blank_cell_says_what_stands_above() -> None:
    found = read_table(
        [
            {"letter": "A", "hole": "M8", "x_mm": 15, "y_mm": "10,5", "depth_mm": "20", "through": "no", "counterbore_mm": None},
            {"letter": "a", "hole": "", "x_mm": "90.0", "y_mm": "10.5"},
            {"letter": "B", "hole": "10 H7", "x_mm": "50", "y_mm": "50", "through": "yes"},
        ]
    )
    assert found.faults == []
    first, second = found.features
    assert (first["hole"], first["depth_mm"], first["through"]) == ("M8", 20.0, False)
    assert first["places"]["list_mm"] == [[15.0, 10.5], [90.0, 10.5]]
    assert (second["letter"], second["through"]) == ("B", True)


@pytest.mark.parametrize(
    ("row", "column"),
    [
        ({"letter": "", "hole": "8", "x_mm": 1, "y_mm": 1}, "letter"),
        ({"letter": "4", "hole": "8", "x_mm": 1, "y_mm": 1}, "letter"),
        ({"letter": "B", "hole": "", "x_mm": 1, "y_mm": 1}, "hole"),
        ({"letter": "A", "hole": "9", "x_mm": 1, "y_mm": 1}, "hole"),
        ({"letter": "A", "hole": "", "x_mm": "left", "y_mm": 1}, "x_mm"),
        ({"letter": "A", "hole": "", "x_mm": 1, "y_mm": ""}, "y_mm"),
        ({"letter": "A", "hole": "", "x_mm": 1, "y_mm": "nan"}, "y_mm"),
        ({"letter": "A", "hole": "", "x_mm": 1e9, "y_mm": 1}, "x_mm"),
        ({"letter": "A", "hole": "", "x_mm": 10, "y_mm": 10}, "x_mm"),
        ({"letter": "A", "hole": "", "x_mm": 1, "y_mm": 1, "depth_mm": 30}, "depth_mm"),
        ({"letter": "A", "hole": "", "x_mm": 1, "y_mm": 1, "through": "maybe"}, "through"),
    ],
)
def test_a_row_that_will_not_do_is_told_and_the_rest_stands(row: dict[str, Any], column: str) -> None:
    found = read_table([{"letter": "A", "hole": "8", "x_mm": 10, "y_mm": 10, "depth_mm": 20}, row])
    assert [(one.line, one.column) for one in found.faults] == [(3, column)]
    assert found.features[0]["places"]["list_mm"] == [[10.0, 10.0]]


places = st.lists(st.tuples(st.integers(1, 159), st.integers(1, 99)), min_size=1, max_size=12, unique=True)


@given(st.lists(st.tuples(st.sampled_from(("8", "M8", "10 H7", "1/4", "M10 clearance")), places, st.booleans()), min_size=1, max_size=5))
def test_a_part_written_as_a_table_reads_back(rows: list[tuple[str, list[tuple[int, int]], bool]]) -> None:
    asked = [
        {"letter": "ABCDE"[k], "hole": hole, "depth_mm": 12.5, "through": through, "places": {"list_mm": [list(p) for p in at]}}
        for k, (hole, at, through) in enumerate(rows)
    ]
    written = rows_of(part_of(asked).features, asked)
    found = read_table([dict(zip(COLUMNS, [str(cell) for cell in row], strict=True)) for row in written])
    assert found.faults == []
    assert found.features == asked


def test_half_way_as_with_a_rule() -> None:
    """Common practice: half-way between 15 and 105 is 60; what lies side by side adds up to the width."""
    asked = [{"letter": "A", "hole": "8", "depth_mm": 20, "places": {"list_mm": [[15, 50], [105, 50]]}}]
    part = part_of(asked)
    along = [one for one in half_ways(part.setups[0], part.features) if one.axis == "x"]
    assert [(one.between, one.apart_mm, one.middle_mm) for one in along] == [
        (["left edge", "A1"], 15, 7.5),
        (["A1", "A2"], 90, 60),
        (["A2", "right edge"], 55, 132.5),
    ]
    assert along[1].middle_64 == "2 23/64"
    assert math.fsum(one.apart_mm for one in along) == 160


@given(st.integers(-64 * 20, 64 * 20))
def test_a_sixty_fourth_is_said_as_it_stands_on_the_rule(count: int) -> None:
    words = sixty_fourths(count / 64 * 25.4)
    sign, bare = (-1, words[1:]) if words.startswith("-") else (1, words)
    whole, _, part = bare.partition(" ") if " " in bare or "/" not in bare else ("0", "", bare)
    over, _, under = part.partition("/")
    assert sign * (int(whole) + (int(over) / int(under) if part else 0)) == pytest.approx(count / 64)


@pytest.mark.parametrize(
    ("diameter_mm", "thread_mm", "among"),
    [
        (6.8, None, "M8"),
        (8.5, 10.0, "M10"),
        (9.0, None, "M8 clearance"),
        (10.0, None, "10 H7"),
        (5.0, 6.0, "M6"),
        (13.5, None, "M12 clearance"),
    ],
)
def test_what_a_circle_may_stand_for(diameter_mm: float, thread_mm: float | None, among: str) -> None:
    """Tap drills and clearance holes after ISO 2306 and ISO 273, from memory."""
    found = could_be(diameter_mm, thread_mm)
    assert among in found
    assert f"{diameter_mm:g}" in found
