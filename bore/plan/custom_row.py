"""A row of steps as somebody wants it: each checked where it stands in the row, and what the change does to the others, in words."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from bore.base.errors import BadInput
from bore.base.formula import silent
from bore.base.immutable import immutable
from bore.job.cutter import SAME_SIZE_MM, Cutter
from bore.job.hole import Start
from bore.limits.judgement import GIVES_WAY, VERDICTS
from bore.plan.boring import bar_cut, in_tool_post, tool_post_words
from bore.plan.finishing import finishers, mouth_mm
from bore.plan.guides import guide_depth_mm, guide_words, is_guided, place_guides
from bore.plan.hand_work import hand_s
from bore.plan.solver import LAST, Work, why_of
from bore.plan.starting import centre_mouth_mm, mark_cut
from bore.plan.step_cut import Cut, Cuts, cone_cut, cone_depth_mm, cut_as_set, cut_of, job_of, reason_of, wants_solid
from bore.plan.tapping import by_hand_because
from bore.plan.task import Task
from bore.plan.times import DRILLING, Plan, Step, change_s, summed
from bore.quantities.drill_sizes import with_article

OWN_WORDS = "as you have it"
SAID = {"holds": "holds", "tight": "is tight", "gives-way": "gives way", "cannot": "cannot be done", "unknown": "is not known"}


@immutable
class OwnStep:
    """A step somebody put in the row: what it does, with which cutter of the yard (None by hand); struck out or not."""

    kind: str
    cutter: int | None
    struck: bool = False


@immutable
class OwnPlan:
    """The row checked: every step as it stands, struck ones in their places without a cut; and what the changes do."""

    plan: Plan
    steps: tuple[Step, ...]
    says: tuple[str, ...]


@dataclass(slots=True)
class _State:
    """The hole as the row has left it: its size, whether it is marked, and at what speed the spindle stands.

    by_hand: what a mark without a cutter is on such a machine, as the search takes it; guided_mm: the size of a short hole that is there
    to guide the next drill.
    """

    by_hand: str
    size_mm: float = 0.0
    mark: Start | None = None
    guided_mm: float = 0.0
    speed_rpm: float = 0.0


def recheck(task: Task, own: Sequence[OwnStep]) -> OwnPlan:
    """Check a row as it is; a blind hole is drilled deeper than drawn for what finishes it in the row."""
    with silent():
        cuts = Work(task).cuts(_room_mm(task, own))
        whole = _walk(task, cuts, [replace(one, struck=False) for one in own])
        now = _as_it_was_set(_walk(task, cuts, own), whole) if any(one.struck for one in own) else whole
    made = [step for one, step in zip(own, now, strict=True) if not one.struck]
    plan = summed(task.base, made, OWN_WORDS)
    says = [*_worse(own, now, whole), *_missing(task, made)]
    return OwnPlan(plan, tuple(now), tuple(says))


def _as_it_was_set(now: list[Step], whole: list[Step]) -> list[Step]:
    """Steps at the settings they have in the whole row, wherever no other setting does better: so that a warning speaks of what was struck
    out, and not of a setting that was changed for it."""
    found = []
    for step, was in zip(now, whole, strict=True):
        if step.cut is not None and was.cut is not None and step.cut.job.setting != was.cut.job.setting:
            same = cut_as_set(replace(step.cut.job, setting=was.cut.job.setting))
            if same.verdict <= step.cut.verdict:
                step = replace(step, cut=same, time_s=same.time_s)
        found.append(step)
    return found


def _room_mm(task: Task, own: Sequence[OwnStep]) -> float:
    """How much deeper a blind hole is drilled for the tap or reamer that stands in the row, mm."""
    if not (task.drawn.tapped or task.drawn.reamed):
        return 0.0
    try:
        found = finishers(task)
    except BadInput:
        return 0.0
    places = {one.cutter for one in own if one.kind in ("tap", "mill", "ream")}
    return max((one.room_mm for one in found if one.place in places), default=0.0)


def _walk(task: Task, cuts: Cuts, own: Sequence[OwnStep]) -> list[Step]:
    """Every step in turn, each on what the one before left; struck ones stand in their places and do nothing."""
    state, found = _State(task.base.machine.is_a.first_mark, task.there_mm), []
    last = max((place for place, one in enumerate(own) if one.kind in DRILLING and not one.struck), default=-1)
    for place, one in enumerate(own):
        kind = one.kind
        if kind in DRILLING and not one.struck:
            kind = "drill" if place == last else "pilot" if state.size_mm == 0 else "open"
        guiding = not one.struck and state.size_mm == 0 and _only_guides(task, own, place)
        step = _guide(cuts, one, _followed_by(task, own, place), state) if guiding else _step(task, cuts, replace(one, kind=kind), state)
        found.append(step)
        if not one.struck:
            _move(state, step, guiding)
    return [_with_why(cuts, found, own, place) for place in range(len(found))]


def _only_guides(task: Task, own: Sequence[OwnStep], place: int) -> bool:
    """Whether a drill goes in just far enough to guide the one after it, which is of its size."""
    one, after = own[place], _followed_by(task, own, place)
    return one.kind in DRILLING and one.cutter is not None and after is not None and place_guides(task.base, one.cutter, after)


def _followed_by(task: Task, own: Sequence[OwnStep], place: int) -> Cutter | None:
    """The drill that follows a step in a row."""
    after = next((other for other in own[place + 1 :] if other.kind in DRILLING and not other.struck), None)
    return None if after is None or after.cutter is None else task.base.yard.cutters[after.cutter]


def _guide(cuts: Cuts, one: OwnStep, following: Cutter | None, state: _State) -> Step:
    """A short drill, from the mark that is there, as deep as the next one wants."""
    assert one.cutter is not None
    assert following is not None
    cutter = cuts.base.yard.cutters[one.cutter]
    depth = guide_depth_mm(cuts.base, following)
    cut = cuts.of(0.0, cutter.diameter_mm, one.cutter, depth)
    return Step(
        "pilot",
        one.cutter,
        0.0,
        cutter.diameter_mm,
        cut,
        change_s(cuts.base, cut, state.speed_rpm),
        guide_words(following, depth),
        cut.time_s,
    )


def _move(state: _State, step: Step, guiding: bool) -> None:
    if guiding:
        state.guided_mm = step.size_mm
    elif step.kind == "mark":
        cutter = step.cut.job.cutter if step.cut is not None else None
        state.mark = Start(kind=cutter.family, angle_deg=cutter.point_angle_deg) if cutter else Start(kind=state.by_hand, angle_deg=90.0)
    elif step.kind in (*DRILLING, "bore", "ream") and not step.cannot:
        state.size_mm = max(state.size_mm, step.size_mm)
    if step.cut is not None:
        state.speed_rpm = step.cut.job.setting.speed_rpm


def _step(task: Task, cuts: Cuts, one: OwnStep, state: _State) -> Step:
    if one.struck or one.cutter is None:
        return _by_hand(task, one, state)
    cutter, start = task.base.yard.cutters[one.cutter], state.size_mm
    cannot = _cannot(one, cutter, state, task.drawn.drilled_mm, task.drawn.finished_mm)
    if cannot:
        return Step(one.kind, one.cutter, start, cutter.diameter_mm, None, 0.0, "", 0.0, cannot)
    hole, base = task.base.hole, task.base
    if one.kind == "tap" and (because := by_hand_because(base.machine, task.drawn.finished_mm, hole.through)):
        return replace(_by_hand(task, one, state), why=f"by hand, since {because}")
    if one.kind == "bore" and in_tool_post(base.machine, cutter):
        return replace(_by_hand(task, one, state), why=tool_post_words(cutter))
    cut = _cut(task, cuts, one, state)
    if one.kind == "tap" and not cut.goes:
        return replace(_by_hand(task, one, state), why=f"by hand, since by power: {reason_of(cut)}")
    size = cut.job.hole.diameter_mm
    change = change_s(task.base, cut, state.speed_rpm)
    return Step(one.kind, one.cutter, start, size, cut, change, "", cut.time_s)


def _by_hand(task: Task, one: OwnStep, state: _State) -> Step:
    """A hand's work; also what a struck step would be, so that it can be drawn in its place."""
    ends = {"bore": task.drawn.finished_mm, "ream": task.drawn.finished_mm, "tap": task.drawn.finished_mm, "mill": task.drawn.finished_mm}
    size = ends.get(one.kind, state.size_mm)
    if one.cutter is not None:
        size = task.base.yard.cutters[one.cutter].set_to(task.drawn.finished_mm).diameter_mm
    cannot = "needs a cutter" if one.kind in DRILLING and not one.struck else ""
    return Step(one.kind, one.cutter, state.size_mm, size, None, 0.0, "", 0.0 if one.struck else hand_s(task, one.kind, size), cannot)


