"""Outlines drawn by hand: the desk's view, taken apart, brought in from and taken away as files."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router

from core.formats.drawings import outline_dxf
from core.formats.svg import outline_svg
from core.project.document import from_data
from core.project.outlining import TOLD, brought_in, own_outline, taken_apart
from core.report.outline_desk import OutlineDeskView, outline_desk_view
from workshop import keeping
from workshop.api.begin import Begun
from workshop.api.files import download
from workshop.api.shapes import Refusal, Shape
from workshop.models import Project
from workshop.reports import worked

router = Router()
TYPES = {"svg": "image/svg+xml", "dxf": "image/vnd.dxf"}


class DeskIn(Shape):
    """A document and the path of a field in it that is told as moves; ``text`` to be tried
    there.
    """

    document: dict[str, Any]
    path: str
    text: str | None = None


class ApartIn(Shape):
    """An outline to be told as moves, by its path inside the step."""

    document: dict[str, Any]
    part: str
    step: str
    path: str


class BroughtIn(ApartIn):
    """An outline to be taken from a drawing, as `trace` reads it."""

    drawing: str


@router.post("/outlines/desk", response={200: OutlineDeskView, 422: Refusal})
def desk(request: HttpRequest, given: DeskIn):  # type: ignore[no-untyped-def]
    """An outline laid out to be drawn on; nothing is kept."""
    return worked(outline_desk_view, from_data(given.document), given.path, given.text)


@router.post("/outlines/apart", response={200: Begun, 422: Refusal})
def apart(request: HttpRequest, given: ApartIn):  # type: ignore[no-untyped-def]
    """An outline of any kind told as moves; its name is the path of their field inside the step."""
    told = from_data(given.document)
    document = worked(taken_apart, told, given.part, given.step, given.path)
    return Begun(document=document, name=f"{given.path}.fields.{TOLD}")


@router.post("/outlines/in", response={200: Begun, 422: Refusal})
def bring_in(request: HttpRequest, given: BroughtIn):  # type: ignore[no-untyped-def]
    """An outline taken from a drawing, told as moves."""
    told = from_data(given.document)
    document = worked(brought_in, told, given.part, given.step, given.path, given.drawing)
    return Begun(document=document, name=given.step)


@router.get(
    "/projects/{project_id}/outlines/{path}.{kind}",
    response={200: bytes, 404: Refusal, 422: Refusal},
)
def take_away(request: HttpRequest, project_id: int, path: str, kind: str):  # type: ignore[no-untyped-def]
    """A finished outline as a drawing, its arcs true arcs, in millimetres."""
    if kind not in TYPES:
        return 404, Refusal(message=f"no drawing is written as {kind}", remedy="svg or dxf")
    project = Project.objects.select_related("current").get(id=project_id)
    made = worked(own_outline, keeping.document_of(project), path)
    data = outline_svg(made[0]) if kind == "svg" else outline_dxf(made)
    return download(data, f"{project.title}, outline.{kind}", TYPES[kind])
