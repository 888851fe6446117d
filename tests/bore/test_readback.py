"""The read-back: every classic fault flagged with its severity, ordinary programs left alone; and the writer in every form a control takes,
read back without a difference, each of its words told when it is changed. What a setter stops at: common practice."""

import csv
import json
import random
import re
from collections.abc import Iterator
from itertools import product
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bore.base.errors import BadInput
from bore.program.control import CHOICES, read_control
from bore.program.controller import run
from tests.answers import plan_answer, run_answer, written_answer
from tests.asking import CASES
from tests.demo import asked
from tests.program_pages import JOBS, PAGES, page

PROGRAMS = CASES / "programs"
ZERO = "left front corner, top face"


def faults() -> list[dict[str, str]]:
    with (CASES / "program_faults.csv").open(encoding="utf-8") as file:
        return list(csv.DictReader(file))


def ordinary() -> list[dict[str, Any]]:
    return list(json.loads((PROGRAMS / "ordinary.json").read_text(encoding="utf-8")))


def named(row: dict[str, str]) -> str:
    return f"{row['check']}: {row['change'] or 'nothing'} -> {row['into'] or 'nothing'}"


@pytest.mark.parametrize("row", faults(), ids=named)
def test_a_classic_fault_is_flagged(row: dict[str, str]) -> None:
    text = (PROGRAMS / f"{row['of']}.nc").read_text(encoding="utf-8")
    change, into = (row[name].replace("\\n", "\n") for name in ("change", "into"))
    assert change in text
    more = {name: json.loads(row[name]) for name in ("control", "plan") if row[name]}
    found = run_answer({"program": text.replace(change, into, 1), **more})["findings"]
    assert (row["check"], row["severity"]) in {(one["check"], one["severity"]) for one in found}
    assert all(one["words"] for one in found)


def test_the_faults_span_the_list_and_each_names_its_line() -> None:
    assert len(faults()) >= 130
    assert len({row["check"] for row in faults()}) >= 60


@pytest.mark.parametrize("one", ordinary(), ids=lambda one: one["name"])
def test_an_ordinary_program_is_let_be(one: dict[str, Any]) -> None:
    more = {name: one[name] for name in ("control", "plan") if name in one}
    found = run_answer({"program": "\n".join(one["program"]), **more})
    assert ([one for one in found["findings"] if one["severity"] != "note"], found["problems"]) == ([], [])


def test_what_lacks_its_data_is_listed() -> None:
    text = (PROGRAMS / "tapped.nc").read_text(encoding="utf-8")
    bare = {one["check"]: one["needs"] for one in run_answer({"program": text})["not_done"]}
    assert {"feed-plan", "too-deep", "tap-pitch", "obstacle", "other-zero", "no-point"} <= set(bare)
    tool = {"stop_mm": 20, "feed_mm_rev": 0.1333, "speed_rpm": 900, "pecks": "none", "longest_mm": 30, "max_rpm": 9000}
    tap = {
        "kind": "tap",
        "stop_mm": 15,
        "feed_mm_rev": 1.5,
        "speed_rpm": 300,
        "pitch_mm": 1.5,
        "chamfer_mm": 3,
        "holder": "rigid",
        "pecks": "none",
    }
    tap |= {"longest_mm": 30, "max_rpm": 900}
    plan = {
        "zero": "G54",
        "places": [[0, 0], [40, 0]],
        "tools": {"1": tool, "2": tap},
        "obstacles": [],
        "under_mm": 60,
        "material": "steel-c45",
    }
    whole = run_answer({"program": text, "plan": plan, "control": {"decimals": "always", "rigid_word": 29, "max_rpm": 9000}})
    assert [one["check"] for one in whole["not_done"]] == []
    assert [one["check"] for one in whole["findings"] if one["severity"] != "note"] == ["tap-rigid"]


@pytest.mark.parametrize(
    "text", ["G98 G81 Z-20. R2.\nM30", "G83 Z-20. R2. Q5.\nM30", "S0 M3\nG81 Z-20. R2. F0\nM30", "G95 G81 Z-5. R2. F0.1\nM30"]
)
def test_what_is_missing_is_said_and_nothing_falls_over(text: str) -> None:
    found = run_answer({"program": text, "plan": {"tools": {"0": {"speed_rpm": 900, "feed_mm_rev": 0.1, "stop_mm": 20}}}})
    assert {"no-s", "no-spindle", "no-f"} & {one["check"] for one in found["findings"]}


