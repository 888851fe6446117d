"""What was taken for granted, as an answer: which field, its words, the value, and why."""

import re
from functools import lru_cache
from typing import Any

from bore.answers.shape import plain
from bore.base.immutable import outgoing
from bore.case.fields import all_fields
from bore.job.assumption import Assumption


@outgoing
class Assumed:
    """A default that was used."""

    field: str
    words: str
    value: Any
    why: str


def assumed_of(one: Assumption) -> Assumed:
    """A default that was used."""
    try:
        return _said_before(one)
    except TypeError:
        return _said(one)  # a value that is a list or an object


def _said(one: Assumption) -> Assumed:
    return Assumed(field=one.field, words=field_words(one.field), value=plain(one.value), why=one.why)


# What a machine, a cutter or a metal leaves out is the same the next time.
_said_before = lru_cache(maxsize=4096)(_said)


def field_words(path: str) -> str:
    """What a field is, in words; list positions do not matter."""
    entry = all_fields().get(re.sub(r"\[\d+\]", "[]", path))
    return entry.words if entry else path
