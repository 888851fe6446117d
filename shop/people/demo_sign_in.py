"""The demo signs in its machinist by itself, on this machine only."""

import ipaddress
from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.utils.functional import SimpleLazyObject

from shop.people.models import User

DEMO_USER = "demo"


# What a proxy in between leaves on a request.
PROXIED = ("HTTP_FORWARDED", "HTTP_VIA", "HTTP_X_REAL_IP")


def on_this_machine(request: HttpRequest) -> bool:
    """Whether the request comes straight from this machine; a proxy in between does not count."""
    if any(name in PROXIED or name.startswith("HTTP_X_FORWARDED") for name in request.META):
        return False
    try:
        return ipaddress.ip_address(request.META.get("REMOTE_ADDR", "")).is_loopback
    except ValueError:
        return False


class DemoSignInMiddleware:
    """Signs in the demo machinist on loopback, when the settings say it is a demo."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Sign in where the demo allows it, then go on. Nobody is looked up before somebody asks who it is."""
        if settings.DEMO and on_this_machine(request):
            known = request.user
            request.user = SimpleLazyObject(lambda: known if known.is_authenticated else demo_user() or known)  # type: ignore[assignment]
        return self.get_response(request)


def demo_user() -> User | None:
    """The demo machinist, for this request only: no session is kept for every caller that brings no cookie."""
    return User.objects.filter(username=DEMO_USER, is_active=True).first()
