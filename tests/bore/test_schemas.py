"""Schema documents: every command has one, it is a schema, and what the command prints is what it says."""

import json
from typing import Any

import pytest
from jsonschema import Draft202012Validator

from bore.__main__ import COMMANDS
from bore.answers.schemas import CASE, SHAPES, names, schema
from tests import demo
from tests.asking import bore_command, contract_example, plain_case

CHART = {"machine": demo.machines()["b1"], "materials": ["steel-c45"], "sizes_mm": [5, 10]}
ASKED: dict[str, Any] = {
    **dict.fromkeys(("check", "log", "window", "ways-out", "guesses"), plain_case()),
    "match": plain_case(yard={"machines": [demo.machines()["b1"]], "cutters": list(demo.crib()[:3])}),
    "plan": demo.asked("c2", "M10", 20.0, "steel-c45"),
    "chart": CHART,
    "capability": {"machine": demo.machines()["b1"], "material": "steel-c45", "depth_mm": 10},
    "describe": demo.machines()["b1"],
    "practise": {"case": plain_case(machine=demo.machines()["b1"], setting={"speed_rpm": 480, "hand_force_n": 150}), "policy": "senior"},
}


def of(*arguments: str, stdin: str = "") -> Any:
    done = bore_command(*arguments, stdin=stdin)
    assert done.returncode == 0, done.stderr
    return json.loads(done.stdout)


def test_every_command_has_one() -> None:
    assert set(COMMANDS) <= set(SHAPES)
    assert of("schema") == names()
    with pytest.raises(LookupError):
        COMMANDS[CASE]


@pytest.mark.parametrize("name", names())
def test_it_is_a_schema_of_its_own_name(name: str) -> None:
    found = of("schema", name)
    Draft202012Validator.check_schema(found)
    assert found["$id"].endswith(f":{name}")
    assert found == schema(name)


@pytest.mark.parametrize("command", ASKED)
def test_what_a_command_prints_is_what_its_schema_says(command: str) -> None:
    printed = of(command, "-", stdin=json.dumps(ASKED[command]))
    Draft202012Validator(schema(command)).validate(printed)


def test_a_case_is_what_its_schema_says_and_nothing_else() -> None:
    judge = Draft202012Validator(schema(CASE))
    judge.validate(contract_example())
    judge.validate(plain_case())
    assert not judge.is_valid({"hole": {"diameter_mm": "wide"}})


@pytest.mark.parametrize(
    ("name", "command"),
    [
        ("words", ["words"]),
        ("exercises", ["exercises"]),
        ("reference", ["reference"]),
        ("reference", ["reference", "fits"]),
        ("look-up", ["look-up", "M8"]),
        ("read", ["read", "metal", "brass"]),
        ("read", ["read", "hole", "4x M10 x 20"]),
    ],
)
def test_what_needs_no_case_too(name: str, command: list[str]) -> None:
    Draft202012Validator(schema(name)).validate(of(*command))


def test_what_has_none_is_refused() -> None:
    refused = bore_command("schema", "cheese")
    assert (refused.returncode, "accepted: case, check" in refused.stderr) == (2, True)
