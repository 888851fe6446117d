"""What was measured of a plan's or part's holes, beside what the drawing asks."""

from typing import Any

from bore.cuts.inspection import judged_size, limits_of
from shop.jobs.models import SavedPart, SavedPlan
from shop.logbook.models import Cut
from shop.records.standing import HERE

Spec = dict[str, Any]
# So many measured holes are looked through, the newest.
MOST = 2000


def of_plan(kept: SavedPlan) -> list[Spec]:
    """A kept plan's holes: one kind, without a letter."""
    answer = kept.answer
    points = answer["pattern"]["points_mm"] or [[None, None]] * answer["count"]
    return [_feature("", answer["hole"], points, _measured(plan=kept))]


def of_part(kept: SavedPart) -> list[Spec]:
    """A kept part's holes, letter by letter."""
    found = _measured(part=kept)
    return [_feature(row["letter"], row["hole"], row["places_mm"], found) for row in kept.answer["rows"]]


def _measured(**of: Any) -> dict[tuple[str, int], Cut]:
    """By letter and number the cut that was measured last, of the latest step that was: a pilot's size is none of the hole's."""
    cuts = Cut.objects.filter(standing=HERE, **of).exclude(size={}).select_related("made_by").order_by("step", "made_at")
    return {(cut.letter, cut.hole_no): cut for cut in cuts[:MOST]}


def _feature(letter: str, hole: Spec, points: list[Any], measured: dict[tuple[str, int], Cut]) -> Spec:
    # What an earlier version kept does not say the finished hole's own limits.
    by, least, most = limits_of(hole["finished_mm"], tuple(drawn) if (drawn := hole.get("limits_mm")) else None, hole["tapped"])
    places = [_place(number, point, measured.get((letter, number)), least, most) for number, point in enumerate(points, start=1)]
    return {"letter": letter, "text": hole["text"], "judged_by": by, "least_mm": least, "most_mm": most, "places": places}


def _place(number: int, point: list[float | None], cut: Cut | None, least: float | None, most: float | None) -> Spec:
    found: Spec = {"place": number, "x_mm": point[0], "y_mm": point[1], "size": {}, "judged": None, "cut": None, "at": None, "by": None}
    if cut is not None:
        judged = judged_size(cut.size, least, most)
        found |= {"size": cut.size, "judged": judged, "cut": cut.slug, "at": cut.made_at.isoformat(), "by": cut.made_by.username}
    return found
