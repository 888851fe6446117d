"""The part: many holes planned together. Whole parts of the demo yard are held to what a machinist would do."""

import json
import math
import random
from typing import Any

import pytest

from bore.answers.part import part_answer
from bore.base.budget import Budget, within
from bore.base.errors import BadInput
from tests import demo
from tests.asking import answered, bore_command
from tests.parts import BLOCK, SHEET, grid, listed, part, planned

COVER = part(
    "c2",
    "steel-structural-235",
    {"letter": "A", "hole": "9", "places": grid(15, 15, 2, 2, 90, 50)},
    {"letter": "B", "hole": "M8", "places": listed([40, 40], [80, 40])},
    {"letter": "C", "hole": "12", "places": listed([60, 15], [60, 65])},
)


def test_a_letter_whose_holes_are_there_is_only_finished() -> None:
    """Neither marked nor drilled again, beside others made from solid; too wide a hole is refused by the letter's own name."""
    there = {"letter": "A", "hole": "M10", "there_mm": 8.5, "places": listed([40, 40], [80, 40])}
    solid = {"letter": "B", "hole": "12", "places": listed([60, 15])}
    for machine in ("c2", "v1"):
        found = planned(part(machine, "steel-structural-235", there, solid))
        kinds = {row["letter"]: [step["kind"] for step in row["steps"]] for row in found["rows"]}
        assert not {"mark", "spot", "drill"} & set(kinds["A"])
        assert "tap" in kinds["A"]
        assert {"mark", "drill"} <= set(kinds["B"])
        assert found["unresolved"] == []
    with pytest.raises(BadInput) as refused:
        planned(part("c2", "steel-structural-235", there | {"hole": "8"}))
    assert refused.value.problems[0].field == "features[0].there_mm"


def test_a_part_says_how_far_its_planning_is() -> None:
    told: list[tuple[float, str]] = []
    with within(Budget(math.inf, is_told=lambda share, doing: told.append((share, doing)))):
        planned(COVER)
    shares = [share for share, _ in told]
    assert shares == sorted(shares)
    assert (shares[0], shares[-1] <= 1) == (0.0, True)
    doing = list(dict.fromkeys(words for _, words in told))
    letters = [feature["letter"] for feature in COVER["features"]]
    assert doing == [*(f"steps for {one}" for one in letters), *(f"other ways to make {one}" for one in letters), "the order of the work"]


# --- whole parts ------------------------------------------------------------------


def keeps_its_order(found: dict[str, Any]) -> None:
    """Marks before everything, deburring last; every feature's own steps in its own order, each at every one of its places; every cut checked
    afresh is what it is said to be, and goes; nothing is claimed that is not so."""
    kinds = [one["kind"] for one in found["operations"]]
    assert kinds.index("deburr") == len(kinds) - 1
    assert "mark" not in kinds[kinds.count("mark") :]
    for row in found["rows"]:
        visits = [(one["kind"], visit) for one in found["operations"] for visit in one["features"] if visit["letter"] == row["letter"]]
        everywhere = list(range(1, len(row["places_mm"]) + 1))
        for step in {kind for kind, _ in visits}:
            count = sum(one["kind"] == step for one in row["steps"])
            assert sorted(place for kind, visit in visits if kind == step for place in visit["places"]) == sorted(everywhere * count)
        for place in everywhere:
            done = [kind for kind, visit in visits if place in visit["places"]]
            driven = [step["kind"] for step in row["steps"] if step["cut"]]
            assert [kind for kind in done if kind in driven] == driven
    for one in found["operations"]:
        for visit in one["features"]:
            if visit["case"]:
                again = answered(visit["case"])
                assert (again["verdict"], again["tightest"]) == (visit["check"]["verdict"], visit["check"]["tightest"])
                assert visit["check"]["verdict"] in ("holds", "tight")
    assert found["changes"]["tools"] == sum(one["change"]["tool"] for one in found["operations"])
    assert found["times"]["total"] == pytest.approx(sum(found["times"][name] for name in ("cut", "hand", "change", "turn")), rel=1e-5)
    assert found["times"]["total"] >= found["search"]["bound_s"] - 1e-6
    assert found["saved"]["s"] >= 0


