"""What is computed so far: families, machines and feeds outside it are refused in words, never answered wrongly."""

from collections.abc import Callable
from typing import Any

FAMILIES = ("twist",)
KINDS = ("bench-press", "column-press")
FEEDS = ("hand-lever", "power-steps")

# Fields that are read, checked and kept, and that no limit uses yet.
LATER = frozenset(
    {
        "hole.count",
        "hole.bottom",
        "hole.plate_thickness_mm",
        "hole.stack_mm",
        "hole.stack_clamped",
        "hole.behind",
        "hole.entry_angle_deg",
        "hole.start.kind",
        "hole.start.angle_deg",
        "hole.edge_distance_mm",
        "hole.next_hole_mm",
        "hole.tolerance_it",
        "material.chip",
        "material.magnetic",
        "cutter.flute",
        "cutter.helix_deg",
        "cutter.steady_rests",
        "cutter.shift_mm",
        "cutter.slug_diameter_mm",
        "cutter.teeth",
        "cutter.chip_stages",
        "cutter.cut_depth_mm",
        "cutter.pin_spring_n",
        "cutter.tube_length_mm",
        "cutter.tube_diameter_mm",
        "machine.stiffness_n_mm",
        "machine.feed.wheel_radius_mm",
        "machine.feed.lead_mm",
        "machine.feed.travel_mm",
        "machine.feed.backlash_mm",
        "machine.coolant.pressure_bar",
        "machine.coolant.flow_l_min",
        "holding.count",
        "holding.force_n",
        "holding.friction",
        "holding.arm_mm",
        "holding.stop",
        "holding.tailstock_clamp_n",
    }
)


def not_yet(case: dict[str, Any], refuse: Callable[[str, str], None]) -> None:
    """Refuse what is understood but not computed yet."""
    for path, value, known in (
        ("cutter.family", case["cutter"]["family"], FAMILIES),
        ("machine.kind", case["machine"]["kind"], KINDS),
        ("machine.feed.kind", case["machine"]["feed"]["kind"], FEEDS),
    ):
        if value not in known:
            refuse(path, f"“{value}” is understood but not computed yet; computed now: {', '.join(known)}")
