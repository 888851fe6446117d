"""How far a hand should go in one step: pilots, and steps between, where a hand feeds the drill."""

from bore.job.cutter import SAME_SIZE_MM, Cutter
from bore.job.job import Job

# A drill wider than this is not leaned into solid metal first (a 13 mm point at book feed is beyond a hand; common practice).
PILOTED_MM = 13.0
# What a drill in two hands takes from solid, in steel and in softer metals; above what it goes in steps, none less than this share of the
# next; and the widest pilot where a hand feeds (common practice).
FROM_SOLID_MM, SOFT_FROM_SOLID_MM, IN_STEPS_MM, LEAST_STEP, HALF = 6.5, 8.0, 10.0, 0.4, 0.5


def too_far_by_hand(base: Job, cutter: Cutter, start_mm: float, size_mm: float, there_mm: float = 0.0) -> bool:
    """Whether a step is more than a hand should take at once: over half of a drill's width already drilled, where it grabs; with a drill in
    two hands, from solid above a pilot's size, or to more than twice the hole that is there. Nobody chose how wide a hole is that was there
    before (`there_mm`): whether it grabs from that is the check's to say."""
    if not cutter.kind.has_chisel or not cutter.kind.packs:
        return False
    pushed = cutter.kind.leant_on(base.machine.feed.kind)
    if pushed and start_mm > max(HALF * size_mm, there_mm) + SAME_SIZE_MM:
        return True
    if not base.machine.is_a.in_hands:
        return False
    from_solid = SOFT_FROM_SOLID_MM if base.material.iso_group == "N" else FROM_SOLID_MM
    return (start_mm == 0 and size_mm > from_solid) or (size_mm > IN_STEPS_MM and start_mm < LEAST_STEP * size_mm - SAME_SIZE_MM)


def leans_too_far(job: Job) -> bool:
    """Whether a hand leans a drill into solid metal that is too wide to bite well without a pilot."""
    return (
        job.cutter.kind.has_chisel
        and job.hole.start_diameter_mm == 0
        and job.hole.diameter_mm > PILOTED_MM
        and job.setting.hand_force_n is not None
    )
