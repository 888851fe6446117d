"""A program held against its plan: what each block really feeds and loads, and every place where the two differ."""

import math
from collections.abc import Iterator
from dataclasses import replace
from itertools import pairwise

from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.check.best_setting import with_feed
from bore.check.check import Check, check
from bore.program.control import Control
from bore.program.sheet import Sheet, ToolStep
from bore.program.state import Made, Run

# A hole this far from its place, this much off its depth, mm; a speed or feed this far off, as a share: no difference.
PLACE_MM, DEPTH_MM, SHARE = 0.01, 0.01, 0.005
# A spindle speed is written as a whole number.
WHOLE_RPM = 0.51


@immutable
class Loaded:
    """One tool of a program with what the check says of it at the programmed speed and feed; None where the plan does not know it."""

    tool: int
    words: str
    speed_rpm: float
    feed_mm_rev: float
    holes: int
    cycle: int | None
    check: Check | None


def loads(found: Run, sheet: Sheet | None) -> list[Loaded]:
    """Every tool at every speed and feed it is programmed at, checked."""
    seen: dict[tuple[int, float, float, int | None], list[Made]] = {}
    steps = {}
    for one in found.holes:
        step = _step_of(one, sheet) if sheet else None
        key = (one.tool, round(one.speed_rpm, 3), round(one.feed_mm_rev, 6), step.place if step else None)
        steps[key] = step
        seen.setdefault(key, []).append(one)
    answers = []
    for key, made in seen.items():
        (number, speed, _, _), step = key, steps[key]
        feed = _tool_feed(made[0], step)
        answers.append(
            Loaded(
                number,
                step.words if step else "",
                speed,
                feed,
                len(made),
                made[0].cycle,
                _checked(step, speed, feed) if step and speed > 0 and feed > 0 else None,
            )
        )
    return answers


def _step_of(made: Made, sheet: Sheet) -> ToolStep | None:
    """The step of a tool that a hole is of: that which works there, else its first; None where the plan does not know the tool."""
    own = sheet.of(made.tool)
    here = (step for step in own if any(math.dist((made.x_mm, made.y_mm), at) <= PLACE_MM for at in step.points_mm))
    return next(here, own[0] if own else None)


def _tool_feed(made: Made, step: ToolStep | None) -> float:
    """Feed per revolution at the edge: a thread mill's centre runs on a smaller circle than its edge."""
    if step is None or step.kind != "mill" or made.around_mm <= 0:
        return made.feed_mm_rev
    return made.feed_mm_rev * step.job.hole.diameter_mm / made.around_mm


def _checked(step: ToolStep, speed_rpm: float, feed_mm_rev: float) -> Check:
    """The step's own job at the programmed speed and feed; a tap's feed is its pitch, which the differences hold it to."""
    feed = step.feed_mm_rev if step.kind == "tap" else feed_mm_rev
    return check(replace(step.job, setting=replace(with_feed(step.job.setting, feed_mm_rev=feed), speed_rpm=speed_rpm)))


def differences(found: Run, sheet: Sheet) -> list[str]:
    """Every difference between what a program does and what the plan asks, in words; none where it does the same."""
    with silent():
        known = list(dict.fromkeys(tool.number for tool in sheet.tools))
        said = [words for number in known for words in _of_tool(found, sheet, number)]
    said += [f"T{number} is in the program and not in the plan" for number in found.tools if number not in known]
    order = [number for number in found.tools if number in known]
    if order != [number for number in known if number in order]:
        said.append(f"the tools come in the order {', '.join(f'T{number}' for number in order)}")
    return said


def _of_tool(found: Run, sheet: Sheet, number: int) -> Iterator[str]:
    left = _finished([one for one in found.holes if one.tool == number])
    name = f"T{number}, {sheet.of(number)[0].words}"
    if not left:
        yield f"{name}: the program does not use it"
        return
    for tool in sheet.of(number):
        name = f"T{number}, {tool.words}"
        for place, point in enumerate(tool.points_mm, start=1):
            here = next((one for one in left if math.dist((one.x_mm, one.y_mm), point) <= PLACE_MM), None)
            if here is None:
                yield f"{name}: nothing is made at place {place} (X{point[0]:g} Y{point[1]:g})"
            else:
                left.remove(here)
                yield from _of_hole(here, tool, sheet.control, f"{name}, place {place}")
    for one in left:
        yield f"{name}: line {one.line} makes a hole at X{one.x_mm:.4g} Y{one.y_mm:.4g} that is not in the plan"


def _finished(made: list[Made]) -> list[Made]:
    """Of the turns of a thread mill at one place the widest: those before it leave metal for it."""
    widest: dict[tuple[float, float], float] = {}
    for one in made:
        place = (round(one.x_mm, 2), round(one.y_mm, 2))
        widest[place] = max(widest.get(place, 0.0), one.around_mm)
    return [one for one in made if one.around_mm >= widest[round(one.x_mm, 2), round(one.y_mm, 2)] - PLACE_MM]


def _of_hole(made: Made, tool: ToolStep, control: Control, name: str) -> Iterator[str]:
    deep = made.depth_mm + tool.face_mm
    if abs(deep - tool.stop_mm) > DEPTH_MM:
        yield f"{name}: {deep:.4g} mm deep, the plan stops at {tool.stop_mm:.4g} mm"
    # As it is written for a control that takes no more.
    speed, planned = min(tool.speed_rpm, control.max_rpm or tool.speed_rpm), tool.written_mm_rev(control)
    if abs(made.speed_rpm - speed) > max(WHOLE_RPM, SHARE * speed):
        yield f"{name}: {made.speed_rpm:g} rpm, the plan says {speed:g} rpm"
    feed = _tool_feed(made, tool)
    if abs(feed - planned) > 2 * SHARE * planned:
        yield f"{name}: {feed:.3g} mm/rev, the plan says {planned:.3g} mm/rev"
    depths = (-tool.face_mm, *made.pecks_mm)
    longest = max((after - before for before, after in pairwise(depths)), default=0.0)
    if longest > tool.longest_peck_mm + DEPTH_MM:
        yield f"{name}: {longest:.4g} mm in one go, the plan clears after {tool.longest_peck_mm:.4g} mm"
