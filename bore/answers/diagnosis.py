"""What is wrong with a cut, as an answer: what to do now, the causes, and changes that were checked."""

from typing import Any, Literal, cast

from bore.advice.diagnose import at_once, diagnose, symptoms
from bore.answers.offers import WayOut, ways_out_answer
from bore.answers.shape import number
from bore.base.errors import BadInput
from bore.base.immutable import outgoing
from bore.base.plain import known_fields
from bore.case.read import read_case
from bore.check.check import check
from bore.ways.ways_out import ways_out

FIELDS = ("case", "seen", "not_seen", "flags")
MOST_CHANGES = 3
Action = Literal["back", "carry", "ease", "lighten", "more-feed", "oil", "out", "press", "slower", "stop"]


@outgoing
class NowAnswer:
    """The one thing to do now."""

    action: Action
    words: str


@outgoing
class CauseAnswer:
    """A cause, its share, and what speaks for it."""

    cause: str
    words: str
    p: float
    because: list[str]
    change: str


@outgoing
class DiagnosisAnswer:
    """What to do now, how urgent it is (3: stop the spindle; 0: seen afterwards), the causes, and changes checked by the core."""

    now: NowAnswer
    urgency: int
    causes: list[CauseAnswer]
    changes: list[WayOut]


def diagnosis_answer(data: Any) -> DiagnosisAnswer:
    """The diagnosis of a case by what was seen. Raises BadInput naming the field."""
    known_fields(data, FIELDS, whole="diagnose")
    if not isinstance(data.get("case"), dict):
        raise BadInput.at("case", "is needed, as an object")
    job = read_case(data["case"])
    found = diagnose(check(job, recorded=False), *(data.get(name) or [] for name in FIELDS[1:]))
    return DiagnosisAnswer(
        now=NowAnswer(action=cast(Action, found.action), words=found.words),
        urgency=found.urgency,
        causes=[
            CauseAnswer(cause=one.id, words=one.words, p=number(round(one.p, 4)), because=list(one.because), change=one.change)
            for one in found.causes
        ],
        changes=ways_out_answer(ways_out(job)).ways[:MOST_CHANGES],
    )


@outgoing
class SymptomWords:
    """Something that may be seen, heard or felt, how urgent it is, and what is done at once whatever its cause."""

    id: str
    seen: str
    urgency: int
    at_once: str


def symptom_words() -> list[SymptomWords]:
    """Everything that may be seen, in the table's order."""
    rows = {row["symptom"]: row for row in symptoms().values()}
    return [
        SymptomWords(id=name, seen=row["seen"], urgency=int(row["urgency"]), at_once=at_once(int(row["urgency"])))
        for name, row in rows.items()
    ]
