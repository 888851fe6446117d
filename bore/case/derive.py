"""Defaults that follow from other fields of the case, each with the reason it was taken."""

from collections.abc import Mapping
from typing import Any

from bore.base.errors import BadInput
from bore.base.sources import rows
from bore.cutters.family import Found
from bore.cutters.registry import family_of
from bore.job.assumption import Assumption
from bore.job.cutter_kinds import cutter_kind
from bore.machines import kinds
from bore.materials import hardness
from bore.materials.material import Material
from bore.materials.table import all_materials
from bore.mechanics import hand_feed, plate
from bore.mechanics.scale_test import ScaleTest, fit_scale_test

CONSTANTS = ("kc11_n_mm2", "mc", "kd_torque_lbf_in2", "specific_energy_w_s_mm3")
MILL_SHARE = 0.65
USUAL_SPRING_N = 45.0
LEAST_EFFICIENCY = 0.05
STAGE: dict[str, Any] = dict.fromkeys(("name", "speed_rpm", "min_rpm", "max_rpm", "base_rpm", "curve", "belt_torque_nm", "belt"))
GROUPS = {row["iso_group"]: row for row in rows("metal_groups.csv")}


def fill(case: dict[str, Any], path: str, found: Found, assumed: list[Assumption]) -> None:
    """Put each derived value where nothing was given, and note it."""
    for name, value, why in found:
        if case[name] is None and value is not None:
            case[name] = value
            assumed.append(Assumption(f"{path}.{name}", value, why))


def derive(case: dict[str, Any], assumed: list[Assumption], completed: Mapping[str, tuple[Assumption, ...]]) -> None:
    """Complete a walked case in place; raises BadInput where nothing reasonable can be assumed. `completed`: the parts that are complete
    already, and what was assumed as they were."""
    hole, cutter, machine = case["hole"], case["cutter"], case["machine"]

    def done(part: str) -> bool:
        assumed.extend(completed.get(part, ()))
        return part in completed

    if not done("material"):
        material(case["material"], assumed)
    if not done("hole"):
        complete_hole(hole, assumed)
    if not done("machine"):
        complete_machine(machine, "machine", assumed)
    if not done("holding"):
        complete_holding(case["holding"], machine["kind"], assumed)
    if not done("cutter"):
        as_wide_as_the_hole(cutter, hole["diameter_mm"], hole["start_diameter_mm"], assumed)
        fill(machine["holder"], "machine.holder", _holder(cutter, hole["diameter_mm"]), assumed)
        complete_cutter(cutter, "cutter", hole["diameter_mm"], machine["holder"], assumed)


def complete_hole(hole: dict[str, Any], assumed: list[Assumption]) -> None:
    """Fill a hole from itself."""
    fill(hole, "hole", _hole(hole), assumed)


def complete_holding(holding: dict[str, Any], machine_kind: str, assumed: list[Assumption]) -> None:
    """Fill what holds the work from the kind of machine it stands on."""
    fill(holding, "holding", _holding(holding, machine_kind), assumed)


def as_wide_as_the_hole(cutter: dict[str, Any], hole_mm: float, start_mm: float, assumed: list[Assumption]) -> None:
    """A cutter of no said size is as wide as the hole; a thread mill goes round inside the hole that is there."""
    if cutter["diameter_mm"]:
        return
    if cutter_kind(cutter["family"]).makes_own_diameter:
        value, why = hole_mm - 2 * cutter["shift_mm"], "the cutter is as wide as the hole"
    else:
        value, why = round(MILL_SHARE * (start_mm or hole_mm), 2), "a mill of two thirds of the hole"
    cutter["diameter_mm"] = float(value)
    assumed.append(Assumption("cutter.diameter_mm", value, why))


def _holding(case: dict[str, Any], kind: str) -> Found:
    usual = kinds.machine_kind(kind)
    yield "kind", usual.holding, f"usual on a {usual.words}"
    yield "friction", 0.2, "steel on steel, a little oily"
    if case["kind"] == "clamps":
        yield "count", 2, "two clamps are the least"
    if usual.tailstock:
        yield "tailstock_clamp_n", kinds.USUAL_TAILSTOCK_CLAMP_N, "a small lathe's tailstock clamp holds 3 to 8 kN"


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
    share = hardness.speed_share(hardness_hb=hb, row_hardness_hb=row_hb)
    for name in ("vc_hss_m_min", "vc_hssco_m_min", "vc_carbide_m_min"):
        if (speeds := getattr(row, name)) is not None:
            yield name, (speeds[0] * share, speeds[1] * share), why
    yield "feed_class", hardness.feed_class_at(row.feed_class, hardness_hb=hb, row_hardness_hb=row_hb), why


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
    """Fill a cutter from its family, diameter and point form."""
    kind = cutter_kind(case["family"])
    usual = f"usual for {kind.one}"
    own = [
        ("diameter_mm", diameter_mm, "the cutter is as wide as the hole"),
        ("substrate", kind.substrate, usual),
    ]
    fill(case, path, iter(own), assumed)
    point = kind.carbide_point if case["substrate"] == "carbide" else kind.point
    fill(case, path, iter([("point", point, usual)]), assumed)
    fill(case, path, family_of(kind).geometry(case), assumed)
    fill(case, path, _shank(case, holder), assumed)


