"""Signing in and out, and the people."""

from typing import Any

from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Schema

from bore.base.errors import BadInput
from shop.api.router import ShopRouter
from shop.api.routers.checks import as_json
from shop.api.routers.session import me_as_data
from shop.api.routers.standing import FINDS, WRITES
from shop.api.schemas import Errors, Me, Person
from shop.api.schemas.shop import Role
from shop.people.actions import LONGEST_PASSWORD, add_person, change_person
from shop.people.lockout import locked_out, place_has_tried_enough
from shop.people.models import User
from shop.people.roles import FromThePage, admin

router = ShopRouter(tags=["people"])


class SignIn(Schema):
    """Name and password."""

    username: str
    password: str


class NewPerson(Schema):
    """A new account."""

    username: str
    name: str = ""
    role: Role
    password: str


class ChangedPerson(Schema):
    """What changes of an account; what is left out stays."""

    name: str | None = None
    role: Role | None = None
    active: bool | None = None
    password: str | None = None


class NewPassword(Schema):
    """One's own new password, and the old one."""

    old: str
    new: str


def _as_data(user: User) -> dict[str, Any]:
    visit = user.last_login.isoformat() if user.last_login else None
    return {
        "username": user.username,
        "name": user.get_full_name(),
        "role": user.role,
        "active": user.is_active,
        "last_visit": visit,
    }


@router.post("/sign-in", auth=FromThePage(), response={200: Me, 403: Errors, 422: Errors, 429: Errors})
def sign_in(request: HttpRequest, given: SignIn) -> HttpResponse:
    """Sign in; too many wrong passwords lock the name out at this place for a while, and very many the place."""
    if place_has_tried_enough(request):
        return locked_out(request)
    user = authenticate(request, username=given.username[:150], password=given.password[: LONGEST_PASSWORD + 1])
    if user is None:
        raise BadInput.at("password", "Wrong name or password")
    login(request, user)
    return as_json(me_as_data(user))


@router.post("/sign-out", response={200: dict[str, bool], 401: Errors, 403: Errors})
def sign_out(request: HttpRequest) -> dict[str, bool]:
    """Sign out."""
    logout(request)
    return {"ok": True}


@router.post("/me/password", response={200: Me, 429: Errors, **WRITES})
def own_password(request: HttpRequest, given: NewPassword) -> HttpResponse:
    """Change one's own password; this session goes on, others end."""
    user: Any = request.user
    if place_has_tried_enough(request):
        return locked_out(request)
    # Asked as signing in asks, so that guessing here is counted as it is there.
    if authenticate(request, username=user.username, password=given.old[: LONGEST_PASSWORD + 1]) is None:
        raise BadInput.at("old", "is not your password")
    user = change_person(user, {"password": given.new})
    update_session_auth_hash(request, user)
    return as_json(me_as_data(user))


@router.get("/people", auth=admin, response={200: list[Person], 401: Errors, 403: Errors})
def people(request: HttpRequest) -> list[dict[str, Any]]:
    """Everybody who has an account."""
    return [_as_data(user) for user in User.objects.order_by("username")]


@router.post("/people", auth=admin, response={200: Person, **WRITES})
def new_person(request: HttpRequest, given: NewPerson) -> HttpResponse:
    """Make an account."""
    return as_json(_as_data(add_person(given.username, given.name, given.role, given.password)))


@router.put("/people/{username}", auth=admin, response={200: Person, **FINDS})
def changed_person(request: HttpRequest, username: str, given: ChangedPerson) -> HttpResponse:
    """Change a name, a role, a password, or whether somebody may sign in."""
    user = get_object_or_404(User, username=username)
    changes = {name: value for name, value in given.dict().items() if value is not None}
    return as_json(_as_data(change_person(user, changes)))
