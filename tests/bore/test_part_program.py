"""A part's program: every tool at the places and to the stops of its plan, read back; what is changed in it is found."""

import re
from functools import cache
from itertools import pairwise
from typing import Any

import pytest

from bore.answers.part import PartAnswer, part_answer
from bore.answers.part_program import part_program_answer, program_steps, written_part
from bore.base.errors import BadInput
from tests import demo
from tests.parts import BLOCK, grid, listed, part

ZERO = {"zero": "left front corner, top face"}
MIXED = part(
    "v1",
    "steel-c45",
    {"letter": "A", "hole": "8.5", "depth_mm": 25, "places": grid(15, 15, 2, 2, 90, 50)},
    {"letter": "B", "hole": "M10", "depth_mm": 15, "through": False, "places": listed([60, 15], [60, 65])},
    {"letter": "C", "hole": "8 H7", "depth_mm": 25, "places": listed([40, 40], [80, 40])},
)
TWO_SIDES = part(
    "v1",
    "steel-c45",
    {"letter": "A", "hole": "10", "depth_mm": 25, "setup": "1", "places": listed([20, 20], [100, 60])},
    {"letter": "B", "hole": "12", "depth_mm": 10, "through": False, "setup": "2", "places": listed([30, 20])},
)
TWO_SIDES["setups"] = [TWO_SIDES["setups"][0], {**TWO_SIDES["setups"][0], "id": "2", "turned": "x"}]


@cache
def planned(which: str) -> PartAnswer:
    return part_answer({"block": BLOCK, "mixed": MIXED, "two": TWO_SIDES}[which])


def holes_of(program: str) -> set[tuple[int, float, float, float]]:
    """Tool, place and depth of every hole, read here from the words alone: a cycle stays until G80, and a G1 goes to its Z (ISO 6983-1)."""
    found: set[tuple[int, float, float, float]] = set()
    fed: dict[tuple[int, float, float], float] = {}
    tool, at, deep = 0, {"X": 0.0, "Y": 0.0}, None
    for line in program.splitlines():
        words = dict(re.findall(r"([A-Z])(-?\d*\.?\d+)", re.sub(r"\(.*?\)", "", line)))
        at |= {axis: float(words[axis]) for axis in "XY" if axis in words}
        tool = int(words["T"]) if "M6" in line else tool
        cycle = re.search(r"G(81|82|83|73|84|85) ", line)
        deep = -float(words["Z"]) if cycle else None if "G80" in line else deep
        if deep is not None and ("X" in words or "Y" in words):
            found.add((tool, at["X"], at["Y"], round(deep, 3)))
        if line.startswith("G1 ") and float(words.get("Z", 1)) < 0:
            key = (tool, at["X"], at["Y"])
            fed[key] = max(fed.get(key, 0.0), -float(words["Z"]))
    return found | {(*key, round(deepest, 3)) for key, deepest in fed.items()}


@pytest.mark.parametrize("which", ["block", "mixed"])
def test_every_tool_goes_where_its_plan_says_and_as_deep(which: str) -> None:
    answer = planned(which)
    found = written_part(answer, ZERO)
    assert found.differences == []
    assert [one for one in found.findings if one.severity != "note"] == []
    places = {row.letter: row.places_mm for row in answer.rows}
    wanted = {
        (one.tool, *places[feature.letter][k - 1], round(feature.stop_mm or 0.0, 3))
        for one in answer.operations
        if one.tool is not None and one.kind != "mill"
        for feature in one.features
        for k in feature.places
    }
    assert holes_of(found.program) == wanted
    # A tool that stays in is not called again.
    calls = re.findall(r"T(\d+) M6", found.program)
    assert all(one != other for one, other in pairwise(calls))


def test_holes_that_are_there_are_said_and_read_back() -> None:
    there = {"letter": "A", "hole": "M10", "there_mm": 8.5, "depth_mm": 25, "places": listed([40, 40], [80, 40])}
    opened = {"letter": "B", "hole": "12", "there_mm": 8.0, "depth_mm": 25, "places": listed([60, 15])}
    found = written_part(part_answer(part("v1", "steel-c45", there, opened)), ZERO)
    assert (found.differences, [one for one in found.findings if one.severity != "note"]) == ([], [])
    assert "HOLES THAT ARE THERE" in found.program
    assert "HOLES THAT ARE THERE" not in written_part(planned("mixed"), ZERO).program
    # Nothing is set on a bare face: the first drill goes into a hole of eight.
    assert "SPOT" not in found.program.upper()


def test_one_tool_at_two_stops_keeps_each() -> None:
    steps = [step for step in program_steps(planned("mixed"), "1") if step.get("tool") is not None]
    stops = {}
    for step in steps:
        stops.setdefault(step["tool"], []).append(step["words"])
    assert any(len(words) > 1 for words in stops.values())


