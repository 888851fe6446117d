"""What a shop's logged cuts say of a job: whoever asks sets what is known, and every check inside meets it. Without it nothing is known."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar

from bore.job.job import Job
from bore.quantities.calibrations import Calibrations

Knows = Callable[[Job], Calibrations]
_knows: ContextVar[Knows | None] = ContextVar("knows", default=None)


@contextmanager
def experienced(knows: Knows | None) -> Iterator[None]:
    """What runs inside is set right by what is known; with None by nothing, as for a prediction that cuts are to be held against."""
    token = _knows.set(knows)
    try:
        yield
    finally:
        _knows.reset(token)


def calibrations_of(job: Job) -> Calibrations:
    """What torque and thrust are set right by: what the case says by hand, else what is known of its like."""
    said, knows = job.setting.calibrations, _knows.get()
    if knows is None or not (said.torque.neutral and said.thrust.neutral):
        return said
    return knows(job)
