"""JSON as it goes out. What an older version kept may hold what today's reader would refuse: it goes out all the same, mended."""

import json
import math
from typing import Any

import orjson


def json_bytes(data: Any, indented: bool = False) -> bytes:
    """Plain data as JSON. Figures that are none become null, and whole numbers and half characters beyond what the quick writer takes are
    written by the patient one."""
    try:
        return orjson.dumps(data, option=orjson.OPT_INDENT_2 if indented else 0)
    except TypeError:
        return json.dumps(_mended(data), indent=2 if indented else None, allow_nan=False).encode()


def _mended(data: Any) -> Any:
    """The data with null where a figure is none, and what is nested beyond all reason as the text it is."""
    try:
        return _figures(data)
    except RecursionError:
        return repr(data)[:200]


def _figures(data: Any) -> Any:
    if isinstance(data, float) and not math.isfinite(data):
        return None
    if isinstance(data, dict):
        return {str(name): _mended(value) for name, value in data.items()}
    if isinstance(data, list | tuple):
        return [_mended(value) for value in data]
    return data
