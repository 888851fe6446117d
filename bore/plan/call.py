"""A hole as it is called across the shop or lettered on a drawing: how many, the hole itself, how deep, through or blind."""

import re

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.plan.callout import FIELD
from bore.plan.pattern import MOST_HOLES
from bore.plan.seats import take_seats
from bore.quantities.notation import read_quantity

_LENGTH = r"(?<![\dA-WYZa-wyz.-])(?P<depth>\d+(?:[.,]\d+)?(?:[ -]\d+/\d+|/\d+)?\s*(?:mm|in|inch(?:es)?|[\"”])?)"
_LEAD = r"[\s,;x×-]*"
_THROUGH = re.compile(rf"{_LEAD}\b(?:through|thro|thru)(?:\s+(?:all\b)?\s*{_LENGTH}?)?(?:\s*(?:deep|thick|plate))?$", re.I)
_DEEP = re.compile(rf"(?P<blind>{_LEAD}\bblind)?(?:{_LEAD}|(?<=[\d\s])x\s*){_LENGTH}\s*deep(?P<after>{_LEAD}\bblind)?$", re.I)
_BLIND = re.compile(rf"{_LEAD}\bblind(?:\s+{_LENGTH})?$", re.I)
_SIGNED = re.compile(rf"{_LEAD}(?:↧|\bdepth\b)\s*{_LENGTH}$", re.I)
# How many stands before the hole; of a thread by its number or its inches (`10-32`, `3/8-16`) it is no count.
_COUNT = re.compile(r"^(?P<count>\d{1,3})\s*(?:x|×|off|-off|holes?(?:\s+of)?)\s+(?=\S)|^(?P<times>\d{1,3})\s*[x×]\s*(?=[A-Z#])", re.I)
# A length behind the hole without a word for it: `M10 x 20`. It may be a seat's, and behind a bare thread a pitch where it is less than half
# of the thread: no thread is that coarse.
_BY = re.compile(rf"^(?P<hole>.*[\dA-Za-z)])\s*[x×]\s*{_LENGTH}$", re.I)
_BARE_THREAD = re.compile(r"^M\s*(\d+(?:[.,]\d+)?)$", re.I)


@immutable
class Call:
    """What was called: the hole's own text, and the rest as far as it was said."""

    hole: str
    count: int | None
    depth_mm: float | None
    through: bool | None


def read_call(text: str) -> Call:
    """The call in its parts. A depth without a word for it means blind, as on a drawing; bare figures are millimetres.

    >>> read_call("4 x M10 blind 20 deep")
    Call(hole='M10', count=4, depth_mm=20.0, through=False)
    >>> read_call("4x M10 x 20"), read_call("M10x1.25")
    (Call(hole='M10', count=4, depth_mm=20.0, through=False), Call(hole='M10x1.25', count=None, depth_mm=None, through=None))
    >>> read_call("12 thru"), read_call("11 counterbore 17.5 x 10")
    (Call(hole='12', count=None, depth_mm=None, through=True), Call(hole='11 counterbore 17.5 x 10', count=None, depth_mm=None, through=None))

    Raises BadInput naming `plan.hole` for a count or a depth that cannot be.
    """
    rest, through, depth = _ended(text.strip())
    match = _COUNT.match(rest)
    count = int(match["count"] or match["times"]) if match else None
    if count is not None and not 1 <= count <= MOST_HOLES:
        raise BadInput.at(FIELD, f"cannot be {count} holes; accepted: 1 to {MOST_HOLES}")
    hole, depth_mm = rest[match.end() :].strip() if match else rest, _depth_mm(depth)
    if depth_mm is None and (by := _by(hole)) is not None:
        hole, depth_mm, through = by[0], by[1], bool(through)
    return Call(hole, count, depth_mm, through)


def _by(text: str) -> tuple[str, float] | None:
    """The hole and its depth where a length alone stands behind it; None where that is a pitch or a seat's."""
    match = _BY.match(text)
    if match is None or take_seats(text)[1]:
        return None
    hole, depth_mm = match["hole"].strip(), _depth_mm(match["depth"])
    thread = _BARE_THREAD.match(hole)
    if depth_mm is None or (thread and depth_mm < float(thread[1].replace(",", ".")) / 2):
        return None
    return hole, depth_mm


def _ended(text: str) -> tuple[str, bool | None, str | None]:
    """What stands before the depth, whether it goes through, and the depth as written."""
    for pattern, through in ((_THROUGH, True), (_DEEP, False), (_BLIND, False), (_SIGNED, False)):
        if (match := pattern.search(text)) and match.start() > 0:
            return text[: match.start()].strip(), through, match["depth"]
    return text, None, None


def _depth_mm(written: str | None) -> float | None:
    return None if written is None else read_quantity("length", written.strip().replace("”", '"'), "metric", FIELD).value
