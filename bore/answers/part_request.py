"""A part, read: its set-ups, its features with their places, what is wanted; each feature's plan asked for as a single hole's is."""

import math
import re
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import replace
from typing import Any

from bore.answers.plan_request import Asked, read_plan
from bore.base.errors import BadInput
from bore.base.plain import REACH_MM, figure, known_fields, listed, pair_mm, plain_text, points_mm
from bore.case.fields import all_fields
from bore.job.cutter_kinds import cutter_kinds
from bore.job.obstacle import read_obstacles
from bore.part.batch import MOST_PARTS
from bore.part.model import Box, Feature, Part, Point, Setup
from bore.part.places import edge_mm, neighbour_mm
from bore.part.sides import EITHER
from bore.part.typed import read_places
from bore.plan.callout import Drawn, read_drawn
from bore.plan.pattern import MOST_HOLES, read_pattern
from bore.plan.task import WANTS
from bore.program.control import CHOICES

Data = dict[str, Any]
_OWN = re.compile(r"^(?:case\.)?(?:plan|hole)\.")
TOP = ("name", "count", "material", "machine", "yard", "wish", "setups", "features")
WISH = ("want", "mark_first", "deburr", "pinned_mm", "rate_per_h", "costs")
SETUP = ("id", "zero", "outline_mm", "thickness_mm", "under", "under_mm", "keep_out_mm", "holding", "obstacles", "turned")
FEATURE = (
    "letter",
    "hole",
    "depth_mm",
    "through",
    "setup",
    "face_z_mm",
    "entry",
    "entry_angle_deg",
    "stack_mm",
    "edge_distance_mm",
    "there_mm",
    "measured_mm",
    "places",
    "counterbore_mm",
    "counterbore_depth_mm",
    "countersink_mm",
    "thread",
    "family",
    "pinned_mm",
    "without_mm",
    "steps",
    "after",
)
OF_PLAN = (
    "counterbore_mm",
    "counterbore_depth_mm",
    "countersink_mm",
    "thread",
    "there_mm",
    "measured_mm",
    "pinned_mm",
    "without_mm",
    "steps",
)
OF_HOLE = ("entry", "entry_angle_deg", "stack_mm", "edge_distance_mm")
MOST_SETUPS, MOST_FEATURES, MOST_CORNERS, MOST_BOXES = 6, 26, 200, 40


def read_part(data: Any) -> Part:
    """A part from its JSON. Raises BadInput naming the field; what is wrong with places is the findings' to say."""
    known_fields(data, TOP, whole="part")
    wish = known_fields({} if data.get("wish") is None else data["wish"], WISH, "wish")
    setups = _setups(data.get("setups"))
    want = wish.get("want", "usual")
    if want not in WANTS:
        raise BadInput.at("wish.want", f"accepted: {', '.join(WANTS)}")
    features = _features(data.get("features"), setups)
    holes = sum(len(feature.places_mm) for feature in features)
    if holes > MOST_HOLES:
        raise BadInput.at("features", f"{holes} holes are too many; accepted: at most {MOST_HOLES}")
    for name in ("material", "machine"):
        if not isinstance(data.get(name), dict):
            raise BadInput.at(name, "is needed, as an object")
    return Part(
        plain_text(data.get("name"), "name"), setups, features, want, wish.get("mark_first") is not False, _count(data.get("count"))
    )


def _count(value: Any) -> int:
    """How many of the part are made; nothing said is one."""
    if value is not None and (isinstance(value, bool) or not isinstance(value, int) or not 1 <= value <= MOST_PARTS):
        raise BadInput.at("count", f"accepted: a whole number, 1 to {MOST_PARTS}")
    return value or 1


def asked_of(data: Data, part: Part, feature: Feature, setup: Setup) -> Asked:
    """What is asked of a feature's plan: its hole among all the others, on the part's machine. Raises BadInput naming the feature's field."""
    wish = data.get("wish") or {}
    hole: Data = {"count": max(len(feature.places_mm), 1), **feature.asked["hole"]}
    near = neighbour_mm(feature, part.features)
    edge = min((one for place in feature.places_mm if (one := edge_mm(setup.outline_mm, place)) is not None), default=None)
    if near is not None and near > 0:
        hole["next_hole_mm"] = round(near, 3)
    if edge is not None:
        hole["edge_distance_mm"] = round(edge, 3)
    if setup.thickness_mm is not None and not feature.through:
        hole["plate_thickness_mm"] = setup.thickness_mm
    if setup.behind is not None:
        hole["behind"] = setup.behind
    case: Data = {"hole": hole, "material": data["material"], "machine": data["machine"], "yard": data.get("yard") or {}}
    if setup.holding:
        case["holding"] = setup.holding
    plan = {name: wish[name] for name in ("rate_per_h", "costs") if name in wish} | {"want": part.want} | feature.asked["plan"]
    if setup.under_mm is not None:
        plan["under_mm"] = setup.under_mm
    plan["pinned_mm"] = [*(wish.get("pinned_mm") or []), *(feature.asked["plan"].get("pinned_mm") or [])]
    place = next(place for place, one in enumerate(part.features) if one.letter == feature.letter)
    with _named(f"features[{place}]"):
        found = read_plan({"case": case, "plan": plan})
    family = feature.asked["family"]
    return replace(found, wish=replace(found.wish, family=family)) if family else found


