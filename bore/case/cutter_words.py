"""A cutter in words, as a shop would ask for it."""

from bore.case.choices import short_words
from bore.job.cutter import Cutter
from bore.quantities.drill_sizes import size_words

# Lengths of a drill that are said; a jobber is what is meant where none is.
SAID_LENGTHS = ("stub", "long", "extra-long")


def cutter_words(cutter: Cutter) -> str:
    """A cutter as a shop would ask for it."""
    if cutter.kind.adjusts and cutter.bores_from_mm:
        return f"{cutter.kind.words} {cutter.bores_from_mm:.4g} to {cutter.diameter_mm:.4g} mm"
    edge = short_words("cutter.substrate", cutter.substrate)
    point = f", {cutter.point} point" if cutter.kind.standard_form and cutter.point != "conventional" else ""
    said = "" if cutter.kind.always_carbide else f"{edge} "
    length = f"{cutter.series} " if cutter.series in SAID_LENGTHS else ""
    return f"{size_words(cutter.diameter_mm)} {said}{length}{cutter.kind.words}{point}"
