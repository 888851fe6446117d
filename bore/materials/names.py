"""What people call a metal, read: everyday names, grades of several countries, spelling forgiven; what is outside is told why.

The names stand in `tables/material_names.csv` (common practice), beside the designations of the materials themselves. A grade's figures are
never guessed at: 4104 is not 4140. Letters may be a little wrong.
"""

import re
import unicodedata
from collections.abc import Iterator
from difflib import SequenceMatcher, get_close_matches
from functools import cache

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.sources import rows
from bore.materials.conversion import UNITS, brinell
from bore.materials.table import MaterialRow, all_materials

FIELD, MOST_LETTERS, NEAREST = "metal", 80, 3
# How alike letters must be to be a slip of the pen; shorter words are too easily another word.
CLOSE, VERY_CLOSE, SHORTEST = 0.8, 0.88, 5
# What may stand beside a metal's name without changing what it is.
_BESIDE = (
    "a an the of in some old new used rusty painted primed clean scaly raw bright black cold hot drawn rolled round square flat hex bar rod",
    "plate sheet strip tube pipe block billet section offcut scrap piece stock material metal grade type class alloy steel stainless iron",
    "aisi sae astm en aw ac din bs uns jis iso werkstoff wnr nr no is as welded thick thin galvanised galvanized annealed normalised soft",
    "extruded extrusion casting forged forging bolt stud shaft angle channel",
)
BESIDE = frozenset(word for line in _BESIDE for word in line.split())
_HARDNESS = re.compile(r"(?:\bat\b\s*)?(\d+(?:[.,]\d+)?)\s*(HBW|HBS|HB|BHN|HV|HRC|N/mm²|N/mm2|MPa)\b\.?", re.I)
# `304SS` is 304 with the word for stainless run on.
_STAINLESS = re.compile(r"(?<=\d)(?=ss\b)")
_WORD = re.compile(r"[^\W_]+")


@immutable
class Named:
    """What a name stands for: the row of the table (None where it is outside), why, and its hardness where that is not the row's."""

    row: MaterialRow | None
    why: str
    hardness_hb: float | None = None


@immutable
class ReadMetal:
    """A metal's name read: its row, why that one, the hardness said or usual where it is not the row's own, and what is near it."""

    text: str
    row: MaterialRow
    why: str
    hardness_hb: float | None
    near: tuple[MaterialRow, ...]


def bare(text: str) -> str:
    """A name without spaces, signs, accents and capitals.

    >>> bare("X5CrNi 18-10"), bare("Grauguß"), bare("laiton")
    ('x5crni1810', 'grauguss', 'laiton')
    """
    plain = "".join(one for one in unicodedata.normalize("NFKD", text.casefold()) if not unicodedata.combining(one))
    return "".join(_WORD.findall(plain))


def everyday_names() -> Iterator[tuple[str, Named]]:
    """Every everyday name with what it stands for, as it is written."""
    for row in rows("material_names.csv"):
        material = all_materials()[row["material"]] if row["material"] else None
        named = Named(material, row["why"], float(row["hardness_hb"]) if row["hardness_hb"] else None)
        for name in row["names"].split(";"):
            yield name.strip(), named


@cache
def _known() -> dict[str, Named]:
    """What every name stands for: the materials' own designations, then everyday names (the first to claim a name keeps it)."""
    found: dict[str, Named] = {}
    for key, row in all_materials().items():
        for name in (key, row.material.name):
            found.setdefault(bare(name), Named(row, "named as the table has it"))
    for name, named in everyday_names():
        found.setdefault(bare(name), named)
    for row in all_materials().values():
        for name in row.designations:
            found.setdefault(bare(name), Named(row, "its designation"))
    return found


def _digits(text: str) -> str:
    return "".join(one for one in text if one.isdigit())


@cache
def _by_digits() -> dict[str, list[str]]:
    """The names long enough to be spelt wrongly, by the figures in them."""
    found: dict[str, list[str]] = {}
    for name in _known():
        if len(name) >= SHORTEST:
            found.setdefault(_digits(name), []).append(name)
    return found


def _spelt(text: str) -> Named | None:
    """A name a letter or two away, its figures untouched."""
    if len(text) < SHORTEST - 1:
        return None
    close = get_close_matches(text, _by_digits().get(_digits(text), ()), n=1, cutoff=CLOSE if len(text) >= SHORTEST else VERY_CLOSE)
    if not close:
        return None
    named = _known()[close[0]]
    return Named(named.row, f"read as “{_written(close[0])}”: {named.why}", named.hardness_hb)


@cache
def _spellings() -> dict[str, str]:
    return {bare(row.material.name): row.material.name for row in all_materials().values()} | {
        bare(name): name for name, _ in everyday_names()
    }


def _written(name: str) -> str:
    return _spellings().get(name, name)


