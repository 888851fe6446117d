"""A query that every request asks: the ORM puts its SQL together once, for that costs five times what the database takes to answer it."""

from functools import cached_property
from typing import Any

from django.db import connection
from django.db.models import QuerySet


class AskedOften:
    """A query of one row, its SQL kept. What comes back is as the database has it: flags are 0 and 1."""

    def __init__(self, query: "QuerySet[Any, Any]") -> None:
        self._query = query

    @cached_property
    def _sql(self) -> tuple[str, tuple[Any, ...]]:
        sql, parameters = self._query.query.sql_with_params()
        return sql, tuple(parameters)

    def row(self) -> tuple[Any, ...] | None:
        """The first row; None where there is none."""
        with connection.cursor() as cursor:
            cursor.execute(*self._sql)
            return cursor.fetchone()  # type: ignore[no-any-return]
