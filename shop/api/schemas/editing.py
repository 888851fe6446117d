"""What editing a job asks for: cases brought into step, typed figures read."""

from typing import Any

from ninja import Schema


class Moved(Schema):
    """A phrase that moved with another."""

    phrase: str
    words: str


class Near(Schema):
    """A stock size."""

    text: str
    diameter_mm: float


class ReadAnswer(Schema):
    """A typed figure, read."""

    text: str
    value: float | list[float]
    echo: str
    near: list[Near]


class SettleAnswer(Schema):
    """A case brought into step."""

    case: dict[str, Any]
    moved: list[Moved]
    cutter: str | None
    read: ReadAnswer | None
