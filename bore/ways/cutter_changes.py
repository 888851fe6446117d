"""Changes of the cutter: its edge, its point, another of the crib, a pilot before it, what it is held in."""

from collections.abc import Iterator
from dataclasses import replace
from typing import Any

from bore.case.cutter_words import cutter_words
from bore.check.best_setting import book_setting, with_feed
from bore.check.book_values import leaning_n
from bore.check.evaluate import Result, evaluate
from bore.check.held import fitted, held_in
from bore.cutters.family import NEVER
from bore.cutters.registry import family_of
from bore.cutters.shared import edge_radius_mm
from bore.cutters.twist.geometry import lengths, point_form
from bore.job.columns import Columns
from bore.job.job import Job
from bore.limits import ALL_LIMITS
from bore.limits.judgement import TIGHT
from bore.loads.assemble import columns_of
from bore.machines.kinds import HAND_FEEDS, HAND_VERBS
from bore.quantities.drill_sizes import a_size
from bore.ways.candidate import PILOT_S, Candidate, changed_cutter, changed_hole, changed_machine

NOT_THE_HOLDER = tuple(limit for limit in ALL_LIMITS if limit.id != "holder")
# A dull edge is sharpened before anything else is tried, a used one where little else helps.
SHARPEN_FIRST = {"dull": -3.0, "used": 0.5}
SPLIT, THINNED = "split", "thinned"
PILOTS_TRIED = 2
# A hand this much above the usual force is still the usual hand.
STILL_USUAL = 1.3
# What every shop has, where nothing is said of its crib, mm.
COMMON_MM = (2.0, 2.5, 3.0, 3.3, 4.0, 4.2, 5.0, 6.0, 6.8, 8.0, 8.5, 10.0, 10.2, 12.0, 13.0, 16.0, 20.0)


def edge_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """A sharper edge, a thinned or split point, lips dubbed for brass, a shorter drill."""
    cutter = job.cutter
    if cutter.wear != "sharp":
        radius = edge_radius_mm(cutter.substrate, "sharp", cutter.diameter_mm)
        fresh = replace(cutter, wear="sharp", edge_radius_mm=radius)
        yield changed_cutter(
            job, "sharper", "sharpen it", SHARPEN_FIRST[cutter.wear], fresh, **{"cutter.wear": "sharp", "cutter.edge_radius_mm": None}
        )
    if not cutter.kind.standard_form:
        return
    if cutter.point == "conventional" and cutter.substrate in ("hss", "hss-co"):
        for point, words in ((THINNED, "thin its web"), (SPLIT, "split its point")):
            ratio = point_form(point).chisel_ratio
            ground = replace(cutter, point=point, chisel_ratio=ratio)
            yield changed_cutter(job, point, words, 2.5, ground, **{"cutter.point": point, "cutter.chisel_ratio": ratio})
    if job.material.grab == "high" and (cutter.rake_deg is None or cutter.rake_deg > 0):
        dubbed = replace(cutter, rake_deg=0.0)
        yield changed_cutter(job, "dub-lips", "dub the lips to no rake", 1.5, dubbed, **{"cutter.rake_deg": 0.0})
    stub = lengths(cutter.diameter_mm, "stub")
    if stub.flute_mm < cutter.flute_length_mm:
        free = min(stub.flute_mm + cutter.diameter_mm / 2, stub.overall_mm)
        short = replace(cutter, series="stub", body_length_mm=stub.overall_mm, flute_length_mm=stub.flute_mm, free_length_mm=free)
        lost = {"cutter.series": "stub", "cutter.body_length_mm": None, "cutter.flute_length_mm": None, "cutter.free_length_mm": None}
        yield changed_cutter(job, "shorter-drill", "a stub drill", 2.5, short, **lost)


def crib_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """Another cutter of the yard that makes the same hole, at its own book setting if the present one is not for it."""
    for cutter in job.yard.cutters:
        if not job.made_by(cutter) or cutter == job.cutter or family_of(cutter.kind).machines[job.machine.kind].how == NEVER:
            continue
        changed, words = book_setting(fitted(job.with_cutter(cutter)))
        alike = cutter.family == job.cutter.family
        changes = {"cutter": cutter, "hole.start_diameter_mm": changed.hole.start_diameter_mm, "setting": changed.setting}
        if place := held_in(changed.machine, cutter, job.machine.holder.kind):
            changes["machine.holder"], words = changed.machine.holder, f"{place}, {words}"
        kind, bother = ("other-drill", 2.0) if alike else ("other-family", 3.0)
        yield Candidate(kind, f"the {cutter_words(cutter)}, {words}", changed, changes, bother, tool_change=True)


