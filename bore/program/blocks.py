"""Reading plain G-code into blocks: words by letter, comments apart. What a block means is the controller's affair."""

import re
from dataclasses import dataclass

from bore.base.errors import BadInput

LONGEST, MOST_BLOCKS = 200_000, 20_000
_COMMENT = re.compile(r"\(([^()]*)\)|;(.*)$")
_WORD = re.compile(r"([A-Z])\s*([+-]?(?:\d+\.?\d*|\.\d+))", re.I)
LETTERS = "FGHIJKLMNOPQRSTXYZ"


@dataclass(frozen=True, slots=True)
class Block:
    """One line of a program: its number in the text, its G and M codes, its other words, its comment."""

    line: int
    codes: tuple[float, ...]
    switches: tuple[int, ...]
    words: dict[str, float]
    comment: str


def read_blocks(text: str, field: str = "program") -> list[Block]:
    """Every block of a program. Raises BadInput naming the line for one that is no G-code."""
    if not text.strip() or len(text) > LONGEST:
        raise BadInput.at(field, f"is needed; accepted: plain G-code of at most {LONGEST} characters")
    lines = text.splitlines()
    if len(lines) > MOST_BLOCKS:
        raise BadInput.at(field, f"has {len(lines)} lines; accepted: at most {MOST_BLOCKS}")
    return [block for number, line in enumerate(lines, start=1) if (block := _block(number, line, field)) is not None]


def _block(number: int, line: str, field: str) -> Block | None:
    """One line; None where it says nothing. A stroke at its head marks a block that may be left out: it is read."""
    comment = " ".join((match[1] or match[2] or "").strip() for match in _COMMENT.finditer(line)).strip()
    plain = _COMMENT.sub(" ", line).strip().lstrip("/").strip()
    if plain in ("", "%") and not comment:
        return None
    left = _WORD.sub(" ", plain.replace("%", " ")).strip()
    if left:
        raise BadInput.at(field, f"line {number}: “{left[:40]}” is no G-code word; accepted: a letter and a number, comments in brackets")
    codes: list[float] = []
    switches: list[int] = []
    words: dict[str, float] = {}
    for letter, value in _WORD.findall(plain):
        name = letter.upper()
        if name == "G":
            codes.append(float(value))
        elif name == "M":
            switches.append(int(float(value)))
        elif name not in LETTERS:
            raise BadInput.at(field, f"line {number}: no word {name} is known here; accepted: {', '.join(LETTERS)}")
        elif name in words:
            raise BadInput.at(field, f"line {number}: {name} stands twice; accepted: once a line")
        else:
            words[name] = float(value)
    return Block(number, tuple(codes), tuple(switches), words, comment)
