"""Every answer is set right by what the shop's own log says, looked up when something is first checked for it."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from bore.job.experience import experienced
from shop.logbook.lessons import OfRequest


class KnownMiddleware:
    """Sets what the log says for the time of one request."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, set right by the log."""
        with experienced(OfRequest()):
            return self.get_response(request)