def pilot_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """A pilot of a size in the yard, between the web and half the drill, or up to seven tenths where the feed is driven."""
    cutter, size = job.cutter, job.cutter.diameter_mm
    if not cutter.kind.packs or job.hole.start_diameter_mm > 0:
        return
    most = 0.5 * size if job.machine.feed.kind in HAND_FEEDS else 0.7 * size
    web = max(cutter.chisel_ratio, 0.10) * size
    crib = {one.diameter_mm for one in job.yard.cutters if one.kind.standard_form}
    found = sorted(one for one in crib or COMMON_MM if web < one <= most)
    # Just over the web first, then a third, then the widest.
    wanted = (1.2 * web, 0.4 * size, most)
    chosen = dict.fromkeys(min(found, key=lambda one: abs(one - aim)) for aim in wanted) if found else {}
    for pilot in list(chosen)[:PILOTS_TRIED]:
        if not _pilot_goes(job, pilot):
            continue
        change = changed_hole(job, "pilot", f"{a_size(pilot)} pilot first", 2.0, start_diameter_mm=pilot)
        yield _eased(replace(change, added_s=PILOT_S, tool_change=True))


def series_of(diameter_mm: float) -> dict[str, Any]:
    """The lengths and shank of a plain drill of the usual series."""
    usual = lengths(diameter_mm, "jobber")
    return {
        "series": "jobber",
        "flute_length_mm": usual.flute_mm,
        "body_length_mm": usual.overall_mm,
        "free_length_mm": min(usual.flute_mm + diameter_mm / 2, usual.overall_mm),
        "shank": "straight",
        "shank_diameter_mm": diameter_mm,
    }


def holder_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """What a shank really goes into, where the holder does not fit it: what stands beside any such machine, the spindle's own taper, the
    arbor for flats."""
    held, shank = job.machine.holder, job.cutter.shank
    if place := held_in(fitted(job).machine, job.cutter, held.kind):
        yield changed_machine(job, "holder", f"put it {place}", 0.2, holder=fitted(job).machine.holder)
        return
    if shank.startswith("morse") and held.kind == "chuck" and not job.machine.is_a.in_hands:
        taper = replace(held, kind="morse", size=shank.removeprefix("morse-"), tang_engaged=True, capacity_mm=None, max_rpm=None)
        yield changed_machine(job, "taper", "the chuck out, the drill straight in the taper", 0.2, holder=taper)
    if shank == "flats" and held.kind in ("chuck", "collet"):
        arbor = replace(held, kind="side-lock", size=f"{job.cutter.shank_diameter_mm:g}", capacity_mm=None, max_rpm=None)
        yield changed_machine(job, "arbor", f"the {job.cutter.shank_diameter_mm:g} mm arbor for its flats", 0.2, holder=arbor)


def _eased(change: Candidate) -> Candidate:
    """A piloted hole wants less of a push: the hand eases off with it, where it leaned harder than the drill now takes."""
    job = change.job
    force = job.setting.hand_force_n
    if force is None:
        return change
    usual = float(leaning_n(columns_of(job)))
    if force <= usual * STILL_USUAL:
        return change
    lighter = replace(job, setting=with_feed(job.setting, hand_force_n=usual))
    changes = dict(change.changes) | {"setting.hand_force_n": usual}
    return replace(
        change, job=lighter, sentence=f"{change.sentence}, then {HAND_VERBS[lighter.machine.feed.kind]} {usual:g} N", changes=changes
    )


def _pilot_goes(job: Job, diameter_mm: float) -> bool:
    """Whether the pilot itself can be drilled on this machine: at its best real setting it does not give way."""
    usual = replace(job.cutter, diameter_mm=diameter_mm, **series_of(diameter_mm))
    cutter = next((one for one in job.yard.cutters if one.kind.standard_form and one.diameter_mm == diameter_mm), usual)
    own = replace(job, cutter=cutter, hole=replace(job.hole, diameter_mm=diameter_mm, start_diameter_mm=0.0))
    # What holds a pilot is not what holds the drill: a taper machine has its drill chuck for small ones.
    found = evaluate(columns_of(book_setting(own)[0]), NOT_THE_HOLDER)
    return bool(found.verdict <= TIGHT)
