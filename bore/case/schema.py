"""The table of fields as a JSON Schema, for the API's description and for anyone who scripts against a check."""

from typing import Any

from bore.case.fields import REQUIRED, Field, inner_objects, members
from bore.case.walk import ITEMS_AS


def _number(entry: Field) -> dict[str, Any]:
    return {"type": "integer" if entry.kind == "count" else "number", "minimum": entry.low, "maximum": entry.high}


def _bare(entry: Field) -> dict[str, Any]:
    number = {"type": "number", "minimum": entry.low, "maximum": entry.high}
    match entry.kind:
        case "number" | "count":
            return _number(entry)
        case "flag":
            return {"type": "boolean"}
        case "choice":
            return {"type": "string", "enum": list(entry.choices)}
        case "text":
            return {"type": "string", "maxLength": 120}
        case "size":
            return {"type": ["string", "integer"], "maxLength": 10}
        case "numbers":
            return {"type": "array", "items": number}
        case "range":
            return {"type": "array", "items": number, "minItems": 2, "maxItems": 2}
        case "curve":
            pair = {"type": "array", "items": number, "minItems": 2, "maxItems": 2}
            return {"type": "array", "items": pair, "minItems": 2}
        case "map":
            return {"type": "object", "additionalProperties": number}
        case "list":
            return {"type": "array", "items": object_schema(ITEMS_AS.get(entry.path, entry.path + "[]"))}
        case _:
            return object_schema(entry.path)


def _described(entry: Field) -> dict[str, Any]:
    schema = _bare(entry)
    if entry.optional:
        schema = {"anyOf": [schema, {"type": "null"}]}
    schema["description"] = entry.words + (f", {entry.unit}" if entry.unit else "")
    return schema


def object_schema(parent: str) -> dict[str, Any]:
    """JSON Schema of one object of a case; the case itself has parent ""."""
    fields = members(parent)
    properties = {name: _described(entry) for name, entry in fields.items()}
    properties |= {name: object_schema(f"{parent}.{name}" if parent else name) for name in inner_objects(parent)}
    needed = [name for name, entry in fields.items() if entry.default == REQUIRED]
    if not parent:
        needed = ["hole", "material", "cutter", "machine", "setting"]
    return {"type": "object", "properties": properties, "required": needed, "additionalProperties": False}


def case_schema() -> dict[str, Any]:
    """JSON Schema of a whole case."""
    return object_schema("")
