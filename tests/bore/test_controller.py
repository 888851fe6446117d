"""The simulated controller against programs worked out by hand: every move, its end and its time; what each block of a cycle does; every
remark at its mark and a hair beside it. How cycles move: ISO 6983 and common practice of such controls."""

import contextlib
import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bore.base.errors import BadInput
from bore.program.blocks import LONGEST
from bore.program.controller import run
from bore.program.cycles import LIFT_MM
from bore.program.moves import RAPID_MM_MIN
from bore.program.sheet import AGAIN_MM
from bore.program.state import Move, Run

HEAD = "G21 G90 G94 G80\nT1 M6\nS1000 M3\nG0 X0 Y0 Z50\n"


def ran(blocks: str, widths: dict[int, float] | None = None) -> Run:
    return run(f"{HEAD}{blocks}\nM30\n", widths)


def strokes(found: Run) -> list[tuple[str, float]]:
    """Every move after the head: its kind and the height it ends at."""
    return [(move.kind, round(move.end[2], 4)) for move in found.moves[1:]]


def said(found: Run) -> list[str]:
    return [one.words for one in found.problems]


def test_a_straight_cycle_goes_over_down_in_and_back_to_where_it_began() -> None:
    found = ran("G98 G81 X10 Y5 Z-12 R2 F100")
    assert [(one.kind, one.end) for one in found.moves[1:]] == [
        ("rapid", (10.0, 5.0, 50.0)),
        ("rapid", (10.0, 5.0, 2.0)),
        ("feed", (10.0, 5.0, -12.0)),
        ("rapid", (10.0, 5.0, 50.0)),
    ]
    assert [one.time_s for one in found.moves[1:]] == pytest.approx(
        [60 * 125**0.5 / RAPID_MM_MIN, 60 * 48 / RAPID_MM_MIN, 60 * 14 / 100, 60 * 62 / RAPID_MM_MIN]
    )
    assert [(one.feed_mm_rev, one.speed_rpm) for one in found.moves if one.kind == "feed"] == [(pytest.approx(0.1), 1000.0)]
    assert [one.feed_mm_rev for one in found.moves if one.kind == "rapid"] == [None] * 4
    assert said(found) == []


@pytest.mark.parametrize(("returns", "between"), [(98, 50.0), (99, 2.0)])
def test_between_holes_it_stands_where_g98_or_g99_says(returns: int, between: float) -> None:
    found = ran(f"G{returns} G81 X0 Y0 Z-5 R2 F100\nX20")
    assert strokes(found)[3][1] == between
    assert [(one.x_mm, one.depth_mm) for one in found.holes] == [(0.0, 5.0), (20.0, 5.0)]


def test_an_r_plane_above_the_tool_is_risen_to_before_it_moves_over() -> None:
    found = ran("G0 Z1\nG98 G81 X10 Y0 Z-5 R3 F100")
    assert [one.end for one in found.moves[2:4]] == [(0.0, 0.0, 3.0), (10.0, 0.0, 3.0)]
    assert strokes(found)[-1] == ("rapid", 3.0)


def test_full_pecks_clear_to_the_r_plane_and_chip_breaks_only_lift() -> None:
    clearing = strokes(ran("G99 G83 X0 Y0 Z-5 R1 Q2 F100"))
    assert clearing == [
        ("rapid", 50.0),
        ("rapid", 1.0),
        ("feed", -1.0),
        ("rapid", 1.0),
        ("rapid", -1.0 + AGAIN_MM),
        ("feed", -3.0),
        ("rapid", 1.0),
        ("rapid", -3.0 + AGAIN_MM),
        ("feed", -5.0),
        ("rapid", 1.0),
    ]
    breaking = ran("G99 G73 X0 Y0 Z-5 R1 Q2 F100")
    lifts = [("feed", -1.0), ("rapid", -1.0 + LIFT_MM), ("feed", -3.0), ("rapid", -3.0 + LIFT_MM), ("feed", -5.0), ("rapid", 1.0)]
    assert strokes(breaking)[2:] == lifts
    assert breaking.holes[0].pecks_mm == [1.0, 3.0, 5.0]
    assert strokes(ran("G99 G83 X0 Y0 Z-5 R1 Q6 F100"))[2:] == [("feed", -5.0), ("rapid", 1.0)]


