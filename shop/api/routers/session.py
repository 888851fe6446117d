"""Who is signed in, whether the server is up, and the words the screens share."""

from typing import Any

from django.conf import settings
from django.http import HttpRequest
from ninja import Router

from bore import VERSION
from bore.answers.words import all_symbols, how_to_measure
from bore.case.fields import Field, all_fields
from bore.limits import ALL_LIMITS
from shop.api.schemas import Errors, Health, Me, Words
from shop.people.models import User

router = Router(tags=["session"])


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


def field_form(field: Field) -> dict[str, Any]:
    """What a screen needs to ask for a field."""
    form = {name: getattr(field, name) for name in ("words", "kind", "unit", "choices", "accepted")}
    return form | {"required": not field.optional, "measure": how_to_measure(field.path)}


@router.get("/words", response={200: Words, 401: Errors})
def words(request: HttpRequest) -> dict[str, Any]:
    """Symbols of quantities, names of limits, words of fields."""
    return {
        "symbols": all_symbols(),
        "failures": {limit.id: limit.failure for limit in ALL_LIMITS},
        "reads": {limit.id: limit.reads for limit in ALL_LIMITS},
        "fields": {path: field_form(entry) for path, entry in all_fields().items() if not path.startswith("yard.")},
    }
