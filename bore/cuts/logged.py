"""A cut that was logged, as learning sees it: what it was of, what had been predicted, what was measured."""

from bore.base.immutable import immutable


@immutable
class Of:
    """What a cut is of: names that two cuts may have in common. A size, where it is said, groups cuts of nearly one diameter."""

    group: str = ""
    metal: str = ""
    family: str = ""
    cutter: str = ""
    edge: str = ""
    machine: str = ""
    diameter_mm: float | None = None


@immutable
class Said:
    """A prediction without any calibration: its middle, and the half-width of its band in logarithms."""

    middle: float
    half_width: float


@immutable
class Measured:
    """One reading of a quantity; `own` is its own scatter in logarithms, where it is better known than its kind's."""

    kind: str
    value: float
    own: float | None = None


@immutable
class LoggedCut:
    """A cut: its name, what it was of, what was said beforehand of one quantity, and what was measured of it.

    `used` is the share of the edge's life that was gone; `used_guessed` where it was taken from a word."""

    id: str
    of: Of
    said: Said
    readings: tuple[Measured, ...]
    used: float = 0.0
    used_guessed: bool = False
    age_years: float = 0.0
    confirmed: bool = False


@immutable
class Next:
    """The cut that is asked about: what it is of, its prediction, its edge, and the kind of meter it would be read by."""

    of: Of
    said: Said
    used: float = 0.0
    kind: str | None = None
