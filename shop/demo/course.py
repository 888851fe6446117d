"""The made-up yard's learners: how they fared in the course, and what they are signed off for."""

import json
from datetime import timedelta
from pathlib import Path
from typing import Any

from django.utils import timezone

from bore.practice.course.exercise import course
from shop.people.demo_sign_in import DEMO_USER
from shop.people.models import User
from shop.practice.models import SignOff, Try
from shop.practice.sign_offs import sign_off, withdraw

DATA = Path(__file__).with_name("course.json")
TEACHER = "lien"
# The newest try is so long ago; a day lies between tries.
AGO = timedelta(days=2)


def put_course() -> dict[str, int]:
    """People with their tries and sign-offs; nobody of them can sign in."""
    data = json.loads(DATA.read_text(encoding="utf-8"))
    for row in data["people"]:
        first, last = row["name"].split(" ", 1)
        user, made = User.objects.get_or_create(
            username=row["username"], defaults={"first_name": first, "last_name": last, "role": row["role"]}
        )
        if made:
            user.set_unusable_password()
            user.save()
            _put_tries(user, row["tries"])
    if not SignOff.objects.exists():
        for row in data["sign_offs"]:
            _put_sign_off(row)
    return {"learners": len(data["people"]), "sign-offs": SignOff.objects.count()}


def _put_tries(user: User, rows: list[dict[str, Any]]) -> None:
    count = sum(len(row["scores"]) for row in rows)
    at = timezone.now() - AGO - timedelta(days=count)
    for row in rows:
        for score in row["scores"]:
            at += timedelta(days=1)
            passes = score is None or score >= row["passes"]
            against = [] if passes else [one for one in (f"{score:.0f} points; {row['passes']} are wanted", row["against"]) if one]
            Try.objects.create(
                user=user, exercise=course()[row["exercise"]].id, at=at, share=row["share"], score=score, passes=passes, against=against
            )


def _put_sign_off(row: dict[str, Any]) -> None:
    lead = User.objects.get(username=TEACHER if row["person"] == DEMO_USER else DEMO_USER)
    one = sign_off(lead, {name: row[name] for name in ("person", "machine", "watched", "limits") if name in row})
    if "withdrawn" in row:
        withdraw(lead, one, row["withdrawn"])
