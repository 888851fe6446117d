"""Cutters nobody has yet: what one would get for a hole on a machine, the plainest first."""

from collections.abc import Iterator
from typing import Any

from bore.case.cutter_words import cutter_words
from bore.case.parts import usual_cutter
from bore.cutters.registry import ALL_FAMILIES
from bore.cutters.twist.geometry import lengths
from bore.job.cutter import Cutter
from bore.job.job import Job
from bore.quantities.drill_sizes import with_article

ALIKE_MM = 0.01
# Better edges of a plain drill, the cheapest first: cobalt with a split point, solid carbide where a spindle and a feed are stiff.
COBALT, CARBIDE = {"substrate": "hss-co", "point": "split"}, {"substrate": "carbide"}
# Depths that annular cutters are made for, mm (common practice), and what must be left of one when it is through.
RING_DEPTHS_MM, RING_ROOM_MM = (30.0, 55.0, 75.0, 100.0), 2.0
# How much thinner a shank than its drill is said.
THINNER = 0.95


def cutters_to_get(job: Job, for_a_plan: bool = False) -> Iterator[Cutter]:
    """A longer or shorter drill, a better edge, or a family that is usual on the machine, for the hole as it is; none that the crib has.
    `for_a_plan`: the plain drill before them, for it may be the size that is missing, and each with the shank it is usually made with, for
    a plan sees to what holds it; else with one for the machine's own holder."""
    for given in _wanted(job, for_a_plan):
        cutter = usual_cutter({**given, "diameter_mm": job.hole.diameter_mm}, None if for_a_plan else job.machine.holder.kind)
        if not any(_alike(cutter, one) for one in (*job.yard.cutters, job.cutter)):
            yield cutter


def to_get_words(cutter: Cutter, depth_mm: float) -> str:
    """A cutter as one would order it: size, kind, length and shank."""
    length = f", flutes for {depth_mm:g} mm" if cutter.series == "extra-long" else ""
    if cutter.kind.leaves_a_slug:
        length = f" that cuts {cutter.cut_depth_mm:g} mm deep"
    return f"{with_article(cutter_words(cutter))}{length}, {_shank(cutter)}"


def _shank(cutter: Cutter) -> str:
    if cutter.shank.startswith("morse"):
        return f"Morse {cutter.shank.removeprefix('morse-')} shank"
    if cutter.shank != "straight":
        return "shank with flats"
    thinner = cutter.shank_diameter_mm < THINNER * cutter.diameter_mm
    return f"its shank turned down to {cutter.shank_diameter_mm:g} mm" if thinner else "straight shank"


def _wanted(job: Job, for_a_plan: bool) -> Iterator[dict[str, Any]]:
    plain = next(family.kind for family in ALL_FAMILIES if family.kind.standard_form and family.kind.drills)
    jobber, long = (lengths(job.hole.diameter_mm, series).flute_mm for series in ("jobber", "long"))
    series = {} if job.hole.depth_mm < 0.8 * jobber else {"series": "long" if job.hole.depth_mm < 0.8 * long else "extra-long"}
    through = job.machine.coolant.method == "through"
    holder, size = job.machine.holder, job.hole.diameter_mm
    out_of_its_chuck = for_a_plan and job.machine.is_a.tailstock
    if holder.kind == "chuck" and holder.capacity_mm and size > holder.capacity_mm and not out_of_its_chuck:
        yield {"family": plain.id, "shank": "straight", "shank_diameter_mm": holder.capacity_mm}
    if for_a_plan:
        yield {"family": plain.id, **series}
    yield {"family": plain.id, **COBALT, **series}
    if job.machine.is_a.programmed and not series:
        yield {"family": plain.id, **CARBIDE, "coolant_through": through}
    for family in ALL_FAMILIES:
        rings_only_through = family.kind.leaves_a_slug and not job.hole.through
        usual = family.machines[job.machine.kind].how == "usual" and not rings_only_through
        if family.kind.drills and family.kind != plain and usual:
            yield {
                "family": family.id,
                "coolant_through": through and family.kind.coolant_through != "as it likes",
                **(_ring_depth(job) if family.kind.leaves_a_slug else {}),
            }


def _ring_depth(job: Job) -> dict[str, float]:
    """The shortest annular cutter that comes through."""
    deep = job.hole.depth_mm + job.setting.breakthrough_mm + RING_ROOM_MM
    return {"cut_depth_mm": next((one for one in RING_DEPTHS_MM if one >= deep), RING_DEPTHS_MM[-1])}


def _alike(one: Cutter, other: Cutter) -> bool:
    same = all(getattr(one, name) == getattr(other, name) for name in ("family", "substrate", "point", "series", "shank"))
    sizes = ("diameter_mm", "shank_diameter_mm", "flute_length_mm")
    return same and all(abs(getattr(one, name) - getattr(other, name)) < ALIKE_MM for name in sizes)