def test_reaming_and_tapping_feed_out_and_a_dwell_waits() -> None:
    assert strokes(ran("G99 G85 X0 Y0 Z-5 R1 F100"))[2:4] == [("feed", -5.0), ("feed", 1.0)]
    assert strokes(ran("G99 G84 X0 Y0 Z-5 R1 F100"))[2:4] == [("feed", -5.0), ("feed", 1.0)]
    assert strokes(ran("G99 G81 X0 Y0 Z-5 R1 F100"))[2:4] == [("feed", -5.0), ("rapid", 1.0)]
    waiting = ran("G99 G82 X0 Y0 Z-5 R1 P0.5 F100")
    assert [(one.kind, one.time_s) for one in waiting.moves if one.kind == "dwell"] == [("dwell", 0.5)]
    assert [one.kind for one in ran("G4 P2").moves] == ["rapid", "dwell"]


def test_inches_and_increments_come_to_the_same_holes() -> None:
    inches = run("G20 G90\nT1 M6\nS1000 M3\nG0 X0 Y0 Z2\nG99 G83 X1 Y0 Z-0.5 R0.1 Q0.25 F4\nM30\n")
    assert [(one.x_mm, one.depth_mm) for one in inches.holes] == [(pytest.approx(25.4), pytest.approx(12.7))]
    assert inches.holes[0].feed_mm_rev == pytest.approx(0.1016)
    assert inches.units == "in"
    steps = ran("G91 G99 G81 X10 Z-12 R-48 F100")
    assert [(one.x_mm, one.depth_mm) for one in steps.holes] == [(10.0, 10.0)]
    by_turn = run("G21 G90 G95\nT0303\nS500 M3\nG0 X0 Z5\nG1 Z-10 F0.2\nG0 Z5\nM30\n")
    assert (by_turn.tools, by_turn.holes[0].feed_mm_rev) == ([3], 0.2)
    assert [one.time_s for one in by_turn.moves if one.kind == "feed"] == [pytest.approx(60 * 15 / (0.2 * 500))]


def test_a_turret_number_takes_its_tool_at_once_and_a_plain_one_waits_for_m6() -> None:
    assert run("T100\nM30").tools == [1]
    assert run("T99\nM30").tools == []
    assert run("T7\nM6\nT8\nM30").tools == [7]


@pytest.mark.parametrize(
    ("blocks", "words"),
    [
        ("G0 Z-0.01", "a rapid into the metal"),
        ("G1 Z-3 F100\nX5", "the tool is dragged sideways below the face"),
        ("G1 Z-3 F100\nT2 M6", "the tool is changed inside the work"),
        ("M5\nG1 Z-3 F100", "a feed move with the spindle stopped"),
        ("M4\nG1 Z-3 F100", "the tool is fed in while it turns backwards"),
        ("G1 Z-3", "a feed move without F, or without S"),
        ("G1 Z-3 F0", "a feed move without F, or without S"),
        ("S0\nM3", "the spindle is started without a speed: S is missing"),
        ("G81 X0 Y0 R2 F100", "G81 without Z"),
        ("G83 X0 Y0 Z-5 R2 F100", "G83 without Q"),
        ("G81 X0 Y0 Z2 R2 F100", "G81 would drill upwards"),
        ("G83 X0 Y0 Z-5 R2 Q0 F100", "with a Q of nought"),
        ("G80 X5", "a move without G0 or G1 after G80"),
        ("G1 Z-1 F100\nG3 X5 I0 J0", "the arc's ends stand"),
        ("G33", "G33 is not known here"),
        ("M19", "M19 is not known here"),
    ],
)
def test_what_is_wrong_is_told_where_it_stands(blocks: str, words: str) -> None:
    found = ran(blocks)
    assert any(words in one for one in said(found)), said(found)
    assert all(problem.line >= 5 for problem in found.problems)


@pytest.mark.parametrize(
    "blocks",
    [
        "G0 Z0",
        "G1 Z-3 F100\nG0 Z5\nG0 Z-3",
        "G1 Z-3 F100\nG0 Z0\nT2 M6",
        "G1 Z-3 F100\nM4\nG1 Z5\nM3",
        "G1 Z-0.001 F100\nX5\nG0 Z5",
        "M5",
        "G1 Z-3 F100\nG1 Z-2\nG0 Z5",
    ],
)
def test_what_is_right_is_let_be(blocks: str) -> None:
    assert said(ran(blocks)) == []


