"""What follows the drilling: bored or reamed true, seats cut, the thread tapped or milled, the burrs taken off."""

from collections.abc import Iterator
from dataclasses import replace

from bore.base.errors import BadInput
from bore.check.held import CHUCK_MM
from bore.cutters.registry import family_of
from bore.cutters.shared import edge_wanted
from bore.job.cutter import SAME_SIZE_MM, Cutter
from bore.job.thread_passes import thread_passes
from bore.limits.judgement import HOLDS
from bore.machines.kinds import morse_size_for
from bore.machines.machine import Holder
from bore.plan.boring import bars, bored
from bore.plan.crib_end import CribEnds, Remedy
from bore.plan.hand_work import burr_words, hand_s
from bore.plan.seats import Seat
from bore.plan.step_cut import Cut, Cuts, cone_cut, cone_depth_mm, reason_of
from bore.plan.tapping import SQUARE, by_hand_because, start_words, unsaid
from bore.plan.task import Finisher, Task
from bore.plan.times import Step, change_s
from bore.quantities.drill_sizes import with_article

# A thread mill goes into its hole with room to go round, and is no thinner than this share of the thread.
NARROWEST, WIDEST = 0.4, 0.95
# A reamer, a thread: these near sizes and pitches are the same.
NEAR_MM, NEAR_PITCH = 0.011, 0.01
# What a blind hole is drilled deeper than its thread or its reamed length: the tool's lead, and a turn or a little for chips.
# The fit a machine reamer of a plain size is made for: H7 (DIN 1420, from memory).
REAMER_IT = 7
REAMER_ROOM_MM, SPARE_THREADS = 3.0, 1.0
# Point and least floor of a drilled blind hole, in diameters.
POINT_AND_FLOOR = 0.4
# Metals whose threads are milled where there is a mill: a broken tap is the end of the part (common practice).
MILLED = ("S", "H")
# Straight shanks of machine reamers up to so wide, mm (DIN 212-2, from memory); thinner ones are as thick as they ream.
REAMER_SHANKS_MM = ((10.0, 10.0), (13.0, 10.0), (16.0, 12.5), (18.0, 14.0), (20.0, 16.0))
# What a tap is made of for a metal that plain high-speed steel does not cut.
EDGES = {"": "", "better-steel": "cobalt ", "carbide": "carbide "}
# The mouth of a tapped hole is broken a little wider than the thread (common practice).
MOUTH = 1.05
# A counterbore this much over its drawn seat still makes it (clearance for a head).
OVER_SEAT_MM = 1.0


def finishers(task: Task) -> list[Finisher]:
    """Every way the crib has of finishing the hole; empty where drilling is all. Raises BadInput where it has none."""
    drawn, crib = task.drawn, task.base.yard.cutters
    if drawn.tapped:
        found = [*_taps(task), *_mills(task)]
        if not found:
            asked = {"mill": "thread mill", "tap": "tap"}.get(task.thread, "tap")
            edge = EDGES[edge_wanted(task.base.material, "hss")]
            why = f"{drawn.text} wants a {edge}{asked} of {drawn.finished_mm:g} mm and the crib has none"
            raise CribEnds("plan.hole", why, Remedy(f"a {edge}{asked} for {drawn.text}, {drawn.pitch_mm:.3g} mm pitch"))
        return found
    if not drawn.reamed:
        return []
    why = f"IT{drawn.tolerance_it} is finer than a drill makes: {drawn.means}"
    reamers = [
        Finisher("ream", place, REAMER_ROOM_MM, why)
        for place, one in enumerate(crib)
        if one.kind.step == "ream"
        and not edge_wanted(task.base.material, one.substrate)
        and drawn.fit == "H"
        and (drawn.tolerance_it or 0) >= REAMER_IT
        and abs(one.diameter_mm - drawn.finished_mm) <= NEAR_MM
    ]
    if reamers:
        return reamers
    if task.base.machine.is_a.bores:
        return bars(task, why)
    why = f"{drawn.text} is {drawn.means}: it wants a reamer made for that, and the crib has none"
    # The plain one makes every wider fit with a lower limit of nought.
    plain = drawn.fit == "H" and (drawn.tolerance_it or 0) >= REAMER_IT
    asked = f"{drawn.finished_mm:g} H{REAMER_IT}" if plain else drawn.text
    words = f"a machine reamer for {asked}, {reamer_shank(task.base.machine.holder, drawn.finished_mm)}"
    raise CribEnds("plan.hole", why, Remedy(words, recorded=plain))


