"""An exercise: the hole, what is hidden in it, what is asked, what may be changed, and what passes. The course's own and a lead's are read alike."""

import json
from collections.abc import Mapping
from dataclasses import field
from functools import cache
from pathlib import Path
from typing import Any

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.plain import figure, known_fields, listed, plain_text
from bore.practice.course.right import FORCES
from bore.practice.events import kinds

Spec = dict[str, Any]
COURSE = Path(__file__).with_name("exercises.json")
FIELDS = ("id", "title", "aim", "needs", "case", "hidden", "set_up", "free", "ask", "pass", "told")
ASK = ("id", "words", "choices", "right", "limit", "force", "because", "when")
PASS = ("score", "runs", "of", "without")
WHEN = ("before", "after")
OF_HIDDEN, PULLED = "of-hidden", "pulled"
# What a learner may be let change, and where in a run's question it stands.
FREE: dict[str, tuple[str, ...]] = {
    "speed_rpm": ("case", "setting", "speed_rpm"),
    "start_diameter_mm": ("case", "hole", "start_diameter_mm"),
    "start": ("case", "hole", "start", "kind"),
    "behind": ("case", "hole", "behind"),
    "coolant": ("case", "machine", "coolant", "method"),
    "holding": ("case", "holding"),
    "side_handle": ("set_up", "side_handle"),
}


def _is_figure(option: Any) -> bool:
    return isinstance(option, int | float) and not isinstance(option, bool)


def _is_choice(option: Any) -> bool:
    return isinstance(option, str)


def _is_yes_or_no(option: Any) -> bool:
    return isinstance(option, bool)


def _has_a_kind(option: Any) -> bool:
    return isinstance(option, dict) and isinstance(option.get("kind"), str)


# What an option of each is, before the case's own reader says more of it.
OPTIONS = {
    **dict.fromkeys(("speed_rpm", "start_diameter_mm"), _is_figure),
    **dict.fromkeys(("start", "behind", "coolant"), _is_choice),
    "holding": _has_a_kind,
    "side_handle": _is_yes_or_no,
}
OPTION_WORDS = {
    _is_figure: "a figure",
    _is_choice: "the name of a choice",
    _is_yes_or_no: "true or false",
    _has_a_kind: "an object with a kind",
}
LONGEST, SHORT = 600, 80
MOST_ASKS, MOST_CHOICES, MOST_RUNS, MOST_NEEDS, MOST_HIDDEN = 4, 9, 10, 20, 6
# Usual marks of a pass: so many points, in so many of the last runs (own choice).
SCORE, RUNS, OF = 80.0, 3, 5


@immutable(kw_only=True)
class Ask:
    """A question of an exercise: a choice (its right one by id, or that of what is hidden), the limit that gives way first under a pull that
    grows, or a force (by what it asks for, or between two); before the cut or after it; why it is so."""

    id: str
    words: str
    because: str
    when: str = "before"
    choices: tuple[tuple[str, str], ...] = ()
    right: str = ""
    limit: bool = False
    force: str | tuple[float, float] | None = None


@immutable(kw_only=True)
class Passes:
    """What passes: a score in so many of the last runs, without these events."""

    score: float = SCORE
    runs: int = RUNS
    of: int = OF
    without: tuple[str, ...] = ()


@immutable(kw_only=True)
class Exercise:
    """An exercise; one without a case is questions only."""

    id: str
    title: str
    aim: str
    needs: tuple[str, ...] = ()
    case: Spec | None = None
    # One of these is hidden in a run, drawn by whoever starts it.
    hidden: tuple[Spec, ...] = ({},)
    set_up: Spec = field(default_factory=dict)
    free: Mapping[str, tuple[Any, ...]] = field(default_factory=dict)
    ask: tuple[Ask, ...] = ()
    passes: Passes = field(default_factory=Passes)
    told: str = ""