def _shank(case: dict[str, Any], holder: dict[str, Any] | None) -> Found:
    # In a yard nothing is known of the holder: big drills of the standard series are made with tapers.
    over = cutter_kind(case["family"]).tapered_over_mm
    big = over is not None and case["diameter_mm"] > over
    morse = big if holder is None else holder["kind"] == "morse"
    size = kinds.morse_size_for(case["diameter_mm"])
    yield "shank", f"morse-{size}" if morse else "straight", "what the holder takes" if holder else "usual for the diameter"
    yield "shank_diameter_mm", case["diameter_mm"], "a plain shank is as thick as the drill"


def _holder(cutter: dict[str, Any], diameter_mm: float) -> Found:
    if usual := cutter_kind(cutter["family"]).holder:
        yield "kind", usual, "what such a cutter is held in"
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
    _motor(spindle, path, kind.motor, assumed)
    fill(spindle, f"{path}.spindle", iter([("motor", kind.motor, f"usual on a {kind.words}")]), assumed)
    fill(spindle, f"{path}.spindle", _spindle(spindle, case["feed"]["kind"]), assumed)
    _stages(spindle, path, assumed)
    for stage in spindle["stages"]:
        if stage["name"] is None:
            fixed = stage["speed_rpm"] is not None
            stage["name"] = f"{stage['speed_rpm']:g} rpm" if fixed else f"{stage['min_rpm'] or 0:g} to {stage['max_rpm'] or 0:g} rpm"


def _motor(spindle: dict[str, Any], path: str, usual_motor: str, assumed: list[Assumption]) -> None:
    """Motor output and speed from its plate, where they were not given."""
    motor = kinds.motor(spindle["motor"] or usual_motor)
    printed = spindle["plate"]
    if printed is not None:
        usual = f"usual for a motor {motor.words}"
        own = [("power_factor", motor.power_factor, usual), ("motor_efficiency", motor.motor_efficiency, usual)]
        fill(printed, f"{path}.spindle.plate", iter(own), assumed)
        fill(spindle, f"{path}.spindle", _from_plate(printed, single="three" not in motor.words and motor.words != "servo"), assumed)
    fill(spindle, f"{path}.spindle", iter([("motor_speed_rpm", motor.speed_rpm, f"usual for a motor {motor.words}")]), assumed)
    if spindle["power_kw"] is None:
        raise BadInput.at(
            f"{path}.spindle.power_kw",
            "is needed: rated output of the motor; accepted: 0.02 to 200 kW, or a plate with its output, input, or volts and amps",
        )


def _from_plate(printed: dict[str, Any], single: bool) -> Found:
    supply = printed["supply_hz"] or printed["frequency_hz"]
    value, why = _plate_power(printed, single)
    if value is not None:
        # On another supply a mains motor keeps its torque: its power goes with its speed.
        on_it = plate.power_on_supply_kw(power_kw=value, supply_hz=supply, plate_hz=printed["frequency_hz"])
        yield "power_kw", on_it, why if supply == printed["frequency_hz"] else f"{why}, at {supply:g} Hz"
    if printed["speed_rpm"] is not None:
        speed = plate.motor_speed_rpm(plate_speed_rpm=printed["speed_rpm"], supply_hz=supply, plate_hz=printed["frequency_hz"])
        yield "motor_speed_rpm", speed, "the plate's speed on this supply"


def _plate_power(printed: dict[str, Any], single: bool) -> tuple[float | None, str]:
    """The motor's output as its plate has it, kW, and by which of its figures; None where it has none."""
    efficiency = printed["motor_efficiency"]
    if printed["output_kw"] is not None:
        return printed["output_kw"], "the output on the plate"
    if printed["output_hp"] is not None:
        return plate.horsepower_kw(output_hp=printed["output_hp"]), "the horsepower on the plate"
    if printed["input_kw"] is not None:
        value = plate.output_kw(input_kw=printed["input_kw"], motor_efficiency=efficiency)
        return value, "the input on the plate, less the motor's losses"
    if printed["volts"] is not None and printed["amps"] is not None:
        of = plate.single_phase_kw if single else plate.three_phase_kw
        value = of(volts=printed["volts"], amps=printed["amps"], power_factor=printed["power_factor"], motor_efficiency=efficiency)
        return value, "volts, amps, power factor and efficiency of the plate"
    return None, ""


