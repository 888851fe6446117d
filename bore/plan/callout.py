"""The hole as it is drawn: a size with its tolerance, a thread, or a bolt to pass; what has to be drilled for it and what comes after."""

import math
import re
from dataclasses import replace
from functools import cache

import numpy as np

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.plan.seats import Seat, take_seats
from bore.quantities.drill_sizes import read_drill_size
from bore.quantities.fits import UM_PER_MM, hole_limits_mm, reaming_allowance_mm
from bore.quantities.threads import METRIC_DEPTH, coarse_pitch_mm, tap_drill_mm
from bore.quantities.tolerances import grade_um
from bore.quantities.units import MM_PER_INCH

ACCEPTED = "20, 20 H7, 14 ±0.1, 1/2, M12, M10x1-6H, 3/8-16 UNC, #10-32, G1/4, 1/4 NPT, 4 BA, M12 clearance, 11 counterbore 17.5 x 10, M10 cap screw, M8 countersunk, 32 flat-bottomed"
FIELD = "plan.hole"
# The finest grade a drill makes without help, on a press or better (common practice); finer ones are reamed or bored.
REAMED_TO_IT = 11
# A tolerance this little narrower than a grade still is that grade.
ALIKE = 0.02
# Twice the depth of thread over its pitch: ISO 228, BA (BS 93, 0.6 p a side).
PIPE_DEPTH, BA_DEPTH = 1.280654, 1.2
# How far a taper thread's drill may lie from the usual one, mm (common practice).
TAPER_ROOM_MM = 0.15
# Where in its tolerance a pipe thread's tap drill lies, and the share of the pitch that is left off a BA one's (tables of the trade).
PIPE_DRILL, BA_DRILL, BA_MOST = 0.7, 0.9, 0.85
# How much wider than itself a drill makes its hole, by its size; and the least that is left for a reamer to cut, mm (common practice).
DRILLED_OVER_MM, LEAST_LEFT_MM = ((3.0, 6.0, 20.0), (0.05, 0.10, 0.13)), 0.05
# What a size without a tolerance may miss, mm (ISO 2768-1, medium, from memory); a drill takes half of it, its hole the rest.
PLAIN_MM, PLAIN_SHARE = ((6.0, 0.1), (30.0, 0.2), (math.inf, 0.3)), 0.5
_FIT = re.compile(r"^(?P<size>.+?)\s*(?P<letter>[A-Z]{1,2})\s*(?P<grade>\d{1,2})$")
_SIGN = re.compile(r"^(?:Ø|ø|⌀|dia\.?)\s*", re.I)
_FIGURE = r"\d+(?:[.,]\d+)?"
_EVEN = re.compile(rf"^(?P<size>.+?)\s*(?:±|\+/-|\+-)\s*(?P<by>{_FIGURE})$")
_UNEVEN = re.compile(rf"^(?P<size>.+?)\s*(?P<high>[+-]\s*{_FIGURE})\s*[/ ]\s*(?P<low>[+-]?\s*{_FIGURE})$")
# What a thread's tolerance class is written as behind it.
_CLASS = re.compile(r"(?:\s*-\s*|\s+)(?:[4-8][GH](?:[4-8][GH])?|[123]B)$")
_METRIC = re.compile(r"^M\s*(\d+(?:[.,]\d+)?)(?:\s*[x×]\s*(\d+(?:[.,]\d+)?))?$", re.I)
_UNIFIED = re.compile(r"^(?:(\d+)[\s-]+)?(\d+)/(\d+)\s*-\s*(\d+)(?:\s*UN(?:C|F|EF|S)?)?$", re.I)
_NUMBERED = re.compile(r"^#?\s*(\d{1,2})\s*-\s*(\d{1,2})(?:\s*UN(?:C|F|EF|S)?)?$", re.I)
_TAPER = re.compile(r"^(?:(?P<npt>1/8|1/4|3/8|1/2|3/4|1)\s*-?\s*(?:\d+(?:\.5)?\s*)?NPT|(?:R|Rc)\s*(?P<r>1/8|1/4|3/8|1/2|3/4|1))$", re.I)
# A numbered screw is 0.060 in and 0.013 in for each number (ASME B1.1, from memory); its threads to an inch, coarse and fine.
NUMBERED = {0: (80,), 1: (64, 72), 2: (56, 64), 3: (48, 56), 4: (40, 48), 5: (40, 44), 6: (32, 40), 8: (32, 36), 10: (24, 32), 12: (24, 28)}
_PIPE = re.compile(r"^(?:G|Rp)\s*(1/8|1/4|3/8|1/2|3/4|1)$", re.I)
_FLAT = re.compile(r"^flat(?:[- ]?bottom(?:ed)?)?,?\s+(?P<before>.+)$|^(?P<after>.+?),?\s+flat(?:[- ]?bottom(?:ed)?)?$", re.I)
_BA = re.compile(r"^(\d{1,2})\s*BA$", re.I)


