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

from bore.answers.practice import ACTIONS, Asked, read_practice, run_told
from bore.answers.practice_steps import read_samples, scene_of, stepped
from bore.answers.serialise import as_data
from bore.base.errors import BadInput
from bore.base.plain import known_fields, listed
from bore.cuts.noted import whole
from bore.practice import facts
from bore.practice.policies import POLICIES
from bore.practice.run import begin, replayed, run
from bore.practice.state import State, state_from
from shop.people.models import User
from shop.practice.models import PracticeRun

Spec = dict[str, Any]
START, STEP = ("case", "hidden", "set_up"), ("run", "k", "samples", "actions")
# So many of a person's runs are kept, the newest.
MOST_RUNS = 20
MOST_STEPS, MOST_ACTIONS = 3000, 4
# A browser may run this far ahead of the server's clock, s.
AHEAD_S = 1.0


class OutOfStep(Exception):
    """A step that is not the next one, or comes before its time; its words say which."""


def start(user: User, data: Spec) -> Spec:
    """Begin a run. Raises BadInput naming the field."""
    known_fields(data, START)
    slug = str(uuid.uuid4())
    asked = _asked(json.dumps(data, sort_keys=True), slug)
    state = _begun(asked)
    older = PracticeRun.objects.filter(user=user).values_list("pk", flat=True)[MOST_RUNS - 1 :]
    PracticeRun.objects.filter(pk__in=list(older)).delete()
    PracticeRun.objects.create(slug=slug, user=user, asked=data, state=state.as_data())
    return {"run": slug, "k": 0, "scene": as_data(scene_of(asked, state))}


@lru_cache(maxsize=32)
def _asked(text: str, slug: str) -> Asked:
    """A run's set-up and truth; kept for a while, since a learner steps through it five times a second."""
    secret = hmac.new(settings.SECRET_KEY.encode(), slug.encode(), hashlib.sha256).hexdigest()
    return read_practice(json.loads(text) | {"seed": secret[:40]})


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


def debrief(user: User, slug: str) -> Spec:
    """A run of one's own from its kept forces, and what a senior hand makes of the same metal. Raises BadInput."""
    one = PracticeRun.objects.filter(slug=slug[:36], user=user).first()
    if one is None:
        raise BadInput.at("run", "is none of yours")
    asked = _asked(json.dumps(one.asked, sort_keys=True), one.slug)
    mine = replayed(asked.world, _begun(asked), one.steps)
    senior = run(asked.world, POLICIES["senior"](asked.world), _begun(asked))
    return {"mine": as_data(run_told(asked, mine)), "senior": as_data(run_told(asked, senior))}


def _begun(asked: Asked) -> State:
    return begin(asked.world, asked.used, asked.skin)
