"""Changes a machinist might make to a job that does not go: each a whole new job, what was changed, and what it costs.

They are only proposed here; `ways_out` checks each with the one evaluator before it is offered.
"""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from bore.base.elementwise import absolute
from bore.case.choices import short_words
from bore.check.best_setting import FORCES_N, book_setting, real_feeds, real_speeds, score, stage_words, with_feed
from bore.check.book_values import leaning_n
from bore.check.evaluate import Result, evaluate
from bore.cutters.family import NEVER
from bore.cutters.registry import family_of
from bore.cutters.shared import edge_radius_mm
from bore.cutters.twist.geometry import lengths, point_form
from bore.job.columns import Columns
from bore.job.cutter import Cutter
from bore.job.hole import Start
from bore.job.job import Job, Pecks
from bore.limits import ALL_LIMITS
from bore.limits.judgement import TIGHT
from bore.loads.assemble import columns_of
from bore.machines.kinds import HAND_FEEDS

NOT_THE_HOLDER = tuple(limit for limit in ALL_LIMITS if limit.id != "holder")
SPLIT, THINNED = "split", "thinned"
PILOTS_TRIED = 2
# A pilot is drilled in about this long, tool changes counted, s.
PILOT_S = 60.0
# A hand this much above the usual force is still the usual hand.
STILL_USUAL = 1.3
THICK_PLATE_MM = 25.0
WETTER = {"dry": ("brush", "flood"), "brush": ("flood",), "mist": ("flood",)}
WET_WORDS = {"brush": "brush oil on", "flood": "flood it"}


@dataclass(frozen=True, slots=True)
class Candidate:
    """One change: its kind, its sentence, the job it makes, the fields it changes (values, or whole records), how much
    bother it is, the time it adds."""

    kind: str
    sentence: str
    job: Job
    changes: Mapping[str, Any]
    bother: float
    added_s: float = 0.0
    tool_change: bool = False


def all_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """Every change worth checking, in no order."""
    for propose in PROPOSALS:
        yield from propose(job, columns, result)


# --- settings -----------------------------------------------------------------


def settings_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """Another real speed, another feed, or both; a lighter or heavier hand."""
    speeds, feeds = real_speeds(job), real_feeds(job, columns)
    now_speed = float(columns.speed_rpm)
    now_feed = None if columns.hand_force_n is not None else float(columns.feed_mm_rev)  # type: ignore[arg-type]
    if columns.hand_force_n is not None:
        yield from _hand_changes(job, columns, speeds, now_speed)
        return
    assert now_feed is not None
    grid = evaluate(columns.over(job, feed_mm_rev=np.append(feeds, now_feed)[:, None], speed_rpm=np.append(speeds, now_speed)[None, :]))
    shape = (len(feeds) + 1, len(speeds) + 1)
    taken = family_of(columns.family).removal_mm3_min(columns, np.append(feeds, now_feed)[:, None], np.append(speeds, now_speed)[None, :])
    points = score(grid, taken, shape)
    by_speed, by_feed = int(np.argmax(points[-1, :-1])), int(np.argmax(points[:-1, -1]))
    both = np.unravel_index(int(np.argmax(points[:-1, :-1])), (len(feeds), len(speeds)))
    chosen = (
        ("speed", float(speeds[by_speed]), now_feed),
        ("feed", now_speed, float(feeds[by_feed])),
        ("speed and feed", float(speeds[both[1]]), float(feeds[both[0]])),
    )
    beside = [("speed", speed, now_feed) for speed in _neighbours(speeds, now_speed)] + [
        ("feed", now_speed, feed) for feed in _neighbours(feeds, now_feed)
    ]
    for kind, speed, feed in dict.fromkeys((*chosen, *beside)):
        if abs(speed / now_speed - 1) < 0.01 and abs(feed / now_feed - 1) < 0.01:
            continue
        yield _set(job, kind, speed, feed, now_speed, now_feed)


def _set(job: Job, kind: str, speed: float, feed: float, now_speed: float, now_feed: float) -> Candidate:
    changed = replace(job, setting=replace(with_feed(job.setting, feed_mm_rev=round(feed, 4)), speed_rpm=speed))
    slower = "slower" if speed < now_speed else "faster"
    lighter = "less feed" if feed < now_feed else "more feed"
    words = []
    if abs(speed / now_speed - 1) >= 0.01:
        words.append(f"{slower}: {stage_words(job, speed)}")
    if abs(feed / now_feed - 1) >= 0.01:
        words.append(f"{lighter}: {feed:.3g} mm/rev")
    changes = {"setting.speed_rpm": speed, "setting.feed_mm_rev": round(feed, 4)}
    return Candidate(kind, "; ".join(words), changed, changes, 0.0)


