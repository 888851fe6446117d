"""Pages of the reference and what is found in them, as answers."""

from bore.answers.shape import shaped
from bore.base.immutable import outgoing
from bore.reference.find import find
from bore.reference.page import Cell, Page
from bore.reference.pages import PAGES, page


@outgoing
class ReferenceColumn:
    """A column: its heading, the unit of its figures, and how many decimals they are given."""

    name: str
    words: str
    unit: str
    decimals: int


@outgoing
class ReferenceRow:
    """A row: its cells in the order of the columns, what it is called, its sources' keys, and how sure it is (empty where exact)."""

    id: str
    cells: list[Cell]
    names: list[str]
    sources: list[str]
    sure: str


@outgoing
class ReferencePage:
    """A page with its rows, and its sources by their keys."""

    id: str
    words: str
    about: str
    columns: list[ReferenceColumn]
    rows: list[ReferenceRow]
    sources: dict[str, str]


@outgoing
class ReferenceTitle:
    """A page's title, what it says of itself, and how many rows it has."""

    id: str
    words: str
    about: str
    rows: int


@outgoing
class ReferenceHit:
    """A row that was found: its page and the page's title, which row (empty: the whole page), and what it says."""

    page: str
    page_words: str
    row: str
    said: str


@outgoing
class ReferenceFound:
    """What was looked up, and the rows that answer it, best first."""

    text: str
    hits: list[ReferenceHit]


def contents_answer() -> list[ReferenceTitle]:
    """The pages there are, in the order they are bound."""
    return [ReferenceTitle(id=of.id, words=of.words, about=of.about, rows=len(of.rows)) for of in (bound() for bound in PAGES.values())]


def page_answer(page_id: str) -> ReferencePage:
    """A page whole. Raises BadInput naming `page`."""
    of: Page = page(page_id)
    return shaped(
        ReferencePage,
        of,
        columns=[shaped(ReferenceColumn, column) for column in of.columns],
        rows=[shaped(ReferenceRow, row) for row in of.rows],
    )


def found_answer(text: str) -> ReferenceFound:
    """What somebody looks up, found. Raises BadInput naming `text`."""
    hits = [ReferenceHit(page=hit.page, page_words=page(hit.page).words, row=hit.row, said=hit.said) for hit in find(text)]
    return ReferenceFound(text=" ".join(text.split()), hits=hits)
