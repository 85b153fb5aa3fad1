"""Copies of the books, projects as one file, and the bin of what is no project."""

from __future__ import annotations

import tempfile
from datetime import datetime
from pathlib import Path
from typing import Literal

from django.http import FileResponse, HttpRequest, HttpResponseBase
from django.utils import timezone
from ninja import File, Router, UploadedFile

from core.errors import FormatError
from workshop import archive, binned, copies, jobs, restoring
from workshop.api.door import only_the_keeper
from workshop.api.files import download, named
from workshop.api.projects import opened
from workshop.api.shapes import Opened, Refusal, Shape
from workshop.models import Project

router = Router()
BinKind = Literal["print", "result", "process", "planned"]


class CopyView(Shape):
    """A copy of the books that is kept here."""

    name: str
    kind: str
    made: datetime
    size: int


class CopiesView(Shape):
    """The copies that are kept, newest first, and where; whether they can be made from here."""

    copies: list[CopyView]
    folder: str
    here: bool


class RestoredView(Shape):
    """What came back from a copy."""

    projects: int
    processes: int
    beside: bool


class ThrownView(Shape):
    """Something in the bin that is no project."""

    kind: BinKind
    id: int
    title: str
    thrown: datetime


def _copies() -> CopiesView:
    found = [
        CopyView(name=one.path.name, kind=one.kind, made=one.made, size=one.size)
        for one in copies.kept()
    ]
    return CopiesView(copies=found, folder=str(copies.folder()), here=copies.one_file())


@router.get("/copies", response=CopiesView)
def kept_copies(request: HttpRequest):  # type: ignore[no-untyped-def]
    """The copies of the books that are kept here."""
    only_the_keeper()
    return _copies()


@router.post("/copies", response={201: CopiesView, 422: Refusal})
def make_copy(request: HttpRequest):  # type: ignore[no-untyped-def]
    """A copy of the books made now, kept with the others of its day."""
    only_the_keeper()
    now = timezone.localtime()
    copies.copy_books(copies.folder() / f"asked-{now:%Y-%m-%d-%H%M%S}.sqlite3")
    copies.prune()
    return 201, _copies()


@router.get("/copies/{name}", response={200: bytes, 404: Refusal})
def take_copy(request: HttpRequest, name: str) -> HttpResponseBase:
    """One of the copies, to be taken elsewhere."""
    only_the_keeper()
    found = next((one for one in copies.kept() if one.path.name == name), None)
    if found is None:
        raise FormatError("this copy is no longer kept")
    answer = FileResponse(found.path.open("rb"), content_type="application/vnd.sqlite3")
    answer["Content-Disposition"] = named(f"workshop {name}")
    return answer


@router.post("/restore", response={200: RestoredView, 422: Refusal})
def restore(request: HttpRequest, file: File[UploadedFile]):  # type: ignore[no-untyped-def]
    """What is in a copy brought here: all of it where nothing is here yet, else beside what is."""
    only_the_keeper()
    with tempfile.TemporaryDirectory(dir=copies.folder().parent) as scratch:
        path = Path(scratch) / "copy.sqlite3"
        with path.open("wb") as kept:
            for chunk in file.chunks():
                kept.write(chunk)
        found = restoring.restore(path, beside=not restoring.empty())
    return RestoredView(
        projects=found.projects, processes=found.processes, beside=found.beside
    )  # fmt: skip


@router.get("/projects/{project_id}/whole", response={200: bytes, 404: Refusal})
def take_whole(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """A project with its history, meshes, prints and photos as one file."""
    project = Project.objects.select_related("current").get(id=project_id)
    return download(archive.archive_of(project), f"{project.title}.zip", "application/zip")


@router.post("/whole", response={201: Opened, 422: Refusal})
def bring_whole(request: HttpRequest, file: File[UploadedFile]):  # type: ignore[no-untyped-def]
    """A project from such a file, whole, as one of its own."""
    made = archive.bring_in(file.read(), file.name or "the file")
    jobs.changed(made.id, made.version)
    return 201, opened(Project.objects.select_related("current").get(id=made.id))


@router.get("/bin/rest", response=list[ThrownView])
def in_bin(request: HttpRequest):  # type: ignore[no-untyped-def]
    """Prints, results, processes and plans in the bin, newest first."""
    return [
        ThrownView(kind=one.kind, id=one.id, title=one.title, thrown=one.thrown)  # type: ignore[arg-type]
        for one in binned.listed()
    ]


@router.post("/bin/{kind}/{number}/back", response={204: None, 404: Refusal})
def bring_back(request: HttpRequest, kind: BinKind, number: int):  # type: ignore[no-untyped-def]
    """Out of the bin, as it was."""
    binned.bring_back(kind, number)
    return 204, None


@router.delete("/bin/{kind}/{number}", response={204: None, 404: Refusal})
def for_good(request: HttpRequest, kind: BinKind, number: int):  # type: ignore[no-untyped-def]
    """Out of the bin for good."""
    binned.out(kind, number)
    return 204, None
