"""The hole as it is drawn: a size with its tolerance, a thread, or a bolt to pass; what has to be drilled for it and what comes after."""

import re
from dataclasses import dataclass
from functools import cache

from bore.base.errors import BadInput
from bore.base.sources import rows, source
from bore.quantities.drill_sizes import read_drill_size
from bore.quantities.threads import coarse_pitch_mm, tap_drill_mm
from bore.quantities.units import MM_PER_INCH

ACCEPTED = "20, 20 H7, 1/2, M12, M10x1, 3/8-16 UNC, G1/4, 4 BA, M12 clearance"
FIELD = "plan.hole"
# Grades a drill makes without help, on a press or better (common practice); finer ones are reamed.
REAMED_TO_IT = 9
# Twice the depth of thread over its pitch: ISO 68-1 (5/8 H a side), ISO 228, BA (BS 93, 0.6 p a side).
METRIC_DEPTH, PIPE_DEPTH, BA_DEPTH = 1.0825, 1.280654, 1.2
# Where in its tolerance a pipe thread's tap drill lies, and the share of the pitch that is left off a BA one's (tables of the trade).
PIPE_DRILL, BA_DRILL, BA_MOST = 0.7, 0.9, 0.85
_FIT = re.compile(r"^(?P<size>.+?)\s*[A-Z]{1,2}\s*(?P<grade>\d{1,2})$")
_METRIC = re.compile(r"^M\s*(\d+(?:[.,]\d+)?)(?:\s*[x×]\s*(\d+(?:[.,]\d+)?))?$", re.I)
_UNIFIED = re.compile(r"^(?:(\d+)[\s-]+)?(\d+)/(\d+)\s*-\s*(\d+)(?:\s*UN[CF]?)?$", re.I)
_PIPE = re.compile(r"^(?:G|Rp)\s*(1/8|1/4|3/8|1/2|3/4|1)$", re.I)
_BA = re.compile(r"^(\d{1,2})\s*BA$", re.I)


@dataclass(frozen=True, slots=True)
class Drawn:
    """A hole as drawn: its text, the size drilled for it and between what sizes that may lie, the size it is finished to, its
    thread's pitch, its grade."""

    text: str
    drilled_mm: float
    least_mm: float
    most_mm: float
    finished_mm: float
    pitch_mm: float | None
    tolerance_it: int | None

    @property
    def reamed(self) -> bool:
        """Whether a reamer finishes it."""
        return self.pitch_mm is None and self.tolerance_it is not None and self.tolerance_it < REAMED_TO_IT

    @property
    def tapped(self) -> bool:
        """Whether a tap finishes it."""
        return self.pitch_mm is not None


def reaming_allowance_mm(diameter_mm: float) -> float:
    """What is left on the diameter for a reamer, mm: a tenth to three tenths, more the wider (common practice).

    >>> reaming_allowance_mm(10.0), reaming_allowance_mm(25.0)
    (0.15, 0.3)
    """
    table = [(float(row["to_mm"]), float(row["left_mm"])) for row in rows("reaming_allowances.csv")]
    return next((left for to_mm, left in table if diameter_mm <= to_mm), table[-1][1])


@cache
def pipe_threads() -> dict[str, tuple[float, float, float]]:
    """Pipe threads by size: major diameter mm, pitch mm, tolerance of the internal minor diameter mm (ISO 228-1)."""
    found = {}
    for row in rows("pipe_threads.csv"):
        source(row["source"])
        found[row["size"]] = (float(row["major_mm"]), MM_PER_INCH / float(row["tpi"]), float(row["minor_tolerance_mm"]))
    return found


def minor_tolerance_mm(pitch_mm: float) -> float:
    """How far the minor diameter of an internal thread may be over its least, grade 6, mm (ISO 965-1, from memory).

    >>> round(minor_tolerance_mm(1.75), 2), round(minor_tolerance_mm(0.5), 2)
    (0.34, 0.13)
    """
    if pitch_mm >= 1:
        return float(0.23 * pitch_mm**0.7)
    return float(0.433 * pitch_mm - 0.19 * pitch_mm**1.22)


