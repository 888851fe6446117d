"""Logged cuts and the job they are asked about, read: what each is of, what was predicted, what was measured."""

from typing import Any

from bore.answers.foretold import LEARNT, NARROWEST, POWER, TORQUE, bands_of, bare_check, said_of
from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.plain import figure, known_fields, listed, plain_text
from bore.cuts.kinds import reading_kind
from bore.cuts.logged import LoggedCut, Measured, Next, Of, Said
from bore.cuts.noted import MOST_READINGS
from bore.cuts.of import of_job
from bore.quantities.bands import Band
from bore.schools.wear import LIFE_GONE

Data = dict[str, Any]
OF = ("group", "metal", "family", "substrate", "cutter", "edge", "machine", "diameter_mm")
JOB = ("of", "predicted", "used", "kind", "case")
CUT = ("id", "of", "predicted", "used", "age_years", "taken", "confirmed", "readings", "case")
READING = ("quantity", "kind", "value", "own")
MOST_CUTS, MOST_ROWS = 2000, 600
MOST_FIGURE, MOST_USED, MOST_YEARS = 1e9, 2.0, 100.0
BANDS_NEEDED = f"is needed: {' or '.join(LEARNT)}, each with low, middle, high"


@immutable
class _Cut:
    """What a cut is of, what was predicted of it by quantity, and how much of its edge's life was gone."""

    of: Of
    predicted: dict[str, Said]
    used: float
    used_guessed: bool


@immutable
class Asked:
    """A request: the job by quantity, and for each quantity the cuts that were read for it."""

    jobs: dict[str, Next]
    cuts: dict[str, tuple[LoggedCut, ...]]


def read_calibration(data: Any) -> Asked:
    """A request: `job` and `cuts`. Raises BadInput naming the field."""
    known_fields(data, ("job", "cuts"), whole="calibrate")
    jobs = _jobs(data.get("job"))
    rows = [(row, f"cuts[{k}]") for k, row in enumerate(listed(data.get("cuts"), "cuts", MOST_CUTS))]
    cuts = [cut for row, at in rows if (cut := _logged(row, at))]
    ids = [row["id"] for row, _ in rows]
    for k, name in enumerate(ids):
        if name in ids[:k]:
            raise BadInput.at(f"cuts[{k}].id", f"“{name}” stands twice")
    if sum(len(one.readings) for cut in cuts for one in cut.values()) > MOST_ROWS:
        raise BadInput.at("cuts", f"accepted: at most {MOST_ROWS} readings in all; leave the oldest away")
    return Asked(jobs, {quantity: tuple(cut[quantity] for cut in cuts if quantity in cut) for quantity in jobs})


def _jobs(row: Any) -> dict[str, Next]:
    """The cut that is asked about, by quantity."""
    known_fields(row, JOB, "job")
    kind = None if row.get("kind") is None else reading_kind(row["kind"], "job.kind").kind
    cut = _what(row, "job")
    wanted = [quantity for quantity in LEARNT if quantity in cut.predicted]
    if not wanted:
        raise BadInput.at("job.predicted", BANDS_NEEDED)
    return {quantity: Next(cut.of, cut.predicted[quantity], cut.used, kind) for quantity in wanted}


def _logged(row: Any, at: str) -> dict[str, LoggedCut]:
    """A logged cut, by each quantity it was read for; nothing where it is not taken."""
    known_fields(row, CUT, at)
    name = plain_text(row.get("id"), f"{at}.id")
    if not name:
        raise BadInput.at(f"{at}.id", "is needed: a name of its own")
    cut = _what(row, at)
    taken, confirmed = (_flag(row, one, at) for one in ("taken", "confirmed"))
    age = figure(row.get("age_years", 0), f"{at}.age_years", 0, MOST_YEARS)
    read: dict[str, list[Measured]] = {}
    for k, one in enumerate(listed(row.get("readings"), f"{at}.readings", MOST_READINGS)):
        quantity, measured = _reading(one, f"{at}.readings[{k}]", cut, at)
        read.setdefault(quantity, []).append(measured)
    if taken is False:
        return {}
    return {
        quantity: LoggedCut(name, cut.of, _said_of(cut, quantity), tuple(readings), cut.used, cut.used_guessed, age, confirmed is True)
        for quantity, readings in read.items()
    }


