"""Reading plain G-code into blocks: words by letter, comments apart, what is amiss with the writing noted. What a block means is the
controller's affair."""

import re
from dataclasses import field

from bore.base.errors import BadInput
from bore.base.immutable import immutable

LONGEST, MOST_BLOCKS = 200_000, 20_000
# No word of a machine says more: lengths, speeds, feeds.
LARGEST = 1e6
_COMMENT = re.compile(r"\([^()]*\)|;.*$")
_WORD = re.compile(r"([A-Z])\s*([+-]?(?:\d+\.?\d*|\.\d+))", re.I)
LETTERS = "DFGHIJKLMNOPQRSTUWXYZ"
# Codes of one group say the same thing each its own way: a block takes one of each. G80 ends a cycle and stands beside any motion.
GROUPS: tuple[tuple[str, frozenset[float]], ...] = (
    ("motion", frozenset({0, 1, 2, 3, 32, 33, 73, 74, 76, *range(81, 90)})),
    ("plane", frozenset({17, 18, 19})),
    ("distance", frozenset({90, 91})),
    ("feed", frozenset({93, 94, 95})),
    ("units", frozenset({20, 21})),
    ("compensation", frozenset({40, 41, 42})),
    ("length", frozenset({43, 44, 49})),
    ("zero", frozenset({54, 55, 56, 57, 58, 59})),
    ("return", frozenset({98, 99})),
    ("speed", frozenset({96, 97})),
)


@immutable
class Fault:
    """Something amiss with the writing of a block: which check it is, and the words."""

    check: str
    words: str


@immutable
class Block:
    """One line of a program: its number in the text, its G and M codes, its other words with how they were written, its comment, and what
    is amiss with it."""

    line: int
    codes: tuple[float, ...]
    switches: tuple[int, ...]
    words: dict[str, float]
    comment: str
    written: dict[str, str] = field(default_factory=dict)
    faults: tuple[Fault, ...] = ()

    @property
    def says_something(self) -> bool:
        """Whether it holds anything but a comment and its number."""
        return bool(self.codes or self.switches or set(self.words) - {"N", "O"})


def read_blocks(text: str, field: str = "program") -> list[Block]:
    """Every block of a program. Raises BadInput for what is no program at all; a line that is amiss is read as far as it goes."""
    if not text.strip() or len(text) > LONGEST:
        raise BadInput.at(field, f"is needed; accepted: plain G-code of at most {LONGEST} characters")
    lines = text.splitlines()
    if len(lines) > MOST_BLOCKS:
        raise BadInput.at(field, f"has {len(lines)} lines; accepted: at most {MOST_BLOCKS}")
    blocks = [block for number, line in enumerate(lines, start=1) if (block := _block(number, line)) is not None]
    if not any(block.codes or block.switches for block in blocks):
        raise BadInput.at(field, "holds no G-code word; accepted: blocks of a letter and a number, as G1 Z-5. F60, comments in brackets")
    return blocks


def _block(number: int, line: str) -> Block | None:
    """One line; None where it says nothing. A stroke at its head marks a block that may be left out: it is read."""
    comment = " ".join(match[0].strip("(); ") for match in _COMMENT.finditer(line)).strip()
    plain, faults = _COMMENT.sub(" ", line), []
    if "(" in plain or ")" in plain:
        faults.append(Fault("bracket", "a bracket that is not closed: the control takes all that follows for a comment, or stops"))
        plain = plain.partition("(")[0].replace(")", " ")
    plain = plain.strip().lstrip("/").replace("%", " ").strip()
    if not plain and not comment and not faults:
        return None
    left = _WORD.sub(" ", plain).strip()
    if re.fullmatch(r"(?:[A-Za-z]\s*)+", left):
        faults.append(Fault("no-word", f"“{left[:20]}” is a letter without its number"))
    elif left:
        faults.append(Fault("not-read", f"“{left[:40]}” is not read here: what it does is not known"))
    codes: list[float] = []
    switches: list[int] = []
    words: dict[str, float] = {}
    written: dict[str, str] = {}
    for letter, value in _WORD.findall(plain):
        name = letter.upper()
        if abs(float(value)) > LARGEST:
            faults.append(Fault("figure", f"{name}{value[:12]}… is beyond any machine: it was left out"))
            continue
        if name == "G":
            codes.append(float(value))
        elif name == "M":
            switches.append(int(float(value)))
        elif name not in LETTERS:
            faults.append(Fault("not-read", f"no word {name} is known here: it was left out"))
        else:
            if name in words:
                faults.append(Fault("twice", f"{name} stands twice in one block: which of them counts differs from control to control"))
            words[name], written[name] = float(value), value
    faults += _two_of_a_group(codes)
    return Block(number, tuple(codes), tuple(switches), words, comment, written, tuple(faults))


def _two_of_a_group(codes: list[float]) -> list[Fault]:
    found = []
    for name, group in GROUPS:
        of_it = [code for code in codes if code in group]
        if len(of_it) > 1:
            said = " and ".join(f"G{code:g}" for code in of_it)
            found.append(Fault("two-g", f"{said} in one block: both set the {name}, and only one of them can count"))
    return found
