"""One belt or gear for several tools: where a step goes as well at a speed that another one stands at, the belt stays where it is."""

from collections.abc import Mapping, Sequence
from dataclasses import replace

from bore.base.budget import look
from bore.base.immutable import immutable
from bore.job.job import Job
from bore.limits.judgement import HOLDS
from bore.part.interleave import At, Order, Rules, Unit, best_order
from bore.plan.step_cut import Cut, cut_as_set, cut_of
from bore.plan.task import WANT_WORDS
from bore.plan.times import SPEED_S, Plan, Step

# A belt that stays is worth telling from so much on, s.
WORTH_S = 1.0
# So many changes of speed are put in order at most, so many states looked at for each.
MOST_TRIED, STATES = 12, 2_000
# No tool is run faster than so many times the speed it would have by itself: what holds for a hole or two wears an edge sooner (own choice).
FASTER = 1.25
# A tool's steps: the feature's number and the step's place in its row.
Steps = tuple[tuple[int, int], ...]


@immutable
class Kept:
    """A tool whose steps run at the speed of another: the tool's place in the crib, the speed, its steps as they then are, and how much
    longer they take in all, s."""

    tool: int
    speed_rpm: float
    steps: Mapping[tuple[int, int], Step]
    longer_s: float


def belts_that_stay(rows: Sequence[Plan], counts: Sequence[int], units: list[Unit], order: Order, rules: Rules, begin: At) -> list[Kept]:
    """The tools to run at another one's speed, of an order of work: always the one that saves most next, the work put in order anew, until none
    saves anything. A step may be no worse for it: what holds still holds, what is tight is no tighter. A row of somebody's own is left as it
    is, and so is a hole by itself, which is planned as such. `counts`: the holes of each row."""
    if not rules.by_hand or len(rows) < 2:
        return []
    speeds = list(dict.fromkeys(work.speed_rpm for _, work in order.steps))
    wanted = [_at_speed(rows, counts, tool, own, speed) for tool, own in _by_tool(rows, units, order).items() for speed in speeds]
    # What costs least time first: of many only so many are put in order.
    left = sorted((one for one in wanted if one is not None), key=lambda one: one.longer_s)[:MOST_TRIED]
    taken: list[Kept] = []
    changes = order.changes_s
    while left:
        found = [
            (changes - best_order(at_speeds(units, [*taken, one]), rules, begin, STATES).changes_s - one.longer_s, one) for one in left
        ]
        saves, best = max(found, key=lambda one: one[0])
        if saves < WORTH_S:
            break
        taken.append(best)
        changes -= saves + best.longer_s
        left = [one for saved, one in found if one.tool != best.tool and saved > 0]
    return taken


def at_speeds(units: Sequence[Unit], kept: Sequence[Kept]) -> list[Unit]:
    """The units with some tools at another speed; what putting a tool in takes is the same at any."""
    speeds = {one.tool: one.speed_rpm for one in kept}
    return [
        replace(unit, works=tuple(replace(work, speed_rpm=speeds.get(work.tool, work.speed_rpm)) for work in unit.works)) for unit in units
    ]


def with_them(row: Plan, feature: int, kept: Sequence[Kept]) -> Plan:
    """A row with its steps as the belts that stay have them."""
    now = {place: step for one in kept for (at, place), step in one.steps.items() if at == feature}
    return replace(row, steps=tuple(now.get(place, step) for place, step in enumerate(row.steps))) if now else row


def _by_tool(rows: Sequence[Plan], units: list[Unit], order: Order) -> dict[int, Steps]:
    """The steps of each tool that the machine drives; none of a tool that somebody's own row has."""
    found: dict[int, dict[tuple[int, int], None]] = {}
    for k, work in order.steps:
        found.setdefault(work.tool, {})[units[k].feature, work.step] = None
    ours = WANT_WORDS.values()
    return {tool: tuple(steps) for tool, steps in found.items() if all(rows[feature].words in ours for feature, _ in steps)}


def _at_speed(rows: Sequence[Plan], counts: Sequence[int], tool: int, own: Steps, speed_rpm: float) -> Kept | None:
    """A tool's steps at another speed; None where one of them goes worse there, or takes longer than belts could ever save."""
    found: dict[tuple[int, int], Step] = {}
    longer = 0.0
    for feature, place in own:
        step = rows[feature].steps[place]
        assert step.cut is not None
        before = step.cut.job.setting.speed_rpm
        if before == speed_rpm:
            continue
        if speed_rpm > FASTER * before:
            return None
        # At a slower speed it takes about so much longer: what cannot pay is not worked out.
        if counts[feature] * step.cut.time_s * (before / speed_rpm - 1) > 2 * SPEED_S * len(own):
            return None
        look()
        cut = _cut_at(step.cut, speed_rpm, quickest=rows[feature].words == WANT_WORDS["quickest"])
        if cut is None or not cut.goes or (cut.verdict > HOLDS and cut.use > step.cut.use):
            return None
        longer += counts[feature] * (cut.time_s - step.cut.time_s)
        why = f"{step.why}; at {speed_rpm:g} rpm to save a change of speed, by itself at {before:g}"
        found[feature, place] = replace(step, cut=cut, time_s=step.time_s + cut.time_s - step.cut.time_s, why=why)
    return Kept(tool, speed_rpm, found, longer) if found else None


def _cut_at(cut: Cut, speed_rpm: float, quickest: bool) -> Cut | None:
    """A cut at its best setting on one of the machine's fixed speeds; None where it has no such speed."""
    job, spindle = cut.job, cut.job.machine.spindle
    stages = tuple(stage for stage in spindle.stages if stage.speed_rpm == speed_rpm)
    if not stages:
        return None
    only: Job = replace(job, machine=replace(job.machine, spindle=replace(spindle, stages=stages[:1])))
    return cut_as_set(replace(job, setting=cut_of(only, quickest).job.setting))
