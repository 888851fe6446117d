"""Who is signed in, whether the server is up, and the words the screens share."""

from dataclasses import dataclass
from typing import Any

from django.conf import settings
from django.http import HttpRequest
from ninja import Router

from bore import VERSION
from bore.answers.shared_words import SharedWords, shared_words
from shop.api.schemas import Errors, Health, Me
from shop.people.models import User
from shop.people.roles import WORDS as ROLE_WORDS

router = Router(tags=["session"])


@dataclass(frozen=True, slots=True, kw_only=True)
class Words(SharedWords):
    """Words the screens share with the server: the core's, and what each role may do."""

    roles: dict[str, str]


@router.get("/health", auth=None, response=Health)
def health(request: HttpRequest) -> dict[str, Any]:
    """Whether the server is up, and whether anybody can sign in yet."""
    return {"ok": True, "version": VERSION, "set_up": User.objects.exists()}


def me_as_data(user: Any) -> dict[str, Any]:
    """Who is signed in, and how far their role reaches."""
    return {"username": user.username, "name": user.get_full_name() or user.username, "role": user.role, "demo": settings.DEMO}


@router.get("/me", response={200: Me, 401: Errors})
def me(request: HttpRequest) -> dict[str, Any]:
    """Who is signed in."""
    return me_as_data(request.user)


@router.get("/words", response={200: Words, 401: Errors})
def words(request: HttpRequest) -> Words:
    """Words and facts the screens share with the core, and the roles."""
    return Words(**{name: getattr(shared_words(), name) for name in SharedWords.__slots__}, roles=ROLE_WORDS)
