"""The shelf, one project, saving, undo, redo, previews."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Query, Router

from core.project.document import from_data
from core.project.edits import Edit
from core.project.renaming import rename_measure
from core.project.schema import Project as Document
from core.project.starters import begun
from core.report import apply_edits, consequences
from core.report.differences import differences
from core.report.models import Difference, MotionReport, PushedView, SketchView
from core.report.print_models import BedsView, LayerView, MarksView, SlicedView, StanceView
from workshop import keeping
from workshop.answers import (
    faced_of,
    laid_out,
    layer_of,
    marked,
    maze_of,
    motion_of,
    report_of,
    sketched,
    sliced_of,
    stances_of,
    summary_of,
    tipped_of,
)
from workshop.api.shapes import (
    FaceIn,
    MazeAnswer,
    MazeIn,
    NewIn,
    Opened,
    Preview,
    PreviewIn,
    Refusal,
    Renamed,
    RenameIn,
    SaveIn,
    ShelfItem,
    SketchIn,
    TipIn,
    TwoIn,
    VersionIn,
)
from workshop.models import Project
from workshop.pushing import pushed

router = Router()


def _project(project_id: int) -> Project:
    return Project.objects.select_related("current").get(id=project_id)


def opened(project: Project, before: Document | None = None) -> Opened:
    """A project as the screen takes it, with what followed from a change."""
    document = keeping.document_of(project)
    report = report_of(document)
    undo, redo = keeping.neighbours(project)
    assert project.current is not None
    return Opened(
        id=project.id,
        version=project.version,
        revision=project.current.number,
        undo=undo,
        redo=redo,
        document=document,
        report=report,
        consequences=consequences(report_of(before), report) if before else [],
    )


@router.get("/projects", response=list[ShelfItem])
def shelf(request: HttpRequest):  # type: ignore[no-untyped-def]
    """Every project with its worst finding."""
    return [
        ShelfItem(
            id=project.id,
            title=project.title,
            updated=project.updated,
            version=project.version,
            **(project.summary or summary_of(keeping.document_of(project))),
        )
        for project in Project.objects.select_related("current")
    ]


@router.post("/projects", response={201: Opened, 422: Refusal})
def new_project(request: HttpRequest, given: NewIn):  # type: ignore[no-untyped-def]
    """A new project from a starter or a document."""
    if given.document is not None:
        return 201, opened(keeping.create(from_data(given.document), "brought in"))
    return 201, opened(
        keeping.create(begun(given.starter or "empty", given.units, given.answers), "started")
    )


@router.get("/projects/{project_id}", response={200: Opened, 404: Refusal})
def open_project(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """A project with its report."""
    return opened(_project(project_id))


@router.put(
    "/projects/{project_id}", response={200: Opened, 404: Refusal, 409: Refusal, 422: Refusal}
)
def save_project(request: HttpRequest, project_id: int, given: SaveIn):  # type: ignore[no-untyped-def]
    """Keeps a change; refuses one made on top of an older version."""
    document = from_data(given.document)
    before = keeping.document_of(_project(project_id))
    report_of(document)  # worked out before the books are locked
    return opened(keeping.save(project_id, given.version, document, given.words), before)


@router.post("/projects/{project_id}/undo", response={200: Opened, 404: Refusal, 409: Refusal})
def undo(request: HttpRequest, project_id: int, given: VersionIn):  # type: ignore[no-untyped-def]
    """Takes the last change back."""
    before = keeping.document_of(_project(project_id))
    return opened(keeping.step_back(project_id, given.version), before)


@router.post("/projects/{project_id}/redo", response={200: Opened, 404: Refusal, 409: Refusal})
def redo(request: HttpRequest, project_id: int, given: VersionIn):  # type: ignore[no-untyped-def]
    """Brings an undone change back."""
    before = keeping.document_of(_project(project_id))
    return opened(keeping.step_forward(project_id, given.version), before)


@router.get("/projects/{project_id}/fits/{name}/motion", response={200: MotionReport, 404: Refusal})
def motion(request: HttpRequest, project_id: int, name: str):  # type: ignore[no-untyped-def]
    """A fit moved through its range on the finished solids."""
    found = motion_of(keeping.document_of(_project(project_id)), name)
    return found or (404, Refusal(message="this fit does not move"))


@router.post(
    "/projects/{project_id}/fits/{name}/maze",
    response={200: MazeAnswer, 404: Refusal, 422: Refusal},
)
def lay_maze(request: HttpRequest, project_id: int, name: str, given: MazeIn):  # type: ignore[no-untyped-def]
    """Moves of a maze that fits a track's cylinder and sleeve; nothing is kept."""
    document = keeping.document_of(_project(project_id))
    found = maze_of(document, name, given.turns, given.seed)
    if found is None:
        return 404, Refusal(message="this fit has no track")
    return MazeAnswer(path=found)


