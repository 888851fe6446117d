"""The program of one set-up of a part: its operations as steps with their own places, through the writer every plan goes through."""

from typing import Any

from bore.answers.part import FeatureRow, PartAnswer, part_answer
from bore.answers.part_operation import PartOperation
from bore.answers.program import ControllerAnswer, run_answer, written_answer
from bore.base.errors import BadInput
from bore.base.plain import known_fields

FIELDS = ("part", "setup", "zero", "control", "style", "units", "returns", "holding", "under", "program")
Row = dict[str, Any]


def part_program_answer(data: Any) -> ControllerAnswer:
    """A set-up's program: `part` as it is asked for, `setup` (left out, the first), and what the writer wants to know: `zero` in words,
    `control`, `style`, `units`, `returns`, `holding`, `under`; or a `program` that is there, run and held against the set-up. Raises BadInput
    as the part and the writer do; where a letter is not made nothing is written, since the part would leave the machine unfinished."""
    known_fields(data, FIELDS)
    return written_part(part_answer(data.get("part")), data)


def written_part(answer: PartAnswer, data: Row) -> ControllerAnswer:
    """The program of a part that was planned already, as `part_program_answer` says."""
    ids = [setup.id for setup in answer.setups]
    setup = data.get("setup") if data.get("setup") is not None else ids[0]
    if setup not in ids:
        raise BadInput.at("setup", f"accepted: {', '.join(ids)}")
    if answer.unresolved:
        lacking = ", ".join(one.letter for one in answer.unresolved)
        raise BadInput.at("part.features", f"{lacking}: not made, so no program is written; take it out of the part, or see why")
    asked = {name: data[name] for name in FIELDS[2:] if data.get(name) is not None}
    here = answer.setups[ids.index(setup)]
    obstacles = [{"name": one.name, "x": one.x_mm, "y": one.y_mm, "z": one.z_mm} for one in here.obstacles]
    sheet = {
        "name": f"{answer.name or 'part'}, {answer.material}",
        "steps": program_steps(answer, setup),
        "set_up": f"{ids.index(setup) + 1} of {len(ids)}",
        "zero": here.zero_at,
        "obstacles": obstacles,
    } | asked
    if here.zero_word and isinstance(sheet.get("control", {}), dict):
        sheet["control"] = _control(answer) | {"work_offset": here.zero_word} | sheet.get("control", {})
    return run_answer(sheet) if "program" in asked else written_answer(sheet)


def _control(answer: PartAnswer) -> Row:
    """What is said of the control of the part's machine, as its first checked case has it."""
    cases = (feature.case for one in answer.operations for feature in one.features if feature.case)
    return dict(next(cases, {}).get("machine", {}).get("control") or {})


def program_steps(answer: PartAnswer, setup: str) -> list[Row]:
    """A set-up's operations as the writer's steps: one for each tool, setting and stop, at the places where it works in the order of its way."""
    rows = {row.letter: row for row in answer.rows}
    words = {tool.number: tool.words for tool in answer.tools}
    steps: list[Row] = []
    for one in answer.operations:
        if one.setup == setup:
            steps += _steps(one, rows, words)
    return steps


def _steps(one: PartOperation, rows: dict[str, FeatureRow], words: dict[int, str]) -> list[Row]:
    if one.tool is None:
        return [{"kind": one.kind, "words": one.words, "case": None}]
    # Letters that are cut alike, to the same stop, are one step.
    alike: dict[tuple[float | None, float, str], list[Any]] = {}
    for feature in one.features:
        key = (feature.stop_mm, rows[feature.letter].face_mm, repr([(feature.case or {}).get(part) for part in ("cutter", "setting")]))
        alike.setdefault(key, []).append(feature)
    steps = []
    for together in alike.values():
        letters = [feature.letter for feature in together]
        at = [rows[stop.letter].places_mm[stop.place - 1] for stop in one.path if stop.letter in letters]
        case = max((feature.case for feature in together), key=lambda case: case["hole"]["diameter_mm"])
        named = {"kind": one.kind, "tool": one.tool, "words": f"{words[one.tool]}: {', '.join(letters)}"}
        steps.append(named | {"case": case, "points_mm": at, "face_mm": rows[letters[0]].face_mm})
    return steps
