"""The shelf and the bin: listed, renamed, copied, thrown away, brought back; the play set."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse

from workshop import jobs, pictures, shelving
from workshop.api import projects
from workshop.api.shapes import Refusal, Shape, ShelfItem
from workshop.models import Project

router = projects.router  # one path has one router


class ShelfIn(Shape):
    """What is set of a project on the shelf; what is left out stays."""

    title: str | None = None
    folder: str | None = None


class PlaySet(Shape):
    """The play set that came with the program: how many of it there are, and whether put away."""

    count: int
    away: bool


class AwayIn(Shape):
    """Whether the play set is to be off the shelf."""

    away: bool


class Emptied(Shape):
    """How many were thrown out for good."""

    count: int


def _item(project: Project) -> ShelfItem:
    return ShelfItem(
        id=project.id,
        title=project.title,
        updated=project.updated,
        version=project.version,
        folder=project.folder,
        demo=bool(project.demo),
        opened=project.opened,
        thrown=project.thrown,
        **shelving.shown(project),
    )


def _project(project_id: int) -> Project:
    return Project.objects.select_related("current").get(id=project_id)


@router.get("/projects", response=list[ShelfItem])
def shelf(request: HttpRequest):  # type: ignore[no-untyped-def]
    """Every project on the shelf with its worst finding, last used first."""
    return [_item(project) for project in shelving.on_shelf()]


@router.get("/bin", response=list[ShelfItem])
def bin_(request: HttpRequest):  # type: ignore[no-untyped-def]
    """What was thrown away and can still come back, newest first."""
    return [_item(project) for project in shelving.in_bin()]


@router.get("/projects/{project_id}/picture", response={200: bytes, 204: None, 404: Refusal})
def picture(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """The project as it was drawn last; nothing while it has not been."""
    found = pictures.newest(_project(project_id), aside=jobs.drawn_aside())
    if found is None:
        return 204, None
    response = HttpResponse(bytes(found.data), content_type="image/webp")
    response["Cache-Control"] = "private, max-age=60"
    return response


@router.patch("/projects/{project_id}", response={200: ShelfItem, 404: Refusal, 422: Refusal})
def set_on_shelf(request: HttpRequest, project_id: int, given: ShelfIn):  # type: ignore[no-untyped-def]
    """Another title, another folder."""
    project = _project(project_id)
    if given.title is not None and given.title != project.title:
        project = shelving.rename(project, given.title)
    if given.folder is not None:
        shelving.put_in(project, given.folder)
    return _item(_project(project_id))


@router.post("/projects/{project_id}/copy", response={201: ShelfItem, 404: Refusal})
def copy(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """The project once more."""
    made = shelving.copy_of(_project(project_id))
    jobs.changed(made.id, made.version)
    return 201, _item(made)


@router.delete("/projects/{project_id}", response={204: None, 404: Refusal})
def throw_away(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """Into the bin; out of it for good where it lies there already."""
    project = _project(project_id)
    if project.thrown:
        project.delete()
    else:
        shelving.throw_away(project)
    return 204, None


@router.post("/projects/{project_id}/back", response={200: ShelfItem, 404: Refusal})
def bring_back(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """Out of the bin, whole."""
    shelving.bring_back(_project(project_id))
    return _item(_project(project_id))


@router.get("/play-set", response=PlaySet)
def play_set(request: HttpRequest):  # type: ignore[no-untyped-def]
    """How many of the play set there are, on the shelf or put away."""
    own = shelving.play_set()
    return PlaySet(count=own.count(), away=own.filter(away=True).exists())


@router.post("/play-set", response=PlaySet)
def put_play_set(request: HttpRequest, given: AwayIn):  # type: ignore[no-untyped-def]
    """The play set put away, or back on the shelf."""
    shelving.put_play_set(given.away)
    return play_set(request)
