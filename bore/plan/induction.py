"""What somebody is shown at a machine of a kind before they use it, and what is done after the last hole: a table of lines."""

from bore.base.sources import rows, source
from bore.machines.kinds import machine_kind
from bore.plan.checklist import Line

EVERY = "all"


def induction(kind: str) -> list[Line]:
    """The lines of a kind of machine, in the order they are shown."""
    name = machine_kind(kind).id
    return [Line(row["id"], row["words"]) for row in rows("induction.csv") if source(row["source"]) and _is_of(row["kinds"], name)]


def _is_of(kinds: str, kind: str) -> bool:
    return kinds == EVERY or kind in kinds.split("|")
