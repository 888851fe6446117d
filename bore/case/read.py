"""Reading a case into a Job: walked, completed, checked across fields, frozen."""

import json
from collections.abc import Callable
from functools import lru_cache
from typing import Any

from bore.base.errors import BadInput
from bore.case.derive import complete_cutter, complete_machine, derive
from bore.case.walk import Walk
from bore.cutters.registry import family
from bore.job.cutter import SAME_SIZE_MM, Cutter
from bore.job.cutter_kinds import cutter_kind
from bore.job.hole import Hole, Start
from bore.job.job import Holding, Job, Pecks, Setting, Yard
from bore.machines.kinds import HAND_FEEDS
from bore.machines.machine import Belt, Coolant, Feed, Holder, Machine, Magnet, Pair, Plate, ScaleReading, Spindle, Stage
from bore.materials.material import Material

FEED_FIELDS = ("feed_mm_rev", "feed_rate_mm_min", "hand_force_n", "seconds_per_turn")
Refuse = Callable[[str, str], None]


def read_case(data: Any) -> Job:
    """A case as data (see the table of fields) as a Job.

    Raises BadInput naming every field that is missing, unknown, of the wrong type or out of range,
    and what is accepted.
    """
    walk = Walk(known={"yard.cutters": _cutter_of_a_yard})
    case = walk.read_object(data, "", "")
    if walk.problems:
        raise BadInput(walk.problems)
    # What a yard leaves out is not an assumption of this check.
    walk.assumed = [one for one in walk.assumed if not one.field.startswith("yard.")]
    derive(case, walk.assumed)
    _check_across(case, walk.refuse)
    yard = _yard(case["yard"])
    if walk.problems:
        raise BadInput(walk.problems)
    return _job(case, yard, walk)


def _job(case: dict[str, Any], yard: Yard, walk: Walk) -> Job:
    hole, setting = case["hole"], case["setting"]
    return Job(
        hole=Hole(**{**hole, "start": Start(**hole["start"])}),
        material=Material(**case["material"]),
        cutter=Cutter(**case["cutter"]),
        machine=machine_of(case["machine"]),
        holding=Holding(**case["holding"]),
        setting=Setting(**{**setting, "pecks": Pecks(**setting["pecks"])}),
        yard=yard,
        assumed=tuple(walk.assumed),
    )


def machine_of(case: dict[str, Any]) -> Machine:
    """A completed machine as the core's record."""
    spindle = case["spindle"]
    stages = tuple(Stage(**{**stage, "belt": Belt(**stage["belt"]) if stage["belt"] else None}) for stage in spindle["stages"])
    train = tuple(Pair(**pair) for pair in spindle["train"])
    return Machine(
        **{
            **case,
            "spindle": Spindle(
                **{**spindle, "stages": stages, "train": train, "plate": Plate(**spindle["plate"]) if spindle["plate"] else None}
            ),
            "feed": Feed(**{**case["feed"], "scale_test": tuple(ScaleReading(**one) for one in case["feed"]["scale_test"])}),
            "holder": Holder(**case["holder"]),
            "coolant": Coolant(**case["coolant"]),
            "magnet": Magnet(**case["magnet"]) if case["magnet"] else None,
            "control": {name: value for name, value in case["control"].items() if value is not None} if case["control"] else None,
        }
    )


def _yard(case: dict[str, Any]) -> Yard:
    """Cutters and machines offered for ways out; what they leave out is completed like the job's own."""
    cutters = tuple(one if isinstance(one, Cutter) else _completed(one, f"yard.cutters[{k}]") for k, one in enumerate(case["cutters"]))
    for k, machine in enumerate(case["machines"]):
        complete_machine(machine, f"yard.machines[{k}]", [])
        machine["holder"]["kind"] = machine["holder"]["kind"] or "chuck"
    return Yard(cutters=cutters, machines=tuple(machine_of(machine) for machine in case["machines"]))


def _completed(cutter: dict[str, Any], path: str, holder: dict[str, Any] | None = None) -> Cutter:
    if cutter["diameter_mm"] is None:
        raise BadInput.at(f"{path}.diameter_mm", "is needed for a cutter in the yard")
    complete_cutter(cutter, path, cutter["diameter_mm"], holder, [])
    return Cutter(**cutter)


def _cutter_of_a_yard(given: Any) -> Cutter | None:
    """A yard's cutter as it was read before: a shop asks with the same three hundred again and again. None where something is wrong
    with it, which is then said where it stands."""
    try:
        return _read_before(json.dumps(given, sort_keys=True, allow_nan=False))
    except (TypeError, ValueError, RecursionError):
        return None


@lru_cache(maxsize=4096)
def _read_before(text: str) -> Cutter:
    return _by_itself(json.loads(text), None)


def usual_cutter(given: dict[str, Any], holder_kind: str | None) -> Cutter:
    """A cutter of which only a few fields are said, completed as it is usually made for such a holder, or (None) as it is usually made."""
    return _by_itself(given, None if holder_kind is None else {"kind": holder_kind})


def _by_itself(given: Any, holder: dict[str, Any] | None) -> Cutter:
    """A cutter outside a case. Raises BadInput."""
    walk = Walk()
    cutter = walk.read_object(given, "cutter", "cutter")
    if walk.problems:
        raise BadInput(walk.problems)
    return _completed(cutter, "cutter", holder)


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


def check_spindle(spindle: dict[str, Any], path: str, refuse: Refuse) -> None:
    """A stage is one speed or a range."""
    for k, stage in enumerate(spindle["stages"]):
        place = f"{path}.stages[{k}]"
        fixed, ranged = stage["speed_rpm"] is not None, stage["min_rpm"] is not None and stage["max_rpm"] is not None
        if fixed == ranged:
            refuse(f"{place}.speed_rpm", "give either speed_rpm, or min_rpm with max_rpm")
        elif ranged and stage["min_rpm"] >= stage["max_rpm"]:
            refuse(f"{place}.min_rpm", "must be below max_rpm")


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


def check_holder(holder: dict[str, Any], refuse: Refuse) -> None:
    """A taper and a collet have sizes of their own."""
    size = holder["size"]
    if holder["kind"] == "morse" and size is not None and size not in list("0123456"):
        refuse("machine.holder.size", f"“{size}” is no Morse taper; accepted: 0 to 6")
    if holder["kind"] == "collet" and size not in ("ER16", "ER20", "ER25", "ER32", "ER40"):
        refuse("machine.holder.size", "a collet holder needs its size; accepted: ER16, ER20, ER25, ER32, ER40")