def test_a_rapid_may_go_as_deep_as_the_hole_this_tool_or_a_wider_one_made() -> None:
    drilled, back = "G1 Z-10 F100\nG0 Z5\n", "T2 M6\nS1000 M3\nG0 Z-9"
    assert said(ran(drilled + "G0 Z-10.001")) == []
    assert said(ran(drilled + "G0 Z-10.01")) == ["a rapid into the metal: to 10 mm where the hole is 10 mm deep"]
    assert said(ran(drilled + back, {1: 10.0, 2: 8.0})) == []
    assert said(ran(drilled + back, {1: 8.0, 2: 10.0})) == ["a rapid into the metal: to 9 mm where the hole is 0 mm deep"]
    assert said(ran(drilled + back, {1: 8.0, 2: 8.0})) == ["a rapid into the metal: to 9 mm where the hole is 0 mm deep"]
    assert said(ran(drilled + "G0 X20\nG0 Z-5")) == ["a rapid into the metal: to 5 mm where the hole is 0 mm deep"]


def test_strokes_at_one_place_are_one_hole_and_each_deeper_one_is_a_peck() -> None:
    found = ran("G1 Z-4 F100\nG0 Z2\nG0 Z-3.5\nG1 Z-8\nG0 Z2\nG1 Z-6\nG0 Z2")
    assert [(one.depth_mm, one.pecks_mm) for one in found.holes] == [(8.0, [4.0, 8.0])]
    two = ran("G99 G81 X0 Y0 Z-5 R2 F100\nG81 X0 Y0 Z-9 R2")
    assert [one.depth_mm for one in two.holes] == [5.0, 9.0]


def turning(blocks: str) -> Any:
    return [(one.depth_mm, one.around_mm) for one in ran(blocks).holes if one.around_mm]


def test_only_a_whole_turn_below_the_face_makes_a_thread() -> None:
    begin = "G1 Z-6 F100\nX3\n"
    assert turning(f"{begin}G3 X3 Y0 Z-5 I-3 J0") == [(6.0, 6.0)]
    assert turning(f"{begin}G2 X3 Y0 Z-5 I-3 J0") == [(6.0, 6.0)]
    assert turning(f"{begin}G3 X-3 Y0 Z-5.5 I-3 J0") == []
    assert turning("G1 Z1 F100\nX3\nG3 X3 Y0 Z2 I-3 J0") == []


@pytest.mark.parametrize(
    ("code", "to", "quarters"), [(3, "X0 Y3", 1), (2, "X0 Y3", 3), (3, "X-3 Y0", 2), (2, "X0 Y-3", 1), (3, "X0 Y-3", 3)]
)
def test_an_arc_turns_the_way_its_code_says(code: int, to: str, quarters: int) -> None:
    found = ran(f"G0 X3\nG1 Z1 F100\nG{code} {to} I-3 J0")
    arc: Move = found.moves[-1]
    assert arc.time_s == pytest.approx(60 * quarters * 1.5 * 3.141592653589793 / 100)


def test_a_line_may_be_as_long_as_it_may_and_no_longer() -> None:
    assert said(run("(" + "x" * (LONGEST - 8) + ")\nM30")) == []


def test_the_face_itself_is_not_metal() -> None:
    """A move that ends on the face, or a hair from it, cuts nothing; back on it, a new stroke begins."""
    assert ran("G1 Z0 F100\nG0 Z5").holes == []
    assert ran("G1 Z0.001 F100\nG0 Z5").holes == []
    assert turning("G1 Z0 F100\nX3\nG3 X3 Y0 Z0 I-3 J0") == []
    assert [one.depth_mm for one in ran("G99 G81 X0 Y0 Z-5 R0 F100\nG81 X0 Y0 Z-9 R0").holes] == [5.0, 9.0]


def test_a_stroke_no_deeper_is_no_peck() -> None:
    assert ran("G1 Z-4 F100\nG0 Z2\nG1 Z-4\nG0 Z2").holes[0].pecks_mm == [4.0]
    assert ran("G1 Z-4 F100\nG0 Z2\nG1 Z-4.01\nG0 Z2").holes[0].pecks_mm == [4.0, 4.01]


def test_every_length_of_a_cycle_and_an_arc_is_in_the_programs_units() -> None:
    head = "G20 G90\nT1 M6\nS1000 M3\nG0 X0 Y0 Z2\n"
    cycle = run(head + "G99 G81 X0 Y0 Z-0.5 R0.1 F4\nM30\n")
    assert [round(move.end[2], 3) for move in cycle.moves[2:]] == [2.54, -12.7, 2.54]
    arc = run(head + "G1 F4\nG3 X1 Y1 I0 J1\nM30\n")
    assert said(arc) == []
    assert arc.moves[-1].time_s == pytest.approx(60 * 25.4 * 3.141592653589793 / 2 / (4 * 25.4))
    across = run(head + "G1 F4\nG3 X2 Y0 I1 J0\nM30\n")
    assert said(across) == []