@immutable
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
    # The least and the most the finished hole may be, mm, where the drawing says so; and the letter of its fit.
    limits_mm: tuple[float, float] | None = None
    fit: str = ""
    seats: tuple[Seat, ...] = ()
    flat: bool = False

    @property
    def means(self) -> str:
        """What the drawing asks for, in figures; nothing where it is a plain size."""
        seats = "".join(
            f", {one.kind} {one.diameter_mm:.4g} mm" + (f" by {one.depth_mm:g} mm" if one.depth_mm else "") for one in self.seats
        )
        hole = self._means or (f"{self.finished_mm:.4g} mm" if seats or self.flat else "")
        return hole + seats + (", flat at the bottom" if self.flat else "")

    @property
    def _means(self) -> str:
        """What it asks for of the hole itself."""
        if self.pitch_mm is not None:
            return f"{self.finished_mm:.4g} mm thread, {self.pitch_mm:.3g} mm pitch, drilled {self.drilled_mm:.4g} mm"
        if self.limits_mm is not None:
            return f"{self.limits_mm[0]:.3f} to {self.limits_mm[1]:.3f} mm"
        return ""

    @property
    def reamed(self) -> bool:
        """Whether a reamer finishes it."""
        return self.pitch_mm is None and self.tolerance_it is not None and self.tolerance_it < REAMED_TO_IT

    @property
    def tapped(self) -> bool:
        """Whether a tap finishes it."""
        return self.pitch_mm is not None


def drilled_over_mm(diameter_mm: float) -> float:
    """How much wider than itself a drill makes its hole, mm: 0.05 at 3 mm, 0.10 at 6, 0.13 at 20 (means of some 2,800 measured holes,
    Metals Handbook, from memory).

    >>> [round(drilled_over_mm(size), 3) for size in (1.0, 3.0, 6.0, 20.0, 40.0)]
    [0.05, 0.05, 0.1, 0.13, 0.13]
    """
    return float(np.interp(diameter_mm, *DRILLED_OVER_MM))


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


@immutable
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


@cache
def taper_threads() -> dict[tuple[str, str], tuple[float, float, float]]:
    """Taper pipe threads by kind and size: major diameter, pitch and usual drill, mm (common practice)."""
    found = {}
    for row in rows("taper_threads.csv"):
        source(row["source"])
        found[row["thread"], row["size"]] = (float(row["major_mm"]), MM_PER_INCH / float(row["tpi"]), float(row["drill_mm"]))
    return found


def _numbered(number: int, threads: int) -> _Thread | None:
    """A numbered screw by its threads to an inch, else a whole number of inches: `10-24` is a screw, `1-8` an inch."""
    inches = 0.060 + 0.013 * number if threads in NUMBERED.get(number, ()) else float(number)
    if not threads or inches > 4:
        return None
    major, pitch = inches * MM_PER_INCH, MM_PER_INCH / threads
    return _vee(major, pitch, round(major - pitch, 3))


