"""Loading the made-up yard; run twice it changes nothing."""

import csv
import json
from pathlib import Path
from typing import Any

from django.db import transaction

from shop.jobs.actions import keep_check
from shop.people.demo_sign_in import DEMO_USER
from shop.people.models import User
from shop.yard.actions import put_cutter, put_machine, put_material
from shop.yard.models import Cutter, Machine

HERE = Path(__file__).parent
WORDS = ("family", "substrate", "point", "shank", "wear")
FIGURES = ("diameter_mm", "flute_length_mm", "body_length_mm", "cut_depth_mm", "pitch_mm", "step_diameter_mm")


def _read_json(name: str) -> Any:
    return json.loads((HERE / name).read_text(encoding="utf-8"))


def _cutters() -> list[dict[str, str]]:
    with (HERE / "cutters.csv").open(newline="", encoding="utf-8") as file:
        return list(csv.DictReader(file))


def _cutter_spec(row: dict[str, str]) -> dict[str, Any]:
    """What a row says of its cutter; what it leaves open, the family fills in."""
    spec: dict[str, Any] = {name: row[name] for name in WORDS if row[name]}
    spec |= {name: float(row[name]) for name in FIGURES if row[name]}
    return spec | ({"coolant_through": True} if row["coolant_through"] else {})


def demo_machinist() -> User:
    """The demo machinist; nobody can sign in as them with a password."""
    user, created = User.objects.get_or_create(username=DEMO_USER, defaults={"first_name": "Demo", "last_name": "machinist"})
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
    machines, cutters, materials, jobs = _read_json("machines.json"), _cutters(), _read_json("materials.json"), _read_json("jobs.json")
    for machine in machines:
        put_machine(machine["slug"], machine["spec"], machine["note"])
    for row in cutters:
        put_cutter(row["slug"], row["name"], _cutter_spec(row), int(row["count"]), row["place"])
    for material in materials:
        put_material(material["slug"], material["spec"], material["note"])
    for job in jobs:
        keep_check(user, job["name"], _case(job), {"machine": job["machine"], "cutter": job["cutter"]}, job["note"], job["slug"], demo=True)
    return {"machines": len(machines), "cutters": len(cutters), "materials": len(materials), "jobs": len(jobs)}
