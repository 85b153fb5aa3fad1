"""Documents with one thing more: a step, a part, a fit. Nothing is kept."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Field, Router

from core.project.beginning import begin_copy, begin_part, begin_step, place_step
from core.project.beginning_fits import become_kind, begin_fit
from core.project.document import from_data
from core.project.outline_again import outline_again
from core.project.parting import with_pieces
from core.project.schema import Project as Document
from workshop.api.shapes import Refusal, Shape
from workshop.reports import worked

router = Router()


class Begun(Shape):
    """The document with what was begun, and its name."""

    document: Document
    name: str


Share = Annotated[float, Field(ge=-1, le=2)]  # of a box, about nought to one


class StepIn(Shape):
    """A step to begin: by its kind and way, on a face or where there is most room."""

    document: dict[str, Any]
    part: str
    kind: str
    way: int = 0
    outline: str = ""
    on: str = ""
    after: str = ""
    edge: str = ""
    near: tuple[Share, Share, Share] | None = None


class PlaceIn(Shape):
    """A step to stand on a face, where that was pressed."""

    document: dict[str, Any]
    part: str
    step: str
    on: str
    near: tuple[Share, Share, Share]


class PartIn(Shape):
    """A part to begin."""

    document: dict[str, Any]
    label: str = ""


class CopyIn(Shape):
    """A part to be there once more."""

    document: dict[str, Any]
    part: str


class PiecesIn(Shape):
    """A split whose other pieces are to be parts."""

    document: dict[str, Any]
    part: str
    step: str


class FitIn(Shape):
    """A fit to begin between part a and part b; b empty: a new part that the fit makes."""

    document: dict[str, Any]
    kind: str
    way: int = 0
    a: str
    b: str = ""
    on_a: str = ""
    on_b: str = ""
    near: tuple[Share, Share, Share] | None = None


class KindIn(Shape):
    """A fit to become another kind."""

    document: dict[str, Any]
    fit: str
    kind: str


class OutlineIn(Shape):
    """An outline to become another kind, by its path inside the step."""

    document: dict[str, Any]
    part: str
    step: str
    path: str
    kind: str


@router.post("/begin/step", response={200: Begun, 422: Refusal})
def step(request: HttpRequest, given: StepIn):  # type: ignore[no-untyped-def]
    """A new step, sized to the face it stands on."""
    document, name = worked(
        begin_step,
        from_data(given.document),
        given.part,
        given.kind,
        given.way,
        given.outline,
        given.on,
        given.after,
        given.edge,
        given.near,
    )
    return Begun(document=document, name=name)


@router.post("/begin/place", response={200: Begun, 422: Refusal})
def place(request: HttpRequest, given: PlaceIn):  # type: ignore[no-untyped-def]
    """A step in the middle of the piece of a face that was pressed."""
    told = from_data(given.document)
    document, name = worked(place_step, told, given.part, given.step, given.on, given.near)
    return Begun(document=document, name=name)


@router.post("/begin/part", response={200: Begun, 422: Refusal})
def part(request: HttpRequest, given: PartIn):  # type: ignore[no-untyped-def]
    """A new empty part."""
    document, name = begin_part(from_data(given.document), given.label)
    return Begun(document=document, name=name)


@router.post("/begin/copy", response={200: Begun, 422: Refusal})
def copy(request: HttpRequest, given: CopyIn):  # type: ignore[no-untyped-def]
    """A part once more, without its fits."""
    document, name = begin_copy(from_data(given.document), given.part)
    return Begun(document=document, name=name)


@router.post("/begin/fit", response={200: Begun, 422: Refusal})
def fit(request: HttpRequest, given: FitIn):  # type: ignore[no-untyped-def]
    """A new fit, and the part it makes where it makes one."""
    parts, faces = (given.a, given.b), (given.on_a, given.on_b)
    told = from_data(given.document)
    document, name = worked(begin_fit, told, given.kind, given.way, parts, faces, given.near)
    return Begun(document=document, name=name)


@router.post("/begin/pieces", response={200: Begun, 422: Refusal})
def pieces(request: HttpRequest, given: PiecesIn):  # type: ignore[no-untyped-def]
    """What a split did not keep, each piece a part of its own."""
    document, name = worked(with_pieces, from_data(given.document), given.part, given.step)
    return Begun(document=document, name=name)


@router.post("/begin/kind", response={200: Begun, 422: Refusal})
def kind(request: HttpRequest, given: KindIn):  # type: ignore[no-untyped-def]
    """A fit made another kind."""
    document = become_kind(from_data(given.document), given.fit, given.kind)
    return Begun(document=document, name=given.fit)


@router.post("/begin/outline", response={200: Begun, 422: Refusal})
def outline(request: HttpRequest, given: OutlineIn):  # type: ignore[no-untyped-def]
    """An outline made another kind, joined with another, or without the last joined one."""
    told = from_data(given.document)
    document = worked(outline_again, told, given.part, given.step, given.path, given.kind)
    return Begun(document=document, name=given.step)
