"""The edges of the crib: what each has done since it was new or last sharpened, and what became of it."""

from collections import defaultdict
from typing import Any

from django.db.models import F, Sum

from bore.answers.edge import EdgeDone, edge_forecast
from bore.answers.serialise import as_data
from bore.base.budget import look
from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.cuts.edges import Work, edge_kinds
from bore.cuts.noted import outcomes
from shop.logbook.models import Cut, EdgeEvent
from shop.records.standing import HERE
from shop.yard.models import Cutter

Spec = dict[str, Any]
MOST_EVENTS, MOST_CUTS = 20, 300


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


@immutable
class _Readings:
    """An edge's cuts in their turn: metres at each reading, that reading over what was said, and the case it cut last."""

    at_m: list[float]
    ratios: list[float]
    case: Spec | None


def _first_reading(cut: Cut) -> Any:
    return next((one for one in cut.answer["readings"] if not one["refused"]), None)


def _read_like(cut: Cut) -> tuple[str, ...] | None:
    """Metal, machine and quantity of a cut's first reading that says something; None where none does."""
    first, of = _first_reading(cut), cut.answer["of"]
    return None if first is None else (of["metal"], of["machine"], first["quantity"])


def _read_of(cutter: Cutter, edge: int) -> _Readings:
    """The newest cuts of an edge; where they are too many the oldest are left away, and with them how much they had cut before."""
    newest = Cut.objects.filter(standing=HERE, cutter=cutter, edge=edge).only("depth_mm", "holes", "answer", "case", "taken")[:MOST_CUTS]
    at_m, ratios, total = [], [], 0.0
    cuts = list(newest)[::-1]
    # What two machines or metals are out by is no wear: a line is of one pairing, the one that was read last.
    lately = next((like for cut in newest if (like := _read_like(cut))), None)
    for cut in cuts:
        total += cut.depth_mm * cut.holes / 1000
        if cut.taken and lately is not None and _read_like(cut) == lately:
            first = _first_reading(cut)
            at_m.append(total)
            ratios.append(first["value"] / first["bare"]["middle"])
    return _Readings(at_m, ratios, cuts[-1].case if cuts else None)


def _forecast(cutter: Cutter, now: int, events: list[EdgeEvent], worked: dict[int, Work]) -> Any:
    """What is foretold of a cutter's edge; None where it has cut nothing that is known, or a case that is none any more."""
    read = _read_of(cutter, now)
    if read.case is None:
        return None
    chipped, before = _chipped(events), {edge: one.metres for edge, one in worked.items() if edge < now and one.metres > 0}
    work = worked.get(now, Work())
    done = EdgeDone(
        at_m=read.at_m,
        ratios=read.ratios,
        now_m=work.metres,
        holes=work.holes,
        ended_m=[metres for edge, metres in before.items() if edge not in chipped],
        unended_m=[metres for edge, metres in before.items() if edge in chipped],
        back=sum(one.kind == "sharpened" for one in events),
        lost=sum(one.kind == "scrapped" for one in events),
    )
    try:
        return as_data(edge_forecast(read.case, done))
    except BadInput:
        return None


def _chipped(events: list[EdgeEvent]) -> set[int]:
    """Edges that chipped: what they did tells nothing of wear."""
    edge, found = 0, set()
    for event in reversed(events):
        if edge_kinds()[event.kind].edge:
            edge += 1
        elif event.kind == "chipped":
            found.add(edge)
    return found


# From so many edges that ended on, what was measured takes the book's place in costs.
ENOUGH_ENDED = 3


def measure_again(cutter: Cutter) -> None:
    """Keep beside a cutter what its log has measured of its edges: lives for its costs, and what the one in use has left."""
    found = edge_of(cutter)["forecast"]
    measured: Spec = {}
    if found is not None:
        measured = {name: found[name] for name in ("ended", "life_m", "book_m", "left_m", "words", "survivors_share")}
        if found["ended"] >= ENOUGH_ENDED:
            measured["costs"] = {"edge_life_m": found["life_m"]["middle"], "survivors_share": found["survivors_share"]}
    Cutter.objects.filter(pk=cutter.pk).update(measured=measured)


def measure_all_again() -> None:
    """The same of every cutter that was logged with, after many cuts came in at once."""
    for cutter in Cutter.objects.filter(pk__in=Cut.objects.filter(cutter__isnull=False).order_by().values("cutter").distinct()):
        look()
        measure_again(cutter)


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
        "forecast": _forecast(cutter, now, events, worked),
        "edges_before_m": [round(one.metres, 4) for one in before],
        "events": [
            {"kind": one.kind, "at": one.made_at.isoformat(), "by": one.made_by.username, "ground_by": one.ground_by, "note": one.note}
            for one in events[:MOST_EVENTS]
        ],
    }
