"""What ails the books, told one by one, and what is done about it where that is wanted.

The file is looked at before Django is asked to read it: whether it is there, can be written, is
whole, and of this program or an older one. What is in it after that: every project can be opened,
every process read, every mesh found.
"""

from __future__ import annotations

import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import closing
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path

from django.core.management import call_command
from django.db import connection, transaction
from django.db.migrations.executor import MigrationExecutor
from django.utils import timezone

from core.errors import CoreError
from core.process import Process
from core.project.document import read_kept
from workshop import archive, copies
from workshop.models import MeshFile, Project, Revision
from workshop.models import Process as Bench

LEAST_FREE_BYTES = 200_000_000
OLDEST_COPY_DAYS = 3


@dataclass(frozen=True)
class Ailment:
    """Something wrong: in words, what would mend it, whether the workshop can open with it, and
    what was done."""

    words: str
    cure: str = ""
    grave: bool = False
    done: str = ""

    def told(self) -> str:
        line = f"{self.words}: {self.done}" if self.done else self.words
        return f"{line}; {self.cure}" if self.cure and not self.done else line


def books() -> Path:
    """The file the books are kept in."""
    return Path(connection.settings_dict["NAME"])


def fit_to_open() -> Ailment | None:
    """What keeps the workshop from being opened; None where nothing does. Quick."""
    return next((one for one in _the_file() if one.grave), None)


def look(mend: bool) -> list[Ailment]:
    """Everything that ails the books; with ``mend`` after what can be done was done."""
    found = []
    for one in _the_file():
        if one.grave and mend and books().exists():
            one = _mended_file(one)
        found.append(one)
        if one.grave and not one.done:
            return found  # nothing in it can be asked
    return [*found, *_what_is_in_it(mend)]


def _the_file() -> Iterator[Ailment]:
    if not copies.one_file():
        return
    path = books()
    folder = path.parent
    free = shutil.disk_usage(folder).free
    if free < LEAST_FREE_BYTES:
        yield Ailment(
            f"only {free // 1_000_000} MB are free on the disk that holds {folder}", "make room"
        )
    if not path.exists():
        return  # they are begun at the next start
    try:
        with path.open("r+b") as file:
            begins = file.read(16)
    except OSError as error:
        words = f"{path} cannot be written: {error.strerror}"
        yield Ailment(words, "whose is it, and is its disk read-only?", grave=True)
        return
    if begins and begins != b"SQLite format 3\0":
        yield Ailment(f"{path} holds no books: its beginning is overwritten", _CURE, grave=True)
        return
    try:
        with closing(sqlite3.connect(path)) as file:
            damage = file.execute("PRAGMA quick_check(1)").fetchone()[0]
            tables = {row[0] for row in file.execute("SELECT name FROM sqlite_master")}
            applied: set[str] = set()
            if "django_migrations" in tables:
                asked = "SELECT name FROM django_migrations WHERE app = 'workshop'"
                applied = {row[0] for row in file.execute(asked)}
    except sqlite3.Error as error:
        yield Ailment(f"the books are damaged: {error}", _CURE, grave=True)
        return
    if damage != "ok":
        first = " ".join(damage.split())
        yield Ailment(f"the books are damaged: {first}", _CURE, grave=True)
    elif newer := copies.unknown_to_this_program(applied):
        yield Ailment(
            copies.NEWER.format(of="the workshop"),
            f"start the newer program; this one does not know {', '.join(newer)}",
            grave=True,
        )


_CURE = "./fairhinge doctor --mend brings back what can be read, or the newest copy"


def _mended_file(one: Ailment) -> Ailment:
    """Damaged books replaced by what can be read of them, or by the newest copy that is whole."""
    if "damaged" not in one.words and "overwritten" not in one.words:
        return one
    connection.close()
    path = books()
    stamp = datetime.now(UTC).strftime("%Y%m%d-%H%M%S")
    aside = path.with_name(f"damaged-{stamp}.sqlite3")
    made = path.with_name(f"mending-{stamp}.sqlite3")
    rows = _salvaged(path, made)
    newest = next((copy for copy in copies.kept() if _whole(copy.path)), None)
    if rows and _whole(made):
        done = f"{rows} entries could be read and are kept"
    elif newest is not None:
        made.unlink(missing_ok=True)
        shutil.copyfile(newest.path, made)
        done = f"the copy of {newest.made:%Y-%m-%d %H:%M} was put back"
    else:
        made.unlink(missing_ok=True)
        return one
    for ending in ("", "-wal", "-shm"):
        part = path.with_name(path.name + ending)
        if part.exists():
            part.replace(aside.with_name(aside.name + ending))
    made.replace(path)
    return Ailment(one.words, one.cure, True, f"{done}; the damaged file is {aside.name}")


def _whole(path: Path) -> bool:
    try:
        copies.check_copy(path)
    except CoreError:
        return False
    return True


def _salvaged(path: Path, to: Path) -> int:
    """Copies every row that can be read into new books; how many those were."""
    count = 0
    to.unlink(missing_ok=True)
    try:
        with (
            closing(sqlite3.connect(f"file:{path}?mode=ro", uri=True)) as old,
            closing(sqlite3.connect(to)) as new,
        ):
            old.text_factory = bytes
            shapes = old.execute("SELECT type, name, sql FROM sqlite_master").fetchall()
            tables = [
                (name.decode(), sql) for kind, name, sql in shapes if kind == b"table" and sql
            ]
            for name, sql in tables:
                if not name.startswith("sqlite_"):
                    new.execute(sql.decode())
            old.text_factory = str
            for name, _ in tables:
                if not name.startswith("sqlite_"):
                    count += _rows_across(old, new, name)
            for kind, _, sql in shapes:
                if kind == b"index" and sql:
                    try:
                        new.execute(sql.decode())
                    except sqlite3.Error:
                        continue  # rows that stand twice: the program does without it
            new.commit()
    except (sqlite3.Error, UnicodeDecodeError, OSError):
        return 0
    return count


