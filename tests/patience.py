"""How long to wait for what should happen: as long as this machine, as busy as it is, may need for it.

A wait ends with its condition, so patience costs nothing while all is well, and a wait that runs out is a fault. How slow the machine
is, is measured at the start, and learnt again from whatever was waited for longer than it usually takes.
"""

import time
from functools import cache

# The least anybody waits, however quick the machine, s.
LEAST_S = 60.0
# What the piece of work below takes on two quiet cores, s.
USUAL_WORK_S = 0.03
_slowest: list[float] = []


def felt(took_s: float, usual_s: float) -> None:
    """Learn from something that was waited for: how much slower than usual it came."""
    _slowest.append(took_s / usual_s)


@cache
def _measure() -> None:
    """Do a fixed piece of work a few times, once a process, and learn from it."""
    for _ in range(3):
        began = time.perf_counter()
        sum(k * k % 7 for k in range(400_000))
        felt(time.perf_counter() - began, USUAL_WORK_S)


def patience_s() -> float:
    """How long to wait for anything, s: more the slower the machine has proved to be."""
    _measure()
    return LEAST_S * max(1.0, *_slowest)
