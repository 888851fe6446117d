"""The one shape of every refusal, whoever refuses: middleware, the API, a page that is not there; with a number to quote where it is a fault."""

from typing import Any

from django.http import HttpRequest, HttpResponse, JsonResponse

NO_DATA = "cannot read or write its data; nothing was kept of this. Whoever runs it finds why in its log"
BUSY = "is busy writing; nothing was kept of this: try again"
NOT_THERE = "there is no such thing here"


def refusal(status: int, field: str, message: str, *, number: str | None = None, wait_s: int | None = None) -> JsonResponse:
    """A refusal in words. number: what to quote; wait_s: when to try again."""
    data: dict[str, Any] = {"errors": [{"field": field, "message": message}]}
    if number is not None:
        data["number"] = number
    answer = JsonResponse(data, status=status)
    if wait_s is not None:
        answer["Retry-After"] = str(wait_s)
    return answer


def number_of(request: HttpRequest) -> str:
    """The number a request goes by in the log."""
    return str(getattr(request, "number", "unnumbered"))


def fault(request: HttpRequest) -> JsonResponse:
    """Something went wrong that is nobody's input."""
    number = number_of(request)
    return refusal(500, "server", f"something went wrong here, and is in the log: quote {number} to whoever runs this", number=number)


def _page(status: int, words: str) -> HttpResponse:
    return HttpResponse(f'<!doctype html><html lang="en"><title>Fierce Bore</title><p>{words}</p></html>', status=status)


def on_fault(request: HttpRequest) -> HttpResponse:
    """What is answered where an exception got past everything: JSON to the API's callers, a plain page to the rest."""
    found = fault(request)
    return (
        found
        if request.path.startswith("/api/")
        else _page(500, f"Something went wrong here. Quote {number_of(request)} to whoever runs this.")
    )


def on_missing(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """No such address."""
    return refusal(404, "address", NOT_THERE) if request.path.startswith("/api/") else _page(404, "There is no such page.")


def on_bad(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """A request that cannot be taken apart, or for a name this shop does not answer to."""
    return refusal(400, "request", "cannot be taken as it is; accepted: a request to one of the names this shop answers to")


def on_forbidden(request: HttpRequest, exception: Exception | None = None, reason: str = "") -> HttpResponse:
    """Not from our own page."""
    return refusal(403, "session", "comes from another page, or the page is old: open it again")
