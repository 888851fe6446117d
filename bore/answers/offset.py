"""What an insert drill's X is set to next, as an answer."""

from bore.answers.shape import number, shaped
from bore.base.errors import BadInput
from bore.base.immutable import outgoing
from bore.base.plain import figure
from bore.cuts.noted import MEASURED
from bore.cuts.offset import Bore, next_offset


@outgoing
class OffsetAnswer:
    """Bores measured, the X that follows from them, what the bore made of the last change of X, and words."""

    wanted_mm: float
    bores: int
    next_x_mm: float | None
    gain: float | None
    words: str


def offset_answer(wanted_mm: float, bores: list[tuple[float, float]]) -> OffsetAnswer:
    """From bores as (X set, diameter measured), the oldest first. Raises BadInput naming the field."""
    wanted = figure(wanted_mm, "wanted_mm", *MEASURED["diameter_mm"])
    found = next_offset(wanted, [Bore(x, measured) for x, measured in bores])
    if found is None:
        raise BadInput.at("bores", "none was measured with its X yet")
    return shaped(OffsetAnswer, found, wanted_mm=number(wanted), bores=len(bores))
