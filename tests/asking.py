"""Cases the tests ask of the core, and its answers: plain jobs, the stored bases, pairs of family and machine."""

import contextlib
import copy
import csv
import io
import json
from dataclasses import dataclass
from typing import Any
from unittest import mock

from bore.__main__ import main
from bore.case.read import read_case
from bore.check.check import Check, check
from bore.machines.machine import Spindle, Stage
from tests.answers import answer
from tests.server import ROOT

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


# A job for every family and machine kind, by a short name.
BASES: dict[str, dict[str, Any]] = json.loads((CASES / "bases.json").read_text(encoding="utf-8"))
# Which base has a machine of a kind, and which a family's own hole and cutter.
MACHINE_OF = {
    "bench-press": "hand",
    "column-press": "power",
    "radial-press": "spade",
    "magnetic": "magnet",
    "lathe": "lathe",
    "turning-centre": "turning",
    "machining-centre": "tipped",
    "gun-drilling": "gun",
    "hand-held": "held",
}
JOB_OF = {"twist": "power", "spade": "spade", "replaceable-tip": "tipped", "indexable": "turning", "gun": "gun", "annular": "magnet"}


def on_base(base: str, changes: dict[str, Any]) -> dict[str, Any]:
    """A stored base with changes by dotted path; None takes a field out."""
    case = copy.deepcopy(BASES[base])
    for path, value in changes.items():
        put(case, path, value)
    return case


def pair(family: str, kind: str) -> dict[str, Any]:
    """The family's own hole and cutter, on the machine of that kind."""
    case = copy.deepcopy(BASES[JOB_OF[family]])
    machine = copy.deepcopy(BASES[MACHINE_OF[kind]]["machine"])
    case["machine"] = machine
    case.pop("holding", None)
    driven = machine["feed"]["kind"] in ("power-steps", "servo")
    book = checked(case | {"machine": BASES[JOB_OF[family]]["machine"]}).columns.book_feed_mm_rev
    case["setting"] = {"speed_rpm": case["setting"]["speed_rpm"]} | ({"feed_mm_rev": book} if driven else {"hand_force_n": 120})
    return case


def pairs_of_family_and_machine() -> list[dict[str, str]]:
    """The stored table of every pair: its sentence, its verdict and its first limit."""
    with (CASES / "pairs.csv").open(encoding="utf-8", newline="") as table:
        return list(csv.DictReader(table))


@dataclass(frozen=True)
class Ended:
    """How a command ended."""

    returncode: int
    stdout: str
    stderr: str


def bore_command(*arguments: str, stdin: str = "") -> Ended:
    """One of the core's commands, asked in this process as its entry point is: a new process for each costs half a second."""
    out, err = io.StringIO(), io.StringIO()
    with mock.patch("sys.stdin", io.StringIO(stdin)), contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
        code = main(arguments)
    return Ended(code, out.getvalue(), err.getvalue())


def ends(found: dict[str, Any]) -> list[str]:
    """What is said where a plan has no row: why, and what to get."""
    assert (found["plan"]["steps"], found["plan"]["verdict"]) == ([], "cannot")
    # What no record of a crib can say is not put into one.
    assert found["says"][1].startswith(f"To get: {found['to_get']}" if found["to_get"] else ("What would do: ", "To get: "))
    assert found["checklist"]
    return list(found["says"])


def a_spindle(*stages: dict[str, object], power_kw: float = 2.0) -> Spindle:
    """A belt-driven spindle of so much power, with steps or ranges as given."""
    nothing = dict.fromkeys(("speed_rpm", "min_rpm", "max_rpm", "base_rpm", "curve", "belt_torque_nm", "belt")) | {"name": ""}
    return Spindle(
        power_kw=power_kw,
        plate=None,
        train=(),
        motor_speed_rpm=1420.0,
        efficiency=0.8,
        motor="three-phase",
        duty="S1",
        short_time_kw=None,
        short_time_min=None,
        breakdown_ratio=2.2,
        idle_kw=0.0,
        drive="belt",
        cutting_share=1.0,
        reverses=None,
        stages=tuple(Stage(**nothing | stage) for stage in stages),
    )
