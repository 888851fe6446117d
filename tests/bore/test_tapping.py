"""Who turns the tap, and what must be said before a program may: common practice of the trade."""

from typing import Any

import pytest

from bore.base.errors import BadInput
from bore.case.records import read_machine
from bore.plan.tapping import by_hand_because, start_words, unsaid
from tests.answers import plan_answer, written_answer
from tests.demo import asked, machines


@pytest.mark.parametrize(
    ("slug", "changes", "size", "through", "by_hand"),
    [
        ("b2", {}, 10.0, True, "not known to turn backwards"),
        ("b2", {"tapping": "head"}, 10.0, False, ""),
        ("b2", {"tapping": "head"}, 6.0, True, "a small tap"),
        ("b2", {"tapping": "floating"}, 10.0, True, "not known to turn backwards"),
        ("c3", {}, 6.4, True, "a small tap"),
        ("c3", {}, 6.5, True, ""),
        ("c3", {}, 12.0, False, ""),
        ("c3", {"tapping": "floating"}, 12.0, True, ""),
        ("c3", {"tapping": "floating"}, 12.0, False, "slipping chuck or a head"),
        ("c3", {"tapping": "none"}, 12.0, True, "does not tap"),
        ("r1", {"tapping": None}, 16.0, True, "not known to turn backwards"),
        ("r1", {"tapping": None}, 16.5, True, ""),
        ("r1", {"tapping": None}, 20.0, False, "slipping chuck or a head"),
        ("v1", {"tapping": None}, 3.0, False, ""),
        ("g1", {}, 10.0, True, "does not turn backwards"),
    ],
)
def test_who_turns_the_tap(slug: str, changes: dict[str, Any], size: float, through: bool, by_hand: str) -> None:
    """A hand, unless the machine is known to back it out; small ones and blind ones more carefully (common practice)."""
    machine = read_machine(machines()[slug] | changes)
    found = by_hand_because(machine, size, through)
    assert (by_hand in found) if by_hand else found == ""


def test_what_a_program_must_know_before_it_taps_blind() -> None:
    for held, fine in (("rigid", True), ("friction", True), ("head", True), ("floating", False), (None, False)):
        machine = read_machine(machines()["v1"] | {"tapping": held})
        assert unsaid(machine, through=True) == ""
        assert (unsaid(machine, through=False) == "") == fine
    assert "6 mm above" in start_words(read_machine(machines()["v1"] | {"tapping": "floating"}), 1.75)
    assert "3.5 mm above" in start_words(read_machine(machines()["v1"] | {"tapping": "rigid"}), 1.75)
    blind = asked("v1", "M12", 18, "steel-c45", through=False, plate_thickness_mm=45.0)
    blind["case"]["machine"] = blind["case"]["machine"] | {"tapping": None}
    found = plan_answer(blind)["plan"]
    assert found["verdict"] == "cannot"
    assert "is not said" in next(step for step in found["steps"] if step["kind"] == "tap")["cannot"]


@pytest.mark.parametrize(("held", "refused"), [(None, True), ("floating", True), ("rigid", False)])
def test_no_program_taps_blind_before_the_holder_is_said(held: str | None, refused: bool) -> None:
    """The steps of a plan that says it cannot be done, posted all the same: refused, not written."""
    blind = asked("v1", "M12", 18, "steel-c45", through=False, plate_thickness_mm=45.0)
    blind["case"]["machine"] = blind["case"]["machine"] | {"tapping": held}
    made = [step for step in plan_answer(blind)["plan"]["steps"] if step["cut"]]
    sheet = {
        "steps": [{"kind": one["kind"], "words": one["words"], "case": one["cut"]["case"]} for one in made],
        "points_mm": [[0, 0]],
        "zero": "left front corner, top face",
        "name": "Keeper",
    }
    if refused:
        with pytest.raises(BadInput, match="how this machine holds a tap"):
            written_answer(sheet)
        return
    assert "G84" in written_answer(sheet)["program"]
