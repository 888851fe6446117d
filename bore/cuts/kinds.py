"""The ways people have of reading a cut, each with the fault its meter may have and the scatter of one reading."""

from functools import cache

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.sources import rows, source


@immutable
class ReadingKind:
    """`noted`: the figures a reading of the kind is noted with; `of_the_drive`: it reads the machine's own motor; `meter`: the fault that all readings of the kind on one machine share;
    `own`: the scatter of one; both in logarithms. `slips`: by how much a reading is usually out where its unit was mistaken."""

    kind: str
    words: str
    quantity: str
    noted: tuple[str, ...]
    of_the_drive: bool
    meter: float
    own: float
    slips: tuple[float, ...]
    source: str


@immutable
class NotedFigure:
    """A figure a reading is noted with: its words and unit; `asked`: needed, maybe, or no where it is only taken when said."""

    name: str
    words: str
    unit: str
    asked: str


@cache
def noted_figures() -> dict[str, NotedFigure]:
    """Every figure a reading may be noted with, by its name."""
    return {row["name"]: NotedFigure(row["name"], row["words"], row["unit"], row["asked"]) for row in rows("noted_figures.csv")}


@cache
def reading_kinds() -> dict[str, ReadingKind]:
    """Every kind of reading, by its name."""
    return {row["kind"]: _kind(row) for row in rows("reading_kinds.csv")}


def _kind(row: dict[str, str]) -> ReadingKind:
    return ReadingKind(
        row["kind"],
        row["words"],
        row["quantity"],
        tuple(row["noted"].split("|")),
        row["of_the_drive"] == "true",
        float(row["meter"]),
        float(row["own"]),
        tuple(float(one) for one in row["slips"].split("|") if one),
        source(row["source"]).key,
    )


def reading_kind(kind: object, field: str) -> ReadingKind:
    """The kind of this name. Raises BadInput naming `field`, with the kinds there are."""
    if not isinstance(kind, str) or kind not in reading_kinds():
        raise BadInput.at(field, f"accepted: {', '.join(reading_kinds())}")
    return reading_kinds()[kind]
