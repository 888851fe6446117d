"""The drawing a part is marked out by, as shapes on layers: outline, holes, centre marks, letters, places from the zero. Lengths in mm."""

from dataclasses import dataclass, field
from typing import Literal

from bore.part.model import Feature, Point, Setup

Layer = Literal["OUTLINE", "HOLES", "CENTRES", "TEXT"]
LAYERS: tuple[Layer, ...] = ("OUTLINE", "HOLES", "CENTRES", "TEXT")
# A centre mark reaches so many diameters across its hole; letters' height, mm, and what is left round the part (own choice).
CENTRE_D, LETTER_MM, SMALL_MM, ROUND_MM = 1.4, 3.5, 2.5, 12.0
# How far the cross at the zero reaches, mm; a seat is a second circle on the holes' layer.
ZERO_MM = 4.0


@dataclass(slots=True)
class Sheet:
    """A drawing: lines and circles by layer, texts at their lower left corner, and how far it all reaches."""

    title: str
    lines: list[tuple[Layer, Point, Point]] = field(default_factory=list)
    circles: list[tuple[Layer, Point, float]] = field(default_factory=list)
    texts: list[tuple[Layer, Point, float, str]] = field(default_factory=list)

    def reach(self) -> tuple[Point, Point]:
        """The lower left and the upper right corner of everything drawn, mm, with room round it."""
        xs = [x for _, (ax, _), (bx, _) in self.lines for x in (ax, bx)] + [x + d for _, (x, _), r in self.circles for d in (-r, r)]
        ys = [y for _, (_, ay), (_, by) in self.lines for y in (ay, by)] + [y + d for _, (_, y), r in self.circles for d in (-r, r)]
        # A letter is some two thirds as wide as it is high.
        xs += [x for _, (x, _), high, words in self.texts for x in (x, x + 0.67 * high * len(words))]
        ys += [y for _, (_, y), high, _ in self.texts for y in (y, y + high)]
        return (min(xs) - ROUND_MM, min(ys) - ROUND_MM), (max(xs) + ROUND_MM, max(ys) + ROUND_MM)


def marking_out(name: str, setup: Setup, features: tuple[Feature, ...]) -> Sheet:
    """What stands in a set-up, drawn at 1:1 from its zero: true circles, centre marks, the letter and number of each hole and its place."""
    sheet = Sheet(name)
    corners = setup.outline_mm
    sheet.lines += [("OUTLINE", a, b) for a, b in zip(corners, corners[1:] + corners[:1], strict=True)]
    for line in (((-ZERO_MM, 0.0), (ZERO_MM, 0.0)), ((0.0, -ZERO_MM), (0.0, ZERO_MM))):
        sheet.lines.append(("CENTRES", *line))
    lowest = min([0.0, *(y for _, y in corners), *(y - one.widest_mm for one in features for _, y in one.places_mm)])
    for feature in features:
        for number, place in enumerate(feature.places_mm, start=1):
            _hole(sheet, feature, f"{feature.letter}{number}", place)
    _table(sheet, features, lowest - 3 * LETTER_MM)
    return sheet


def _hole(sheet: Sheet, feature: Feature, name: str, place: Point) -> None:
    x, y = place
    sheet.circles.append(("HOLES", place, feature.diameter_mm / 2))
    if feature.widest_mm > feature.diameter_mm:
        sheet.circles.append(("HOLES", place, feature.widest_mm / 2))
    half = CENTRE_D * feature.diameter_mm / 2
    sheet.lines += [("CENTRES", (x - half, y), (x + half, y)), ("CENTRES", (x, y - half), (x, y + half))]
    beside = feature.widest_mm / 2 * 0.75 + 0.8
    sheet.texts.append(("TEXT", (x + beside, y + beside), LETTER_MM, name))


def _table(sheet: Sheet, features: tuple[Feature, ...], top_mm: float) -> None:
    """Below the part: each letter with its hole, then its places, six to a line."""
    y = top_mm
    sheet.texts.append(("TEXT", (0.0, y), LETTER_MM, f"{sheet.title}: places in mm from the zero, x to the right, y to the back"))
    for feature in features:
        y -= 2 * LETTER_MM
        sheet.texts.append(("TEXT", (0.0, y), LETTER_MM, f"{feature.letter}  {len(feature.places_mm)} x {feature.text}"))
        named = [f"{feature.letter}{k} {x:g}, {v:g}" for k, (x, v) in enumerate(feature.places_mm, start=1)]
        for begin in range(0, len(named), 6):
            y -= 1.6 * SMALL_MM
            sheet.texts.append(("TEXT", (4.0, y), SMALL_MM, "   ".join(named[begin : begin + 6])))
