"""A copy of the books put back: in the place of empty ones, or what is in it beside what is
here.
"""

from __future__ import annotations

import shutil
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path

from django.core.management import call_command
from django.db import connections, transaction

from core.errors import FormatError
from workshop import archive, copies, doctor
from workshop.models import Print, Process, Project, Result

ALIAS = "copy"


@dataclass(frozen=True)
class Restored:
    """What came of it: how many projects, and processes of the bench, are here again."""

    projects: int
    processes: int
    beside: bool


def empty() -> bool:
    """Whether nothing of a maker's own is in the books: no project but the play set's,
    untouched.
    """
    own = Project.objects.exclude(demo__gt="", version=1)
    return not (own.exists() or Result.objects.exists() or Print.objects.exists())


def restore(path: Path, beside: bool = False) -> Restored:
    """Puts a copy back.

    Args:
        beside: what is in it is added to what is here, each project as one of its own.

    Raises:
        FormatError: it is no copy, it is damaged or newer, or there is something here already.
    """
    copies.check_copy(path)
    if beside:
        return _beside(path)
    doctor.bring_up_to_date()
    if not empty():
        raise FormatError(
            "there is work in this workshop already, and nothing is put over it",
            remedy="--beside adds what is in the copy to what is here",
        )
    copies.put_back(path)
    doctor.bring_up_to_date()
    return Restored(Project.objects.count(), Process.objects.count(), False)


def _beside(path: Path) -> Restored:
    """Every project of the copy, with its history and its prints, and every process that is not
    here by its name, with what it was taught."""
    day = path.stat().st_mtime
    projects = processes = 0
    with _opened(path):
        with transaction.atomic():
            for process in Process.objects.using(ALIAS).all():
                if Process.objects.filter(name=process.name).exists():
                    continue
                results = list(process.results.using(ALIAS).all())
                made = Process.objects.create(
                    name=process.name, given=process.given, spool_g=process.spool_g
                )
                for result in results:
                    again = Result.objects.create(
                        process=made, gauge=result.gauge, entries=result.entries,
                        made_up=result.made_up,
                    )  # fmt: skip
                    Result.objects.filter(id=again.id).update(created=result.created)
                processes += 1
        for project in Project.objects.using(ALIAS).filter(thrown=None).select_related("current"):
            if project.current is None or (project.demo and project.version == 1):
                continue
            packed = archive.archive_of(project, using=ALIAS)
            archive.bring_in(packed, path.name, folder=folder_of(day))
            projects += 1
    return Restored(projects, processes, True)


def folder_of(made: float) -> str:
    """The folder that projects come back into."""
    return f"from the copy of {datetime.fromtimestamp(made):%Y-%m-%d}"


@contextmanager
def _opened(path: Path) -> Iterator[None]:
    """The copy opened beside the books, in a file of its own that may be brought up to date."""
    with tempfile.TemporaryDirectory(dir=copies.folder().parent) as scratch:
        own = Path(scratch) / "copy.sqlite3"
        shutil.copyfile(path, own)
        connections.databases[ALIAS] = {**connections.databases["default"], "NAME": own}
        try:
            call_command("migrate", database=ALIAS, verbosity=0)
            yield
        finally:
            connections[ALIAS].close()
            del connections.databases[ALIAS]
