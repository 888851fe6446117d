"""What every request and answer goes through: how big a body may be, and the headers an answer carries."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from shop.exchange.drawings.apart import MB, MOST_BYTES
from shop.refusals import refusal

POLICY = (
    "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self'; "
    "connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)


MOST_BODY = 2 * MB
# A whole shop with its kept answers is far bigger than anything else that is sent; a drawing holds more than its holes.
MOST_AT = {"/api/import/shop": 32 * MB, "/api/part/drawing": MOST_BYTES}


class SizeMiddleware:
    """Refuses a body that is too big before any of it is read."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, or refuse in words."""
        most = MOST_AT.get(request.path, MOST_BODY)
        length = request.META.get("CONTENT_LENGTH") or "0"
        if length.isdigit() and int(length) > most:
            return refusal(413, "body", f"is too big; accepted: at most {most // MB} MB")
        return self.get_response(request)


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
