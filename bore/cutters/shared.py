"""What several families have in common: points, edges, usual speeds and feeds, bodies."""

from functools import cache
from pathlib import Path

from bore.base.elementwise import along_logarithms
from bore.base.formula import enter
from bore.base.sources import rows, source
from bore.cutters.family import BookFeed
from bore.job.cutter import Cutter
from bore.job.job import Job
from bore.materials.material import Material
from bore.mechanics import kinematics, strength

STEEL_EDGES = ("hss", "hss-co")
# From here no high-speed steel cuts a metal, unless a book gives it a speed (common practice).
TOO_HARD_FOR_HSS_HB = 420.0
# A worn edge is rounder than the diameter alone would allow a sharp one to be.
ROUNDING = {"sharp": 1.0, "used": 1.5, "dull": 2.5}


@cache
def _edge_radii() -> dict[str, dict[str, str]]:
    return {row["edge"]: row for row in rows("edge_radius.csv")}


def edge_radius_mm(edge: str, wear: str, diameter_mm: float) -> float:
    """Usual radius of a cutting edge, mm: from the table, never above D/200 sharp (1.5 and 2.5 times that used, dull).
    `edge` is a substrate, `insert` or `gun` (common practice).

    >>> edge_radius_mm("hss", "sharp", 1.0)
    0.005
    """
    return min(float(_edge_radii()[edge][f"{wear}_mm"]), ROUNDING[wear] * diameter_mm / 200)


def conical_point_mm(cutter: Cutter) -> float:
    """Length of a conical point."""
    return float(kinematics.point_length_mm(diameter_mm=cutter.diameter_mm, point_angle_deg=cutter.point_angle_deg))


def start_beyond_chisel_mm(job: Job) -> float:
    """The start hole, where it is wider than the chisel: no wider, it takes no lip away and counts as solid metal."""
    start = job.hole.start_diameter_mm
    return start if start > job.cutter.chisel_ratio * job.cutter.diameter_mm else 0.0


def start_mm(job: Job) -> float:
    """The start hole as it is."""
    return job.hole.start_diameter_mm


def vc_of_edge(job: Job) -> tuple[float, float] | None:
    """The metal's usual cutting speeds for the cutter's edge, m/min, flood; None where the books have none."""
    material = job.material
    return {"hss": material.vc_hss_m_min, "hss-co": material.vc_hssco_m_min}.get(job.cutter.substrate, material.vc_carbide_m_min)


def edge_wanted(material: Material, substrate: str) -> str:
    """What a metal wants instead of an edge that cuts it at no speed, empty where the edge cuts it: `carbide` where high-speed steel of no
    kind does, `better-steel` where plain high-speed steel does not. Hard and hardening metals (H) for which no book gives an edge a speed
    are not cut with it (common practice)."""
    if substrate not in STEEL_EDGES or (material.vc_hss_m_min if substrate == "hss" else material.vc_hssco_m_min):
        return ""
    if (material.hardness_hb or 0.0) >= TOO_HARD_FOR_HSS_HB and not material.vc_hssco_m_min:
        return "carbide"
    return "better-steel" if substrate == "hss" and material.iso_group == "H" else ""


def scaled(pair: tuple[float, float] | None, share: float) -> tuple[float, float] | None:
    """A range of speeds, all of it by a share."""
    return None if pair is None else (pair[0] * share, pair[1] * share)


def book_with_marks(book_mm_rev: float, substrate: str) -> BookFeed:
    """A book feed with its crowding marks: 1.25 and 1.6 times for HSS, 1.2 and 1.3 for carbide (common practice)."""
    soft, hard = (1.25, 1.6) if substrate in STEEL_EDGES else (1.2, 1.3)
    return BookFeed(book_mm_rev, soft * book_mm_rev, hard * book_mm_rev)


def steel_body_torque_nm(cutter: Cutter, share: float, body_of_diameter: float = 0.9) -> float:
    """Breaking torque of a steel body: a share of the solid round's, its diameter a little under the cutter's."""
    enter("twist-off")
    return float(strength.body_breaking_torque_nm(body_diameter_mm=body_of_diameter * cutter.diameter_mm, section_share=share))


def grades_table(place: Path) -> dict[tuple[str, str], tuple[int, int]]:
    """A family's table of hole quality: best and worst usual grade by edge (`any` for all) and start (`any`, `guided`)."""
    found = {}
    for row in rows("quality.csv", place):
        source(row["source"])
        found[row["edge"], row["start"]] = (int(row["best_it"]), int(row["worst_it"]))
    return found


def usual_grades(job: Job, table: dict[tuple[str, str], tuple[int, int]]) -> tuple[int, int]:
    """Best and worst grade a job's cutter usually makes, by its edge and whether a bush guides it."""
    guided = "guided" if job.hole.start.kind == "bush" else "any"
    for key in ((job.cutter.substrate, guided), ("any", guided), (job.cutter.substrate, "any"), ("any", "any")):
        if key in table:
            return table[key]
    raise LookupError("a quality table has a row for any edge and any start")


def by_diameter(diameter_mm: float, place: Path, name: str, column: str) -> float:
    """A figure from a family's table by diameter, along logarithms."""
    table = rows(name, place)
    return float(along_logarithms(diameter_mm, [float(row["diameter_mm"]) for row in table], [float(row[column]) for row in table]))