def _inside(text: str) -> Named | None:
    """A name among words that change nothing: `316 stainless plate`, `old mild steel angle`; a grade before a plain word."""
    words = _WORD.findall(_STAINLESS.sub(" ", text.casefold()))
    told = [word for word in words if word not in BESIDE]
    if (named := _known().get(bare(" ".join(told)))) and told:
        return named
    spans = [(start, end) for start in range(len(words)) for end in range(start + 1, len(words) + 1) if end - start < len(words)]
    found = []
    for start, end in spans:
        named = _known().get(bare(" ".join(words[start:end])))
        rest = words[:start] + words[end:]
        if named and all(word in BESIDE or _same_family(named, word) for word in rest):
            found.append((bool(_digits("".join(words[start:end]))), end - start, named))
    return max(found, key=lambda one: one[:2])[2] if found else None


def _same_family(named: Named, word: str) -> bool:
    """Whether a word beside a name says no more than the name: `brass` beside CZ121, `aluminium` beside 6061."""
    other = _known().get(bare(word))
    if other is None or other.row is None or named.row is None:
        return False
    return other.row.material.id == named.row.material.id or (
        other.row.material.iso_group == named.row.material.iso_group
        and other.row.material.id.split("-")[0] == named.row.material.id.split("-")[0]  # type: ignore[union-attr]
    )


def _by_name(text: str) -> Named | None:
    known = _known().get(bare(text))
    return known or _inside(text) or _spelt(bare(text))


def _in_that_state(named: Named, hardness_hb: float | None) -> Named:
    """The same steel in the state its hardness shows, where the table has it soft and hardened."""
    if hardness_hb is None or named.row is None:
        return named
    stem = re.sub("-(?:an|qt)$", "", named.row.material.id or "")
    states = [row for key, row in all_materials().items() if re.sub("-(?:an|qt)$", "", key) == stem and row.material.hardness_hb]
    row = min(states, key=lambda one: abs((one.material.hardness_hb or 0) - hardness_hb), default=named.row)
    return named if row is named.row else Named(row, f"{row.condition}, by its hardness")


def _by_hardness(hardness_hb: float) -> Named:
    """A steel known only by its hardness: the row nearest it."""
    steels = [row for row in all_materials().values() if row.material.iso_group in "PH" and row.material.hardness_hb]
    row = min(steels, key=lambda one: abs((one.material.hardness_hb or 0) - hardness_hb))
    return Named(row, "known by hardness alone: taken as the steel nearest it")


def _hardness(text: str) -> tuple[str, float | None]:
    """A hardness said beside the name, in Brinell, and the name without it."""
    match = _HARDNESS.search(text)
    if match is None:
        return text, None
    unit = UNITS.get(match[2].lower(), "hb")
    given = float(match[1].replace(",", "."))
    return (text[: match.start()] + text[match.end() :]).strip(" ,;"), round(given if unit == "hb" else brinell(given, unit, FIELD))


def read_metal(text: str) -> ReadMetal:
    """What somebody calls a metal, as a row of the table, with why.

    Raises BadInput naming `metal`: with the reason where the stuff is outside what is checked, else with the nearest three.

    >>> read_metal("mild steel").row.material.id, read_metal("alumnium").row.material.id, read_metal("4140 32 HRC").hardness_hb
    ('steel-structural-235', 'alu-wrought-6082', 302)
    """
    written = " ".join(text.split())
    if not written or len(written) > MOST_LETTERS:
        raise BadInput.at(FIELD, f"is needed, at most {MOST_LETTERS} letters; accepted: a name or grade, such as mild steel, 4140, brass")
    found = find_metal(written)
    if found is None:
        near = ", ".join(row.material.name for row in nearest(written))
        raise BadInput.at(FIELD, f"no metal here is called “{written}”; the nearest are {near}")
    return found


def find_metal(written: str) -> ReadMetal | None:
    """The same, None where no metal is called so; raises BadInput naming `metal` where it is known and outside what is checked.

    >>> find_metal("brass").row.material.iso_group, find_metal("squeal")
    ('N', None)
    """
    named, said = _known().get(bare(written)), None
    if named is None:
        rest, said = _hardness(written)
        named = _by_name(rest) if bare(rest) else _by_hardness(said) if said else None
        named = named and _in_that_state(named, said)
    if named is None:
        return None
    if named.row is None:
        raise BadInput.at(FIELD, f"“{written}”: {named.why}")
    return ReadMetal(written, named.row, named.why, said or named.hardness_hb, _beside(named.row))


def _beside(row: MaterialRow) -> tuple[MaterialRow, ...]:
    """What may be meant instead: metals of its group, those of nearly its hardness first."""
    of_it = row.material.hardness_hb or 0.0
    others = [one for one in all_materials().values() if one.material.iso_group == row.material.iso_group and one is not row]
    return tuple(sorted(others, key=lambda one: abs((one.material.hardness_hb or 0.0) - of_it))[:NEAREST])


def nearest(text: str, count: int = NEAREST) -> list[MaterialRow]:
    """The materials whose names are nearest a text, nearest first, each once."""
    matcher = SequenceMatcher(None, "", bare(text))
    scored: dict[str, float] = {}
    for name, named in _known().items():
        if named.row is None:
            continue
        key = named.row.material.id or ""
        matcher.set_seq1(name)
        if matcher.real_quick_ratio() > scored.get(key, 0.0):
            scored[key] = max(scored.get(key, 0.0), matcher.ratio())
    return [all_materials()[key] for key in sorted(scored, key=lambda key: -scored[key])[:count]]
