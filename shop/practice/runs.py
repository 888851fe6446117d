"""Runs drilled step by step: what is true of one is drawn anew at each step from the server's own secret, and never sent."""

import hashlib
import hmac
import json
import uuid
from functools import lru_cache
from typing import Any

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from bore.answers.course import question
from bore.answers.practice import ACTIONS, Asked, PracticeAnswer, read_practice, run_told, under_a_hand
from bore.answers.practice_steps import read_samples, scene_of, stepped
from bore.answers.serialise import as_data
from bore.base.errors import BadInput
from bore.base.plain import known_fields, listed
from bore.cuts.noted import whole
from bore.practice import facts
from bore.practice.course.exercise import Exercise
from bore.practice.course.judge import answered, judged, read_said, share_of
from bore.practice.policies import POLICIES
from bore.practice.run import Run, begin, replayed, run
from bore.practice.state import RECKONING, State, state_from
from shop.people.models import User
from shop.practice.assessments import close_if_done, hole_of, template_of
from shop.practice.course import asked_data, exercise_of, must_be_open, standings_of
from shop.practice.models import PracticeRun, Try

Spec = dict[str, Any]
START, STEP = ("case", "hidden", "set_up", "exercise", "assessment", "hole", "said", "changes"), ("run", "k", "samples", "actions")
OF_A_CASE = ("case", "hidden", "set_up")
# So many of a person's runs are kept, the newest.
MOST_RUNS = 20
MOST_STEPS, MOST_ACTIONS = 3000, 4
# A browser may run this far ahead of the server's clock, s.
AHEAD_S = 1.0


class OutOfStep(Exception):
    """A step that is not the next one, or comes before its time; its words say which."""


def start(user: User, data: Spec) -> Spec:
    """Begin a run of a case, an exercise or a hole of an assessment. Raises BadInput naming the field."""
    known_fields(data, START)
    slug = str(uuid.uuid4())
    one = _new(user, data, slug)
    close_left(user)
    asked = _asked(json.dumps(one.asked, sort_keys=True), slug)
    state = _begun(asked)
    one.state = state.as_data()
    with transaction.atomic():
        if one.assessment is not None:
            # Nobody else has begun it meanwhile.
            hole_of(user, one.assessment.slug, one.hole)
        older = PracticeRun.objects.filter(user=user).values_list("pk", flat=True)[MOST_RUNS - 1 :]
        PracticeRun.objects.filter(pk__in=list(older)).delete()
        one.save()
    after = [as_data(question(ask)) for ask in _exercise(one).ask if ask.when == "after"] if one.exercise else []
    return {"run": slug, "k": 0, "scene": as_data(scene_of(asked, state)), "asks_after": after}


def _new(user: User, data: Spec, slug: str) -> PracticeRun:
    """A run not yet begun, of whatever it is asked for by."""
    given = [name for name in ("case", "exercise", "assessment") if data.get(name) is not None]
    if len(given) != 1:
        raise BadInput.at("case", "exactly one of case, exercise, assessment")
    if given == ["case"]:
        return PracticeRun(slug=slug, user=user, reckoning=RECKONING, asked={name: data[name] for name in OF_A_CASE if name in data})
    one = PracticeRun(slug=slug, user=user, reckoning=RECKONING)
    if given == ["exercise"]:
        made = exercise_of(data["exercise"])
        if made.case is None:
            raise BadInput.at("exercise", "is only answered, not drilled")
        must_be_open(user, made)
    else:
        one.assessment, one.hole = hole_of(user, data["assessment"], data.get("hole"))
        made = template_of(one.assessment, one.hole)
    one.exercise, one.said = made.id, read_said(made.ask, data.get("said"), "before")
    one.hidden = int.from_bytes(_secret(slug, "hidden")[:4], "big") % len(made.hidden)
    one.asked = asked_data(made, data.get("changes"), made.hidden[one.hidden])
    return one


def _secret(slug: str, what: str = "") -> bytes:
    return hmac.new(settings.SECRET_KEY.encode(), f"{slug}{what}".encode(), hashlib.sha256).digest()


@lru_cache(maxsize=32)
def _asked(text: str, slug: str) -> Asked:
    """A run's set-up and truth; kept for a while, since a learner steps through it five times a second."""
    return under_a_hand(read_practice(json.loads(text) | {"seed": _secret(slug).hex()[:40]}))


@transaction.atomic
def go_on(user: User, data: Spec) -> Spec:
    """The next step of a run of one's own. The same step with the same forces is answered as before. Raises BadInput, OutOfStep."""
    known_fields(data, STEP)
    one = PracticeRun.objects.select_for_update().filter(slug=str(data.get("run"))[:36], user=user).first()
    if one is None:
        raise BadInput.at("run", "is none of yours")
    k = whole(data.get("k"), "k", 0, MOST_STEPS, 0)
    samples, actions = read_samples(data.get("samples")), _actions(data.get("actions"))
    sent = [samples, actions]
    if k + 1 == one.k and one.steps[-1] == sent:
        return dict(one.answer)
    if k != one.k:
        raise OutOfStep(f"step {k} is not the next one; that is {one.k}")
    if one.closed:
        # No later step will do: whoever drills is told, and does not wait.
        raise BadInput.at("run", "was left elsewhere, and is judged as it was left; begin another")
    _as_now(one)
    state = state_from(one.state)
    if state.end:
        raise OutOfStep("the run has ended")
    if state.t_s + len(samples) * facts.DT_S > (timezone.now() - one.began_at).total_seconds() + AHEAD_S:
        raise OutOfStep("no second comes before its time")
    asked = _asked(json.dumps(one.asked, sort_keys=True), one.slug)
    found: Spec = dict(as_data(stepped(asked, state, samples, actions))) | {"k": k + 1}
    one.k, one.state, one.answer, one.steps = k + 1, state.as_data(), found, [*one.steps, sent]
    one.save()
    return found


