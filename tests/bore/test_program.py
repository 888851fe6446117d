"""Programs: written from plans and read back without a difference; an independent interpreter's word on positions, depths and pecks; what
the simulated controller flags."""

import contextlib
import copy
import math
import re
from itertools import combinations, product
from typing import Any

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from pygcode import GCodeLinearMove, GCodeRapidMove, Line
from pygcode.gcodes import GCodeAbsoluteDistanceMode, GCodeCannedCycle, GCodeCannedCycleReturnPrevLevel, GCodeSelectXYPlane
from pygcode.machine import Position
from pygcode.transform import simplify_canned_cycle

from bore.base.errors import BadInput
from bore.program.controller import run
from bore.program.read import read_program
from bore.program.sheet import AGAIN_MM
from bore.program.state import Made
from tests.answers import plan_answer, run_answer, written_answer
from tests.asking import answered
from tests.demo import asked, machines

PROGRAMMED: dict[str, tuple[Any, ...]] = {
    "threads": ("v1", "M12", 20.0, "steel-42crmo4-an"),
    "reamed": ("v1", "8 H7", 16.0, "alu-wrought-7075"),
    "pecked": ("v1", "6", 32.0, "stainless-304"),
    "milled": ("v1", "M12", 18.0, "titanium-64"),
    "deep": ("v1", "8", 160.0, "steel-c45"),
    "counterbored": ("v1", "11", 25.0, "alu-wrought-6082"),
    "turned": ("t1", "M12", 20.0, "stainless-304"),
    "gun": ("g1", "10", 400.0, "steel-c45"),
}
MORE: dict[str, dict[str, Any]] = {
    "milled": {"through": False, "plate_thickness_mm": 40.0, "thread": "mill"},
    "counterbored": {"counterbore_mm": 18, "counterbore_depth_mm": 11},
}
ZERO = "left front corner, top face"
POINTS = [[0.0, 0.0], [40.0, 0.0], [40.0, 25.4], [-12.7, 25.4]]


@pytest.fixture(scope="module")
def steps() -> dict[str, list[dict[str, Any]]]:
    """The steps a machine makes of each plan, as the screen posts them."""
    found = {}
    for name, plan in PROGRAMMED.items():
        made = plan_answer(asked(*plan, **MORE.get(name, {})))["plan"]["steps"]
        found[name] = [{"kind": step["kind"], "words": step["words"], "case": step["cut"]["case"]} for step in made if step["cut"]]
    return found


def even(steps: dict[str, list[dict[str, Any]]]) -> list[dict[str, Any]]:
    """A drill whose pecks one length says, counted from where the feed begins."""
    drill = copy.deepcopy(next(step for step in steps["pecked"] if step["kind"] == "drill"))
    drill["case"]["setting"]["pecks"] = {"kind": "full", "depths_mm": [6.0, 14.0, 22.0, 30.0]}
    return [drill]


def sheet_of(steps: dict[str, list[dict[str, Any]]], name: str) -> dict[str, Any]:
    single = name in ("turned", "gun")
    return {"name": f"{name}, for the winch (yard)", "zero": ZERO, "steps": steps[name], "points_mm": [[0.0, 0.0]] if single else POINTS}


@pytest.mark.parametrize("name", PROGRAMMED)
def test_a_program_reads_back_as_its_plan(steps: dict[str, Any], name: str) -> None:
    """Every plan, in both styles, both units and both returns: the controller finds nothing wrong and no difference, and each tool's
    check is the plan's own."""
    sheet = sheet_of(steps, name)
    for style, units, returns in product(("cycles", "moves"), ("mm", "in"), (98, 99)):
        found = written_answer(sheet | {"style": style, "units": units, "returns": returns})
        assert (found["problems"], found["differences"]) == ([], []), (style, units, found["program"])
        assert found["units"] == units
        assert {block["verdict"] for block in found["blocks"]} <= {"holds", "tight"}
        assert len({(hole["tool"], hole["x_mm"], hole["y_mm"]) for hole in found["holes"]}) == len(steps[name]) * len(sheet["points_mm"])
        again = run_answer({"program": found["program"], **sheet})
        assert again["holes"] == found["holes"]


