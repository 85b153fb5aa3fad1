"""Two who work on one project: what is the newest, and both their changes put together."""

from __future__ import annotations

from typing import Any, Literal

from django.http import HttpRequest
from ninja import Field, Router

from core.project.document import from_data, read_kept
from core.project.merging import Conflict, merged
from core.project.schema import Project as Document
from core.report.differences import differences, short
from core.views.report import Difference
from workshop import keeping
from workshop.api.projects import kept_as
from workshop.api.shapes import Kept, Refusal, Shape
from workshop.models import Project, Revision

router = Router()
SPOKEN_OF = {"measures", "parts", "steps", "fits", "fields", "outline", "expression", "drawings"}


class Newest(Shape):
    """Where a project is now."""

    version: int
    revision: int
    thrown: bool


class MergeIn(Shape):
    """A document that grew from a revision, to be put together with what is kept now."""

    revision: int = Field(ge=1, lt=2**31)
    document: dict[str, Any]
    choices: dict[str, Literal["mine", "theirs"]] = Field(default={}, max_length=2000)


class ConflictView(Shape):
    """Something both changed; ``-`` where it is not there."""

    path: str
    what: str
    before: str
    mine: str
    theirs: str


class Merged(Shape):
    """Both put together, on top of what is kept now; nothing is kept yet.

    ``conflicts`` must still be chosen; until then theirs stands there. ``elsewhere`` is what the
    other changed.
    """

    version: int
    revision: int
    document: Document
    conflicts: list[ConflictView]
    elsewhere: list[Difference]


@router.get("/projects/{project_id}/version", response={200: Newest, 404: Refusal})
def newest(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """Where a project is now, told in a moment."""
    found = Project.objects.values("version", "thrown", "current__number").get(id=project_id)
    return Newest(
        version=found["version"],
        revision=found["current__number"],
        thrown=found["thrown"] is not None,
    )


@router.get("/projects/{project_id}/kept", response={200: Kept, 404: Refusal})
def kept(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """A project as it is kept now, not built."""
    project = Project.objects.select_related("current").get(id=project_id)
    return kept_as(project, keeping.document_of(project))


@router.post("/projects/{project_id}/merge", response={200: Merged, 404: Refusal, 422: Refusal})
def merge(request: HttpRequest, project_id: int, given: MergeIn):  # type: ignore[no-untyped-def]
    """A document put together with what is kept now: measure by measure, step by step."""
    project = Project.objects.select_related("current").get(id=project_id)
    revision = Revision.objects.get(project_id=project_id, number=given.revision)
    base, theirs = read_kept(revision.document), keeping.document_of(project)
    document, conflicts = merged(base, from_data(given.document), theirs, given.choices)
    assert project.current is not None
    return Merged(
        version=project.version,
        revision=project.current.number,
        document=document,
        conflicts=[_told(one) for one in conflicts],
        elsewhere=differences(base, theirs),
    )


def _told(one: Conflict) -> ConflictView:
    words = [word for word in one.path.split(".") if word not in SPOKEN_OF]
    before, mine, theirs = (
        "-" if value is None else short(value) or "nothing"
        for value in (one.before, one.mine, one.theirs)
    )
    return ConflictView(
        path=one.path, what=", ".join(words), before=before, mine=mine, theirs=theirs
    )  # fmt: skip
