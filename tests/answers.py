"""The core's answers as anybody outside sees them: plain data, as it is sent and printed."""

from collections.abc import Callable
from functools import wraps
from typing import Any

from bore.answers import check, machine, offers, pictures, plan, program
from bore.answers.serialise import as_data


def _outside(make: Callable[..., Any]) -> Callable[..., Any]:
    @wraps(make)
    def made(*given: Any) -> Any:
        return as_data(make(*given))

    return made


answer, plain_answer = _outside(check.answer), _outside(check.plain_answer)
described_answer = _outside(machine.described_answer)
ways_out_answer, deep_hole_answer, program_answer = (
    _outside(make) for make in (offers.ways_out_answer, offers.deep_hole_answer, offers.program_answer)
)
log_answer, window_answer = _outside(pictures.log_answer), _outside(pictures.window_answer)
plan_answer, anywhere_answer = _outside(plan.plan_answer), _outside(plan.anywhere_answer)
written_answer, run_answer = _outside(program.written_answer), _outside(program.run_answer)
