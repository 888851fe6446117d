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


def expected(job: Job) -> tuple[str, str]:
    """The chip and the sound of a cut going well."""
    chip = job.cutter.kind.chips or CHIPS.get(job.material.chip, CHIPS["medium"])
    usual = (
        "an even hiss under a steady hand; squealing means more force or less speed"
        if job.machine.feed.kind in HAND_FEEDS
        else "even; squealing means dull or too fast"
    )
    return chip, job.cutter.kind.sound or usual
