"""A wall chart for one machine: sizes down, metals across, in each crossing the setting to drill by, a pilot where one is wanted, and how it holds;
and what is the largest the machine makes, by metal and family."""

from collections.abc import Iterator
from dataclasses import replace
from typing import Any

from bore.base.budget import look
from bore.base.errors import BadInput
from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.base.sources import rows
from bore.case.read import read_case
from bore.check.best_setting import best_settings, stage_words, usual_setting
from bore.check.check import Check, check
from bore.check.held import fitted
from bore.cutters.family import NEVER
from bore.cutters.registry import family_of
from bore.job.cutter import SAME_SIZE_MM
from bore.job.cutter_kinds import cutter_kinds
from bore.job.job import Job
from bore.limits.judgement import TIGHT
from bore.machines.kinds import HAND_FEEDS, machine_kinds
from bore.materials.table import all_materials
from bore.quantities.drill_sizes import GAUGE_INCHES, SAME_NAME_MM, STANDARD_SIZES, size_words
from bore.quantities.fits import reaming_allowance_mm
from bore.quantities.threads import all_metric, coarse_pitch_mm, tap_drill_mm
from bore.quantities.units import MM_PER_INCH

Case = dict[str, Any]
# What a chart may be of, for what the hole is left that its cutter goes into, and the family that cuts.
_KINDS = {row["kind"]: row for row in rows("chart_kinds.csv")}
KINDS = {kind.chart: kind.id for kind in cutter_kinds().values() if kind.chart}
KIND_NAMES = {kind: row["words"] for kind, row in _KINDS.items()}
DRILL, THREAD = "drill", "thread"
SERIES = ("crib", "metric", "number", "letter", "fraction")
MOST_SIZES, MOST_METALS, MOST_CELLS = 200, 12, 1500
# Pilots tried, as shares of the hole; and the least of them, mm (common practice).
PILOTS, LEAST_PILOT_MM = (0.2, 0.3, 0.45, 0.6), 1.0
# Sizes tried for the largest, mm.
LARGEST_TRIED = tuple(float(size) for size in (*range(2, 14), *range(14, 32, 2), *range(32, 60, 3), *range(60, 105, 5)))
DEPTH_D = 2.0
# Of the crib's cutters of one size so many are tried.
MOST_ALIKE = 4


@immutable
class Cell:
    """A crossing: the metal, the check at its setting, the speed as the machine names it, the pilot it wants, and whether a hand is meant."""

    material: str
    checked: Check
    stage: str
    pilot_mm: float | None
    by_hand: bool


@immutable
class Row:
    """A size: its name, other names it goes by, its crossings."""

    size_mm: float
    name: str
    also: tuple[str, ...]
    cells: tuple[Cell, ...]


@immutable
class Chart:
    """A wall chart: its rows, and the largest from solid in each metal, mm (None where none goes)."""

    rows: tuple[Row, ...]
    largest_mm: dict[str, float | None]


@immutable
class Largest:
    """The largest a family makes on a machine: from solid, with a pilot, and the limit that keeps it from more."""

    family: str
    from_solid_mm: float | None
    with_pilot_mm: float | None
    first: str | None


def series_mm(name: str, crib: list[Case], family: str) -> list[float]:
    """The sizes of a series, rising: those of the crib's cutters of a family, or a standard one (ASME B94.11M for numbers and letters)."""
    if name == "crib":
        # Two that one name is good for are one row: #28 and 9/64 in.
        sizes = sorted({round(_size(one), 4) for one in crib if one.get("family") == family and 0.1 <= _size(one) <= 150})
        return [size for before, size in zip([0.0, *sizes], sizes, strict=False) if size - before > SAME_NAME_MM]
    if name == "metric":
        return [k / 2 for k in range(2, 27)] + [float(k) for k in range(14, 33)]
    if name == "number":
        return sorted(GAUGE_INCHES[str(k)] * MM_PER_INCH for k in range(1, 61))
    if name == "letter":
        return sorted(inch * MM_PER_INCH for key, inch in GAUGE_INCHES.items() if not key.isdigit())
    return [k / 64 * MM_PER_INCH for k in range(4, 33)] + [k / 16 * MM_PER_INCH for k in range(9, 17)]


def chart(parts: Case, materials: list[str], sizes_mm: list[float], kind: str, depth_d: float) -> Chart:
    """The chart of a machine. parts: machine, and holding, crib and coolant where they are said. Raises BadInput naming the field."""
    if len(sizes_mm) * len(materials) > MOST_CELLS:
        raise BadInput.at("sizes_mm", f"{len(sizes_mm) * len(materials)} crossings are too many; accepted: at most {MOST_CELLS}")
    made = []
    with silent():
        for size in sizes_mm:
            cells = tuple(_cell(parts, material, size, kind, depth_d) for material in materials)
            made.append(Row(size, _name(size, kind), _also(size, kind), cells))
        largest = {material: largest_mm(parts, material, KINDS[DRILL], DEPTH_D)[0] for material in materials}
    return Chart(tuple(made), largest)


