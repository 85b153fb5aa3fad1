"""Copies of the books: made while they are written to, kept by the day and the week, put back.

The books are one SQLite file with everything in it: projects and their history, the bench, the
logbook, meshes and photos. A copy is made by SQLite's own online backup, looked through, and put
under its name only when it is whole: what lies under the name is never half a copy.
"""

from __future__ import annotations

import logging
import os
import shutil
import sqlite3
import tempfile
import threading
from contextlib import closing
from dataclasses import dataclass
from datetime import date, datetime
from pathlib import Path

from django.conf import settings
from django.db import connection
from django.db.migrations.loader import MigrationLoader

from core.errors import FormatError

# how many are kept: of days, of weeks, before a newer program changed them, asked for
MOST = {"daily": 7, "weekly": 4, "before": 3, "asked": 5}
LOOKED_AT_S = 600.0  # how often it is asked whether today's copy is there
WAIT_S = 30.0  # for whoever writes into the books meanwhile
OWN_TABLE = "workshop_project"
log = logging.getLogger("fairhinge")


@dataclass(frozen=True)
class Copy:
    """A copy that is kept: its file, of which day or week or before what, when, and how large."""

    path: Path
    kind: str
    made: datetime
    size: int


def folder() -> Path:
    """Where copies are kept."""
    return Path(settings.VAR) / "backups"


def one_file() -> bool:
    """Whether the books are a file, and not kept by a database server."""
    return bool(connection.vendor == "sqlite")


def copy_books(to: Path) -> None:
    """Copies the books to a file, while they may be written to; what was there is replaced.

    Raises:
        FormatError: the books are kept by a database server, or the file cannot be written.
    """
    if not one_file():
        raise FormatError(
            "these books are kept by a database server",
            remedy="back them up with its own tool, as docs/machines.md says",
        )
    try:
        to.parent.mkdir(parents=True, exist_ok=True)
        handle, name = tempfile.mkstemp(dir=to.parent, prefix=".copying-")
        os.close(handle)
    except OSError as error:
        raise FormatError(f"{to}: {error.strerror or 'cannot be written'}") from None
    part = Path(name)
    try:
        with closing(_opened()) as books, closing(sqlite3.connect(part)) as copy:
            books.backup(copy)  # in one go: as the books were at one moment
            copy.execute("PRAGMA journal_mode=DELETE")
            damage = copy.execute("PRAGMA quick_check(1)").fetchone()[0]
        if damage != "ok":
            raise FormatError(f"the books are damaged: {damage}", remedy="./fairhinge doctor")
        with part.open("rb") as file:
            os.fsync(file.fileno())
        part.chmod(0o600)
        part.replace(to)
    except sqlite3.Error as error:
        raise FormatError(f"{to}: {error}", remedy="is there room on the disk?") from None
    except OSError as error:
        raise FormatError(f"{to}: {error.strerror or 'cannot be written'}") from None
    finally:
        part.unlink(missing_ok=True)


def _opened() -> sqlite3.Connection:
    """The books, opened beside what Django has open."""
    return sqlite3.connect(connection.settings_dict["NAME"], timeout=WAIT_S)


def check_copy(path: Path) -> None:
    """Looks through a file that is to be put back.

    Raises:
        FormatError: no such file, no copy of books, damaged, or from a newer program.
    """
    if not path.is_file():
        raise FormatError(f"{path}: there is no such file")
    with path.open("rb") as file:
        if file.read(16) != b"SQLite format 3\0":
            raise FormatError(f"{path.name} is no copy of a workshop's books")
    try:
        with closing(sqlite3.connect(f"file:{path.resolve()}?mode=ro", uri=True)) as copy:
            tables = {row[0] for row in copy.execute("SELECT name FROM sqlite_master")}
            if OWN_TABLE not in tables or "django_migrations" not in tables:
                raise FormatError(f"{path.name} is no copy of a workshop's books")
            damage = copy.execute("PRAGMA quick_check(1)").fetchone()[0]
            applied = copy.execute("SELECT name FROM django_migrations WHERE app = 'workshop'")
            newer = unknown_to_this_program({row[0] for row in applied})
    except sqlite3.Error as error:
        raise FormatError(f"{path.name} is damaged: {error}") from None
    if damage != "ok":
        raise FormatError(f"{path.name} is damaged: {damage}")
    if newer:
        raise FormatError(NEWER.format(of=path.name), remedy="start the newer program")


NEWER = "{of} was kept by a newer program than this one"


def unknown_to_this_program(applied: set[str]) -> list[str]:
    """Of changes of the books' shape, those that this program has never heard of."""
    known = {name for app, name in MigrationLoader(None).disk_migrations if app == "workshop"}
    return sorted(applied - known)


def put_back(path: Path) -> None:
    """Puts a copy in the place of books in which nothing is.

    Raises:
        FormatError: it is no copy that can be put back.
    """
    check_copy(path)
    connection.close()
    with (
        closing(sqlite3.connect(f"file:{path.resolve()}?mode=ro", uri=True)) as copy,
        closing(_opened()) as books,
    ):
        copy.backup(books)


def kept() -> list[Copy]:
    """The copies there are, newest first."""
    found = []
    for path in folder().glob("*.sqlite3"):
        at = path.stat()
        kind = path.name.partition("-")[0]
        found.append(Copy(path, kind, datetime.fromtimestamp(at.st_mtime).astimezone(), at.st_size))
    return sorted(found, key=lambda one: one.made, reverse=True)


def keep_copies(today: date) -> list[Path]:
    """Sees to it that there is a copy of this day and one of this week; those that are too many go.

    Returns:
        What was made.
    """
    made = []
    year, week, _ = today.isocalendar()
    daily = folder() / f"daily-{today.isoformat()}.sqlite3"
    weekly = folder() / f"weekly-{year}-{week:02}.sqlite3"
    if not daily.exists():
        copy_books(daily)
        made.append(daily)
    if not weekly.exists():
        part = weekly.with_suffix(".part")
        shutil.copyfile(daily, part)
        part.chmod(0o600)
        part.replace(weekly)
        made.append(weekly)
    prune()
    return made


def prune() -> None:
    """Those of each kind that are too many go, oldest first."""
    for kind, most in MOST.items():
        for old in sorted(folder().glob(f"{kind}-*.sqlite3"), reverse=True)[most:]:
            old.unlink(missing_ok=True)


class Keeper(threading.Thread):
    """Sees to the copies while the workshop is open."""

    def __init__(self) -> None:
        super().__init__(name="copies", daemon=True)
        self._over = threading.Event()

    def run(self) -> None:
        while True:
            try:
                keep_copies(date.today())
            except (FormatError, OSError) as error:
                log.error("today's copy of the books could not be made: %s", error)
            finally:
                connection.close()
            if self._over.wait(LOOKED_AT_S):
                return

    def end(self) -> None:
        """Stops, when the copy under way is made."""
        self._over.set()
        self.join(30)