@cache
def course() -> dict[str, Exercise]:
    """The exercises in the order people learn, by id."""
    return {made.id: made for row in _kept()["exercises"] if (made := read_exercise(whole(row)))}


@cache
def _kept() -> Spec:
    return dict(json.loads(COURSE.read_text(encoding="utf-8")))


def whole(row: Spec) -> Spec:
    """A row of the course with its machine and holdings in place of their names."""
    data, found = _kept(), json.loads(json.dumps(row))
    case = found.get("case")
    if case:
        case["machine"] = data["machines"][case["machine"]]
        case["holding"] = data["holdings"][case["holding"]] if "holding" in case else None
        case = {name: value for name, value in case.items() if value is not None}
        found["case"] = case
    if "holding" in found.get("free", {}):
        found["free"]["holding"] = [data["holdings"][name] for name in found["free"]["holding"]]
    return dict(found)


def read_exercise(data: Any) -> Exercise:
    """An exercise from its JSON. Raises BadInput naming the field."""
    known_fields(data, FIELDS, whole="exercise")
    hidden = data.get("hidden")
    alternatives = hidden if isinstance(hidden, list) else [{} if hidden is None else hidden]
    if not 1 <= len(alternatives) <= MOST_HIDDEN or not all(isinstance(one, dict) for one in alternatives):
        raise BadInput.at("hidden", f"accepted: an object, or a list of up to {MOST_HIDDEN}, one of which is drawn")
    case = data.get("case")
    if case is not None and not isinstance(case, dict):
        raise BadInput.at("case", "must be an object")
    asks = tuple(_ask(row, f"ask[{place}]", alternatives) for place, row in enumerate(listed(data.get("ask"), "ask", MOST_ASKS)))
    if not asks:
        raise BadInput.at("ask", "at least one question is needed")
    if len({one.id for one in asks}) < len(asks):
        raise BadInput.at("ask", "two questions have the same id")
    if case is None and any(one.limit or one.force is not None or one.right == OF_HIDDEN for one in asks):
        raise BadInput.at("ask", "what is asked of a cut needs a case; accepted without one: choices")
    set_up = data.get("set_up") or {}
    if not isinstance(set_up, dict):
        raise BadInput.at("set_up", "must be an object")
    return Exercise(
        id=_text(data, "id", SHORT, needed=True),
        title=_text(data, "title", SHORT, needed=True),
        aim=_text(data, "aim", LONGEST),
        needs=tuple(plain_text(one, "needs", SHORT) for one in listed(data.get("needs"), "needs", MOST_NEEDS)),
        case=case,
        hidden=tuple(alternatives),
        set_up=set_up,
        free=_free(data.get("free")),
        ask=asks,
        passes=_passes(data.get("pass")),
        told=_text(data, "told", LONGEST),
    )


def _text(data: Spec, name: str, most: int, needed: bool = False) -> str:
    found = plain_text(data.get(name), name, most)
    if needed and not found.strip():
        raise BadInput.at(name, "is needed")
    return found


def _ask(row: Any, at: str, hidden: list[Spec]) -> Ask:
    known_fields(row, ASK, at)
    kinds_given = [name for name in ("choices", "limit", "force") if row.get(name) is not None]
    if len(kinds_given) != 1:
        raise BadInput.at(at, "exactly one of choices, limit, force")
    when = row.get("when", WHEN[0])
    if when not in WHEN:
        raise BadInput.at(f"{at}.when", f"accepted: {', '.join(WHEN)}")
    if row.get("limit") not in (None, PULLED):
        raise BadInput.at(f"{at}.limit", f"accepted: {PULLED}")
    choices = _choices(row.get("choices"), f"{at}.choices")
    right = plain_text(row.get("right"), f"{at}.right", SHORT)
    if choices and right not in [one for one, _ in choices] and not (right == OF_HIDDEN and len(choices) == len(hidden)):
        raise BadInput.at(f"{at}.right", f"accepted: the id of a choice, or {OF_HIDDEN} with a choice for each that may be hidden")
    return Ask(
        id=plain_text(row.get("id", "what"), f"{at}.id", SHORT),
        words=_text(row, "words", LONGEST, needed=True),
        because=_text(row, "because", LONGEST),
        when=when,
        choices=choices,
        right=right,
        limit=row.get("limit") == PULLED,
        force=_force(row.get("force"), f"{at}.force"),
    )


