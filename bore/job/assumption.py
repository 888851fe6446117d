"""What was assumed because nobody said."""

from typing import Any

from bore.base.immutable import immutable


@immutable
class Assumption:
    """A default that was used because the case did not say."""

    field: str
    value: Any
    why: str