@contextmanager
def _named(at: str) -> Iterator[None]:
    """What is wrong with a hole or its plan, by the name of the feature that asked for it; the machine's and the metal's own names stand."""
    try:
        yield
    except BadInput as error:
        raise BadInput([replace(one, field=_OWN.sub(f"{at}.", one.field)) for one in error.problems]) from error


# --- set-ups ----------------------------------------------------------------------


def _setups(rows: Any) -> tuple[Setup, ...]:
    if rows is None:
        return (Setup("1"),)
    if not isinstance(rows, list) or not 1 <= len(rows) <= MOST_SETUPS:
        raise BadInput.at("setups", f"accepted: 1 to {MOST_SETUPS} set-ups")
    found = tuple(_setup(row, f"setups[{place}]", place) for place, row in enumerate(rows))
    if len({one.id for one in found}) < len(found) or EITHER in {one.id for one in found}:
        raise BadInput.at("setups", f"each has an id of its own, none of them “{EITHER}”")
    return found


def _setup(row: Any, at: str, place: int) -> Setup:
    known_fields(row, SETUP, at)
    turned = row.get("turned")
    if turned not in (None, "x", "y"):
        raise BadInput.at(f"{at}.turned", "accepted: x, y, or nothing")
    outline = points_mm(row.get("outline_mm") or [], f"{at}.outline_mm", MOST_CORNERS)
    if outline and len(outline) < 3:
        raise BadInput.at(f"{at}.outline_mm", "accepted: at least three corners")
    behind = row.get("under")
    accepted = all_fields()["hole.behind"].choices
    if behind is not None and behind not in accepted:
        raise BadInput.at(f"{at}.under", f"accepted: {', '.join(accepted)}")
    holding = row.get("holding") or {}
    if not isinstance(holding, dict):
        raise BadInput.at(f"{at}.holding", "must be an object")
    thick, room = row.get("thickness_mm"), row.get("under_mm")
    return Setup(
        plain_text(row.get("id", str(place + 1)), f"{at}.id"),
        outline,
        None if thick is None else figure(thick, f"{at}.thickness_mm", 0.1, 2000.0),
        tuple(_box(one, f"{at}.keep_out_mm[{k}]") for k, one in enumerate(listed(row.get("keep_out_mm"), f"{at}.keep_out_mm", MOST_BOXES))),
        read_obstacles(row.get("obstacles"), f"{at}.obstacles"),
        turned,
        behind,
        None if room is None else figure(room, f"{at}.under_mm", 0.0, 2000.0),
        *_zero(row.get("zero"), f"{at}.zero"),
        holding,
    )


def _zero(data: Any, at: str) -> tuple[str, str]:
    """Where the zero lies, in words, and the word that calls it; its edges are the words' own."""
    given = known_fields({} if data is None else data, ("word", "at", "edge_x", "edge_y"), at)
    word = given.get("word")
    if word is not None and word not in CHOICES["work_offset"]:
        raise BadInput.at(f"{at}.word", f"accepted: {', '.join(CHOICES['work_offset'])}")
    return plain_text(given.get("at"), f"{at}.at"), word or ""


def _box(row: Any, at: str) -> Box:
    """Two opposite corners, as [[x, y], [x, y]]."""
    corners = points_mm(row, at, 2)
    if len(corners) != 2:
        raise BadInput.at(at, "accepted: two opposite corners, [[x, y], [x, y]]")
    (ax, ay), (bx, by) = corners
    return (min(ax, bx), min(ay, by)), (max(ax, bx), max(ay, by))


# --- features ---------------------------------------------------------------------


