"""Sign-off for a machine: by a lead, never of oneself; what was watched, until when, withdrawn with why. It tells, and locks nobody out."""

import hashlib
import json
import uuid
from datetime import date, timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from bore.base.errors import BadInput
from bore.base.plain import known_fields, plain_text
from shop.people.models import User
from shop.practice.models import SignOff, Try
from shop.yard.models import Machine

Spec = dict[str, Any]
GIVEN = ("person", "machine", "watched", "limits", "expires")
MONTHS_DAYS, LATEST_DAYS, LONGEST = 365, 3 * 365, 600
# What of a machine's record a sign-off is for: when one of these changes it lapses.
FITS = ("spindle", "feed", "guard", "magnet", "holder")
# So many of the newest tries that counted are kept with it.
MOST_TRIES = 20
VALID, WITHDRAWN, EXPIRED, LAPSED = "valid", "withdrawn", "expired", "lapsed"


def fits_of(machine: Machine) -> str:
    """What a sign-off is for, as one short mark: it changes when spindle, feed, guard, magnet or holder do."""
    spec = machine.as_spec()
    return hashlib.sha256(json.dumps({name: spec.get(name) for name in FITS}, sort_keys=True).encode()).hexdigest()


def state_of(one: SignOff, today: date | None = None) -> str:
    """Whether it stands, and if not, why."""
    if one.withdrawn_at:
        return WITHDRAWN
    if one.expires_at < (today or timezone.localdate()):
        return EXPIRED
    return VALID if one.machine is not None and fits_of(one.machine) == one.fits else LAPSED


@transaction.atomic
def sign_off(lead: User, data: Any) -> SignOff:
    """Sign somebody off for a machine. Raises BadInput naming the field."""
    known_fields(data, GIVEN)
    person = User.objects.filter(username=str(data.get("person"))[:150], is_active=True).first()
    if person is None:
        raise BadInput.at("person", "is nobody who may sign in")
    if person == lead:
        raise BadInput.at("person", "nobody signs off themselves")
    machine = Machine.objects.filter(slug=str(data.get("machine"))[:60]).first()
    if machine is None:
        raise BadInput.at("machine", "is none of the shop’s")
    watched = plain_text(data.get("watched"), "watched", LONGEST).strip()
    if not watched:
        raise BadInput.at("watched", "is needed: which real holes were watched, on what")
    tries = Try.objects.filter(user=person, passes=True).order_by("-at")[:MOST_TRIES]
    return SignOff.objects.create(
        slug=str(uuid.uuid4()),
        person=person,
        machine=machine,
        machine_name=machine.name,
        machine_revision=machine.revision,
        fits=fits_of(machine),
        by=lead,
        watched=watched,
        limits=plain_text(data.get("limits"), "limits", LONGEST),
        tries=[{"exercise": one.exercise, "run": one.run, "score": one.score, "at": one.at.isoformat()} for one in tries],
        expires_at=_expiry(data.get("expires")),
    )


def _expiry(value: Any) -> date:
    today = timezone.localdate()
    if value is None:
        return today + timedelta(days=MONTHS_DAYS)
    found: date | None
    try:
        found = date.fromisoformat(value)
    except (TypeError, ValueError):
        found = None
    latest = today + timedelta(days=LATEST_DAYS)
    if found is None or not today <= found <= latest:
        raise BadInput.at("expires", f"accepted: a date from {today.isoformat()} to {latest.isoformat()}")
    return found


def withdraw(lead: User, one: SignOff, why: Any) -> SignOff:
    """Take a sign-off back, with why. Raises BadInput where it was taken back before, or nothing is said."""
    words = plain_text(why, "why", LONGEST).strip()
    if not words:
        raise BadInput.at("why", "is needed")
    if one.withdrawn_at:
        raise BadInput.at("sign-off", "was withdrawn already")
    one.withdrawn_at, one.withdrawn_by, one.withdrawn_why = timezone.now(), lead, words
    one.save()
    return one


def as_told(one: SignOff) -> Spec:
    """A sign-off as it is listed and printed."""
    return {
        "id": one.slug,
        "person": one.person.username,
        "person_name": one.person.get_full_name() or one.person.username,
        "machine": one.machine.slug if one.machine else None,
        "machine_name": one.machine_name,
        "machine_revision": one.machine_revision,
        "by": one.by.username if one.by else "",
        "at": one.at.isoformat(),
        "watched": one.watched,
        "limits": one.limits,
        "tries": len(one.tries),
        "expires": one.expires_at.isoformat(),
        "state": state_of(one),
        "withdrawn_at": one.withdrawn_at.isoformat() if one.withdrawn_at else None,
        "withdrawn_by": one.withdrawn_by.username if one.withdrawn_by else "",
        "withdrawn_why": one.withdrawn_why,
    }


def machines_of(user: User) -> Spec:
    """For which machines somebody is signed off now; and whether the shop signs anybody off at all."""
    mine = [one for one in SignOff.objects.filter(person=user).select_related("machine") if state_of(one) == VALID]
    named = {one.machine.slug: one.machine.name for one in mine if one.machine}
    return {"used": SignOff.objects.exists(), "machines": [{"slug": slug, "name": name} for slug, name in sorted(named.items())]}
