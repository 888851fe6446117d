"""Every family on every kind of machine: one table of sentence, verdict and first limit drives the core's tests and the browser's."""

import json
from typing import Any

import pytest

from bore.case.read import read_case
from bore.ways.ways_out import ways_out
from tests.answers import ways_out_answer
from tests.asking import BASES, MACHINE_OF, answered, bore_command, pair, pairs_of_family_and_machine

ROWS = pairs_of_family_and_machine()
NAMES = [f"{row['family']} on {row['kind']}" for row in ROWS]
YARD = {"cutters": [], "machines": [BASES[base]["machine"] | {"name": kind} for kind, base in MACHINE_OF.items()]}


def test_the_table_holds_every_pair_once() -> None:
    assert len({(row["family"], row["kind"]) for row in ROWS}) == len(ROWS) == 54


@pytest.mark.parametrize("row", ROWS, ids=NAMES)
def test_verdict_and_first_limit(row: dict[str, str]) -> None:
    found = answered(pair(row["family"], row["kind"]))
    assert (found["verdict"], found["tightest"]) == (row["verdict"], row["first_limit"])


@pytest.mark.parametrize("row", [row for row in ROWS if row["how"] != "x"])
def test_another_machine_is_what_it_says(row: dict[str, str]) -> None:
    """With a machine of every kind in the yard, each way out to one of them, posted afresh, gives the verdict it names."""
    case: dict[str, Any] = pair(row["family"], row["kind"]) | {"yard": YARD}
    for way in ways_out_answer(ways_out(read_case(case)))["ways"]:
        if way["kind"] != "other-machine":
            continue
        posted = case | {"machine": way["changes"]["machine"], "setting": way["changes"]["setting"]}
        found = answered(posted)
        assert (found["verdict"], found["tightest"]) == (way["verdict"], way["tightest"])


@pytest.mark.parametrize(
    "row", [row for row in ROWS if row["how"] == "x"], ids=[n for n, row in zip(NAMES, ROWS, strict=True) if row["how"] == "x"]
)
def test_what_never_goes_is_refused_by_the_command_with_its_reason(row: dict[str, str]) -> None:
    case = json.dumps(pair(row["family"], row["kind"]))
    run = bore_command("check", "-", stdin=case)
    assert run.returncode == 0
    found = json.loads(run.stdout)
    assert found["verdict"] == "cannot"
    assert any(limit["reason"] for limit in found["limits"] if limit["verdict"] == "cannot")
