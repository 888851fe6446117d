"""A query that every request asks: its SQL is put together once, and it is asked again only where something was written since."""

import sqlite3
from functools import cached_property
from threading import local
from typing import Any

from django.db import connection
from django.db.models import QuerySet


class AskedOften:
    """A query of one row. What comes back is as the database has it: flags are 0 and 1."""

    def __init__(self, query: "QuerySet[Any, Any]") -> None:
        self._query = query
        # Of each thread, for each has a connection of its own: when it asked last, and what it was told.
        self._told = local()

    @cached_property
    def _sql(self) -> tuple[str, tuple[Any, ...]]:
        sql, parameters = self._query.query.sql_with_params()
        return sql % (("?",) * len(parameters)), tuple(parameters)

    def row(self) -> tuple[Any, ...] | None:
        """The first row; None where there is none."""
        connection.ensure_connection()
        driver: sqlite3.Connection = connection.connection
        # Of the driver itself: Django's cursor takes as long to be made and closed as the database takes to answer.
        with connection.wrap_database_errors:
            if driver.in_transaction:
                # What is written here may yet be taken back.
                return self._asked(driver)
            now = _written(driver)
            if getattr(self._told, "when", None) != (driver, *now):
                self._told.row = self._asked(driver)
                self._told.when = (driver, *now)
            return self._told.row  # type: ignore[no-any-return]

    def _asked(self, driver: sqlite3.Connection) -> tuple[Any, ...] | None:
        return driver.execute(*self._sql).fetchone()  # type: ignore[no-any-return]


def _written(driver: sqlite3.Connection) -> tuple[int, int]:
    """A state of the database as this connection sees it: another once others have written to it (data_version, sqlite.org/pragma.html),
    or it has itself."""
    return driver.execute("PRAGMA data_version").fetchone()[0], driver.total_changes