@settings(max_examples=150)
@given(
    st.text(alphabet="GMXYZRQFSTHDPIJKLUW0123456789.- ()\n%/#", max_size=200),
    st.sampled_from([None, {"codes": "turning-a"}, {"codes": "turning-b"}, {"arcs": "r"}, {"decimals": "needed"}]),
)
def test_no_text_makes_the_read_back_fall_over(text: str, control: Any) -> None:
    data = {"program": text, "plan": {"tools": {"1": {"kind": "gun", "guide_mm": 5}}, "obstacles": [{"x": [0, 9], "y": [0, 9], "z": 5}]}}
    try:
        found = run_answer(data | ({"control": control} if control else {}))
    except BadInput:
        return
    assert all(one["severity"] in ("stops", "look", "note") for one in found["findings"])


@pytest.mark.parametrize(
    ("data", "field"),
    [
        ({"control": {"codes": "german"}}, "control.codes"),
        ({"control": {"dwel": "P-s"}}, "control.dwel"),
        ({"control": {"coolant": {"flood": "yes"}}}, "control.coolant"),
        ({"control": {"cycles": [81, 90]}}, "control.cycles"),
        ({"control": {"compensation": 1}}, "control.compensation"),
        ({"control": {"index_at_mm": [1]}}, "control.index_at_mm"),
        ({"control": []}, "control"),
        ({"plan": {"zero": "G12"}}, "plan.zero"),
        ({"plan": {"tools": {"one": {}}}}, "plan.tools.one"),
        ({"plan": {"tools": {"1": {"stop_mm": "deep"}}}}, "plan.tools.1.stop_mm"),
        ({"plan": {"tools": {"1": {"kind": 5}}}}, "plan.tools.1.kind"),
        ({"plan": {"tools": {"1": {"hand": "both"}}}}, "plan.tools.1.hand"),
        ({"plan": {"places": [[0]]}}, "plan.places[0]"),
        ({"plan": {"obstacles": [{"x": [0, 1]}]}}, "plan.obstacles[0].y"),
        ({"plan": {"faces": [{"x": [0, 1]}]}}, "plan.faces[0]"),
        ({"plan": {"material": "cheese"}}, "plan.material"),
        ({"plan": {"colour": 1}}, "plan.colour"),
    ],
)
def test_what_is_said_of_control_and_plan_is_held_to_its_range(data: dict[str, Any], field: str) -> None:
    with pytest.raises(BadInput) as refused:
        run_answer({"program": "G21\nM30"} | data)
    assert refused.value.problems[0].field == field


# --- the writer, in every form -----------------------------------------------------------


PLANS: dict[str, tuple[tuple[Any, ...], dict[str, Any]]] = {
    "threads": (("v1", "M12", 20.0, "steel-42crmo4-an"), {}),
    "reamed": (("v1", "8 H7", 16.0, "alu-wrought-7075"), {}),
    "pecked": (("v1", "6", 32.0, "stainless-304"), {}),
    "milled": (("v1", "M12", 18.0, "titanium-64"), {"through": False, "plate_thickness_mm": 40.0, "thread": "mill"}),
    "deep": (("v1", "8", 160.0, "steel-c45"), {}),
    "seated": (("v1", "11", 25.0, "alu-wrought-6082"), {"counterbore_mm": 18, "counterbore_depth_mm": 11}),
    "bored": (("v1", "30 H7", 25.0, "steel-c45"), {}),
    "turned": (("t1", "M12", 20.0, "stainless-304"), {}),
    "gun": (("g1", "10", 400.0, "steel-c45"), {}),
}
ON_CENTRE = ("turned", "gun")


def sheet(name: str) -> dict[str, Any]:
    plan, more = PLANS[name]
    made = plan_answer(asked(*plan, **more))["plan"]["steps"]
    steps = [{"kind": one["kind"], "words": f"{one['words']}, {one['tool']}", "case": (one["cut"] or {}).get("case")} for one in made]
    points = [[0.0, 0.0]] if name in ON_CENTRE else [[20.0, 15.0], [70.0, 15.0]]
    return {"name": name, "zero": ZERO, "steps": steps, "points_mm": points}


