"""What somebody is shown at a machine of a kind before they use it, and what is done after the last hole: a table of lines."""

from collections.abc import Callable

from bore.base.sources import rows, source
from bore.machines.kinds import MachineKind, machine_kind
from bore.plan.checklist import Line

# What a line of the table is for; nothing: every machine.
WHEN: dict[str, Callable[[MachineKind], bool]] = {
    "": lambda kind: True,
    "guarded": lambda kind: kind.guarded,
    "chuck key": lambda kind: kind.guarded or kind.tailstock,
    "belts": lambda kind: kind.guarded and kind.drive == "belt",
    "stands": lambda kind: not kind.comes_to_the_work,
    "carried": lambda kind: kind.comes_to_the_work,
    "on a magnet": lambda kind: kind.on_a_magnet,
    "in hands": lambda kind: kind.in_hands,
    "work turns": lambda kind: kind.lathe,
    "tailstock": lambda kind: kind.tailstock,
    "programmed": lambda kind: kind.programmed,
    "changes tools": lambda kind: kind.changes_tools,
    "drills deep": lambda kind: kind.drills_deep,
}


def induction(kind: str) -> list[Line]:
    """The lines of a kind of machine, in the order they are shown."""
    of = machine_kind(kind)
    return [Line(row["id"], row["words"]) for row in rows("induction.csv") if source(row["source"]) and WHEN[row["when"]](of)]
