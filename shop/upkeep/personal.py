"""A person's data: all of it in one file, and an account taken away so that nothing names the person any more.

What they made stays, as the shop's: it is signed by a number. Which kinds of record bear names stands in `shop.records.kinds`.
"""

from typing import Any

from axes.models import AccessAttempt, AccessLog
from django.contrib.sessions.models import Session
from django.db import transaction
from django.db.models import Q

from bore.base.errors import BadInput
from shop.logbook.models import HandOver
from shop.people.models import User
from shop.people.roles import ADMIN
from shop.practice.models import Assessment, PracticeRun, SignOff, Try
from shop.practice.personal import forget
from shop.records.kinds import KINDS, SIGNED, model_of

Spec = dict[str, Any]


def data_of(username: str) -> Spec:
    """Everything that is kept of a person. Raises BadInput where there is nobody of the name."""
    user = _somebody(username)
    found: Spec = {
        "account": {
            "username": user.username,
            "name": user.get_full_name(),
            "role": user.role,
            "made_at": user.date_joined.isoformat(),
            "last_visit": user.last_login.isoformat() if user.last_login else None,
        },
        "wrong_passwords": list(
            AccessAttempt.objects.filter(username=username).values("ip_address", "attempt_time", "failures_since_start")
        ),
    }
    for kind in SIGNED:
        found[kind] = list(model_of(kind).objects.filter(made_by=user).values("slug", "name", "note", "made_at", "changed_at"))
    left = HandOver.objects.filter(Q(made_by=user) | Q(taken_by=user))
    found["runs left or taken up"] = list(left.values("slug", "name", "note", "made_at", "taken_at"))
    found["practice"] = list(PracticeRun.objects.filter(user=user).values("slug", "began_at", "k"))
    found["tries"] = list(Try.objects.filter(user=user).values("exercise", "at", "answers", "score", "passes", "against"))
    found["assessments"] = list(Assessment.objects.filter(user=user).values("slug", "began_at", "passed"))
    found["sign-offs"] = list(
        SignOff.objects.filter(person=user).values("machine_name", "at", "watched", "limits", "expires_at", "withdrawn_at", "withdrawn_why")
    )
    for kind in KINDS:
        entries = model_of(kind).history.filter(history_user=user).values("slug", "history_date", "history_type")
        found[f"changes of {kind}"] = list(entries)
    return found


@transaction.atomic
def remove_person(username: str) -> str:
    """Take a person out: account emptied and closed, name gone from the history and from the wrong passwords; returns what stands in its
    place. Raises BadInput for the last admin."""
    user = _somebody(username)
    if user.role == ADMIN and not User.objects.filter(role=ADMIN, is_active=True).exclude(pk=user.pk).exists():
        raise BadInput.at("username", "somebody has to stay admin; make another admin first")
    instead = f"gone-{user.pk}"
    for model in (AccessAttempt, AccessLog):
        model.objects.filter(username=username).delete()
    _end_sessions(user)
    user.history.all().delete()
    forget(user)
    SignOff.objects.filter(person=user).delete()
    user.username, user.first_name, user.last_name, user.email, user.last_login, user.is_active = instead, "", "", "", None, False
    user.set_unusable_password()
    user.save()
    # What was just written into the history holds nothing but the number.
    for model in map(model_of, SIGNED):
        for kept in model.objects.filter(brought__made_by=username):
            kept.brought = kept.brought | {"made_by": ""}
            model.objects.filter(pk=kept.pk).update(brought=kept.brought)
        model.history.filter(brought__made_by=username).update(brought={})
    return instead


def _somebody(username: str) -> User:
    user = User.objects.filter(username=username).first()
    if user is None:
        raise BadInput.at("username", f"there is no account “{username[:60]}”")
    return user


def _end_sessions(user: User) -> None:
    for session in Session.objects.all():
        if session.get_decoded().get("_auth_user_id") == str(user.pk):
            session.delete()
