"""What is a tool's own: taps at their pitch and in a hole, thread mills round and up, compensation, arcs, gun drills that must not turn in air."""

import math
from itertools import pairwise

from bore.program.readback.finding import LOOK, NOTE, STOPS, Finding
from bore.program.readback.looks import Found, Look
from bore.program.readback.plan import WHIPS
from bore.program.state import SAME_MM, Made, Move, Seen

PITCH_SHARE = 0.003
# Room above the work that a tap starts with, mm: any, and one in a floating holder (common practice).
CLEAR_MM, FLOATING_MM = 2.5, 5.0
# A gun drill's head turns this fast at most outside its guide, rpm; and stays so far short of its floor, mm (common practice).
CREEP_RPM, SHORT_MM = 100.0, 1.0
# Codes a drill, and not a tap, is driven by.
DRILLING = (73, 81, 82, 83, 85)


def checks(look: Look) -> Found:
    """Every check of a tool's own kind."""
    yield from _taps(look)
    yield from _no_hole(look)
    yield from _mills(look)
    yield from _compensation(look)
    yield from _arcs(look)
    yield from _guns(look)


def _taps(look: Look) -> Found:
    for hole in look.run.holes:
        planned = look.planned(hole)
        if planned.kind != "tap" and hole.cycle != 84:
            continue
        if planned.kind == "tap" and hole.cycle in DRILLING:
            yield Finding(hole.line, "tap-cycle", STOPS, f"a tap driven by G{hole.cycle}: it is pulled out unturned; write G84", hole.tool)
        if planned.pitch_mm and abs(hole.feed_mm_rev / planned.pitch_mm - 1) > PITCH_SHARE:
            words = f"{hole.feed_mm_rev:.4g} mm a turn for a pitch of {planned.pitch_mm:g}; write F{planned.pitch_mm * hole.speed_rpm:g}"
            yield Finding(hole.line, "tap-pitch", STOPS, words, hole.tool)
        yield from _tap_room(look, hole)
        yield from _tap_holder(look, hole)
    yield from _tap_rapid(look)


def _tap_room(look: Look, hole: Made) -> Found:
    planned = look.planned(hole)
    drilled = max(
        (one.depth_mm for one in look.holes_at(hole.x_mm, hole.y_mm) if one.tool != hole.tool and one.line < hole.line), default=None
    )
    if drilled is None or planned.chamfer_mm is None:
        return
    pitch = planned.pitch_mm or hole.feed_mm_rev
    needed = hole.depth_mm + planned.chamfer_mm + pitch
    if needed > drilled + SAME_MM and not _through(look, hole):
        words = f"{hole.depth_mm:.4g} mm, its chamfer of {planned.chamfer_mm:g} and a turn want {needed:.4g} mm; the hole is {drilled:.4g}"
        yield Finding(hole.line, "tap-bottoms", STOPS, words, hole.tool)


def _through(look: Look, hole: Made) -> bool:
    """Whether the hole is known to come out under the work."""
    return look.plan.under_mm is not None and any(one.depth_mm >= look.plan.under_mm for one in look.holes_at(hole.x_mm, hole.y_mm))


def _tap_holder(look: Look, hole: Made) -> Found:
    if hole.cycle != 84:
        return
    planned, seen = look.planned(hole), look.blocks.get(hole.line)
    rigid = look.control.rigid_word
    if planned.holder == "rigid" and rigid and seen is not None and not seen.after.rigid:
        yield Finding(
            hole.line,
            "tap-rigid",
            STOPS,
            f"rigid tapping without its word: the spindle is not kept in step; write M{rigid:g} S…",
            hole.tool,
        )
    made = look.moves[seen.first : seen.last] if seen is not None else []
    level = next((move.start[2] for move in made if move.kind == "feed"), None)
    least = FLOATING_MM if planned.holder == "floating" else CLEAR_MM
    if level is not None and level < least - SAME_MM:
        words = f"it starts {level:.3g} mm above the work: it has not come up to speed, or the holder is not drawn in; write R{6 if least == FLOATING_MM else least:g}"
        yield Finding(hole.line, "tap-clear", LOOK, words, hole.tool)


def _tap_rapid(look: Look) -> Found:
    """Turned backwards in the hole and then pulled out at a rapid."""
    for before, move in pairwise(look.moves):
        out = move.kind == "rapid" and move.start[2] < -SAME_MM and move.end[2] > move.start[2]
        tap = look.planned(move).kind == "tap"
        turned = before.modes is not None and move.modes is not None and before.modes.turns > 0 > move.modes.turns
        if out and before.kind == "feed" and before.end[2] < before.start[2] and (tap or turned):
            yield Finding(
                move.line, "tap-rapid", STOPS, "the tap is pulled out at a rapid: it comes out at its own pitch; write G1", move.tool
            )


def _no_hole(look: Look) -> Found:
    """Tapped or reamed before it is drilled."""
    for hole in look.run.holes:
        follows = look.planned(hole).kind in ("tap", "ream", "bore") or hole.cycle in (84, 85)
        others = [one for one in look.holes_at(hole.x_mm, hole.y_mm) if one.tool != hole.tool and one.cycle != 84]
        if follows and others and all(one.line > hole.line for one in others):
            words = f"there is no hole at X{hole.x_mm:.4g} Y{hole.y_mm:.4g} yet: T{others[0].tool} drills it later"
            yield Finding(hole.line, "no-hole", STOPS, words, hole.tool)


