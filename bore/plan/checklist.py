"""What is gone through before switching on and after the last hole: tables of lines, and when each is asked."""

from collections.abc import Callable, Sequence

from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.machines.kinds import MachineKind
from bore.plan.task import Task
from bore.plan.times import Plan


@immutable
class Line:
    """One line to tick: its name, which stays, and its words."""

    id: str
    words: str


def _stepped(drive: str) -> Callable[[Task, Plan], bool]:
    return lambda task, plan: task.base.machine.spindle.drive == drive and len(task.base.machine.spindle.stages) > 1


def _holder(kind: str) -> Callable[[Task, Plan], bool]:
    return lambda task, plan: any(step.cut is not None and step.cut.job.machine.holder.kind == kind for step in plan.steps)


def _kind(has: Callable[[MachineKind], bool]) -> Callable[[Task, Plan], bool]:
    return lambda task, plan: has(task.base.machine.is_a)


def _hung(task: Task, plan: Plan) -> bool:
    magnet = task.base.machine.magnet
    return magnet is not None and magnet.orientation != "down"


WHEN: dict[str, Callable[[Task, Plan], bool]] = {
    "always": lambda task, plan: True,
    "held": _kind(lambda kind: kind.lies_on_a_table and not kind.in_hands),
    "turned": _kind(lambda kind: kind.lathe),
    "marks": lambda task, plan: any(step.kind == "mark" and step.cut is None for step in plan.steps),
    "there": lambda task, plan: task.there_mm > 0,
    "through": lambda task, plan: task.base.hole.through,
    "unproved": lambda task, plan: any(step.cut is not None and bool(step.cut.job.cutter.length_unproved) for step in plan.steps),
    "chuck": _holder("chuck"),
    "morse": lambda task, plan: _holder("morse")(task, plan) and not task.base.machine.is_a.tailstock,
    "tailstock-taper": lambda task, plan: _holder("morse")(task, plan) and task.base.machine.is_a.tailstock,
    "wound": _kind(lambda kind: kind.tailstock),
    "belts": _stepped("belt"),
    "gears": _stepped("gear"),
    "radial": _kind(lambda kind: kind.swings),
    "hand-fed": _kind(lambda kind: not (kind.programmed or kind.in_hands or kind.tailstock)),
    "wet": lambda task, plan: task.base.machine.coolant.method != "dry",
    "magnet": _kind(lambda kind: kind.on_a_magnet),
    "hung": _hung,
    "numeric": _kind(lambda kind: kind.programmed),
    "guided": lambda task, plan: any(step.cut is not None and step.cut.job.cutter.kind.needs_guide for step in plan.steps),
    "carried": _kind(lambda kind: kind.in_hands),
    "thread": lambda task, plan: task.drawn.tapped,
}


# Rows made at one machine without leaving it: one of a plan, or one a feature of a part.
Made = Sequence[tuple[Task, Plan]]


def checklist(made: Made) -> list[Line]:
    """The lines that are asked for what is made on a machine before switching on, in the order they are gone through."""
    return _lines("checklist.csv", made)


def afterwards(made: Made) -> list[Line]:
    """What is done after the last hole, in its order."""
    return _lines("afterwards.csv", made)


def _lines(table: str, made: Made) -> list[Line]:
    asked = [row for row in rows(table) if source(row["source"]) and any(WHEN[row["when"]](task, plan) for task, plan in made)]
    return [Line(row["id"], row["words"]) for row in asked]
