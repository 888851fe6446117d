"""What somebody looks up, found: first what it means to the trade (a size, a thread, a fit, a hardness, a metal), then where it is named."""

import re
from collections.abc import Callable, Iterable, Iterator
from functools import cache

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.materials.names import bare, find_metal
from bore.plan.callout import read_drawn
from bore.quantities.drill_sizes import SAME_NAME_MM, read_drill_size
from bore.quantities.fits import hole_limits_mm
from bore.quantities.notation import read_quantity
from bore.quantities.units import MM_PER_INCH
from bore.reference.holes import CLEARANCE, FITS, SEATS, SIZE_MM, SIZES, band_name, bands, metric_name, nearest_size_row
from bore.reference.metals import HARDNESS, SPEEDS, nearest_hardness_row
from bore.reference.page import Row
from bore.reference.pages import PAGES, page
from bore.reference.threads import MAJOR, THREADS
from bore.reference.units import UNITS_PAGE, turn

FIELD, MOST_LETTERS, MOST_HITS = "text", 80, 24
_FIT = re.compile(r"^(?:Ø|ø|⌀)?\s*(?P<size>\d+(?:[.,]\d+)?)\s*(?:mm)?\s*(?P<letter>[A-Za-z]{1,2})\s*(?P<grade>\d{1,2})$")
_SCALE_FIRST = re.compile(r"^(HBW?|HV|HRC)\s*([\d.,]+)$", re.I)
_METRIC = re.compile(r"(?<!\w)M\s*(\d+(?:[.,]\d+)?)\b", re.I)
_BSP = re.compile(r"^(?:BSPP?\s*(?P<a>[\d/]+)|(?P<b>[\d/]+)\s*(?:in|\")?\s*BSPP?)$", re.I)
_BOLT = re.compile(r"clear|bolt|pass", re.I)
_SEAT = re.compile(r"cap|socket|counter|sink|seat|csk|c'?bore", re.I)
_DRILL = re.compile(r"\s+(?:tap(?:ping)?(?: drill)?|drill(?: size)?|thread)$", re.I)
_WORD = re.compile(r"[^\W_]+(?:[/.,'’-][^\W_]+)*")
# Of what is shorter than this only what is called exactly so is found.
SHORTEST = 2
# How well a row answers to words: called exactly so, its name beginning so.
CALLED_SO, BEGINS_SO = 4, 3


@immutable
class Hit:
    """A row that was found: its page, which row, and what it says to what was asked, in words; of a whole page no row."""

    page: str
    row: str
    said: str


Reader = Callable[[str], Iterator[Hit]]


def _hit(page_id: str, row: Row) -> Hit:
    return Hit(page_id, row.id, page(page_id).told(row))


def _named(page_id: str, *names: str) -> Iterator[Hit]:
    """Rows of a page that are called so, to the letter but for capitals and spaces, in their order."""
    called = _called(page_id)
    for place in sorted({place for name in names for place in called.get(_plain(name), ())}):
        yield _hit(page_id, page(page_id).rows[place])


@cache
def _called(page_id: str) -> dict[str, list[int]]:
    """The places of the rows of a page by their plain names."""
    found: dict[str, list[int]] = {}
    for place, row in enumerate(page(page_id).rows):
        for name in {_plain(name) for name in row.names}:
            found.setdefault(name, []).append(place)
    return found


def _plain(text: str) -> str:
    return re.sub(r"\s+|\s*mm$", "", text.casefold().replace("×", "x").replace(",", "."))


def _bolts(text: str) -> Iterator[Hit]:
    """A metric screw: the bolt's hole or its head's seat first where that is what is asked, its thread, then what is left."""
    match = _METRIC.search(text)
    name = metric_name(float(match[1].replace(",", "."))) if match else ""
    if not name:
        return
    order = [THREADS, CLEARANCE, SEATS]
    for asked, first in ((_BOLT, CLEARANCE), (_SEAT, SEATS)):
        if asked.search(text):
            order = [first, *(one for one in order if one != first)]
    yield from _named(THREADS, _DRILL.sub("", text)) if order[0] == THREADS else ()
    for page_id in order:
        yield from _named(page_id, name)


def _thread(text: str) -> Iterator[Hit]:
    """A thread: its own row, else what a drawing that names it comes to."""
    asked = _DRILL.sub("", text).strip()
    if pipe := _BSP.match(asked):
        asked = f"G{pipe['a'] or pipe['b']}"
    found = list(_named(THREADS, asked))
    yield from found
    try:
        drawn = read_drawn(asked)
    except BadInput:
        return
    if drawn.pitch_mm is not None and not found:
        of = page(THREADS)
        nearest = min(of.rows, key=lambda row: abs(of.figure(row, MAJOR) - drawn.finished_mm))
        yield Hit(THREADS, nearest.id, f"{drawn.text}: {drawn.means}")


def _fit(text: str) -> Iterator[Hit]:
    match = _FIT.match(text)
    if match is None:
        return
    size, letter, grade = float(match["size"].replace(",", ".")), match["letter"].upper(), int(match["grade"])
    shaft = f"{match['letter']}{grade} is a shaft’s fit; the hole’s " if match["letter"].islower() else ""
    band = next((one for one in bands() if one[0] < size <= one[1]), None)
    if not 5 <= grade <= 16:
        return
    try:
        low, high = hole_limits_mm(size, letter, grade, FIELD)
    except BadInput:
        return
    yield Hit(FITS, band_name(*band) if band else "", f"{shaft}{size:g} {letter}{grade}: {low:.3f} to {high:.3f} mm")


