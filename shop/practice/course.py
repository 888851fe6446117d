"""The course as the shop has it: its own exercises beside those that ship, and where somebody stands in each."""

import json
from collections.abc import Iterable
from typing import Any

from bore.answers.course import exercise_told
from bore.answers.practice import Asked, read_practice, under_a_hand
from bore.answers.serialise import as_data
from bore.base.errors import BadInput
from bore.practice.course.exercise import Exercise, changed, course, read_exercise
from bore.practice.course.judge import ExerciseStanding, Tried, answered, read_said, share_of, standing
from shop.people.models import User
from shop.practice.models import OwnExercise, Try
from shop.records.standing import HERE

Spec = dict[str, Any]


def all_exercises() -> dict[str, Exercise]:
    """Those that ship, in the order people learn; then the shop's own that stand."""
    found = dict(course())
    for one in OwnExercise.objects.filter(standing=HERE):
        try:
            found[one.slug] = read_exercise(one.data | {"id": one.slug})
        except BadInput:
            # One that an older version gave out and this one cannot read spoils the course for nobody.
            continue
    return found


def exercise_of(name: Any) -> Exercise:
    """An exercise by its id. Raises BadInput where there is none."""
    found = all_exercises().get(name) if isinstance(name, str) else None
    if found is None:
        raise BadInput.at("exercise", "is none of the course")
    return found


def standings_of(user: User, exercises: Iterable[Exercise]) -> dict[str, ExerciseStanding]:
    """Where somebody stands in each exercise."""
    tries: dict[str, list[Tried]] = {}
    for one in Try.objects.filter(user=user, assessment=None):
        tries.setdefault(one.exercise, []).append(Tried(score=one.score, passes=one.passes, share=one.share))
    return {one.id: standing(one.passes, one.case is not None, tries.get(one.id, [])) for one in exercises}


def is_open(one: Exercise, standings: dict[str, ExerciseStanding]) -> bool:
    """Whether all that an exercise needs is passed; what is needed and there no longer stands in nobody's way."""
    return all(standings[name].passed for name in one.needs if name in standings)


def course_of(user: User) -> Spec:
    """The course as somebody sees it: each exercise, whether it is open, and where they stand."""
    exercises = all_exercises()
    found = standings_of(user, exercises.values())
    told = [
        as_data(exercise_told(one)) | {"own": one.id not in course(), "open": is_open(one, found), "standing": as_data(found[one.id])}
        for one in exercises.values()
    ]
    return {"exercises": told}


def must_be_open(user: User, one: Exercise) -> None:
    """Raises BadInput where something has to be passed before."""
    exercises = all_exercises()
    found = standings_of(user, exercises.values())
    lacking = [exercises[name].title for name in one.needs if name in found and not found[name].passed]
    if lacking:
        raise BadInput.at("exercise", f"comes after: {', '.join(lacking)}")


def answer_questions(user: User, name: str, said: Any) -> Spec:
    """Questions without a cut, answered. Raises BadInput naming the question."""
    one = exercise_of(name)
    if one.case is not None:
        raise BadInput.at("exercise", "is drilled, not only answered")
    must_be_open(user, one)
    answers = answered(one.ask, read_said(one.ask, said, "before"), None)
    share = share_of(answers)
    told = [as_data(answer) for answer in answers]
    Try.objects.create(user=user, exercise=one.id, answers=told, share=share, passes=share >= 1)
    return {"answers": told, "standing": as_data(standings_of(user, [one])[one.id])}


def asked_of(made: Exercise, changes: Any, hidden: Spec, seed: str) -> Asked:
    """A run of an exercise as the core is asked for it. Raises BadInput naming the field."""
    return under_a_hand(read_practice(asked_data(made, changes, hidden) | {"seed": seed}))


def asked_data(made: Exercise, changes: Any, hidden: Spec) -> Spec:
    """A run of an exercise, as it is kept."""
    return {**changed(made, changes), "hidden": json.loads(json.dumps(hidden))}