def _cannot(one: OwnStep, cutter: Cutter, state: _State, target_mm: float, finished_mm: float) -> str:
    """Why a cutter cannot be asked to work here at all."""
    diameter_mm = cutter.set_to(finished_mm).diameter_mm
    if one.kind not in DRILLING and cutter.kind.step != one.kind:
        return f"{cutter.kind.one} does not {one.kind}"
    if one.kind == "mark" and state.size_mm:
        return "the hole is drilled already: there is nothing to mark"
    if one.kind == "mark":
        wide = cutter.kind.mark == "centre" and centre_mouth_mm(cutter, target_mm) is None
        return f"its thin end is too wide for a {target_mm:g} mm hole" if wide else ""
    if one.kind == "mill":
        return (
            ""
            if state.size_mm > diameter_mm
            else f"{with_article(f'{diameter_mm:g} mm mill')} does not go into {with_article(f'{state.size_mm:g} mm hole')}"
        )
    if diameter_mm <= state.size_mm + SAME_SIZE_MM:
        return f"the hole is {state.size_mm:g} mm already"
    if state.size_mm == 0 and not cutter.kind.drills:
        return "it follows a hole, and there is none yet"
    if state.size_mm > 0 and wants_solid(cutter):
        return f"{cutter.kind.one} wants solid metal: there is a {state.size_mm:g} mm hole"
    return ""


