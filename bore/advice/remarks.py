"""Remarks: where a method is stretched, what was not used, what the plate says."""

from collections.abc import Iterator

from bore.base.formula import silent
from bore.check.check import Check
from bore.cutters.twist.feeds import TABLE_FROM_MM, TABLE_TO_MM
from bore.loads.loads import ALL_SCHOOLS
from bore.mechanics.holders import SEATING_KN, taper_friction_nm
from bore.mechanics.spindle import SAME_SPEED

SCHOOLS_FROM_MM, SCHOOLS_TO_MM = 3.0, 50.0
FLAT_MM = 0.3
STEELWORK_EDGE = 1.2
RATED_METALS = {"P": "steel", "K": "iron", "M": "stainless", "N": "aluminium"}


def remarks_for(check: Check) -> list[str]:
    """Everything worth saying beside the figures."""
    return [*_method(check), *_hole(check), *_feed(check), *_taper(check), *_plate(check)]


def _method(check: Check) -> Iterator[str]:
    diameter = check.job.hole.diameter_mm
    if not SCHOOLS_FROM_MM <= diameter <= SCHOOLS_TO_MM:
        yield f"Extrapolated: the methods were measured from {SCHOOLS_FROM_MM:g} to {SCHOOLS_TO_MM:g} mm, this is {diameter:g} mm."
    if check.job.cutter.kind.standard_form and not TABLE_FROM_MM <= diameter <= TABLE_TO_MM:
        yield f"The feed table ends at {TABLE_FROM_MM:g} and {TABLE_TO_MM:g} mm and was carried on along its slope."
    pinned = check.job.setting.school
    if pinned:
        load = check.result.loads.schools[pinned]
        name = next(school.NAME for school in ALL_SCHOOLS if pinned == school.ID)
        if load.why_not:
            yield f"The {name.lower()} method was pinned but does not apply here: {load.why_not}. The others were used."
        elif load.thrust_n is None:
            yield f"The {name.lower()} method was pinned; it gives no thrust, which comes from the others."


def _hole(check: Check) -> Iterator[str]:
    hole, family = check.job.hole, check.columns.family
    if not hole.through and hole.bottom == "flat" and float(check.columns.point_length_mm) > FLAT_MM:
        yield f"{family.one.capitalize()} leaves its point, {check.columns.point_length_mm:.2g} mm deep: a flat bottom wants an insert drill, or a flat-ended cutter after."
    if (
        hole.edge_distance_mm is not None
        and hole.edge_distance_mm < STEELWORK_EDGE * hole.diameter_mm
        and check.job.material.iso_group == "P"
    ):
        yield "In steelwork the hole's centre is kept at least 1.2 diameters from the edge."
    if hole.through and hole.behind in ("table", "vice"):
        yield f"The stop goes {check.depths.stop_mm - hole.depth_mm:.2g} mm beyond the work: into the {hole.behind}, unless the work stands on parallels or a block."
    if check.job.machine.is_a.on_a_magnet and check.job.machine.spindle.motor == "universal":
        yield "A long lead or a small generator takes speed and torque from a brush motor: the figures are for a stiff supply."


def _feed(check: Check) -> Iterator[str]:
    feed, start = check.job.machine.feed, check.job.hole.start_diameter_mm
    given = check.columns.feed_mm_rev
    if feed.kind == "power-steps" and feed.steps_mm_rev and given is not None and check.columns.family.axial_chip:
        nearest = min(feed.steps_mm_rev, key=lambda step: abs(step - float(given)))
        if abs(nearest / float(given) - 1) > SAME_SPEED:
            steps = ", ".join(f"{step:g}" for step in feed.steps_mm_rev)
            yield f"{check.job.machine.name} has no {given:.3g} mm/rev power feed; it has {steps}."
    if not check.bites:
        yield "The drill does not bite at this force: it only polishes, and hardens some metals."
    elif check.columns.hand_force_n is not None and check.result.loads.feed_mm_rev > check.columns.overfed_mm_rev:
        yield "Too heavy a hand: go lighter before the drill digs in."
    if check.columns.family.force_share is not None and start:
        yield "A gun drill's pilot guides it; it cuts as from solid behind it."


def _taper(check: Check) -> Iterator[str]:
    """A taper that slips but for its tang goes every day; that is said, and what to do about it."""
    columns, loads = check.columns, check.result.loads
    if not (columns.holder.kind == "morse" and columns.holder.tang_engaged and columns.shank.startswith("morse")):
        return
    size = int(columns.shank.removeprefix("morse-"))
    with silent():
        friction = taper_friction_nm(size=size, thrust_n=loads.thrust_n.middle, seating_kn=SEATING_KN[0])
    if friction < loads.torque_nm.middle:
        yield "The tang carries part of the torque: clean both tapers and seat the drill with a blow, so that friction takes most of it."


def _plate(check: Check) -> Iterator[str]:
    machine = check.job.machine
    metal = RATED_METALS.get(check.job.material.iso_group, "")
    rated = machine.rated_diameter_mm.get(metal)
    if rated is not None:
        beside = "within" if check.job.hole.diameter_mm <= rated else "above"
        yield (
            f"The plate of {machine.name} says {rated:g} mm in {metal}; this hole is {beside} that. "
            "The plate is shown, not used as a limit."
        )
