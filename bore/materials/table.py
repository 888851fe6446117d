"""The built-in materials: one row a material, every row with its sources and how sure it is."""

from functools import cache

from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.materials.material import Material


@immutable(kw_only=True)
class MaterialRow:
    """A row of `tables/materials.csv`: the material and what stands beside it in the book."""

    material: Material
    designations: tuple[str, ...]
    condition: str
    sources: tuple[str, ...]
    sure: str


def _pair(text: str) -> tuple[float, float] | None:
    low, _, high = text.partition("-")
    return (float(low), float(high)) if low else None


def _number(text: str) -> float | None:
    return float(text) if text else None


def _row(row: dict[str, str]) -> MaterialRow:
    material = Material(
        id=row["id"],
        name=row["name"],
        iso_group=row["iso_group"],
        hardness_hb=_number(row["hb"]),
        tensile_n_mm2=_number(row["rm_n_mm2"]),
        kc11_n_mm2=float(row["kc11_n_mm2"]),
        mc=float(row["mc"]),
        kd_torque_lbf_in2=float(row["kd_torque"]),
        kd_thrust_lbf_in2=float(row["kd_thrust"]),
        specific_energy_w_s_mm3=float(row["u_w_s_mm3"]),
        power_law_row=row["power_law_row"] or None,
        spread=float(row["spread"]),
        vc_hss_m_min=_pair(row["vc_hss_m_min"]),
        vc_hssco_m_min=_pair(row["vc_hssco_m_min"]),
        vc_carbide_m_min=_pair(row["vc_carbide_m_min"]),
        feed_class=row["feed_class"],
        work_hardens=row["work_hardens"],
        chip=row["chip"],
        grab=row["grab"],
        magnetic=row["magnetic"],
    )
    sources = tuple(row["sources"].split())
    for key in sources:
        source(key)
    designations = tuple(part.strip() for part in row["designations"].split(";"))
    return MaterialRow(material=material, designations=designations, condition=row["condition"], sources=sources, sure=row["sure"])


@cache
def all_materials() -> dict[str, MaterialRow]:
    """Every built-in material by its id."""
    return {row["id"]: _row(row) for row in rows("materials.csv")}