@pytest.mark.parametrize("data", [COVER, BLOCK], ids=["cover", "block"])
def test_a_part_is_whole_in_order_and_each_step_holds_by_itself(data: dict[str, Any]) -> None:
    found = planned(data)
    assert (found["unresolved"], found["findings"]) == ([], [])
    assert [row["letter"] for row in found["rows"]] == [feature["letter"] for feature in data["features"]]
    keeps_its_order(found)


HOLES = ("5", "6.5", "M6", "M8", "8 H7", "9", "10", "M10", "11", "12 H7", "13.5", "16", "18", "22")


@pytest.mark.parametrize("machine", demo.machines())
def test_parts_drawn_by_chance_keep_their_order_on_every_machine(machine: str) -> None:
    """Of two to five letters; what cannot be made says why, and the rest stands. Where the work turns there is one place, on its centre line."""
    some = random.Random(machine)
    turned = demo.machines()[machine]["kind"] in ("lathe", "turning-centre", "gun-drilling")
    count = some.choice((2, 3, 4, 5))
    features = [
        {
            "letter": letter,
            "hole": hole,
            "places": listed(*([[0.0, 0.0]] if turned else [[20.0 + 25 * k, 20.0], [20.0 + 25 * k, 60.0]])),
        }
        for k, (letter, hole) in enumerate(zip("ABCDE", some.sample(HOLES, count), strict=False))
    ][: 1 if turned else count]
    more = {"setups": [{"id": "1", "thickness_mm": 60, "holding": demo.HOLDING[machine]}]} if turned else {}
    found = planned(part(machine, some.choice(["steel-structural-235", "steel-c45"]), *features, **more))
    said = [one["letter"] for one in (*found["rows"], *found["unresolved"])]
    assert sorted(said) == [one["letter"] for one in features]
    assert all(one["reason"] for one in found["unresolved"])
    if found["rows"]:
        keeps_its_order(found)


def test_holes_alike_share_their_tool_and_are_told_what_that_saves() -> None:
    found = planned(BLOCK)
    drills = [one for one in found["operations"] if one["kind"] == "drill" and {visit["letter"] for visit in one["features"]} == {"A", "D"}]
    assert len(drills) == 1
    assert len(drills[0]["path"]) == 5
    assert found["search"]["exact"]
    assert found["saved"]["changes"] > 0
    assert found["saved"]["s"] == pytest.approx(8 * found["saved"]["changes"])
    assert f"not {found['changes']['tools'] + found['saved']['changes']}" in found["saved"]["words"]
    assert {letter for tool in found["tools"] for letter in tool["features"]} == {"A", "C", "D"}


def test_a_magnets_moves_count() -> None:
    """Two sizes of ring cutter along a beam: each place is moved to at least once, and no more often than size by size."""
    beam = part(
        "m1",
        "steel-structural-355",
        {"letter": "A", "hole": "22", "depth_mm": 16, "places": listed([40, 40], [120, 40])},
        {"letter": "B", "hole": "18", "depth_mm": 16, "places": listed([80, 40], [160, 40])},
        setups=[{"id": "1", "holding": {"kind": "magnet"}}],
    )
    found = planned(beam)
    assert found["search"]["exact"]
    assert 4 <= found["changes"]["moves"] <= 8
    assert found["times"]["change"] >= 90 * found["changes"]["moves"]


def test_a_second_side_is_turned_over() -> None:
    sides = [{"id": "1", "outline_mm": SHEET, "thickness_mm": 25}, {"id": "2", "outline_mm": SHEET, "thickness_mm": 25, "turned": "x"}]
    data = part(
        "v1",
        "steel-c45",
        {"letter": "A", "hole": "10", "places": listed([20, 20])},
        {"letter": "B", "hole": "8", "depth_mm": 10, "through": False, "setup": "2", "places": listed([60, 20])},
        {"letter": "C", "hole": "10", "setup": "either", "places": listed([100, 60])},
        setups=sides,
    )
    found = planned(data)
    assert {row["letter"]: row["places_mm"] for row in found["rows"]}["B"] == [[60, 60]]
    assert found["times"]["turn"] == 60
    assert [one["setup"] for one in found["operations"]] == sorted(one["setup"] for one in found["operations"])
    # The second 10 mm hole is drilled where that drill is in use anyway.
    assert {row["letter"]: row["setup"] for row in found["rows"]}["C"] == "1"


