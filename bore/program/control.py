"""A control as data: how its programs say things. Nothing here is a maker's: neutral names, usual values, what was assumed is listed."""

from collections.abc import Mapping
from dataclasses import field, fields
from typing import Any

from bore.base.errors import BadInput, Problem
from bore.base.immutable import immutable
from bore.base.plain import figure, pair_mm
from bore.program.read import CYCLES

MILLING, TURNING_A, TURNING_B = "milling", "turning-a", "turning-b"
# What each field may be; the first is what it is where nothing is said. `codes` has none on a turning machine.
CHOICES: dict[str, tuple[Any, ...]] = {
    "codes": (MILLING, TURNING_A, TURNING_B),
    "work_offset": ("G54", "G55", "G56", "G57", "G58", "G59"),
    "length_offset": ("G43", "with-tool"),
    "tool_change": ("M6", "M6-then-next", "T-only"),
    "change_from": ("home-z", "home-z-53", "second-point", "itself"),
    "index_from": ("home", "home-53", "place"),
    "dwell": ("P-s", "P-ms", "X-s", "U-s"),
    "program_number": ("O4", "O5", "none"),
    "block_numbers": ("tools", "all", "none"),
    "decimals": ("always", "free", "needed"),
    "d_holds": ("wear", "radius"),
    "arcs": ("ij-increments", "ij-absolute", "r"),
    "optional_stop": ("M1", "none"),
    "comments": ("brackets", "semicolon"),
}
FLAGS = {"compensation": True, "one_m_a_block": False}
FIGURES: dict[str, tuple[float, float]] = {
    "max_rpm": (1, 200_000),
    "max_feed_mm_min": (1, 200_000),
    "rapid_mm_min": (100, 200_000),
    "rigid_word": (1, 999),
    "program_value": (1, 99_999),
}
COOLANT: dict[str, int | None] = {"flood": 8, "mist": 7, "through": None, "off": 9}


@immutable(kw_only=True)
class Control:
    """A control. codes None: a turning machine of which it was not said. coolant: the M code of each way, None where it has none."""

    codes: str | None = MILLING
    work_offset: str = "G54"
    length_offset: str = "G43"
    tool_change: str = "M6"
    change_from: str = "home-z"
    index_from: str = "home"
    index_at_mm: tuple[float, float] | None = None
    dwell: str = "P-s"
    program_number: str = "O4"
    program_value: float | None = None
    block_numbers: str = "tools"
    decimals: str = "always"
    coolant: Mapping[str, int | None] = field(default_factory=lambda: dict(COOLANT))
    rigid_word: float | None = None
    compensation: bool = True
    d_holds: str = "wear"
    max_rpm: float | None = None
    max_feed_mm_min: float | None = None
    rapid_mm_min: float | None = None
    arcs: str = "ij-increments"
    cycles: tuple[int, ...] = tuple(sorted(CYCLES))
    optional_stop: str = "M1"
    comments: str = "brackets"
    one_m_a_block: bool = False
    assumed: tuple[str, ...] = ()

    @property
    def turns(self) -> bool:
        """Whether it is a turning machine's."""
        return self.codes != MILLING


def read_control(data: Any, turning: bool = False, at: str = "control") -> Control:
    """A control from what is said of it; what is left out is as usual, and listed. A turning machine's code system has no usual.

    Raises BadInput naming every field that will not do, and what is accepted.
    """
    given = {} if data is None else data
    if not isinstance(given, dict):
        raise BadInput.at(at, "must be an object, or left out")
    known = {one.name for one in fields(Control)} - {"assumed"}
    problems = [
        Problem(f"{at}.{str(name)[:40]}", f"there is no such field; accepted: {', '.join(sorted(known))}")
        for name in given
        if name not in known
    ]
    found: dict[str, Any] = {}
    for name in known & set(given):
        if given[name] is None:
            continue
        try:
            found[name] = _value(name, given[name], f"{at}.{name}")
        except BadInput as refused:
            problems += refused.problems
    if problems:
        raise BadInput(problems)
    if turning:
        if found.get("codes") == MILLING:
            raise BadInput.at(f"{at}.codes", f"is a milling control's on a turning machine; accepted: {TURNING_A}, {TURNING_B}")
        found.setdefault("codes", None)
    assumed = tuple(sorted(known - set(found) - {"index_at_mm", "program_value", "rigid_word", *FIGURES}))
    return Control(**found, assumed=assumed)


def _value(name: str, value: Any, at: str) -> Any:
    if name in CHOICES:
        return _one_of(value, CHOICES[name], at)
    if name in FLAGS:
        return _one_of(value, (True, False), at)
    if name in FIGURES:
        return figure(value, at, *FIGURES[name])
    if name == "index_at_mm":
        return pair_mm(value, at, "two lengths, X and Z in mm")
    if name == "cycles":
        if not isinstance(value, list) or any(one not in CYCLES for one in value):
            raise BadInput.at(at, f"accepted: a list of {', '.join(map(str, sorted(CYCLES)))}")
        return tuple(value)
    if not isinstance(value, dict) or set(value) - set(COOLANT):
        raise BadInput.at(at, f"accepted: an object of {', '.join(COOLANT)}, each an M code or null")
    return COOLANT | {way: None if code is None else int(figure(code, at, 0, 999)) for way, code in value.items()}


def _one_of(value: Any, choices: tuple[Any, ...], at: str) -> Any:
    if value not in choices or isinstance(value, bool) != isinstance(choices[0], bool):
        raise BadInput.at(at, f"accepted: {', '.join(str(one).lower() if isinstance(one, bool) else str(one) for one in choices)}")
    return value


def dwell_s(control: Control, words: dict[str, float]) -> float:
    """How long a dwell lasts, s, as the control counts it."""
    letter = control.dwell.partition("-")[0]
    if letter in words and letter != "P":
        return words[letter]
    # Where G4 counts by X or U, a cycle's P is in thousandths.
    return words.get("P", 0.0) / (1.0 if control.dwell == "P-s" else 1000.0)
