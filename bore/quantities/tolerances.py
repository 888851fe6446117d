"""Tolerance grades: how wide a grade is at a size (ISO 286-1, as printed)."""

from functools import cache

from bore.base.sources import rows, source


@cache
def _table() -> tuple[tuple[float, dict[int, float]], ...]:
    found = []
    for row in rows("tolerance_grades.csv"):
        source(row["source"])
        widths = {int(name[2:-3]): float(value) for name, value in row.items() if name.startswith("it")}
        found.append((float(row["to_mm"]), widths))
    return tuple(found)


def grade_um(grade: int, diameter_mm: float) -> float:
    """Width of a tolerance grade at a size, µm; IT5 to IT16, to 180 mm (the last step's beyond).

    >>> grade_um(7, 20.0), grade_um(11, 3.0)
    (21.0, 60.0)
    """
    table = _table()
    return next((widths for to_mm, widths in table if diameter_mm <= to_mm), table[-1][1])[grade]
