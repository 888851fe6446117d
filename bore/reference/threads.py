"""Threads: pitch, tap drill, and how much of the thread the drills of two indexes leave."""

from functools import cache

from bore.base.sources import rows
from bore.plan.callout import BA_DEPTH, PIPE_DEPTH, Drawn, pipe_threads, read_drawn, taper_threads
from bore.quantities.drill_sizes import STANDARD_SIZES
from bore.quantities.threads import EXTERNAL_DEPTH, all_metric, thread_share
from bore.quantities.units import MM_PER_INCH
from bore.reference.holes import metric_name
from bore.reference.page import Cell, Column, Page, Row, in_order

THREADS = "threads"
TAP_DRILL, MAJOR = "tap_drill_mm", "major_mm"
# The share of a unified thread that hand taps are meant to cut: the drill of the index nearest to it is taken (common practice).
USUAL_SHARE = 0.75
METRIC, UNIFIED, BA, PIPE, TAPER = "metric", "unified", "BA", "pipe", "taper pipe"
DEPTHS = {METRIC: EXTERNAL_DEPTH, UNIFIED: EXTERNAL_DEPTH, BA: BA_DEPTH, PIPE: PIPE_DEPTH}


def share_of_thread(kind: str, major_mm: float, pitch_mm: float, drill_mm: float) -> float | None:
    """The trade's per cent of thread; None for a taper thread, whose drill leaves another share at every turn.

    >>> round(share_of_thread(METRIC, 8.0, 1.25, 6.8)), round(share_of_thread(UNIFIED, 6.35, 1.27, 5.1054))
    (74, 75)
    """
    depth = DEPTHS.get(kind)
    return None if depth is None else 100 * thread_share(major_mm, drill_mm, pitch_mm, depth)


def aim_mm(kind: str, drawn: Drawn) -> float:
    """The size an index is searched for: the table's own tap drill; of a unified thread what leaves three quarters of it."""
    if kind == UNIFIED and drawn.pitch_mm:
        return drawn.finished_mm - USUAL_SHARE * EXTERNAL_DEPTH * drawn.pitch_mm
    return drawn.drilled_mm


def from_index(aim: float, metric: bool) -> tuple[str, float]:
    """The drill of the metric or of the inch index nearest to a size; of two equally near the larger, which is easier on the tap.

    >>> from_index(5.1126, metric=False), from_index(6.8, metric=True)
    (('#7', 5.1054), ('6.8 mm', 6.8))
    """
    index = [size for size in STANDARD_SIZES if size[0].endswith("mm") == metric]
    name, size_mm = min(index, key=lambda size: (round(abs(size[1] - aim), 4), -size[1]))
    return name, round(size_mm, 4)


def _told(kind: str, drawn: Drawn, metric: bool) -> str:
    name, size_mm = from_index(aim_mm(kind, drawn), metric)
    share = share_of_thread(kind, drawn.finished_mm, drawn.pitch_mm or 1.0, size_mm)
    name = name.removesuffix(" mm")
    return name if share is None else f"{name}, {share:.0f} %"


def _row(kind: str, thread: str, sources: tuple[str, ...], sure: str) -> Row:
    drawn = read_drawn(thread)
    pitch_mm = drawn.pitch_mm or 0.0
    inch = kind not in (METRIC, BA)
    cells: tuple[Cell, ...] = (
        thread,
        drawn.drilled_mm,
        share_of_thread(kind, drawn.finished_mm, pitch_mm, drawn.drilled_mm),
        _told(kind, drawn, metric=True),
        _told(kind, drawn, metric=False),
        drawn.finished_mm,
        pitch_mm,
        MM_PER_INCH / pitch_mm if inch else None,
        kind,
    )
    bare = thread.removesuffix(" UNC").removesuffix(" UNF").removesuffix(" UN")
    return Row(thread, cells, in_order(thread, bare, bare.lstrip("#"), f"{thread} tap"), sources, sure)


def _listed() -> list[Row]:
    """Fine metric, unified and BA threads in use, as a table lists them."""
    return [_row(row["kind"], row["thread"], tuple(row["source"].split()), row["sure"]) for row in rows("thread_list.csv")]


@cache
def threads() -> Page:
    """Metric, unified, BA, pipe and taper pipe threads with their tap drills."""
    pitches = {float(row["diameter_mm"]): row for row in rows("thread_pitches.csv")}
    found = [_row(METRIC, metric_name(size), tuple(pitches[size]["source"].split()), pitches[size]["sure"]) for size in all_metric()]
    found += _listed()
    of_pipe = {row["size"]: row for row in rows("pipe_threads.csv")}
    found += [_row(PIPE, f"G{size}", (of_pipe[size]["source"],), of_pipe[size]["sure"]) for size in pipe_threads()]
    of_taper = {(row["thread"], row["size"]): row for row in rows("taper_threads.csv")}
    for thread, size in taper_threads():
        row = of_taper[thread, size]
        found.append(_row(TAPER, f"{size} NPT" if thread == "NPT" else f"{thread}{size}", (row["source"],), row["sure"]))
    columns = (
        Column("thread", "thread"),
        Column(TAP_DRILL, "tap drill", "mm"),
        Column("share", "% of thread", "", 0, "{} % of thread"),
        Column("metric_index", "metric index", said="of the metric index {}"),
        Column("inch_index", "inch index", said="of the inch index {}"),
        Column(MAJOR, "outside", "mm"),
        Column("pitch_mm", "pitch", "mm"),
        Column("tpi", "to an inch", "", 1, "{} to an inch"),
        Column("kind", "kind", said="{}"),
    )
    about = (
        "The tap drill the Plan uses, and the drill of either index nearest to it (of unified threads: nearest to 75 % of thread), "
        "with the share of the full thread it leaves. Of metric and unified threads 60 to 80 % holds; more only breaks taps (common practice)."
    )
    names = ("tap drill", "tapping", "pitch", "thread", "UNC", "UNF", "BA", "BSP", "G", "NPT", "R", "pipe thread", "per cent of thread")
    return Page(THREADS, "Threads and tap drills", about, columns, tuple(found), names)