def _threads(kind: str) -> bool:
    """Whether a chart's sizes are threads."""
    return _KINDS[kind]["before"] == THREAD


def _name(size_mm: float, kind: str) -> str:
    return f"M{size_mm:g}" if _threads(kind) else size_words(size_mm)


def _also(size_mm: float, kind: str) -> tuple[str, ...]:
    """Other names of the trade for the same size."""
    if _threads(kind):
        return ()
    own = size_words(size_mm)
    return tuple(name for name, size in STANDARD_SIZES if abs(size - size_mm) <= SAME_NAME_MM and name != own)


def _cell(parts: Case, material: str, size_mm: float, kind: str, depth_d: float) -> Cell:
    """A crossing with the crib's own cutter of that size that goes best, else with a usual one."""
    best: tuple[int, Check, float | None] | None = None
    for cutter in _cutters(parts.get("crib") or [], KINDS[kind], size_mm):
        look()
        begun, pilot = _with_pilot(job_of(parts, material, cutter, size_mm, size_mm * depth_d), kind)
        found = check(begun, recorded=False)
        verdict = int(found.result.verdict)
        if best is None or verdict < best[0]:
            best = (verdict, found, pilot)
        if verdict <= TIGHT:
            break
    assert best is not None
    verdict, found, pilot = best
    job = found.job
    small = job.machine.feed.kind not in HAND_FEEDS and bool(job.machine.feed.steps_mm_rev)
    by_hand = small and verdict > TIGHT and found.tightest == "crowd"
    return Cell(material, found, stage_words(job, job.setting.speed_rpm), pilot, by_hand)


def _with_pilot(job: Job, kind: str) -> tuple[Job, float | None]:
    """The job at its usual setting from solid; where that does not go, from the smallest pilot that lets it."""
    begun = usual_setting(job)
    if kind != DRILL or int(check(begun, recorded=False).result.verdict) <= TIGHT:
        return begun, None
    starts = pilots_mm(job.hole.diameter_mm)
    if not starts or not job.cutter.kind.drills:
        return begun, None
    best = best_settings(job, starts)
    goes = [(start, one) for start, one in zip(starts, best, strict=True) if one.verdict <= TIGHT]
    if not goes:
        return begun, None
    start, one = goes[0]
    return replace(one.job, hole=replace(one.job.hole, start_diameter_mm=start)), start


def pilots_mm(size_mm: float) -> list[float]:
    """Pilots tried for a size, to a tenth: none is narrower than a millimetre."""
    return [start for share in PILOTS if (start := round(share * size_mm, 1)) >= LEAST_PILOT_MM]


def job_of(parts: Case, material: str, cutter: Case, size_mm: float, depth_mm: float) -> Job:
    """A hole of a size through a plate of so much, on the machine, with a cutter in what holds it; as wide before a tap or a reamer as
    they want it."""
    machine, family = parts["machine"], cutter["family"]
    hand = isinstance(machine.get("feed"), dict) and machine["feed"].get("kind") in HAND_FEEDS
    hole: Case = {"diameter_mm": size_mm, "depth_mm": round(depth_mm, 3)}
    before = _before(family)
    if before:
        hole["start_diameter_mm"] = tap_drill_mm(size_mm) if before == THREAD else round(size_mm - reaming_allowance_mm(size_mm), 3)
    kind = machine_kinds().get(str(machine.get("kind")))
    if kind is not None and cutter_kinds()[family].drills:
        hole["start"] = {"kind": kind.first_mark}
    setting = {
        "speed_rpm": 100,
        **(
            {"hand_force_n": 100}
            if hand and cutter_kinds()[family].leant_on(machine["feed"]["kind"])
            else {"feed_mm_rev": _any_feed(family, size_mm)}
        ),
    }
    case: Case = {"hole": hole, "material": {"id": material}, "cutter": cutter, "machine": machine, "setting": setting}
    if parts.get("holding"):
        case["holding"] = parts["holding"]
    return fitted(read_case(case))


def _before(family: str) -> str:
    """For what the hole is left before a family goes in: a thread, a reamer, or nothing."""
    chart = cutter_kinds()[family].chart
    return _KINDS[chart]["before"] if chart else ""


def _any_feed(family: str, size_mm: float) -> float:
    """A feed to read the case by: a tap's is its pitch."""
    return coarse_pitch_mm(size_mm) if cutter_kinds()[family].feeds_its_pitch else 0.1


def _cutters(crib: list[Case], family: str, size_mm: float) -> list[Case]:
    """The crib's cutters of a size, sharp ones before used; one of the usual kind where it has none."""
    same = [one for one in crib if one.get("family") == family and abs(_size(one) - size_mm) <= SAME_SIZE_MM and _coarse(one, size_mm)]
    same.sort(key=lambda one: one.get("wear") in ("used", "dull"))
    return same[:MOST_ALIKE] or [usual_cutter(family, size_mm)]


