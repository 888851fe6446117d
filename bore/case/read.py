"""Reading a case into a Job: walked, completed, checked across fields, frozen."""

from typing import Any

from bore.case.derive import complete_machine, derive
from bore.case.parts import (
    Refuse,
    check_holder,
    check_spindle,
    completed_cutter,
    cutter_read_before,
    hole_of,
    machine_of,
    parts_read_before,
)
from bore.case.walk import Walk
from bore.cutters.registry import family
from bore.job.assumption import Assumption
from bore.job.cutter import SAME_SIZE_MM, Cutter
from bore.job.cutter_kinds import cutter_kind
from bore.job.job import Holding, Job, Pecks, Setting, Yard
from bore.machines.kinds import HAND_FEEDS
from bore.materials.material import Material

FEED_FIELDS = ("feed_mm_rev", "feed_rate_mm_min", "hand_force_n", "seconds_per_turn")


def read_case(data: Any) -> Job:
    """A case as data (see the table of fields) as a Job.

    Raises BadInput naming every field that is missing, unknown, of the wrong type or out of range,
    and what is accepted.
    """
    known = parts_read_before(data)
    walk = Walk(items={"yard.cutters": cutter_read_before}, parts=known.parts)
    case = walk.read_object(data, "", "")
    walk.raise_problems()
    if "yard" not in known.parts:
        # What a yard leaves out is not an assumption of this check.
        walk.assumed = [one for one in walk.assumed if not one.field.startswith("yard.")]
    derive(case, walk.assumed, known.completed)
    _check_across(case, walk.refuse)
    yard = known.records.get("yard") or _yard(case["yard"])
    walk.raise_problems()
    return _job(case, known.records, yard, walk.assumed)


def _job(case: dict[str, Any], records: dict[str, Any], yard: Yard, assumed: list[Assumption]) -> Job:
    setting = case["setting"]
    return Job(
        hole=records.get("hole") or hole_of(case["hole"]),
        material=records.get("material") or Material(**case["material"]),
        cutter=records.get("cutter") or Cutter(**case["cutter"]),
        machine=records.get("machine") or machine_of(case["machine"]),
        holding=records.get("holding") or Holding(**case["holding"]),
        setting=Setting(**{**setting, "pecks": Pecks(**setting["pecks"])}),
        yard=yard,
        assumed=tuple(assumed),
    )


def _yard(case: dict[str, Any]) -> Yard:
    """Cutters and machines offered for ways out; what they leave out is completed like the job's own."""
    cutters = tuple(
        one if isinstance(one, Cutter) else completed_cutter(one, f"yard.cutters[{k}]", None, []) for k, one in enumerate(case["cutters"])
    )
    for k, machine in enumerate(case["machines"]):
        complete_machine(machine, f"yard.machines[{k}]", [])
        machine["holder"]["kind"] = machine["holder"]["kind"] or "chuck"
    return Yard(cutters=cutters, machines=tuple(machine_of(machine) for machine in case["machines"]))


def _check_across(case: dict[str, Any], refuse: Refuse) -> None:
    """Fields that must agree with one another."""
    _check_hole(case["hole"], case["cutter"], refuse)
    check_spindle(case["machine"]["spindle"], "machine.spindle", refuse)
    family(case["cutter"]["family"]).check(case, refuse)
    _check_feed(case["setting"], case["machine"]["feed"]["kind"], refuse)
    check_holder(case["machine"]["holder"], refuse)


def _check_hole(hole: dict[str, Any], cutter: dict[str, Any], refuse: Refuse) -> None:
    diameter, shift = hole["diameter_mm"], cutter["shift_mm"] if cutter_kind(cutter["family"]).on_inserts else 0.0
    if cutter_kind(cutter["family"]).makes_own_diameter and abs(diameter - cutter["diameter_mm"] - 2 * shift) > SAME_SIZE_MM:
        refuse(
            "hole.diameter_mm",
            f"{diameter:g} mm is not what a {cutter['diameter_mm']:g} mm cutter makes; "
            "accepted: the cutter's own diameter (plus twice the shift of an indexable drill)",
        )
    if hole["start_diameter_mm"] >= diameter:
        refuse("hole.start_diameter_mm", f"the hole already there ({hole['start_diameter_mm']:g} mm) must be smaller than {diameter:g} mm")
    if hole["through"] and hole["stack_mm"] and abs(sum(hole["stack_mm"]) - hole["depth_mm"]) > 0.01:
        refuse("hole.stack_mm", f"the plates add up to {sum(hole['stack_mm']):g} mm, the hole is {hole['depth_mm']:g} mm deep")
    if cutter["flute_length_mm"] > cutter["body_length_mm"]:
        refuse("cutter.flute_length_mm", "must not be longer than cutter.body_length_mm")


def _check_feed(setting: dict[str, Any], feed_kind: str, refuse: Refuse) -> None:
    given = [name for name in FEED_FIELDS if setting[name] is not None]
    if len(given) != 1:
        said = "none is given" if not given else "given: " + ", ".join(given)
        refuse("setting.feed_mm_rev", f"exactly one of {', '.join(FEED_FIELDS)} is needed; {said}")
        return
    if given == ["hand_force_n"] and feed_kind not in HAND_FEEDS:
        refuse("setting.hand_force_n", f"a {feed_kind} feed is not pushed by hand; give feed_mm_rev or feed_rate_mm_min")
    if given == ["seconds_per_turn"] and feed_kind != "tailstock":
        refuse("setting.seconds_per_turn", "only a tailstock is wound; give another way of feeding")
