"""The offset of an insert drill that stands still on a turning machine: from bores measured, what X is set to next, and whether the machine
takes a change up as it should."""

from collections.abc import Sequence

from bore.base.formula import formula
from bore.base.immutable import immutable

# A change of X below this tells nothing of what the machine made of it, mm.
LEAST_MM = 0.01
# What a change of the bore over a change of X says (common practice): from, to, by what the next change is divided, words.
GAINS: tuple[tuple[float, float, float | None, str], ...] = (
    (-1.3, -0.7, -1.0, "the bore goes the other way: the outer insert stands on the other side, or the sign is reversed"),
    (-0.2, 0.2, None, "the change is not taken up: the offset is not called, belongs to another tool, or the turret gives way"),
    (0.35, 0.65, 0.5, "the bore takes up half of the change: X counts on the radius here"),
    (0.8, 1.2, 1.0, "the bore follows the offset"),
    (1.6, 2.4, 2.0, "the bore takes up twice the change: X is moved on the radius and counted on the diameter"),
)
UNCLEAR = "the bore follows neither as on the diameter nor as on the radius: measure again before X is changed"


@formula("Correction of an insert drill on a lathe", "ΔX = wanted − measured", "mm", "kinematics")
def x_correction_mm(*, wanted_mm: float, measured_mm: float) -> float:
    """What the X offset, which counts on the diameter, is changed by.

    >>> round(x_correction_mm(wanted_mm=25.40, measured_mm=24.64), 2)
    0.76
    """
    return wanted_mm - measured_mm


@immutable
class Bore:
    """A bore that was measured, and the X that was set for it, both on the diameter, mm."""

    x_mm: float
    measured_mm: float


@immutable
class Offset:
    """What X is set to next (None where that would be a guess), what the bore made of the last change of X, and words."""

    next_x_mm: float | None
    gain: float | None
    words: str


def next_offset(wanted_mm: float, bores: Sequence[Bore]) -> Offset | None:
    """What X is set to after these bores, the oldest first; None where none was measured. A gain g = (m₂ − m₁)/(x₁ − x₀) tells whether the
    change before it was taken up (common practice).

    >>> next_offset(25.40, [Bore(-380.00, 24.64)]).next_x_mm
    -379.24
    >>> next_offset(25.40, [Bore(-380.00, 24.64), Bore(-379.24, 26.16)]).next_x_mm
    -379.62
    """
    if not bores:
        return None
    last = bores[-1]
    correction = x_correction_mm(wanted_mm=wanted_mm, measured_mm=last.measured_mm)
    before = next((one for one in reversed(bores[:-1]) if abs(one.x_mm - last.x_mm) >= LEAST_MM), None)
    if before is None:
        return Offset(round(last.x_mm + correction, 3), None, f"X {last.x_mm:.2f} gave {last.measured_mm:g} mm")
    gain = (last.measured_mm - before.measured_mm) / (last.x_mm - before.x_mm)
    divisor, words = next(((by, words) for low, high, by, words in GAINS if low <= gain <= high), (None, UNCLEAR))
    return Offset(None if divisor is None else round(last.x_mm + correction / divisor, 3), round(gain, 3), words)