def _flag(row: Data, name: str, at: str) -> bool | None:
    value = row.get(name)
    if value is not None and not isinstance(value, bool):
        raise BadInput.at(f"{at}.{name}", "accepted: true or false")
    return value


def _said_of(cut: _Cut, quantity: str) -> Said:
    """What was predicted of a quantity; of torque, where only the power was, that."""
    return cut.predicted.get(quantity) or cut.predicted[POWER]


def _reading(row: Any, at: str, cut: _Cut, of: str) -> tuple[str, Measured]:
    """One reading with what it is learnt for, its value in N·m or N; a power is set against the predicted power, as a torque."""
    known_fields(row, READING, at)
    kind = reading_kind(row.get("kind"), f"{at}.kind")
    quantity = row.get("quantity", kind.quantity)
    if quantity not in (*LEARNT, POWER):
        raise BadInput.at(f"{at}.quantity", f"accepted: {', '.join((*LEARNT, POWER))}")
    if quantity not in cut.predicted:
        raise BadInput.at(f"{of}.predicted.{quantity}", "is needed, since the cut was read for it")
    value = figure(row.get("value"), f"{at}.value", 1e-9, MOST_FIGURE)
    own = None if row.get("own") is None else figure(row["own"], f"{at}.own", 0, 1)
    if quantity != POWER:
        return quantity, Measured(kind.kind, value, own)
    return TORQUE, Measured(kind.kind, value / cut.predicted[POWER].middle * _said_of(cut, TORQUE).middle, own)


def _used(value: Any, at: str) -> tuple[float, bool]:
    """How much of the edge's life is gone, and whether that is a guess, as any word for it is."""
    if isinstance(value, str):
        if value not in LIFE_GONE:
            raise BadInput.at(at, f"accepted: 0 to {MOST_USED:g}, or {', '.join(LIFE_GONE)}")
        return LIFE_GONE[value], True
    return figure(value, at, 0, MOST_USED), False


def _what(row: Data, at: str) -> _Cut:
    """What a cut is of and what was predicted for it: said, or worked out from a case, the edge's word among it."""
    wear: str | float = 0.0
    if row.get("case") is not None:
        of, predicted, wear = _from_case(row["case"], at)
    else:
        of, predicted = _of(row.get("of"), f"{at}.of"), _predicted(row.get("predicted"), f"{at}.predicted")
    used, guessed = _used(wear if row.get("used") is None else row["used"], f"{at}.used")
    return _Cut(of, predicted, used, guessed)


def _of(row: Any, at: str) -> Of:
    known_fields(row, OF, at)
    names = {name: plain_text(row.get(name), f"{at}.{name}") for name in OF if name != "diameter_mm"}
    if substrate := names.pop("substrate"):
        names["family"] += f"·{substrate}"
    size = row.get("diameter_mm")
    return Of(**names, diameter_mm=None if size is None else figure(size, f"{at}.diameter_mm", 0.05, 500))


def _predicted(row: Any, at: str) -> dict[str, Said]:
    known_fields(row, (*LEARNT, POWER), at)
    if not row:
        raise BadInput.at(at, BANDS_NEEDED)
    return {name: _said(band, f"{at}.{name}") for name, band in row.items()}


def _said(band: Any, at: str) -> Said:
    known_fields(band, ("low", "middle", "high"), at)
    low, middle, high = (figure(band.get(name), f"{at}.{name}", 1e-9, MOST_FIGURE) for name in ("low", "middle", "high"))
    if not low <= middle <= high or (said := said_of(Band(low, middle, high))).half_width < NARROWEST:
        raise BadInput.at(at, f"accepted: low below middle below high, at least {2 * NARROWEST:.0%} apart")
    return said


def _from_case(case: Any, at: str) -> tuple[Of, dict[str, Said], str]:
    """A case's own names, its predictions whatever cuts were logged before, and the word for its edge."""
    if not isinstance(case, dict):
        raise BadInput.at(f"{at}.case", "accepted: a case as check takes it")
    found = bare_check(case)
    predicted = {name: said_of(band) for name, band in bands_of(found).items()}
    return of_job(found.job), predicted, found.job.cutter.wear
