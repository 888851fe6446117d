"""A machine, a cutter or a material by itself, as a shop keeps it: held to the same table of fields as a case."""

from collections.abc import Callable
from typing import Any

from bore.base.errors import BadInput
from bore.case.derive import complete_cutter, complete_machine
from bore.case.derive import material as complete_material
from bore.case.parts import check_holder, check_spindle, machine_of
from bore.case.walk import walked
from bore.job.assumption import Assumption
from bore.machines.machine import Machine

Spec = dict[str, Any]


def complete_machine_record(spec: Any) -> tuple[Spec, tuple[Assumption, ...]]:
    """A machine with everything it leaves out filled in, and what was assumed. Raises BadInput naming each field that will not do."""
    found, walk = walked(spec, "machine")
    complete_machine(found, "machine", walk.assumed)
    found["holder"]["kind"] = found["holder"]["kind"] or "chuck"
    check_spindle(found["spindle"], "machine.spindle", walk.refuse)
    check_holder(found["holder"], walk.refuse)
    walk.raise_problems()
    return found, tuple(walk.assumed)


def read_machine(spec: Any) -> Machine:
    """A machine of a shop as the core has it; raises BadInput."""
    return machine_of(complete_machine_record(spec)[0])


def check_machine(spec: Any) -> None:
    """Refuse a machine that no case could be made with; raises BadInput."""
    complete_machine_record(spec)


def complete_cutter_record(spec: Any) -> Spec:
    """A cutter with its lengths, edges and angles filled in as its family has them; raises BadInput naming each field that will not do."""
    found, walk = walked(spec, "cutter")
    if found["diameter_mm"] is None:
        raise BadInput.at("cutter.diameter_mm", "is needed: cutting diameter; accepted: 0.1 to 150 mm")
    complete_cutter(found, "cutter", found["diameter_mm"], None, walk.assumed)
    if found["flute_length_mm"] > found["body_length_mm"]:
        walk.refuse("cutter.flute_length_mm", "must not be longer than cutter.body_length_mm")
    walk.raise_problems()
    return found


def check_cutter(spec: Any) -> None:
    """Refuse a cutter that no case could be made with; raises BadInput."""
    complete_cutter_record(spec)


def check_material(spec: Any) -> None:
    """Refuse a material no case could be made with; raises BadInput."""
    found, walk = walked(spec, "material")
    for name in ("name", "iso_group"):
        if found[name] is None:
            raise BadInput.at(f"material.{name}", "is needed")
    complete_material(found, walk.assumed)
    walk.raise_problems()


CHECKS: dict[str, Callable[[Any], None]] = {"machine": check_machine, "cutter": check_cutter, "material": check_material}
