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
        return sql % (("?",) * len(parameters)), tuple(parameters)

    def row(self) -> tuple[Any, ...] | None:
        """The first row; None where there is none."""
        connection.ensure_connection()
        # Asked of the driver itself: Django's cursor takes as long again to be made and closed.
        with connection.wrap_database_errors:
            return connection.connection.execute(*self._sql).fetchone()  # type: ignore[no-any-return]
