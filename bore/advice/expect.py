"""What a cut going well looks and sounds like, to be known before it starts."""

from bore.job.job import Job
from bore.machines.kinds import HAND_FEEDS

# Chips by the metal's kind of chip (common practice).
CHIPS = {
    "long": "two even curls; when they come only from one lip, or stop, out and look",
    "medium": "short curls, both lips alike",
    "short": "short broken chips, both lips alike",
    "powder": "dust and crumbs: brush them away, breathe none",
}
FAMILIES = {
    "annular": "fine chips from the groove; the slug drops hot at the end",
    "indexable": "short sixes and nines; strings mean more feed",
    "gun": "small even chips carried out by the coolant; watch its pressure",
    "tap": "chips ahead of it or back up its flutes; it turns evenly, without jerks",
    "thread-mill": "fine dust-like chips",
    "reamer": "little more than dust; the hole shines",
    "counterbore": "flat curls from a flat seat",
    "countersink": "an even cone; ridges mean slower",
    "spot": "a clean even dimple",
    "centre": "a clean even cone",
}
SOUNDS = {
    "gun": "a steady hum; a change means stop",
    "indexable": "loud and even; a howl means look at the outer insert",
    "tap": "nearly silent",
}


def expected(job: Job) -> tuple[str, str]:
    """The chip and the sound of a cut going well."""
    chip = FAMILIES.get(job.cutter.family) or CHIPS.get(job.material.chip, CHIPS["medium"])
    usual = (
        "an even hiss under a steady hand; squealing means more force or less speed"
        if job.machine.feed.kind in HAND_FEEDS
        else "even; squealing means dull or too fast"
    )
    return chip, SOUNDS.get(job.cutter.family, usual)
