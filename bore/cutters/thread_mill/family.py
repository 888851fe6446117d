"""The thread mill family."""

from bore.base.formula import enter, formula
from bore.cutters.family import BookFeed, Case, Family, Found, Never, Refuse, folder, pairs_of
from bore.cutters.follow_up import FOLLOWS, NO_CHISEL, SHORT, WANTS_A_HOLE, needs_a_hole, plain_geometry, share_of_speed
from bore.cutters.shared import book_with_marks, grades_table, start_mm, usual_grades
from bore.cutters.thread_mill import energy
from bore.cutters.twist.feeds import breaking_torque
from bore.job.cutter_kinds import cutter_kind
from bore.job.job import Job
from bore.job.thread_passes import TOUGH
from bore.quantities.threads import coarse_pitch_mm

QUALITY = grades_table(folder(__file__))
FLUTES, SPEED_SHARE = 3, 0.8
TOOL_SHARE, WIDEST_TOOL = 0.65, 0.75


def geometry(case: Case) -> Found:
    """Defaults that follow from the tool's diameter."""
    yield "pitch_mm", coarse_pitch_mm(case["diameter_mm"] / TOOL_SHARE), "the coarse pitch of the thread it fits (ISO 261)"
    yield from plain_geometry(case, angle_deg=180.0, chisel=0.0, edges=FLUTES, flute_d=3.0, overall_d=8.0, why="a solid thread mill")


def check(case: Case, refuse: Refuse) -> None:
    """The mill must go round inside the hole."""
    needs_a_hole(case, refuse)
    tool, start = case["cutter"]["diameter_mm"], case["hole"]["start_diameter_mm"]
    if start and tool > start * 0.95:
        refuse(
            "cutter.diameter_mm",
            f"a {tool:g} mm mill has no room to go round in a {start:g} mm hole; accepted: up to {WIDEST_TOOL * start:.3g} mm",
        )


@formula("Book feed of a thread mill", "f_book = (0.006 + 0.003 D) · metal · flutes, along the thread", "mm/rev", "common-practice")
def mill_feed_mm_rev(*, diameter_mm: float, metal_factor: float, edges: float) -> float:
    """Feed along the thread at the cutting edge, mm/rev: 0.02 to 0.05 mm a tooth in steel for usual sizes.

    >>> round(mill_feed_mm_rev(diameter_mm=8.0, metal_factor=1.0, edges=3), 3)
    0.09
    """
    return (0.006 + 0.003 * diameter_mm) * metal_factor * edges


def feed(job: Job) -> BookFeed:
    """The mill's own feed; half as much in tough metals."""
    enter("book-feed")
    tough = 0.6 if job.material.iso_group in TOUGH else 1.0
    value = mill_feed_mm_rev(diameter_mm=job.cutter.diameter_mm, metal_factor=tough, edges=job.cutter.edges)
    return book_with_marks(value, "carbide")


FAMILY = Family(
    kind=cutter_kind("thread-mill"),
    geometry=geometry,
    check=check,
    inner_diameter_mm=start_mm,
    removal_mm3_min=energy.removal_mm3_min,
    point_length_mm=lambda cutter: 0.0,
    speeds_m_min=share_of_speed(SPEED_SHARE),
    feed=feed,
    breaking_torque_nm=breaking_torque,
    grades=lambda job: usual_grades(job, QUALITY),
    machines=pairs_of(__file__),
    never=(
        WANTS_A_HOLE,
        Never(
            lambda columns: columns.diameter_mm > WIDEST_TOOL * columns.start_diameter_mm,
            1,
            "a mill this wide for its thread cuts the flanks away: take one of seven tenths or less",
        ),
    ),
    spared=FOLLOWS
    | SHORT
    | {
        "bite": "it is moved along its path, nothing pushes it in",
        "feed-force": "it pushes sideways, not along the spindle",
        "pack": "a thread mill clears its own chips",
        "tolerance": "a thread is gauged, not measured by a grade of hole",
    },
    schools=NO_CHISEL
    | {"specific-force": "milled chips change thickness along their arc; the energy of the groove is used", energy.ID: energy},
)
