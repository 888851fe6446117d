"""The tap family."""

from functools import cache

from bore.base.formula import enter
from bore.base.sources import rows, source
from bore.cutters.family import BookFeed, Case, Family, Found, Never, Refuse, folder, pairs_of
from bore.cutters.follow_up import FOLLOWS, NO_CHISEL, SHORT, WANTS_A_HOLE, needs_a_hole, plain_geometry
from bore.cutters.shared import grades_table, scaled, start_mm, usual_grades, vc_of_edge
from bore.cutters.tap import energy, force
from bore.job.cutter import Cutter
from bore.job.cutter_kinds import cutter_kind
from bore.job.job import Job
from bore.materials.material import metal_word
from bore.mechanics import strength
from bore.quantities.threads import coarse_pitch_mm

HERE = folder(__file__)
QUALITY = grades_table(HERE)
FLUTES, CHAMFER_THREADS = 3, 4.0
STRENGTH_NM_MM3 = 0.03
HARD_STEEL_HB, CARBIDE_SHARE, HARD_SHARE = 280.0, 2.0, 0.5
SAME_PITCH = 0.01
# Less of the thread's height than this is no thread; more than this breaks taps.
LEAST_THREAD, MOST_THREAD = 0.5, 1.0

# Its thread and the thinner neck behind it go into the hole: four diameters and more up to M10 (DIN 371), a whole thin shank above (DIN 376, both
# from memory).
REACH_D = 4.0


def geometry(case: Case) -> Found:
    """Defaults that follow from the diameter."""
    yield "pitch_mm", coarse_pitch_mm(case["diameter_mm"]), "the coarse pitch (ISO 261)"
    yield "chamfer_threads", CHAMFER_THREADS, "a plug tap, four threads of chamfer"
    yield from plain_geometry(case, angle_deg=180.0, chisel=0.0, edges=FLUTES, flute_d=REACH_D, overall_d=8.0, why="a machine tap")


def check(case: Case, refuse: Refuse) -> None:
    """A tap follows a hole and feeds its own pitch."""
    needs_a_hole(case, refuse)
    pitch, setting = case["cutter"]["pitch_mm"], case["setting"]
    feed = setting["feed_mm_rev"] or (setting["feed_rate_mm_min"] or 0.0) / setting["speed_rpm"]
    if abs(feed / pitch - 1) > SAME_PITCH:
        refuse("setting.feed_mm_rev", f"a tap feeds its own pitch; accepted: {pitch:g} mm/rev")


@cache
def _speeds() -> dict[str, tuple[float, float]]:
    table = rows("speeds.csv", HERE)
    for row in table:
        source(row["source"])
    return {row["metal"]: (float(row["low_m_min"]), float(row["high_m_min"])) for row in table}


def speeds(job: Job) -> tuple[float, float] | None:
    """Tapping speeds by metal, HSS; carbide twice that; in hard and hardening metals half of what the edge is drilled at (common practice)."""
    if job.material.iso_group == "H":
        return scaled(vc_of_edge(job), HARD_SHARE)
    metal = metal_word(job.material)
    if metal == "steel" and (job.material.hardness_hb or 0) > HARD_STEEL_HB:
        metal = "hard-steel"
    low, high = _speeds()[metal]
    share = CARBIDE_SHARE if job.cutter.substrate == "carbide" else 1.0
    return low * share, high * share


def feed(job: Job) -> BookFeed:
    """A tap's feed is its pitch."""
    pitch = job.cutter.pitch_mm or 1.0
    return BookFeed(pitch, 1.01 * pitch, 1.02 * pitch)


def breaking_torque(cutter: Cutter) -> float:
    """Torque that breaks a tap, N·m: weaker than a drill of its size (common practice, low)."""
    enter("twist-off")
    return float(strength.breaking_torque_nm(diameter_mm=cutter.diameter_mm, strength=STRENGTH_NM_MM3))


FAMILY = Family(
    kind=cutter_kind("tap"),
    geometry=geometry,
    check=check,
    inner_diameter_mm=start_mm,
    removal_mm3_min=force.removal_mm3_min,
    point_length_mm=lambda cutter: (cutter.chamfer_threads or CHAMFER_THREADS) * (cutter.pitch_mm or 1.0),
    speeds_m_min=speeds,
    feed=feed,
    breaking_torque_nm=breaking_torque,
    grades=lambda job: usual_grades(job, QUALITY),
    machines=pairs_of(__file__),
    never=(
        WANTS_A_HOLE,
        Never(lambda columns: columns.thread_share < LEAST_THREAD, 2, "the hole leaves less than half a thread: use a smaller tap drill"),
        Never(
            lambda columns: columns.thread_share > MOST_THREAD,
            3,
            "the hole is smaller than the thread's core: the tap jams; drill to the tap size",
        ),
    ),
    spared=FOLLOWS
    | SHORT
    | {
        "bite": "a tap draws itself in",
        "hand": "a tap draws itself in",
        "feed-force": "a tap draws itself in",
        "rub": "its feed is its pitch",
        "crowd": "its feed is its pitch",
        "pack": "chips and depth of a tapped hole are judged by the blind allowance",
        "tolerance": "a thread is gauged, not measured by a grade of hole",
    },
    schools=NO_CHISEL | {force.ID: force, energy.ID: energy},
)
