"""Who is signed in, whether the server is up, and the words the screens share."""

from typing import Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse

from bore import VERSION
from bore.answers.shared_words import SharedWords, shared_words
from bore.base.immutable import names_of, outgoing
from shop.api.router import ShopRouter
from shop.api.routers.checks import as_json
from shop.api.schemas import Errors, Health, Live, Me
from shop.people.models import User
from shop.people.roles import WORDS as ROLE_WORDS
from shop.upkeep.condition import faults

router = ShopRouter(tags=["session"])


@outgoing
class Words(SharedWords):
    """Words the screens share with the server: the core's, and what each role may do."""

    roles: dict[str, str]


@router.get("/live", auth=None, response=Live)
def live(request: HttpRequest) -> dict[str, Any]:
    """Whether the server is up at all."""
    return {"ok": True, "version": VERSION}


@router.get("/health", auth=None, response={200: Health, 503: Health})
def health(request: HttpRequest) -> HttpResponse:
    """Whether it can do its work: its data can be read and written, the disk has room; and whether anybody can sign in yet."""
    found = faults()
    set_up = User.objects.exists() if not found else True
    return as_json({"ok": not found, "version": VERSION, "set_up": set_up, "faults": found}, 503 if found else 200)


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
    return Words(**{name: getattr(shared_words(), name) for name in names_of(SharedWords)}, roles=ROLE_WORDS)