def _features(rows: Any, setups: tuple[Setup, ...]) -> tuple[Feature, ...]:
    if not isinstance(rows, list) or not 1 <= len(rows) <= MOST_FEATURES:
        raise BadInput.at("features", f"accepted: 1 to {MOST_FEATURES} features")
    found = tuple(_feature(row, f"features[{place}]", setups) for place, row in enumerate(rows))
    letters = [one.letter for one in found]
    if len(set(letters)) < len(letters):
        raise BadInput.at("features", "two features have the same letter")
    for place, one in enumerate(found):
        strange = [letter for letter in one.after if letter not in letters or letter == one.letter]
        if strange:
            raise BadInput.at(f"features[{place}].after", f"“{strange[0]}” is no other feature; accepted: {', '.join(letters)}")
        if one.letter in _before(one, found):
            raise BadInput.at(f"features[{place}].after", "goes round in a circle; accepted: what comes before it")
    return found


def _before(feature: Feature, features: tuple[Feature, ...]) -> set[str]:
    """Every letter that has to come before a feature."""
    by_letter = {one.letter: one for one in features}
    found: set[str] = set()
    ahead = list(feature.after)
    while ahead:
        letter = ahead.pop()
        if letter not in found:
            found.add(letter)
            ahead += by_letter[letter].after if letter in by_letter else ()
    return found


def _feature(row: Any, at: str, setups: tuple[Setup, ...]) -> Feature:
    known_fields(row, FEATURE, at)
    letter = plain_text(row.get("letter"), f"{at}.letter")
    if not 1 <= len(letter) <= 3:
        raise BadInput.at(f"{at}.letter", "is needed, one to three letters")
    if not isinstance(row.get("hole"), str):
        raise BadInput.at(f"{at}.hole", "is needed: the hole as the drawing names it")
    with _named(at):
        drawn = read_drawn(row["hole"])
    setup = row.get("setup", setups[0].id)
    through = row.get("through", True)
    if setup not in [*(one.id for one in setups), EITHER]:
        raise BadInput.at(f"{at}.setup", f"accepted: {', '.join(one.id for one in setups)}, or {EITHER}")
    if not isinstance(through, bool):
        raise BadInput.at(f"{at}.through", "accepted: true or false")
    if setup == EITHER and not through:
        raise BadInput.at(f"{at}.setup", "only a hole that goes through may be made from either side")
    hole: Data = {"depth_mm": figure(row.get("depth_mm"), f"{at}.depth_mm", 0.05, 5000.0), "through": through}
    hole |= {name: row[name] for name in OF_HOLE if row.get(name) is not None}
    plan = {"hole": row["hole"]} | {name: row[name] for name in OF_PLAN if row.get(name) is not None}
    after = tuple(str(one) for one in listed(row.get("after"), f"{at}.after", MOST_FEATURES))
    family = row.get("family")
    drills = [kind.id for kind in cutter_kinds().values() if kind.drills]
    if family is not None and family not in drills:
        raise BadInput.at(f"{at}.family", f"accepted: {', '.join(drills)}")
    asked = {"hole": hole, "plan": plan, "family": family}
    return Feature(
        letter,
        row["hole"],
        drawn.finished_mm,
        _widest(drawn, row),
        _places(row.get("places"), f"{at}.places"),
        setup,
        through,
        after,
        figure(row.get("face_z_mm") or 0, f"{at}.face_z_mm", *REACH_MM),
        asked,
    )


def _widest(drawn: Drawn, row: Data) -> float:
    """How wide the hole is at its widest, its seats counted."""
    seats = [seat.diameter_mm for seat in drawn.seats]
    given = [row[name] for name in ("counterbore_mm", "countersink_mm") if isinstance(row.get(name), int | float)]
    return float(max([drawn.finished_mm, *seats, *given]))


def _places(data: Any, at: str) -> tuple[Point, ...]:
    """Where a feature's holes stand; nothing where that was not said."""
    if data is None:
        return ()
    known_fields(data, ("pattern", "at_mm", "turned_deg", "list_mm", "text"), at)
    if data.get("text") is not None:
        return read_places(plain_text(data["text"], f"{at}.text", 2000), f"{at}.text")
    if data.get("list_mm") is not None:
        return points_mm(data["list_mm"], f"{at}.list_mm", MOST_HOLES)
    if data.get("at_mm") is None:
        return ()
    begin = pair_mm(data["at_mm"], f"{at}.at_mm")
    with _named(at):
        pattern = read_pattern(data.get("pattern"), 1)
    turn = math.radians(figure(data.get("turned_deg", 0), f"{at}.turned_deg", -360.0, 360.0))
    cos, sin = math.cos(turn), math.sin(turn)
    return tuple((round(begin[0] + x * cos - y * sin, 4), round(begin[1] + x * sin + y * cos, 4)) for x, y in pattern.points_mm)