@pytest.mark.parametrize(
    ("features", "check", "severity", "words"),
    [
        ([("A", "20", [30, 30]), ("B", "20", [45, 30])], "overlap", "stops", "A1 and B1 run into one another, 15 mm apart"),
        ([("A", "20", [30, 30]), ("B", "20", [50.5, 30])], "wall", "stops", "0.5 mm of metal"),
        ([("A", "20", [30, 30]), ("B", "20", [56, 30])], "wall", "look", "the wall is 6 mm"),
        ([("A", "10", [130, 30])], "outline", "stops", "outside the outline"),
        ([("A", "10", [30, 30], [30, 30])], "same place", "stops", "A1 and A2 stand in the same place"),
        ([("A", "10", [30, 30]), ("B", "20", [30, 30])], "one axis", "look", "say which comes after"),
    ],
)
def test_what_is_wrong_with_places_is_told_by_letter_and_place(features: Any, check: str, severity: str, words: str) -> None:
    rows = [{"letter": letter, "hole": hole, "places": listed(*points)} for letter, hole, *points in features]
    found = planned(part("c2", "steel-structural-235", *rows))
    told = [one for one in found["findings"] if one["check"] == check]
    assert [one["severity"] for one in told] == [severity]
    assert words in told[0]["words"]
    # What stops is not planned; what has to be looked at is.
    assert (told[0]["letter"] in [one["letter"] for one in found["unresolved"]]) == (severity == "stops")


def test_clamps_parallels_and_places_that_were_not_said() -> None:
    setup = {
        "outline_mm": SHEET,
        "keep_out_mm": [[[0, 0], [120, 10]]],
        "obstacles": [{"name": "clamp", "x": [100, 120], "y": [60, 80], "z": 30}],
    }
    data = part(
        "c2",
        "steel-structural-235",
        {"letter": "A", "hole": "9", "places": listed([30, 8])},
        {"letter": "B", "hole": "9", "places": listed([110, 70], [80, 70])},
        {"letter": "C", "hole": "9"},
        {"letter": "D", "hole": "137.5", "places": listed([60, 40])},
        setups=[setup],
    )
    found = planned(data)
    assert {(one["letter"], one["place"], one["check"], one["severity"]) for one in found["findings"] if one["letter"] in "AB"} >= {
        ("A", 1, "keep-out", "stops"),
        ("B", 1, "obstacle", "stops"),
        ("B", 2, "obstacle", "look"),
    }
    reasons = {one["letter"]: one["reason"] for one in found["unresolved"]}
    # Where it would stand is told with it, for the picture; nothing bought mends a place.
    assert {one["letter"]: (one["places_mm"], one["nearest"]) for one in found["unresolved"]}["A"] == ([[30, 8]], "")
    assert reasons["C"] == "its places are not said"
    assert set(reasons) >= {"A", "B", "C", "D"}
    assert found["operations"] == []


def test_what_lies_under_a_set_up_is_what_its_holes_meet() -> None:
    """The point of a 20 mm drill comes out further than parallels of 3 mm are high (common practice: tall enough, or the vice is drilled)."""
    data = part("c2", "steel-structural-235", {"letter": "A", "hole": "20", "places": listed([60, 40])})
    setup = data["setups"][0] | {"under": "parallels"}
    for room, hits in ((3, True), (40, False)):
        found = planned(data | {"setups": [setup | {"under_mm": room}]})
        last = next(step["cut"] for step in reversed(found["rows"][0]["steps"]) if step["kind"] == "drill")
        assert (last["under"]["has_mm"], last["under"]["hits"]) == (room, hits)


