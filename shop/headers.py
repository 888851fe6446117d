"""Headers every answer carries, whichever part of the server gave it."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

POLICY = (
    "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self'; "
    "connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)


class HeadersMiddleware:
    """A strict content policy on everything; what people's data is in is not kept by caches."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, with the headers on."""
        response = self.get_response(request)
        response.setdefault("Content-Security-Policy", POLICY)
        response.setdefault("Permissions-Policy", "camera=(), geolocation=(), microphone=(), payment=(), usb=()")
        if request.path.startswith("/api/"):
            response.setdefault("Cache-Control", "no-store")
        return response
