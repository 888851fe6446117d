"""Records of the yard, saved checks, and who is asking."""

from typing import Any, Literal

from ninja import Schema

from bore.answers.check import Answer
from bore.limits.judgement import Verdict


class MachineRecord(Schema):
    """A machine of the yard."""

    id: str
    name: str
    kind: str
    note: str
    revision: int
    changed_at: str
    standing: Literal["here", "retired", "binned"]
    spec: dict[str, Any]


class CutterRecord(Schema):
    """A cutter of the crib."""

    id: str
    name: str
    family: str
    diameter_mm: float
    count: int
    place: str
    set_name: str
    costs: dict[str, Any]
    measured: dict[str, Any]
    uses_measured: bool
    note: str
    revision: int
    standing: Literal["here", "retired", "binned"]
    spec: dict[str, Any]


class MaterialRecord(Schema):
    """A metal, built in or the shop's own."""

    id: str
    name: str
    iso_group: str
    group: str
    hardness_hb: float | None
    tensile_n_mm2: float | None
    condition: str
    designations: list[str]
    sure: str
    sources: list[str]
    own: bool
    note: str
    revision: int
    standing: Literal["here", "retired", "binned"]
    spec: dict[str, Any]


class BroughtIn(Schema):
    """A check or plan that came in from a file: whose name stood on it there, and what it comes to here."""

    made_by: str
    core_version: str
    verdict_here: str


class CheckSummary(Schema):
    """A saved check, in a line."""

    slug: str
    name: str
    note: str
    verdict: Verdict
    short: str
    made_by: str
    changed_by: str
    revision: int
    brought: BroughtIn | None
    changed_at: str
    demo: bool


class SavedCheckAnswer(Schema):
    """A saved check, whole: as it was asked and as it was answered."""

    slug: str
    name: str
    note: str
    case: dict[str, Any]
    refs: dict[str, Any]
    answer: Answer
    core_version: str
    made_by: str
    changed_by: str
    revision: int
    brought: BroughtIn | None
    changed_at: str
    demo: bool


class Me(Schema):
    """Who is signed in."""

    username: str
    name: str
    role: Literal["learner", "machinist", "lead", "admin"]
    demo: bool


class Live(Schema):
    """Whether the server is up."""

    ok: bool
    version: str


class Health(Live):
    """Whether it can do its work, and what stands in the way."""

    set_up: bool
    faults: list[str]