@pytest.fixture(scope="module")
def sheets() -> dict[str, dict[str, Any]]:
    return {name: sheet(name) for name in PLANS}


THROUGH = {"flood": 8, "mist": 7, "through": 88, "off": 9}


def forms(turning: bool) -> Iterator[dict[str, Any]]:
    """Each thing a control may say its other way, one at a time."""
    base = {"coolant": THROUGH, "rigid_word": 29} | ({"codes": "turning-a"} if turning else {})
    yield base
    for name, choices in CHOICES.items():
        if name == "codes" or (turning and name in ("length_offset", "change_from", "tool_change", "arcs", "d_holds")):
            continue
        yield from (base | {name: choice} for choice in choices[1:] if choice != "place")
    yield base | {"one_m_a_block": True}
    yield base | {"compensation": False}
    yield base | {"cycles": [81, 82]}
    yield base | {"max_rpm": 1000, "max_feed_mm_min": 150}
    if turning:
        yield base | {"codes": "turning-b"}
        yield base | {"index_from": "place", "index_at_mm": [250, 200]}


@pytest.mark.parametrize("name", PLANS)
def test_in_every_form_it_reads_back_without_a_difference(sheets: dict[str, dict[str, Any]], name: str) -> None:
    """Every control form by every kind of step: no finding, no problem, no difference, every peck the plan's."""
    written = 0
    for control in forms(name in ON_CENTRE[:1]):
        found = written_answer(sheets[name] | {"control": control})
        written += 1
        assert (found["findings"], found["problems"], found["differences"]) == ([], [], []), (control, found["program"])
    for style, units, returns in product(("cycles", "moves"), ("mm", "in"), (98, 99)):
        found = written_answer(
            sheets[name] | {"style": style, "units": units, "returns": returns, "control": next(forms(name == "turned"))}
        )
        assert (found["findings"], found["problems"], found["differences"]) == ([], [], []), found["program"]
        written += 1
    assert written >= 24


def changes(text: str, some: random.Random) -> Iterator[tuple[str, str]]:
    """The program with one word dropped, changed or swapped, and what was done."""
    lines = text.splitlines()
    words = [
        (at, match.start(), match[0])
        for at, line in enumerate(lines)
        if not line.startswith(("(", "%", "O"))
        for match in re.finditer(r"[A-Z]-?\d*\.?\d+|[A-Z]-?\d+\.", line)
        if match[0][0] != "N"
    ]
    for at, start, word in some.sample(words, min(40, len(words))):
        line = lines[at]
        for into in ("", _changed(word, some)):
            changed = line[:start] + into + line[start + len(word) :]
            yield "\n".join([*lines[:at], changed, *lines[at + 1 :]]), f"{line}: {word} -> {into or 'nothing'}"


def _changed(word: str, some: random.Random) -> str:
    letter, value = word[0], float(word[1:])
    if letter in "GMT":
        return f"{letter}{some.choice([0, 1, 2, 3, 4, 5, 8, 9, 54, 55, 80, 81, 83, 90, 91])}"
    return f"{letter}{value * some.choice([0.5, 2, 10]) + 1:g}."


def does(text: str, control: Any) -> tuple[Any, ...]:
    """What a program really does: its moves, the spindle and coolant over them, its tools."""
    found = run(text, None, read_control(control))
    shown = [
        (
            move.tool,
            move.kind,
            tuple(round(one, 3) for one in move.end),
            move.speed_rpm,
            move.modes.turns,
            move.modes.coolant,
            move.modes.length,
        )
        + ((move.modes.zero,) if move.kind == "feed" else ())
        for move in found.moves
        if move.modes is not None and (move.kind != "dwell" or move.time_s > 0)
    ]
    feeds = [round(move.feed_mm_rev or 0, 4) for move in found.moves if move.kind == "feed"]
    return shown, feeds, found.tools, found.ended


def test_a_word_changed_is_told_or_does_the_same(sheets: dict[str, dict[str, Any]]) -> None:
    """Over five hundred programs with one word dropped or changed: flagged, or a difference from the plan, or the same moves, spindle,
    coolant and tools; at least 98 in a hundred."""
    some, tried, missed = random.Random(7), 0, []
    control = {"coolant": THROUGH, "rigid_word": 29}
    for name in ("threads", "reamed", "pecked", "milled", "deep", "seated", "bored"):
        whole = sheets[name] | {"control": control}
        text = written_answer(whole)["program"]
        same = does(text, control)
        for changed, what in changes(text, some):
            tried += 1
            try:
                found = run_answer(whole | {"program": changed})
            except BadInput:
                continue
            if not (found["findings"] or found["differences"] or found["problems"]) and does(changed, control) != same:
                missed.append(f"{name}: {what}")
    assert tried >= 500
    assert len(missed) <= 0.02 * tried, missed


