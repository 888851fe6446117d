"""Plans from the shop's own crib: worked out, kept with the ticks of their checklists, brought in from a file."""

import math
from typing import Any

from bore.answers.edge import lasts_words
from bore.answers.plan import anywhere_answer, plan_answer
from bore.answers.serialise import as_data
from bore.base.errors import BadInput
from bore.check.held import HELD_WORDS
from shop.jobs.models import SavedPlan
from shop.jobs.ticked import keep_row, look_over, put_row
from shop.people.models import User
from shop.records.standing import HERE
from shop.yard.models import Cutter, Machine

Spec = dict[str, Any]
# The most machines one request of a search over the whole shop may ask for.
MOST_AT_ONCE = 40


def crib() -> list[Cutter]:
    """The cutters a plan may take: what stands in the crib; of two alike first the one whose edge has more left, as far as that is known."""
    found = Cutter.objects.filter(standing=HERE, count__gt=0)
    return sorted(found, key=lambda one: -_left_m(one))


def _left_m(cutter: Cutter) -> float:
    left = cutter.measured.get("left_m")
    return math.inf if left is None else float(left["middle"])


def worn_words(cutter: Cutter, holes: int, depth_mm: float) -> str:
    """What is said of a cutter whose edge will not make so many holes; nothing where it does, or nothing is known."""
    left, words = cutter.measured.get("left_m"), ""
    if left is not None and holes * depth_mm > 0:
        words = lasts_words(left, holes, depth_mm)
    return f"{cutter.name}: {words}." if words else ""


def plan_here(data: Spec) -> Spec:
    """A plan from the shop's crib, its steps naming cutters by their ids; a case that brings its own yard is planned from that."""
    case, asked = data.get("case"), data.get("plan")
    if not isinstance(case, dict) or not isinstance(asked, dict) or "yard" in case:
        return dict(as_data(plan_answer(_asked_alone(data))))
    cutters = crib()
    found = _with_ids(as_data(plan_answer(_of_crib(data, cutters))), cutters)
    found["says"] = [*found["says"], *_worn(found, cutters)]
    return found


def _worn(found: Spec, cutters: list[Cutter]) -> list[str]:
    """What is said of the cutters of a row whose edges will not last."""
    cuts = [(step["cutter"], step["cut"]) for step in found["plan"]["steps"] if step["cut"] and step["cutter"] is not None]
    said = [worn_words(cutters[place], found["count"], cut["depth_mm"]) for place, cut in cuts]
    return [words for words in said if words]


def _asked_alone(data: Spec) -> Spec:
    """The screen's own words stay with a kept plan; the core does not know them."""
    return {name: value for name, value in data.items() if name in ("case", "plan")}


def _of_crib(data: Spec, cutters: list[Cutter]) -> Spec:
    """The request with the crib as its yard, its costs, and places for the ids of its own row."""
    asked = with_places(data["plan"], "plan", cutters)
    asked["costs"] = [one.counted_costs for one in cutters]
    yard = {"cutters": [one.as_spec() for one in cutters], "machines": []}
    return {"case": data["case"] | {"yard": yard}, "plan": asked}


def with_places(asked: Spec, at: str, cutters: list[Cutter]) -> Spec:
    """What is asked of a row, the cutters of its own steps by their places in the crib. Raises BadInput naming a step whose cutter is not there."""
    if not isinstance(asked.get("steps"), list):
        return dict(asked)
    places = {one.slug: place for place, one in enumerate(cutters)}
    return asked | {"steps": [_placed(step, f"{at}.steps[{number}]", places) for number, step in enumerate(asked["steps"])]}


def _placed(step: Any, at: str, places: dict[str, int]) -> Any:
    if not isinstance(step, dict) or step.get("cutter_id") is None:
        return step
    slug = str(step["cutter_id"])
    if slug not in places:
        raise BadInput.at(f"{at}.cutter_id", f"there is no cutter “{slug[:60]}” in the crib now")
    return {name: value for name, value in step.items() if name != "cutter_id"} | {"cutter": places[slug]}


def _with_ids(found: Spec, cutters: list[Cutter]) -> Spec:
    """The answer with the ids of its cutters beside their places, and each called as the crib calls it."""
    for plan in (found["plan"], *found["alternatives"]):
        for step in plan["steps"]:
            name_tool(step, cutters)
    return found


def name_tool(step: Spec, cutters: list[Cutter]) -> None:
    """A step with the id of its cutter beside its place, called as the crib calls it."""
    step["cutter_id"] = None
    if step["cutter"] is not None:
        one = cutters[step["cutter"]]
        held = next((f", {words}" for words in HELD_WORDS if step["tool"].endswith(f", {words}")), "")
        step["cutter_id"], step["tool"] = one.slug, one.name + held


def plan_anywhere(data: Spec, first: int, count: int) -> Spec:
    """The plan on some of the shop's machines, so that a screen may show how far it is and stop."""
    if not 0 <= first <= 10_000 or not 1 <= count <= MOST_AT_ONCE:
        raise BadInput.at("count", f"accepted: 1 to {MOST_AT_ONCE} machines at once, from the first not yet tried")
    case, asked = data.get("case"), data.get("plan")
    if not isinstance(case, dict) or not isinstance(asked, dict):
        raise BadInput.at("case" if not isinstance(case, dict) else "plan", "is needed, as an object")
    every = list(Machine.objects.filter(standing=HERE).prefetch_related("stages"))
    some = every[first : first + count]
    if not some:
        return {"machines": [], "tried": len(every), "of": len(every)}
    request = _of_crib({"case": {name: value for name, value in case.items() if name != "machine"}, "plan": asked}, crib())
    request["case"]["yard"]["machines"] = [one.as_spec() for one in some]
    found = as_data(anywhere_answer(request))
    for offer in found["machines"]:
        offer["machine_id"] = some[offer["machine"]].slug
    return dict(found) | {"tried": first + len(some), "of": len(every)}


def keep_plan(user: User, name: str, asked: Spec, ticks: list[str], note: str = "", slug: str | None = None, **how: Any) -> SavedPlan:
    """Work a plan out and keep it, as keep_row says. Raises BadInput, ChangedMeanwhile."""
    look_over(name, note, asked, ticks)
    found = plan_here(_without_other_ways(asked))
    if not found["plan"]["steps"]:
        raise BadInput.at("plan.hole", f"has no row of steps to keep: {'; '.join(found['says'])}")
    return keep_row(SavedPlan, user, {"name": name, "note": note, "asked": asked, "answer": found, "ticks": ticks}, slug, **how)


def _without_other_ways(asked: Spec) -> Spec:
    """What is asked without the other ways, which are looked for again when the plan is opened."""
    return asked | {"plan": asked["plan"] | {"alternatives": False}} if isinstance(asked.get("plan"), dict) else asked


def put_plan(user: User, slug: str, record: Spec) -> SavedPlan:
    """A plan kept elsewhere, with the answer it was given there, whose shape whoever brings it in has looked at."""
    # What it comes to on this crib is worked out when it is opened: a search for each would take a file of plans minutes.
    return put_row(SavedPlan, user, slug, record, lambda asked: plan_here(_without_other_ways(asked)))
