"""Answers held against what is right, runs against what passes, and where somebody stands in an exercise."""

from collections.abc import Sequence
from functools import cache
from typing import Any

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.plain import figure, known_fields
from bore.limits import BY_ID
from bore.limits.judgement import CANNOT, TIGHT
from bore.practice.course.exercise import OF_HIDDEN, Ask, Passes
from bore.practice.course.right import FORCES, pulled
from bore.practice.events import kinds
from bore.practice.step import World

Said = dict[str, Any]
# A force is right within so much of the right one, half right within twice as much; a limit that is tight in the check is half right.
NEAR, HALF = 0.25, 0.5
# What was said beforehand of the runs that count comes to this at least (own choice).
FORESEEN = 0.7
NOTHING = "nothing"
MOST_SAID_N = 2000.0


@immutable(kw_only=True)
class Answered:
    """A question with what was said to it, what is right, in words, how right that was (0, ½, 1), and why."""

    id: str
    words: str
    said: str
    right: str
    share: float
    because: str


@immutable(kw_only=True)
class Judged:
    """Whether a run counts towards passing, and what keeps it from that, in words."""

    passes: bool
    against: list[str]


@immutable(kw_only=True)
class Tried:
    """One try: its score (None where nothing was cut), whether it counts, and how right what was said was, 0 to 1."""

    score: float | None
    passes: bool
    share: float


@immutable(kw_only=True)
class ExerciseStanding:
    """Where somebody stands in an exercise: how often tried, the best score, whether passed, how many good runs of those that count there
    are now."""

    tries: int
    best: float | None
    passed: bool
    good: int


@cache
def limit_words() -> dict[str, str]:
    """What may give way under a hand, by its limit, in words; last, that nothing does."""
    names = dict.fromkeys(kind.limit for kind in kinds().values() if kind.limit)
    return {name: BY_ID[name].failure for name in names} | {NOTHING: "nothing: it goes"}


def read_said(asks: Sequence[Ask], said: Any, when: str) -> Said:
    """What was said to the questions of this time, every one of them. Raises BadInput naming the question."""
    wanted = [ask for ask in asks if ask.when == when]
    given = known_fields({} if said is None else said, tuple(ask.id for ask in wanted), "said")
    return {ask.id: _one(ask, given.get(ask.id)) for ask in wanted}


def _one(ask: Ask, said: Any) -> Any:
    at = f"said.{ask.id}"
    if ask.force is not None:
        return figure(said, at, 0.0, MOST_SAID_N)
    accepted = list(limit_words()) if ask.limit else [one for one, _ in ask.choices]
    if said not in accepted:
        raise BadInput.at(at, f"accepted: {', '.join(accepted)}")
    return said


def answered(asks: Sequence[Ask], said: Said, world: World | None, used: float = 0.0, hidden: int = 0) -> list[Answered]:
    """Every question that was answered, held against what is right of the set-up as it was stated."""
    return [_answered(ask, said[ask.id], world, used, hidden) for ask in asks if ask.id in said]


def _answered(ask: Ask, said: Any, world: World | None, used: float, hidden: int) -> Answered:
    if ask.choices:
        by_id = dict(ask.choices)
        right = ask.choices[hidden][0] if ask.right == OF_HIDDEN else ask.right
        return _told(ask, by_id[said], by_id[right], float(said == right))
    assert world is not None
    if ask.limit:
        right = pulled(world, used).limit or NOTHING
        return _told(ask, limit_words()[said], limit_words()[right], 1.0 if said == right else 0.5 * _is_tight(world, said))
    low, high = between(ask, world, used)
    middle = (low + high) / 2
    wide = (high - low) / 2
    share = 1.0 if low <= said <= high else 0.5 if abs(said - middle) <= wide * HALF / NEAR else 0.0
    return _told(ask, f"{said:.0f} N", f"{low:.0f} to {high:.0f} N", share)


def between(ask: Ask, world: World, used: float) -> tuple[float, float]:
    """The pulls that are right: those given, or a quarter either way of what is asked for, N."""
    if isinstance(ask.force, tuple):
        return ask.force
    right = FORCES[str(ask.force)](world, used)
    return right * (1 - NEAR), right * (1 + NEAR)


def _told(ask: Ask, said: str, right: str, share: float) -> Answered:
    return Answered(id=ask.id, words=ask.words, said=said, right=right, share=share, because=ask.because)


def _is_tight(world: World, limit: str) -> bool:
    found = world.set_up.checked.result.findings.get(limit)
    return found is not None and int(found.verdict) >= TIGHT


def share_of(answers: Sequence[Answered]) -> float:
    """How right all that was said was; 1 where nothing was asked."""
    return sum(one.share for one in answers) / len(answers) if answers else 1.0


def judged(passes: Passes, world: World, score: float, events: Sequence[str]) -> Judged:
    """A run against what passes. A set-up that the check says can't be done counts for nothing, whatever came of it this time."""
    against = []
    if int(world.set_up.checked.result.verdict) == CANNOT:
        against.append(f"the check says it can’t be done like this: {BY_ID[world.set_up.checked.tightest].failure}")
    if score < passes.score:
        against.append(f"{score:.0f} points; {passes.score:.0f} are wanted")
    against += [kinds()[one].words for one in passes.without if one in events]
    return Judged(passes=not against, against=against)


def standing(passes: Passes, cut: bool, tries: Sequence[Tried]) -> ExerciseStanding:
    """Of tries, oldest first. A cut is passed once so many of its last runs counted and what was said of those was right often enough;
    questions alone once all of them were right in one go."""
    scores = [one.score for one in tries if one.score is not None]
    best = max(scores, default=None)
    if not cut:
        return ExerciseStanding(tries=len(tries), best=best, passed=any(one.share >= 1 for one in tries), good=0)
    passed = any(_passed(passes, tries[: k + 1]) for k in range(len(tries)))
    return ExerciseStanding(tries=len(tries), best=best, passed=passed, good=sum(one.passes for one in tries[-passes.of :]))


def _passed(passes: Passes, tries: Sequence[Tried]) -> bool:
    counting = [one for one in tries[-passes.of :] if one.passes]
    return len(counting) >= passes.runs and sum(one.share for one in counting) / len(counting) >= FORESEEN
