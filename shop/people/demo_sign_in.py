"""The demo signs in its machinist by itself, on this machine only."""

import ipaddress
from collections.abc import Callable

from django.conf import settings
from django.contrib.auth import login
from django.http import HttpRequest, HttpResponse

from shop.people.models import User

DEMO_USER = "demo"


def on_this_machine(request: HttpRequest) -> bool:
    """Whether the request comes straight from this machine; a proxy in between does not count."""
    if "HTTP_X_FORWARDED_FOR" in request.META or "HTTP_FORWARDED" in request.META:
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
        """Sign in where the demo allows it, then go on."""
        if settings.DEMO and not request.path.startswith("/static/") and on_this_machine(request) and not request.user.is_authenticated:
            user = User.objects.filter(username=DEMO_USER, is_active=True).first()
            if user is not None:
                login(request, user, backend="django.contrib.auth.backends.ModelBackend")
        return self.get_response(request)
