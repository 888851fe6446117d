"""The notation of drawings at its bounds: what is drilled for a hole, between what sizes, and where a text stops being one. Figures by hand from
the standards named beside them (from memory where it says so)."""

import math

import pytest

from bore.base.errors import BadInput
from bore.plan.callout import Drawn, ba_thread, minor_tolerance_mm, read_drawn
from bore.plan.seats import Seat

INCH = 25.4


def sizes(found: Drawn) -> tuple[float, float, float]:
    return found.least_mm, found.drilled_mm, found.most_mm


# --- plain sizes and tolerances ---------------------------------------------------


@pytest.mark.parametrize(
    ("text", "least", "most"),
    [
        # ISO 2768-1, medium, from memory: a tenth to 6 mm, two to 30, three beyond; a drill takes half of it.
        ("6", 5.95, 6.05),
        ("6.1", 6.0, 6.2),
        ("30", 29.9, 30.1),
        ("30.5", 30.35, 30.65),
        ("Ø 12", 11.9, 12.1),
        ("dia. 12", 11.9, 12.1),
        ("1/2", 12.6, 12.8),
    ],
)
def test_a_plain_size_may_miss_by_half_of_the_general_tolerance(text: str, least: float, most: float) -> None:
    found = read_drawn(text)
    assert (found.least_mm, found.most_mm) == pytest.approx((least, most), abs=1e-9)
    assert found.finished_mm == found.drilled_mm
    assert not found.reamed
    assert not found.tapped
    assert found.means == ""


@pytest.mark.parametrize(
    ("text", "low", "high", "grade", "drilled"),
    [
        # A band wide enough is a drill's own; its middle is drilled where the size itself lies outside it. IT13 of 14 mm is 0.27 (ISO 286-1).
        ("14 ±0.14", 13.86, 14.14, 13, 14.0),
        ("14 +0.4/+0.1", 14.1, 14.4, 13, 14.25),
        ("14 -0.1 / -0.4", 13.6, 13.9, 13, 13.75),
        ("14 +0,28/0", 14.0, 14.28, 13, 14.0),
    ],
)
def test_deviations_in_figures_are_a_drills_own_where_they_are_wide(text: str, low: float, high: float, grade: int, drilled: float) -> None:
    found = read_drawn(text)
    assert found.limits_mm == pytest.approx((low, high))
    assert (found.tolerance_it, found.drilled_mm, found.finished_mm) == (grade, drilled, drilled)
    assert not found.reamed
    assert found.means == f"{low:.3f} to {high:.3f} mm"


@pytest.mark.parametrize(
    ("text", "low", "high", "finished", "letter"),
    [
        # ISO 286-2: 20 H7 is +21/0, 20 H9 +52/0, 12 H8 +27/0, 20 F7 +41/+20.
        ("20H9", 20.0, 20.052, 20.0, "H"),
        ("12 H8", 12.0, 12.027, 12.0, "H"),
        ("20 F7", 20.020, 20.041, 20.0305, "F"),
        ("20 +0.02/0", 20.0, 20.02, 20.0, "H"),
        ("20 ±0.01", 19.99, 20.01, 20.0, ""),
    ],
)
def test_a_close_hole_is_left_for_a_reamer(text: str, low: float, high: float, finished: float, letter: str) -> None:
    """The drill makes its hole wider than itself, and something has to be left to cut: what it may be at most is the least the hole may be, less
    what a drill strays (0.13 mm at 20, Metals Handbook, from memory) and five hundredths."""
    found = read_drawn(text)
    assert found.limits_mm == pytest.approx((low, high), abs=1e-6)
    assert found.finished_mm == pytest.approx(finished, abs=2e-4)
    assert (found.reamed, found.fit) == (True, letter)
    strays = 0.13 if finished > 19 else 0.10 + 0.03 * (finished - 6) / 14
    assert found.most_mm == pytest.approx(low - 0.05 - strays, abs=0.002)
    assert found.least_mm < found.drilled_mm <= found.most_mm


@pytest.mark.parametrize("text", ["14 +0/0", "14 +0.05/0.05", "14 ±0", "2 -2.5/-3", "20 H4", "20 H17", "20 Q7", ""])
def test_what_leaves_no_room_or_is_no_fit_is_refused(text: str) -> None:
    with pytest.raises(BadInput) as refused:
        read_drawn(text)
    assert refused.value.problems[0].field == "plan.hole"


