"""Defaults that follow from other fields of the case, each with the reason it was taken."""

from collections.abc import Iterator
from typing import Any

from bore.contract.walk import Assumption
from bore.cutters.twist import geometry
from bore.errors import BadInput
from bore.machines import kinds
from bore.materials import hardness
from bore.materials.material import Material
from bore.materials.table import all_materials
from bore.sources import rows

Found = Iterator[tuple[str, Any, str]]
CONSTANTS = ("kc11_n_mm2", "mc", "kd_torque_lbf_in2", "specific_energy_w_s_mm3")
GROUPS = {row["iso_group"]: row for row in rows("metal_groups.csv")}


def fill(case: dict[str, Any], path: str, found: Found, assumed: list[Assumption]) -> None:
    """Put each derived value where nothing was given, and note it."""
    for name, value, why in found:
        if case[name] is None and value is not None:
            case[name] = value
            assumed.append(Assumption(f"{path}.{name}", value, why))


def derive(case: dict[str, Any], assumed: list[Assumption]) -> None:
    """Complete a walked case in place; raises BadInput where nothing reasonable can be assumed."""
    material(case["material"], assumed)
    hole, cutter, machine = case["hole"], case["cutter"], case["machine"]
    fill(hole, "hole", _hole(hole), assumed)
    complete_machine(machine, "machine", assumed)
    fill(machine["holder"], "machine.holder", _holder(cutter, hole["diameter_mm"]), assumed)
    complete_cutter(cutter, "cutter", hole["diameter_mm"], machine["holder"], assumed)


def _hole(hole: dict[str, Any]) -> Found:
    if hole["through"]:
        yield "plate_thickness_mm", hole["depth_mm"], "a through hole goes through the whole plate"


# --- material ---------------------------------------------------------------


def material(case: dict[str, Any], assumed: list[Assumption]) -> None:
    """Fill a material from its row, from its group and hardness, or leave it as it was given."""
    if case["id"] is not None:
        _from_row(case, assumed)
    elif any(case[name] is None for name in CONSTANTS):
        _from_group(case, assumed)
    fill(case, "material", _behaviour(case), assumed)


def _from_row(case: dict[str, Any], assumed: list[Assumption]) -> None:
    if case["id"] not in all_materials():
        raise BadInput.at("material.id", f"there is no material “{case['id']}” in the table")
    row = all_materials()[case["id"]].material
    if case["hardness_hb"] is not None and case["hardness_hb"] != row.hardness_hb:
        _scale(case, row, assumed)
    for name in case:
        if case[name] is None:
            case[name] = getattr(row, name)


def _scale(case: dict[str, Any], row: Material, assumed: list[Assumption]) -> None:
    """Move a row's constants to another hardness."""
    field, hb = "material.hardness_hb", case["hardness_hb"]
    if row.iso_group not in hardness.SCALED_GROUPS or row.hardness_hb is None:
        raise BadInput.at(field, f"how {row.name} changes with hardness is not known; leave the hardness out")
    low, high = hardness.LOWEST_RATIO * row.hardness_hb, hardness.HIGHEST_RATIO * row.hardness_hb
    if not low <= hb <= high:
        raise BadInput.at(field, f"{hb:g} HB is too far from {row.name} at {row.hardness_hb:g} HB; accepted: {low:.0f} to {high:.0f} HB")
    fill(case, "material", _scaled(row, hb, f"{row.name} moved from {row.hardness_hb:g} to {hb:g} HB"), assumed)


def _scaled(row: Material, hb: float, why: str) -> Found:
    row_hb = row.hardness_hb or hb
    for name in ("kc11_n_mm2", "specific_energy_w_s_mm3"):
        yield name, hardness.scaled_energy_constant(row_value=getattr(row, name), hardness_hb=hb, row_hardness_hb=row_hb), why
    for name in ("kd_torque_lbf_in2", "kd_thrust_lbf_in2"):
        yield name, hardness.scaled_work_factor(row_value=getattr(row, name), hardness_hb=hb, row_hardness_hb=row_hb), why
    if row.tensile_n_mm2:
        yield "tensile_n_mm2", row.tensile_n_mm2 * hb / row_hb, why


def _from_group(case: dict[str, Any], assumed: list[Assumption]) -> None:
    group, hb = case["iso_group"], case["hardness_hb"]
    missing = [name for name in CONSTANTS if case[name] is None]
    if group not in GROUPS or hb is None:
        raise BadInput.at(
            f"material.{missing[0]}",
            "is needed, or give the id of a material in the table, or iso_group P, M or K together with hardness_hb",
        )
    reference = all_materials()[GROUPS[group]["reference_id"]].material
    why = f"unknown {GROUPS[group]['words']} of {hb:g} HB, after {reference.name}"
    fill(case, "material", _grouped(GROUPS[group], reference, hb, why), assumed)


def _grouped(group: dict[str, str], reference: Material, hb: float, why: str) -> Found:
    steel = group["iso_group"] == "P"
    yield "kd_torque_lbf_in2", hardness.steel_work_factor(hb) if steel else float(group["kd_per_hb_torque"]) * hb, why
    yield "kd_thrust_lbf_in2", hardness.steel_work_factor(hb) if steel else float(group["kd_per_hb_thrust"]) * hb, why
    yield "mc", reference.mc, why
    yield from _scaled(reference, hb, why)
    yield "power_law_row", reference.power_law_row, why
    slower = min(1.0, (reference.hardness_hb or hb) / hb)
    for name in ("vc_hss_m_min", "vc_hssco_m_min", "vc_carbide_m_min"):
        low, high = getattr(reference, name)
        yield name, (low * slower, high * slower), f"{reference.name}, slowed for hardness"
    yield "feed_class", "low" if steel and hb >= 280 else group["feed_class"], why
    for name in ("work_hardens", "chip", "grab", "magnetic"):
        yield name, getattr(reference, name), why


