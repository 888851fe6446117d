"""Planned holes as a table for the papers: `python -m tests.planned_holes > docs/planned-holes.md`.

The holes and the row of steps a machinist expects stand in `tests/cases/plans.csv`; what each comes to is worked out here, and
`tests/bore/test_plan.py` holds the page to it.
"""

import csv
import json
from functools import cache
from typing import Any

from tests import demo
from tests.answers import plan_answer
from tests.asking import CASES

PAGE = """# Holes of the yard, planned

{count} holes on every machine of the demo yard from its crib, as most would make them. The row of steps that is expected was written beside
each (`tests/cases/plans.csv`); the last {late} were written down before they were planned, of which all but five came out so at first. Two of
those asked for a drill the crib has not; three were mended for their whole class: a wide drill leaned into solid metal without a pilot, a
ring cutter without a punch mark under its pin, a ring cutter in an arbor that has to be found. Each line is read as a machinist would
read it; where it is not what he would do, the rule is mended, not the line. Made with `python -m tests.planned_holes`.

| hole | machine | steps, settings | verdict |
|---|---|---|---|
"""
LATE = 41
BY_HAND = "by hand"
HEAD = "| {hole} in {metal} | {machine} | {steps} | {said} |"


@cache
def jobs() -> tuple[dict[str, str], ...]:
    """The rows of the table of holes."""
    return tuple(csv.DictReader((CASES / "plans.csv").open(encoding="utf-8")))


def planned(row: dict[str, str]) -> dict[str, Any]:
    """The plan of a row."""
    more = json.loads(row["more"]) if row["more"] else {}
    return plan_answer(demo.asked(row["machine"], row["hole"], float(row["depth_mm"]), row["material"], **more))


def kinds_of(found: dict[str, Any]) -> str:
    """A plan's kinds of step in order; a thread that a hand cuts is starred."""
    return " ".join(step["kind"] + ("*" if step["kind"] == "tap" and not step["cut"] else "") for step in found["plan"]["steps"])


def _step(step: dict[str, Any]) -> str:
    """A step in a few words: what it does, at what setting, or by hand."""
    cut = step["cut"]
    if cut is None:
        return (
            step["words"]
            if step["words"].endswith(BY_HAND) or step["kind"] in ("mark", "bore", "deburr")
            else f"{step['words']}, {BY_HAND}"
        )
    fed = f"{cut['hand_force_n']:g} N" if cut["hand_force_n"] else f"{cut['feed_mm_rev']:.3g} mm/rev"
    return f"{step['words']} ({cut['speed_words']}, {fed})"


def page_line(row: dict[str, str], found: dict[str, Any]) -> str:
    """A row of the page."""
    depth = f"{float(row['depth_mm']):g} mm {'through' if found['through'] else 'deep'}"
    steps = "; ".join(_step(step) for step in found["plan"]["steps"] if step["kind"] != "deburr")
    lead = max(
        (step["cut"] for step in found["plan"]["steps"] if step["cut"]), key=lambda cut: (VERDICTS.index(cut["verdict"]), cut["use"])
    )
    why = f"{found['plan']['said']} ({lead['failure']})"
    return HEAD.format(hole=f"{row['hole']}, {depth},", metal=found["material"], machine=found["machine"], steps=steps, said=why)


VERDICTS = ("holds", "unknown", "tight", "gives-way", "cannot")


def page(lines: list[str]) -> str:
    """The whole page."""
    return PAGE.format(count=len(lines), late=LATE) + "\n".join(lines) + "\n"


if __name__ == "__main__":
    print(page([page_line(row, planned(row)) for row in jobs()]), end="")
