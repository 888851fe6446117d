"""A table of holes, a row each: read as features with letters and places, and written as one."""

import re
from typing import Any

from bore.base.immutable import immutable
from bore.base.plain import FURTHEST_MM, LONGEST_NAME
from bore.part.model import Feature

NEEDED = ("letter", "hole", "x_mm", "y_mm")
FIGURES = ("depth_mm", "counterbore_mm", "counterbore_depth_mm", "countersink_mm", "there_mm", "face_z_mm")
COLUMNS = (*NEEDED, "depth_mm", "through", "setup", "counterbore_mm", "counterbore_depth_mm", "countersink_mm", "there_mm", "face_z_mm")
YES, NO = ("true", "yes", "y", "1", "x"), ("false", "no", "n", "0")
# A letter names a feature: a capital, as on a drawing, or up to three.
_LETTER = re.compile(r"^[A-Z]{1,3}$")
Row = dict[str, Any]


@immutable(kw_only=True)
class RowFault:
    """What is wrong with a row of a table: which line of the file, the column, and what is accepted."""

    line: int
    column: str
    words: str


@immutable(kw_only=True)
class HoleTable:
    """A table read: its features as a part's request has them, and the rows that will not do."""

    features: list[dict[str, Any]]
    faults: list[RowFault]


class _Wrong(Exception):
    def __init__(self, column: str, words: str) -> None:
        super().__init__(words)
        self.column, self.words = column, words


def read_table(rows: list[Row]) -> HoleTable:
    """Features from rows by column, the first row standing on line 2 of its file. A blank cell says what the row above of its letter says;
    a row that will not do is left out and told.

    >>> found = read_table([{"letter": "A", "hole": "M8", "x_mm": "15", "y_mm": "10,5"}, {"letter": "A", "hole": "", "x_mm": "90", "y_mm": ""}])
    >>> found.features[0]["places"], [(one.line, one.column) for one in found.faults]
    ({'list_mm': [[15.0, 10.5]]}, [(3, 'y_mm')])
    """
    features: dict[str, dict[str, Any]] = {}
    faults: list[RowFault] = []
    for line, row in enumerate(rows, start=2):
        try:
            _take(features, row)
        except _Wrong as wrong:
            faults.append(RowFault(line=line, column=wrong.column, words=wrong.words))
    return HoleTable(features=list(features.values()), faults=faults)


def _take(features: dict[str, dict[str, Any]], row: Row) -> None:
    """One row into the feature of its letter."""
    letter = _text(row, "letter").upper()
    if not _LETTER.match(letter):
        raise _Wrong(
            "letter",
            f"“{letter[:LONGEST_NAME]}” is no letter; accepted: one to three of A to Z"
            if letter
            else "is needed; accepted: one to three of A to Z",
        )
    known = features.get(letter)
    said = _said(row)
    hole = str(said.pop("hole", known["hole"] if known else ""))
    if not hole:
        raise _Wrong("hole", f"is needed for the first {letter}; accepted: a hole as drawn, M8, 10 H7, 9")
    if known is not None and hole != known["hole"]:
        raise _Wrong("hole", f"{letter} is {known['hole']} above; one letter is one hole")
    for name, value in said.items():
        if known is not None and known.get(name, value) != value:
            raise _Wrong(name, f"{letter} has {known[name]} above; one letter is one hole")
    place = [_figure(row, name, needed=True) for name in ("x_mm", "y_mm")]
    if known is not None and place in known["places"]["list_mm"]:
        raise _Wrong("x_mm", f"{letter} stands at {place[0]:g}, {place[1]:g} already")
    mine = features.setdefault(letter, {"letter": letter, "hole": hole, "places": {"list_mm": []}})
    mine.update(said)
    mine["places"]["list_mm"].append(place)


def _said(row: Row) -> dict[str, Any]:
    """What a row says of its hole beside where it is."""
    found: dict[str, Any] = {name: text for name in ("hole", "setup") if (text := _text(row, name))}
    found |= {name: value for name in FIGURES if (value := _figure(row, name)) is not None}
    through = _text(row, "through").lower()
    if through and through not in (*YES, *NO):
        raise _Wrong("through", f"“{through[:LONGEST_NAME]}” is neither yes nor no; accepted: yes, no")
    return found | ({"through": through in YES} if through else {})


def _text(row: Row, name: str) -> str:
    value = row.get(name)
    if value is None:
        return ""
    return f"{value:g}" if isinstance(value, float) else " ".join(str(value).split())


def _figure(row: Row, name: str, *, needed: bool = False) -> Any:
    """A length, decimal comma or point; nothing where nothing is said."""
    text = _text(row, name)
    if not text:
        if needed:
            raise _Wrong(name, "is needed; accepted: a figure, mm")
        return None
    try:
        value = float(text.replace(",", "."))
    except ValueError:
        raise _Wrong(name, f"“{text[:LONGEST_NAME]}” is no number; accepted: a figure, mm") from None
    if not -FURTHEST_MM <= value <= FURTHEST_MM:
        raise _Wrong(name, f"accepted: -{FURTHEST_MM:g} to {FURTHEST_MM:g} mm")
    return value


def rows_of(features: tuple[Feature, ...], asked: list[dict[str, Any]]) -> list[list[Any]]:
    """A part's features as rows in the order of COLUMNS, a row a place; what was `asked` of each, in the same order, says the rest."""
    return [
        [
            feature.letter,
            feature.text,
            *place,
            *(_out(row.get(name)) if name != "through" else ("yes" if feature.through else "no") for name in COLUMNS[len(NEEDED) :]),
        ]
        for feature, row in zip(features, asked, strict=True)
        for place in feature.places_mm
    ]


def _out(value: Any) -> Any:
    return "" if value is None else value