def expanded(text: str) -> list[Made]:
    """The holes of a program of canned cycles as pygcode expands them, one tool."""
    at, found, cycle = Position(X=0, Y=0, Z=50), [], None
    for raw in text.splitlines():
        line = Line(re.sub(r"^N\d+ ", "", raw.strip("%")))
        for code in line.block.gcodes:
            if isinstance(code, GCodeCannedCycle):
                cycle = code
                found.append(_made(code, at))
            elif isinstance(code, GCodeRapidMove | GCodeLinearMove):
                at = Position(**{axis: code.get_param_dict().get(axis, getattr(at, axis)) for axis in "XYZ"})
        if cycle is not None and line.block.modal_params and not line.block.gcodes:
            places = {word.letter: word.value for word in line.block.modal_params}
            found.append(_made(type(cycle)(*_with(cycle, places)), at))
    return found


def _with(cycle: Any, places: dict[str, float]) -> list[Any]:
    """A cycle's own words with other places."""
    from pygcode import Word

    words = dict(cycle.get_param_dict()) | {name: places[name] for name in "XY" if name in places}
    return [cycle.word_key, *(Word(name, value) for name, value in words.items())]


def _made(cycle: Any, at: Position) -> Made:
    moves = simplify_canned_cycle(
        cycle, at, plane=GCodeSelectXYPlane(), dist_mode=GCodeAbsoluteDistanceMode(), retract_mode=GCodeCannedCycleReturnPrevLevel()
    )
    feeds = [move for move in moves if isinstance(move, GCodeLinearMove)]
    depths, z = [], at.Z
    for move in feeds:
        z = move.get_param_dict().get("Z", z)
        depths.append(z)
    words = cycle.get_param_dict()
    return Made(0, 1, words["X"], words["Y"], -min(depths), depths, 0.0, 0.0, None)


@settings(max_examples=40)
@given(
    st.sampled_from([81, 83, 73]),
    st.integers(10, 900).map(lambda tenths: tenths / 10),
    st.integers(10, 300).map(lambda tenths: tenths / 10),
    st.lists(st.tuples(st.integers(-400, 400), st.integers(-400, 400)), min_size=1, max_size=5, unique=True),
)
def test_an_independent_interpreter_finds_the_same_holes(code: int, depth_mm: float, peck_mm: float, places: list[tuple[int, int]]) -> None:
    """pygcode (from the registry) expands G81, G83 and G73 under G98, where it is right: positions, depths and how many pecks. Where the
    pecks come out even its sums of floats may leave a last stroke of nothing: there is no saying who is right."""
    strokes = (depth_mm + 2) / peck_mm
    assume(abs(strokes - round(strokes)) > 1e-6)
    q = f" Q{peck_mm}" if code != 81 else ""
    first, *others = places
    head = "G21 G17 G90 G94\nT1 M6\nS900 M3\nG0 X0 Y0\nG0 Z50\n"
    cycle = f"G98 G{code} X{first[0]} Y{first[1]} Z-{depth_mm} R2{q} F120\n" + "".join(f"X{x} Y{y}\n" for x, y in others)
    mine, theirs = run(head + cycle + "G80\nM30\n").holes, expanded(head + cycle)
    assert [(one.x_mm, one.y_mm) for one in mine] == [(one.x_mm, one.y_mm) for one in theirs]
    assert [one.depth_mm for one in mine] == pytest.approx([one.depth_mm for one in theirs], abs=1e-9)
    # What is bored of air between R and the face is no peck of the metal's; the other counts the stroke all the same.
    in_metal = [len({round(z, 6) for z in one.pecks_mm if z < -0.002}) for one in theirs]
    assert [len(one.pecks_mm) for one in mine] == in_metal


def test_written_programs_are_what_that_interpreter_reads(steps: dict[str, Any]) -> None:
    found = written_answer({"name": "one", "zero": ZERO, "steps": even(steps), "points_mm": POINTS})
    plain = re.sub(r"^(?:O\d+|N\d+ )", "", found["program"].replace("G43 H1", "G0"), flags=re.M)
    mine, theirs = found["holes"], expanded("\n".join(line for line in plain.splitlines() if "G28" not in line))
    assert len(theirs) == len(POINTS)
    for ours, other in zip(mine, theirs, strict=True):
        assert (ours["x_mm"], ours["y_mm"], ours["depth_mm"]) == pytest.approx((other.x_mm, other.y_mm, other.depth_mm), abs=1e-3)
        assert ours["pecks"] == len(other.pecks_mm) > 1