@pytest.mark.parametrize(
    ("name", "change", "field"),
    [
        ("pecked", {"zero": ""}, "zero"),
        ("pecked", {"points_mm": []}, "points_mm"),
        ("pecked", {"count": 8}, "points_mm"),
        ("pecked", {"points_mm": [[0, 0], [3, 0]]}, "points_mm"),
        ("turned", {"control": {"coolant": THROUGH}}, "control.codes"),
        ("turned", {"control": {"codes": "milling"}}, "control.codes"),
        ("turned", {"points_mm": [[5, 0]]}, "points_mm"),
        ("deep", {"control": {}}, "control.coolant.through"),
        ("pecked", {"zero": "x" * 500}, "zero"),
        ("pecked", {"count": 0}, "count"),
    ],
)
def test_what_is_unsafe_is_refused_not_written(sheets: dict[str, dict[str, Any]], name: str, change: dict[str, Any], field: str) -> None:
    with pytest.raises(BadInput) as refused:
        written_answer(sheets[name] | change)
    assert refused.value.problems[0].field == field


def test_a_gun_drill_without_its_guide_and_a_tap_without_its_holder_are_refused(sheets: dict[str, dict[str, Any]]) -> None:
    deep = sheets["deep"]
    alone = [step for step in deep["steps"] if step["case"] and step["case"]["cutter"]["family"] == "gun"]
    with pytest.raises(BadInput, match="no guide hole"):
        written_answer(deep | {"steps": alone})
    threads = json.loads(json.dumps(sheets["threads"]))
    for step in threads["steps"]:
        if step["case"]:
            step["case"]["machine"]["tapping"] = None
    with pytest.raises(BadInput, match="how the tap is held"):
        written_answer(threads)


def test_a_step_that_does_not_hold_is_not_written(sheets: dict[str, dict[str, Any]]) -> None:
    broken = json.loads(json.dumps(sheets["pecked"]))
    drill = next(step for step in broken["steps"] if step["kind"] == "drill")
    drill["case"]["setting"]["speed_rpm"] *= 6
    with pytest.raises(BadInput, match="does not hold"):
        written_answer(broken)


def test_a_hand_between_two_tools_stops_the_machine(sheets: dict[str, dict[str, Any]]) -> None:
    steps = list(sheets["threads"]["steps"])
    place = next(at for at, step in enumerate(steps) if step["kind"] == "tap")
    steps.insert(place, {"kind": "deburr", "words": "deburr the mouth", "case": None})
    found = written_answer(sheets["threads"] | {"steps": steps})
    lines = found["program"].splitlines()
    at = lines.index("M0")
    assert "BY HAND" in lines[at + 1]
    assert found["findings"] == []


def test_a_program_says_what_a_setter_looks_for_first(sheets: dict[str, dict[str, Any]]) -> None:
    """Zero, set-up, each tool with its stick-out and stop, what to do before it runs; and each section stands alone."""
    text = written_answer(sheets["threads"] | {"set_up": "1 of 2", "holding": "two clamps", "under": "parallels"})["program"]
    for said in (
        "ZERO G54: LEFT FRONT CORNER",
        "SET-UP 1 OF 2",
        "HELD: TWO CLAMPS",
        "UNDER IT: PARALLELS",
        "STICK-OUT",
        "DRY RUN",
        "ASSUMED",
    ):
        assert said in text, said
    sections = text.split("M1\n")
    assert len(sections) == 4
    for section in sections:
        for word in ("G91 G28 Z0.", " M6", "G90 G54 G17 G94 G0 X", " M3", "G43 H", "M5"):
            assert word in section, (word, section)


@pytest.mark.parametrize("name", JOBS)
def test_the_papers_programs_are_what_is_written_today(name: str) -> None:
    """Each block of the six has its reason beside it, and the page is the program."""
    assert (PAGES / f"{name}.md").read_text(encoding="utf-8") == page(name)
