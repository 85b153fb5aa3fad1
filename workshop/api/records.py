"""What was: the history of a project, versions compared, materials compared."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Field, Query, Router

from core.errors import DocumentError
from core.printing.comparing import break_even, compare_materials
from core.project.document import read_kept
from core.report import consequences
from core.report.differences import differences
from core.views.printing import BreakEven, CompareView, Variant
from core.views.report import Consequence, Difference
from workshop import jobs, keeping, makers, models
from workshop.api.projects import kept_as
from workshop.api.shapes import Kept, Refusal, Shape, VersionIn
from workshop.reports import report_of, variant_named, worked

router = Router()
MOST_BESIDE = 6


class RevisionView(Shape):
    """One change of a project."""

    number: int
    words: str
    name: str
    when: str
    parent: int | None
    current: bool


class BesideIn(Shape):
    """What to lay beside a project: versions of it by number, other projects by id."""

    version: list[int] = []
    other: list[int] = []


class NameIn(Shape):
    """What a version is called; empty for nothing."""

    name: str = Field(max_length=80)


class Compared(Shape):
    """Two versions: what differs in the document, and what followed for the parts."""

    differences: list[Difference]
    consequences: list[Consequence]


class BreakEvenIn(Shape):
    """Footprints, g CO2e: of the lasting thing, of a throwaway, of each use of the lasting one."""

    lasting: float = Field(ge=0, le=1e9)
    throwaway: float = Field(ge=0, le=1e9)
    each_use: float = Field(0.0, ge=0, le=1e9)


def _project(project_id: int) -> models.Project:
    return models.Project.objects.select_related("current").get(id=project_id)


def _revision(project_id: int, number: int) -> models.Revision:
    try:
        return models.Revision.objects.get(project_id=project_id, number=number)
    except models.Revision.DoesNotExist:
        raise DocumentError(f"there is no version {number} of this project") from None


@router.get("/projects/{project_id}/history", response={200: list[RevisionView], 404: Refusal})
def history(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """Every change, newest first."""
    project = _project(project_id)
    numbers = dict(project.revisions.values_list("id", "number"))
    return [
        RevisionView(
            number=one.number,
            words=one.words,
            name=one.name,
            when=one.created.isoformat(timespec="minutes"),
            parent=numbers.get(one.parent_id or 0),
            current=one.id == project.current_id,
        )
        for one in project.revisions.defer("document").order_by("-number")
    ]


@router.post(
    "/projects/{project_id}/history/{number}/name",
    response={200: list[RevisionView], 404: Refusal, 422: Refusal},
)
def name_version(request: HttpRequest, project_id: int, number: int, given: NameIn):  # type: ignore[no-untyped-def]
    """Gives a version a name."""
    revision = _revision(project_id, number)
    revision.name = given.name.strip()
    revision.save(update_fields=["name"])
    return history(request, project_id)


@router.get(
    "/projects/{project_id}/history/compare",
    response={200: Compared, 404: Refusal, 422: Refusal},
)
def compare_versions(request: HttpRequest, project_id: int, a: int, b: int):  # type: ignore[no-untyped-def]
    """What differs between two versions."""
    before, after = (read_kept(_revision(project_id, n).document) for n in (a, b))
    return Compared(
        differences=differences(before, after),
        consequences=consequences(report_of(before), report_of(after)),
    )


@router.post(
    "/projects/{project_id}/history/{number}/back",
    response={200: Kept, 404: Refusal, 409: Refusal, 422: Refusal},
)
def go_back(request: HttpRequest, project_id: int, number: int, given: VersionIn):  # type: ignore[no-untyped-def]
    """Makes an older version the newest; all that came after it stays in the history."""
    revision = _revision(project_id, number)
    words = f"back to {revision.name or f'version {number}'}"
    document = read_kept(revision.document)
    kept = keeping.save(project_id, given.version, document, words)
    jobs.changed(project_id, kept.version)
    return kept_as(kept, document)


@router.get("/projects/{project_id}/compare", response={200: CompareView, 404: Refusal})
def materials(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """What the project would come to in each material."""
    return worked(compare_materials, keeping.document_of(_project(project_id)))


@router.get("/projects/{project_id}/variants", response={200: list[Variant], 404: Refusal})
def variants(request: HttpRequest, project_id: int, given: Query[BesideIn]):  # type: ignore[no-untyped-def]
    """Versions of a project and other projects side by side, the newest version first."""
    project = _project(project_id)
    assert project.current is not None
    beside = [(f"now, version {project.current.number}", keeping.document_of(project))]
    for number in given.version[:MOST_BESIDE]:
        one = _revision(project_id, number)
        beside.append((one.name or f"version {number}", read_kept(one.document)))
    for one_id in given.other[:MOST_BESIDE]:
        kept = makers.projects(models.Project.objects.select_related("current")).get(id=one_id)
        beside.append((kept.title, keeping.document_of(kept)))
    return [variant_named(label, document) for label, document in beside]


@router.post("/break-even", response={200: BreakEven, 422: Refusal})
def uses(request: HttpRequest, given: BreakEvenIn):  # type: ignore[no-untyped-def]
    """From how many uses on the lasting thing is the better one."""
    return break_even(given.lasting, given.throwaway, given.each_use)
