"""Sets of cutters as they are named on the lid of their box: `HSS jobber 1-13 x 0.5`, `#1-#60`, `annular HSS 12-50 x 2, 30 deep`."""

import re
from fractions import Fraction
from typing import Any

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.cutters.registry import ALL_FAMILIES
from bore.job.cutter_kinds import cutter_kind
from bore.machines.kinds import morse_size_for
from bore.quantities.drill_sizes import GAUGE_INCHES, read_drill_size
from bore.quantities.threads import all_metric, coarse_pitch_mm
from bore.quantities.units import MM_PER_INCH

ACCEPTED = "HSS jobber 1-13 x 0.5; #1-#60; A-Z; 1/16-1/2 x 1/64; annular HSS 12-50 x 2, 30 deep; taps M3-M12; cobalt stub 3, 4, 5"
MOST_CUTTERS = 400
# Pitches are written to a hundredth.
SAME_PITCH_MM = 0.011
FIELD = "text"

# Words of a set's name and what they say; longer ones first, so that cobalt HSS is not read as HSS.
WORDS: tuple[tuple[str, dict[str, Any]], ...] = (
    (r"carbide[- ]tipped|tct", {"substrate": "carbide-tipped"}),
    (r"solid carbide|carbide", {"substrate": "carbide"}),
    (r"cobalt|hss[- ]?co\d?|hss[- ]?e|hssco", {"substrate": "hss-co"}),
    (r"hss", {"substrate": "hss"}),
    (r"extra[- ]long", {"series": "extra-long"}),
    (r"long(?:[- ]series)?", {"series": "long"}),
    (r"stub", {"series": "stub"}),
    (r"jobbers?", {"series": "jobber"}),
    (r"split(?:[- ]point)?", {"point": "split"}),
    (r"thinned", {"point": "thinned"}),
    (r"four[- ]facet", {"point": "four-facet"}),
    (r"self[- ]cent(?:r|er)ing(?: point)?", {"point": "self-centring"}),
    (r"straight shank", {"shank": "straight"}),
    (r"shank with (?:a flat|flats)|with a pilot for [\d.]+ mm|flutes for [\d.]+ mm|of(?= \d)|or wider", {}),
    (r"morse \d shank|(?:taper|morse)(?:[- ]shank)?|\bmt\b", {"shank": "taper"}),
    (r"coolant[- ]through|through[- ]coolant", {"coolant_through": True}),
    (r"used", {"wear": "used"}),
    (r"dull|blunt", {"wear": "dull"}),
)
# What families are called on a lid, beside their own names.
FAMILY_WORDS = {
    "annular": r"annular(?: cutters?)?|ring cutters?|slug cutters?",
    "replaceable-tip": r"replaceable[- ]tip(?: drills?)?|tip(?:ped)? drills?",
    "indexable": r"indexable(?: drills?)?|insert drills?",
    "thread-mill": r"thread[- ]mills?",
    "tap": r"taps?",
    "boring": r"boring[- ](?:bars?|heads?)",
    "reamer": r"(?:machine )?reamers?",
    "countersink": r"countersinks?",
    "counterbore": r"counterbores?",
    "centre": r"cent(?:re|er)[- ]drills?",
    "spot": r"spot(?:ting)?[- ]drills?",
    "step": r"step[- ]drills?",
    "core": r"core[- ]drills?",
    "spade": r"spades?(?: drills?| blades?)?",
    "gun": r"gun[- ]drills?",
    "twist": r"twist[- ]drills?|drills?",
}
# What a drill of a length series is called.
LENGTHS = {"stub": "stub drill", "jobber": "jobber", "long": "long drill", "extra-long": "extra-long drill"}
_DEEP = re.compile(r"(?:that cuts )?(\d+(?:[.,]\d+)?)\s*(?:mm)?\s*deep", re.I)
_TURNED = re.compile(r"(?:its )?shank turned down to (\d+(?:\.\d+)?) mm", re.I)
# How a thing to get begins, and what it is for: `a tap for M10, 1.5 mm pitch`, `a machine reamer for 16 H7`.
_ARTICLE, _FOR = re.compile(r"^an? ", re.I), re.compile(r"(?<=\s)for(?=\s)|\bH7\b", re.I)
_PITCH = re.compile(r",?\s*(\d+(?:\.\d+)?) mm pitch", re.I)
_SPAN = re.compile(r"^(?P<low>.+?)\s*(?:-|–|to)\s*(?P<high>.+?)(?:\s*(?:x|×|by|in steps of)\s*(?P<step>.+))?$", re.I)
_GAUGE = re.compile(r"^#\s*(\d{1,2})$")
_LETTER = re.compile(r"^[A-Z]$", re.I)
_THREAD = re.compile(r"^M\s*(\d+(?:[.,]\d+)?)(?:\s*[x×]\s*(\d+(?:[.,]\d+)?))?$", re.I)
_INCHES = re.compile(r"/|\"|\bin\b")


