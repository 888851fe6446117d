"""Each hole: the cycle's words, how deep, where, how pecked, against the plan."""

import math
from collections.abc import Iterable
from itertools import pairwise

from bore.program.read import CYCLES
from bore.program.readback.finding import LOOK, STOPS, Finding
from bore.program.readback.looks import Found, Look
from bore.program.state import Made

PLACE_MM, DEPTH_MM = 0.05, 0.05


class Near:
    """Places looked for by how near they are, in squares of the tolerance."""

    def __init__(self, places: Iterable[tuple[float, float]]) -> None:
        self.squares: dict[tuple[int, int], list[tuple[float, float]]] = {}
        for place in places:
            self.squares.setdefault(_square(place), []).append(place)

    def has(self, place: tuple[float, float]) -> bool:
        """Whether one of them stands there."""
        x, y = _square(place)
        near = (one for i in (-1, 0, 1) for j in (-1, 0, 1) for one in self.squares.get((x + i, y + j), ()))
        return any(math.dist(one, place) <= PLACE_MM for one in near)


def _square(place: tuple[float, float]) -> tuple[int, int]:
    return (math.floor(place[0] / PLACE_MM), math.floor(place[1] / PLACE_MM))


def checks(look: Look) -> Found:
    """Every check of holes."""
    yield from _cycle_words(look)
    yield from _depths(look)
    yield from _places(look)
    yield from _pecks(look)


def _cycle_words(look: Look) -> Found:
    for one in look.seen:
        called = next((int(code) for code in one.block.codes if code in CYCLES), None)
        if called is None or look.control.turns:
            continue
        words = one.block.words
        kept = one.before.motion in CYCLES
        missing = [name for name in ("Z", "R", *(("Q",) if called in (73, 83) else ())) if name not in words and not kept]
        if missing:
            yield Finding(one.block.line, "cycle-word", STOPS, f"G{called} without {' and '.join(missing)}", one.after.tool)
        elif one.after.absolute and "Z" in words and "R" in words and words["Z"] >= words["R"]:
            yield Finding(
                one.block.line,
                "cycle-up",
                STOPS,
                f"G{called} to Z{words['Z']:g} from R{words['R']:g} goes upwards; Z below R",
                one.after.tool,
            )


def _depths(look: Look) -> Found:
    for hole in look.run.holes:
        planned = look.planned(hole)
        face = look.plan.face_mm(hole.x_mm, hole.y_mm) or 0.0
        deep = hole.depth_mm + face
        if planned.stop_mm is not None and planned.kind != "mill":
            if deep > planned.stop_mm + DEPTH_MM:
                yield Finding(hole.line, "too-deep", STOPS, f"{deep:.4g} mm deep where the plan stops at {planned.stop_mm:.4g}", hole.tool)
            elif deep < planned.stop_mm - DEPTH_MM:
                yield Finding(
                    hole.line, "too-shallow", LOOK, f"{deep:.4g} mm deep where the plan stops at {planned.stop_mm:.4g}", hole.tool
                )
        if look.plan.under_mm is not None and hole.depth_mm > look.plan.under_mm:
            words = f"{hole.depth_mm:.4g} mm deep: at {look.plan.under_mm:g} mm it meets what lies under the work"
            yield Finding(hole.line, "under", STOPS, words, hole.tool)


def _places(look: Look) -> Found:
    for number in sorted({*look.run.tools, *look.plan.tools}):
        wanted = look.plan.places_of(number)
        made = look.holes_of(number)
        if number in look.plan.tools and number not in look.run.tools:
            yield Finding(0, "tool-unused", LOOK, f"T{number} is in the plan and the program does not use it", number)
            continue
        if wanted is None or not made or look.control.turns:
            continue
        asked, there = Near(wanted), Near([(hole.x_mm, hole.y_mm) for hole in made])
        for hole in made:
            if not asked.has((hole.x_mm, hole.y_mm)):
                words = f"a hole at X{hole.x_mm:.4g} Y{hole.y_mm:.4g} that is not in the plan"
                yield Finding(hole.line, "extra-place", STOPS, words, number)
        for place in wanted:
            if not there.has(place):
                yield Finding(made[0].line, "place-missing", LOOK, f"nothing is made at X{place[0]:g} Y{place[1]:g}", number)


def longest_mm(hole: Made, face_mm: float) -> float:
    """The longest way in one go from the face, mm."""
    return max((after - before for before, after in pairwise((-face_mm, *hole.pecks_mm))), default=0.0)


def _pecks(look: Look) -> Found:
    for hole in look.run.holes:
        planned = look.planned(hole)
        if planned.kind in ("tap", "mill") or hole.eased:
            continue
        longest = longest_mm(hole, look.plan.face_mm(hole.x_mm, hole.y_mm) or 0.0)
        if planned.longest_mm is not None and longest > planned.longest_mm + DEPTH_MM:
            words = f"{longest:.4g} mm in one go where the plan clears after {planned.longest_mm:.4g}"
            yield Finding(hole.line, "peck-long", LOOK, words, hole.tool)
        pecked = len(hole.pecks_mm) > 1
        if planned.coolant == "through" and pecked and planned.pecks in (None, "none"):
            words = "it is pecked with coolant through it, which carries the chips: in one go its edges live longer"
            yield Finding(hole.line, "peck-kind", LOOK, words, hole.tool)
        elif (planned.pecks == "full" and hole.cycle == 73) or (planned.pecks == "chip-break" and hole.cycle == 83):
            meant = "G83, out each time" if planned.pecks == "full" else "G73, chips broken only"
            yield Finding(hole.line, "peck-kind", LOOK, f"G{hole.cycle} where the plan says {meant}", hole.tool)
