"""Words of the choices a case may make, and the short ones where room is scarce."""

from functools import cache

from bore.base.sources import rows


@cache
def _table() -> dict[str, dict[str, tuple[str, str]]]:
    found: dict[str, dict[str, tuple[str, str]]] = {}
    for row in rows("choices.csv"):
        found.setdefault(row["field"], {})[row["choice"]] = (row["words"], row["short"])
    return found


def choice_words(path: str, choice: str) -> str:
    """A choice of a field in words; its own name where nobody gave it others.

    >>> choice_words("cutter.substrate", "hss-co"), choice_words("machine.spindle.drive", "belt")
    ('cobalt', 'belt')
    """
    return _table().get(path, {}).get(choice, (choice.replace("-", " "), ""))[0]


def short_words(path: str, choice: str) -> str:
    """A choice in the fewest words; nothing where it goes without saying.

    >>> short_words("cutter.point", "conventional"), short_words("cutter.substrate", "carbide")
    ('', 'carbide')
    """
    return _table()[path][choice][1]