def _rows_across(old: sqlite3.Connection, new: sqlite3.Connection, table: str) -> int:
    count, after = 0, -1
    while True:
        try:
            asked = f'SELECT rowid, * FROM "{table}" WHERE rowid > ? ORDER BY rowid'
            for row in old.execute(asked, (after,)):
                marks = ", ".join("?" * (len(row) - 1))
                new.execute(f'INSERT OR IGNORE INTO "{table}" VALUES ({marks})', row[1:])
                after, count = row[0], count + 1
            return count
        except sqlite3.DatabaseError:
            further = _next_readable(old, table, after)
            if further is None:
                return count
            after = further


def _next_readable(old: sqlite3.Connection, table: str, after: int) -> int | None:
    """The row before the next that can be read; None where no further one can."""
    try:
        asked = f'SELECT max(rowid) FROM "{table}"'
        last = old.execute(asked).fetchone()[0]
    except sqlite3.DatabaseError:
        return None
    for row in range(after + 2, (last or 0) + 1):
        try:
            if old.execute(f'SELECT * FROM "{table}" WHERE rowid = ?', (row,)).fetchone():
                return row - 1
        except sqlite3.DatabaseError:
            continue
    return None


def _what_is_in_it(mend: bool) -> list[Ailment]:
    executor = MigrationExecutor(connection)
    if executor.migration_plan(executor.loader.graph.leaf_nodes()):
        one = Ailment("the books are of an older program", "./start brings them up to date")
        if not mend:
            return [one]
        bring_up_to_date()
        first = [Ailment(one.words, done="brought up to date")]
    else:
        first = []
    return [*first, *_projects(mend), *_bench(mend), *_meshes(), *_copies(mend)]


def bring_up_to_date() -> None:
    """Gives the books the shape this program wants; a copy is made of them first."""
    executor = MigrationExecutor(connection)
    plan = executor.migration_plan(executor.loader.graph.leaf_nodes())
    if plan and copies.one_file() and "workshop_project" in connection.introspection.table_names():
        wanted = max(one.name for one, _ in plan if one.app_label == "workshop")
        day = timezone.now().date().isoformat()
        copies.copy_books(copies.folder() / f"before-{day}-{wanted[:4]}.sqlite3")
    call_command("migrate", verbosity=0)


def _readable(revision: Revision | None) -> bool:
    try:
        return revision is not None and bool(read_kept(revision.document))
    except CoreError:
        return False


def _projects(mend: bool) -> Iterator[Ailment]:
    for project in Project.objects.select_related("current"):
        if _readable(project.current):
            continue
        words = f"'{project.title}' cannot be opened"
        best = next((one for one in project.revisions.order_by("-number") if _readable(one)), None)
        if best is None:
            yield Ailment(words, "none of its revisions can be read")
        elif not mend:
            yield Ailment(words, f"--mend opens it as of revision {best.number}")
        else:
            with transaction.atomic():
                project.current = best
                project.version += 1
                project.summary = {}
                project.save(update_fields=["current", "version", "summary"])
            yield Ailment(words, done=f"it opens as of revision {best.number}")


def _bench(mend: bool) -> Iterator[Ailment]:
    for kept in Bench.objects.all():
        try:
            Process.model_validate(kept.given)
            continue
        except ValueError:
            words = f"the process '{kept.name}' cannot be read"
        usual = Process().model_dump(mode="json")
        given = kept.given if isinstance(kept.given, dict) else {}
        mended = dict(usual)
        for name in usual:
            try:  # what can be read is kept, one after the other
                Process.model_validate({**mended, name: given.get(name, usual[name])})
                mended[name] = given.get(name, usual[name])
            except ValueError:
                continue
        lost = sorted(name for name in usual if name in given and mended[name] != given[name])
        if not mend:
            yield Ailment(words, f"--mend takes the usual for {', '.join(lost)}")
            continue
        kept.given = mended
        kept.save(update_fields=["given"])
        yield Ailment(words, done=f"the usual was taken for {', '.join(lost)}")


def _meshes() -> Iterator[Ailment]:
    there = set(MeshFile.objects.values_list("key", flat=True))
    for project in Project.objects.select_related("current"):
        if _readable(project.current):
            assert project.current is not None
            if set(archive.meshes_in(project.current.document)) - there:
                words = f"'{project.title}' names a mesh that is not here"
                yield Ailment(words, "bring the file in again, or put a copy of the books back")


def _copies(mend: bool) -> Iterator[Ailment]:
    if not copies.one_file() or not Project.objects.exists():
        return
    newest = next(iter(copies.kept()), None)
    age = (timezone.now() - newest.made).days if newest else None
    if age is not None and age <= OLDEST_COPY_DAYS:
        return
    words = "there is no copy of the books" if age is None else f"the newest copy is {age} days old"
    if mend:
        copies.keep_copies(timezone.now().date())
        yield Ailment(words, done="one was made")
    else:
        yield Ailment(words, "the workshop makes one every day that it is open")