def _cut(task: Task, cuts: Cuts, one: OwnStep, state: _State) -> Cut:
    assert one.cutter is not None
    cutter = task.base.yard.cutters[one.cutter]
    if one.kind == "mark":
        found = mark_cut(cuts, one.cutter, task.drawn.drilled_mm)
        assert found is not None
        return found
    seat = next((seat for seat in task.seats if seat.kind == one.kind), None)
    if one.kind == "countersink":
        mouth = min(mouth_mm(task, state.size_mm), cutter.diameter_mm)
        depth = cone_depth_mm(mouth_mm=mouth, hole_mm=state.size_mm, angle_deg=cutter.point_angle_deg)
        return cone_cut(cuts, one.cutter, state.size_mm, mouth, round(depth, 2))
    if one.kind == "counterbore":
        return cuts.of(state.size_mm, cutter.diameter_mm, one.cutter, (seat.depth_mm if seat else None) or state.size_mm)
    if one.kind == "bore":
        return bar_cut(task, cuts, one.cutter, state.size_mm)
    if one.kind in ("tap", "mill", "ream"):
        as_drawn = replace(cuts.base, hole=task.base.hole)
        return cut_of(job_of(as_drawn, cutter, state.size_mm, task.drawn.finished_mm))
    if state.size_mm == 0:
        return _first(cuts, one.cutter, state)
    return cuts.of(state.size_mm, cutter.diameter_mm, one.cutter)


def _first(cuts: Cuts, place: int, state: _State) -> Cut:
    """A cut into solid metal, guided by the mark or the short hole that is really there."""
    cutter = cuts.base.yard.cutters[place]
    job = job_of(cuts.base, cutter, 0.0, cutter.diameter_mm)
    unguided = is_guided(cuts.base, cutter) and abs(state.guided_mm - cutter.diameter_mm) > SAME_SIZE_MM
    if job.hole.start.kind in ("none", "bush", "pilot") and not unguided:
        return cuts.of(0.0, cutter.diameter_mm, place)
    return cut_of(replace(job, hole=replace(job.hole, start=state.mark or Start(kind="none", angle_deg=90.0))))


