"""What the tests share: a plain case, and the answer to it."""

import copy
import json
import os
from pathlib import Path
from typing import Any

import pytest
from hypothesis import settings

from bore.check import Check, check
from bore.contract.answer import answer
from bore.contract.read import read_case

# Anybody's run looks for new cases; the one that decides a change looks at the same ones each time.
settings.register_profile("same-each-time", derandomize=True)
if os.environ.get("CI"):
    settings.load_profile("same-each-time")

ROOT = Path(__file__).parents[1]
CASES = ROOT / "tests" / "cases"


def contract_example() -> dict[str, Any]:
    """The example every door's description carries: a 20 mm hole on a column press."""
    return json.loads((CASES / "check" / "contract-example.json").read_text(encoding="utf-8"))


def plain_case(**changes: Any) -> dict[str, Any]:
    """A short case with changes by dotted path, `__` for a dot: `hole__depth_mm=40`. None takes a field out."""
    case: dict[str, Any] = {
        "hole": {"diameter_mm": 10, "depth_mm": 15},
        "material": {"id": "steel-c45"},
        "cutter": {"family": "twist"},
        "machine": {
            "kind": "column-press",
            "max_thrust_n": 9000,
            "spindle": {"power_kw": 1.5, "stages": [{"speed_rpm": 310}, {"speed_rpm": 640}]},
            "feed": {"kind": "power-steps", "steps_mm_rev": [0.1, 0.18]},
            "holder": {"kind": "chuck", "capacity_mm": 13},
            "coolant": {"method": "flood"},
        },
        "setting": {"speed_rpm": 640, "feed_mm_rev": 0.1},
    }
    for path, value in changes.items():
        put(case, path.replace("__", "."), value)
    return case


def hand_case(force_n: float, **changes: Any) -> dict[str, Any]:
    """The short case on a bench press, fed by hand with a force."""
    feed = {"kind": "hand-lever", "lever_length_mm": 165, "pinion_radius_mm": 15, "efficiency": 0.85, "return_spring_n": 45}
    return plain_case(
        **{"machine__kind": "bench-press", "machine__feed": feed, "setting": {"speed_rpm": 640, "hand_force_n": force_n}} | changes
    )


def put(case: dict[str, Any], path: str, value: Any) -> None:
    """Set, or with None remove, a field by dotted path."""
    *parents, name = path.split(".")
    for parent in parents:
        case = case.setdefault(parent, {})
    if value is None:
        case.pop(name, None)
    else:
        case[name] = copy.deepcopy(value)


def checked(case: dict[str, Any]) -> Check:
    """The check of a case."""
    return check(read_case(case))


def answered(case: dict[str, Any]) -> dict[str, Any]:
    """The answer to a case, as data."""
    return answer(checked(case))


def limit_of(found: dict[str, Any], name: str) -> dict[str, Any]:
    """One limit of an answer."""
    return next(limit for limit in found["limits"] if limit["id"] == name)


@pytest.fixture
def example() -> dict[str, Any]:
    return contract_example()
