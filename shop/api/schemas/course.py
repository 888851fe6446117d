"""The course, assessments and sign-offs."""

from ninja import Schema

from bore.answers.course import ExerciseTold, Question
from bore.answers.plan import ChecklistLine
from bore.answers.practice import PracticeAnswer
from bore.base.immutable import outgoing
from bore.practice.course.judge import Answered, ExerciseStanding
from shop.practice.own import PolicyTried


@outgoing
class ExerciseLine(ExerciseTold):
    """An exercise as somebody sees it."""

    own: bool
    open: bool
    standing: ExerciseStanding


class AssessedHole(Schema):
    """A hole of an assessment: as it is stated, whether it was begun, what came of it."""

    hole: int
    stated: str
    begun: bool
    score: float | None
    passes: bool | None
    right: bool | None


class AssessmentTold(Schema):
    """An assessment under way or over."""

    assessment: str
    asks: list[Question]
    holes: list[AssessedHole]
    passed: bool | None


class AssessmentStanding(Schema):
    """Whether somebody may be assessed, and how it went."""

    open: bool
    left_today: int
    wanted: str
    going: AssessmentTold | None
    passed_at: str | None
    tried: int


class Course(Schema):
    """The course as somebody sees it."""

    exercises: list[ExerciseLine]
    assessment: AssessmentStanding


class QuestionsAnswered(Schema):
    """Questions without a cut, answered."""

    answers: list[Answered]
    standing: ExerciseStanding


class RunJudged(Schema):
    """A try: what was said, whether it counts, and what is against it."""

    answers: list[Answered]
    share: float
    score: float | None
    passes: bool
    against: list[str]


class Finished(Schema):
    """An exercise's run judged, and told as a whole beside a senior hand's."""

    mine: PracticeAnswer
    senior: PracticeAnswer
    judged: RunJudged
    standing: ExerciseStanding | None
    told: str


class LearnersMark(Schema):
    """Where somebody stands in an exercise, for whoever teaches."""

    exercise: str
    tries: int
    best: float | None
    passed: bool
    last_at: str | None
    last_against: list[str]


class Learner(Schema):
    """Somebody of the course: marks, assessments, and the machines they are signed off for."""

    username: str
    name: str
    role: str
    marks: list[LearnersMark]
    assessed: bool | None
    machines: list[str]


class MachineToSign(Schema):
    """A machine people are signed off for, and what they are shown there."""

    slug: str
    name: str
    shown: list[ChecklistLine]


class ExerciseName(Schema):
    """An exercise by its name."""

    id: str
    title: str
    own: bool


class SignOffLine(Schema):
    """A sign-off."""

    id: str
    person: str
    person_name: str
    machine: str | None
    machine_name: str
    machine_revision: int
    by: str
    at: str
    watched: str
    limits: str
    tries: int
    expires: str
    state: str
    withdrawn_at: str | None
    withdrawn_by: str
    withdrawn_why: str


class TakenOut(Schema):
    """An exercise of the shop's own that is not in the course; and when it is gone for good, where it is in the bin."""

    id: str
    title: str
    gone_for_good_at: str | None


class Teaching(Schema):
    """The course for whoever teaches: people, exercises and those taken out, machines, sign-offs."""

    people: list[Learner]
    exercises: list[ExerciseName]
    taken_out: list[TakenOut]
    machines: list[MachineToSign]
    sign_offs: list[SignOffLine]


class MachineName(Schema):
    """A machine by its name."""

    slug: str
    name: str


class SignedOff(Schema):
    """For which machines somebody is signed off; `used`: whether the shop signs anybody off."""

    used: bool
    machines: list[MachineName]


class Published(Schema):
    """A lead's exercise given out."""

    id: str
    tried: list[PolicyTried]