@pytest.mark.parametrize(
    ("change", "words"),
    [
        (("Z-", "Z-1"), "deep, the plan stops at"),
        (("S", "S1"), "rpm, the plan says"),
        (("F", "F1"), "mm/rev, the plan says"),
        (("X40. Y0.", "X41. Y0."), "nothing is made at place 2"),
        (("X40. Y25.4", "X40. Y25.4\nX60. Y0."), "not in the plan"),
        (("T1 M6", "T9 M6"), "the program does not use it"),
        (("Q", "Q9"), "in one go"),
    ],
)
def test_every_difference_from_the_plan_is_told(steps: dict[str, Any], change: tuple[str, str], words: str) -> None:
    sheet = {"name": "one", "zero": ZERO, "steps": even(steps), "points_mm": POINTS}
    lines = written_answer(sheet)["program"].splitlines()
    changed = "\n".join(line if line.startswith("(") else line.replace(*change) for line in lines)
    found = run_answer({"program": changed, **sheet})
    assert any(words in one for one in found["differences"]), found["differences"]


def test_a_feed_too_fast_is_flagged_by_the_check_itself(steps: dict[str, Any]) -> None:
    sheet = {"name": "one", "zero": ZERO, "steps": steps["pecked"][-1:], "points_mm": POINTS[:1]}
    slow = written_answer(sheet)
    fast = run_answer({"program": slow["program"].replace(" F", " F9"), **sheet})
    assert slow["blocks"][0]["verdict"] in ("holds", "tight")
    assert fast["blocks"][0]["verdict"] == "gives-way"
    assert fast["blocks"][0]["thrust_n"] > slow["blocks"][0]["thrust_n"]


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"steps": []}, "steps"),
        ({"steps": [{"kind": "dance"}]}, "steps[0].kind"),
        ({"steps": [{"kind": "drill", "case": {}}]}, "steps[0].case"),
        ({"points_mm": [[0]]}, "points_mm"),
        ({"style": "song"}, "style"),
        ({"units": "furlongs"}, "units"),
        ({"returns": 97}, "returns"),
    ],
)
def test_what_cannot_be_written_is_refused_in_words(steps: dict[str, Any], change: dict[str, Any], field: str) -> None:
    with pytest.raises(BadInput) as refused:
        written_answer(sheet_of(steps, "pecked") | change)
    assert refused.value.problems[0].field.startswith(field)


def test_a_hand_fed_press_runs_no_program() -> None:
    made = plan_answer(asked("c2", "10", 20.0, "steel-c45"))["plan"]["steps"]
    step = next(one for one in made if one["cut"])
    with pytest.raises(BadInput, match="runs no program"):
        written_answer({"steps": [{"kind": step["kind"], "words": "", "case": step["cut"]["case"]}]})


@st.composite
def sheets(draw: st.DrawFn) -> dict[str, Any]:
    """Any drilling a machining centre might be given: sizes, depths, pecks, speeds, feeds, places."""
    size = draw(st.sampled_from([3.0, 6.0, 8.5, 10.2, 12.0, 16.0]))
    depth = round(size * draw(st.floats(0.5, 3.5)), 1)
    through = draw(st.booleans())
    hole: dict[str, Any] = {"diameter_mm": size, "depth_mm": depth, "through": through, "start": {"kind": "spot", "angle_deg": 120}}
    if not through:
        hole["plate_thickness_mm"] = 3 * depth + 2 * size
    deepest = depth - 0.2
    pecks = sorted({round(draw(st.floats(0.3, max(deepest, 0.4))), 1) for _ in range(draw(st.integers(0, 4)))})
    kind = draw(st.sampled_from(["full", "chip-break"])) if pecks else "none"
    setting = {
        "speed_rpm": round(draw(st.integers(8, 20)) * 318 / size),
        "feed_mm_rev": round(size * draw(st.floats(0.008, 0.015)), 3),
        "pecks": {"kind": kind, "depths_mm": [one for one in pecks if one < depth]},
    }
    case = {"hole": hole, "material": {"id": "steel-c45"}, "cutter": {"family": "twist"}, "machine": machines()["v1"], "setting": setting}
    places = draw(st.lists(st.tuples(st.integers(-500, 500), st.integers(-500, 500)), min_size=1, max_size=4, unique=True))
    return {
        "zero": ZERO,
        "steps": [{"kind": "drill", "words": f"drill {size:g}", "case": case}],
        "points_mm": [[x / 2, y / 2] for x, y in places],
        "style": draw(st.sampled_from(["cycles", "moves"])),
        "units": draw(st.sampled_from(["mm", "in"])),
        "returns": draw(st.sampled_from([98, 99])),
    }


