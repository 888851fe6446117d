"""The command line: `python -m bore check case.json`, `-` for standard input.

Exit 0 with the answer as JSON on standard output; exit 2 with a sentence on standard error for bad input.
"""

import argparse
import json
import sys
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import Any

from bore import VERSION
from bore.answers.calibration import calibration_answer, reading_answer
from bore.answers.chart import capability_answer, chart_answer
from bore.answers.check import answer
from bore.answers.course import course_answer
from bore.answers.diagnosis import diagnosis_answer
from bore.answers.machine import machine_answer
from bore.answers.offers import MatchAnswer, deep_hole_answer, guesses_answer, match_answer, program_answer, ways_out_answer
from bore.answers.part import part_answer
from bore.answers.part_program import part_program_answer
from bore.answers.pictures import log_answer, window_answer
from bore.answers.plan import anywhere_answer, plan_answer
from bore.answers.practice import practice_answer
from bore.answers.program import run_answer, written_answer
from bore.answers.readings import READERS, read_answer
from bore.answers.reference import contents_answer, found_answer, page_answer
from bore.answers.schemas import names, schema
from bore.answers.serialise import as_data
from bore.answers.shared_words import shared_words
from bore.answers.trace import trace_answer
from bore.base.errors import BadInput
from bore.base.json_in import read_json_strictly
from bore.case.read import read_case
from bore.check.check import check
from bore.job.job import Job
from bore.pictures.log import bore_log
from bore.pictures.window import window
from bore.plan.deep_hole import deep_hole
from bore.reference.pages import PAGES
from bore.ways.match import match
from bore.ways.ways_out import ways_out

# Each command with what it makes of the JSON it is given.
COMMANDS: dict[str, tuple[Callable[[Any], Any], str]] = {
    "check": (lambda data: answer(check(read_case(data))), "check one case and print the answer as JSON"),
    "log": (lambda data: log_answer(bore_log(read_case(data))), "torque, thrust and power along the depth and over time"),
    "window": (lambda data: window_answer(window(read_case(data))), "speeds and feeds, and which limit closes them off"),
    "ways-out": (lambda data: ways_out_answer(ways_out(read_case(data))), "changes that would make it go, each checked, cheapest first"),
    "guesses": (guesses_answer, "which of the things that were assumed carry the verdict, each tried the other way"),
    "match": (lambda data: _matched(read_case(data)), "every machine of the case's yard with every cutter, best first"),
    "deep-hole": (
        lambda data: deep_hole_answer(deep_hole(read_case(data))),
        "stages, lengths to order, guides and coolant of a gun-drilled hole",
    ),
    "plan": (plan_answer, "the steps from solid metal to the hole as drawn, from the case's yard on its machine"),
    "plan-anywhere": (anywhere_answer, "the plan on every machine of the case's yard, best first"),
    "part": (part_answer, "many holes planned together: tools, operations in order, what sharing saves, what cannot be made"),
    "part-program": (part_program_answer, "plain G-code for one set-up of a part, read back before it is given out"),
    "write-program": (written_answer, "plain G-code for a plan's steps, and what the simulated controller makes of it"),
    "run-program": (run_answer, "a program run through the simulated controller, held against a plan's steps where they are given"),
    "diagnose": (
        diagnosis_answer,
        "what is wrong with a cut, from what was seen: one thing to do now, the causes, changes that were checked",
    ),
    "reading": (reading_answer, "a meter's, scale's or hand's reading as torque, thrust or power, and how far it may be trusted"),
    "calibrate": (calibration_answer, "what logged cuts say of the next one: a factor, the spread that is left, each cut's part"),
    "practise": (practice_answer, "a hole drilled by a hand, a wheel or a drive, played out in time: events, outcome, score"),
    "trace": (trace_answer, "a recorded load of the spindle told apart into holes, each beside what was said of it; what is amiss"),
    "chart": (chart_answer, "a wall chart: sizes by metals on one machine, what to set in each, the pilot it wants, how it holds"),
    "capability": (capability_answer, "the largest hole each family of drill makes on a machine in a metal"),
    "describe": (
        machine_answer,
        "a machine drawn up: what reaches the spindle, its speeds, what it drills",
    ),
    "program": (program_answer, "a program's speed and feed read back, and with a case what the check says of it"),
}


# What a case may say, the course and the reference need no case, and what was typed is no file.
WORDS, READ, EXERCISES, REFERENCE, LOOK_UP, SCHEMA = "words", "read", "exercises", "reference", "look-up", "schema"


def _matched(job: Job) -> MatchAnswer:
    return match_answer(match(job), job)


def _load(name: str) -> Any:
    try:
        text = sys.stdin.read() if name == "-" else Path(name).read_text(encoding="utf-8")
    except OSError as error:
        raise BadInput.at("case", f"{name} cannot be read: {error.strerror}") from error
    except UnicodeDecodeError as error:
        raise BadInput.at("case", f"{name} is not JSON: {error}") from error
    return read_json_strictly(text, "case")


def _answered(chosen: argparse.Namespace) -> Any:
    if chosen.command == WORDS:
        return shared_words()
    if chosen.command == EXERCISES:
        return course_answer()
    if chosen.command == REFERENCE:
        return page_answer(chosen.page) if chosen.page else contents_answer()
    if chosen.command == SCHEMA:
        return schema(chosen.of) if chosen.of else names()
    if chosen.command == LOOK_UP:
        return found_answer(chosen.text)
    if chosen.command == READ:
        return read_answer(chosen.kind, chosen.text)
    return COMMANDS[chosen.command][0](_load(chosen.case))


def main(arguments: Sequence[str] | None = None) -> int:
    """Run a command; the exit code."""
    parser = argparse.ArgumentParser(prog="bore", description="Will this machine drill this hole?")
    parser.add_argument("--version", action="version", version=VERSION)
    commands = parser.add_subparsers(dest="command", required=True)
    for name, (_, words) in COMMANDS.items():
        command = commands.add_parser(name, help=words)
        command.add_argument("case", help="a JSON file, or - for standard input")
    commands.add_parser(WORDS, help="what a case may say: its fields and choices, families, kinds of machine, steps, in words")
    commands.add_parser(EXERCISES, help="the exercises of the course in the order people learn, each with its question and hole")
    typed = commands.add_parser(
        READ, help="what somebody typed, read: a metal's everyday name, a drill size, a hole as drawn, a plate, a set"
    )
    typed.add_argument("kind", help=", ".join(READERS))
    typed.add_argument("text", help="as it is typed")
    book = commands.add_parser(REFERENCE, help="the tables and words of the trade: the pages there are, or one of them whole")
    book.add_argument("page", nargs="?", help=", ".join(PAGES))
    documents = commands.add_parser(SCHEMA, help="JSON Schema of a case, or of a command's answer; without a name, which there are")
    documents.add_argument("of", nargs="?", help="case, or a command")
    commands.add_parser(LOOK_UP, help="what is found in the reference: M8, 5/16, 30 HRC, 16 H7, squeal").add_argument("text")
    chosen = parser.parse_args(arguments)
    try:
        found = _answered(chosen)
    except BadInput as error:
        print("\n".join(f"{problem.field}: {problem.message}" for problem in error.problems), file=sys.stderr)
        return 2
    print(json.dumps(as_data(found), ensure_ascii=False, indent=2))
    return 0


if __name__ == "__main__":
    sys.exit(main())