def _with_why(cuts: Cuts, found: list[Step], own: Sequence[OwnStep], place: int) -> Step:
    """The step with why it is there: what the next one would do without it."""
    step = found[place]
    if own[place].struck:
        return replace(step, why="struck out")
    if step.cannot or step.kind not in ("pilot", "open") or step.cut is None or step.cutter is None:
        return replace(step, why=step.why or {"drill": LAST}.get(step.kind, ""))
    after = next(
        (one for k, one in enumerate(found) if k > place and not own[k].struck and one.kind in DRILLING and one.cutter is not None), None
    )
    if after is None or after.cutter is None or after.cut is None:
        return step
    if place_guides(cuts.base, step.cutter, cuts.base.yard.cutters[after.cutter]):
        # It says already what it guides.
        return step
    return replace(step, why=why_of(cuts, step.start_mm, step.size_mm, (step.size_mm, after.size_mm, after.cutter)))


def _name(step: Step) -> str:
    return step.kind if step.kind in ("mark", "deburr") else f"{step.kind} {step.size_mm:.4g} mm"


def _verdict(step: Step) -> int:
    return 3 if step.cannot else step.cut.verdict if step.cut is not None else 0


def _worse(own: Sequence[OwnStep], now: list[Step], whole: list[Step]) -> list[str]:
    """What striking steps out does to those that stay; and every step that does not go."""
    struck = ", ".join(_name(step) for one, step in zip(own, whole, strict=True) if one.struck)
    said = []
    for one, is_now, was in zip(own, now, whole, strict=True):
        verdict = _verdict(is_now)
        if one.struck or (verdict <= _verdict(was) and verdict < GIVES_WAY):
            continue
        why = is_now.cannot or (reason_of(is_now.cut) if is_now.cut is not None else "")
        was_so = f"; with {struck} it {SAID[VERDICTS[_verdict(was)]]}" if struck and verdict > _verdict(was) else ""
        said.append(f"{_name(is_now)} {SAID[VERDICTS[verdict]]}: {why}{was_so}")
    return said


def not_the_size(task: Task, made: Sequence[Step]) -> str:
    """What the hole ends at, in words, where that is not what the drawing wants drilled; nothing where it is."""
    drawn = task.drawn
    drilled = max((step.size_mm for step in made if step.kind in DRILLING and not step.cannot), default=task.there_mm)
    if drawn.least_mm - SAME_SIZE_MM <= drilled <= drawn.most_mm + SAME_SIZE_MM:
        return ""
    asked = (
        f"{drawn.drilled_mm:g} mm" if drawn.limits_mm is None and not drawn.tapped else f"{drawn.least_mm:.4g} to {drawn.most_mm:.4g} mm"
    )
    return f"the hole ends at {drilled:g} mm; the drawing asks for {asked} drilled"


def _missing(task: Task, made: list[Step]) -> list[str]:
    """What the drawing asks for and the row does not do; what comes too early in it."""
    drawn, kinds = task.drawn, [step.kind for step in made]
    said = [words] if (words := not_the_size(task, made)) else []
    if drawn.tapped and not {"tap", "mill"} & set(kinds):
        said.append(f"nothing cuts the thread {drawn.text}")
    if drawn.reamed and not {"ream", "bore"} & set(kinds):
        said.append(f"nothing makes it IT{drawn.tolerance_it}: a drill alone does not")
    said += [f"nothing cuts the {seat.kind}" for seat in task.seats if seat.kind not in kinds]
    if "deburr" not in kinds:
        said.append("the burrs stay on: they cut hands and keep parts from lying flat")
    elif kinds[-1] != "deburr":
        said.append("what follows the deburring makes burrs again")
    ends = [place for place, kind in enumerate(kinds) if kind in DRILLING]
    early = [kind for place, kind in enumerate(kinds) if kind in ("ream", "tap", "mill") and ends and place < ends[-1]]
    said += [f"{kind} comes before the hole is drilled to size" for kind in early]
    return said
