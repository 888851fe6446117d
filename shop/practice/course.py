"""The course as the shop has it: its own exercises beside those that ship, and where somebody stands in each."""

import json
from collections.abc import Iterable
from typing import Any

from bore.answers.course import exercise_told
from bore.answers.practice import Asked, read_practice, run_told
from bore.answers.serialise import as_data
from bore.base.errors import BadInput
from bore.practice.course.exercise import Exercise, changed, course, read_exercise
from bore.practice.course.judge import ExerciseStanding, Tried, answered, read_said, share_of, standing
from bore.practice.policies import POLICIES
from bore.practice.run import begin, run
from shop.people.models import User
from shop.practice.models import OwnExercise, Try
from shop.records.slugs import free_slug
from shop.records.standing import BINNED, HERE

Spec = dict[str, Any]
MOST_OWN = 100
# Seeds a new exercise is tried with before it is given out.
SEEDS = ("first", "second", "third")


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


# --- a lead's own ------------------------------------------------------------------


def publish(user: User, data: Spec) -> OwnExercise:
    """A lead's exercise, tried by every rule's hand before it is given out. Raises BadInput naming the field, or where nobody gets through."""
    if OwnExercise.objects.filter(standing=HERE).count() >= MOST_OWN:
        raise BadInput.at("exercise", f"the shop has {MOST_OWN} of its own already; put some away first")
    name = free_slug(str(data.get("title", ""))[:40])
    made = read_exercise(data | {"id": name})
    strange = [one for one in made.needs if one not in all_exercises()]
    if strange:
        raise BadInput.at("needs", f"“{strange[0]}” is none of the course")
    tried = _tried(made) if made.case is not None else []
    # Whatever it may be asked with can be drilled, and told, before anybody is given it.
    for what, options in made.free.items():
        for place in range(len(options)):
            asked_of(made, {what: place}, made.hidden[0], SEEDS[0])
    exercise_told(made)
    if tried and not any(row["passes"] for row in tried):
        raise BadInput.at("case", "no hand gets through this as it is to be passed; change the hole, what is hidden, or what passes")
    return OwnExercise.objects.create(slug=name, data={**data, "id": name}, tried=tried, made_by=user)


def put_away(slug: str) -> None:
    """A lead's exercise into the bin; what was tried of it stays. Raises BadInput where it is none of the shop's own."""
    if not OwnExercise.objects.filter(slug=slug, standing=HERE).update(standing=BINNED):
        raise BadInput.at("exercise", "is none of the shop’s own")


def _tried(made: Exercise) -> list[Spec]:
    """What the hands that go by a rule come to, at each thing that may be hidden."""
    found = []
    for hidden in made.hidden:
        for policy, hand in POLICIES.items():
            for seed in SEEDS:
                asked = asked_of(made, {}, hidden, seed)
                told = run_told(asked, run(asked.world, hand(asked.world), begin(asked.world, asked.used, asked.skin)))
                found.append({"policy": policy, "score": told.score, "end": told.outcome.end, "passes": told.score >= made.passes.score})
    return found


def asked_of(made: Exercise, changes: Any, hidden: Spec, seed: str) -> Asked:
    """A run of an exercise as the core is asked for it. Raises BadInput naming the field."""
    return read_practice(asked_data(made, changes, hidden) | {"seed": seed})


def asked_data(made: Exercise, changes: Any, hidden: Spec) -> Spec:
    """A run of an exercise, as it is kept."""
    return {**changed(made, changes), "hidden": json.loads(json.dumps(hidden))}