# --- threads ------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("text", "major", "pitch", "drill"),
    [
        # ISO 261 and 724: the drill is the diameter less the pitch; classes and spaces say nothing of it.
        ("m 8", 8.0, 1.25, 6.8),
        ("M10 × 1,25 - 6H", 10.0, 1.25, 8.8),
        # ASME B1.1, from memory: sixty and thirteen thousandths a number; inches and threads to one.
        ("#10-32", (0.060 + 0.013 * 10) * INCH, INCH / 32, (0.190 - 1 / 32) * INCH),
        ("10-24 UNC", 0.190 * INCH, INCH / 24, (0.190 - 1 / 24) * INCH),
        ("#0-80", 0.060 * INCH, INCH / 80, (0.060 - 1 / 80) * INCH),
        ("3/8-16 UNC-2B", 0.375 * INCH, INCH / 16, (0.375 - 1 / 16) * INCH),
        ("1 1/8-7", 1.125 * INCH, INCH / 7, (1.125 - 1 / 7) * INCH),
        # BS 93, from memory: p = 0.9^n, D = 6 p^1.2; the drill nine tenths of a pitch below.
        ("0 BA", 6.0, 1.0, 5.1),
        ("4 BA", 6 * 0.9 ** (4 * 1.2), 0.9**4, 6 * 0.9 ** (4 * 1.2) - 0.9 * 0.9**4),
        # ISO 228-1: G1/4 is 13.157 mm, 19 threads to an inch.
        ("G1/4", 13.157, INCH / 19, 11.76),
    ],
)
def test_a_thread_by_hand(text: str, major: float, pitch: float, drill: float) -> None:
    found = read_drawn(text)
    assert found.finished_mm == pytest.approx(major, abs=0.001)
    assert found.pitch_mm == pytest.approx(pitch, rel=1e-6)
    assert found.drilled_mm == pytest.approx(drill, abs=0.06)
    assert found.least_mm <= found.drilled_mm <= found.most_mm
    assert found.tapped
    assert not found.reamed
    assert "thread" in found.means


@pytest.mark.parametrize(
    ("text", "least", "most"),
    [
        # ISO 965-1, from memory, grade 6H of the minor diameter.
        ("M20", 17.294, 17.744),
        ("M10x1", 8.917, 9.153),
        # ISO 228-1: G1/2 is 18.631 to 19.172.
        ("G1/2", 18.631, 19.172),
    ],
)
def test_a_threads_hole_lies_within_its_minor_diameter(text: str, least: float, most: float) -> None:
    found = read_drawn(text)
    assert found.least_mm == pytest.approx(least, abs=0.02)
    assert found.most_mm == pytest.approx(most, abs=0.02)


def test_the_minor_diameters_tolerance_is_one_curve() -> None:
    """Below a millimetre and above it the two formulas of ISO 965-1 meet; grade 6 of 0.5, 1, 2 and 3 mm (from memory)."""
    for pitch, tolerance in ((0.5, 0.140), (1.0, 0.236), (2.0, 0.375), (3.0, 0.500)):
        assert minor_tolerance_mm(pitch) == pytest.approx(tolerance, abs=0.012)
    assert minor_tolerance_mm(0.999) == pytest.approx(minor_tolerance_mm(1.0), rel=0.06)
    assert [round(ba_thread(number)[0], 1) for number in (0, 2, 6, 10)] == [6.0, 4.7, 2.8, 1.7]


@pytest.mark.parametrize("text", ["M0.4", "M120", "M0", "M10x0", "M10x20", "#13-20", "5-8", "1/0-10", "3/8-0", "G7/8", "99 BA"])
def test_what_is_no_thread_here_is_refused(text: str) -> None:
    with pytest.raises(BadInput):
        read_drawn(text)


# --- seats and floors -----------------------------------------------------------------


@pytest.mark.parametrize(
    ("text", "hole", "seat"),
    [
        ("11 counterbore 17.5 x 10", 11.0, Seat("counterbore", 17.5, 10.0)),
        ("11, 17,5 × 10 deep c'bore", 11.0, Seat("counterbore", 17.5, 10.0)),
        ("10 csk 20", 10.0, Seat("countersink", 20.0, None)),
        ("10 + 20 countersink", 10.0, Seat("countersink", 20.0, None)),
        # DIN 974-1 and ISO 10642, from memory: a hole with room for the screw, its head's seat.
        ("M10 cap screw", 11.0, Seat("counterbore", 18.0, 11.0)),
        ("M8 countersunk", 9.0, Seat("countersink", 17.92, None)),
    ],
)
def test_a_seat_is_taken_from_its_hole(text: str, hole: float, seat: Seat) -> None:
    found = read_drawn(text)
    assert found.finished_mm == hole
    (made,) = found.seats
    assert (made.kind, made.diameter_mm) == (seat.kind, pytest.approx(seat.diameter_mm, abs=0.6))
    assert made.depth_mm == (None if seat.depth_mm is None else pytest.approx(seat.depth_mm, abs=0.7))
    assert seat.kind in found.means


def test_a_flat_floor_is_said_before_or_behind() -> None:
    for text in ("32 flat-bottomed", "flat bottom 32", "32, flat-bottomed", "32 flat"):
        found = read_drawn(text)
        assert (found.flat, found.finished_mm) == (True, 32.0)
        assert found.means.endswith("flat at the bottom")
    assert not read_drawn("32").flat


@pytest.mark.parametrize("text", ["counterbore 18 x 10", "M7.3 cap screw", "M11 countersunk", "x" * 61])
def test_a_seat_without_its_hole_or_for_no_screw_is_refused(text: str) -> None:
    with pytest.raises(BadInput) as refused:
        read_drawn(text)
    assert refused.value.problems[0].field == "plan.hole"


def test_a_taper_thread_may_lie_a_little_either_side_of_its_usual_drill() -> None:
    found = read_drawn("1/4 NPT")
    assert found.pitch_mm == pytest.approx(INCH / 18)
    assert (found.most_mm - found.drilled_mm, found.drilled_mm - found.least_mm) == pytest.approx((0.15, 0.15), abs=1e-6)
    assert math.isclose(read_drawn("R 1/4").finished_mm, read_drawn("G1/4").finished_mm, abs_tol=0.1)
