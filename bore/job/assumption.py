"""What was assumed because nobody said."""

from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True, slots=True)
class Assumption:
    """A default that was used because the case did not say."""

    field: str
    value: Any
    why: str
