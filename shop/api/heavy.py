"""Requests that may take seconds: so many at once for each person and in each process, each within a time, given up when nobody waits.

A long request is long by one word on its route: `@heavy()`. The rest of the threads is always free for checks, health and signing in.
"""

import fcntl
import os
import socket
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from functools import wraps
from pathlib import Path
from threading import BoundedSemaphore
from typing import Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse

from bore.base.budget import Budget, NobodyWaits, OverBudget, within
from shop.refusals import refusal
from shop.upkeep.watched import watched

# Long requests at once: of one person on this server; in one process of it at work (two would only take the processor from one another and
# from everybody else), and at work or waiting. Of its threads (shop.serving) the rest is free.
OF_A_PERSON, AT_WORK, AT_THE_DOOR = 2, 1, 3
# How long one may take, s; how long it waits for its turn before it is sent away, and when to ask again.
MOST_S, WAITS_S, AGAIN_S = 30.0, 2.0, 2
LOOK_EVERY_S = 0.05
TOO_MANY = "two long questions of yours are being worked out already; wait for one of them, or stop it"
BUSY = "is working out as many long questions as it can; ask again in a moment"
NOBODY = 499
# Under which name, a UUID, whoever asks may then ask how far it is.
WATCH = "X-Watch"
_door, _work = BoundedSemaphore(AT_THE_DOOR), BoundedSemaphore(AT_WORK)
View = Callable[..., HttpResponse]


def heavy(most_s: float = MOST_S) -> Callable[[View], View]:
    """A route whose answer may take seconds, and how many at most."""

    def guarded(view: View) -> View:
        @wraps(view)
        def answer(request: HttpRequest, *given: Any, **named: Any) -> HttpResponse:
            if not _door.acquire(blocking=False):
                return refusal(429, "server", BUSY, wait_s=AGAIN_S)
            try:
                return _in_turn(request, most_s, lambda: view(request, *given, **named))
            finally:
                _door.release()

        return answer

    return guarded


def _in_turn(request: HttpRequest, most_s: float, view: Callable[[], HttpResponse]) -> HttpResponse:
    with _slot_of(request) as slot:
        if not slot:
            return refusal(429, "server", TOO_MANY, wait_s=AGAIN_S)
        if not _work.acquire(timeout=WAITS_S):
            return refusal(429, "server", BUSY, wait_s=AGAIN_S)
        try:
            with (
                watched(request.user.pk, request.headers.get(WATCH, "")) as told,
                within(Budget(most_s, lambda: _is_waited_for(request), told)),
            ):
                return view()
        except OverBudget:
            return refusal(422, "case", f"takes longer than {most_s:g} s: ask for less at once, fewer cutters or machines")
        except NobodyWaits:
            return refusal(NOBODY, "request", "was given up: nobody waits for it")
        finally:
            _work.release()


@contextmanager
def _slot_of(request: HttpRequest) -> Iterator[bool]:
    """One of a person's places, over all processes of the server; False where all are taken. A lock ends with whoever holds it."""
    folder = Path(settings.DATA) / "at-work"
    folder.mkdir(parents=True, exist_ok=True)
    user: Any = request.user
    until = time.monotonic() + WAITS_S
    while (file := _free_place(folder, user.pk)) is None and time.monotonic() < until:
        time.sleep(LOOK_EVERY_S)
    try:
        yield file is not None
    finally:
        if file is not None:
            os.close(file)


def _free_place(folder: Path, person: int) -> int | None:
    """A file that is locked for one long request of a person; None where all their places are taken."""
    for place in range(OF_A_PERSON):
        file = os.open(folder / f"{person}-{place}", os.O_CREAT | os.O_RDWR, 0o600)
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            os.close(file)
        else:
            return file
    return None


def _is_waited_for(request: HttpRequest) -> bool:
    """Whether the caller's connection still stands, where the server shows it."""
    connection = request.META.get("gunicorn.socket")
    if not isinstance(connection, socket.socket):
        return True
    try:
        return connection.recv(1, socket.MSG_PEEK | socket.MSG_DONTWAIT) != b""
    except (BlockingIOError, InterruptedError):
        return True
    except OSError:
        return False
