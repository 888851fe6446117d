"""Loading the made-up yard; run twice it changes nothing."""

import csv
import json
import re
from collections.abc import Callable
from functools import cache
from pathlib import Path
from typing import Any

from django.db import transaction

from bore.cutters.sets import read_set
from bore.job.experience import experienced
from bore.machines.kinds import machine_kind
from shop.demo.course import put_course
from shop.jobs.actions import keep_check
from shop.jobs.models import SavedPart
from shop.jobs.parts import keep_part
from shop.jobs.plans import keep_plan
from shop.logbook.actions import keep_cut, note_edge
from shop.logbook.edges import measure_all_again
from shop.logbook.lessons import OfRequest, learn_again
from shop.logbook.models import EdgeEvent
from shop.logbook.troubles import keep_trouble
from shop.people.demo_sign_in import DEMO_USER
from shop.people.models import User
from shop.people.roles import LEAD
from shop.yard.actions import put_cutter, put_machine, put_material
from shop.yard.models import Cutter, Machine

HERE = Path(__file__).parent
WORDS = ("family", "substrate", "point", "shank", "wear")
FIGURES = ("diameter_mm", "flute_length_mm", "body_length_mm", "cut_depth_mm", "pitch_mm", "step_diameter_mm", "bores_from_mm")


def _read_json(name: str) -> Any:
    return json.loads((HERE / name).read_text(encoding="utf-8"))


@cache
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
        kept = spec | ({"wear": worn[called]} if called in worn else {})
        put_cutter(slug, name, kept, 1, row["place"], set_name=found.words, costs=_usual_costs(spec))
        standing += 1
    return standing


def _usual_costs(spec: dict[str, Any]) -> dict[str, Any]:
    """What an invented price list asks for a cutter of its family, edge and size; nothing where it lists none."""
    diameter = float(spec["diameter_mm"])
    for row in _read_csv("prices.csv"):
        if (row["family"], row["substrate"]) == (spec["family"], spec.get("substrate", "hss")):
            price = float(row["flat"]) + float(row["per_mm"]) * diameter + float(row["per_mm2"]) * diameter**2
            figures = {name: float(row[name]) for name in ("regrind_price", "survivors_share")}
            return {"price": round(price, 2), "regrinds": int(row["regrinds"])} | figures
    return {}


def demo_machinist() -> User:
    """The demo machinist; nobody can sign in as them with a password."""
    user, created = User.objects.get_or_create(username=DEMO_USER, defaults={"first_name": "Demo", "last_name": "machinist", "role": LEAD})
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


# How work that lies on a table is held for a plan; everything else is held as its kind of machine holds it.
CLAMPED = {"kind": "clamps", "count": 4, "force_n": 8000, "arm_mm": 100, "stop": True}


def _asked(plan: dict[str, Any]) -> dict[str, Any]:
    """A demo plan as a screen would ask for it."""
    machine = Machine.objects.get(slug=plan["machine"])
    kind = machine_kind(machine.kind)
    holding = CLAMPED if kind.lies_on_a_table else {"kind": kind.holding}
    through = plan.get("through", True)
    hole = {"depth_mm": plan["depth_mm"], "through": through, "behind": plan["behind"], "count": plan.get("count", 1)}
    if not through:
        hole["plate_thickness_mm"] = plan["plate_mm"]
    extra = {
        name: plan[name] for name in ("under_mm", "measured_mm", "countersink_mm", "counterbore_mm", "counterbore_depth_mm") if name in plan
    }
    pattern = None if plan["pattern"]["kind"] == "single" else plan["pattern"]
    return {
        "case": {"hole": hole, "material": {"id": plan["material"]}, "machine": machine.as_spec(), "holding": holding},
        "plan": {
            "hole": plan["hole"],
            "want": plan.get("want", "usual"),
            "pattern": pattern,
            "families": True,
            "alternatives": True,
            **extra,
        },
        "screen": {"machine": plan["machine"], "material": plan["material"]},
    }


def _silent(_: str) -> None:
    """Nobody asked to be told."""


@transaction.atomic
def load_demo(tell: Callable[[str], None] = _silent) -> dict[str, int]:
    """Put the demo yard in place; how many of each it has.

    tell: called with each part as it is begun, since checks and plans are worked out afresh and take some seconds.
    """
    user = demo_machinist()
    machines, jobs, plans = _read_json("machines.json"), _read_json("jobs.json"), _read_json("plans.json")
    materials = _read_json("materials.json")
    tell(f"{len(machines)} machines")
    for machine in machines:
        put_machine(machine["slug"], machine["spec"], machine["note"])
    tell("the crib")
    cutters = _put_crib()
    _put_edges(user)
    tell(f"{len(materials)} materials")
    for material in materials:
        put_material(material["slug"], material["spec"], material["note"])
    tell(f"{len(jobs)} checks, each worked out")
    for job in jobs:
        keep_check(user, job["name"], _case(job), {"machine": job["machine"], "cutter": job["cutter"]}, job["note"], job["slug"], demo=True)
    for number, plan in enumerate(plans, 1):
        tell(f"plan {number} of {len(plans)}, searched for: {plan['name']}")
        keep_plan(user, plan["name"], _asked(plan), plan.get("ticks", []), plan.get("note", ""), plan["slug"], demo=True)
    parts, troubles = _read_json("parts.json"), _read_json("troubles.json")
    for part in parts:
        tell(f"part searched for: {part['name']}")
        keep_part(user, part["name"], _part_asked(part), part["ticks"], part["note"], part["slug"], demo=True)
    cuts = _read_csv("cuts.csv")
    tell(f"{len(cuts)} cuts of a year, each as it was noted")
    by_slug = {job["slug"]: job for job in jobs}
    _put_cuts(user, cuts, by_slug)
    measured = sum(_put_measured(user, part) for part in parts)
    for one in troubles:
        job = by_slug[one["job"]]
        noted = {name: one[name] for name in ("at", "seen", "helped", "note")}
        keep_trouble(user, one["id"], {"case": _case(job), "machine": job["machine"], **noted})
    tell("learners, and what they are signed off for")
    learners = put_course()
    counted = {"machines": len(machines), "cutters": cutters, "materials": len(materials), "jobs": len(jobs), "plans": len(plans)}
    return counted | {"parts": len(parts), "cuts": len(cuts) + measured, "troubles": len(troubles)} | learners


