"""Saving projects: a revision per change, undo and redo, and no silent overwriting."""

from __future__ import annotations

import logging
from collections.abc import Callable
from typing import Any

from django.db import DatabaseError, transaction
from django.db.models import F

from core.errors import CoreError
from core.project.document import read_kept, text_to_keep
from core.project.schema import Project as Document
from workshop import makers
from workshop.models import Project, Revision
from workshop.reports import laid
from workshop.trouble import of_the_books

log = logging.getLogger("fairhinge")


class Stale(Exception):
    """A save was based on a version that is no longer the newest."""

    def __init__(self, newest: int) -> None:
        super().__init__(f"the project has moved on to version {newest}")
        self.newest = newest


def create(document: Document, words: str, folder: str = "", demo: str = "") -> Project:
    """A new project with its first revision.

    Raises:
        DocumentError: it is larger than what is kept.
    """
    text, summary = text_to_keep(document), laid(document)
    with transaction.atomic():
        project = Project.objects.create(
            title=document.title,
            folder=folder,
            demo=demo,
            summary=summary,
            owner=makers.here(),
        )
        project.current = project.revisions.create(number=1, document=text, words=words)
        project.save(update_fields=["current", "updated"])
    return project


def in_passing(note: Callable[[], object]) -> None:
    """What is noted beside something else: where the disk takes nothing, the rest goes on."""
    try:
        with transaction.atomic():
            note()
    except DatabaseError as error:
        if of_the_books(error) is None:
            raise
        log.warning("not noted: %s", error)


def tell(project_id: int, version: int, summary: dict[str, Any]) -> None:
    """What a version came to, for the shelf; nothing where the project has moved on."""
    found = Project.objects.filter(id=project_id, version=version)
    in_passing(lambda: found.update(summary=summary))


def tell_unbuilt(project_id: int, version: int, why: CoreError) -> None:
    """That a version cannot be built here, for the shelf; nothing where the project has
    moved on.
    """
    found = Project.objects.filter(id=project_id, version=version).first()
    if found is not None:
        words = f"not built: {why.message}"
        told = {**laid(document_of(found)), "severity": "stop", "worst": words, "count": 1}
        tell(project_id, version, told)


def document_of(project: Project) -> Document:
    """The project's document as it stands."""
    assert project.current is not None
    return read_kept(project.current.document)


def save(project_id: int, version: int, document: Document, words: str) -> Project:
    """Keeps a change made on top of ``version``.

    Raises:
        Stale: the project is no longer at that version; nothing is changed.
        DocumentError: it is larger than what is kept; nothing is changed.
    """
    text, summary = text_to_keep(document), laid(document)
    with transaction.atomic():
        project = _claim(project_id, version)
        newest = project.revisions.order_by("-number").values_list("number", flat=True).first() or 0
        revision = project.revisions.create(
            number=newest + 1, parent=project.current, document=text, words=words[:400]
        )
        _point(project, revision, document.title, summary)
    return project


def step_back(project_id: int, version: int) -> Project:
    """Undo: the revision before the current one; the current one where there is none."""
    current = _at(project_id, version)
    return _turn_to(project_id, version, current.parent or current)


def step_forward(project_id: int, version: int) -> Project:
    """Redo: the newest revision made on top of the current one."""
    current = _at(project_id, version)
    return _turn_to(project_id, version, current.children.order_by("-number").first() or current)


def _at(project_id: int, version: int) -> Revision:
    """The current revision of a project that is at a version still."""
    project = Project.objects.select_related("current__parent").get(id=project_id)
    if project.version != version:
        raise Stale(project.version)
    assert project.current is not None
    return project.current


def _turn_to(project_id: int, version: int, revision: Revision) -> Project:
    """Another revision made the current one; it is read before anything is locked."""
    document = read_kept(revision.document)
    summary = laid(document)
    with transaction.atomic():
        project = _claim(project_id, version)
        _point(project, revision, document.title, summary)
    return project


def _claim(project_id: int, version: int) -> Project:
    """Takes the next version, or refuses: one atomic compare-and-set."""
    taken = Project.objects.filter(id=project_id, version=version).update(version=F("version") + 1)
    project = Project.objects.select_related("current").get(id=project_id)
    if not taken:
        raise Stale(project.version)
    return project


def _point(project: Project, revision: Revision, title: str, summary: dict[str, Any]) -> None:
    project.current = revision
    project.title = title
    project.summary = summary  # an older version's verdict is none of this one
    project.save(update_fields=["current", "title", "summary", "updated"])


def neighbours(project: Project) -> tuple[str | None, str | None]:
    """The words of what undo would take back and of what redo would bring back, or None."""
    current = project.current
    assert current is not None
    after = current.children.order_by("-number").first()
    return (current.words if current.parent_id else None), (after.words if after else None)
