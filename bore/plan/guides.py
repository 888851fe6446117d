"""Drills that nothing but a hole guides: gun drills, and drills so long that a mark does not hold them."""

from bore.job.cutter import SAME_SIZE_MM, Cutter
from bore.job.job import Job
from bore.limits.wander import TOO_LONG_D
from bore.plan.deep_hole import guide_d

# How deep a short drill goes before a long one of its size follows, in diameters (common practice).
SHORT_FIRST_D = 2.0


def is_long(cutter: Cutter) -> bool:
    """Whether a plain drill stands out so far that it follows a hole, not a mark."""
    return cutter.kind.standard_form and cutter.kind.drills and cutter.free_length_mm > TOO_LONG_D * cutter.diameter_mm


def guiding(base: Job, size_mm: float) -> list[int]:
    """Short sharp drills of the crib, by their places, whose hole guides a drill of a size."""
    return [
        place
        for place, one in enumerate(base.yard.cutters)
        if one.kind.guides_another and abs(one.diameter_mm - size_mm) <= SAME_SIZE_MM and one.wear == "sharp" and not is_long(one)
    ]


def is_guided(base: Job, cutter: Cutter) -> bool:
    """Whether a cutter enters solid metal by a short hole of its size: a gun drill where no bush guides it, a long drill where the crib has
    a short one and no bush stands over the place."""
    if base.machine.is_a.drills_deep or base.hole.start.kind == "bush":
        return False
    return cutter.kind.needs_guide or (is_long(cutter) and bool(guiding(base, cutter.diameter_mm)))


def guide_depth_mm(base: Job, cutter: Cutter) -> float:
    """How deep the guide hole of a drill goes, mm."""
    times = guide_d(base.hole.depth_mm / cutter.diameter_mm) if cutter.kind.needs_guide else SHORT_FIRST_D
    return round(times * cutter.diameter_mm, 1)


def guide_words(cutter: Cutter, depth_mm: float) -> str:
    """Why the guide hole is there."""
    if cutter.kind.needs_guide:
        return f"a gun drill is guided by its hole: {depth_mm:g} mm deep, 0.01 to 0.03 mm over its size; measure it, a tight one pinches the head"
    return f"a long drill follows a hole, not a mark: {depth_mm:g} mm deep with a short one"


def place_guides(base: Job, place: int, following: Cutter) -> bool:
    """Whether a drill of the crib makes the short hole that the one after it enters by."""
    return is_guided(base, following) and place in guiding(base, following.diameter_mm)
