"""The whole list of checks over a run, and which of them had nothing to go by."""

from collections.abc import Callable

from bore.base.immutable import immutable
from bore.program.control import Control
from bore.program.readback import holes, moves, spindle, tools, turning, writing
from bore.program.readback.finding import Finding, first_of_a_kind
from bore.program.readback.looks import Found, Look
from bore.program.readback.plan import WHIPS, Planned, PlannedTool
from bore.program.state import Run

ALL: tuple[Callable[[Look], Found], ...] = (
    writing.checks,
    spindle.checks,
    moves.checks,
    holes.checks,
    tools.checks,
    turning.checks,
)


@immutable
class NotDone:
    """A check that could not be made, and what it needs."""

    check: str
    needs: str


def read_back(run: Run, control: Control, planned: Planned) -> tuple[list[Finding], list[NotDone]]:
    """Everything a setter would stop at in a run, and the checks that lack what they go by."""
    look = Look.of(run, control, planned)
    return first_of_a_kind(one for checks in ALL for one in checks(look)), _not_done(look)


def _not_done(look: Look) -> list[NotDone]:
    """What a check needs of the plan or the control, and is not said of any tool that the program uses."""
    plan = look.plan
    used = [plan.tool(number) for number in look.run.tools]

    def lacks(name: str, of: list[PlannedTool] | None = None) -> bool:
        return any(getattr(tool, name) is None for tool in (used if of is None else of)) or (of is None and not used)

    tapping = {hole.tool for hole in look.run.holes if hole.cycle == 84}
    milling = {move.tool for move in look.moves if move.arc is not None}
    taps = [plan.tool(number) for number in look.run.tools if number in tapping or plan.tool(number).kind == "tap"]
    mills = [plan.tool(number) for number in look.run.tools if number in milling]
    rows = (
        ("feed-plan", "feed_mm_rev", lacks("feed_mm_rev")),
        ("speed-plan", "speed_rpm", lacks("speed_rpm")),
        ("too-deep", "stop_mm", lacks("stop_mm")),
        ("peck-long", "longest_mm", lacks("longest_mm")),
        ("peck-kind", "pecks", lacks("pecks")),
        ("max-speed", "max_rpm of the control or the tool", look.control.max_rpm is None and lacks("max_rpm")),
        ("tap-pitch", "pitch_mm", lacks("pitch_mm", taps)),
        ("tap-bottoms", "chamfer_mm", lacks("chamfer_mm", taps)),
        ("tap-rigid", "holder, and the control's rigid_word", bool(taps) and (lacks("holder", taps) or not look.control.rigid_word)),
        ("mill-pitch", "pitch_mm", lacks("pitch_mm", mills)),
        ("mill-passes", "passes", lacks("passes", mills)),
        ("comp-short", "diameter_mm", lacks("diameter_mm", mills)),
        ("gun-air", "guide_mm", any(tool.kind == WHIPS and tool.guide_mm is None for tool in used)),
        ("extra-place", "places", plan.places is None and lacks("places")),
        ("other-zero", "zero", plan.zero is None),
        ("obstacle", "obstacles", plan.obstacles is None),
        ("under", "under_mm", plan.under_mm is None),
        ("dwell-hardens", "material", plan.hardens is None),
        ("no-point", "decimals of the control", look.control.decimals == "always" and "decimals" in look.control.assumed),
        ("code-system", "codes of the control", look.control.turns and "codes" in look.control.assumed),
    )
    return [NotDone(check, needs) for check, needs, missing in rows if missing]