def reamer_shank(holder: Holder, diameter_mm: float) -> str:
    """The shank a machine reamer wants in a holder: a straight one where that goes in, in a socket up to what a chuck on its arbor takes."""
    # The limits of a fit lie a few hundredths off the size it is called by.
    straight_mm = next((shank for most, shank in REAMER_SHANKS_MM if round(diameter_mm, 1) <= most), diameter_mm)
    straight_mm = min(straight_mm, diameter_mm)
    if holder.kind in ("collet", "hydraulic", "shrink") or straight_mm <= (holder.capacity_mm or CHUCK_MM):
        return "straight shank"
    return f"shank turned down to {holder.capacity_mm:g} mm" if holder.capacity_mm else f"Morse {morse_size_for(diameter_mm)} shank"


def _same_pitch(task: Task, one: Cutter) -> bool:
    return abs((one.pitch_mm or 0.0) / (task.drawn.pitch_mm or 1.0) - 1) < NEAR_PITCH


def _taps(task: Task) -> Iterator[Finisher]:
    if task.thread == "mill":
        return
    pitch = task.drawn.pitch_mm or 1.0
    for place, one in enumerate(task.base.yard.cutters):
        fits = one.kind.step == "tap" and abs(one.diameter_mm - task.drawn.finished_mm) <= NEAR_MM and _same_pitch(task, one)
        if fits and not edge_wanted(task.base.material, one.substrate):
            room = ((one.chamfer_threads or 4.0) + SPARE_THREADS) * pitch
            yield Finisher("tap", place, room, f"the thread, {pitch:.3g} mm pitch")


def _mills(task: Task) -> Iterator[Finisher]:
    if task.thread == "tap":
        return
    pitch = task.drawn.pitch_mm or 1.0
    for place, one in enumerate(task.base.yard.cutters):
        goes_in = NARROWEST * task.drawn.finished_mm <= one.diameter_mm < WIDEST * task.drawn.least_mm
        if (
            one.kind.step == "mill"
            and goes_in
            and _same_pitch(task, one)
            and family_of(one.kind).machines[task.base.machine.kind].how != "never"
        ):
            yield Finisher("mill", place, SPARE_THREADS * pitch, f"the thread, {pitch:.3g} mm pitch, milled: a broken mill comes out again")


def finish(task: Task, cuts: Cuts, found: list[Finisher], drilled_mm: float) -> tuple[Step, Finisher] | None:
    """The step that finishes the drilled hole, and with what: the best that goes by power, else by hand where a hand can; None where
    drilling is all. Of several, those whose room the metal under a blind hole leaves come first."""
    if not found:
        return None
    base, drawn = task.base, task.drawn
    if found[0].kind == "bore":
        return bored(task, cuts, found, drilled_mm)
    powered = [(cuts.of(drilled_mm, drawn.finished_mm, one.place), one) for one in found if one.place is not None]
    mills_first = base.material.iso_group in MILLED
    turned = {"tap": by_hand_because(base.machine, drawn.finished_mm, base.hole.through)}
    order = [pair for pair in powered if not turned.get(pair[1].kind)]
    order.sort(key=lambda pair: (pair[0].verdict, pair[0].time_s))
    order.sort(key=lambda pair: (not pair[0].goes, mills_first and pair[1].kind != "mill", not _has_room(task, pair[1], drilled_mm)))
    if order and order[0][0].goes:
        return _by_power(task, *order[0], drilled_mm)
    return _by_hand(task, powered, turned, drilled_mm)


def _by_power(task: Task, cut: Cut, one: Finisher, drilled_mm: float) -> tuple[Step, Finisher]:
    """The finishing step under the spindle. A tap or reamer turns slower than any drill: another belt or gear every time."""
    base, why, cannot = task.base, one.why, ""
    if one.kind == "tap":
        why, cannot = f"{why}; {start_words(base.machine, task.drawn.pitch_mm or 1.0)}", unsaid(base.machine, base.hole.through)
    time = cut.time_s
    if one.kind == "mill" and (passes := thread_passes(cut.job)) > 1:
        why, time = f"{why}; in {passes} passes", time * passes
    return Step(one.kind, one.place, drilled_mm, task.drawn.finished_mm, cut, change_s(base, cut), why, time, cannot), one


