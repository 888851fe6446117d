"""Whatever changes the people is one function here, called by route and command alike."""

import re
from typing import Any

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction

from bore.base.errors import BadInput
from shop.people.lockout import unlock
from shop.people.models import User
from shop.people.roles import ADMIN, ROLES

USERNAME = re.compile(r"[A-Za-z0-9_.@+-]{2,40}")
# No longer than the form for signing in takes.
LONGEST_PASSWORD = 200


def _checked_role(role: str) -> str:
    if role not in ROLES:
        raise BadInput.at("role", f"“{role[:20]}” is no role; accepted: {', '.join(ROLES)}")
    return role


def _set_password(user: User, password: str) -> None:
    if len(password) > LONGEST_PASSWORD:
        raise BadInput.at("password", f"is too long; accepted: at most {LONGEST_PASSWORD} characters")
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise BadInput.at("password", " ".join(error.messages)) from error
    user.set_password(password)


@transaction.atomic
def add_person(username: str, name: str, role: str, password: str) -> User:
    """A new account. Raises BadInput naming the field that will not do."""
    if not USERNAME.fullmatch(username):
        raise BadInput.at("username", "accepted: 2 to 40 plain letters, digits and . @ + - _")
    if User.objects.filter(username__iexact=username).exists():
        raise BadInput.at("username", f"“{username}” is taken")
    user = User(username=username, first_name=_checked_name(name), role=_checked_role(role))
    _set_password(user, password)
    user.save()
    return user


def _checked_name(name: str) -> str:
    name = " ".join(name.split())
    if len(name) > 80 or not name.isprintable():
        raise BadInput.at("name", "accepted: at most 80 characters")
    return name


@transaction.atomic
def change_person(user: User, changes: dict[str, Any]) -> User:
    """Change name, role, password, or whether somebody may sign in; the last admin stays one. Raises BadInput."""
    user = User.objects.select_for_update().get(pk=user.pk)
    if "name" in changes:
        user.first_name, user.last_name = _checked_name(changes["name"]), ""
    if "role" in changes:
        user.role = _checked_role(changes["role"])
    if "active" in changes:
        user.is_active = bool(changes["active"])
    if "password" in changes:
        _set_password(user, changes["password"])
        unlock(user.username)
    user.save()
    if not User.objects.filter(role=ADMIN, is_active=True).exists():
        raise BadInput.at("role", "somebody has to stay admin; make another admin first")
    return user


@transaction.atomic
def first_admin(username: str, password: str) -> User:
    """The first account of a real installation; raises BadInput when there is one already."""
    if User.objects.exists():
        raise BadInput.at("username", "there are accounts already; an admin can add more")
    return add_person(username, "", ADMIN, password)
