"""The crib as it stands: each set in its box with the gaps shown, the singles by where they lie."""

from functools import lru_cache
from itertools import groupby
from typing import Any

import orjson

from bore.answers.machine import Outline, outline_of
from bore.base.errors import BadInput
from bore.cutters.sets import CutterSet, read_set
from shop.records.json_out import json_bytes
from shop.yard.models import Cutter

SAME_MM = 0.02
# Outlines kept: the crib is asked for with every Bench, and a cutter's shape hardly ever changes.
KEPT = 4096
Slot = dict[str, Any]


def _slot(text: str, diameter_mm: float, cutter: str | None, spec: dict[str, Any]) -> Slot:
    return {"text": text, "diameter_mm": diameter_mm, "cutter": cutter, "outline": _outline(json_bytes(spec))}


@lru_cache(maxsize=KEPT)
def _outline(spec: bytes) -> Outline:
    return outline_of(orjson.loads(spec))


def size_words(cutter: Cutter) -> str:
    """The size a cutter stands over, mm, where no set gives it another name."""
    return f"{cutter.diameter_mm:g}"


def preview(found: CutterSet) -> list[Slot]:
    """A set that was read, as it would stand."""
    return [_slot(size.text, size.diameter_mm, None, spec) for size, (_, spec) in zip(found.sizes, found.cutters, strict=True)]


def _set_drawer(title: str, place: str, cutters: list[Cutter]) -> dict[str, Any]:
    """A set: its cutters, and a gap for each size of it that none stands in."""
    slots = [_slot(size_words(one), one.diameter_mm, one.slug, one.as_spec()) for one in cutters if one.count > 0]
    try:
        meant = read_set(title)
    except BadInput:
        # A set under a name of the shop's own has no sizes it ought to have.
        meant = CutterSet(title, (), ())
    gaps = [
        _slot(size.text, size.diameter_mm, None, spec)
        for size, (_, spec) in zip(meant.sizes, meant.cutters, strict=True)
        if all(abs(slot["diameter_mm"] - size.diameter_mm) > SAME_MM for slot in slots)
    ]
    for slot in slots:
        slot["text"] = next((size.text for size in meant.sizes if abs(size.diameter_mm - slot["diameter_mm"]) <= SAME_MM), slot["text"])
    ranked = sorted([*slots, *gaps], key=lambda slot: slot["diameter_mm"])
    return {"title": title, "place": place, "is_set": True, "gaps": len(gaps), "slots": ranked}


def all_drawers(cutters: list[Cutter]) -> list[dict[str, Any]]:
    """Every drawer: sets first, then singles by place."""
    in_sets = sorted((one for one in cutters if one.set_name), key=lambda one: (one.set_name, one.diameter_mm))
    drawers = []
    for title, group in groupby(in_sets, key=lambda one: one.set_name):
        listed = list(group)
        drawers.append(_set_drawer(title, listed[0].place, listed))
    singles = sorted((one for one in cutters if not one.set_name), key=lambda one: (one.place.lower(), one.diameter_mm, one.name))
    for place, group in groupby(singles, key=lambda one: one.place):
        slots = [_slot(size_words(one), one.diameter_mm, one.slug, one.as_spec()) for one in group]
        drawers.append({"title": place or "nowhere said", "place": place, "is_set": False, "gaps": 0, "slots": slots})
    return drawers
