"""The course as it is told: exercises with their questions and what may be changed, never what is right or hidden."""

from collections.abc import Sequence
from typing import Any

from bore.answers.short import short_form
from bore.base.immutable import outgoing
from bore.case.choices import choice_words
from bore.practice.course.exercise import FREE, Ask, Exercise, changed, course
from bore.practice.course.judge import limit_words

FREE_WORDS = {
    "speed_rpm": "speed",
    "start_diameter_mm": "pilot",
    "start": "its start",
    "behind": "behind it",
    "coolant": "coolant",
    "holding": "held by",
    "side_handle": "side handle",
}
# Where the words of an option stand among the choices of the case.
AS_FIELD = {"start": "hole.start.kind", "behind": "hole.behind", "coolant": "machine.coolant.method", "holding": "holding.kind"}


@outgoing
class Option:
    """One of several: its id, or its place in the list, and its words."""

    id: str
    words: str


@outgoing
class Question:
    """A question of an exercise: one of several, or a force in N; before the cut or after it."""

    id: str
    words: str
    when: str
    force: bool
    options: list[Option]


@outgoing
class FreeChoice:
    """What may be changed of the set-up: its options by their place, and which one stands."""

    id: str
    words: str
    options: list[Option]
    stands: str


@outgoing
class ExerciseTold:
    """An exercise as a learner sees it: `stated` is its hole in a line, empty where nothing is cut."""

    id: str
    title: str
    aim: str
    needs: list[str]
    stated: str
    asks: list[Question]
    free: list[FreeChoice]
    wanted: str


@outgoing
class CourseAnswer:
    """The course, in the order people learn."""

    exercises: list[ExerciseTold]


def course_answer() -> CourseAnswer:
    """All exercises that ship with the course."""
    return CourseAnswer(exercises=[exercise_told(one) for one in course().values()])


def exercise_told(one: Exercise) -> ExerciseTold:
    """An exercise without what is right and without what is hidden."""
    return ExerciseTold(
        id=one.id,
        title=one.title,
        aim=one.aim,
        needs=list(one.needs),
        stated=stated(one.case) if one.case else "",
        asks=[question(ask) for ask in one.ask],
        free=[_free(one, name, options) for name, options in one.free.items()],
        wanted=wanted(one),
    )


def question(ask: Ask) -> Question:
    """A question without its answer."""
    options = limit_words().items() if ask.limit else ask.choices
    return Question(
        id=ask.id,
        words=ask.words,
        when=ask.when,
        force=ask.force is not None,
        options=[Option(id=name, words=words) for name, words in options],
    )


def wanted(one: Exercise) -> str:
    """What passes, in words."""
    if not one.case:
        return "all of it right in one go"
    passes = one.passes
    points = f"{passes.score:.0f} points or more, {passes.runs} times of the last {passes.of}"
    return points + (", and what you said beforehand right more often than not" if one.ask else "")


def stated(case: dict[str, Any]) -> str:
    """A hole in a line: size, metal, edge, machine, how it is begun and held."""
    hole = case["hole"]
    begun = f"pilot {hole['start_diameter_mm']:g} mm" if hole.get("start_diameter_mm") else _word("hole.start.kind", _start(hole))
    held = _word("holding.kind", (case.get("holding") or {}).get("kind"))
    # The hand force of an exercise is what is asked for: it is not said.
    line = short_form(case).rsplit(" · ", 1)[0]
    return " · ".join(one for one in (line, begun, held) if one)


def _word(path: str, choice: Any) -> str:
    """A choice in words; nothing where nothing was chosen."""
    return choice_words(path, choice) if isinstance(choice, str) and choice else ""


def _start(hole: dict[str, Any]) -> str:
    return str((hole.get("start") or {}).get("kind") or "")


def _free(one: Exercise, name: str, options: Sequence[Any]) -> FreeChoice:
    *way, last = FREE[name]
    at: Any = changed(one, {})
    for step in way:
        at = at.get(step) or {}
    stands = next((place for place, option in enumerate(options) if option == at.get(last)), 0)
    told = [Option(id=str(place), words=_option(name, option)) for place, option in enumerate(options)]
    return FreeChoice(id=name, words=FREE_WORDS[name], options=told, stands=str(stands))


def _option(name: str, option: Any) -> str:
    if name == "speed_rpm":
        return f"{option:g} rpm"
    if name == "start_diameter_mm":
        return f"{option:g} mm" if option else "none, from solid"
    if name == "side_handle":
        return "on" if option else "off"
    kind = option["kind"] if isinstance(option, dict) else option
    return choice_words(AS_FIELD[name], str(kind))
