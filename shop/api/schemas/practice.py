"""A practice run under way, and told afterwards."""

from ninja import Schema

from bore.answers.course import Question
from bore.answers.practice import PracticeAnswer, PracticeEvent, PracticeFrame
from bore.answers.practice_steps import PracticeScene


class Begun(Schema):
    """A run about to begin."""

    run: str
    k: int
    scene: PracticeScene
    # What an exercise asks once the cut is over.
    asks_after: list[Question]


class Stepped(Schema):
    """A step of a run."""

    k: int
    frames: list[PracticeFrame]
    events: list[PracticeEvent]
    end: str | None


class Debrief(Schema):
    """A run told as a whole, and a senior hand's of the same metal."""

    mine: PracticeAnswer
    senior: PracticeAnswer
