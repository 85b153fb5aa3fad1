"""Meshes for the screen, exports, the document itself."""

from __future__ import annotations

import re

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.utils.http import content_disposition_header
from ninja import File, Form, Router, UploadedFile

from core.errors import FormatError
from core.export.parts import export_part, export_together
from core.formats.reading import UNIT_MM
from core.formats.tracing import read_drawing
from core.printing.to_buy import as_csv
from core.project.document import write_document
from workshop import builders, jobs, keeping
from workshop.api.shapes import MeshAnswer, MeshIn, Refusal, Traced
from workshop.meshes import bring_in
from workshop.models import Project
from workshop.reports import bought_for, packed_marks, packed_mesh, worked

router = Router()
TYPES = {
    "stl": "model/stl",
    "3mf": "model/3mf",
    "obj": "model/obj",
    "ply": "application/octet-stream",
    "glb": "model/gltf-binary",
}


def _project(project_id: int) -> Project:
    return Project.objects.select_related("current").get(id=project_id)


def named(name: str) -> str:
    """How a file that is taken away is called, in any script (RFC 6266, RFC 5987)."""
    plain = re.sub(r"[^\w .,()+-]+", "_", name).strip()[-120:] or "fair hinge"
    return content_disposition_header(True, plain) or "attachment"


def download(data: bytes | str, name: str, kind: str) -> HttpResponse:
    """An answer that is kept as a file."""
    response = HttpResponse(data, content_type=kind)
    response["Content-Disposition"] = named(name)
    return response


@router.get("/projects/{project_id}/mesh/{key}", response={200: bytes, 404: Refusal})
def mesh(request: HttpRequest, project_id: int, key: str):  # type: ignore[no-untyped-def]
    """A part's mesh by the key in its report, packed; the same key is always the same mesh."""
    data = packed_mesh(key, None)
    if data is None:
        data = packed_mesh(key, keeping.document_of(_project(project_id)))
    if data is None:
        return 404, Refusal(message="this mesh is of an older state of the project")
    response = HttpResponse(data, content_type="application/octet-stream")
    response["Cache-Control"] = "private, max-age=31536000, immutable"
    return response


@router.get("/projects/{project_id}/marks/{key}", response={200: bytes, 404: Refusal})
def marks(request: HttpRequest, project_id: int, key: str):  # type: ignore[no-untyped-def]
    """A part's marks by their key, packed."""
    data = packed_marks(keeping.document_of(_project(project_id)), key)
    if data is None:
        return 404, Refusal(message="these marks are of an older state of the project")
    return HttpResponse(data, content_type="application/octet-stream")


@router.get("/projects/{project_id}/export/all", response={200: bytes, 422: Refusal})
def export_all(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """Every part side by side in one 3MF file."""
    project = _project(project_id)
    data = worked(export_together, keeping.document_of(project))
    return download(data, f"{project.title}.3mf", TYPES["3mf"])


@router.get("/projects/{project_id}/export/{part}/{kind}", response={200: bytes, 422: Refusal})
def export_one(request: HttpRequest, project_id: int, part: str, kind: str):  # type: ignore[no-untyped-def]
    """One part in its printing stance, as a file of that kind."""
    project = _project(project_id)
    data = worked(export_part, keeping.document_of(project), part, kind)
    return download(
        data, f"{project.title} {part}.{kind}", TYPES.get(kind, "application/octet-stream")
    )


@router.get("/projects/{project_id}/to-buy.csv", response={200: bytes, 404: Refusal})
def bought_table(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """What is to be bought for it, as a table."""
    project = _project(project_id)
    data = as_csv(bought_for(keeping.document_of(project)))
    return download(data, f"{project.title}, to buy.csv", "text/csv; charset=utf-8")


@router.post("/trace", response={200: Traced, 422: Refusal})
def trace(request: HttpRequest, file: File[UploadedFile]):  # type: ignore[no-untyped-def]
    """An SVG or DXF drawing read into a path; what was left out is listed."""
    name, data = file.name or "the drawing", file.read()
    drawing = builders.ask(read_drawing, data, name, seconds=settings.IMPORT_SECONDS)
    return Traced(path=drawing.path, shapes=drawing.shapes, skipped=drawing.skipped)


@router.post("/meshes", response={200: MeshAnswer, 422: Refusal})
def bring_in_mesh(request: HttpRequest, file: File[UploadedFile], given: Form[MeshIn]):  # type: ignore[no-untyped-def]
    """A mesh brought in as a project of its own; one that is not sound is only described."""
    if given.units not in UNIT_MM:
        raise FormatError(f"'{given.units}' is no unit here", remedy="one of " + ", ".join(UNIT_MM))
    name, data = file.name or "the mesh", file.read()
    if len(data) > jobs.LONG_BYTES:
        job = jobs.queue_mesh(data, name, given.units, given.mend)
        return MeshAnswer(project=None, job=job.id, triangles=0, faults=[], left=[])
    found = builders.ask(
        bring_in, data, name, given.units, given.mend, seconds=settings.IMPORT_SECONDS
    )
    project = keeping.create(found.document, "brought in") if found.document else None
    return MeshAnswer(
        project=project.id if project else None,
        triangles=found.triangles,
        faults=found.faults,
        left=found.left,
    )


@router.get("/projects/{project_id}/document", response={200: bytes})
def document(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """The project's own document as a file."""
    project = _project(project_id)
    return download(
        write_document(keeping.document_of(project)), f"{project.title}.json", "application/json"
    )