def _hand_changes(job: Job, columns: Columns, speeds: Any, now_speed: float) -> Iterator[Candidate]:
    now_force = float(columns.hand_force_n)  # type: ignore[arg-type]
    forces = FORCES_N[absolute(FORCES_N - now_force) > 1.0]
    tried = evaluate(replace(columns, hand_force_n=forces))
    force = float(forces[int(np.argmin(np.broadcast_to(tried.worst, forces.shape)))])
    words = "lean harder" if force > now_force else "lean lighter"
    yield Candidate(
        "force",
        f"{words}: {force:g} N",
        replace(job, setting=with_feed(job.setting, hand_force_n=force)),
        {"setting.hand_force_n": force},
        0.0,
    )
    for speed in _neighbours(speeds, now_speed):
        words = "slower" if speed < now_speed else "faster"
        yield Candidate(
            "speed",
            f"{words}: {stage_words(job, speed)}",
            replace(job, setting=replace(job.setting, speed_rpm=speed)),
            {"setting.speed_rpm": speed},
            0.0,
        )


def _neighbours(speeds: Any, now: float) -> Iterator[float]:
    """The next real speeds (or feeds) down and up, two each way."""
    lower = sorted((float(s) for s in speeds if s < now * 0.99), reverse=True)[:2]
    upper = sorted(float(s) for s in speeds if s > now * 1.01)[:2]
    yield from (*lower, *upper)


# --- the hole and its surroundings --------------------------------------------


def _hole(job: Job, kind: str, sentence: str, bother: float, **changes: Any) -> Candidate:
    return Candidate(
        kind, sentence, replace(job, hole=replace(job.hole, **changes)), {f"hole.{name}": value for name, value in changes.items()}, bother
    )


def start_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """A mark for the point, a flat for a bad face."""
    hole = job.hole
    if hole.start.kind in ("none", "punch"):
        angle = max(90.0, job.cutter.point_angle_deg) if job.cutter.substrate == "carbide" else 90.0
        if job.machine.is_a.tailstock:
            yield _hole(job, "centre", "centre-drill it first", 1.5, start=Start(kind="centre", angle_deg=60.0))
        else:
            if hole.start.kind == "none":
                yield _hole(job, "punch", "punch it", 0.5, start=Start(kind="punch", angle_deg=90.0))
            yield _hole(job, "spot", f"spot it at {angle:.0f}°", 1.5, start=Start(kind="spot", angle_deg=angle))
    elif hole.start.kind == "spot" and hole.start.angle_deg < job.cutter.point_angle_deg:
        wide = job.cutter.point_angle_deg
        yield _hole(job, "spot", f"spot it wider, at {wide:.0f}°", 1.5, start=Start(kind="spot", angle_deg=wide))
    if hole.entry in ("angled", "curved", "concave"):
        yield _hole(job, "spot-face", "mill a flat first", 3.0, entry="flat", entry_angle_deg=0.0)
    if job.cutter.kind.needs_guide and hole.start.kind not in ("bush", "pilot"):
        yield _hole(job, "bush", "start it through a bush", 2.0, start=Start(kind="bush", angle_deg=90.0))
        yield _hole(
            job, "pilot-guide", "drill a pilot of its own size first, 1 to 3 D deep", 3.0, start=Start(kind="pilot", angle_deg=90.0)
        )


def around_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """A backing block, a clamped stack, a thick plate under the magnet, the hole from both sides."""
    hole = job.hole
    if hole.through and hole.behind != "backing":
        yield _hole(job, "backing", "back it with hard wood", 1.0, behind="backing")
    if len(hole.stack_mm) > 1 and not hole.stack_clamped:
        yield _hole(job, "clamp-stack", "clamp the plates together", 1.0, stack_clamped=True)
    if job.machine.magnet is not None and (hole.plate_thickness_mm or hole.depth_mm) < THICK_PLATE_MM:
        yield _hole(job, "thick-plate", "clamp a 25 mm plate under the magnet", 3.0, plate_thickness_mm=THICK_PLATE_MM, stack_mm=())
    if hole.through and not hole.stack_mm:
        half = hole.depth_mm / 2
        both = _hole(
            job,
            "both-sides",
            f"drill it from both sides, {half:.4g} mm each",
            4.0,
            depth_mm=half,
            through=False,
            plate_thickness_mm=job.hole.depth_mm,
        )
        yield replace(both, added_s=PILOT_S)


