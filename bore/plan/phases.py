"""How hard to pull along the stroke: lightly until the point is in, the whole pull, and easing off before it comes through."""

from bore.base.immutable import immutable
from bore.machines.kinds import HAND_VERBS
from bore.plan.step_cut import Cut

# Of the pull that makes the feed: until the point is buried, and over the last point's length of a hole that goes through, where a drill
# would screw itself out (common practice).
POINT_IN, COMING_THROUGH = 0.5, 0.5


@immutable
class Phase:
    """A stretch of the stroke, by the tip's depth below the face, mm, and the pull there, N."""

    words: str
    from_mm: float
    to_mm: float
    hand_force_n: float


def phases(cut: Cut) -> tuple[Phase, ...]:
    """The stretches of a drill's stroke under a hand; none where a machine feeds, or where what is cut is no hole from its point."""
    job, pull = cut.job, cut.job.setting.hand_force_n
    if pull is None or not job.cutter.kind.drills:
        return ()
    point, depth, stop = cut.depths.point_length_mm, job.hole.depth_mm, cut.depths.stop_mm
    buried, through = min(point, depth), job.hole.through
    chips = "steadily" if job.cutter.kind.leaves_a_slug else "a chip from each lip"
    found = (
        Phase("lightly, until the point is in", 0.0, buried, POINT_IN * pull),
        Phase(f"the whole {HAND_VERBS[job.machine.feed.kind]}, {chips}", buried, depth if through else stop, pull),
        Phase("ease off: it comes through and grabs", depth, stop, COMING_THROUGH * pull),
    )
    return tuple(one for one in (found if through else found[:2]) if one.to_mm > one.from_mm)
