"""The shelf: what lies on it and in the bin, what is used last, folders, copies, the play set."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from core.errors import BuildError
from workshop import builders, keeping, makers
from workshop.models import Project
from workshop.reports import laid, summary_of

BIN_DAYS = 30


def on_shelf() -> QuerySet[Project]:
    """Projects on the shelf, last used first."""
    found = makers.projects(Project.objects.all())
    return found.filter(thrown=None, away=False).order_by("-opened", "-id")


def in_bin() -> QuerySet[Project]:
    """What was thrown away, newest first."""
    found = makers.projects(Project.objects.all())
    return found.exclude(thrown=None).order_by("-thrown")


UNPROVED = {"severity": "note", "worst": "being proved …", "count": 0}


def shown(project: Project) -> dict[str, Any]:
    """What the shelf shows of a project: as it was proved last, without building it.

    Where nobody proves it aside it is proved now, once.
    """
    told: dict[str, Any] = dict(project.summary)
    if "fits" not in told:  # kept by an older program
        told |= laid(keeping.document_of(project))
    if "worst" not in told and not builders.begun():
        told = summary_of(keeping.document_of(project))
        keeping.tell(project.id, project.version, told)
    return UNPROVED | told


def used(project_id: int) -> None:
    """Takes a project to the front of the shelf."""
    found = Project.objects.filter(id=project_id)
    keeping.in_passing(lambda: found.update(opened=timezone.now()))


def throw_away(project: Project) -> None:
    """Into the bin, with its history; from there it comes back whole."""
    Project.objects.filter(id=project.id).update(thrown=timezone.now())


def bring_back(project: Project) -> None:
    """Out of the bin, to the front of the shelf."""
    Project.objects.filter(id=project.id).update(thrown=None, away=False, opened=timezone.now())


def empty_bin() -> int:
    """Throws out for good what has lain in the bin for its time; answers how many."""
    old = Project.objects.filter(thrown__lt=timezone.now() - timedelta(days=BIN_DAYS))
    count = old.count()
    old.delete()
    return count


def copy_of(project: Project) -> Project:
    """The project once more as it stands, in the same folder, its history begun anew."""
    document = keeping.document_of(project)
    taken = set(Project.objects.values_list("title", flat=True))
    stem = f"{document.title[:110]}, copy"
    title, number = stem, 2
    while title in taken:
        title, number = f"{stem} {number}", number + 1
    return keeping.create(
        document.model_copy(update={"title": title}), f"a copy of {project.title}", project.folder
    )


def rename(project: Project, title: str) -> Project:
    """A title of its own, as a change that can be taken back.

    Raises:
        BuildError: there is no title.
        Stale: it was changed meanwhile.
    """
    title = title.strip()[:120]
    if not title:
        raise BuildError("a project needs a title", where="title")
    document = keeping.document_of(project).model_copy(update={"title": title})
    return keeping.save(project.id, project.version, document, f"renamed {title}")


def put_in(project: Project, folder: str) -> None:
    """Into a folder by its name; none where it is empty."""
    Project.objects.filter(id=project.id).update(folder=folder.strip()[:60])


@transaction.atomic
def put_play_set(away: bool) -> None:
    """The demo projects off the shelf together, or back on it; what was thrown away stays so."""
    play_set().update(away=away)


def play_set() -> QuerySet[Project]:
    """The demo projects that are not in the bin."""
    own = makers.projects(Project.objects.all(), edit=True)
    return own.exclude(demo="").filter(thrown=None)
