"""Plans and parts that were kept, and a hole on some of the shop's machines."""

from typing import Any

from ninja import Schema

from bore.answers.plan import MachineOffer
from bore.limits.judgement import Verdict
from shop.api.schemas.records import BroughtIn


class AnywhereAnswer(Schema):
    """The plan on some of the shop's machines, best first; how many of them all have been tried."""

    machines: list[MachineOffer]
    tried: int
    of: int


class PlanSummary(Schema):
    """A kept plan in a list."""

    slug: str
    name: str
    note: str
    made_by: str
    changed_by: str
    revision: int
    brought: BroughtIn | None
    changed_at: str
    demo: bool
    verdict: Verdict
    short: str
    ticked: int


class Whole(Schema):
    """What was asked of something that is kept, the answer as it was given, and the checklist's ticks."""

    asked: dict[str, Any]
    answer: dict[str, Any]
    ticks: list[str]
    core_version: str


class KeptPlan(PlanSummary, Whole):
    """A kept plan."""


class PartSummary(PlanSummary):
    """A kept part in a list."""


class KeptPart(PartSummary, Whole):
    """A kept part."""