def _stages(spindle: dict[str, Any], path: str, assumed: list[Assumption]) -> None:
    """Speeds from the pulleys, where they were not given; a tachometer's reading stands above both."""
    for pair in spindle["train"]:
        if not pair["name"]:
            pair["name"] = f"{pair['motor_pulley_mm']:g} to {pair['spindle_pulley_mm']:g} mm"
    if spindle["stages"] or not spindle["train"]:
        if not spindle["stages"]:
            raise BadInput.at(
                f"{path}.spindle.stages", "is needed: the speeds the spindle really has; accepted: a list of 1 to 60, or a train of pulleys"
            )
        return
    speeds = [_pair_speed(pair, spindle["motor_speed_rpm"]) for pair in spindle["train"]]
    spindle["stages"] = [STAGE | {"name": pair["name"], "speed_rpm": speed} for pair, speed in zip(spindle["train"], speeds, strict=True)]
    assumed.append(Assumption(f"{path}.spindle.stages", [round(speed) for speed in speeds], "worked out from the pulleys"))


def _pair_speed(pair: dict[str, Any], motor_speed_rpm: float) -> float:
    if pair["measured_rpm"] is not None:
        return float(pair["measured_rpm"])
    idler = pair["idler_out_mm"] / pair["idler_in_mm"] if pair["idler_in_mm"] and pair["idler_out_mm"] else 1.0
    return round(
        plate.pulley_speed_rpm(
            motor_speed_rpm=motor_speed_rpm,
            motor_pulley_mm=pair["motor_pulley_mm"],
            spindle_pulley_mm=pair["spindle_pulley_mm"],
            idler_ratio=idler,
            reduction=pair["reduction"],
        ),
        1,
    )


def _spindle(spindle: dict[str, Any], feed_kind: str) -> Found:
    drive, motor = kinds.drive(spindle["drive"]), kinds.motor(spindle["motor"])
    hand = feed_kind in kinds.HAND_FEEDS
    yield "efficiency", drive.efficiency, f"usual for {drive.words}"
    yield "breakdown_ratio", motor.breakdown_ratio, f"usual for a motor {motor.words}"
    yield "cutting_share", 0.4 if hand else 1.0, "fed by hand, the drill cuts about 40 % of the time" if hand else "power feed may run on"


def _feed(feed: dict[str, Any]) -> Found:
    tested = scale_test_of(feed)
    if feed["kind"] in ("hand-lever", "magnet-rack"):
        yield "lever_length_mm", 180.0, "usual lever"
        if feed["turns"] and feed["turns_travel_mm"]:
            radius = hand_feed.pinion_radius_mm(turns=feed["turns"], turns_travel_mm=feed["turns_travel_mm"])
            yield "pinion_radius_mm", radius, "from the turns counted and the travel they gave"
        yield "pinion_radius_mm", 15.0, "usual quill pinion"
        if tested:
            share = hand_feed.lever_efficiency(
                force_ratio=tested.force_ratio, lever_length_mm=feed["lever_length_mm"], pinion_radius_mm=feed["pinion_radius_mm"]
            )
            yield "efficiency", _share(share, "lever and pinion"), "measured with a scale under the quill"
        if tested and tested.spring_measured:
            yield "return_spring_n", tested.return_spring_n, "measured with a scale under the quill"
        yield "efficiency", 0.85, "0.8 to 0.9 for rack and pinion"
        yield "return_spring_n", USUAL_SPRING_N, "30 to 60 N at the knob is usual"
    elif feed["kind"] == "tailstock":
        yield "wheel_radius_mm", 75.0, "usual tailstock wheel"
        yield "lead_mm", 4.0, "usual tailstock screw"
        if tested:
            share = hand_feed.screw_efficiency(
                force_ratio=tested.force_ratio, wheel_radius_mm=feed["wheel_radius_mm"], lead_mm=feed["lead_mm"]
            )
            yield "efficiency", _share(share, "wheel and screw"), "measured with a scale under the quill"
        yield "efficiency", 0.2, "0.15 to 0.30 with the collar"


def scale_test_of(feed: dict[str, Any]) -> ScaleTest | None:
    """What the readings of a scale say of a feed; None without any. Raises BadInput where they make no sense."""
    readings = feed["scale_test"]
    if not readings:
        return None
    spring = feed["return_spring_n"] if feed["return_spring_n"] is not None else 0.0 if feed["kind"] == "tailstock" else USUAL_SPRING_N
    found = fit_scale_test(
        hand_force_n=[one["hand_force_n"] for one in readings], thrust_n=[one["thrust_n"] for one in readings], return_spring_n=spring
    )
    if found is None:
        raise BadInput.at(
            "machine.feed.scale_test", "makes no sense; accepted: pulls above the return spring, and more thrust for more pull"
        )
    return found


def _share(efficiency: float, what: str) -> float:
    """The efficiency a scale test comes to; more than the whole, or next to nothing, is a slip of the tape."""
    if not LEAST_EFFICIENCY <= efficiency <= 1:
        raise BadInput.at(
            "machine.feed.scale_test",
            f"gives {efficiency:.0%} of the hand's work at the drill; accepted: {LEAST_EFFICIENCY:.0%} to 100 %: measure {what} again",
        )
    return efficiency