def test_the_trades_own_examples() -> None:
    """Common practice: 300 rpm with 5 in/min hides 0.42 mm a turn; 1.2 in at 0.15 in a peck is eight pecks."""
    found = run("G20 G90 G94\nT1 M6\nS300 M3\nG0 X0 Y0 Z1\nG98 G83 X0 Y0 Z-1.2 R0. Q0.15 F5\nG80\nM30")
    assert found.problems == []
    assert found.holes[0].feed_mm_rev == pytest.approx(0.42, abs=0.005)
    assert len(found.holes[0].pecks_mm) == 8
    assert found.holes[0].depth_mm == pytest.approx(30.48)


@pytest.mark.parametrize(
    ("blocks", "words"),
    [
        ("G0 Z-5", "rapid into the metal"),
        ("G1 Z-5 F60\nG1 X10", "dragged sideways"),
        ("G1 Z-5", "without F"),
        ("M5\nG1 Z-5 F60", "spindle stopped"),
        ("S0\nG1 Z-5 F60", "without F, or without S"),
        ("G98 G83 Z-20 R2 F60", "G83 without Q"),
        ("G98 G81 Z-20 F60", "G81 without R"),
        ("G98 G81 Z5 R2 F60", "upwards"),
        ("G98 G83 Z-20 R2 Q0 F60", "Q of nought"),
        ("G1 Z-5 F60\nT2 M6", "changed inside the work"),
        ("G80\nX10", "after G80"),
        ("G33 Z-5 F60", "G33 is not known"),
        ("M77", "M77 is not known"),
        ("G3 X10 Y0 I3 J0 F60", "from its centre"),
        ("G1 Z5 Z6 F60", "Z stands twice"),
        ("G1 X", "without its number"),
    ],
)
def test_what_is_wrong_in_a_program_is_told(blocks: str, words: str) -> None:
    found = run(HEAD + blocks + "\nM30")
    assert any(words in problem.words for problem in found.problems), found.problems
    assert all(problem.line > 0 for problem in found.problems)


def test_a_program_without_an_end_is_told() -> None:
    assert "no end" in run(HEAD).problems[0].words


@pytest.mark.parametrize("text", ["", "hello there", "(DRILL)", "E4", "X5 Y5", "x" * 200_001, "\n" * 20_001 + "M30"])
def test_what_is_no_program_is_refused_in_words(text: str) -> None:
    with pytest.raises(BadInput) as refused:
        run(text)
    assert refused.value.problems[0].field == "program"


@settings(max_examples=150)
@given(st.text(alphabet="GXYZRQFSTMPIJ0123456789.- ()\n", max_size=120))
def test_no_text_makes_it_fall_over(text: str) -> None:
    """Whatever is typed is run or refused in words; every figure is a number."""
    with contextlib.suppress(BadInput):
        assert all(math.isfinite(value) for move in run(text).moves for value in (*move.end, move.time_s))


def test_an_arc_is_as_long_as_it_is() -> None:
    """A whole turn of 5 mm radius rising 1.5 mm at 100 mm a minute: the helix's own length."""
    found = run(HEAD + "G0 X5 Y0\nG1 Z-4 F100\nG3 X5 Y0 Z-2.5 I-5 J0\nG0 Z20\nM30")
    turn = next(move for move in found.moves if move.line == 7)
    assert turn.time_s == pytest.approx(60 * math.hypot(2 * math.pi * 5, 1.5) / 100)
    half = run(HEAD + "G1 F100\nG2 X10 Y0 I5 J0\nM30").moves[-1]
    assert half.time_s == pytest.approx(60 * math.pi * 5 / 100)
    quarter = run(HEAD + "G1 F100\nG3 X5 Y5 I0 J5\nM30").moves[-1]
    assert quarter.time_s == pytest.approx(60 * math.pi / 2 * 5 / 100)


def test_words_hold_from_line_to_line_and_may_be_incremental() -> None:
    """G91 counts from where the tool stands; F, S and the cycle's words hold until they are changed."""
    found = run("G21 G91 G94\nT3 M6\nS600 M3\nG0 Z-80\nG99 G81 X10 Y0 Z-12 R-18 F90\nX10\nX10 F45\nG80\nM30")
    assert [(one.x_mm, one.y_mm) for one in found.holes] == [(10, 0), (20, 0), (30, 0)]
    assert [round(one.depth_mm, 6) for one in found.holes] == [10, 10, 10]
    assert [one.feed_mm_rev for one in found.holes] == pytest.approx([0.15, 0.15, 0.075])
