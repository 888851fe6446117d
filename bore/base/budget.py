"""How long a search may take, and how far it is: whoever asks sets a budget, and long loops look at it and tell it on their way. Without one
nothing is looked at and nobody is told."""

import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field


class OverBudget(Exception):
    """A search took longer than it may."""


class NobodyWaits(Exception):
    """Whoever asked has gone away."""


def _nobody(share: float, doing: str) -> None:
    """Nobody watches."""


@dataclass(slots=True)
class Budget:
    """So many seconds from when it was set; whether somebody still waits, asked at most every so often; and who is told how far it is: the
    share that is done, 0 to 1, and what is being done."""

    most_s: float
    is_waited_for: Callable[[], bool] = lambda: True
    is_told: Callable[[float, str], None] = _nobody
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


def tell(done: float, of: float, doing: str, begins: float = 0.0, ends: float = 1.0) -> None:
    """Tell whoever watches that so much of a stretch is done; the stretch takes the search from one share to another.

    >>> with within(Budget(9.0, is_told=lambda share, doing: print(f"{share:.2f} {doing}"))):
    ...     tell(1, 4, "the order of the work", begins=0.6)
    0.70 the order of the work
    """
    budget = _budget.get()
    if budget is not None:
        budget.is_told(begins + (ends - begins) * min(done / of, 1.0), doing)