@settings(max_examples=60)
@given(sheets())
def test_whatever_is_drilled_reads_back_without_a_difference(sheet: dict[str, Any]) -> None:
    with contextlib.suppress(BadInput):
        check_holds(sheet)
        found = written_answer(sheet)
        assert (found["problems"], found["differences"], found["findings"]) == ([], [], []), found["program"]
        return held_to(sheet, found)
    assume(False)


def check_holds(sheet: dict[str, Any]) -> None:
    """Raises BadInput where the step itself would be refused."""
    if answered(sheet["steps"][0]["case"])["verdict"] not in ("holds", "tight") or touching(sheet["points_mm"], sheet["steps"][0]):
        raise BadInput.at("steps", "does not hold")


def touching(points: list[list[float]], step: dict[str, Any]) -> bool:
    """Whether two places are nearer than the hole is wide."""
    wide = step["case"]["hole"]["diameter_mm"]
    return any(math.dist(one, other) < wide for one, other in combinations(points, 2))


def held_to(sheet: dict[str, Any], found: dict[str, Any]) -> None:
    assert len(found["holes"]) == len(sheet["points_mm"])
    assert found["time_s"] > 0
    block = found["blocks"][0]
    asks = sheet["steps"][0]["case"]["setting"]
    assert block["feed_mm_rev"] == pytest.approx(asks["feed_mm_rev"], rel=0.01)
    trace = found["traces"][0]["points"]
    assert [point[0] for point in trace] == sorted(point[0] for point in trace)
    assert max(point[1] for point in trace) == pytest.approx(found["holes"][0]["depth_mm"], abs=1e-3)


def block_of(program: str, code: str) -> str:
    return next(line for line in program.splitlines() if f" {code} " in line)


def test_a_step_is_written_as_it_was_planned(steps: dict[str, Any]) -> None:
    """The cycle by what the plan pecks, its length the shortest between clearings but the last; coolant on where there is any; a dwell
    where a seat or a mark is cut; in moves each peck re-entered half a millimetre above where it stopped; a tap out as it went in."""
    alone = {"name": "one", "zero": ZERO, "points_mm": [[0.0, 0.0]]}
    drill = steps["pecked"][-1]
    planned = written_answer(alone | {"steps": [drill], "style": "moves"})["program"]
    downs = [float(line.split("Z-")[1].split()[0]) for line in planned.splitlines() if "G1 Z-" in line]
    enters = [float(line.split("Z-")[1]) for line in planned.splitlines() if "G0 Z-" in line]
    assert len(downs) > 3
    assert enters == [pytest.approx(depth - AGAIN_MM, abs=1e-3) for depth in downs[:-1]]
    between = [after - before for before, after in zip([0.0, *downs[:-2]], downs[:-1], strict=True)]
    assert "G83" not in written_answer(alone | {"steps": [drill]})["program"], "no one length says these pecks"
    assert max(between) > min(between)
    full = block_of(written_answer(alone | {"steps": even(steps)})["program"], "G83")
    assert float(full.split("Q")[1].split()[0]) == pytest.approx(8.0, abs=2e-3)
    broken = copy.deepcopy(even(steps)[0])
    broken["case"]["setting"]["pecks"]["kind"] = "chip-break"
    assert " G73 " in block_of(written_answer(alone | {"steps": [broken]})["program"], "G73")
    dry = copy.deepcopy(steps["counterbored"][1])
    dry["case"]["machine"]["coolant"] = {"method": "brush"}
    assert "M8" in written_answer(alone | {"steps": [drill]})["program"]
    assert "M8" not in written_answer(alone | {"steps": [dry]})["program"]
    seat = written_answer(alone | {"steps": steps["counterbored"][-1:]})["program"]
    assert " P" in block_of(seat, "G82")
    straight = copy.deepcopy(drill)
    straight["case"]["setting"]["pecks"] = {"kind": "none"}
    assert " P" not in block_of(written_answer(alone | {"steps": [straight]})["program"], "G81")
    thread = next(step for step in steps["threads"] if step["kind"] == "tap")
    out = written_answer(alone | {"steps": [thread], "style": "moves"})["program"].splitlines()
    back = next(place for place, line in enumerate(out) if line == "M4")
    assert "G1 Z" in out[back - 2]
    assert "G1 Z" in out[back + 1]
    assert "Z-" not in out[back + 1]


