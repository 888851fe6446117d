"""Why a request was refused."""

from ninja import Schema


class Problem(Schema):
    """One thing wrong with one field."""

    field: str
    message: str


class Errors(Schema):
    """Why a request was refused."""

    errors: list[Problem]
    number: str | None = None