BEAM = part(
    "m1-morse",
    "steel-structural-355",
    *(
        {"letter": letter, "hole": hole, "depth_mm": 16, "places": grid(20, 20 + 30 * k, 4, 1, 60, 60)}
        for k, (letter, hole) in enumerate(zip("AB", ("18", "14"), strict=True))
    ),
    setups=[{"id": "1", "outline_mm": [[0, 0], [240, 0], [240, 90], [0, 90]], "holding": {"kind": "magnet"}}],
)


@pytest.mark.parametrize("data", [BLOCK, BEAM], ids=["block", "beam"])
def test_what_is_saved_is_the_whole_time_and_never_more(data: dict[str, Any]) -> None:
    """Each letter asked for by itself, put one after another, takes what the part takes and what it is said to save."""
    found = planned(data)
    alone = [planned(data | {"features": [one]})["times"]["total"] for one in data["features"]]
    assert 0 <= found["saved"]["s"] <= sum(alone) - found["times"]["total"] + 1e-6


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"features": []}, "features"),
        ({"features": [{"letter": "A", "hole": "10"}]}, "features[0].depth_mm"),
        ({"features": [{"letter": "A", "hole": "zz", "depth_mm": 5}]}, "features[0].hole"),
        ({"features": [{"letter": "A", "hole": "9", "depth_mm": 5, "entry": "lumpy"}]}, "features[0].entry"),
        ({"features": [{"letter": "A", "hole": "9", "depth_mm": 5}] * 2}, "features"),
        ({"features": [{"letter": "A", "hole": "9", "depth_mm": 5, "places": {"list_mm": [[0]]}}]}, "features[0].places.list_mm[0]"),
        ({"features": [{"letter": "A", "hole": "9", "depth_mm": 5, "after": ["Q"]}]}, "features[0].after"),
        ({"features": [{"letter": "A", "hole": "9", "depth_mm": 5, "setup": "9"}]}, "features[0].setup"),
        ({"features": [{"letter": "A", "hole": "9", "depth_mm": 5, "family": {"a": 1}}]}, "features[0].family"),
        (
            {"features": [{"letter": "A", "hole": "9", "depth_mm": 5, "places": {"text": "circle 9 on 0 at 0, 0"}}]},
            "features[0].places.text",
        ),
        (
            {"features": [{"letter": one, "hole": "9", "depth_mm": 5, "after": [other]} for one, other in ("AB", "BC", "CA")]},
            "features[0].after",
        ),
        ({"setups": [{"id": "1", "turned": "z"}]}, "setups[0].turned"),
        ({"wish": {"want": "fast"}}, "wish.want"),
        ({"machine": 3}, "machine"),
        ({"more": 1}, "more"),
    ],
)
def test_a_malformed_part_is_refused_by_field(changes: dict[str, Any], field: str) -> None:
    ended = bore_command("part", "-", stdin=json.dumps(COVER | changes))
    assert (ended.returncode, ended.stdout) == (2, "")
    assert ended.stderr.startswith(f"{field}:")


@pytest.mark.parametrize("machine", ["c2", "v1", "m1"])
def test_several_parts_take_no_less_than_their_work_and_no_more_than_one_after_another(machine: str) -> None:
    """A batch of one is the part itself; nobody saves more than what is not changed again; the cost goes by the time said."""
    asked = part(
        machine, "steel-structural-355", {"letter": "A", "hole": "11", "places": grid(20, 20, 2, 2, 60, 40)}, wish={"rate_per_h": 60}
    )
    one, some = part_answer(asked), part_answer(asked | {"count": 6})
    assert one.batch.total_s == pytest.approx(one.times.total, abs=0.1)
    assert one.batch.words == ""
    assert some.times == one.times
    work = one.times.cut + one.times.hand
    # Six clamped one after another, five times in between; a clamping is a minute (common practice).
    assert some.batch.whole_parts_s == pytest.approx(6 * one.times.total + 5 * 60, abs=0.5)
    assert 6 * work + one.times.change <= some.batch.step_by_step_s + 0.5
    assert some.batch.total_s == min(some.batch.whole_parts_s, some.batch.step_by_step_s)
    # At 60 an hour a second costs a sixtieth; what the edges cost is six times as much.
    edges = one.cost - one.batch.total_s / 60
    assert some.cost == pytest.approx(6 * edges + some.batch.total_s / 60, rel=1e-3)
    with pytest.raises(BadInput, match="a whole number, 1 to 1000"):
        part_answer(asked | {"count": 1001})