def _choices(rows: Any, at: str) -> tuple[tuple[str, str], ...]:
    found = []
    for place, row in enumerate(listed(rows, at, MOST_CHOICES)):
        if not isinstance(row, list) or len(row) != 2:
            raise BadInput.at(f"{at}[{place}]", "accepted: an id and its words")
        found.append((plain_text(row[0], f"{at}[{place}][0]", SHORT), plain_text(row[1], f"{at}[{place}][1]", LONGEST)))
    if found and (len(found) < 2 or len({one for one, _ in found}) < len(found)):
        raise BadInput.at(at, "accepted: at least two choices, each with an id of its own")
    return tuple(found)


def _force(value: Any, at: str) -> str | tuple[float, float] | None:
    if value is None:
        return None
    if isinstance(value, list) and len(value) == 2:
        low, high = (figure(value[k], f"{at}[{k}]", 0.0, 1000.0) for k in (0, 1))
        if low < high:
            return low, high
    if isinstance(value, str) and value in FORCES:
        return value
    raise BadInput.at(at, f"accepted: {', '.join(FORCES)}, or [from, to], N")


def _free(data: Any) -> dict[str, tuple[Any, ...]]:
    given = known_fields({} if data is None else data, tuple(FREE), "free")
    found = {name: tuple(listed(options, f"free.{name}", MOST_CHOICES)) for name, options in given.items()}
    for name, options in found.items():
        if len(options) < 2:
            raise BadInput.at(f"free.{name}", "accepted: at least two to choose from")
        for place, option in enumerate(options):
            if not OPTIONS[name](option):
                raise BadInput.at(f"free.{name}[{place}]", f"accepted: {OPTION_WORDS[OPTIONS[name]]}")
    return found


def _passes(data: Any) -> Passes:
    given = known_fields({} if data is None else data, PASS, "pass")
    runs, of = (given.get(name, usual) for name, usual in (("runs", RUNS), ("of", OF)))
    for name, value in (("runs", runs), ("of", of)):
        if isinstance(value, bool) or not isinstance(value, int) or not 1 <= value <= MOST_RUNS:
            raise BadInput.at(f"pass.{name}", f"accepted: a whole number, 1 to {MOST_RUNS}")
    if of < runs:
        raise BadInput.at("pass.of", f"accepted: {runs} or more")
    without = tuple(listed(given.get("without"), "pass.without", len(kinds())))
    strange = [one for one in without if one not in kinds()]
    if strange:
        raise BadInput.at("pass.without", f"accepted: {', '.join(kinds())}")
    return Passes(score=figure(given.get("score", SCORE), "pass.score", 0.0, 100.0), runs=runs, of=of, without=without)


def changed(exercise: Exercise, changes: Any) -> Spec:
    """What a run is asked with where a learner has changed what is free: the place of each option in its list. Raises BadInput naming it."""
    given = known_fields({} if changes is None else changes, tuple(exercise.free), "changes")
    asked: Spec = json.loads(json.dumps({"case": exercise.case, "set_up": exercise.set_up}))
    for name, place in given.items():
        options = exercise.free[name]
        if isinstance(place, bool) or not isinstance(place, int) or not 0 <= place < len(options):
            raise BadInput.at(f"changes.{name}", f"accepted: 0 to {len(options) - 1}, the place of one of its options")
        *way, last = FREE[name]
        at = asked
        for step in way:
            at = at.setdefault(step, {})
        at[last] = options[place]
    return asked
