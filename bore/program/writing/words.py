"""How a control says things: lengths, feeds, dwells, comments, coolant, arcs, in its own forms."""

from collections.abc import Iterable, Iterator

from bore.base.immutable import immutable
from bore.program.control import Control
from bore.quantities.units import MM_PER_INCH

SWAPS = {"×": "X", "°": " DEG", "·": " ", "–": "-", "’": "", "(": "", ")": "", "Ø": "", ";": ","}
LONGEST_COMMENT = 100


@immutable
class Words:
    """The words of a control in the program's units."""

    control: Control
    inch: bool = False

    def length(self, value_mm: float) -> str:
        """A length, with its point."""
        value = value_mm / MM_PER_INCH if self.inch else value_mm
        text = f"{value:.{4 if self.inch else 3}f}".rstrip("0")
        return "0." if text in ("-0.", "0.") else text

    def rate(self, rate_mm_min: float) -> str:
        """A feed by the minute, as exactly as a tap's pitch wants it."""
        return f"F{self._figure(rate_mm_min, 4)}"

    def by_turn(self, feed_mm_rev: float) -> str:
        """A feed by the turn."""
        return f"F{self._figure(feed_mm_rev, 6 if self.inch else 5)}"

    def _figure(self, value_mm: float, places: int) -> str:
        value = value_mm / MM_PER_INCH if self.inch else value_mm
        return f"{value:.{places}f}".rstrip("0").rstrip(".") or "0"

    def dwell(self, spent_s: float, in_cycle: bool = False) -> str:
        """The word of a dwell; a cycle says it by P, which counts in thousandths where G4 counts by another letter."""
        letter, unit = self.control.dwell.split("-")
        if in_cycle and letter != "P":
            letter, unit = "P", "ms"
        return f"{letter}{spent_s * 1000:.0f}" if unit == "ms" else f"{letter}{spent_s:.3g}"

    def comment(self, text: str) -> str:
        """A comment that any such control takes: capitals, no brackets, no marks it might not know."""
        said = plain(text)[:LONGEST_COMMENT]
        return f"({said})" if self.control.comments == "brackets" else f"; {said}"

    def arc(
        self, motion: int, start: tuple[float, float], end: tuple[float, float], centre: tuple[float, float], z_mm: float | None
    ) -> list[str]:
        """An arc, level or climbing. A whole turn by radius goes in two halves."""
        whole = abs(start[0] - end[0]) < 1e-6 and abs(start[1] - end[1]) < 1e-6
        if self.control.arcs == "r" and whole:
            far = (2 * centre[0] - start[0], 2 * centre[1] - start[1])
            return [
                f"G{motion} X{self.length(far[0])} Y{self.length(far[1])}@MID R{self.length(_radius(start, centre))}",
                self._by_r(motion, end, centre, z_mm, far),
            ]
        if self.control.arcs == "r":
            return [self._by_r(motion, end, centre, z_mm, start)]
        i, j = centre if self.control.arcs == "ij-absolute" else (centre[0] - start[0], centre[1] - start[1])
        rise = "" if z_mm is None else f" Z{self.length(z_mm)}"
        return [f"G{motion} X{self.length(end[0])} Y{self.length(end[1])}{rise} I{self.length(i)} J{self.length(j)}"]

    def _by_r(
        self, motion: int, end: tuple[float, float], centre: tuple[float, float], z_mm: float | None, start: tuple[float, float]
    ) -> str:
        rise = "" if z_mm is None else f" Z{self.length(z_mm)}"
        return f"G{motion} X{self.length(end[0])} Y{self.length(end[1])}{rise} R{self.length(_radius(start, centre))}"


def _radius(point: tuple[float, float], centre: tuple[float, float]) -> float:
    return float(((point[0] - centre[0]) ** 2 + (point[1] - centre[1]) ** 2) ** 0.5)


def plain(text: str) -> str:
    """Text in capitals of plain letters."""
    upper = "".join(SWAPS.get(letter, letter) for letter in text).upper()
    return " ".join("".join(letter if letter.isascii() and letter.isprintable() else " " for letter in upper).split())


def numbered(lines: Iterable[str], control: Control) -> Iterator[str]:
    """The lines with their numbers: every block's, those at a tool's head (marked with a leading `@`), or none."""
    number = 0
    for line in lines:
        head, text = line.startswith("@"), line.removeprefix("@")
        if control.block_numbers == "none" or text.startswith(("(", ";", "%", "O")) or not (head or control.block_numbers == "all"):
            yield text
        else:
            number += 10
            yield f"N{number} {text}"
