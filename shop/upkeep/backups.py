"""Backups of the whole database: taken while it runs, looked over before they are trusted, put back in one step.

SQLite's own online backup copies a database that is being written to and gets one moment of it, whole.
"""

import contextlib
import os
import shutil
import sqlite3
from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path

from django.conf import settings
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.db.migrations.loader import MigrationLoader

from bore.base.immutable import immutable

PREFIX, DAMAGED, SUFFIX = "shop-", "damaged-", ".sqlite3"
TABLES = ("yard_machine", "yard_cutter", "yard_material", "jobs_savedcheck", "people_user")


@immutable
class Verdict:
    """What a look at a database found: what is wrong (nothing, where it is sound), and how much is in it."""

    problems: tuple[str, ...]
    counts: dict[str, int]


def database() -> Path:
    """Where the shop's database stands."""
    return Path(connection.settings_dict["NAME"])


def backup_folder() -> Path:
    """Where backups go."""
    return Path(settings.DATA) / "backups"


@contextlib.contextmanager
def _opened(place: Path, writing: bool = False) -> Iterator[sqlite3.Connection]:
    one = sqlite3.connect(place if writing else f"file:{place}?mode=ro", uri=not writing, timeout=20)
    try:
        yield one
    finally:
        one.close()


def back_up(to: Path | None = None) -> Path:
    """Copy the database as it stands to a file of its own; the file appears under its name only when it is whole and sound."""
    stamp = datetime.now(UTC).strftime("%Y%m%d-%H%M%S-%f")
    place = to or backup_folder() / f"{PREFIX}{stamp}{SUFFIX}"
    place.parent.mkdir(parents=True, exist_ok=True)
    unfinished = place.with_suffix(".unfinished")
    unfinished.unlink(missing_ok=True)
    try:
        _copy(unfinished)
        os.chmod(unfinished, 0o600)
        unfinished.replace(place)
    finally:
        # A full disk, a damaged page: nothing half done stays behind.
        for part in ("", "-journal"):
            unfinished.with_name(unfinished.name + part).unlink(missing_ok=True)
    return place


def _copy(to: Path) -> None:
    """One moment of the database in a file of its own, looked over and on the disk. Raises ValueError where it cannot be had."""
    try:
        with _opened(database()) as source, _opened(to, writing=True) as copy:
            source.backup(copy)
            # One file, nothing beside it: a backup is carried about.
            copy.execute("PRAGMA journal_mode=DELETE")
    except sqlite3.Error as error:
        raise ValueError(f"no copy could be made: {error}") from error
    found = verify(to)
    if found.problems:
        raise ValueError(f"the copy is not sound: {found.problems[0]}")
    with to.open("rb") as file:
        os.fsync(file.fileno())


def verify(place: Path | None = None) -> Verdict:
    """Look over a database: every page and index, every reference between records, and whether it is of this version."""
    place = place or database()
    problems: list[str] = []
    counts: dict[str, int] = {}
    try:
        with _opened(place) as one:
            problems += [row[0] for row in one.execute("PRAGMA integrity_check") if row[0] != "ok"]
            problems += [f"{row[0]} points at a missing {row[2]}" for row in one.execute("PRAGMA foreign_key_check")]
            problems += _missing_migrations(one)
            if not problems:
                counts = {name.partition("_")[2]: int(one.execute(f"SELECT count(*) FROM {name}").fetchone()[0]) for name in TABLES}
    except sqlite3.Error as error:
        problems.append(f"cannot be read: {error}")
    return Verdict(tuple(problems), counts)


def _missing_migrations(one: sqlite3.Connection) -> list[str]:
    """Steps of this version's tables that a database has not had, and steps it has had that this version does not know."""
    try:
        had = {(row[0], row[1]) for row in one.execute("SELECT app, name FROM django_migrations")}
    except sqlite3.OperationalError:
        return ["this is no database of this shop"]
    known = set(MigrationLoader(None, ignore_no_migrations=True).disk_migrations)
    ours = {app for app, _ in known}
    return [f"it is of a later version: {app} {name} is not known here" for app, name in sorted(had - known) if app in ours]


@immutable
class Restored:
    """What stood where a backup was put: where it is now, None where nothing stood there; and why it could not be backed up, if it could not."""

    before: Path | None
    unreadable: str = ""


def restore(place: Path) -> Restored:
    """Put a backup in the place of the database, in one transaction. What stood there is backed up first; what cannot be read any more is
    moved aside as it is; where nothing stood, as on a new machine, it is made. Raises ValueError where the backup itself is not sound."""
    found = verify(place)
    if found.problems:
        raise ValueError(f"{place.name}: {found.problems[0]}")
    before = _out_of_the_way()
    connection.close()
    database().parent.mkdir(parents=True, exist_ok=True)
    try:
        with _opened(place) as source, _opened(database(), writing=True) as live:
            source.backup(live)
            live.execute("PRAGMA journal_mode=WAL")
    except sqlite3.Error as error:
        raise ValueError(f"{place.name} could not be put back: {error}") from error
    os.chmod(database(), 0o600)
    return before


def _out_of_the_way() -> Restored:
    """The database as it stands, backed up; moved aside with what lies beside it where it cannot be read."""
    live = database()
    if not live.exists():
        return Restored(None)
    try:
        return Restored(back_up())
    except ValueError as error:
        connection.close()
        stamp = datetime.now(UTC).strftime("%Y%m%d-%H%M%S-%f")
        aside = backup_folder() / f"{DAMAGED}{stamp}{SUFFIX}"
        aside.parent.mkdir(parents=True, exist_ok=True)
        for part in ("-wal", "-shm", ""):
            beside = live.with_name(live.name + part)
            if beside.exists():
                beside.replace(aside.with_name(aside.name + part))
        return Restored(aside, str(error))


def backups() -> list[Path]:
    """Backups that are there, newest first."""
    return sorted(backup_folder().glob(f"{PREFIX}*{SUFFIX}"), reverse=True)


def keep_newest(count: int) -> list[Path]:
    """Take away all but the newest backups of their folder; those that went. What was moved aside as damaged stays."""
    gone = backups()[max(count, 1) :]
    for place in gone:
        place.unlink()
    return gone


def copy_to(place: Path, folder: Path) -> Path:
    """A backup in a second place too, whole or not at all; looked over there."""
    folder.mkdir(parents=True, exist_ok=True)
    unfinished, copied = folder / f"{place.name}.unfinished", folder / place.name
    try:
        shutil.copyfile(place, unfinished)
        os.chmod(unfinished, 0o600)
        found = verify(unfinished)
        if found.problems:
            raise ValueError(f"the copy in {folder} is not sound: {found.problems[0]}")
        unfinished.replace(copied)
    finally:
        unfinished.unlink(missing_ok=True)
    return copied


def has_steps_to_take() -> bool:
    """Whether the database that stands there is of an earlier version than this program."""
    if not database().exists():
        return False
    executor = MigrationExecutor(connection)
    return bool(executor.migration_plan(executor.loader.graph.leaf_nodes()))
