"""JSON as it comes from outside, read strictly: what could not be kept, written or sent again is refused at the door, in words."""

import json
import math
import re
from typing import Any

import orjson

from bore.base.errors import BadInput

# Whole numbers that every reader of JSON reads alike (RFC 8259, section 6).
LARGEST = 2**53
# Lists in lists, objects in objects: no honest input is deeper.
DEEPEST = 50
TOO_DEEP = f"is not JSON as it is read here: more than {DEEPEST} levels deep"
LONGEST_FIGURE = 40
HALF_A_CHARACTER = re.compile("[\ud800-\udfff]")
# Beside tabs and ends of lines no character below the space is text.
CONTROL = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f\x7f]")
# Every digit as 0, the letter of an exponent as e, all else as a space: what a text's figures look like.
FIGURES = bytes(ord("0") if code in b"0123456789" else ord("e") if code in b"eE" else ord(" ") for code in range(256))
# Digits in a row of which a figure may be one that readers read differently: 2^53 has sixteen.
LONG_RUN = b"0" * 16


def read_json_strictly(text: str | bytes, field: str = "body") -> Any:
    """What a text says, as plain data. Raises BadInput at `field`: no JSON, NaN and its like, whole numbers beyond 2^53, figures too long or
    too large, text that cannot be written (lone surrogates, control characters), lists and objects more than fifty deep.

    >>> read_json_strictly('{"depth_mm": 12.5}')
    {'depth_mm': 12.5}
    """
    sent = text.encode("utf-8", "surrogatepass") if isinstance(text, str) else text
    plain = _is_plain(sent)
    if plain and _has_short_figures(sent):
        try:
            return orjson.loads(sent)
        except ValueError:
            pass  # the patient reader says what is wrong with it
    try:
        found = json.loads(text, parse_constant=_no_constant, parse_int=_whole, parse_float=_figure)
    except RecursionError as error:
        raise BadInput.at(field, TOO_DEEP) from error
    except ValueError as error:
        raise BadInput.at(field, f"is not JSON as it is read here: {error}") from error
    if not plain and (fault := _fault(found)):
        raise BadInput.at(field, fault)
    return found


def _is_plain(sent: bytes) -> bool:
    """Whether a text that is JSON can hold nothing that cannot be kept: no escapes, nothing beyond ASCII or its last character, too few
    brackets to be too deep. What a screen sends is plain and flat, and is not walked a second time."""
    return sent.isascii() and b"\\" not in sent and b"\x7f" not in sent and sent.count(b"[") + sent.count(b"{") <= DEEPEST


def _has_short_figures(sent: bytes) -> bool:
    """Whether no figure of a text can be too long or too large: no exponent, no sixteen digits in a row."""
    figures = sent.translate(FIGURES)
    return LONG_RUN not in figures and b"0e" not in figures


def text_fault(text: str) -> str:
    """What is wrong with a text that is to be kept; empty where nothing is.

    >>> text_fault("Winch bracket"), text_fault("a\\x00b")
    ('', 'holds a control character')
    """
    if HALF_A_CHARACTER.search(text):
        return "holds half a character (a lone surrogate)"
    if CONTROL.search(text):
        return "holds a control character"
    return ""


def _no_constant(name: str) -> None:
    raise ValueError(f"{name} is no figure")


def _whole(figure: str) -> int:
    if len(figure) > LONGEST_FIGURE or abs(int(figure)) > LARGEST:
        raise ValueError(f"a whole number of {len(figure)} digits; accepted: up to 2^53")
    return int(figure)


def _figure(figure: str) -> float:
    value = float(figure) if len(figure) <= LONGEST_FIGURE else math.inf
    if not math.isfinite(value):
        raise ValueError("a figure that is too long or too large")
    return value


def _fault(found: Any) -> str:
    """The first thing that cannot be kept, in words; looked for level by level, so that no depth is too deep to look."""
    level, depth = [found], 0
    while level:
        depth += 1
        if depth > DEEPEST:
            return TOO_DEEP
        below: list[Any] = []
        for one in level:
            if isinstance(one, str) and (fault := text_fault(one)):
                return fault
            if isinstance(one, dict):
                below += [*one, *one.values()]
            elif isinstance(one, list):
                below += one
        level = below
    return ""
