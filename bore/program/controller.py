"""A simulated controller: it runs plain G-code block by block, as the move of a point, and says what it made and what is wrong.

It stands in for a machine's own controller and drives nothing.
"""

from collections.abc import Callable
from dataclasses import replace

from bore.base.budget import look
from bore.program.blocks import Block, read_blocks
from bore.program.control import TURNING_A, TURNING_B, Control, dwell_s, read_control
from bore.program.cycles import canned, take_levels
from bore.program.moves import MOST_MOVES, go_home, note, round_to, straight, target, wrong
from bore.program.read import CYCLES
from bore.program.state import Problem, Run, Seen, State
from bore.quantities.units import MM_PER_INCH

ZEROS = (54, 55, 56, 57, 58, 59)
MOVES, PLANES, LENGTHS = (0, 1, 2, 3, 4, 9, 10), (17, 18, 19), (43, 44, 49)
REST = (20, 21, 28, 30, 40, 41, 42, 50, 53, 61, 64, 80, 90, 91, 92, 94, 95, 96, 97, 98, 99)
KNOWN = frozenset((*MOVES, *PLANES, *LENGTHS, *ZEROS, *REST, *CYCLES))
SWITCHES = (0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 29, 30, 98, 99)
# What an M word does once the block's move is done.
AFTER = (0, 1, 2, 5, 9, 30)


def run(
    text: str,
    widths_mm: dict[int, float] | None = None,
    control: Control | None = None,
    face_mm: Callable[[float, float], float | None] | None = None,
    open_mm: float = 0.0,
) -> Run:
    """Run a program through. `widths_mm`: the tools' diameters, where they are known; `control`: how its words are meant; `face_mm`: the
    height of the face at a place, nought where it is not said; `open_mm`: how deep the holes are that were there before.

    Raises BadInput for what is no G-code; what is wrong in what it does stands in `problems`.
    """
    blocks = read_blocks(text)
    if control is None or "codes" in control.assumed:
        control = replace(control or read_control(None), codes=_guessed(blocks).codes)
    found, state = (
        Run(blocks=blocks, control=control),
        State(control=control, widths_mm=widths_mm or {}, face_mm=face_mm or _flat, open_mm=open_mm),
    )
    if state.control.turns:
        state.plane = 18
    for block in blocks:
        if state.ended:
            break
        _obey(found, state, block)
    found.ended = state.ended
    if not state.ended:
        found.problems.append(Problem(0, "the program has no end: M30 or M2 is missing"))
    return found


def _flat(x_mm: float, y_mm: float) -> None:
    """Nothing is said of any face."""


def _guessed(blocks: list[Block]) -> Control:
    """What a control's words mean where nobody said: a turning machine's tools come with their offsets, in four figures."""
    turning = any(block.words.get("T", 0) >= 100 for block in blocks) and not any(6 in block.switches for block in blocks)
    if not turning:
        return Control()
    system_a = any(50 in block.codes for block in blocks) or any({"U", "W"} & set(block.words) for block in blocks)
    return Control(codes=TURNING_A if system_a else TURNING_B)


def _obey(found: Run, state: State, block: Block) -> None:
    """One block, in the order a controller takes its words: settings, tool, spindle, then the motion, then what stops."""
    look()
    before, at, first = state.modes(), state.at, len(found.moves)
    for fault in block.faults:
        wrong(found, block, fault.words)
    for code in block.codes:
        _set(found, state, block, code)
    _figures(found, state, block)
    for switch in block.switches:
        if switch not in AFTER:
            _switch(found, state, block, switch)
    _act(found, state, block)
    for switch in block.switches:
        if switch in AFTER:
            _switch(found, state, block, switch)
    found.seen.append(Seen(block, before, state.modes(), at, first, len(found.moves)))


def _figures(found: Run, state: State, block: Block) -> None:
    words = block.words
    if "S" in words and not _is_clamp(state, block):
        state.speed_rpm = words["S"]
    if "F" in words:
        state.feed = words["F"] * state.scale
    if "H" in words:
        state.length = int(words["H"])
    if "D" in words:
        state.offset = int(words["D"])
    if "T" in words:
        number = int(words["T"])
        state.waiting = number // 100 if number >= 100 else number
        if number >= 100 or state.control.tool_change == "T-only":
            state.length = number % 100 if number >= 100 else state.length
            _take(found, state)


