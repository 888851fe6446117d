"""What a page of the reference is made of."""

from bore.base.immutable import immutable
from bore.base.sources import Source, source

Cell = float | str | None


@immutable
class Column:
    """A column: its heading, the unit its figures stand in (empty for words and bare numbers), how many decimals they are given, and
    how a cell is told in a line: its heading before it, where nothing else is said; not at all with None."""

    name: str
    words: str
    unit: str = ""
    decimals: int = 3
    said: str | None = ""

    def figure(self, value: float) -> str:
        """A figure of this column with its unit, without noughts that say nothing."""
        # Six digits first: half a thousandth is not to fall to either side by the last bit of a product.
        written = f"{float(f'{value:.6g}'):.{self.decimals}f}"
        bare = written.rstrip("0").rstrip(".") if "." in written else written
        return bare + ("" if self.unit in ("", "°") else " ") + self.unit

    def told(self, cell: Cell) -> str:
        """A cell in a line of words; nothing where it is empty."""
        if cell in (None, "") or self.said is None:
            return ""
        value = self.figure(cell) if isinstance(cell, float) else str(cell)
        return self.said.format(value) if self.said else f"{self.words} {value}"


@immutable
class Row:
    """A row: its cells in the order of the columns, what people call it, the keys of its sources, and how sure it is."""

    id: str
    cells: tuple[Cell, ...]
    names: tuple[str, ...]
    sources: tuple[str, ...]
    sure: str


@immutable
class Page:
    """A page: its title, a sentence on how to read it, its columns and rows, and what it is looked up as besides its title."""

    id: str
    words: str
    about: str
    columns: tuple[Column, ...]
    rows: tuple[Row, ...]
    names: tuple[str, ...] = ()

    def row(self, row_id: str) -> Row:
        """The row of this id; a LookupError where there is none."""
        found = next((row for row in self.rows if row.id == row_id), None)
        if found is None:
            raise LookupError(f"{self.id} has no row {row_id!r}")
        return found

    def figure(self, row: Row, name: str) -> float:
        """A row's figure in the column of this name; nought where it has none."""
        cell = next(cell for column, cell in self._beside(row) if column.name == name)
        return cell if isinstance(cell, float) else 0.0

    def told(self, row: Row) -> str:
        """A row in a line: its first cell, then the others as their columns tell them."""
        head, *rest = (column.told(cell) if place else _first(column, cell) for place, (column, cell) in enumerate(self._beside(row)))
        parts = [part for part in rest if part]
        return f"{head}: {', '.join(parts)}" if parts else head

    def _beside(self, row: Row) -> list[tuple[Column, Cell]]:
        return list(zip(self.columns, row.cells, strict=True))

    @property
    def sources(self) -> dict[str, str]:
        """The sources of its rows by their keys, in the order they first stand in it: each with how it reached us."""
        return {key: _cited(source(key)) for row in self.rows for key in row.sources}


def _cited(one: Source) -> str:
    return one.title if one.kept_as in one.title else f"{one.title} ({one.kept_as})"


def _first(column: Column, cell: Cell) -> str:
    return f"{column.figure(cell)} {column.words}" if isinstance(cell, float) else str(cell)


def in_order(*texts: str) -> tuple[str, ...]:
    """Texts without the empty ones, each once."""
    return tuple(dict.fromkeys(text for text in texts if text))
