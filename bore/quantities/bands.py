"""A figure with its doubt: low, middle and high."""

from bore.base.elementwise import Column
from bore.base.immutable import immutable


@immutable
class Band:
    """What a quantity is thought to be (middle) and how far it may lie either way."""

    low: Column
    middle: Column
    high: Column

    @classmethod
    def exactly(cls, value: Column) -> "Band":
        """A figure without doubt."""
        return cls(value, value, value)

    def times(self, factor: Column) -> "Band":
        """The band of a proportional quantity; `factor` is positive."""
        return Band(self.low * factor, self.middle * factor, self.high * factor)
