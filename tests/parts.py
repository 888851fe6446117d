"""Parts of the demo yard, as they are asked for."""

from typing import Any

from bore.answers.part import part_answer
from bore.answers.serialise import as_data
from tests import demo

SHEET = [[0, 0], [120, 0], [120, 80], [0, 80]]


def grid(x: float, y: float, columns: int, rows: int, pitch: float, row_pitch: float) -> dict[str, Any]:
    pattern = {"kind": "grid", "columns": columns, "rows": rows, "pitch_mm": pitch, "row_pitch_mm": row_pitch}
    return {"pattern": pattern, "at_mm": [x, y]}


def listed(*points: list[float]) -> dict[str, Any]:
    return {"list_mm": list(points)}


def part(machine: str, material: str, *features: dict[str, Any], **more: Any) -> dict[str, Any]:
    """A part on a demo machine from the whole demo crib."""
    setup = {"id": "1", "outline_mm": SHEET, "thickness_mm": 25, "holding": demo.HOLDING.get(machine, demo.CLAMPS)}
    return {
        "name": "ramp plate",
        "material": {"id": material},
        "machine": demo.machines()[machine],
        "yard": {"cutters": list(demo.crib())},
        "setups": [setup],
        "features": [{"depth_mm": 20, **feature} for feature in features],
    } | more


BLOCK = part(
    "v1",
    "steel-c45",
    {"letter": "A", "hole": "10", "places": grid(15, 15, 2, 2, 90, 50), "counterbore_mm": 18, "counterbore_depth_mm": 9},
    {"letter": "C", "hole": "8 H7", "places": listed([60, 15], [60, 65])},
    {"letter": "D", "hole": "10", "places": listed([60, 40])},
)


def planned(data: dict[str, Any]) -> dict[str, Any]:
    """A part, planned, as it is answered."""
    return as_data(part_answer(data))
