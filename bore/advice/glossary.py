"""The trade's words and our own, each in a sentence: what a learner asks and a hand knows."""

from difflib import get_close_matches
from functools import cache

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.sources import rows, source

NEAREST = 3
FIELD = "term"


@immutable
class Term:
    """One word: what else it is called, what it means, the word to read next, whether texts mark it, and where it is from."""

    id: str
    term: str
    also: tuple[str, ...]
    means: str
    see: str
    marked: bool
    source: str


@cache
def glossary() -> tuple[Term, ...]:
    """Every word of `tables/glossary.csv`, by the alphabet."""
    read = [
        Term(row["id"], row["term"], _also(row), row["means"], row["see"], row["marked"] == "yes", source(row["source"]).title)
        for row in rows("glossary.csv")
    ]
    return tuple(sorted(read, key=lambda one: one.term.casefold()))


def _also(row: dict[str, str]) -> tuple[str, ...]:
    return tuple(word for word in row["also"].split("|") if word)


@cache
def _by_word() -> dict[str, Term]:
    return {word.casefold(): term for term in glossary() for word in (*term.also, term.term, term.id)}


def read_term(text: str) -> Term:
    """The word somebody asks for, by any of its names, plural or not.

    >>> read_term("Annular cutters").term
    'ring cutter'

    Raises BadInput naming `term`, with the nearest three.
    """
    written = text.strip().casefold()
    known = _by_word()
    found = known.get(written) or known.get(written.removesuffix("s")) or known.get(written.replace("-", " "))
    if found:
        return found
    near = dict.fromkeys(known[word].term for word in get_close_matches(written, known, n=2 * NEAREST, cutoff=0.0))
    raise BadInput.at(FIELD, f"“{text[:60]}” is not in the glossary; the nearest are {', '.join(list(near)[:NEAREST])}")