def _hardness(text: str) -> Iterator[Hit]:
    asked = _SCALE_FIRST.sub(r"\2 \1", text)
    try:
        found = read_quantity(HARDNESS, asked, field=FIELD)
    except BadInput:
        return
    # A bare figure is a size before it is a hardness.
    if asked[-1].isalpha() or asked[-1] in "²2":
        yield Hit(HARDNESS, nearest_hardness_row(found.value).id, f"{asked}: {found.echo}")


def _size(text: str) -> Iterator[Hit]:
    try:
        found = read_drill_size(_DRILL.sub("", text), FIELD)
    except BadInput:
        return
    row = nearest_size_row(found)
    name, *_, smaller, larger = row.cells
    stock = abs(page(SIZES).figure(row, SIZE_MM) - found.diameter_mm) < SAME_NAME_MM
    beside = f"below it {smaller}, above it {larger}" if stock else f"the nearest of an index is {name}"
    said = f"{found.diameter_mm:.4g} mm, {found.diameter_mm / MM_PER_INCH:.4f} in; {beside}"
    yield Hit(SIZES, row.id, f"{found.text}: {said}")


def _metal(text: str) -> Iterator[Hit]:
    try:
        found = find_metal(text)
    except BadInput:
        return
    if found:
        yield _hit(SPEEDS, page(SPEEDS).row(found.row.material.id or ""))


def _unit(text: str) -> Iterator[Hit]:
    found = turn(text)
    if found:
        yield Hit(UNITS_PAGE, *found)


# In the order that what they find is given.
READERS: tuple[Reader, ...] = (_bolts, _thread, _fit, _hardness, _size, _unit)


@immutable
class _Entry:
    """What a row, or a page, is looked up by, in small letters: what it is called, each name on a line of its own; all it says."""

    hit: Hit
    called: str
    said: str


def _entry(hit: Hit, names: Iterable[str], said: str) -> _Entry:
    return _Entry(hit, "\n".join(["", *names, ""]).casefold(), said.casefold())


@cache
def _index() -> tuple[_Entry, ...]:
    """Every page and every row, in the order they are bound."""
    found = []
    for page_id in PAGES:
        of = page(page_id)
        found.append(_entry(Hit(page_id, "", of.words), (of.words, *of.names), ""))
        for row in of.rows:
            said = " ".join([*row.names, *(cell for cell in row.cells if isinstance(cell, str))])
            found.append(_entry(Hit(page_id, row.id, of.told(row)), row.names, said))
    return tuple(found)


def _weight(entry: _Entry, wanted: list[str], whole: str, least: int) -> int:
    """How well something answers to words: called exactly so, called so among others, every word in its names, every word in it at all;
    nought where it is less than the least."""
    if f"\n{whole}" in entry.called:
        return CALLED_SO if f"\n{whole}\n" in entry.called else BEGINS_SO
    if least >= BEGINS_SO:
        return 0
    if all(word in entry.called for word in wanted):
        return 2
    return 1 if all(word in entry.said for word in wanted) else 0


def _by_words(text: str, least: int) -> Iterator[Hit]:
    """Pages and rows that answer to the words at least so well, best first; of equals in the order they are bound."""
    wanted = [_stem(word.casefold()) for word in _WORD.findall(text)]
    if max(map(len, wanted), default=0) < SHORTEST:
        least = CALLED_SO
    whole = text.casefold()
    scored = [(_weight(entry, wanted, whole, least), entry.hit) for entry in _index()]
    for weight, hit in sorted(scored, key=lambda one: -one[0]):
        if weight >= least:
            yield hit


def _stem(word: str) -> str:
    """A word without the ending that most often differs.

    >>> _stem("squeals"), _stem("squealing"), _stem("bass")
    ('squeal', 'squeal', 'bass')
    """
    for ending in ("ing", "s"):
        if word.endswith(ending) and not word.endswith("ss") and len(word) - len(ending) >= 4:
            return word.removesuffix(ending)
    return word


def find(text: str) -> list[Hit]:
    """The rows that answer what somebody looks up, best first, each once. Raises BadInput naming `text`.

    >>> [(hit.page, hit.row) for hit in find("M8")][:3]
    [('threads', 'M8'), ('clearance', 'M8'), ('seats', 'M8')]
    >>> find("16 H7")[0].said, find("30 HRC")[0].row
    ('16 H7: 16.000 to 16.018 mm', '285 HB')
    """
    written = " ".join(text.split())
    if not written or len(written) > MOST_LETTERS:
        raise BadInput.at(FIELD, f"is needed, at most {MOST_LETTERS} letters; such as M8, 5/16, 30 HRC, 16 H7, squeal")
    found: dict[tuple[str, str], Hit] = {}
    for reader in READERS:
        for hit in reader(written):
            found.setdefault((hit.page, hit.row), hit)
    # Where it means something to the trade, words that merely occur are noise.
    metals = () if found else _metal_if_letters(written)
    for hit in (*metals, *_by_words(written, BEGINS_SO if found else 1)):
        found.setdefault((hit.page, hit.row), hit)
    return list(found.values())[:MOST_HITS]


def _metal_if_letters(text: str) -> Iterator[Hit]:
    """A metal, where more than a size was said: `4140`, `brass`, never `8`."""
    if len(bare(text)) >= 3:
        yield from _metal(text)
