"""Values read off a line of many points, held to NumPy's own interpolation to the last bit."""

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from bore.practice.lines import read_off, read_off_rising

FIGURES = st.floats(-1e6, 1e6, allow_nan=False)
LINES = st.lists(st.tuples(FIGURES, FIGURES), min_size=1, max_size=40)


@given(LINES, FIGURES)
def test_it_is_numpys_interpolation(line: list[tuple[float, float]], at: float) -> None:
    places, values = sorted(one[0] for one in line), [one[1] for one in line]
    wanted = float(np.interp(at, places, values))
    assert read_off(at, places, values) == wanted
    assert read_off_rising(at, lambda k: places[k], values) == wanted


@given(LINES)
def test_at_its_own_points_it_is_their_values(line: list[tuple[float, float]]) -> None:
    """Of points at one place the last speaks, as NumPy has it."""
    last = dict(sorted(line, key=lambda one: one[0]))
    places, values = list(last), list(last.values())
    assert [read_off(place, places, values) for place in places] == values
    assert read_off(places[0] - 1, places, values) == values[0]
    assert read_off(places[-1] + 1, places, values) == values[-1]


def test_only_as_many_places_are_worked_out_as_are_asked_for() -> None:
    """Of four hundred points ten or so: a run asks hundreds of times a second."""
    asked: list[int] = []

    def place(k: int) -> float:
        asked.append(k)
        return float(k * k)

    assert read_off_rising(150.0 * 150.0, place, [float(k) for k in range(400)]) == 150.0
    assert len(asked) <= 12
