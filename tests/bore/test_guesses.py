"""Guesses that carry a verdict: each other way, checked as a case of its own, comes to what is said of it."""

import copy
from typing import Any

import pytest

from bore.answers.offers import guesses_answer
from bore.answers.serialise import as_data
from tests.asking import BASES, answered, hand_case, put


@pytest.mark.parametrize("case", [hand_case(140), *BASES.values()])
def test_a_guess_the_other_way_is_what_the_check_says(case: dict[str, Any]) -> None:
    for one in as_data(guesses_answer(case))["guesses"]:
        if "[" in one["field"]:
            continue
        other = copy.deepcopy(case)
        put(other, one["field"], one["other"])
        found = answered(other)
        assert (found["verdict"], found["tightest"]) == (one["verdict"], one["tightest"])
        assert one["moves"] == (found["verdict"] != answered(case)["verdict"])
