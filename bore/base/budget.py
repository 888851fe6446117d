"""How long a search may take: whoever asks sets a budget, and long loops look at it on their way. Without one nothing is looked at."""

import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field


class OverBudget(Exception):
    """A search took longer than it may."""


class NobodyWaits(Exception):
    """Whoever asked has gone away."""


@dataclass(slots=True)
class Budget:
    """So many seconds from when it was set; and whether somebody still waits, asked at most every so often."""

    most_s: float
    is_waited_for: Callable[[], bool] = lambda: True
    began: float = field(default_factory=time.monotonic)
    looked: float = 0.0


# Between two looks whether anybody still waits, s.
LOOK_EVERY_S = 0.25
_budget: ContextVar[Budget | None] = ContextVar("budget", default=None)


@contextmanager
def within(budget: Budget) -> Iterator[None]:
    """What runs inside keeps to the budget."""
    token = _budget.set(budget)
    try:
        yield
    finally:
        _budget.reset(token)


def look() -> None:
    """Raises OverBudget where the time is up, NobodyWaits where nobody waits for the answer any more.

    >>> look()
    >>> with within(Budget(0.0)):
    ...     look()
    Traceback (most recent call last):
    bore.base.budget.OverBudget
    """
    budget = _budget.get()
    if budget is None:
        return
    now = time.monotonic()
    if now - budget.began >= budget.most_s:
        raise OverBudget
    if now - budget.looked >= LOOK_EVERY_S:
        budget.looked = now
        if not budget.is_waited_for():
            raise NobodyWaits
