"""The edges of the crib: what each has done since it was new or last sharpened, and what became of it."""

from collections import defaultdict
from typing import Any

from bore.cuts.edges import Work, edge_kinds, work_of
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
    events, cuts = _events(list(cutters)), _cuts(list(cutters))
    found = [_state(one, events[pk], cuts[pk]) for pk, one in cutters.items()]
    return sorted(found, key=lambda one: -float(one["metres"]))


def edge_of(cutter: Cutter) -> Spec:
    """One cutter's edge."""
    return _state(cutter, _events([cutter.pk])[cutter.pk], _cuts([cutter.pk])[cutter.pk])


def _events(cutters: list[int]) -> dict[int, list[EdgeEvent]]:
    found: dict[int, list[EdgeEvent]] = defaultdict(list)
    for event in EdgeEvent.objects.filter(standing=HERE, cutter__in=cutters).select_related("made_by"):
        found[event.cutter_id].append(event)
    return found


def _cuts(cutters: list[int]) -> dict[int, list[Cut]]:
    """What each cutter has cut; only what tells its work is read."""
    found: dict[int, list[Cut]] = defaultdict(list)
    made = [one.id for one in outcomes().values() if one.made]
    cuts = Cut.objects.filter(standing=HERE, cutter__in=cutters, outcome__in=made)
    for cut in cuts.only("cutter", "edge", "holes", "depth_mm", "answer"):
        if cut.cutter_id is not None:
            found[cut.cutter_id].append(cut)
    return found


def _work(cuts: list[Cut]) -> Work:
    return work_of((cut.holes, cut.depth_mm, cut.answer["time_s"]) for cut in cuts)


def _state(cutter: Cutter, events: list[EdgeEvent], cuts: list[Cut]) -> Spec:
    """A cutter's edge: which it is, what it has done, what was done to it, and what the edges before it did."""
    fresh = [one for one in events if edge_kinds()[one.kind].edge]
    now, work = len(fresh), _work([cut for cut in cuts if cut.edge == len(fresh)])
    before = [_work([cut for cut in cuts if cut.edge == edge]) for edge in sorted({cut.edge for cut in cuts}) if edge < now]
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