@pytest.mark.parametrize(("share", "told"), [(0.0, False), (0.004, False), (-0.004, False), (0.02, True), (-0.02, True)])
def test_a_speed_or_a_feed_counts_as_the_plans_within_a_hair(steps: dict[str, Any], share: float, told: bool) -> None:
    """Half a per cent of speed and one of feed are the writing's own rounding; two are another setting."""
    sheet = {"name": "one", "zero": ZERO, "points_mm": [[0.0, 0.0]], "steps": steps["counterbored"][1:2]}
    program = written_answer(sheet)["program"]
    speed = float(re.search(r"S(\d+)", program)[1])  # type: ignore[index]
    feed = float(re.search(r" F([\d.]+)", program)[1])  # type: ignore[index]
    faster = program.replace(f"S{speed:.0f}", f"S{speed * (1 + share):.0f}").replace(f"F{feed:g}", f"F{feed * (1 + share):.4f}")
    found = run_answer({"program": faster, **sheet})["differences"]
    assert any("rpm, the plan says" in one for one in found) == told
    fed = program.replace(f"F{feed:g}", f"F{feed * (1 + 2 * share):.4f}")
    assert any("mm/rev, the plan says" in one for one in run_answer({"program": fed, **sheet})["differences"]) == told


def test_a_block_read_back_has_the_depth_and_the_units_it_says() -> None:
    found = read_program("G20 G97 S300 G83 X1 Z-0.5 R0.1 Q0.125 F3")
    assert (found.depth_mm, found.peck_mm, found.units) == (pytest.approx(12.7), pytest.approx(3.175), "inch")
    assert (found.feed_rate_mm_min, found.feed_mm_rev) == (pytest.approx(76.2), pytest.approx(0.254))
    assert read_program("G21 S300 F127").units == "metric"
    assert read_program("G95 S300 F0.2").feed_rate_mm_min == pytest.approx(60.0)


def test_a_stop_counts_the_point_of_a_drill_and_not_of_a_mill(steps: dict[str, Any]) -> None:
    alone = {"name": "one", "zero": ZERO, "points_mm": [[0.0, 0.0]]}

    def stop(step: dict[str, Any]) -> float:
        return float(re.search(r"STOP ([\d.]+)\)", written_answer(alone | {"steps": [step]})["program"])[1])  # type: ignore[index]

    mill, drill = steps["milled"][-1], next(step for step in steps["milled"] if step["kind"] == "drill")
    assert stop(mill) == pytest.approx(mill["case"]["hole"]["depth_mm"], abs=1e-3)
    assert stop(drill) > drill["case"]["hole"]["depth_mm"] + 1


def test_a_thread_mill_rises_by_its_pitch_and_a_reamer_feeds_out(steps: dict[str, Any]) -> None:
    alone = {"name": "one", "zero": ZERO, "points_mm": [[0.0, 0.0]], "style": "moves"}
    mill = steps["milled"][-1]
    lines = written_answer(alone | {"steps": [mill]})["program"].splitlines()
    turn = 1 + next(place for place, line in enumerate(lines) if line.startswith("G3 ") and " Z" in line)
    before = next(line for line in reversed(lines[:turn]) if " Z" in line)
    low, high = (float(re.search(r"Z(-?[\d.]+)", line)[1]) for line in (before, lines[turn]))  # type: ignore[index]
    assert high - low == pytest.approx(mill["case"]["cutter"]["pitch_mm"], abs=2e-3)
    ream = next(step for step in steps["reamed"] if step["kind"] == "ream")
    strokes = [line for line in written_answer(alone | {"steps": [ream]})["program"].splitlines() if line.startswith("G1 Z")]
    assert len(strokes) == 2
    assert "Z-" in strokes[0]
    assert "Z-" not in strokes[1]
    turned = copy.deepcopy(next(step for step in steps["turned"] if step["kind"] == "drill"))
    assert "M8" in written_answer(alone | {"steps": [turned]})["program"]
