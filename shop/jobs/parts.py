"""Parts from the shop's own crib: many holes planned together; kept with the ticks of their checklist, brought in from a file."""

from typing import Any

from bore.answers.part import PartAnswer, part_answer
from bore.answers.serialise import as_data
from bore.base.errors import BadInput
from shop.jobs.models import SavedPart
from shop.jobs.plans import crib, name_tool, with_places, worn_words
from shop.jobs.ticked import keep_row, look_over, put_row
from shop.people.models import User
from shop.yard.models import Cutter

Spec = dict[str, Any]


def planned_here(asked: Spec) -> tuple[PartAnswer, list[Cutter]]:
    """A part planned from the shop's crib, and that crib; one that brings its own yard from that. What the screen keeps beside it is no part
    of the question."""
    asked = {name: value for name, value in asked.items() if name != "screen"}
    if "yard" in asked:
        return part_answer(asked), []
    cutters = crib()
    if isinstance(asked.get("features"), list):
        rows = enumerate(asked["features"])
        asked["features"] = [with_places(one, f"features[{k}]", cutters) if isinstance(one, dict) else one for k, one in rows]
    wish = asked.get("wish")
    if wish is None or isinstance(wish, dict):
        asked["wish"] = (wish or {}) | {"costs": [one.counted_costs for one in cutters]}
    return part_answer(asked | {"yard": {"cutters": [one.as_spec() for one in cutters]}}), cutters


def part_here(asked: Spec) -> Spec:
    """A part planned here, its tools and steps naming the crib's cutters by their ids."""
    answer, cutters = planned_here(asked)
    found = dict(as_data(answer))
    if not cutters:
        return found
    for tool in found["tools"]:
        one = cutters[tool["cutter"]]
        tool["cutter_id"], tool["words"] = one.slug, one.name
    needed: dict[int, list[float]] = {}
    for row in found["rows"]:
        for step in row["steps"]:
            if step["cut"] and step["cutter"] is not None:
                needed.setdefault(step["cutter"], []).extend([step["cut"]["depth_mm"]] * len(row["places_mm"]))
            name_tool(step, cutters)
    said = [worn_words(cutters[place], len(depths), sum(depths) / len(depths)) for place, depths in needed.items() if depths]
    found["says"] += [words for words in said if words]
    return found


def keep_part(user: User, name: str, asked: Spec, ticks: list[str], note: str = "", slug: str | None = None, **how: Any) -> SavedPart:
    """Plan a part and keep it, as keep_row says. Raises BadInput, ChangedMeanwhile."""
    look_over(name, note, asked, ticks)
    found = part_here(asked)
    if not found["operations"]:
        raise BadInput.at("features", "none of them can be made, so there is nothing to keep")
    return keep_row(SavedPart, user, {"name": name, "note": note, "asked": asked, "answer": found, "ticks": ticks}, slug, **how)


def put_part(user: User, slug: str, record: Spec) -> SavedPart:
    """A part kept elsewhere, with the answer it was given there, whose shape whoever brings it in has looked at."""
    return put_row(SavedPart, user, slug, record, part_here)
