"""An insert drill's offset: right where the bore follows, and never a number where it does not."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bore.cuts.inspection import judged_size, limits_of
from bore.cuts.offset import GAINS, Bore, next_offset

NEAR = [(0.5 * (low + high) if by is None else by, by) for low, high, by, _ in GAINS]


@given(
    wanted=st.floats(12, 60), off=st.floats(-1.5, 1.5), moved=st.floats(0.1, 1.0), sign=st.sampled_from([1, -1]), gain=st.sampled_from(NEAR)
)
def test_the_next_x_makes_the_bore_whatever_the_machine_makes_of_a_change(
    wanted: float, off: float, moved: float, sign: int, gain: tuple[float, float | None]
) -> None:
    """A machine whose bore moves by g times the change of X: after two bores the third is to size, for every g that can be told apart; where
    a change is not taken up at all there is no number."""
    made, by = gain

    def bore(x: float) -> float:
        return wanted + off + made * (x + 380)

    found = next_offset(wanted, [Bore(x, bore(x)) for x in (-380.0, -380.0 + sign * moved)])
    assert found is not None
    if by is None:
        assert found.next_x_mm is None
    else:
        assert found.next_x_mm is not None
        assert bore(found.next_x_mm) == pytest.approx(wanted, abs=0.002)


def test_one_bore_is_trusted_and_one_at_the_same_x_tells_nothing_new() -> None:
    once, again = (next_offset(20.0, [Bore(-100.0, 19.9)] * times) for times in (1, 2))
    assert once is not None
    assert once == again
    assert next_offset(20.0, []) is None
    strange = next_offset(20.0, [Bore(0.0, 19.0), Bore(0.5, 24.0)])
    assert strange is not None
    assert strange.next_x_mm is None


@pytest.mark.parametrize(
    ("finished", "drawn", "tapped", "size", "judged"),
    [
        (10.0, (10.0, 10.015), False, {"diameter_mm": 9.999}, "under"),
        (6.647, None, True, {"diameter_mm": 6.8}, None),
        (6.647, None, True, {"diameter_mm": 6.8, "gauge": "no-go"}, "under"),
        # ISO 2768-1, class medium: 0.2 mm either way over 6 to 30 mm, 0.3 mm over 30 to 120 mm.
        (30.0, None, False, {"diameter_mm": 30.2}, "within"),
        (30.0, None, False, {"diameter_mm": 30.21}, "over"),
        (30.5, None, False, {"diameter_mm": 30.21}, "within"),
        (2000.0, None, False, {"diameter_mm": 30.21}, None),
    ],
)
def test_a_hole_is_judged_by_what_tells(
    finished: float, drawn: tuple[float, float] | None, tapped: bool, size: dict[str, float], judged: str | None
) -> None:
    _, least, most = limits_of(finished, drawn, tapped)
    assert judged_size(size, least, most) == judged
