"""Roles: each may do all that the one before it may."""

from typing import Any

from django.http import HttpRequest
from ninja.errors import AuthorizationError
from ninja.security import SessionAuth

LEARNER, MACHINIST, LEAD, ADMIN = "learner", "machinist", "lead", "admin"
ROLES = (LEARNER, MACHINIST, LEAD, ADMIN)
WORDS = {
    LEARNER: "checks jobs and practises",
    MACHINIST: "also keeps checks and minds the crib",
    LEAD: "also describes machines and metals, and brings files in",
    ADMIN: "also minds the people",
}


def rank(role: str) -> int:
    """How far a role reaches; an unknown one reaches nowhere."""
    return ROLES.index(role) if role in ROLES else -1


class Needs(SessionAuth):
    """Signed in, from our own page (CSRF), with at least a role."""

    def __init__(self, role: str) -> None:
        super().__init__(csrf=True)
        self.role = role

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        """The user, if the role reaches; raises AuthorizationError where it does not."""
        user: Any = request.user
        if not (user.is_authenticated and user.is_active):
            return None
        if rank(user.role) < rank(self.role):
            raise AuthorizationError
        return user


class FromThePage(SessionAuth):
    """Anybody, but only from our own page: the request carries the page's CSRF token."""

    def authenticate(self, request: HttpRequest, key: str | None) -> bool:
        """Nobody has to be signed in."""
        return True


learner, machinist, lead, admin = (Needs(role) for role in ROLES)
