"""The pages of the reference, in the order they are bound."""

from collections.abc import Callable

from bore.base.errors import BadInput
from bore.reference.holes import CLEARANCE, FITS, SEATS, SIZES, clearance, fits, seats, sizes
from bore.reference.metals import HARDNESS, SPEEDS, hardness, speeds
from bore.reference.page import Page
from bore.reference.threads import THREADS, threads
from bore.reference.units import UNITS_PAGE, units
from bore.reference.words import CAUTIONS, POINTS, SYMPTOMS, WORDS, cautions, points, symptoms, words

PAGES: dict[str, Callable[[], Page]] = {
    SIZES: sizes,
    THREADS: threads,
    CLEARANCE: clearance,
    SEATS: seats,
    FITS: fits,
    SPEEDS: speeds,
    HARDNESS: hardness,
    POINTS: points,
    SYMPTOMS: symptoms,
    CAUTIONS: cautions,
    UNITS_PAGE: units,
    WORDS: words,
}


def page(page_id: str) -> Page:
    """A page by its id. Raises BadInput naming `page`.

    >>> page("fits").words
    'Fits of holes'
    """
    if page_id not in PAGES:
        raise BadInput.at("page", f"“{page_id[:40]}” is no page; accepted: {', '.join(PAGES)}")
    return PAGES[page_id]()
