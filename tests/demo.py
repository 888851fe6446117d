"""The demo yard as plain data, for tests that know no database."""

import csv
import json
from functools import cache
from typing import Any

from bore.cutters.sets import read_set
from tests.asking import ROOT

HERE = ROOT / "shop" / "demo"
WORDS = ("family", "substrate", "point", "shank", "wear")
FIGURES = ("diameter_mm", "flute_length_mm", "body_length_mm", "cut_depth_mm", "pitch_mm", "step_diameter_mm", "bores_from_mm")
CLAMPS = {"kind": "clamps", "count": 4, "force_n": 8000, "arm_mm": 100, "stop": True}
# How each of the demo's machines holds its work.
HOLDING = {"m1": {"kind": "magnet"}, "m1-morse": {"kind": "magnet"}} | {slug: {"kind": "lathe-chuck"} for slug in ("l1", "t1", "g1")}


def rows_of(name: str) -> list[dict[str, str]]:
    with (HERE / name).open(newline="", encoding="utf-8") as file:
        return list(csv.DictReader(file))


@cache
def machines() -> dict[str, dict[str, Any]]:
    return {one["slug"]: one["spec"] for one in json.loads((HERE / "machines.json").read_text(encoding="utf-8"))}


@cache
def crib() -> tuple[dict[str, Any], ...]:
    """Every cutter of the demo: singles, then sets; what is dull or missing left as the set has it."""
    singles = []
    for row in rows_of("cutters.csv"):
        spec: dict[str, Any] = {name: row[name] for name in WORDS if row[name]}
        spec |= {name: float(row[name]) for name in FIGURES if row[name]}
        singles.append(spec | ({"coolant_through": True} if row["coolant_through"] else {}))
    sets = [spec for row in rows_of("sets.csv") for _, spec in read_set(row["text"]).cutters]
    return (*singles, *sets)


def job_case(slug: str) -> dict[str, Any]:
    """A demo job as a case."""
    job = next(one for one in json.loads((HERE / "jobs.json").read_text(encoding="utf-8")) if one["slug"] == slug)
    place = next(k for k, row in enumerate(rows_of("cutters.csv")) if row["slug"] == job["cutter"])
    case = {name: job[name] for name in ("hole", "holding", "setting")}
    return case | {
        "material": {"id": job["material"]},
        "machine": machines()[job["machine"]],
        "cutter": crib()[place] | job.get("cutter_with", {}),
    }


def asked(machine: str, hole: str, depth_mm: float, material: str, **more: Any) -> dict[str, Any]:
    """A request for a plan on a demo machine from the whole demo crib; what is no field of the hole is the plan's."""
    of_hole = ("through", "behind", "count", "plate_thickness_mm", "edge_distance_mm", "stack_mm")
    shape = {"depth_mm": depth_mm, "through": True, "behind": "backing", "edge_distance_mm": 80.0}
    shape |= {name: more.pop(name) for name in of_hole if name in more}
    return {
        "case": {
            "hole": shape,
            "material": {"id": material},
            "machine": machines()[machine],
            "holding": HOLDING.get(machine, CLAMPS),
            "yard": {"cutters": list(crib())},
        },
        "plan": {"hole": hole, **more},
    }


def place(family: str, diameter_mm: float, **more: Any) -> int:
    """The place of a cutter in the demo crib."""
    fits = (
        k
        for k, one in enumerate(crib())
        if one["family"] == family
        and abs(one["diameter_mm"] - diameter_mm) < 0.01
        and all(one.get(name) == value for name, value in more.items())
    )
    return next(fits)
