"""A run at a machine left by one and taken up by another: where it stands, and both names."""

from typing import Any, cast

from django.db import transaction
from django.utils import timezone

from bore.answers.earlier import is_part, is_plan
from bore.base.errors import BadInput
from bore.base.plain import known_fields, plain_text
from bore.cuts.noted import MOST_HOLES, whole
from shop.logbook.actions import MOST_REV, MOST_STEPS, UUID
from shop.logbook.models import HandOver
from shop.people.models import User

Spec = dict[str, Any]
LEFT = ("name", "note", "run")
RUN = ("name", "answer", "at", "hole", "ticks", "since", "plan", "part", "rev", "made", "own")
MADE = ("id", "holes", "first", "at")
MOST_RUN, LONGEST_NOTE, LONGEST_NAME, MOST_TICKS = 1_900_000, 400, 120, 200
# So many runs of one person may wait.
MOST_LEFT = 20
# As many as are listed: those not taken yet, and the last that were.
MOST_LISTED = 50


class TakenAlready(Exception):
    """Somebody else has taken the run up; its words say who."""


def leave(user: User, slug: str, data: Spec) -> HandOver:
    """Leave a run for somebody else, with a line; sent again it is there once, whoever has it by then. Raises BadInput naming the field."""
    if not UUID.fullmatch(slug):
        raise BadInput.at("id", "accepted: a UUID, in small letters")
    known_fields(data, LEFT)
    name, note = plain_text(data.get("name"), "name", LONGEST_NAME), plain_text(data.get("note"), "note", LONGEST_NOTE)
    run = read_run(data.get("run"))
    with transaction.atomic():
        one = HandOver.objects.select_for_update().filter(slug=slug).first()
        if one is not None:
            return one
        if HandOver.objects.filter(made_by=user, taken_by=None).count() >= MOST_LEFT:
            raise BadInput.at("run", f"{MOST_LEFT} of yours wait to be taken up already; take some up yourself first")
        return HandOver.objects.create(slug=slug, name=name or run["name"], note=note, run=run, made_by=user)


@transaction.atomic
def take_up(user: User, one: HandOver) -> HandOver:
    """Take a run up; raises TakenAlready where another has it."""
    one = HandOver.objects.select_for_update().get(pk=one.pk)
    if one.taken_by is not None and one.taken_by != user:
        raise TakenAlready(f"{one.taken_by.username} has it already")
    one.taken_by, one.taken_at = user, one.taken_at or timezone.now()
    one.save()
    return one


def read_run(run: Any) -> Spec:
    """A run as a browser has it, held to the shape of one, so that the next browser can open it. Raises BadInput naming the field."""
    known_fields(run, RUN, "run")
    if len(str(run)) > MOST_RUN:
        raise BadInput.at("run", "is too long")
    answer = run.get("answer")
    if not (is_plan(answer) or is_part(answer)):
        raise BadInput.at("run.answer", "is not the shape of a plan or a part")
    ticks = run.get("ticks")
    if not isinstance(ticks, list) or len(ticks) > MOST_TICKS or not all(isinstance(one, str) and len(one) <= 60 for one in ticks):
        raise BadInput.at("run.ticks", f"accepted: at most {MOST_TICKS} names of lines")
    return {
        "name": plain_text(run.get("name"), "run.name"),
        "answer": answer,
        "at": whole(run.get("at"), "run.at", 0, MOST_STEPS, 0),
        "hole": whole(run.get("hole"), "run.hole", 1, MOST_HOLES, 1),
        "ticks": ticks,
        "since": None,
        "plan": plain_text(run.get("plan"), "run.plan"),
        "part": plain_text(run.get("part"), "run.part"),
        "rev": whole(run.get("rev"), "run.rev", 0, MOST_REV, 0),
        "made": {key: _made(one, f"run.made.{key}") for key, one in _by_step(run, "made")},
        "own": {key: _holes(one, f"run.own.{key}") for key, one in _by_step(run, "own")},
    }


def _by_step(run: Spec, name: str) -> list[tuple[str, Any]]:
    """What stands by the steps of a run: by a step's number, and of a part the letter."""
    found = run.get(name)
    if not isinstance(found, dict) or len(found) > MOST_STEPS or not all(len(key) <= 10 for key in found):
        raise BadInput.at(f"run.{name}", "accepted: an object by the numbers of steps")
    return list(cast(dict[str, Any], found).items())


def _made(one: Any, at: str) -> Spec:
    known_fields(one, MADE, at)
    slug, moment = plain_text(one.get("id"), f"{at}.id"), plain_text(one.get("at"), f"{at}.at", 40)
    if slug and not UUID.fullmatch(slug):
        raise BadInput.at(f"{at}.id", "accepted: a UUID, in small letters")
    holes, first = whole(one.get("holes"), f"{at}.holes", 0, MOST_HOLES, 0), whole(one.get("first"), f"{at}.first", 1, MOST_HOLES, 1)
    return {"id": slug, "holes": holes, "first": first, "at": moment}


def _holes(one: Any, at: str) -> list[int]:
    if not isinstance(one, list) or len(one) > MOST_HOLES:
        raise BadInput.at(at, "accepted: a list of holes")
    return [whole(hole, f"{at}[{place}]", 1, MOST_HOLES, 1) for place, hole in enumerate(one)]
