"""A work material: the constants the schools of load need, and how it behaves under a drill."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True, kw_only=True)
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