def _behaviour(case: dict[str, Any]) -> Found:
    group = case["iso_group"] or "P"
    hb = case["hardness_hb"]
    yield "iso_group", "P", "no group was given: taken as a steel"
    yield "name", "unnamed metal", "no name was given"
    yield "kd_thrust_lbf_in2", case["kd_torque_lbf_in2"], "one factor serves torque and thrust in most metals"
    if hb is not None and group == "P":
        yield "tensile_n_mm2", hardness.tensile_from_hardness(hb), "3.4 times the Brinell hardness"
    yield "spread", 0.2, "how sure these constants are was not said"
    yield "feed_class", {"K": "high", "N": "high", "M": "low", "S": "low", "H": "low"}.get(group, "medium"), "usual for the group"
    yield "work_hardens", "yes" if group in "MS" else "no", "usual for the group"
    yield "chip", "medium", "usual"
    yield "grab", "medium", "usual"
    yield "magnetic", "yes" if group in "PKH" else "no", "usual for the group"


# --- cutter -----------------------------------------------------------------


def complete_cutter(case: dict[str, Any], path: str, diameter_mm: float, holder: dict[str, Any] | None, assumed: list[Assumption]) -> None:
    """Fill a cutter's geometry from its diameter and point form."""
    fill(case, path, iter([("diameter_mm", diameter_mm, "the cutter is as wide as the hole")]), assumed)
    fill(case, path, _geometry(case), assumed)
    fill(case, path, _shank(case, holder), assumed)


def _geometry(case: dict[str, Any]) -> Found:
    form = geometry.point_form(case["point"])
    lengths = geometry.jobber_lengths(case["diameter_mm"])
    yield "point_angle_deg", form.point_angle_deg, f"usual for a {form.words}"
    yield "chisel_ratio", form.chisel_ratio, f"usual for a {form.words}"
    yield "edges", 2, "a twist drill has two lips"
    yield "body_length_mm", max(lengths.overall_mm, case["flute_length_mm"] or 0.0), "a jobber length (DIN 338)"
    yield "flute_length_mm", min(lengths.flute_mm, case["body_length_mm"] or lengths.flute_mm), "a jobber length (DIN 338)"
    free = (case["flute_length_mm"] or lengths.flute_mm) + case["diameter_mm"] / 2
    yield "free_length_mm", min(free, case["body_length_mm"] or lengths.overall_mm), "flutes and half a diameter out of the holder"
    radius = geometry.edge_radius_mm(case["substrate"], case["wear"], case["diameter_mm"])
    yield "edge_radius_mm", radius, f"usual for a {case['wear']} edge"


def _shank(case: dict[str, Any], holder: dict[str, Any] | None) -> Found:
    taper = holder is not None and holder["kind"] == "morse"
    shank = case["shank"] or (f"morse-{kinds.morse_size_for(case['diameter_mm'])}" if taper else "straight")
    yield "shank", shank, "what the holder takes"
    yield "shank_diameter_mm", case["diameter_mm"], "a plain shank is as thick as the drill"


def _holder(cutter: dict[str, Any], diameter_mm: float) -> Found:
    taper = str(cutter["shank"] or "").startswith("morse") or (cutter["shank"] is None and diameter_mm > 13)
    yield "kind", "morse" if taper else "chuck", "drills above 13 mm have a taper shank" if taper else "a drill chuck"


# --- machine ----------------------------------------------------------------


def complete_machine(case: dict[str, Any], path: str, assumed: list[Assumption]) -> None:
    """Fill a machine from its kind, motor and drive."""
    kind = kinds.machine_kind(case["kind"])
    fill(
        case,
        path,
        iter(
            [
                ("name", f"the {kind.words}", "no name was given"),
                ("stiffness_n_mm", kind.stiffness_n_mm, f"usual for a {kind.words}"),
            ]
        ),
        assumed,
    )
    fill(case["feed"], f"{path}.feed", _feed(case["feed"]), assumed)
    spindle = case["spindle"]
    fill(spindle, f"{path}.spindle", iter([("motor", kind.motor, f"usual on a {kind.words}")]), assumed)
    fill(spindle, f"{path}.spindle", _spindle(spindle, case["feed"]["kind"]), assumed)
    for stage in spindle["stages"]:
        if stage["name"] is None:
            stage["name"] = f"{stage['speed_rpm'] or stage['min_rpm'] or 0:g} rpm"


def _spindle(spindle: dict[str, Any], feed_kind: str) -> Found:
    drive, motor = kinds.drive(spindle["drive"]), kinds.motor(spindle["motor"])
    hand = feed_kind in kinds.HAND_FEEDS
    yield "efficiency", drive.efficiency, f"usual for {drive.words}"
    yield "breakdown_ratio", motor.breakdown_ratio, f"usual for a motor {motor.words}"
    yield "cutting_share", 0.4 if hand else 1.0, "fed by hand, the drill cuts about 40 % of the time" if hand else "power feed may run on"


def _feed(feed: dict[str, Any]) -> Found:
    if feed["kind"] in ("hand-lever", "magnet-rack"):
        yield "lever_length_mm", 180.0, "usual lever"
        yield "pinion_radius_mm", 15.0, "usual quill pinion"
        yield "efficiency", 0.85, "0.8 to 0.9 for rack and pinion"
        yield "return_spring_n", 45.0, "30 to 60 N at the knob is usual"
    elif feed["kind"] == "tailstock":
        yield "efficiency", 0.2, "0.15 to 0.30 with the collar"
