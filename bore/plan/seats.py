"""Seats as a drawing writes them behind the hole: a counterbore in figures, a cap screw's, a countersunk screw's."""

import re
from functools import cache

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.quantities.threads import all_metric

FIELD = "plan.hole"
_FIGURE = r"\d+(?:[.,]\d+)?"
_WORD = r"(?:counterbore|c['’]?bore|⌴)"
_BORE = rf"(?P<wide>{_FIGURE})\s*[x×]\s*(?P<deep>{_FIGURE})(?:\s*deep)?"
_COUNTERBORE = re.compile(
    rf"^(?P<hole>.*?)[\s,;+]*(?:{_BORE}\s*{_WORD}|{_WORD}\s*[ØøφΦ⌀]?\s*{_BORE.replace('wide', 'wide2').replace('deep>', 'deep2>')})$", re.I
)
_SINK = re.compile(
    rf"^(?P<hole>.+?)[\s,;+]+(?:(?P<wide>{_FIGURE})\s*(?:countersink|csk|⌵)|(?:countersink|csk|⌵)\s*[Øø⌀]?\s*(?P<wide2>{_FIGURE}))$", re.I
)
_SCREW = re.compile(rf"^M\s*(?P<size>{_FIGURE})\s*(?P<head>cap screw|cap head|socket head|countersunk(?: screw)?|csk screw)$", re.I)


@immutable
class Seat:
    """A counterbore's or countersink's mouth: its kind, its diameter and, of a counterbore, its depth, mm."""

    kind: str
    diameter_mm: float
    depth_mm: float | None


@cache
def screws() -> dict[float, tuple[float, float, float]]:
    """Counterbore, its depth and countersink of screws by their thread, mm (DIN 974-1, ISO 10642, from memory)."""
    found = {}
    for row in rows("screw_seats.csv"):
        source(row["source"])
        found[float(row["diameter_mm"])] = tuple(float(row[name]) for name in ("counterbore_mm", "counterbore_depth_mm", "countersink_mm"))
    return found  # type: ignore[return-value]


def take_seats(text: str) -> tuple[str, tuple[Seat, ...]]:
    """What a drawing's text says of the hole itself, and its seats. Raises BadInput naming `plan.hole`.

    >>> take_seats("11 counterbore 18 x 10.5")
    ('11', (Seat(kind='counterbore', diameter_mm=18.0, depth_mm=10.5),))
    >>> take_seats("M8 countersunk")
    ('9', (Seat(kind='countersink', diameter_mm=17.92, depth_mm=None),))
    >>> take_seats("20 H7")
    ('20 H7', ())
    """
    if match := _SCREW.match(text):
        return _screw(text, _number(match["size"]), match["head"].lower())
    if match := _COUNTERBORE.match(text):
        return _hole(text, match["hole"]), (
            Seat("counterbore", _number(match["wide"] or match["wide2"]), _number(match["deep"] or match["deep2"])),
        )
    if match := _SINK.match(text):
        return _hole(text, match["hole"]), (Seat("countersink", _number(match["wide"] or match["wide2"]), None),)
    return text, ()


def _screw(text: str, size: float, head: str) -> tuple[str, tuple[Seat, ...]]:
    """The hole a screw goes through with room to spare, and the seat of its head."""
    if size not in screws() or size not in all_metric():
        known = ", ".join(f"M{one:g}" for one in screws())
        raise BadInput.at(
            FIELD, f"“{text}”: no seat is known for it; accepted: {known}, or the seat in figures, as 11 counterbore 18 x 10.5"
        )
    bore, deep, sink = screws()[size]
    seat = Seat("countersink", sink, None) if head.startswith(("countersunk", "csk")) else Seat("counterbore", bore, deep)
    return f"{all_metric()[size].medium_mm:g}", (seat,)


def _hole(text: str, hole: str) -> str:
    """The hole before its seat; a seat alone is no hole."""
    if not hole.strip():
        raise BadInput.at(FIELD, f"“{text}” says the seat and not the hole; accepted: the hole first, as 11 counterbore 17.5 x 10")
    return hole.strip()


def _number(text: str) -> float:
    return float(text.replace(",", "."))
