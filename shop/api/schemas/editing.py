"""What editing a job asks for: cases brought into step, typed figures read, the words the screens share."""

from typing import Any

from ninja import Schema


class Moved(Schema):
    """A phrase that moved with another."""

    phrase: str
    words: str


class SettleAnswer(Schema):
    """A case brought into step."""

    case: dict[str, Any]
    moved: list[Moved]
    cutter: str | None


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


class Symbol(Schema):
    """How a quantity is written."""

    symbol: str
    unit: str


class FieldForm(Schema):
    """A field of a case as a screen asks for it."""

    words: str
    kind: str
    unit: str
    choices: list[str]
    accepted: str
    required: bool
    measure: str | None


class Words(Schema):
    """Words the screens share with the core."""

    symbols: dict[str, Symbol]
    failures: dict[str, str]
    reads: dict[str, list[str]]
    fields: dict[str, FieldForm]
