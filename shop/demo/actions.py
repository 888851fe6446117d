"""Loading the made-up yard; run twice it changes nothing."""

import csv
import json
import re
from pathlib import Path
from typing import Any

from django.db import transaction

from bore.cutters.sets import read_set
from shop.jobs.actions import keep_check
from shop.people.demo_sign_in import DEMO_USER
from shop.people.models import User
from shop.people.roles import ADMIN
from shop.yard.actions import put_cutter, put_machine, put_material
from shop.yard.models import Cutter, Machine

HERE = Path(__file__).parent
WORDS = ("family", "substrate", "point", "shank", "wear")
FIGURES = ("diameter_mm", "flute_length_mm", "body_length_mm", "cut_depth_mm", "pitch_mm", "step_diameter_mm")


def _read_json(name: str) -> Any:
    return json.loads((HERE / name).read_text(encoding="utf-8"))


def _read_csv(name: str) -> list[dict[str, str]]:
    with (HERE / name).open(newline="", encoding="utf-8") as file:
        return list(csv.DictReader(file))


def _cutter_spec(row: dict[str, str]) -> dict[str, Any]:
    """What a row says of its cutter; what it leaves open, the family fills in."""
    spec: dict[str, Any] = {name: row[name] for name in WORDS if row[name]}
    spec |= {name: float(row[name]) for name in FIGURES if row[name]}
    return spec | ({"coolant_through": True} if row["coolant_through"] else {})


def _put_set(row: dict[str, str]) -> int:
    """A set in its box, without the sizes it has lost; how many stand in it."""
    missing, worn = row["missing"].split(), dict.fromkeys(row["used"].split(), "used") | dict.fromkeys(row["dull"].split(), "dull")
    found = read_set(row["text"])
    standing = 0
    for size, (name, spec) in zip(found.sizes, found.cutters, strict=True):
        called = size.text.removesuffix(" mm").removesuffix(" in")
        if called in missing:
            continue
        slug = f"{row['slug']}-" + re.sub(r"\W+", "-", called.lstrip("#").lower())
        put_cutter(slug, name, spec | ({"wear": worn[called]} if called in worn else {}), 1, row["place"], set_name=found.words)
        standing += 1
    return standing


def demo_machinist() -> User:
    """The demo machinist; nobody can sign in as them with a password."""
    user, created = User.objects.get_or_create(username=DEMO_USER, defaults={"first_name": "Demo", "last_name": "machinist", "role": ADMIN})
    if created:
        user.set_unusable_password()
        user.save()
    return user


def _case(job: dict[str, Any]) -> dict[str, Any]:
    """A demo job as a case: its own parts, and the yard's records as they stand."""
    return {
        "hole": job["hole"],
        "material": {"id": job["material"]},
        "cutter": Cutter.objects.get(slug=job["cutter"]).as_spec() | job.get("cutter_with", {}),
        "machine": Machine.objects.get(slug=job["machine"]).as_spec(),
        "holding": job["holding"],
        "setting": job["setting"],
    }


@transaction.atomic
def load_demo() -> dict[str, int]:
    """Put the demo yard in place; how many of each it has."""
    user = demo_machinist()
    machines, cutters, materials, jobs = (
        _read_json("machines.json"),
        _read_csv("cutters.csv"),
        _read_json("materials.json"),
        _read_json("jobs.json"),
    )
    for machine in machines:
        put_machine(machine["slug"], machine["spec"], machine["note"])
    costs = _read_json("costs.json")
    for row in cutters:
        put_cutter(row["slug"], row["name"], _cutter_spec(row), int(row["count"]), row["place"], costs=costs.get(row["slug"]))
    in_sets = sum(_put_set(row) for row in _read_csv("sets.csv"))
    for material in materials:
        put_material(material["slug"], material["spec"], material["note"])
    for job in jobs:
        keep_check(user, job["name"], _case(job), {"machine": job["machine"], "cutter": job["cutter"]}, job["note"], job["slug"], demo=True)
    return {"machines": len(machines), "cutters": len(cutters) + in_sets, "materials": len(materials), "jobs": len(jobs)}