def _mills(look: Look) -> Found:
    turns: dict[int, list[Move]] = {}
    for turn in look.whole_turns:
        move, before, rise = turn.move, turn.before, turn.rise_mm
        planned = look.planned(move)
        assert move.arc is not None
        turns.setdefault(move.tool, []).append(move)
        if planned.pitch_mm and abs(abs(rise) / planned.pitch_mm - 1) > PITCH_SHARE and abs(rise) > SAME_MM:
            yield Finding(
                move.line, "mill-pitch", STOPS, f"a turn climbs {abs(rise):.4g} mm for a pitch of {planned.pitch_mm:g}", move.tool
            )
        if rise > SAME_MM and not move.arc[2] and planned.hand != "left":
            yield Finding(move.line, "mill-hand", STOPS, "G2 upwards makes a left-hand thread; write G3", move.tool)
        for beside in (before, turn.after):
            if rise and beside is not None and beside.arc is not None and abs(beside.end[2] - beside.start[2]) < SAME_MM:
                words = "it goes into the wall, or out of it, level: a turn of the thread is cut away there; let it climb a quarter of the pitch"
                yield Finding(beside.line, "mill-lead", LOOK, words, move.tool)
    for number, made in turns.items():
        planned_passes = look.plan.tool(number).passes
        places = {(round(move.arc[0], 2), round(move.arc[1], 2)) for move in made if move.arc}
        if planned_passes and len(made) < planned_passes * len(places):
            words = f"{len(made) / len(places):.3g} passes where the plan says {planned_passes:g}"
            yield Finding(made[0].line, "mill-passes", LOOK, words, number)


def _compensation(look: Look) -> Found:
    for one in look.seen:
        on = next((int(code) for code in one.block.codes if code in (41, 42)), None)
        if on is None:
            continue
        line, tool = one.block.line, one.after.tool
        if not one.after.offset:
            yield Finding(line, "comp-d", STOPS, f"G{on} without D: it is offset by whatever stood there last; write D{tool}", tool)
        if {2.0, 3.0} & set(one.block.codes) or one.after.motion in (2, 3):
            yield Finding(line, "comp-arc", STOPS, f"G{on} on an arc: a control takes it on a straight line only; lead in with G1", tool)
        yield from _lead_in(look, one, on)


def _lead_in(look: Look, one: Seen, on: int) -> Found:
    planned, moves = look.plan.tool(one.after.tool), look.moves[one.first : one.last]
    length = sum(math.dist(move.start[:2], move.end[:2]) for move in moves)
    radius = (planned.diameter_mm or 0.0) / 2
    if radius and moves and length < radius - SAME_MM and look.control.d_holds == "radius":
        words = f"{length:.3g} mm to lead in over is shorter than the tool's {radius:.3g} mm radius: the control stops"
        yield Finding(one.block.line, "comp-short", STOPS, words, one.after.tool)
    after = next((turn.move for turn in look.whole_turns if turn.move.line > one.block.line), None)
    if after is not None and after.arc is not None and (on == 42) == after.arc[2]:
        side = "G41" if on == 42 else "G42"
        words = f"G{on} puts the mill on the wrong side of this turn: it cuts outside the hole; write {side}"
        yield Finding(one.block.line, "comp-side", STOPS, words, one.after.tool)


def _arcs(look: Look) -> Found:
    problems = {problem.line: problem.words for problem in look.run.problems}
    for one in look.seen:
        is_arc = one.after.motion in (2, 3) and {"X", "Y", "I", "J", "R"} & set(one.block.words)
        if is_arc and one.first == one.last and not {28.0, 53.0, 4.0} & set(one.block.codes):
            said = problems.get(one.block.line, "its end is off the circle")
            yield Finding(one.block.line, "arc", STOPS, said, one.after.tool)


def _guns(look: Look) -> Found:
    for move in look.moves:
        planned = look.planned(move)
        if planned.kind != WHIPS or planned.guide_mm is None or move.kind == "dwell" or math.dist(move.start, move.end) < SAME_MM:
            continue
        free = max(move.start[2], move.end[2]) > -planned.guide_mm + SHORT_MM + SAME_MM and max(move.start[2], move.end[2]) > -SHORT_MM
        if free and move.modes is not None and move.modes.turns != 0 and move.speed_rpm > CREEP_RPM:
            words = f"{move.speed_rpm:g} rpm with its head out of the guide: it whips; in at {CREEP_RPM:g} rpm or stopped, out stopped"
            yield Finding(move.line, "gun-air", STOPS, words, move.tool)
        elif move.kind == "rapid" and move.start[2] < -SAME_MM and move.end[2] > move.start[2]:
            yield Finding(
                move.line, "gun-out", NOTE, "a gun drill is drawn out stopped, at a feed: at a rapid its tube strikes the bore", move.tool
            )
    for before, move in pairwise(look.moves):
        gun = look.planned(move).kind == WHIPS
        if (
            gun
            and before.kind == "feed"
            and move.kind == "feed"
            and before.speed_rpm <= CREEP_RPM < move.speed_rpm
            and move.end[2] < move.start[2]
        ):
            yield Finding(move.line, "gun-start", NOTE, "it goes on before it is up to speed; a dwell first (G4)", move.tool)
