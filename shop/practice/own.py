"""A lead's own exercises: tried before they are given out, kept with their history, taken out and brought back, brought in from a file."""

from typing import Any

from django.db import transaction

from bore import VERSION
from bore.answers.course import exercise_told
from bore.answers.practice import run_told
from bore.answers.serialise import held_to
from bore.base.budget import look
from bore.base.errors import BadInput
from bore.base.immutable import outgoing
from bore.practice.course.exercise import Exercise, course, read_exercise
from bore.practice.policies import POLICIES
from bore.practice.run import begin, run
from shop.jobs.actions import LONGEST_NOTE, kept_elsewhere, out_of_bin, written
from shop.people.models import User
from shop.practice.course import all_exercises, asked_of
from shop.practice.models import OwnExercise
from shop.records.slugs import free_slug
from shop.records.standing import HERE

Spec = dict[str, Any]
MOST_OWN = 100
# Seeds a new exercise is tried with before it is given out.
SEEDS = ("first", "second", "third")


@outgoing
class PolicyTried:
    """What a rule's hand came to in an exercise."""

    policy: str
    score: float
    end: str
    passes: bool


def publish(user: User, data: Spec) -> OwnExercise:
    """A lead's exercise, tried by every rule's hand before it is given out. Raises BadInput naming the field, or where nobody gets through."""
    slug = free_slug(str(data.get("title", ""))[:40])
    made = read_exercise(data | {"id": slug})
    strange = [one for one in made.needs if one not in all_exercises()]
    if strange:
        raise BadInput.at("needs", f"“{strange[0]}” is none of the course")
    tried = tried_by_rules(made)
    with transaction.atomic():
        _must_have_room()
        kept = OwnExercise(slug=slug, made_by=user, name=made.title, data={**data, "id": slug}, tried=tried, core_version=VERSION)
        return written(kept, user)


def tried_by_rules(made: Exercise) -> list[Spec]:
    """What the hands that go by a rule come to, at each thing that may be hidden. Raises BadInput where it cannot be drilled or told as it
    may be asked, or where nobody gets through."""
    _must_be_drillable(made)
    if made.case is None:
        return []
    found = [_tried(made, hidden, policy, seed) for hidden in made.hidden for policy in POLICIES for seed in SEEDS]
    if not any(row["passes"] for row in found):
        raise BadInput.at("case", "no hand gets through this as it is to be passed; change the hole, what is hidden, or what passes")
    return found


def _tried(made: Exercise, hidden: Spec, policy: str, seed: str) -> Spec:
    look()
    asked = asked_of(made, {}, hidden, seed)
    told = run_told(asked, run(asked.world, POLICIES[policy](asked.world), begin(asked.world, asked.used, asked.skin)))
    return {"policy": policy, "score": told.score, "end": told.outcome.end, "passes": told.score >= made.passes.score}


def _must_be_drillable(made: Exercise) -> None:
    """Whatever it may be asked with can be drilled, and told, before anybody is given it. Raises BadInput naming the field."""
    for hidden in made.hidden if made.case is not None else ():
        asked_of(made, {}, hidden, SEEDS[0])
    for what, options in made.free.items():
        for place in range(len(options)):
            asked_of(made, {what: place}, made.hidden[0], SEEDS[0])
    exercise_told(made)


def _must_have_room() -> None:
    if OwnExercise.objects.filter(standing=HERE).count() >= MOST_OWN:
        raise BadInput.at("exercise", f"the shop has {MOST_OWN} of its own already; take some out of the course first")


@transaction.atomic
def bring_back(kept: OwnExercise) -> OwnExercise:
    """An exercise that was taken out, in the course again. Raises BadInput where there is no room for it."""
    if kept.standing != HERE:
        _must_have_room()
    return out_of_bin(kept)


# --- in a shop's file ----------------------------------------------------------------


def exercise_record(one: OwnExercise) -> Spec:
    """An exercise as the file has it."""
    kept = {name: getattr(one, name) for name in ("slug", "name", "note", "data", "tried", "core_version", "standing")}
    return kept | {"made_by": one.made_by.username}


def exercise_in(record: Spec) -> Spec:
    """What is kept of an exercise that a file brings: as it was tried there, or tried now. Raises BadInput naming the field."""
    data, note = record.get("data"), record.get("note") or ""
    if not isinstance(data, dict):
        raise BadInput.at("data", "is needed, as an object")
    if not isinstance(note, str) or len(note) > LONGEST_NOTE:
        raise BadInput.at("note", f"accepted: at most {LONGEST_NOTE} characters")
    made = read_exercise({"id": "brought", **data})
    given = record.get("tried")
    if given is None:
        tried = tried_by_rules(made)
    else:
        _must_be_drillable(made)
        tried = held_to(list[PolicyTried], given, "tried")
    return {
        "name": made.title,
        "note": note,
        "data": data,
        "tried": tried,
        "core_version": str(record.get("core_version") or VERSION)[:20],
    }


def put_exercise(user: User, slug: str, record: Spec, values: Spec) -> OwnExercise:
    """An exercise written elsewhere, in this shop's course. Raises BadInput where its name is taken by one that ships, or there is no room."""
    if slug in course():
        raise BadInput.at("slug", f"“{slug}” is an exercise that ships with the course")
    with transaction.atomic():
        if not OwnExercise.objects.filter(slug=slug, standing=HERE).exists():
            _must_have_room()
        return kept_elsewhere(OwnExercise, user, slug, record, values | {"data": values["data"] | {"id": slug}}, "")