def holding_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """A stop, clamps instead of hands."""
    held = job.holding
    if held.kind == "hand":
        yield _part(
            job,
            "holding",
            "clamp",
            "clamp it, with a stop on the left",
            1.0,
            {"kind": "clamps", "count": 2, "force_n": 5000.0, "arm_mm": 100.0, "stop": True},
        )
    elif not held.stop and held.kind in ("vice", "clamps"):
        yield _part(job, "holding", "stop", "put a stop on the left of it", 1.0, {"stop": True})
    if held.force_n and held.kind in ("vice", "clamps", "lathe-chuck"):
        yield _part(job, "holding", "tighten", f"hold it harder: {2 * held.force_n / 1000:.3g} kN", 1.0, {"force_n": 2 * held.force_n})


def _part(job: Job, part: str, kind: str, sentence: str, bother: float, changes: dict[str, Any]) -> Candidate:
    changed = replace(job, **{part: replace(getattr(job, part), **changes)})
    return Candidate(kind, sentence, changed, {f"{part}.{name}": value for name, value in changes.items()}, bother)


def magnet_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """A clean face under the base, the strap on."""
    base = job.machine.magnet
    if base is None:
        return
    if base.surface != "bare" or base.gap_mm:
        yield _on_machine(
            job, "clean-plate", "scrape it to bare steel under the base", 2.0, magnet=replace(base, surface="bare", gap_mm=None)
        )
    if base.orientation != "down" and not base.strap:
        yield _on_machine(job, "strap", "put the strap on", 0.5, magnet=replace(base, strap=True))


def _on_machine(job: Job, kind: str, sentence: str, bother: float, **parts: Any) -> Candidate:
    changed = replace(job, machine=replace(job.machine, **parts))
    return Candidate(kind, sentence, changed, {f"machine.{name}": value for name, value in parts.items()}, bother)


def coolant_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """Oil where it was dry, flood where it was brushed; pecks where chips pack, none where they harm."""
    for method in WETTER.get(job.machine.coolant.method, ()):
        wetter = replace(job.machine.coolant, method=method)
        yield _on_machine(job, "coolant", WET_WORDS[method], 1.0 if method == "brush" else 1.5, coolant=wetter)
    if job.setting.pecks.kind == "none" and job.cutter.kind.may_peck and job.cutter.kind.packs:
        yield _part(job, "setting", "peck", "peck it, clearing the chips each time", 0.8, {"pecks": Pecks(kind="full", depths_mm=())})
    if job.setting.pecks.kind != "none" and not job.cutter.kind.may_peck:
        yield _part(job, "setting", "no-pecks", "straight through, without pecks", 0.0, {"pecks": Pecks(kind="none", depths_mm=())})


# --- the cutter ---------------------------------------------------------------


def _with_cutter(job: Job, kind: str, sentence: str, bother: float, cutter: Cutter, **changes: Any) -> Candidate:
    return Candidate(kind, sentence, replace(job, cutter=cutter), changes, bother, tool_change=True)


def edge_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """A sharper edge, a thinned or split point, lips dubbed for brass, a shorter drill."""
    cutter = job.cutter
    if cutter.wear != "sharp":
        radius = edge_radius_mm(cutter.substrate, "sharp", cutter.diameter_mm)
        fresh = replace(cutter, wear="sharp", edge_radius_mm=radius)
        yield _with_cutter(job, "sharper", "sharpen it", 2.0, fresh, **{"cutter.wear": "sharp", "cutter.edge_radius_mm": None})
    if not cutter.kind.standard_form:
        return
    if cutter.point == "conventional" and cutter.substrate in ("hss", "hss-co"):
        for point, words in ((THINNED, "thin its web"), (SPLIT, "split its point")):
            ratio = point_form(point).chisel_ratio
            ground = replace(cutter, point=point, chisel_ratio=ratio)
            yield _with_cutter(job, point, words, 2.5, ground, **{"cutter.point": point, "cutter.chisel_ratio": ratio})
    if job.material.grab == "high" and (cutter.rake_deg is None or cutter.rake_deg > 0):
        dubbed = replace(cutter, rake_deg=0.0)
        yield _with_cutter(job, "dub-lips", "dub the lips to no rake", 1.5, dubbed, **{"cutter.rake_deg": 0.0})
    stub = lengths(cutter.diameter_mm, "stub")
    if stub.flute_mm < cutter.flute_length_mm:
        free = min(stub.flute_mm + cutter.diameter_mm / 2, stub.overall_mm)
        short = replace(cutter, series="stub", body_length_mm=stub.overall_mm, flute_length_mm=stub.flute_mm, free_length_mm=free)
        lost = {"cutter.series": "stub", "cutter.body_length_mm": None, "cutter.flute_length_mm": None, "cutter.free_length_mm": None}
        yield _with_cutter(job, "shorter-drill", "a stub drill", 2.5, short, **lost)


