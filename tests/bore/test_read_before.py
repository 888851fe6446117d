"""A machine, a cutter and a metal that were read before: the same as read afresh, and never another's."""

import copy
import json
from typing import Any

import pytest

from bore.base.errors import BadInput
from bore.case import read
from bore.case.parts import LONGEST_PART, NOTHING, parts_read_before
from bore.case.read import read_case
from tests.asking import CASES, contract_example, hand_case, plain_case

BASES = json.loads((CASES / "bases.json").read_text(encoding="utf-8"))
ASKED = [contract_example(), plain_case(), hand_case(140), *BASES.values()]


@pytest.mark.parametrize("case", ASKED)
def test_what_was_read_before_is_as_read_afresh(case: dict[str, Any], monkeypatch: pytest.MonkeyPatch) -> None:
    first, again = read_case(case), read_case(copy.deepcopy(case))
    monkeypatch.setattr(read, "parts_read_before", lambda data: NOTHING)
    afresh = read_case(case)
    assert first == again == afresh
    assert [one.field for one in first.assumed] == [one.field for one in afresh.assumed]


def test_a_screen_that_asks_again_is_given_the_same_machine() -> None:
    first, faster = contract_example(), contract_example()
    faster["setting"]["feed_mm_rev"] = 0.21
    assert read_case(first).machine is read_case(faster).machine
    first["machine"]["stiffness_n_mm"] = 1234.0
    assert read_case(first).machine.stiffness_n_mm == 1234.0
    assert read_case(faster).machine.stiffness_n_mm != 1234.0


@pytest.mark.parametrize("value", [float("nan"), True, "1", [1], -1])
def test_a_figure_of_another_kind_is_another_part(value: Any) -> None:
    """True is one and NaN is nothing to a reader of JSON: neither may pass as what was read before."""
    read_case(plain_case(machine__spindle__power_kw=1))
    with pytest.raises(BadInput, match="power_kw"):
        read_case(plain_case(machine__spindle__power_kw=value))


def test_every_fault_is_named_in_one_answer_whatever_else_is_known() -> None:
    read_case(plain_case())
    with pytest.raises(BadInput) as refused:
        read_case(plain_case(machine__spindle__power_kw=-1, cutter__wear="blunt", hole__depth_mm=None, material__mcc=1))
    assert {one.field for one in refused.value.problems} == {
        "machine.spindle.power_kw",
        "cutter.wear",
        "hole.depth_mm",
        "material.mcc",
    }


def test_a_part_that_takes_much_saying_is_read_but_not_remembered() -> None:
    curve = [[100 + k, 1.0] for k in range(LONGEST_PART // 10)]
    case = plain_case(machine__spindle__stages=[{"min_rpm": 100, "max_rpm": 900, "curve": curve}])
    assert "machine" not in parts_read_before(case).parts
    assert len(read_case(case).machine.spindle.stages[0].curve or ()) == len(curve)
