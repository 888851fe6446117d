"""Cutters nobody has yet: what to get, where nothing that is there makes the hole go."""

from collections.abc import Iterator
from typing import Any

from bore.case.read import usual_cutter
from bore.check.best_setting import book_setting
from bore.cutters.registry import ALL_FAMILIES
from bore.cutters.twist.geometry import lengths
from bore.job.cutter import Cutter
from bore.job.job import Job
from bore.quantities.drill_sizes import with_article
from bore.ways.candidate import Candidate
from bore.ways.cutter_changes import cutter_words

# Buying is more bother than any change at the machine.
BOTHER = 8.0
ALIKE_MM = 0.01
# Better edges of a plain drill, the cheapest first: cobalt with a split point, solid carbide where a spindle and a feed are stiff.
COBALT, CARBIDE = {"substrate": "hss-co", "point": "split"}, {"substrate": "carbide"}


def cutters_to_get(job: Job) -> Iterator[Candidate]:
    """A better edge, a longer or shorter drill, or a family that is usual on the machine, for the hole as it is; none that the crib has."""
    for number, given in enumerate(_wanted(job)):
        cutter = usual_cutter({**given, "diameter_mm": job.hole.diameter_mm}, job.machine.holder.kind)
        if any(_alike(cutter, one) for one in (*job.yard.cutters, job.cutter)):
            continue
        changed, words = book_setting(job.with_cutter(cutter))
        changes = {"cutter": changed.cutter, "hole.start_diameter_mm": changed.hole.start_diameter_mm, "setting": changed.setting}
        thinner = f", its shank turned down to {cutter.shank_diameter_mm:g} mm" if "shank_diameter_mm" in given else ""
        yield Candidate(
            "to-get",
            f"to get: {with_article(cutter_words(cutter))}{thinner}; {words}",
            changed,
            changes,
            BOTHER + 0.1 * number,
            tool_change=True,
        )


def _wanted(job: Job) -> Iterator[dict[str, Any]]:
    plain = next(family.kind for family in ALL_FAMILIES if family.kind.standard_form and family.kind.drills)
    jobber, long = (lengths(job.hole.diameter_mm, series).flute_mm for series in ("jobber", "long"))
    series = {} if job.hole.depth_mm < 0.8 * jobber else {"series": "long" if job.hole.depth_mm < 0.8 * long else "extra-long"}
    through = job.machine.coolant.method == "through"
    holder, size = job.machine.holder, job.hole.diameter_mm
    if holder.kind == "chuck" and holder.capacity_mm and size > holder.capacity_mm:
        yield {"family": plain.id, "shank": "straight", "shank_diameter_mm": holder.capacity_mm}
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
            }


def _alike(one: Cutter, other: Cutter) -> bool:
    same = all(getattr(one, name) == getattr(other, name) for name in ("family", "substrate", "point", "series"))
    return same and all(abs(getattr(one, name) - getattr(other, name)) < ALIKE_MM for name in ("diameter_mm", "shank_diameter_mm"))