def changes() -> list[tuple[str, str, str]]:
    """What is changed in the program, and what finds it."""
    text = written_part(planned("mixed"), ZERO).program
    cycles = [line for line in text.splitlines() if re.match(r"G98 G8[123]", line)]
    rows = []
    for line in cycles:
        deeper = re.sub(r"Z-([\d.]+)", lambda m: f"Z-{float(m[1]) + 1.5:g}", line)
        aside = re.sub(r"X([\d.]+)", lambda m: f"X{float(m[1]) + 3:g}", line)
        rows += [(line, deeper, "too-deep"), (line, aside, "extra-place")]
    return rows


def test_a_hole_made_deeper_or_elsewhere_is_found() -> None:
    text = written_part(planned("mixed"), ZERO).program
    rows = changes()
    assert len(rows) >= 8
    for line, changed, check in rows:
        found = written_part(planned("mixed"), ZERO | {"program": text.replace(line, changed, 1)})
        assert check in [one.check for one in found.findings if one.severity == "stops"], changed
        assert found.differences, changed


def test_faces_at_other_heights_and_what_stands_in_the_way() -> None:
    """A boss 8 mm high and a pocket 6 mm deep: the feed begins above each face, and nothing crosses below what stands tallest."""
    raised = part(
        "v1",
        "steel-c45",
        {"letter": "A", "hole": "10", "depth_mm": 25, "places": listed([20, 20])},
        {"letter": "B", "hole": "10", "depth_mm": 25, "face_z_mm": 8, "places": listed([100, 20])},
        {"letter": "C", "hole": "10", "depth_mm": 15, "through": False, "face_z_mm": -6, "places": listed([60, 60])},
    )
    zero = {"zero": {"word": "G55", "at": "left front corner, top face"}}
    raised["setups"] = [{**raised["setups"][0], **zero, "obstacles": [{"name": "clamp", "x": [40, 50], "y": [0, 15], "z": 70}]}]
    answer = part_answer(raised)
    found = written_part(answer, {})
    assert found.differences == []
    assert [one for one in found.findings if one.severity == "stops"] == []
    assert "G55" in found.program
    assert "G54" not in found.program
    deep = {(x, y): depth for tool, x, y, depth in holes_of(found.program) if tool == 2}
    stops = {one.letter: one.stop_mm or 0.0 for op in answer.operations if op.tool == 2 for one in op.features}
    assert deep[20, 20] == pytest.approx(stops["A"], abs=1e-3)
    assert deep[100, 20] == pytest.approx(stops["B"] - 8, abs=1e-3)
    assert deep[60, 60] == pytest.approx(stops["C"] + 6, abs=1e-3)
    crossed = [float(z) for z in re.findall(r"G0 Z([\d.]+)", found.program)]
    assert min(crossed) >= 70
    planes = {float(r) for r in re.findall(r" R(-?[\d.]+)", found.program)}
    assert planes == {2.0, 10.0, -4.0}


def test_each_side_has_its_own_program_and_mirrored_places() -> None:
    answer = planned("two")
    first, second = (written_part(answer, ZERO | {"setup": one}) for one in ("1", "2"))
    assert {(x, y) for _, x, y, _ in holes_of(first.program)} == {(20, 20), (100, 60)}
    # Rolled about X the plate's y runs the other way: 80 - 20.
    assert {(x, y) for _, x, y, _ in holes_of(second.program)} == {(30, 60)}
    assert "(SET-UP 2 OF 2)" in second.program


@pytest.mark.parametrize(
    ("change", "more", "field"),
    [
        ({}, {}, "zero"),
        ({}, ZERO | {"setup": "7"}, "setup"),
        ({}, ZERO | {"setup": 1}, "setup"),
        ({"machine": demo.machines()["c2"]}, ZERO, "machine.kind"),
        ({}, ZERO | {"style": "poetry"}, "style"),
        ({}, ZERO | {"speed": 3}, "speed"),
        ({"setups": [{**BLOCK["setups"][0], "zero": {"word": "G99"}}]}, ZERO, "setups[0].zero.word"),
        ({"features": [{**BLOCK["features"][0], "face_z_mm": "high"}]}, ZERO, "features[0].face_z_mm"),
    ],
)
def test_what_is_not_written_is_said(change: dict[str, Any], more: dict[str, Any], field: str) -> None:
    with pytest.raises(BadInput) as refused:
        part_program_answer({"part": BLOCK | change, **more})
    assert refused.value.problems[0].field == field


def test_no_program_for_a_part_that_is_not_made_whole() -> None:
    lacking = BLOCK | {"features": [*BLOCK["features"], {"letter": "Z", "hole": "9", "depth_mm": 20, "places": listed([15.5, 15])}]}
    with pytest.raises(BadInput, match="not made"):
        part_program_answer({"part": lacking, **ZERO})