@immutable
class Size:
    """One size of a set: how it is written, its diameter, and the pitch of a thread."""

    text: str
    diameter_mm: float
    pitch_mm: float | None = None


@immutable
class CutterSet:
    """A set: its name set straight, and each cutter with its name and its record."""

    words: str
    sizes: tuple[Size, ...]
    cutters: tuple[tuple[str, dict[str, Any]], ...]


def read_set(text: str) -> CutterSet:
    """Read a set, or a single cutter, from its name. Raises BadInput saying what is accepted.

    >>> [name for name, _ in read_set("HSS jobber 1-2 x 0.5").cutters]
    ['1 mm HSS jobber', '1.5 mm HSS jobber', '2 mm HSS jobber']
    >>> len(read_set("#1-#60").sizes), len(read_set("A-Z").sizes), len(read_set("1/16-1/2 x 1/64").sizes)
    (60, 26, 29)
    """
    written = " ".join(text.split())
    if not written or len(written) > 200:
        raise BadInput.at(FIELD, f"is needed, at most 200 letters; accepted: {ACCEPTED}")
    spec: dict[str, Any] = {}
    rest = _ARTICLE.sub("", written)
    if turned := _TURNED.search(rest):
        spec |= {"shank": "straight", "shank_diameter_mm": float(turned[1])}
        rest = _TURNED.sub(" ", rest)
    if deep := _DEEP.search(rest):
        spec["cut_depth_mm"] = float(deep[1].replace(",", "."))
        rest = _DEEP.sub(" ", rest)
    rest, kind = _family(rest)
    for pattern, says in WORDS:
        without = re.sub(rf"(?<![\w#/])(?:{pattern})(?![\w#/])", " ", rest, flags=re.I)
        if without != rest:
            spec = says | spec
            rest = without
    if "cut_depth_mm" in spec and kind != "annular":
        raise BadInput.at(FIELD, "only an annular cutter is named by the depth it cuts")
    pitch = None
    if cutter_kind(kind).step in ("tap", "ream"):
        pitch = _PITCH.search(rest)
        rest = _FOR.sub(" ", _PITCH.sub(" ", rest))
    sizes = _sizes(rest.strip(" ,;:."), kind)
    if pitch and any(size.pitch_mm is None or abs(size.pitch_mm - float(pitch[1])) > SAME_PITCH_MM for size in sizes):
        raise BadInput.at(
            FIELD, f"{sizes[0].text} has not {pitch[1]} mm pitch; accepted: the coarse pitch, or the thread with its own: M10x1"
        )
    if taper := spec.get("shank") == "taper":
        del spec["shank"]
    cutters = tuple((f"{size.text} {_noun(spec, kind, taper)}", _record(spec, kind, taper, size)) for size in sizes)
    return CutterSet(written, sizes, cutters)


def _family(text: str) -> tuple[str, str]:
    """The family a name speaks of, and the name without it; drills are twist drills."""
    for one in ALL_FAMILIES[1:] + ALL_FAMILIES[:1]:
        without = re.sub(rf"(?<![\w#/-])(?:{FAMILY_WORDS[one.id]})(?![\w#/])", " ", text, flags=re.I)
        if without != text:
            return without, one.id
    return text, "twist"


def _sizes(text: str, kind: str) -> tuple[Size, ...]:
    """Every size of a list of spans and single sizes."""
    found: list[Size] = []
    for part in re.split(r"\s*;\s*|,\s+|\s+\+\s+|\s+and\s+", text):
        if part.strip(" ,"):
            found += _part(part.strip(" ,"), kind)
        if len(found) > MOST_CUTTERS:
            raise BadInput.at(FIELD, f"more than {MOST_CUTTERS} cutters at once; accepted: smaller sets")
    if not found:
        raise BadInput.at(FIELD, f"no size is named; accepted: {ACCEPTED}")
    return tuple({(round(size.diameter_mm, 4), size.pitch_mm): size for size in sorted(found, key=lambda size: size.diameter_mm)}.values())


def _part(text: str, kind: str) -> list[Size]:
    span = _SPAN.match(text)
    # `1-1/4` is one size, an inch and a quarter, unless a step follows it.
    if span and (span["step"] or not re.fullmatch(r"\d+\s*-\s*\d+/\d+(?:\s*(?:in|\"))?", text)):
        return _span(span["low"].strip(), span["high"].strip(), span["step"], kind)
    return [_single(text, kind)]


def _single(text: str, kind: str) -> Size:
    if thread := _THREAD.match(text):
        major = float(thread[1].replace(",", "."))
        if kind not in ("tap", "thread-mill"):
            raise BadInput.at(FIELD, f"“{text}” is a thread; accepted for {cutter_kind(kind).one}: a size")
        pitch = float(thread[2].replace(",", ".")) if thread[2] else coarse_pitch_mm(major)
        return Size(" ".join(text.split()) if thread[2] else f"M{major:g}", major, pitch)
    size = read_drill_size(text, FIELD)
    bare = re.fullmatch(r"\d+(?:[.,]\d+)?", text)
    return Size(f"{size.diameter_mm:g} mm" if bare else size.text, size.diameter_mm)


