"""The course for whoever teaches: people with their marks, exercises, machines with what is shown there, sign-offs."""

from collections.abc import Iterable
from typing import Any

from bore.answers.serialise import as_data
from bore.plan.induction import induction
from bore.practice.course.exercise import Exercise, course
from bore.practice.course.judge import Tried, standing
from shop.people.models import User
from shop.practice.course import all_exercises
from shop.practice.models import Assessment, OwnExercise, SignOff, Try
from shop.practice.sign_offs import VALID, as_told, state_of
from shop.records.standing import HERE
from shop.yard.models import Machine

Spec = dict[str, Any]
MOST_SIGN_OFFS = 500


def teaching() -> Spec:
    """Everybody who may sign in, and where each stands."""
    exercises = all_exercises()
    sign_offs = list(SignOff.objects.select_related("machine", "person", "by", "withdrawn_by")[:MOST_SIGN_OFFS])
    tries: dict[int, list[Try]] = {}
    for one in Try.objects.filter(assessment=None):
        tries.setdefault(one.user_id, []).append(one)
    assessed: dict[int, bool] = {}
    for each in Assessment.objects.exclude(passed=None):
        assessed[each.user_id] = assessed.get(each.user_id, False) or bool(each.passed)
    signed: dict[int, set[str]] = {}
    for off in sign_offs:
        if off.machine and state_of(off) == VALID:
            signed.setdefault(off.person_id, set()).add(off.machine.slug)
    people = [
        {
            "username": user.username,
            "name": user.get_full_name() or user.username,
            "role": user.role,
            "marks": _marks(exercises.values(), tries.get(user.pk, [])),
            "assessed": assessed.get(user.pk),
            "machines": sorted(signed.get(user.pk, ())),
        }
        for user in User.objects.filter(is_active=True).order_by("first_name", "username")
    ]
    return {
        "people": people,
        "exercises": [{"id": one.id, "title": one.title, "own": one.id not in course()} for one in exercises.values()],
        "taken_out": [
            {"id": one.slug, "title": one.name, "gone_for_good_at": one.gone_for_good_at}
            for one in OwnExercise.objects.exclude(standing=HERE).order_by("-stands_since")
        ],
        "machines": [
            {"slug": one.slug, "name": one.name, "shown": [as_data(line) for line in induction(one.kind)]}
            for one in Machine.objects.filter(standing=HERE).order_by("name")
        ],
        "sign_offs": [as_told(one) for one in sign_offs],
    }


def _marks(exercises: Iterable[Exercise], tries: list[Try]) -> list[Spec]:
    found = []
    for one in exercises:
        mine = [each for each in tries if each.exercise == one.id]
        if not mine:
            continue
        tried = [Tried(score=each.score, passes=each.passes, share=each.share) for each in mine]
        stands = as_data(standing(one.passes, one.case is not None, tried))
        last = mine[-1]
        found.append(
            {"exercise": one.id, **{name: stands[name] for name in ("tries", "best", "passed")}}
            | {"last_at": last.at.isoformat(), "last_against": last.against}
        )
    return found
