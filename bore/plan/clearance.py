"""What the point meets beyond the work: the bed of the vice, the table, parallels, a chuck's face."""

from bore.base.immutable import immutable
from bore.job.job import Job
from bore.plan.step_cut import Cut

# Wood that is left under the point where it goes into a backing block, mm (common practice).
BLOCK_MM = 5.0
NAMES = {"table": "the table", "vice": "the bed of the vice", "parallels": "what the parallels stand on"}


@immutable
class Under:
    """How far the point stands beyond the work, what it meets there and whether it hits it (None: not known); in words."""

    beyond_mm: float
    meets: str
    has_mm: float | None
    hits: bool | None
    words: str


def under(base: Job, cut: Cut, has_mm: float | None) -> Under | None:
    """What a cut through the work meets behind it; None for one that stays inside. `has_mm`: the free room there, where it was said."""
    if not cut.job.hole.through:
        return None
    beyond = round(cut.depths.stop_mm - cut.job.hole.depth_mm, 2)
    if base.machine.is_a.lathe:
        return _room(beyond, "the chuck's face", has_mm, "between the work's end and the chuck, or a bored-out stop")
    behind = base.hole.behind
    if behind == "air":
        return Under(
            beyond, "nothing", has_mm, False, f"the point comes {beyond:g} mm out below, into the air: nobody and nothing under it"
        )
    if behind == "backing":
        return Under(
            beyond,
            "the backing block",
            None,
            False,
            f"the point goes {beyond:g} mm into the backing block: {beyond + BLOCK_MM:.0f} mm thick or more",
        )
    sideways = "; parallels clear of the hole" if behind == "parallels" else ""
    found = _room(beyond, NAMES[behind], has_mm, f"under the work{sideways}")
    return found


def _room(beyond_mm: float, what: str, has_mm: float | None, where: str) -> Under:
    if has_mm is None:
        return Under(beyond_mm, what, None, None, f"the point comes {beyond_mm:g} mm out: leave more than that {where}")
    if beyond_mm >= has_mm:
        return Under(
            beyond_mm, what, has_mm, True, f"the point drills {what}: it comes {beyond_mm:g} mm out and there are {has_mm:g} mm {where}"
        )
    return Under(beyond_mm, what, has_mm, False, f"clears {what} by {has_mm - beyond_mm:.2g} mm")