def _thread(text: str) -> _Thread | None:
    """The thread a text names, its class aside; None where it names none."""
    text = _CLASS.sub("", text)
    if match := _NUMBERED.match(text):
        return _numbered(int(match[1]), int(match[2]))
    if match := _TAPER.match(text):
        major, pitch, drill = taper_threads()[("NPT", match["npt"]) if match["npt"] else ("R", match["r"])]
        return _Thread(major, pitch, drill, drill - TAPER_ROOM_MM, drill + TAPER_ROOM_MM)
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
    flat = _FLAT.match(written)
    hole, seats = take_seats((flat["before"] or flat["after"]) if flat else written)
    return replace(_read(written, _SIGN.sub("", hole)), seats=seats, flat=flat is not None)


def _read(written: str, bare: str) -> Drawn:
    """The hole itself, its seats and its sign of a diameter aside."""
    if thread := _thread(bare):
        if not 0.5 <= thread.drill_mm < thread.major_mm <= 100 or thread.pitch_mm <= 0:
            raise BadInput.at(FIELD, f"“{written}” is no thread that can be tapped here; accepted: {ACCEPTED}")
        major = round(thread.major_mm, 4)
        return Drawn(written, thread.drill_mm, round(thread.least_mm, 4), round(thread.most_mm, 4), major, thread.pitch_mm, None)
    return _toleranced(written, bare) or _fitted(written, bare) or _plain(written, bare)


def _plain(written: str, bare: str) -> Drawn:
    size = read_drill_size(bare, FIELD).diameter_mm
    room = PLAIN_SHARE * next(most for up_to, most in PLAIN_MM if size <= up_to)
    return Drawn(written, size, round(size - room, 4), round(size + room, 4), size, None, None)


def _fitted(written: str, bare: str) -> Drawn | None:
    """A size with a fit: its letter is its deviations."""
    fit = _FIT.match(bare)
    if fit is None or not 5 <= int(fit["grade"]) <= 16 or re.match(r"^M", bare):
        return None
    size, grade = read_drill_size(fit["size"], FIELD).diameter_mm, int(fit["grade"])
    return _between(written, size, hole_limits_mm(size, fit["letter"].upper(), grade, FIELD), grade, fit["letter"].upper())


def _toleranced(written: str, bare: str) -> Drawn | None:
    """A size with its deviations in figures: `14 ±0.1`, `14 +0.05/0`."""
    if match := _EVEN.match(bare):
        by = _number(match["by"])
        deviations = (-by, by)
    elif match := _UNEVEN.match(bare):
        deviations = tuple(sorted((_number(match["low"]), _number(match["high"]))))  # type: ignore[assignment]
    else:
        return None
    size = read_drill_size(match["size"], FIELD).diameter_mm
    low, high = size + deviations[0], size + deviations[1]
    if not 0 < low < high:
        raise BadInput.at(FIELD, f"“{written}” leaves the hole no room; accepted: a lower and an upper deviation, as 14 +0.05/0")
    grades = [grade for grade in range(5, 17) if grade_um(grade, size) / UM_PER_MM <= (high - low) * (1 + ALIKE)]
    letter = "H" if deviations[0] == 0 else ""
    return _between(written, size, (round(low, 4), round(high, 4)), max(grades, default=5), letter)


def _number(text: str) -> float:
    return float(text.replace(" ", "").replace(",", "."))


def _between(written: str, size_mm: float, limits_mm: tuple[float, float], grade: int, letter: str) -> Drawn:
    """A hole that must lie between two sizes: drilled where its grade is a drill's own, else left for a reamer or a bar."""
    low, high = limits_mm
    if grade >= REAMED_TO_IT:
        middle = size_mm if low <= size_mm <= high else round((low + high) / 2, 4)
        return Drawn(written, middle, low, high, middle, None, grade, limits_mm, letter)
    finished = size_mm if letter == "H" else round((low + high) / 2, 4)
    left = reaming_allowance_mm(size_mm)
    most = low - LEAST_LEFT_MM - drilled_over_mm(size_mm)
    return Drawn(
        written, round(min(low - left, most), 4), round(low - 2.5 * left, 4), round(most, 4), finished, None, grade, limits_mm, letter
    )
