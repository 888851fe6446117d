"""Assessments: six holes the server draws, each drilled once; two tries a day."""

import uuid
from datetime import timedelta
from typing import Any

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from bore.answers.course import question, stated
from bore.answers.serialise import as_data
from bore.base.errors import BadInput
from bore.practice.course.assessment import ANSWERS, HOLES, SCORE, TRIES_A_DAY, bank, drawn, is_right, passed
from bore.practice.course.exercise import Exercise
from bore.practice.course.judge import Answered
from shop.people.models import User
from shop.practice.course import all_exercises, is_open, standings_of
from shop.practice.models import Assessment, PracticeRun, Try

Spec = dict[str, Any]
# What has to be passed before: the last of the course.
AFTER = "one-trouble"


@transaction.atomic
def begin_one(user: User) -> Spec:
    """Six holes drawn. Raises BadInput where the course is not passed yet, or today's tries are used."""
    found = standing_of(user)
    if not found["open"]:
        raise BadInput.at("assessment", "comes after the whole course")
    if found["left_today"] <= 0:
        raise BadInput.at("assessment", f"{TRIES_A_DAY} tries a day; come back tomorrow")
    slug = str(uuid.uuid4())
    one = Assessment.objects.create(slug=slug, user=user, holes=drawn(f"{settings.SECRET_KEY}|{slug}"))
    return told(one)


def standing_of(user: User) -> Spec:
    """Whether somebody may be assessed, how often yet today, the one under way, and how the last ones went."""
    exercises = all_exercises()
    found = standings_of(user, exercises.values())
    mine = Assessment.objects.filter(user=user)
    today = mine.filter(began_at__gte=timezone.now() - timedelta(days=1)).count()
    going = mine.filter(passed=None).first()
    last = exercises[AFTER]
    return {
        "open": found[AFTER].passed and is_open(last, found),
        "left_today": max(TRIES_A_DAY - today, 0),
        "wanted": f"{HOLES} holes: {SCORE:.0f} points in each, and {ANSWERS} of {HOLES} answered rightly beforehand; each is drilled once, {TRIES_A_DAY} tries a day",
        "going": told(going) if going else None,
        "passed_at": next((one.began_at.isoformat() for one in mine if one.passed), None),
        "tried": mine.exclude(passed=None).count(),
    }


def told(one: Assessment) -> Spec:
    """An assessment's holes as they are stated, what is asked of each, and what has come of those that were drilled."""
    tries = {each.hole: each for each in Try.objects.filter(assessment=one)}
    holes = []
    for place, name in enumerate(one.holes):
        made = bank()[name].exercise
        done = tries.get(place)
        holes.append(
            {
                "hole": place,
                "stated": stated(made.case or {}),
                "score": done.score if done else None,
                "passes": done.passes if done else None,
                "right": _right(done) if done else None,
                "begun": done is not None or PracticeRun.objects.filter(assessment=one, hole=place).exists(),
            }
        )
    asks = [as_data(question(ask)) for ask in bank()[one.holes[0]].exercise.ask]
    return {"assessment": one.slug, "asks": asks, "holes": holes, "passed": one.passed}


def hole_of(user: User, slug: Any, hole: Any) -> tuple[Assessment, int]:
    """A hole of one's own assessment that was not begun yet. Raises BadInput naming what it is not."""
    one = Assessment.objects.filter(slug=str(slug)[:36], user=user, passed=None).first()
    if one is None:
        raise BadInput.at("assessment", "is none of yours, or is over")
    if isinstance(hole, bool) or not isinstance(hole, int) or not 0 <= hole < len(one.holes):
        raise BadInput.at("hole", f"accepted: 0 to {len(one.holes) - 1}")
    if PracticeRun.objects.filter(assessment=one, hole=hole).exists() or Try.objects.filter(assessment=one, hole=hole).exists():
        raise BadInput.at("hole", "was drilled already; each is drilled once")
    return one, hole


def template_of(one: Assessment, hole: int) -> Exercise:
    """The hole of the bank that stands at this place."""
    return bank()[one.holes[hole]].exercise


def close_if_done(one: Assessment) -> None:
    """Once every hole was drilled it is said whether it is passed."""
    tries = list(Try.objects.filter(assessment=one))
    if len(tries) == len(one.holes):
        one.passed = passed([each.score or 0.0 for each in tries], [_right(each) for each in tries])
        one.save(update_fields=["passed"])


def _right(each: Try) -> bool:
    return is_right([Answered(**answer) for answer in each.answers])