def _coarse(cutter: Case, size_mm: float) -> bool:
    """Whether a tap is of the coarse pitch, as a thread is that is called by its size alone; whatever cuts no thread is."""
    return cutter.get("pitch_mm") in (None, coarse_pitch_mm(size_mm)) or not cutter_kinds()[cutter["family"]].feeds_its_pitch


def _size(cutter: Case) -> float:
    """A cutter's diameter, mm; nought where its record has none that is a figure."""
    size = cutter.get("diameter_mm")
    return float(size) if isinstance(size, int | float) and not isinstance(size, bool) else 0.0


def usual_cutter(family: str, size_mm: float) -> Case:
    """A cutter of which nothing is said but its family and size."""
    return {"family": family, "diameter_mm": size_mm}


def read_sizes(sizes: Any, crib: list[Case], kind: str) -> list[float]:
    """The sizes asked for: a list, or the name of a series; threads for taps. Raises BadInput naming `sizes_mm`."""
    if isinstance(sizes, str):
        if sizes not in SERIES:
            raise BadInput.at("sizes_mm", f"accepted: a list of sizes, or {', '.join(SERIES)}")
        if _threads(kind) and sizes != "crib":
            return [size for size in sorted(all_metric()) if 2 <= size <= 36]
        found = series_mm(sizes, crib, KINDS[kind])
    elif isinstance(sizes, list) and all(isinstance(one, int | float) and not isinstance(one, bool) and 0.1 <= one <= 150 for one in sizes):
        found = [float(one) for one in sizes]
    else:
        raise BadInput.at("sizes_mm", f"accepted: sizes of 0.1 to 150 mm, or {', '.join(SERIES)}")
    if not found:
        raise BadInput.at("sizes_mm", "the crib has none of these" if sizes == "crib" else "is empty; accepted: at least one size")
    if len(found) > MOST_SIZES:
        raise BadInput.at("sizes_mm", f"{len(found)} are too many; accepted: at most {MOST_SIZES}")
    return found


def read_materials(ids: Any) -> list[str]:
    """The metals asked for, by their ids. Raises BadInput naming `materials`."""
    if not isinstance(ids, list) or not 1 <= len(ids) <= MOST_METALS:
        raise BadInput.at("materials", f"accepted: 1 to {MOST_METALS} metals")
    for one in ids:
        if not isinstance(one, str) or one not in all_materials():
            raise BadInput.at("materials", f"“{str(one)[:40]}” is no metal of the table")
    return list(dict.fromkeys(ids))


# --- the largest ------------------------------------------------------------------


def largest_mm(
    parts: Case, material: str, family: str, depth_d: float | None, depth_mm: float = 0.0, piloted: bool = False
) -> tuple[float | None, str | None]:
    """The largest size of a family that goes on a machine, and the limit that keeps the next one from it."""
    largest, first, misses = None, None, 0
    for size in LARGEST_TRIED:
        look()
        try:
            found = _goes(parts, material, family, size, size * depth_d if depth_d else depth_mm, piloted)
        except BadInput:
            continue
        if found is None:
            largest, misses = size, 0
            continue
        misses += 1
        first = found if misses == 1 or largest is None else first
        # Beyond two sizes that do not go none larger is looked for, once one has gone.
        if largest is not None and misses >= 2:
            break
    return largest, first


def _goes(parts: Case, material: str, family: str, size_mm: float, depth_mm: float, piloted: bool) -> str | None:
    """Nothing where a size goes; else the limit that gives way first."""
    job = job_of(parts, material, usual_cutter(family, size_mm), size_mm, depth_mm)
    starts = pilots_mm(size_mm) if piloted else [job.hole.start_diameter_mm]
    best = min(best_settings(job, starts), key=lambda one: one.verdict)
    if best.verdict <= TIGHT:
        return None
    return check(best.job, recorded=False).tightest


def capability(parts: Case, material: str, depth_mm: float) -> list[Largest]:
    """The largest hole of a depth each family of drill makes on a machine in a metal."""
    with silent():
        return list(_capable(parts, material, depth_mm))


def _capable(parts: Case, material: str, depth_mm: float) -> Iterator[Largest]:
    kind = str(parts["machine"].get("kind"))
    for family in cutter_kinds().values():
        rules = family_of(family)
        if not family.drills or rules.machines.get(kind) is None or rules.machines[kind].how == NEVER:
            continue
        solid, first = largest_mm(parts, material, family.id, None, depth_mm)
        with_pilot = largest_mm(parts, material, family.id, None, depth_mm, piloted=True)[0] if family.standard_form else None
        yield Largest(family.id, solid, with_pilot, first)
