"""Canned drilling cycles written out, as a controller makes them: over the place, down to R, the strokes, back."""

from bore.program.blocks import Block
from bore.program.control import dwell_s
from bore.program.moves import note, straight, wrong
from bore.program.sheet import AGAIN_MM
from bore.program.state import Point, Run, State

# The lift of a chip-break, mm: as such controllers are usually set.
LIFT_MM = 0.5


def take_levels(state: State, block: Block) -> None:
    """The R plane and the bottom of a cycle, mm: as they are meant when they are said."""
    if "R" in block.words:
        r = block.words["R"] * state.scale
        state.level = r if state.absolute else state.begin_z + r
    if "Z" in block.words:
        z = block.words["Z"] * state.scale
        state.bottom = z if state.absolute else (state.level if state.level is not None else state.begin_z) + z


def canned(found: Run, state: State, block: Block) -> None:
    """A canned cycle written out: over to the place, down to R, the strokes, back to where it began or to R."""
    words, code = state.words, state.motion
    # A turning machine's cycle begins where the tool stands.
    if state.control.turns and state.level is None:
        state.level = state.at[2]
    begins = () if state.control.turns else ("R",)
    missing = [name for name in ("Z", *begins, *(("Q",) if code in (73, 83) else ())) if name not in words]
    if missing or state.level is None or state.bottom is None:
        wrong(found, block, f"G{code} without {' and '.join(missing or ['Z'])}")
        return
    level, bottom = state.level, state.bottom
    if bottom >= level:
        wrong(found, block, f"G{code} would drill upwards: Z is not below R")
        return
    over = _over(state, block)
    if level > state.at[2]:
        straight(found, state, block, (state.at[0], state.at[1], level), "rapid")
    straight(found, state, block, (over[0], over[1], state.at[2]), "rapid")
    straight(found, state, block, (over[0], over[1], level), "rapid")
    _strokes(found, state, block, (over[0], over[1]), level, bottom)
    back = level if state.returns == 99 else max(state.begin_z, level)
    if code in (84, 85):
        straight(found, state, block, (over[0], over[1], level), "feed", code)
    straight(found, state, block, (over[0], over[1], back), "rapid")


def _over(state: State, block: Block) -> Point:
    """Over which place a cycle works: its Z is the bottom, and moves nothing else."""
    x, y = state.at[0], state.at[1]
    for axis in "XY":
        if axis in block.words:
            value = block.words[axis] * state.scale
            if axis == "X":
                x = value if state.absolute else x + value
            else:
                y = value if state.absolute else y + value
    return (x, y, state.at[2])


def _strokes(found: Run, state: State, block: Block, over: tuple[float, float], level: float, bottom: float) -> None:
    """The strokes of one hole; pecks are counted from the R plane."""
    code = state.motion
    step = abs(state.words["Q"]) * state.scale if code in (73, 83) else level - bottom
    if step <= 0:
        wrong(found, block, f"G{code} with a Q of nought never gets there")
        return
    depth = level
    while depth > bottom + 1e-9:
        if depth < level and code == 83:
            straight(found, state, block, (*over, level), "rapid")
            straight(found, state, block, (*over, min(depth + AGAIN_MM, level)), "rapid")
        elif depth < level:
            straight(found, state, block, (*over, depth + LIFT_MM), "rapid")
        depth = max(depth - step, bottom)
        straight(found, state, block, (*over, depth), "feed", code)
    if code == 82:
        spent = dwell_s(state.control, state.words)
        note(found, state, block, "dwell", state.at, spent)
        if state.hole is not None:
            state.hole.dwell_s = spent
