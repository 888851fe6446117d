"""How far a long question is, told while it is worked out: whoever asks gives it a name of their own, and asks for that name.

The processes of the server share it in a small file each; a person sees their own only.
"""

import os
import re
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

import orjson
from django.conf import settings

from bore.base.immutable import outgoing

NAME = re.compile(r"[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}")
# How often a file is written, at most, s.
EVERY_S = 0.2
Told = Callable[[float, str], None]


@outgoing
class HowFar:
    """How far a long question is: the share that is done, 0 to 1, and what is being done; nothing where it has not begun, or has ended."""

    share: float | None
    doing: str


NOTHING = HowFar(share=None, doing="")


def _file(person: int, name: str) -> Path:
    return Path(settings.DATA) / "watched" / f"{person}-{name}.json"


def how_far(person: int, name: str) -> HowFar:
    """How far a person's question is that they have given this name."""
    if not NAME.fullmatch(name):
        return NOTHING
    try:
        return HowFar(**orjson.loads(_file(person, name).read_bytes()))
    except (OSError, ValueError, TypeError):
        return NOTHING


@contextmanager
def watched(person: int | None, name: str) -> Iterator[Told]:
    """Whom a long question tells how far it is; nobody where it was given no name that will do. A disk that takes nothing stops no question."""
    if not NAME.fullmatch(name) or person is None:
        yield lambda share, doing: None
        return
    file = _file(person, name)
    try:
        yield _writing(file)
    finally:
        with suppress(OSError):
            file.unlink(missing_ok=True)


def forget_unwatched(before_s: float) -> int:
    """Remove what a server that was killed left behind before a time (seconds since 1970); how many there were."""
    left = [one for one in Path(settings.DATA).glob("watched/*") if one.stat().st_mtime < before_s]
    for one in left:
        one.unlink(missing_ok=True)
    return len(left)


def _writing(file: Path) -> Told:
    """Writes the furthest share there has been: a search that begins a stretch again does not go back."""
    furthest, written = 0.0, -EVERY_S

    def told(share: float, doing: str) -> None:
        nonlocal furthest, written
        furthest, now = max(furthest, share), time.monotonic()
        if now - written < EVERY_S:
            return
        written = now
        with suppress(OSError):
            file.parent.mkdir(parents=True, exist_ok=True)
            part = file.with_suffix(".part")
            part.write_bytes(orjson.dumps({"share": round(furthest, 3), "doing": doing}))
            os.replace(part, file)

    return told
