"""Cautions, chosen by the job's own facts: a table of words, and when each is shown."""

from collections.abc import Callable
from functools import cache

from bore.job import Job
from bore.machines.kinds import HAND_FEEDS
from bore.sources import rows

TALL_DRILL_MM = 13.0

WHEN: dict[str, Callable[[Job], bool]] = {
    "held-by-hand": lambda job: job.holding.kind == "hand",
    "grabs": lambda job: job.material.grab == "high" and job.machine.feed.kind in HAND_FEEDS,
    "big-from-solid": lambda job: job.hole.through and job.hole.start_diameter_mm == 0 and job.hole.diameter_mm > TALL_DRILL_MM,
    "magnesium": lambda job: "magnesium" in job.material.name.lower(),
    "titanium": lambda job: "titanium" in job.material.name.lower(),
    "dust": lambda job: job.material.chip == "powder" or "brass" in job.material.name.lower(),
    "long-chips": lambda job: job.material.chip == "long",
    "clamped": lambda job: job.holding.kind != "hand",
    "belts": lambda job: job.machine.spindle.drive == "belt" and len(job.machine.spindle.stages) > 1,
    "eyes": lambda job: True,
    "chuck-key": lambda job: job.machine.holder.kind == "chuck" and job.machine.holder.grip == "keyed",
    "hot": lambda job: True,
    "estimates": lambda job: True,
}


@cache
def _words() -> dict[str, str]:
    return {row["id"]: row["words"] for row in rows("cautions.csv")}


def cautions_for(job: Job) -> list[str]:
    """The cautions that apply to a job, gravest first."""
    words = _words()
    return [words[name] for name, applies in WHEN.items() if applies(job)]
