"""Answers that earlier versions gave and a shop kept: read as today's, with what came since left unsaid."""

from collections.abc import Callable
from typing import Any

from bore.answers.check import Answer
from bore.answers.part import PartAnswer
from bore.answers.plan import PlanAnswer
from bore.answers.serialise import is_of

Given = dict[str, Any]
# What an answer of an earlier version did not say yet.
OF_LIMITS: Given = {"figure": None, "said": None, "in_short": None}
OF_CHECKS: Given = {"figure": None, "said": None, "experience": None}
OF_PLANS: Given = {"said": ""}
OF_CUTS: Given = {"said": "", "feed_note": "", "from_bush_mm": None, "hand_verb": None, "hand_kg": None, "phases": []}
OF_WHOLE_PLANS: Given = {"afterwards": [], "to_get": ""}
OF_DEPTHS: Given = {"from_bush_mm": None}


def is_check(answer: Any) -> bool:
    """Whether something is the answer to a check, of this version or an earlier one."""
    return is_of(Answer, _check(answer) if isinstance(answer, dict) else answer)


def is_plan(answer: Any) -> bool:
    """Whether something is a plan as it was answered, by this version or an earlier one."""
    return is_of(PlanAnswer, _plan(answer) if isinstance(answer, dict) else answer)


def is_part(answer: Any) -> bool:
    """Whether something is a part as it was answered, by this version or an earlier one."""
    return is_of(PartAnswer, answer)


def _check(answer: Given) -> Given:
    found = OF_CHECKS | _each(answer, "limits", lambda limit: OF_LIMITS | limit)
    depth = found.get("depth")
    return found | {"depth": OF_DEPTHS | depth} if isinstance(depth, dict) else found


def _plan(answer: Given) -> Given:
    found = OF_WHOLE_PLANS | _each(answer, "alternatives", _row)
    for name, make in (("plan", _row), ("hole", lambda hole: {"means": ""} | hole)):
        if isinstance(found.get(name), dict):
            found = found | {name: make(found[name])}
    return found


def _row(plan: Given) -> Given:
    return OF_PLANS | _each(
        plan, "steps", lambda step: step | {"cut": OF_CUTS | step["cut"]} if isinstance(step.get("cut"), dict) else step
    )


def _each(answer: Given, name: str, make: Callable[[Given], Given]) -> Given:
    """The answer with every object of a list made anew; what is no list, or is missing, stays so."""
    found = answer.get(name)
    return answer | {name: [make(one) if isinstance(one, dict) else one for one in found]} if isinstance(found, list) else answer
