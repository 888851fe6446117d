"""The edges of the crib: what each has done since it was new or last sharpened, and what became of it."""

from collections import defaultdict
from typing import Any

from django.db.models import F, Sum

from bore.cuts.edges import Work, edge_kinds
from bore.cuts.noted import outcomes
from shop.logbook.models import Cut, EdgeEvent
from shop.records.standing import HERE
from shop.yard.models import Cutter

Spec = dict[str, Any]
MOST_EVENTS = 20


def edges_of() -> list[Spec]:
    """Every cutter that was logged with, or whose edge was seen to, the busiest edge first."""
    with_cuts = Cut.objects.filter(standing=HERE, cutter__isnull=False).order_by().values_list("cutter", flat=True).distinct()
    seen_to = EdgeEvent.objects.filter(standing=HERE).order_by().values_list("cutter", flat=True).distinct()
    cutters = {one.pk: one for one in Cutter.objects.filter(pk__in={*with_cuts, *seen_to}, standing=HERE)}
    events, worked = _events(list(cutters)), _worked(list(cutters))
    found = [_state(one, events[pk], worked[pk]) for pk, one in cutters.items()]
    return sorted(found, key=lambda one: -float(one["metres"]))


def edge_of(cutter: Cutter) -> Spec:
    """One cutter's edge."""
    return _state(cutter, _events([cutter.pk])[cutter.pk], _worked([cutter.pk])[cutter.pk])


def _events(cutters: list[int]) -> dict[int, list[EdgeEvent]]:
    found: dict[int, list[EdgeEvent]] = defaultdict(list)
    for event in EdgeEvent.objects.filter(standing=HERE, cutter__in=cutters).select_related("made_by"):
        found[event.cutter_id].append(event)
    return found


def _worked(cutters: list[int]) -> dict[int, dict[int, Work]]:
    """What each cutter has done, edge by edge; added up where the cuts are kept."""
    found: dict[int, dict[int, Work]] = defaultdict(dict)
    made = [one.id for one in outcomes().values() if one.made]
    of_edges = Cut.objects.filter(standing=HERE, cutter__in=cutters, outcome__in=made).order_by().values("cutter", "edge")
    for row in of_edges.annotate(n=Sum("holes"), mm=Sum(F("holes") * F("depth_mm")), s=Sum(F("holes") * F("time_s"))):
        found[row["cutter"]][row["edge"]] = Work(row["n"], row["mm"] / 1000, (row["s"] or 0.0) / 60)
    return found


def _state(cutter: Cutter, events: list[EdgeEvent], worked: dict[int, Work]) -> Spec:
    """A cutter's edge: which it is, what it has done, what was done to it, and what the edges before it did."""
    fresh = [one for one in events if edge_kinds()[one.kind].edge]
    now = len(fresh)
    work = worked.get(now, Work())
    before = [one for edge, one in sorted(worked.items()) if edge < now]
    return {
        "cutter": cutter.slug,
        "name": cutter.name,
        "edge": now,
        "since": fresh[0].made_at.isoformat() if fresh else None,
        "holes": work.holes,
        "metres": round(work.metres, 4),
        "minutes": round(work.minutes, 2),
        "edges_before_m": [round(one.metres, 4) for one in before],
        "events": [
            {"kind": one.kind, "at": one.made_at.isoformat(), "by": one.made_by.username, "ground_by": one.ground_by, "note": one.note}
            for one in events[:MOST_EVENTS]
        ],
    }
