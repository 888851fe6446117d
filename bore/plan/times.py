"""A plan as a row of steps, and what changing over between them takes."""

from bore.base.immutable import immutable
from bore.job.job import Job
from bore.limits.judgement import CANNOT
from bore.plan.step_cut import Cut

# Changing a tool, by hand or by a changer; finding another belt or gear, s (common practice).
TOOL_S, CHANGER_S, SPEED_S = 60.0, 8.0, 30.0
DRILLING = ("pilot", "open", "drill")
# Every kind of step, in the order the trade takes them.
KIND_WORDS = {
    "mark": "mark",
    "pilot": "pilot",
    "open": "open",
    "drill": "drill",
    "bore": "bore true",
    "ream": "ream",
    "counterbore": "counterbore",
    "countersink": "countersink",
    "tap": "tap",
    "mill": "mill the thread",
    "deburr": "deburr",
}
KINDS = tuple(KIND_WORDS)
# What a hand can do without the machine.
BY_HAND = tuple(kind for kind in KINDS if kind not in (*DRILLING, "mill"))


@immutable
class Step:
    """A step of a plan: what it does, with which cutter of the yard (None for a hand's work), from and to which size; why it is there.

    `cannot`: why it cannot be done at all where it stands; empty where it can.
    """

    kind: str
    cutter: int | None
    start_mm: float
    size_mm: float
    cut: Cut | None
    change_s: float
    why: str
    time_s: float
    cannot: str = ""


@immutable
class Plan:
    """Steps in order; the time for a hole and for all of them; how far the worst step is used."""

    steps: tuple[Step, ...]
    hole_s: float
    total_s: float
    worst_use: float
    verdict: int
    words: str


def change_s(base: Job, cut: Cut | None = None, speed_before_rpm: float = 0.0) -> float:
    """Time to change to a cut's tool on this machine, s: its own holder, and another belt or gear, where a hand has to find them."""
    if base.machine.is_a.changes_tools:
        return CHANGER_S
    if cut is None:
        return TOOL_S
    kind = cut.job.cutter.kind
    # A ring cutter goes straight into a magnetic drill's own arbor.
    holder = 0.0 if kind.leaves_a_slug and base.machine.is_a.on_a_magnet else kind.setup_s
    return TOOL_S + holder + (SPEED_S if speed_before_rpm != cut.job.setting.speed_rpm else 0.0)


def summed(base: Job, steps: list[Step], words: str) -> Plan:
    """A row of steps and what it comes to; one that cannot be done at all makes the row's verdict."""
    hole = sum(step.time_s for step in steps)
    made = [step.cut for step in steps if step.cut is not None]
    verdicts = [cut.verdict for cut in made] + [CANNOT for step in steps if step.cannot]
    return Plan(
        tuple(steps),
        hole,
        hole * base.hole.count + sum(step.change_s for step in steps),
        max((cut.use for cut in made), default=0.0),
        max(verdicts, default=0),
        words,
    )
