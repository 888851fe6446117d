"""When one phrase of a job changes, the others that must move with it; each move is said in words.

The cutter follows the diameter, the diameter the cutter; a new machine takes the nearest speed it has and
keeps the feed if it can. The material never moves a setting.
"""

import copy
from typing import Any

from bore.base.errors import BadInput
from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.case.choices import choice_words
from bore.case.read import read_case
from bore.case.walk import walked
from bore.check.best_setting import usual_setting
from bore.check.book_values import usual_hand_force_n
from bore.job.cutter import SAME_SIZE_MM
from bore.job.cutter_kinds import cutter_kind
from bore.loads.assemble import columns_of
from bore.machines.kinds import FREE_HANDS, HAND_FEEDS, HAND_VERBS, holds_on, machine_kind
from bore.quantities.threads import coarse_pitch_mm

Case = dict[str, Any]
FEED_FIELDS = ("feed_mm_rev", "feed_rate_mm_min", "hand_force_n", "seconds_per_turn")
# What makes two cutters the same but for their size.
ALIKE = ("family", "substrate", "point", "wear")
SIZED = (
    "diameter_mm",
    "flute_length_mm",
    "body_length_mm",
    "free_length_mm",
    "edge_radius_mm",
    "edges",
    "shank",
    "shank_diameter_mm",
    "slug_diameter_mm",
    "teeth",
    "cut_depth_mm",
    "tube_length_mm",
    "tube_diameter_mm",
    "step_diameter_mm",
    "pitch_mm",
    "shift_mm",
)
# What is assumed of a start where nothing is said.
PLAIN_MARK = "punch"
PHRASES = ("diameter", "cutter", "machine", "start", "other")


@immutable
class Moved:
    """A phrase that the change of another moved, and what is said about it."""

    phrase: str
    words: str


@immutable
class Settled:
    """The case with everything in step, what moved, and which of the offered cutters was taken (None: ad hoc)."""

    case: Case
    moved: tuple[Moved, ...]
    cutter_index: int | None


def settle(case: Case, changed: str, crib: list[Case], pinned: bool = False, usual: bool = False) -> Settled:
    """Bring a case into step after one phrase changed. The given case is not touched.

    changed: `diameter`, `cutter`, `machine`, `start` or `other`; crib: cutters that may be taken up;
    pinned: the cutter stays whatever the diameter; usual: nobody has set a speed or a feed, so both follow the job.
    Raises BadInput as `read_case` does.
    """
    if changed not in PHRASES:
        raise BadInput.at("changed", f"“{changed}” is no phrase; accepted: {', '.join(PHRASES)}")
    case = copy.deepcopy(case)
    moved: list[Moved] = []
    taken: int | None = None
    _check_fields(case)
    if changed == "diameter" and not pinned:
        taken = _cutter_follows(case, crib, moved)
    elif changed == "cutter":
        _diameter_follows(case, moved)
    _drop_wide_start(case, moved)
    if changed == "machine":
        _machine_changed(case, moved)
    elif changed == "cutter":
        _hand_follows(case, moved)
    if usual:
        moved = [one for one in moved if one.phrase not in ("speed", "feed")]
        _take_usual_setting(case)
    return Settled(case, tuple(moved), taken)


def _check_fields(case: Case) -> None:
    """Every field must be of its kind and in its range; fields need not agree yet, that is what settling is for."""
    walked(case, "")


def _cutter_follows(case: Case, crib: list[Case], moved: list[Moved]) -> int | None:
    wanted = float(case["hole"]["diameter_mm"])
    cutter = case["cutter"]
    had = cutter.get("diameter_mm")
    if not cutter_kind(cutter["family"]).makes_own_diameter or (had is not None and abs(had - wanted) <= SAME_SIZE_MM):
        return None
    fits = [
        k
        for k, other in enumerate(crib)
        if abs(float(other.get("diameter_mm") or 0) - wanted) <= SAME_SIZE_MM and other.get("family") == cutter.get("family")
    ]
    fits.sort(key=lambda k: sum(crib[k].get(name) != cutter.get(name) for name in ALIKE))
    if fits:
        case["cutter"] = copy.deepcopy(crib[fits[0]])
        moved.append(Moved("cutter", f"the {wanted:g} mm one in the crib"))
        return fits[0]
    case["cutter"] = {name: value for name, value in cutter.items() if name not in SIZED} | {"diameter_mm": wanted}
    moved.append(Moved("cutter", f"no {wanted:g} mm {cutter_kind(cutter['family']).words} in the crib: a usual one assumed"))
    return None


def _diameter_follows(case: Case, moved: list[Moved]) -> None:
    diameter = case["cutter"].get("diameter_mm")
    if diameter is not None:
        diameter += 2 * (case["cutter"].get("shift_mm") or 0.0)
    if not cutter_kind(case["cutter"]["family"]).makes_own_diameter:
        return
    if diameter is not None and diameter != case["hole"].get("diameter_mm"):
        case["hole"]["diameter_mm"] = diameter
        moved.append(Moved("diameter", f"{diameter:g} mm, as wide as the cutter"))


def _drop_wide_start(case: Case, moved: list[Moved]) -> None:
    hole = case["hole"]
    start = hole.get("start_diameter_mm") or 0
    if start and start >= hole["diameter_mm"]:
        hole["start_diameter_mm"] = 0
        moved.append(Moved("start", "the hole there was as wide as this one: from solid now"))


