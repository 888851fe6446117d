"""An answer as plain data: what the API sends, the command line prints and a file keeps."""

from functools import cache
from typing import Any

from pydantic import TypeAdapter, ValidationError

from bore.base.errors import BadInput


@cache
def _adapter(shape: Any) -> TypeAdapter[Any]:
    return TypeAdapter(shape)


def as_data(answer: Any) -> Any:
    """An answer as dicts, lists and figures, ready for JSON.

    >>> from bore.answers.shared_words import Symbol
    >>> as_data(Symbol(symbol="f", unit="mm/rev"))
    {'symbol': 'f', 'unit': 'mm/rev'}
    """
    shape: Any = type(answer)
    return _adapter(shape).dump_python(answer, mode="json")


def is_of(shape: Any, data: Any) -> bool:
    """Whether plain data is an answer of this shape."""
    try:
        _adapter(shape).validate_python(data)
    except ValidationError:
        return False
    return True


def held_to(shape: Any, data: Any, field: str = "answer") -> Any:
    """Plain data that is an answer of this shape, as it would be given out today. Raises BadInput naming the field."""
    try:
        return _adapter(shape).dump_python(_adapter(shape).validate_python(data), mode="json")
    except ValidationError as error:
        raise BadInput.at(field, "is not the shape of such an answer") from error


def schema_of(shape: Any) -> dict[str, Any]:
    """The JSON Schema of what a shape looks like as it is given out."""
    return _adapter(shape).json_schema(mode="serialization")
