"""A finding of the read-back: which check, how bad, in which line, of which tool, in words."""

from collections.abc import Iterable, Iterator
from dataclasses import replace

from bore.base.immutable import immutable

STOPS, LOOK, NOTE = "stops", "look", "note"


@immutable
class Finding:
    """Something a setter would stop at. line 0: nowhere in particular."""

    line: int
    check: str
    severity: str
    words: str
    tool: int


def first_of_a_kind(found: Iterable[Finding]) -> list[Finding]:
    """The first of each kind for each tool, in the order of the lines; how many more there are is said with it."""
    kept: dict[tuple[str, int], Finding] = {}
    more: dict[tuple[str, int], int] = {}
    for one in sorted(found, key=lambda one: one.line):
        key = (one.check, one.tool)
        if key in kept:
            more[key] = more.get(key, 0) + (one.line != kept[key].line)
        else:
            kept[key] = one
    return list(_counted(kept, more))


def _counted(kept: dict[tuple[str, int], Finding], more: dict[tuple[str, int], int]) -> Iterator[Finding]:
    for key, one in kept.items():
        count = more.get(key, 0)
        yield replace(one, words=f"{one.words} (and {count} more)") if count else one