def _is_clamp(state: State, block: Block) -> bool:
    """Whether a block's S is the highest speed it may turn at, not the speed."""
    if not state.control.turns or not {50.0, 92.0} & set(block.codes):
        return False
    state.clamp_rpm = block.words["S"]
    return True


def _act(found: Run, state: State, block: Block) -> None:
    if 4.0 in block.codes:
        note(found, state, block, "dwell", state.at, dwell_s(state.control, block.words))
    elif 53.0 in block.codes or {28.0, 30.0} & set(block.codes):
        go_home(found, state, block)
    elif not {10.0, 50.0, 92.0} & set(block.codes):
        _motion(found, state, block)


def _set(found: Run, state: State, block: Block, code: float) -> None:
    if code not in KNOWN:
        wrong(found, block, f"G{code:g} is not known here: it was left out")
    elif code in (20, 21):
        state.scale = MM_PER_INCH if code == 20 else 1.0
        found.units = "in" if code == 20 else "mm"
    elif code in (17, 18, 19):
        state.plane = int(code)
    elif code in (40, 41, 42):
        state.compensation = int(code)
    elif code in (43, 44):
        state.length = state.length if state.length else 0
    elif code == 49:
        state.length = None
    elif code in ZEROS:
        state.zero = int(code)
    elif code in (96, 97):
        state.surface_speed = code == 96
    else:
        _set_motion(state, code)


def _set_motion(state: State, code: float) -> None:
    system_a = state.control.codes == TURNING_A
    if code in (98, 99) and system_a:
        state.per_rev = code == 99
    elif code in (98, 99):
        state.returns = int(code)
    elif code in (94, 95) and not system_a:
        state.per_rev = code == 95
    elif code in (90, 91) and not system_a:
        state.absolute = code == 90
    elif code in (0, 1, 2, 3, 80, *CYCLES):
        if code in CYCLES and state.motion not in CYCLES:
            # G98 comes back to where the tool stood when the cycle was called.
            state.begin_z, state.words, state.level, state.bottom = state.at[2], {}, None, None
        state.motion = int(code)


def _take(found: Run, state: State) -> None:
    state.tool, state.hole, state.rigid = state.waiting, None, False
    if not state.control.turns:
        # The length of the tool before is no length of this one; and a spindle is stopped before a tool is taken out of it.
        state.length, state.turns = None, 0
    if state.tool not in found.tools:
        found.tools.append(state.tool)


def _switch(found: Run, state: State, block: Block, switch: int) -> None:
    ways = state.control.coolant
    if switch == ways["off"]:
        state.coolant = frozenset()
    elif switch in [code for code in ways.values() if code is not None] or switch in (7, 8):
        state.coolant = state.coolant | {switch}
    elif switch in (3, 4, 5):
        state.turns = {3: 1, 4: -1, 5: 0}[switch]
        if switch != 5 and state.speed_rpm <= 0:
            wrong(found, block, "the spindle is started without a speed: S is missing")
    elif switch == 6:
        if state.at[2] < 0:
            wrong(found, block, "the tool is changed inside the work")
        _take(found, state)
    elif switch in (2, 30):
        state.ended = True
    elif switch == (state.control.rigid_word or 29):
        state.rigid = True
    elif switch not in SWITCHES:
        wrong(found, block, f"M{switch} is not known here: it was left out")


def _motion(found: Run, state: State, block: Block) -> None:
    moved = [axis for axis in _axes(state) if axis in block.words]
    if state.motion in CYCLES:
        called = any(code in CYCLES for code in block.codes)
        state.words |= {name: block.words[name] for name in "ZRQP" if name in block.words}
        take_levels(state, block)
        if moved or called:
            for _ in range(min(int(block.words.get("L", block.words.get("K", 1))), MOST_MOVES)):
                canned(found, state, block)
    elif moved and state.motion in (2, 3):
        round_to(found, state, block)
    elif moved and state.motion != 80:
        straight(found, state, block, target(state, block), "rapid" if state.motion == 0 else "feed")
    elif moved:
        wrong(found, block, "a move without G0 or G1 after G80")


def _axes(state: State) -> str:
    return "XYZUW" if state.control.turns else "XYZ"
