"""A hole as it was measured, held against what the drawing asks."""

from functools import cache
from typing import Any, Literal

from bore.base.sources import rows

Judged = Literal["within", "over", "under"]
# By what a hole is judged: the drawing's own limits, the general tolerance where it has none, a thread by its gauge.
By = Literal["drawing", "general", "gauge"]


@cache
def general_tolerances() -> tuple[tuple[float, float, float], ...]:
    """Sizes over, up to, mm, and their tolerance either way, mm: ISO 2768-1, class medium."""
    return tuple((float(row["over_mm"]), float(row["up_to_mm"]), float(row["plus_minus_mm"])) for row in rows("general_tolerances.csv"))


def limits_of(finished_mm: float, drawn_mm: tuple[float, float] | None, tapped: bool = False) -> tuple[By, float | None, float | None]:
    """By what a hole is judged, and the least and most it may measure, mm; none of a thread, whose gauge tells (common practice).

    >>> limits_of(11.0, None)
    ('general', 10.8, 11.2)
    >>> limits_of(9.0, (9.0, 9.015))
    ('drawing', 9.0, 9.015)
    """
    if tapped:
        return "gauge", None, None
    if drawn_mm is not None:
        return "drawing", *drawn_mm
    either = next((by for over, up_to, by in general_tolerances() if over < finished_mm <= up_to), None)
    return "general", *((None, None) if either is None else (round(finished_mm - either, 4), round(finished_mm + either, 4)))


def judged_size(size: dict[str, Any], least_mm: float | None, most_mm: float | None) -> Judged | None:
    """Whether a measured hole is within its limits: by its diameter where they are known, else by a gauge that went or did not; None where
    what tells was not noted. A gauge that does not go says too small (common practice: the go end is tried first).

    >>> judged_size({"diameter_mm": 10.02}, 10.0, 10.015), judged_size({"gauge": "go"}, None, None), judged_size({}, 10.0, 10.015)
    ('over', 'within', None)
    """
    diameter = size.get("diameter_mm")
    if diameter is not None and least_mm is not None and most_mm is not None:
        return "under" if diameter < least_mm else "over" if diameter > most_mm else "within"
    if "gauge" in size:
        return "within" if size["gauge"] == "go" else "under"
    return None
