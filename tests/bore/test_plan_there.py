"""A hole that is there already: opened or finished from what it is, refused where it cannot be."""

import pytest

from bore.answers.plan_request import read_plan
from bore.base.errors import BadInput
from bore.plan.times import DRILLING
from tests.answers import plan_answer
from tests.asking import answered
from tests.demo import asked, place


@pytest.mark.parametrize(
    ("machine", "hole", "there", "first"),
    [
        ("b2", "12", 8.0, "drill"),
        ("c2", "20", 10.2, "drill"),
        ("r1", "30", 8.0, None),
        ("b1", "M10", 6.0, "drill"),
        ("b1", "M10", 8.5, "countersink"),
        ("l1", "18", 8.0, "drill"),
        ("c2", "12 H7", 11.8, "ream"),
        ("h1", "10", 5.0, None),
    ],
)
def test_a_hole_that_is_there_is_opened_not_drilled_again(machine: str, hole: str, there: float, first: str | None) -> None:
    """Nothing is marked, nothing narrower goes in, each step begins where the last one ended, and its case checked afresh says the same."""
    found = plan_answer(asked(machine, hole, 20.0, "steel-c45", there_mm=there))
    steps = found["plan"]["steps"]
    assert found["plan"]["verdict"] in ("holds", "tight")
    assert steps[0]["kind"] == (first or steps[0]["kind"])
    assert "mark" not in [step["kind"] for step in steps]
    size = there
    for step in (one for one in steps if one["kind"] in DRILLING):
        assert step["start_mm"] == pytest.approx(size)
        assert step["size_mm"] > size
        assert answered(step["cut"]["case"])["verdict"] == step["cut"]["verdict"]
        size = step["size_mm"]
    assert found["hole"]["least_mm"] - 1e-6 <= size <= found["hole"]["most_mm"] + 1e-6


def test_opened_by_hand_it_grabs_and_the_row_says_so() -> None:
    """Four millimetres left in a 12 mm hole: a drill leaned on by hand is pulled in (common practice)."""
    found = plan_answer(asked("b2", "12", 20.0, "steel-c45", there_mm=8.0))["plan"]
    assert found["verdict"] == "tight"
    solid = plan_answer(asked("b2", "12", 20.0, "steel-c45"))["plan"]
    assert solid["verdict"] == "holds"
    assert found["total_s"] < solid["total_s"]


def test_ones_own_row_begins_at_it() -> None:
    row = [{"kind": "drill", "cutter": place("twist", 12.0)}, {"kind": "deburr", "cutter": None}]
    found = plan_answer(asked("b2", "12", 20.0, "steel-c45", there_mm=8.0, steps=row))
    assert found["plan"]["steps"][0]["start_mm"] == 8.0
    bare = plan_answer(asked("b1", "M10", 20.0, "steel-c45", there_mm=8.5, steps=[{"kind": "tap", "cutter": None}]))
    assert not [one for one in bare["says"] if "the hole ends at" in one]


@pytest.mark.parametrize(
    ("hole", "there", "words"),
    [("M10", 9.0, "wider than M10 is drilled"), ("12", 0.0, "accepted: 0.1"), ("12 flat-bottomed", 8.0, "floor")],
)
def test_a_hole_too_wide_or_flat_is_refused_in_words(hole: str, there: float, words: str) -> None:
    with pytest.raises(BadInput, match=words) as refused:
        read_plan(asked("c2", hole, 20.0, "steel-c45", there_mm=there, through=False))
    assert refused.value.problems[0].field == "plan.there_mm"
