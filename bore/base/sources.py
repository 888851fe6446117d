"""Where figures come from: every table row and every formula names one of these keys."""

import csv
from functools import cache
from pathlib import Path

from bore.base.immutable import immutable

TABLES = Path(__file__).parents[1] / "tables"


@immutable
class Source:
    """One published work, standard or habit of the trade, and how it reached us."""

    key: str
    title: str
    kept_as: str


@cache
def rows(name: str, folder: Path = TABLES) -> tuple[dict[str, str], ...]:
    """The rows of a table, as text by column: one of `bore/tables`, or of a cutter family's own folder. Read once."""
    with (folder / name).open(newline="", encoding="utf-8") as file:
        return tuple(csv.DictReader(file))


@cache
def all_sources() -> dict[str, Source]:
    """Every known source by its key."""
    return {row["key"]: Source(**row) for row in rows("sources.csv")}


def source(key: str) -> Source:
    """The source of this key; a key that is not in the table is a fault of the code or table naming it."""
    try:
        return all_sources()[key]
    except KeyError:
        raise LookupError(f"source {key!r} is not in tables/sources.csv") from None
