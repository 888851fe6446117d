"""Cautions, chosen by the job's own facts: a table of words, and when each is shown."""

from collections.abc import Callable
from functools import cache

from bore.base.sources import rows
from bore.job.job import Job
from bore.machines.kinds import HAND_FEEDS, MachineKind
from bore.materials.material import metal_word

TALL_DRILL_MM = 13.0


def _metal(*words: str) -> Callable[[Job], bool]:
    return lambda job: metal_word(job.material) in words


def _machine(has: Callable[[MachineKind], bool]) -> Callable[[Job], bool]:
    return lambda job: has(job.machine.is_a)


def _hung(job: Job) -> bool:
    return job.machine.magnet is not None and job.machine.magnet.orientation != "down"


WHEN: dict[str, Callable[[Job], bool]] = {
    "held-by-hand": lambda job: job.holding.kind == "hand",
    "grabs": lambda job: job.material.grab == "high" and job.machine.feed.kind in HAND_FEEDS,
    "disc": lambda job: job.cutter.kind.on_inserts and job.hole.through,
    "whip": lambda job: job.cutter.kind.needs_guide,
    "strap": _machine(lambda kind: kind.on_a_magnet),
    "overhead": _hung,
    "wrists": _machine(lambda kind: kind.in_hands),
    "big-from-solid": lambda job: (
        job.cutter.kind.has_chisel and job.hole.through and job.hole.start_diameter_mm == 0 and job.hole.diameter_mm > TALL_DRILL_MM
    ),
    "magnesium": _metal("magnesium"),
    "titanium": _metal("titanium"),
    "mist": lambda job: job.machine.coolant.method == "through" and job.machine.coolant.pressure_bar >= 20,
    "slug": lambda job: job.cutter.kind.leaves_a_slug,
    "pacemaker": _machine(lambda kind: kind.on_a_magnet),
    "dust": lambda job: job.material.chip == "powder" or metal_word(job.material) == "brass",
    "coolant-mist": lambda job: job.machine.coolant.method in ("mist", "through"),
    "wraps": lambda job: job.machine.is_a.lathe and job.material.chip == "long",
    "long-chips": lambda job: job.material.chip == "long" and not job.machine.is_a.lathe,
    "door": _machine(lambda kind: kind.programmed),
    "clamped": lambda job: job.holding.kind not in ("hand", "magnet") and not job.machine.is_a.work_turns,
    "belts": lambda job: job.machine.spindle.drive == "belt" and len(job.machine.spindle.stages) > 1,
    "gears": lambda job: job.machine.spindle.drive == "gear" and len(job.machine.spindle.stages) > 1,
    "eyes": lambda job: True,
    "chuck-key": lambda job: job.machine.holder.kind == "chuck" and job.machine.holder.grip == "keyed",
    "hot": lambda job: not job.cutter.kind.leaves_a_slug,
    "guard": _machine(lambda kind: kind.guarded),
    "stop-button": lambda job: True,
    "estimates": lambda job: True,
}


@cache
def _words() -> dict[str, str]:
    return {row["id"]: row["words"] for row in rows("cautions.csv")}


def cautions_for(job: Job) -> list[str]:
    """The cautions that apply to a job, gravest first."""
    words = _words()
    return [words[name] for name, applies in WHEN.items() if applies(job)]
