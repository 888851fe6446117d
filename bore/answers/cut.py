"""A cut that was made, as it is kept: what it was of, what had been said, and each reading beside the band it was read against."""

from typing import Any

from bore.answers.check import Band, band_of
from bore.answers.foretold import POWER, THRUST, TORQUE, Foretold, foretold, said_of
from bore.answers.shape import number, shaped
from bore.base.errors import BadInput, Problem
from bore.base.immutable import outgoing
from bore.base.plain import known_fields, listed
from bore.case.read import FEED_FIELDS
from bore.cuts.kinds import reading_kind
from bore.cuts.logged import LoggedCut, Measured, Of, Said
from bore.cuts.noted import MOST_READINGS
from bore.cuts.readings import Read, read_reading
from bore.quantities import bands

Data = dict[str, Any]
READING = ("kind", "raw")
TIMED = "timed-feed"
OWN_PUSH = "a hand's push is what was pushed: it says nothing of the metal without the feed it made; note the depth and the seconds it took"
NOTHING_SAID = "there is no band to hold it against"


@outgoing
class CutReading:
    """A reading as it was noted and what it says, N·m, N or kW; the bare band, the band of the day, and whether it lay inside that."""

    kind: str
    raw: Data
    quantity: str
    value: float | None
    own: float
    meter: float
    refused: str | None
    bare: Band | None
    said: Band | None
    inside: bool | None


@outgoing
class CutAnswer:
    """What a cut is of, what had been said of it beforehand, and its readings."""

    of: Of
    used: float
    words: str
    verdict: str
    time_s: float | None
    family: str
    diameter_mm: float
    depth_mm: float
    said: dict[str, Band]
    readings: list[CutReading]


def cut_answer(case: Any, readings: Any, edge: str = "") -> CutAnswer:
    """A cut of a case with what was read of it. Raises BadInput naming the field."""
    if not isinstance(case, dict):
        raise BadInput.at("case", "is needed, as an object")
    found = foretold(case, edge)
    rows = listed(readings, "readings", MOST_READINGS)
    return shaped(
        CutAnswer,
        found,
        said={name: band_of(band) for name, band in found.said.items()},
        readings=[_reading(case, row, f"readings[{place}]", found) for place, row in enumerate(rows)],
    )


def _reading(case: Data, row: Any, at: str, found: Foretold) -> CutReading:
    """One reading, held against the bands of the very setting it was read at."""
    known_fields(row, READING, at)
    kind = reading_kind(row.get("kind"), f"{at}.kind").kind
    asked = {"kind": kind, "raw": row.get("raw"), "machine": case.get("machine"), "setting": case.get("setting")}
    try:
        read = _read_or_why_not(kind, asked)
        at_it = foretold(_at_its_feed(case, row["raw"])) if kind == TIMED and read.value is not None else found
    except BadInput as fault:
        raise BadInput([Problem(f"{at}.{one.field}", one.message) for one in fault.problems]) from fault
    return _held(kind, row["raw"], read, at_it.bare.get(read.quantity), at_it.said.get(read.quantity))


def _read_or_why_not(kind: str, asked: Data) -> Read:
    """A reading; where the machine's record lacks what it takes to read it, it is kept and says so: what was noted is not lost for that."""
    try:
        return read_reading(asked)
    except BadInput as fault:
        lacking = [one for one in fault.problems if one.field.startswith("machine.")]
        if len(lacking) < len(fault.problems):
            raise
        known = reading_kind(kind, "kind")
        words = "; ".join(f"{one.field.removeprefix('machine.').replace('_', ' ').replace('.', ', ')} {one.message}" for one in lacking)
        return Read(known.quantity, None, known.own, known.meter, f"the machine's record lacks something: {words}")


def _at_its_feed(case: Data, raw: Data) -> Data:
    """The case at the feed a timed reading found: 60 x / t, mm/min."""
    setting = {name: value for name, value in (case.get("setting") or {}).items() if name not in FEED_FIELDS}
    return case | {"setting": setting | {"feed_rate_mm_min": 60 * raw["depth_mm"] / raw["seconds"]}}


def _held(kind: str, raw: Data, read: Read, bare: bands.Band | None, said: bands.Band | None) -> CutReading:
    refused = read.refused
    if refused is None and (bare is None or said is None):
        refused = OWN_PUSH if read.quantity == THRUST else NOTHING_SAID
    inside = None if refused or said is None or read.value is None else bool(float(said.low) <= read.value <= float(said.high))
    return CutReading(
        kind=kind,
        raw=raw,
        quantity=read.quantity,
        value=number(read.value),
        own=number(read.own),
        meter=number(read.meter),
        refused=refused,
        bare=None if bare is None else band_of(bare),
        said=None if said is None else band_of(said),
        inside=inside,
    )


@outgoing
class KeptCut:
    """A cut as a log gives it back, to be learnt from."""

    id: str
    of: Data
    used: float
    age_years: float
    confirmed: bool
    readings: list[Data]


def logged(kept: list[KeptCut]) -> dict[str, list[LoggedCut]]:
    """Kept cuts as learning takes them, by quantity; a power as a torque, since it was read at one speed."""
    found: dict[str, list[LoggedCut]] = {TORQUE: [], THRUST: []}
    for cut in kept:
        for quantity, cuts in found.items():
            readings = [
                one for one in cut.readings if not one["refused"] and (TORQUE if one["quantity"] == POWER else one["quantity"]) == quantity
            ]
            if readings:
                cuts.append(_logged(cut, readings))
    return found


def _logged(cut: KeptCut, readings: list[Data]) -> LoggedCut:
    """Readings of one quantity, each by what it is of its own band's middle, on the first one's band."""
    said = _said(readings[0])
    measured = tuple(Measured(one["kind"], one["value"] / one["bare"]["middle"] * said.middle, one["own"]) for one in readings)
    return LoggedCut(cut.id, Of(**cut.of), said, measured, cut.used, cut.used > 0, cut.age_years, cut.confirmed)


def _said(reading: Data) -> Said:
    band = reading["bare"]
    return said_of(bands.Band(band["low"], band["middle"], band["high"]))
