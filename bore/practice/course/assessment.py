"""The assessment: six holes drawn from a bank, each with what gives way first and how hard to pull said beforehand, then drilled."""

import json
import random
from collections.abc import Sequence
from functools import cache
from pathlib import Path

from bore.base.immutable import immutable
from bore.practice.course.exercise import Ask, Exercise, Passes, whole
from bore.practice.course.judge import Answered

BANK = Path(__file__).with_name("assessment.json")
HOLES, EACH_KIND = 6, 2
# Right answers wanted of the six, points wanted of each hole; guessing one of fifteen limits and a pull within a quarter passes about once in
# ten thousand (own choice).
ANSWERS, SCORE = 5, 80.0
TRIES_A_DAY = 2
ASKS = (
    Ask(
        id="limit",
        words="Pulled ever harder, what gives way first?",
        limit=True,
        because="the first limit that a growing pull meets in this set-up",
    ),
    Ask(
        id="pull", words="How hard would you pull, with the point in?", force="good", because="a good chip, below whatever gives way first"
    ),
)


@immutable
class Template:
    """A hole of the bank, and whether it wants a light, middle or heavy pull."""

    exercise: Exercise
    pull: str


@cache
def bank() -> dict[str, Template]:
    """Every hole of the bank by its id."""
    found = {}
    for row in json.loads(BANK.read_text(encoding="utf-8"))["templates"]:
        spec = whole({"case": row["case"]})
        made = Exercise(
            id=row["id"],
            title="A hole of the assessment",
            aim="",
            case=spec["case"],
            hidden=(row["hidden"],),
            ask=ASKS,
            passes=Passes(score=SCORE),
        )
        found[made.id] = Template(made, row["pull"])
    return found


def drawn(seed: str) -> list[str]:
    """Six holes of the bank, two of them wanting a light pull and two a heavy one; the same seed, the same holes."""
    chance = random.Random(seed)
    picked = [
        name for pull in ("light", "heavy") for name in chance.sample([one for one, it in bank().items() if it.pull == pull], EACH_KIND)
    ]
    rest = [one for one in bank() if one not in picked]
    picked += chance.sample(rest, HOLES - len(picked))
    chance.shuffle(picked)
    return picked


def is_right(answers: Sequence[Answered]) -> bool:
    """Whether all that was asked of a hole was answered rightly: half right is not."""
    return len(answers) == len(ASKS) and all(one.share >= 1 for one in answers)


def passed(scores: Sequence[float], right: Sequence[bool]) -> bool:
    """Of six holes: each drilled well, and five answered rightly."""
    return len(scores) == HOLES and all(score >= SCORE for score in scores) and sum(right) >= ANSWERS