def _part_asked(part: dict[str, Any]) -> dict[str, Any]:
    """A demo part as its screen would ask for it."""
    wide, high, thick = (float(part[name]) for name in ("wide", "high", "thickness"))
    rows = [row | {"depth_mm": float(row["depth"]), "places": {"text": row["places"]}} for row in part["rows"]]
    screen = ("machine", "material", "metal", "thickness", "wide", "high", "want", "rows", "name")
    count = part.get("count", "1")
    return {
        "name": part["name"],
        "count": int(count),
        "material": {"id": part["material"]},
        "machine": Machine.objects.get(slug=part["machine"]).as_spec(),
        "wish": {"want": part["want"]},
        "setups": [{"id": "1", "outline_mm": [[0, 0], [wide, 0], [wide, high], [0, high]], "thickness_mm": thick, "holding": CLAMPED}],
        "features": [{name: row[name] for name in ("letter", "hole", "depth_mm", "through", "places")} for row in rows],
        "screen": {name: part[name] for name in screen} | {"count": count},
    }


def _put_measured(user: User, part: dict[str, Any]) -> int:
    """Holes of a demo part that were measured, each of the last cut of its letter; how many."""
    kept = SavedPart.objects.get(slug=part["slug"])
    last = {row["letter"]: max(k for k, step in enumerate(row["steps"]) if step["cut"]) for row in kept.answer["rows"]}
    for one in part["measured"]:
        of = next(row for row in kept.answer["rows"] if row["letter"] == one["letter"])
        step = of["steps"][last[one["letter"]]]
        where = {"part": kept.slug, "letter": one["letter"], "hole_no": one["hole_no"], "step": last[one["letter"]] + 1}
        entry = {"case": step["cut"]["case"], "machine": part["machine"], "cutter": step["cutter_id"], "at": one["at"], "size": one["size"]}
        keep_cut(user, one["id"], entry | where, demo=True)
    return len(part["measured"])


# Each cut is set beside what the log said on its day; so many are taken together, since learning takes its time.
TAUGHT_BY = 8


def _put_edges(user: User) -> None:
    """What happened to the edges of the crib; before anything is checked, since a ground cutter is a shorter one."""
    for row in _read_csv("edges.csv"):
        cutter = Cutter.objects.get(slug=row["cutter"])
        if not cutter.edge_events.filter(made_at=row["at"]).exists():
            note_edge(user, cutter, {name: row[name] for name in ("kind", "at", "ground_by", "note") if row[name]})


def _put_cuts(user: User, rows: list[dict[str, str]], jobs: dict[str, dict[str, Any]]) -> None:
    """A year of cuts: each of a demo job, with what was read, measured and seen; learnt from when all are there."""
    for number, row in enumerate(rows):
        if number % TAUGHT_BY == 0:
            learn_again()
        job = jobs[row["job"]]
        readings = [{"kind": row["kind"], "raw": json.loads(row["raw"])}] if row["kind"] else []
        case = _case(job)
        case["setting"] = case["setting"] | {name: float(row[name]) for name in ("speed_rpm", "feed_mm_rev") if row[name]}
        entry = {"case": case, "machine": job["machine"], "cutter": job["cutter"], "holes": int(row["holes"]), "readings": readings}
        entry |= {name: row[name] for name in ("at", "outcome", "note")} | {"seen": row["seen"].split()}
        with experienced(OfRequest()):
            keep_cut(user, row["id"], entry | {"size": json.loads(row["size"] or "{}")}, demo=True, teach=False)
    measure_all_again()
    learn_again()


def _put_crib() -> int:
    """Singles, then sets; how many stand there."""
    singles, costs = _read_csv("cutters.csv"), _read_json("costs.json")
    # One whose edge was seen to is as it was left.
    seen_to = set(EdgeEvent.objects.values_list("cutter__slug", flat=True))
    for row in singles:
        if row["slug"] in seen_to:
            continue
        spec = _cutter_spec(row)
        put_cutter(row["slug"], row["name"], spec, int(row["count"]), row["place"], costs=costs.get(row["slug"]) or _usual_costs(spec))
    return len(singles) + sum(_put_set(row) for row in _read_csv("sets.csv"))
