"""A work material: the constants the schools of load need, and how it behaves under a drill."""

from bore.base.immutable import immutable


@immutable(kw_only=True)
class Material:
    """One metal in one condition. `kc11_n_mm2` and `mc` are a pair and never come from two tables."""

    id: str | None
    name: str
    iso_group: str
    hardness_hb: float | None
    tensile_n_mm2: float | None
    kc11_n_mm2: float
    mc: float
    kd_torque_lbf_in2: float
    kd_thrust_lbf_in2: float
    specific_energy_w_s_mm3: float
    power_law_row: str | None
    spread: float
    vc_hss_m_min: tuple[float, float] | None
    vc_hssco_m_min: tuple[float, float] | None
    vc_carbide_m_min: tuple[float, float] | None
    feed_class: str
    work_hardens: str
    chip: str
    grab: str
    magnetic: str

    @property
    def hardens(self) -> bool:
        """Whether it hardens under an edge that stands still or rubs."""
        return self.work_hardens == "yes"


GROUP_WORDS = {"P": "steel", "H": "steel", "M": "stainless", "K": "iron"}
# In the order they are looked for in a metal's own name.
NAMED = {
    "brass": "brass",
    "bronze": "bronze",
    "magnesium": "magnesium",
    "plastic": "plastic",
    "cupro": "copper",
    "copper": "copper",
    "zinc": "zinc",
}


def metal_word(material: Material) -> str:
    """What a machinist calls the metal when choosing a coolant: steel, stainless, iron, aluminium …"""
    if material.iso_group in GROUP_WORDS:
        return GROUP_WORDS[material.iso_group]
    text = f"{material.id or ''} {material.name} {material.power_law_row or ''}".lower()
    if material.iso_group == "S":
        return "titanium" if "titan" in text else "nickel"
    return next((word for part, word in NAMED.items() if part in text), "aluminium")


def gummy(material: Material) -> bool:
    """Whether its chips stick and pack: long ones, of a metal that hardens under the edge or drags on it."""
    return material.chip == "long" and (material.hardens or material.grab == "high")
