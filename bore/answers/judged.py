"""What a check says in one breath: its verdict, the tightest limit, what fails there, how much of it is used."""

from typing import Any

from bore.answers.shape import number
from bore.limits import BY_ID
from bore.limits.judgement import VERDICTS
from bore.limits.said import said_of_use

# A use beyond this says no more than this does.
MOST_USE = 1e6


def judged(verdict: int, tightest: str, use: float) -> dict[str, Any]:
    """The fields every answer with a verdict has: `verdict`, `tightest`, `failure`, `use`, `said`."""
    limit = BY_ID[tightest]
    return {
        "verdict": VERDICTS[verdict],
        "tightest": limit.id,
        "failure": limit.failure,
        "use": number(min(use, MOST_USE)),
        "said": said_of_use(verdict, use, limit.floor),
    }