def ba_thread(number: int) -> tuple[float, float]:
    """Major diameter and pitch of a BA thread, mm: p = 0.9ⁿ, D = 6 p^1.2 (BS 93, from memory).

    >>> [round(value, 2) for value in ba_thread(4)]
    [3.62, 0.66]
    """
    pitch = 0.9**number
    return 6 * pitch**1.2, pitch


@dataclass(frozen=True, slots=True)
class _Thread:
    """A thread: major diameter, pitch, tap drill, and the least and most its hole may be, mm."""

    major_mm: float
    pitch_mm: float
    drill_mm: float
    least_mm: float
    most_mm: float


def _vee(major: float, pitch: float, drill: float) -> _Thread:
    """A 60° thread, metric or unified: its hole between the least minor diameter and grade 6's most."""
    least = major - METRIC_DEPTH * pitch
    return _Thread(major, pitch, drill, min(least, drill), max(least + minor_tolerance_mm(pitch), drill))


def _thread(text: str) -> _Thread | None:
    """The thread a text names; None where it names none."""
    if match := _METRIC.match(text):
        major = float(match[1].replace(",", "."))
        pitch = float(match[2].replace(",", ".")) if match[2] else coarse_pitch_mm(major)
        return _vee(major, pitch, tap_drill_mm(major, pitch))
    if (match := _UNIFIED.match(text)) and int(match[3]) and int(match[4]):
        major = (int(match[1] or 0) + int(match[2]) / int(match[3])) * MM_PER_INCH
        pitch = MM_PER_INCH / int(match[4])
        return _vee(major, pitch, round(major - pitch, 3))
    if match := _PIPE.match(text):
        major, pitch, tolerance = pipe_threads()[match[1]]
        least = major - PIPE_DEPTH * pitch
        return _Thread(major, pitch, round(least + PIPE_DRILL * tolerance, 2), least, least + tolerance)
    if match := _BA.match(text):
        major, pitch = ba_thread(int(match[1]))
        return _Thread(major, pitch, round(major - BA_DRILL * pitch, 2), major - BA_DEPTH * pitch, major - BA_MOST * pitch)
    return None


def read_drawn(text: str) -> Drawn:
    """Read a hole as a drawing names it. Raises BadInput naming `plan.hole`.

    >>> read_drawn("M12").drilled_mm, read_drawn("20 H7").drilled_mm, read_drawn("M12 clearance").finished_mm
    (10.2, 19.8, 13.5)
    """
    written = " ".join(text.split())
    if not written or len(written) > 60:
        raise BadInput.at(FIELD, f"is needed; accepted: {ACCEPTED}")
    if thread := _thread(written):
        if not 0.5 <= thread.drill_mm < thread.major_mm <= 100:
            raise BadInput.at(FIELD, f"“{written}” is no thread that can be tapped here; accepted: {ACCEPTED}")
        major = round(thread.major_mm, 4)
        return Drawn(written, thread.drill_mm, round(thread.least_mm, 4), round(thread.most_mm, 4), major, thread.pitch_mm, None)
    fit = _FIT.match(written)
    if fit and 5 <= int(fit["grade"]) <= 16 and not re.match(r"^M", written):
        size, grade = read_drill_size(fit["size"], FIELD).diameter_mm, int(fit["grade"])
        left = reaming_allowance_mm(size) if grade < REAMED_TO_IT else 0.0
        drilled = round(size - left, 4)
        least, most = (size - 2 * left, size - left / 3) if left else (drilled, drilled)
        return Drawn(written, drilled, round(least, 4), round(most, 4), size, None, grade)
    size = read_drill_size(written, FIELD).diameter_mm
    return Drawn(written, size, size, size, size, None, None)
