"""A job in one short line, for lists and phones."""

from typing import Any

from bore.case.choices import short_words
from bore.job.cutter_kinds import cutter_kind
from bore.materials.table import all_materials


def _setting(setting: dict[str, Any]) -> str:
    if setting.get("seconds_per_turn") is not None:
        return f"a turn in {setting['seconds_per_turn']:g} s"
    if setting.get("hand_force_n") is not None:
        return f"{setting['hand_force_n']:g} N"
    if setting.get("feed_rate_mm_min") is not None:
        return f"{setting['feed_rate_mm_min']:g} mm/min"
    return f"{setting.get('feed_mm_rev') or 0:g} mm/rev"


def short_form(case: dict[str, Any]) -> str:
    """One line such as `20 × 32 through · 42CrMo4 · cobalt split · C2 310 · 0.18 mm/rev`."""
    hole, cutter, machine, setting = case["hole"], case["cutter"], case["machine"], case["setting"]
    row = all_materials().get(case["material"].get("id") or "")
    metal = row.designations[0] if row else case["material"].get("name") or "metal"
    kind = "through" if hole.get("through", True) else "blind"
    kind_of = cutter_kind(cutter["family"])
    edge = short_words("cutter.substrate", cutter.get("substrate") or kind_of.substrate)
    edge = (
        f"{edge} {short_words('cutter.point', cutter.get('point') or kind_of.point)}".strip()
        if kind_of.standard_form
        else f"{edge} {kind_of.words}"
    )
    return " · ".join(
        [
            f"{hole['diameter_mm']:g} × {hole['depth_mm']:g} {kind}",
            metal,
            edge,
            f"{machine.get('name') or machine['kind']} {setting['speed_rpm']:g} rpm",
            _setting(setting),
        ]
    )