def _span(low: str, high: str, step: str | None, kind: str) -> list[Size]:
    a, b = _GAUGE.match(low), _GAUGE.match(high)
    if a and b:
        first, last = sorted((int(a[1]), int(b[1])))
        return [_single(f"#{k}", kind) for k in range(first, last + 1)]
    if _LETTER.match(low) and _LETTER.match(high):
        ends = sorted((low.upper(), high.upper()))
        return [Size(letter, GAUGE_INCHES[letter] * MM_PER_INCH) for letter in map(chr, range(ord(ends[0]), ord(ends[1]) + 1))]
    if (first_m := _THREAD.match(low)) and (last_m := _THREAD.match(high)):
        if first_m[2] or last_m[2]:
            raise BadInput.at(FIELD, f"“{low}-{high}”: a run of threads is of the coarse pitch; accepted: one by one, M10x1, M12x1")
        least, most = sorted((_single(low, kind).diameter_mm, _single(high, kind).diameter_mm))
        return [_single(f"M{major:g}", kind) for major in sorted(all_metric()) if least <= major <= most]
    if step is None:
        raise BadInput.at(FIELD, f"“{low}-{high}” has no step; accepted: {low}-{high} x 0.5, or 1/64 for inches")
    return _stepped(low, high, step)


def _stepped(low: str, high: str, step: str) -> list[Size]:
    inches = bool(_INCHES.search(f"{low} {high} {step}"))
    first, last, by = (_exact(text) for text in (low, high, step))
    if by <= 0 or last < first:
        raise BadInput.at(FIELD, f"“{low}-{high} x {step}” does not rise; accepted: the smallest, the largest, a step above nought")
    count = int((last - first) / by) + 1
    if count > MOST_CUTTERS:
        raise BadInput.at(FIELD, f"more than {MOST_CUTTERS} cutters at once; accepted: smaller sets")
    values = [first + k * by for k in range(count)]
    if inches:
        return [Size(_inch_words(value), float(value) * MM_PER_INCH) for value in values]
    return [Size(f"{float(value):g} mm", float(value)) for value in values]


def _exact(text: str) -> Fraction:
    """A figure as a fraction, so that steps of a tenth do not drift."""
    bare = re.sub(r"\s*(?:mm|in|\")\s*$", "", text.strip().replace(",", "."))
    mixed = re.fullmatch(r"(?:(\d+)[\s-]+)?(\d+)/(\d+)", bare)
    if mixed and int(mixed[3]):
        return int(mixed[1] or 0) + Fraction(int(mixed[2]), int(mixed[3]))
    if re.fullmatch(r"\d{1,4}(?:\.\d{1,4})?", bare):
        return Fraction(bare)
    raise BadInput.at(FIELD, f"“{text}” is no size; accepted: {ACCEPTED}")


def _inch_words(value: Fraction) -> str:
    whole, part = divmod(value, 1)
    if part.denominator not in (1, 2, 4, 8, 16, 32, 64):
        return f"{float(value):.4g} in"
    return " ".join(("-".join(str(one) for one in (int(whole) or "", part or "") if one), "in"))


def _noun(spec: dict[str, Any], kind: str, taper: bool) -> str:
    """How a cutter of the set is called after its size."""
    substrate = {"hss": "HSS", "hss-co": "cobalt", "carbide": "carbide", "carbide-tipped": "carbide-tipped"}.get(
        spec.get("substrate", ""), ""
    )
    series = spec.get("series") if kind == "twist" else None
    noun = ("taper-shank drill" if taper else LENGTHS.get(series or "")) or ("drill" if kind == "twist" else cutter_kind(kind).words)
    point = {"split": ", split point", "thinned": ", thinned", "four-facet": ", four-facet"}.get(spec.get("point", ""), "")
    deep = f", {spec['cut_depth_mm']:g} mm deep" if "cut_depth_mm" in spec else ""
    turned = f", shank turned down to {spec['shank_diameter_mm']:g} mm" if "shank_diameter_mm" in spec else ""
    return " ".join(part for part in (substrate, noun) if part) + point + deep + turned


def _record(spec: dict[str, Any], kind: str, taper: bool, size: Size) -> dict[str, Any]:
    found = {"family": kind, "diameter_mm": round(size.diameter_mm, 4), **spec}
    if kind != "twist":
        found.pop("series", None)
    if size.pitch_mm is not None:
        found["pitch_mm"] = size.pitch_mm
    if taper:
        found["shank"] = f"morse-{morse_size_for(size.diameter_mm)}"
    return found
