"""A schema document for every answer, for programs of others: JSON Schema 2020-12, made from the shapes the answers are built of."""

from typing import Any

from bore import VERSION
from bore.answers.calibration import CalibrationAnswer, ReadingAnswer
from bore.answers.chart import CapabilityAnswer, ChartAnswer
from bore.answers.check import WholeAnswer
from bore.answers.course import CourseAnswer
from bore.answers.diagnosis import DiagnosisAnswer
from bore.answers.machine import DescribedMachine
from bore.answers.offers import DeepHoleAnswer, GuessesAnswer, MatchAnswer, ProgramAnswer, WaysOutAnswer
from bore.answers.part import PartAnswer
from bore.answers.pictures import LogAnswer, WindowAnswer
from bore.answers.plan import OffersAnswer, PlanAnswer
from bore.answers.practice import PracticeAnswer
from bore.answers.program import ControllerAnswer
from bore.answers.readings import Found
from bore.answers.reference import ReferenceFound, ReferencePage, ReferenceTitle
from bore.answers.serialise import schema_of
from bore.answers.shared_words import SharedWords
from bore.answers.trace import TraceAnswer
from bore.base.errors import BadInput
from bore.case.schema import case_schema

CASE = "case"
DIALECT = "https://json-schema.org/draft/2020-12/schema"
# Each command with the shape of what it prints.
SHAPES: dict[str, Any] = {
    "check": WholeAnswer,
    "log": LogAnswer,
    "window": WindowAnswer,
    "ways-out": WaysOutAnswer,
    "guesses": GuessesAnswer,
    "match": MatchAnswer,
    "deep-hole": DeepHoleAnswer,
    "plan": PlanAnswer,
    "plan-anywhere": OffersAnswer,
    "part": PartAnswer,
    "part-program": ControllerAnswer,
    "write-program": ControllerAnswer,
    "run-program": ControllerAnswer,
    "diagnose": DiagnosisAnswer,
    "reading": ReadingAnswer,
    "calibrate": dict[str, CalibrationAnswer],
    "practise": PracticeAnswer,
    "trace": TraceAnswer,
    "chart": ChartAnswer,
    "capability": CapabilityAnswer,
    "describe": DescribedMachine,
    "program": ProgramAnswer,
    "words": SharedWords,
    "exercises": CourseAnswer,
    "read": Found,
    "reference": list[ReferenceTitle] | ReferencePage,
    "look-up": ReferenceFound,
}


def names() -> list[str]:
    """What has a schema: the case that is asked about, and the answer of each command."""
    return [CASE, *SHAPES]


def schema(name: str) -> dict[str, Any]:
    """The schema of a case, or of a command's answer. Raises BadInput naming `schema`.

    >>> schema("check")["title"], "verdict" in schema("check")["properties"]
    ('Fierce Bore: the answer of check', True)
    """
    if name == CASE:
        return _titled("Fierce Bore: a case", name, case_schema())
    if name not in SHAPES:
        raise BadInput.at("schema", f"“{name[:40]}” has none; accepted: {', '.join(names())}")
    return _titled(f"Fierce Bore: the answer of {name}", name, schema_of(SHAPES[name]))


def _titled(title: str, name: str, found: dict[str, Any]) -> dict[str, Any]:
    return {"$schema": DIALECT, "$id": f"urn:fierce-bore:{VERSION}:{name}"} | found | {"title": title}
