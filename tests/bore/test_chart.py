"""The wall chart: every crossing is what the check says of its case; series of sizes as the standards have them; what a machine can do."""

import json
from typing import Any

import pytest

from bore.answers.chart import capability_answer, chart_answer
from bore.answers.serialise import as_data
from bore.cutters.registry import ALL_FAMILIES
from tests import demo
from tests.asking import answered, bore_command

METALS = ["steel-structural-235", "stainless-304", "iron-grey-250"]


def charted(machine: str, **more: Any) -> dict[str, Any]:
    asked = {"machine": demo.machines()[machine], "materials": METALS, "sizes_mm": [6, 10, 16], "yard": {"cutters": list(demo.crib())}}
    return as_data(chart_answer(asked | more))


def test_a_thread_called_by_its_size_is_the_coarse_one() -> None:
    """The crib has M10x1 too; where its M10 does not go, the fine one does not stand for it, and the chart is drawn all the same. Where
    no book has a speed for the edge, the slowest there is stands there."""
    found = charted("v1", kind="tap", materials=["steel-manganese", "steel-c45"])
    hard, plain = found["rows"][1]["cells"]
    assert (hard["verdict"], plain["verdict"]) == ("cannot", "holds")
    assert (hard["feed_mm_rev"], plain["feed_mm_rev"]) == (1.5, 1.5)
    assert hard["speed_rpm"] < plain["speed_rpm"]


@pytest.mark.parametrize(
    ("machine", "more"),
    [
        ("c2", {}),
        ("b1", {"depth_d": 3}),
        ("m1", {"kind": "ring", "sizes_mm": [14, 18, 22]}),
        ("v1", {"kind": "tap", "sizes_mm": [6, 10, 16]}),
        ("v1", {"kind": "reamer", "coolant": {"method": "flood"}}),
        ("l1", {"materials": METALS[:1]}),
        ("h1", {"materials": METALS[:1]}),
    ],
    ids=lambda one: str(one)[:40],
)
def test_every_crossing_is_what_the_check_says_of_its_case(machine: str, more: dict[str, Any]) -> None:
    found = charted(machine, **more)
    assert len(found["rows"]) == 3
    for row in found["rows"]:
        assert [cell["material"] for cell in row["cells"]] == more.get("materials", METALS)
        for cell in row["cells"]:
            again = answered(cell["case"])
            assert (again["verdict"], again["tightest"]) == (cell["verdict"], cell["first"])
            assert cell["case"]["hole"]["diameter_mm"] == row["size_mm"]
            assert cell["speed_rpm"] == again["setting"]["speed_rpm"]
            if cell["pilot_mm"]:
                assert cell["case"]["hole"]["start_diameter_mm"] == cell["pilot_mm"]


def test_sizes_go_by_their_names_and_mixed_series_rise() -> None:
    """ASME B94.11M: #7 is 0.201 in, F is 0.257 in; 1/4 in is letter E as well."""
    rows = charted("c2", sizes_mm="number", materials=METALS[:1])["rows"]
    assert [row["size_mm"] for row in rows] == sorted(row["size_mm"] for row in rows)
    assert next(row["size_mm"] for row in rows if row["name"] == "#7") == pytest.approx(0.201 * 25.4)
    letters = charted("c2", sizes_mm="letter", materials=METALS[:1])["rows"]
    assert next(row["size_mm"] for row in letters if row["name"] == "F") == pytest.approx(0.257 * 25.4)
    fractions = charted("c2", sizes_mm="fraction", materials=METALS[:1])["rows"]
    quarter = next(row for row in fractions if row["size_mm"] == pytest.approx(6.35))
    assert {quarter["name"], *quarter["also"]} >= {"1/4 in", "E"}
    crib = charted("c2", sizes_mm="crib", materials=METALS[:1])["rows"]
    assert {row["size_mm"] for row in crib} <= {round(one["diameter_mm"], 4) for one in demo.crib()}


def test_a_hand_is_told_its_pull_and_a_step_too_coarse_says_by_hand() -> None:
    pulled = charted("b1", sizes_mm=[6], materials=METALS[:1])["rows"][0]["cells"][0]
    assert pulled["hand_force_n"] > 0
    # The smallest step of this press feeds a 1 mm drill several times what it takes.
    tiny = charted("c2", sizes_mm=[1], materials=METALS[:1])["rows"][0]["cells"][0]
    assert (tiny["said"], tiny["first"]) == ("by hand", "crowd")


def test_what_a_machine_can_do_falls_with_the_metal_and_grows_with_the_machine() -> None:
    def largest(machine: str, material: str, family: str = "twist", depth: float = 20.0) -> float:
        found = as_data(capability_answer({"machine": demo.machines()[machine], "material": material, "depth_mm": depth}))
        return next(one["from_solid_mm"] for one in found["families"] if one["family"] == family) or 0.0

    assert largest("b1", "alu-wrought-6082") >= largest("b1", "steel-structural-235") >= largest("b1", "stainless-304")
    assert largest("r1", "steel-structural-235") >= largest("b1", "steel-structural-235")
    found = as_data(capability_answer({"machine": demo.machines()["b1"], "material": METALS[0], "depth_mm": 20}))
    assert {one["family"] for one in found["families"]} <= {one.id for one in ALL_FAMILIES}
    assert all(one["first"] for one in found["families"])


@pytest.mark.parametrize(
    ("command", "changes", "field"),
    [
        ("chart", {"materials": []}, "materials"),
        ("chart", {"materials": ["cheese"]}, "materials"),
        ("chart", {"sizes_mm": "odd"}, "sizes_mm"),
        ("chart", {"sizes_mm": [0]}, "sizes_mm"),
        ("chart", {"sizes_mm": [5] * 201}, "sizes_mm"),
        ("chart", {"kind": "saw"}, "kind"),
        ("chart", {"depth_d": True}, "depth_d"),
        ("chart", {"machine": None}, "machine"),
        ("chart", {"machine": {}}, "machine.kind"),
        ("chart", {"materials": [["a"]]}, "materials"),
        ("chart", {"sizes_mm": "crib", "yard": {"cutters": [{"family": "twist", "diameter_mm": "x"}]}}, "sizes_mm"),
        ("chart", {"more": 1}, "more"),
        ("capability", {"material": "cheese", "depth_mm": 5}, "materials"),
        ("capability", {"material": METALS[0]}, "depth_mm"),
    ],
)
def test_what_will_not_do_is_refused_by_field(command: str, changes: dict[str, Any], field: str) -> None:
    begin = {"machine": demo.machines()["c2"]} | ({"materials": METALS, "sizes_mm": [6]} if command == "chart" else {})
    ended = bore_command(command, "-", stdin=json.dumps(begin | changes))
    assert (ended.returncode, ended.stdout) == (2, "")
    assert ended.stderr.startswith(f"{field}:")
