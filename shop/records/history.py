"""The history that every record keeps of itself."""

from functools import cache
from typing import Any, Self

from django.db.models import QuerySet
from simple_history.manager import HistoryManager
from simple_history.models import HistoricalRecords


class _MadeOnce(HistoryManager):  # type: ignore[misc]
    """The manager of a history. The library makes its class anew each time a record is asked for its history, as each is that is written: a
    third of what it costs to write a record."""

    @classmethod
    @cache
    def from_queryset(cls, queryset_class: type[QuerySet[Any]], class_name: str | None = None) -> type[Self]:
        """The class that does what a set of records does too."""
        return super().from_queryset(queryset_class, class_name)  # type: ignore[no-any-return]


class History(HistoricalRecords):  # type: ignore[misc]
    """A model's `history`: who changed what and when."""

    def __init__(self, **options: Any) -> None:
        super().__init__(history_manager=_MadeOnce, **options)
