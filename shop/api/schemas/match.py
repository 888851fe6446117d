"""The match over the shop's own yard."""

from typing import Any

from ninja import Schema

from bore.answers.offers import PairingAnswer
from bore.base.immutable import outgoing


@outgoing
class CrossingLine(PairingAnswer):
    """One machine with one cutter at its best, both by the shop's names for them; why it cannot, where it cannot."""

    why: str
    machine_id: str
    cutter_id: str


class MatchHere(Schema):
    """Crossings of some machines, and how far that is."""

    crossings: list[CrossingLine]
    tried: int
    of: int


class Named(Schema):
    """A record as a case was made of it."""

    id: str
    name: str
    revision: int


class Crossed(Schema):
    """A crossing as a case, and the records it is of."""

    case: dict[str, Any]
    machine: Named
    cutter: Named