def _by_hand(task: Task, powered: list[tuple[Cut, Finisher]], turned: dict[str, str], drilled_mm: float) -> tuple[Step, Finisher]:
    """The finishing step in the hand, and why."""
    cut, one = min(powered, key=lambda pair: (pair[1].kind == "mill", pair[0].verdict))
    cannot = "a thread mill is not turned by hand" if one.kind == "mill" else ""
    because = turned.get(one.kind) or f"by power: {reason_of(cut)}"
    why = f"{one.why}; by hand, since {because}" + (f"; {SQUARE}" if one.kind == "tap" else "")
    time = hand_s(task, one.kind, task.drawn.finished_mm)
    return Step(one.kind, one.place, drilled_mm, task.drawn.finished_mm, None, 0.0, why, time, cannot), one


def _has_room(task: Task, one: Finisher, drilled_mm: float) -> bool:
    """Whether a blind hole drilled deep enough for it stays inside the metal, point and floor included."""
    hole = task.base.hole
    if hole.through or hole.plate_thickness_mm is None:
        return True
    return hole.depth_mm + one.room_mm + POINT_AND_FLOOR * drilled_mm <= hole.plate_thickness_mm


def seat_steps(task: Task, cuts: Cuts, hole_mm: float) -> Iterator[Step]:
    """The seats as drawn, counterbores before countersinks; a tapped hole that has none gets its mouth broken before the tap."""
    if task.drawn.tapped and not task.seats:
        yield _mouth(task, cuts, hole_mm)
    for seat in sorted(task.seats, key=lambda seat: seat.kind):
        if seat.diameter_mm <= hole_mm:
            raise BadInput.at(f"plan.{seat.kind}_mm", f"is no wider than the hole; accepted: over {hole_mm:g} mm")
        if seat.depth_mm is not None and not 0 < seat.depth_mm < _thickness_mm(task):
            why = f"{seat.depth_mm:g} mm leaves nothing under the head; accepted: above nought and under {_thickness_mm(task):g} mm, the metal there is"
            raise BadInput.at(f"plan.{seat.kind}_depth_mm", why)
        yield _counterbore(task, cuts, seat, hole_mm) if seat.kind == "counterbore" else _countersink(task, cuts, seat, hole_mm)


def _thickness_mm(task: Task) -> float:
    """How thick the metal is under the face: as deep as a through hole, else the plate's, where it is known."""
    hole = task.base.hole
    return hole.depth_mm if hole.through or hole.plate_thickness_mm is None else hole.plate_thickness_mm


def mouth_mm(task: Task, hole_mm: float) -> float:
    """How wide the mouth is opened: as drawn, a little wider than the thread, else half as wide again as the hole."""
    drawn = next((seat.diameter_mm for seat in task.seats if seat.kind == "countersink"), None)
    return drawn or (round(MOUTH * task.drawn.finished_mm, 2) if task.drawn.tapped else 1.5 * hole_mm)


def _mouth(task: Task, cuts: Cuts, hole_mm: float) -> Step:
    """The mouth of a tapped hole, so that the tap starts square and throws no burr; by hand where the crib has no countersink for it."""
    wide = mouth_mm(task, hole_mm)
    why = f"a mouth of {wide:.3g} mm: the tap starts square, and the first thread does not stand up"
    places = [place for place, one in enumerate(task.base.yard.cutters) if one.kind.step == "countersink" and one.diameter_mm >= wide]
    if not places:
        return Step("countersink", None, hole_mm, wide, None, 0.0, f"{why}; by hand", hand_s(task, "countersink", wide))
    narrowest = min(places, key=lambda place: task.base.yard.cutters[place].diameter_mm)
    depth = round(cone_depth_mm(mouth_mm=wide, hole_mm=hole_mm, angle_deg=task.base.yard.cutters[narrowest].point_angle_deg), 2)
    made = _best_seat(task, cuts, "countersink", [narrowest], hole_mm, depth, why, wide)
    if made.cut is not None and made.cut.verdict == HOLDS:
        return made
    return replace(made, cut=None, change_s=0.0, time_s=hand_s(task, "countersink", wide), why=f"{why}; turned by hand")