def _actions(rows: Any) -> list[str]:
    found = listed(rows, "actions", MOST_ACTIONS)
    if not all(one in ACTIONS for one in found):
        raise BadInput.at("actions", f"accepted: {', '.join(ACTIONS)}")
    return list(found)


# --- afterwards --------------------------------------------------------------------


def debrief(user: User, slug: str) -> Spec:
    """A run of one's own from its kept forces, and what a senior hand makes of the same metal. Raises BadInput."""
    one = _own(user, slug)
    if one.exercise and not one.closed:
        raise BadInput.at("run", "is of an exercise: finish it first")
    return _told(one)


@transaction.atomic
def finish(user: User, data: Spec) -> Spec:
    """An exercise's run judged, with what is asked afterwards; then told as any other. Asked again it says the same. Raises BadInput."""
    known_fields(data, ("run", "said"))
    one = _own(user, str(data.get("run")))
    if not one.exercise:
        raise BadInput.at("run", "is of no exercise")
    made = _exercise(one)
    if not one.closed:
        one.said = one.said | read_said(made.ask, data.get("said"), "after")
        _close(one, made)
    kept = Try.objects.get(run=one.slug)
    mine = {name: getattr(kept, name) for name in ("answers", "share", "score", "passes", "against")}
    stands = None if one.assessment else as_data(standings_of(user, [made])[made.id])
    return {**_told(one), "judged": mine, "standing": stands, "told": made.told}


def close_left(user: User) -> None:
    """Runs of exercises that were begun and left are judged as they were left, what is asked afterwards unanswered."""
    for one in PracticeRun.objects.filter(user=user, closed=False).exclude(exercise=""):
        try:
            with transaction.atomic():
                _close(one, _exercise(one))
        except BadInput:
            # Its exercise is there no longer, or it was reckoned otherwise: nobody is judged by it, and a hole of an assessment is to be drilled again.
            PracticeRun.objects.filter(pk=one.pk, assessment=None).update(closed=True)
            PracticeRun.objects.filter(pk=one.pk).exclude(assessment=None).delete()


def _close(one: PracticeRun, made: Exercise) -> None:
    """Judge a run, once."""
    if not PracticeRun.objects.filter(pk=one.pk, closed=False).update(closed=True, said=one.said):
        return
    asked = _asked(json.dumps(one.asked, sort_keys=True), one.slug)
    ran = _ran(one, asked)
    told = run_told(asked, ran)
    plain = read_practice({**asked_data(made, None, {}), "fair": True})
    answers = answered(made.ask, one.said, plain.world, plain.used, one.hidden)
    verdict = judged(made.passes, asked.world, told.score, [event.id for event in ran.events])
    Try.objects.create(
        user=one.user,
        exercise=one.exercise,
        assessment=one.assessment,
        hole=one.hole,
        run=one.slug,
        answers=[as_data(answer) for answer in answers],
        share=share_of(answers) * len(answers) / max(len(made.ask), 1),
        score=told.score,
        end=told.outcome.end,
        first=told.outcome.first[0] if told.outcome.first else "",
        passes=verdict.passes,
        against=verdict.against,
    )
    if one.assessment is not None:
        close_if_done(one.assessment)


def _exercise(one: PracticeRun) -> Exercise:
    return template_of(one.assessment, one.hole or 0) if one.assessment else exercise_of(one.exercise)


def _own(user: User, slug: str) -> PracticeRun:
    one = PracticeRun.objects.filter(slug=slug[:36], user=user).first()
    if one is None:
        raise BadInput.at("run", "is none of yours")
    return one


def _told(one: PracticeRun) -> Spec:
    asked = _asked(json.dumps(one.asked, sort_keys=True), one.slug)
    senior: PracticeAnswer = run_told(asked, run(asked.world, POLICIES["senior"](asked.world), _begun(asked)))
    return {"mine": as_data(run_told(asked, _ran(one, asked))), "senior": as_data(senior)}


def _as_now(one: PracticeRun) -> None:
    """A run is gone on with and shown again only as it was reckoned. Raises BadInput."""
    if one.reckoning != RECKONING:
        raise BadInput.at("run", "was drilled before practice reckoned as it does now, and cannot be shown again; what it came to is kept")


def _ran(one: PracticeRun, asked: Asked) -> Run:
    _as_now(one)
    return replayed(asked.world, _begun(asked), one.steps)


def _begun(asked: Asked) -> State:
    return begin(asked.world, asked.used, asked.skin)
