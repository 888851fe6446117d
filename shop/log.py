"""What is written down while the shop runs: one line of JSON for each request, sign-in and fault, with a number that the answer carries too."""

import json
import logging
import secrets
import time
from collections.abc import Callable
from datetime import UTC, datetime
from typing import Any

from django.contrib.auth.signals import user_logged_in, user_logged_out, user_login_failed
from django.dispatch import receiver
from django.http import HttpRequest, HttpResponse

requests, people = logging.getLogger("shop.requests"), logging.getLogger("shop.people")
# What a line may carry beside its words.
EXTRAS = ("number", "method", "path", "status", "took_ms", "who", "place")
# Asked every few seconds by whatever watches over it.
UNTOLD = ("/api/health", "/api/live")
LONGEST_PATH = 200


class JsonFormatter(logging.Formatter):
    """A record as one line of JSON."""

    def format(self, record: logging.LogRecord) -> str:
        """The line."""
        line: dict[str, Any] = {
            "at": datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds"),
            "level": record.levelname.lower(),
            "from": record.name,
            "said": record.getMessage(),
        }
        line |= {name: getattr(record, name) for name in EXTRAS if hasattr(record, name)}
        if record.exc_info:
            line["trace"] = self.formatException(record.exc_info)
        return json.dumps(line, ensure_ascii=True)


class RequestLogMiddleware:
    """Numbers every request, and writes down how it ended."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, with the number on it."""
        request.number = secrets.token_hex(4)  # type: ignore[attr-defined]
        began = time.perf_counter()
        response = self.get_response(request)
        response["X-Request-Number"] = request.number  # type: ignore[attr-defined]
        if request.path.startswith("/api/") and request.path not in UNTOLD:
            requests.info("answered", extra=_facts(request, response.status_code, time.perf_counter() - began))
        return response


def _facts(request: HttpRequest, status: int, took_s: float) -> dict[str, Any]:
    # The user is looked up only where something else has looked already.
    user = getattr(request, "_cached_user", None)
    return {
        "number": request.number,  # type: ignore[attr-defined]
        "method": request.method,
        "path": request.path[:LONGEST_PATH],
        "status": status,
        "took_ms": round(took_s * 1000, 1),
        "who": getattr(user, "username", "") or "",
        "place": request.META.get("REMOTE_ADDR", ""),
    }


@receiver(user_logged_in)
def _in(sender: Any, request: HttpRequest | None, user: Any, **more: Any) -> None:
    people.info("signed in", extra={"who": user.username, "place": _place(request)})


@receiver(user_logged_out)
def _out(sender: Any, request: HttpRequest | None, user: Any, **more: Any) -> None:
    people.info("signed out", extra={"who": getattr(user, "username", ""), "place": _place(request)})


@receiver(user_login_failed)
def _failed(sender: Any, credentials: dict[str, Any], request: HttpRequest | None = None, **more: Any) -> None:
    people.warning("wrong password", extra={"who": str(credentials.get("username", ""))[:150], "place": _place(request)})


def _place(request: HttpRequest | None) -> str:
    return str(request.META.get("REMOTE_ADDR", "")) if request is not None else ""