def _counterbore(task: Task, cuts: Cuts, seat: Seat, hole_mm: float) -> Step:
    depth = seat.depth_mm or hole_mm
    crib = task.base.yard.cutters
    places = [
        place
        for place, one in enumerate(crib)
        if one.kind.step == "counterbore" and 0 <= one.diameter_mm - seat.diameter_mm <= OVER_SEAT_MM
    ]
    if not places:
        sizes = ", ".join(f"{one.diameter_mm:g}" for one in crib if one.kind.step == "counterbore")
        why = f"the crib has no {seat.diameter_mm:g} mm counterbore; it has: {sizes or 'none'}"
        raise CribEnds(
            "plan.counterbore_mm", why, Remedy(with_article(f"{seat.diameter_mm:g} mm counterbore with a pilot for {hole_mm:g} mm"))
        )
    return _best_seat(task, cuts, "counterbore", places, hole_mm, depth, f"a seat {depth:g} mm deep for the head")


def _countersink(task: Task, cuts: Cuts, seat: Seat, hole_mm: float) -> Step:
    crib = task.base.yard.cutters
    places = [place for place, one in enumerate(crib) if one.kind.step == "countersink" and one.diameter_mm >= seat.diameter_mm]
    if not places:
        most = max((one.diameter_mm for one in crib if one.kind.step == "countersink"), default=0.0)
        why = f"the crib has no countersink that wide; accepted: up to {most:g} mm"
        raise CribEnds("plan.countersink_mm", why, Remedy(f"a countersink of {seat.diameter_mm:g} mm or wider"))
    smallest = min(crib[place].diameter_mm for place in places)
    places = [place for place in places if crib[place].diameter_mm == smallest]
    depth = round(cone_depth_mm(mouth_mm=seat.diameter_mm, hole_mm=hole_mm, angle_deg=crib[places[0]].point_angle_deg), 2)
    if depth >= _thickness_mm(task):
        why = f"a mouth of {seat.diameter_mm:.4g} mm is {depth:g} mm deep and leaves nothing of the hole; accepted: shallower than {_thickness_mm(task):g} mm, the metal there is"
        raise BadInput.at("plan.countersink_mm", why)
    return _best_seat(task, cuts, "countersink", places, hole_mm, depth, f"a mouth of {seat.diameter_mm:g} mm", seat.diameter_mm)


def _best_seat(
    task: Task, cuts: Cuts, kind: str, places: list[int], hole_mm: float, depth_mm: float, why: str, mouth_mm: float | None = None
) -> Step:
    """A seat cut with the best of some cutters; a cone cuts no wider than its mouth, so it is checked as a cutter of that width."""
    tried = []
    for place in places:
        size = mouth_mm or task.base.yard.cutters[place].diameter_mm
        cut = cone_cut(cuts, place, hole_mm, mouth_mm, depth_mm) if mouth_mm else cuts.of(hole_mm, size, place, depth_mm)
        tried.append((cut, place))
    cut, place = min(tried, key=lambda pair: (pair[0].verdict, pair[0].time_s))
    size = mouth_mm or cut.job.cutter.diameter_mm
    if cut.goes:
        return Step(kind, place, hole_mm, size, cut, change_s(task.base, cut), why, cut.time_s)
    return Step(
        kind, place, hole_mm, size, None, change_s(task.base), f"{why}; by hand, since by power: {reason_of(cut)}", hand_s(task, kind, size)
    )


def deburr_step(task: Task) -> Step:
    """The burrs, by hand: off both sides of a hole that goes through, off the mouth of one that does not."""
    size = task.drawn.finished_mm
    return Step("deburr", None, size, size, None, 0.0, burr_words(size, task.base.hole.through), hand_s(task, "deburr", size))


def floor_step(task: Task, drilled: Step) -> Step:
    """The floor of a drilled hole squared off: on turning work by a bar, elsewhere by a flat-ended cutter or a drill ground flat. Where a
    reamer or a tap wants room below what it finishes, the floor lies so much deeper, and that is said."""
    depth, size = task.base.hole.depth_mm, drilled.size_mm
    tool = "a bar in the tool post" if task.base.machine.is_a.lathe else "a flat-ended cutter, or a drill of the size ground flat"
    why = f"the drill's point stops on the floor; the corner it leaves is squared with {tool} (not checked here)"
    floor = drilled.cut.depths.stop_mm if drilled.cut is not None else depth
    if floor > depth + SAME_SIZE_MM:
        why += f"; the floor lies {floor:.3g} mm down: {depth:g} mm finished, and room below for what finishes it"
    return Step("bore", None, size, size, None, change_s(task.base), why, hand_s(task, "floor", size))