def test_the_command_answers_and_no_figure_is_nothing() -> None:
    ended = bore_command("part", "-", stdin=json.dumps(COVER))
    assert ended.returncode == 0
    found = json.loads(ended.stdout, parse_constant=lambda word: pytest.fail(word))
    assert math.isfinite(found["cost"])


def test_where_the_work_turns_a_hole_lies_on_the_centre_line() -> None:
    """Common practice: a tool in a tailstock or turret stands on the line the work turns about."""
    both = part(
        "t1", "steel-c45", {"letter": "A", "hole": "20", "places": listed([0, 0])}, {"letter": "B", "hole": "9", "places": listed([30, 0])}
    )
    answer = planned(both | {"setups": [{"id": "1", "thickness_mm": 60}]})
    assert [row["letter"] for row in answer["rows"]] == ["A"]
    assert [one["letter"] for one in answer["unresolved"]] == ["B"]
    assert "centre line" in answer["unresolved"][0]["reason"]


@pytest.mark.parametrize(
    ("side", "after", "second"), [("either", [], "insert"), ("1", [], "twist"), ("1", ["A"], "twist"), ("2", ["A"], "twist")]
)
def test_what_wants_solid_metal_never_goes_into_a_hole_that_is_there(side: str, after: list[str], second: str) -> None:
    """A gland bored 20 through and 26 from both ends. Common practice: an insert drill's centre wants metal under it, so it comes before the
    narrower bore, and after it a twist drill opens the hole."""
    data = part(
        "t1",
        "steel-c45",
        {"letter": "A", "hole": "20 H7", "depth_mm": 60, "setup": side, "places": listed([0, 0])},
        {"letter": "B", "hole": "26", "depth_mm": 15, "through": False, "setup": "1", "after": after, "places": listed([0, 0])},
        {"letter": "C", "hole": "26", "depth_mm": 15, "through": False, "setup": "2", "after": after, "places": listed([0, 0])},
    )
    data["setups"] = [{"id": "1", "thickness_mm": 60}, {"id": "2", "thickness_mm": 60, "turned": "y"}]
    answer = planned(data)
    assert answer["unresolved"] == []
    there: set[str] = set()
    for one in answer["operations"]:
        words = next((tool["words"] for tool in answer["tools"] if tool["number"] == one["tool"]), "")
        letters = {feature["letter"] for feature in one["features"]}
        if "insert" in words:
            # B and C do not meet; A runs into both.
            assert "A" not in there, one["words"]
        if one["kind"] in ("pilot", "open", "drill"):
            there |= letters
    last = [one for one in answer["operations"] if one["kind"] == "drill" and one["features"][0]["letter"] == "C"][-1]
    assert second in next(tool["words"] for tool in answer["tools"] if tool["number"] == last["tool"])


@pytest.mark.parametrize("letters", ["ABC", "CBA", "BCA"])
def test_on_one_axis_the_wider_that_wants_solid_metal_goes_first_whatever_its_letter(letters: str) -> None:
    sizes = [("32", 10), ("26", 20), ("20", 60)]
    features = [
        {"letter": letter, "hole": hole, "depth_mm": deep, "through": hole == "20", "places": listed([0, 0])}
        for letter, (hole, deep) in zip(letters, sizes, strict=True)
    ]
    answer = planned(
        part("t1", "steel-c45", *sorted(features, key=lambda one: str(one["letter"]))) | {"setups": [{"id": "1", "thickness_mm": 60}]}
    )
    drilled = [one["features"][0]["letter"] for one in answer["operations"] if one["kind"] == "drill"]
    assert (answer["unresolved"], drilled) == ([], list(letters))