def _hand_follows(case: Case, moved: list[Moved]) -> None:
    """A cutter too light in the cut for a hand to feel is fed by the lever's travel, whatever the last one was leaned on with."""
    setting, feed = case["setting"], case["machine"]["feed"]
    if (
        setting.get("hand_force_n") is None
        or feed["kind"] not in FREE_HANDS
        or cutter_kind(case["cutter"]["family"]).leant_on(feed["kind"])
    ):
        return
    del setting["hand_force_n"]
    _choose_feed(case, dict.fromkeys(FEED_FIELDS), float(setting["speed_rpm"]), moved)


# --- machine ----------------------------------------------------------------


# What may lie behind work that lies on a table, and nowhere else.
UNDER_WORK = ("backing", "parallels", "table", "vice")


def _set_up_anew(case: Case, moved: list[Moved]) -> None:
    """What was said of another kind of machine goes: how the work was held there, what lay behind it."""
    kind = machine_kind(case["machine"]["kind"])
    holding = case.get("holding") or {}
    if holding.get("kind") is not None and not holds_on(kind.id, holding["kind"]):
        case.pop("holding")
        moved.append(Moved("holding", f"{choice_words('holding.kind', kind.holding)}, as is usual on {kind.called}"))
    if not kind.lies_on_a_table and case["hole"].get("behind") in UNDER_WORK:
        case["hole"].pop("behind")
        moved.append(Moved("behind", choice_words("hole.behind", "air")))


def _machine_changed(case: Case, moved: list[Moved]) -> None:
    _set_up_anew(case, moved)
    setting = case["setting"]
    had = {name: setting.get(name) for name in FEED_FIELDS}
    for name in FEED_FIELDS:
        setting.pop(name, None)
    with silent():
        columns = columns_of(read_case(_with_any_feed(case)))
    nearest = float(columns.nearest_rpm)
    wanted = float(setting["speed_rpm"])
    if abs(nearest / wanted - 1) > 1e-6:
        setting["speed_rpm"] = nearest
        moved.append(Moved("speed", f"moved to {_stage_words(case, nearest)} (wanted {wanted:g})"))
    _choose_feed(case, had, wanted, moved)


def _with_any_feed(case: Case) -> Case:
    """The case with some feed, so that it can be read while the real one is still to be chosen."""
    return case | {"setting": case["setting"] | {"feed_mm_rev": _own_pitch(case) or 0.05}}


def _own_pitch(case: Case) -> float | None:
    """The pitch of a tap, which is the only feed it takes."""
    cutter = case["cutter"]
    if not cutter_kind(cutter["family"]).feeds_its_pitch:
        return None
    return float(cutter.get("pitch_mm") or coarse_pitch_mm(case["hole"]["diameter_mm"]))


def _stage_words(case: Case, speed: float) -> str:
    stages = case["machine"]["spindle"].get("stages") or []
    name = next((stage.get("name") for stage in stages if stage.get("speed_rpm") == speed), None)
    return f"{name}, {speed:g} rpm" if name else f"{speed:g} rpm"


def _choose_feed(case: Case, had: Case, old_speed: float, moved: list[Moved]) -> None:
    setting, feed = case["setting"], case["machine"]["feed"]
    per_rev = had["feed_mm_rev"] or (had["feed_rate_mm_min"] / old_speed if had["feed_rate_mm_min"] else None)
    pitch = _own_pitch(case)
    if pitch is not None:
        setting["feed_mm_rev"] = pitch
        return
    if feed["kind"] == "tailstock" and had["seconds_per_turn"] is not None:
        setting["seconds_per_turn"] = had["seconds_per_turn"]
        return
    if cutter_kind(case["cutter"]["family"]).leant_on(feed["kind"]):
        if had["hand_force_n"] is not None:
            setting["hand_force_n"] = had["hand_force_n"]
            return
        with silent():
            force = float(usual_hand_force_n(columns_of(read_case(_with_any_feed(case)))))
        setting["hand_force_n"] = round(force)
        moved.append(Moved("feed", f"fed by hand now: {HAND_VERBS[feed['kind']]}ing {force:.0f} N"))
        return
    if per_rev is None:
        per_rev = _book_feed(case)
    steps = feed.get("steps_mm_rev") or []
    chosen = min(steps, key=lambda step: abs(step / per_rev - 1)) if steps else per_rev
    setting["feed_mm_rev"] = round(chosen, 4)
    if had["feed_mm_rev"] is None or abs(chosen / per_rev - 1) > 1e-6:
        moved.append(Moved("feed", f"{'fed by hand, evenly' if feed['kind'] in HAND_FEEDS else 'power feed'} {chosen:.3g} mm/rev"))


def _book_feed(case: Case) -> float:
    """The book's feed, for a machine that takes over from a hand."""
    with silent():
        return float(columns_of(read_case(_with_any_feed(case))).book_feed_mm_rev)


def _take_usual_setting(case: Case) -> None:
    """The start and the setting a machinist would begin with: the mark usual on the machine; the book's setting where it holds, else the
    best the machine has."""
    mark = machine_kind(case["machine"]["kind"]).first_mark
    if mark != PLAIN_MARK and cutter_kind(case["cutter"]["family"]).drills and not case["hole"].get("start_diameter_mm"):
        case["hole"].setdefault("start", {"kind": mark})
    for name in FEED_FIELDS:
        case["setting"].pop(name, None)
    job = read_case(_with_any_feed(case))
    with silent():
        begun = usual_setting(job)
    case["setting"]["speed_rpm"] = begun.setting.speed_rpm
    if begun.setting.hand_force_n is not None:
        case["setting"]["hand_force_n"] = float(round(begun.setting.hand_force_n))
    else:
        case["setting"]["feed_mm_rev"] = begun.setting.feed_mm_rev