@router.get(
    "/projects/{project_id}/parts/{name}/stances", response={200: list[StanceView], 404: Refusal}
)
def stances(request: HttpRequest, project_id: int, name: str):  # type: ignore[no-untyped-def]
    """The ways a part can stand on the bed, best first."""
    found = stances_of(keeping.document_of(_project(project_id)), name)
    return found if found is not None else (404, Refusal(message="this part has no solid"))


@router.get("/projects/{project_id}/parts/{name}/tipped", response={200: StanceView, 404: Refusal})
def tipped(request: HttpRequest, project_id: int, name: str, tip: Query[TipIn]):  # type: ignore[no-untyped-def]
    """What would follow from tipping a part from how it stands; nothing is kept."""
    document = keeping.document_of(_project(project_id))
    found = tipped_of(document, name, tip.forward, tip.right)
    return found or (404, Refusal(message="this part has no solid"))


@router.get("/projects/{project_id}/parts/{name}/faced", response={200: StanceView, 404: Refusal})
def faced(request: HttpRequest, project_id: int, name: str, face: Query[FaceIn]):  # type: ignore[no-untyped-def]
    """What would follow from standing a part on a face of it; nothing is kept."""
    document = keeping.document_of(_project(project_id))
    found = faced_of(document, name, (face.x, face.y, face.z))
    return found or (404, Refusal(message="this part has no solid"))


@router.get("/projects/{project_id}/beds", response={200: BedsView, 404: Refusal})
def beds(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """Everything that is printed, laid out on beds."""
    return laid_out(keeping.document_of(_project(project_id)))


@router.get("/projects/{project_id}/parts/{name}/sliced", response={200: SlicedView, 404: Refusal})
def sliced(request: HttpRequest, project_id: int, name: str):  # type: ignore[no-untyped-def]
    """A part as it would be sliced: an estimate of mass, filament and time, layer by layer."""
    found = sliced_of(keeping.document_of(_project(project_id)), name)
    return found or (404, Refusal(message="this part has no solid"))


@router.get(
    "/projects/{project_id}/parts/{name}/sliced/{index}", response={200: LayerView, 404: Refusal}
)
def layer(request: HttpRequest, project_id: int, name: str, index: int):  # type: ignore[no-untyped-def]
    """The walls, skin and infill of one layer, counted from 0 at the bed."""
    found = layer_of(keeping.document_of(_project(project_id)), name, index)
    return found or (404, Refusal(message="this part has no solid"))


@router.get("/projects/{project_id}/marks", response={200: MarksView, 404: Refusal})
def marks(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """What the checks found, to be hatched on the solids, with its legend."""
    return marked(keeping.document_of(_project(project_id)))


@router.get("/projects/{project_id}/pushed/{path}", response={200: PushedView, 404: Refusal})
def push(request: HttpRequest, project_id: int, path: str):  # type: ignore[no-untyped-def]
    """How far a key measure can be pushed before something breaks."""
    found = pushed(keeping.document_of(_project(project_id)), path)
    return found or (404, Refusal(message="this is no plain number that a measure begins from"))


@router.delete("/projects/{project_id}", response={204: None, 404: Refusal})
def delete_project(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """Takes a project off the shelf for good."""
    _project(project_id).delete()
    return 204, None


@router.post("/rename", response={200: Renamed, 422: Refusal})
def rename(request: HttpRequest, given: RenameIn):  # type: ignore[no-untyped-def]
    """A measure renamed in every expression; nothing is kept."""
    return Renamed(document=rename_measure(from_data(given.document), given.old, given.new))


@router.post("/sketch", response={200: SketchView, 422: Refusal})
def sketch(request: HttpRequest, given: SketchIn):  # type: ignore[no-untyped-def]
    """Coarse solids of a document to be drawn at once; nothing is kept, nothing measured."""
    return sketched(from_data(given.document))


@router.post("/preview", response={200: Preview, 422: Refusal})
def preview(request: HttpRequest, given: PreviewIn):  # type: ignore[no-untyped-def]
    """What a document would come to, nothing kept; told against another one if given."""
    original = from_data(given.document)
    document = apply_edits(original, [Edit(e.path, e.text) for e in given.edits])
    against = from_data(given.against) if given.against else original
    report = report_of(document)
    return Preview(
        document=document, report=report, consequences=consequences(report_of(against), report)
    )


@router.post("/differences", response={200: list[Difference], 422: Refusal})
def compare_documents(request: HttpRequest, given: TwoIn):  # type: ignore[no-untyped-def]
    """What differs between two documents, neither of which need be kept."""
    return differences(from_data(given.before), from_data(given.after))