def crib_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """Another cutter of the yard that makes the same hole, at its own book setting if the present one is not for it."""
    for cutter in job.yard.cutters:
        if not job.made_by(cutter) or cutter == job.cutter or family_of(cutter.kind).machines[job.machine.kind].how == NEVER:
            continue
        changed, words = book_setting(job.with_cutter(cutter))
        alike = cutter.family == job.cutter.family
        changes = {"cutter": cutter, "hole.start_diameter_mm": changed.hole.start_diameter_mm, "setting": changed.setting}
        kind, bother = ("other-drill", 2.0) if alike else ("other-family", 3.0)
        yield Candidate(kind, f"the {cutter_words(cutter)}, {words}", changed, changes, bother, tool_change=True)


def cutter_words(cutter: Cutter) -> str:
    """A cutter as a shop would ask for it."""
    edge = short_words("cutter.substrate", cutter.substrate)
    point = f", {cutter.point} point" if cutter.kind.standard_form and cutter.point != "conventional" else ""
    said = "" if cutter.kind.always_carbide else f"{edge} "
    return f"{cutter.diameter_mm:g} mm {said}{cutter.kind.words}{point}"


def pilot_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """A pilot of a size in the yard, between the web and half the drill, or up to seven tenths where the feed is driven."""
    cutter, size = job.cutter, job.cutter.diameter_mm
    if not cutter.kind.packs or job.hole.start_diameter_mm > 0:
        return
    most = 0.5 * size if job.machine.feed.kind in HAND_FEEDS else 0.7 * size
    web = max(cutter.chisel_ratio, 0.10) * size
    found = sorted({one.diameter_mm for one in job.yard.cutters if one.kind.standard_form and web < one.diameter_mm <= most})
    # Just over the web first, then a third, then the widest.
    wanted = (1.2 * web, 0.4 * size, most)
    chosen = dict.fromkeys(min(found, key=lambda one: abs(one - aim)) for aim in wanted) if found else {}
    for pilot in list(chosen)[:PILOTS_TRIED]:
        if not _pilot_goes(job, pilot):
            continue
        change = _hole(job, "pilot", f"a {pilot:g} mm pilot first", 2.0, start_diameter_mm=pilot)
        yield _eased(replace(change, added_s=PILOT_S, tool_change=True))


def _eased(change: Candidate) -> Candidate:
    """A piloted hole wants less of a push: the hand eases off with it, where it leaned harder than the drill now takes."""
    job = change.job
    force = job.setting.hand_force_n
    if force is None:
        return change
    usual = leaning_n(columns_of(job))
    if force <= usual * STILL_USUAL:
        return change
    lighter = replace(job, setting=with_feed(job.setting, hand_force_n=usual))
    changes = dict(change.changes) | {"setting.hand_force_n": usual}
    return replace(change, job=lighter, sentence=f"{change.sentence}, then lean {usual:g} N", changes=changes)


def _pilot_goes(job: Job, diameter_mm: float) -> bool:
    """Whether the pilot itself can be drilled on this machine: at its best real setting it does not give way."""
    cutter = next(one for one in job.yard.cutters if one.kind.standard_form and one.diameter_mm == diameter_mm)
    own = replace(job, cutter=cutter, hole=replace(job.hole, diameter_mm=diameter_mm, start_diameter_mm=0.0))
    # What holds a pilot is not what holds the drill: a taper machine has its drill chuck for small ones.
    found = evaluate(columns_of(book_setting(own)[0]), NOT_THE_HOLDER)
    return bool(found.verdict <= TIGHT)


# --- the machine --------------------------------------------------------------


def machine_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """Another machine of the yard, at its best real setting."""
    for machine in job.yard.machines:
        # Work that is turned does not go on a table, nor a plate in a lathe.
        turns = machine.is_a.work_turns != job.machine.is_a.work_turns
        # What a machine is carried to stays where it is.
        stays = job.machine.is_a.comes_to_the_work and not machine.is_a.comes_to_the_work
        if turns or stays or machine.name == job.machine.name or family_of(job.cutter.kind).machines[machine.kind].how == NEVER:
            continue
        moved, words = book_setting(job.on_machine(machine))
        changes = {"machine": machine, "setting": moved.setting}
        yield Candidate("other-machine", f"on {machine.name}, {words}", moved, changes, 7.0)


PROPOSALS: tuple[Callable[[Job, Columns, Result], Iterator[Candidate]], ...] = (
    settings_changes,
    start_changes,
    around_changes,
    holding_changes,
    magnet_changes,
    coolant_changes,
    edge_changes,
    crib_changes,
    pilot_changes,
    machine_changes,
)
