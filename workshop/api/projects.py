"""The shelf, one project, saving, undo, redo, previews."""

from __future__ import annotations

from collections.abc import Iterator

from django.http import HttpRequest, StreamingHttpResponse
from ninja import Query, Router

from core.errors import CoreError
from core.project.document import from_data, read_kept
from core.project.edits import Edit
from core.project.renaming import rename_measure
from core.project.schema import Project as Document
from core.project.starters import begun
from core.report import apply_edits, consequences
from core.report.differences import differences
from core.views.printing import BedsView, BuyView, LayerView, MarksView, SlicedView, StanceView
from core.views.report import (
    Difference,
    FindingView,
    MotionReport,
    OptionsView,
    PushedView,
    Report,
    SketchView,
)
from workshop import builders, jobs, keeping, shelving
from workshop.api.shapes import (
    AheadIn,
    FaceIn,
    FieldIn,
    Kept,
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
    SketchIn,
    TipIn,
    TwoIn,
    VersionIn,
)
from workshop.builders import Halted, Limited
from workshop.flex_tests import pushed
from workshop.keeping import Stale
from workshop.models import Project
from workshop.reports import (
    Stage,
    Summary,
    at_hand,
    bought_for,
    building,
    faced_of,
    laid_out,
    layer_of,
    marked,
    maze_of,
    motion_of,
    options_told,
    proved,
    report_of,
    sketched,
    sliced_of,
    stances_of,
    tipped_of,
    tried_of,
    unbuilt,
)

router = Router()


def _project(project_id: int) -> Project:
    return Project.objects.select_related("current").get(id=project_id)


def _at(project_id: int, version: int) -> Project:
    """A project that is at a version still."""
    project = _project(project_id)
    if project.version != version:
        raise Stale(project.version)
    return project


def _revision(project: Project, number: int | None) -> Document | None:
    """A revision of a project as a document; None where there is none of that number."""
    found = project.revisions.filter(number=number).first() if number is not None else None
    return read_kept(found.document) if found else None


def kept_as(project: Project, document: Document | None = None) -> Kept:
    """A project as it is kept now, not built."""
    undo, redo = keeping.neighbours(project)
    assert project.current is not None
    return Kept(
        version=project.version,
        revision=project.current.number,
        undo=undo,
        redo=redo,
        document=document,
    )


def opened(project: Project) -> Opened:
    """A project as the screen takes it, proved or still to be proved; where it cannot be built
    here, with the reason."""
    document, why = keeping.document_of(project), ""
    summary: Summary | None = None
    try:
        with builders.asking_of(project.id):
            report, summary = at_hand(document)
    except Limited as limit:
        report = unbuilt(document, limit.message, limit.remedy or "")
        why = f"{limit.message}; {limit.remedy}"
        summary = proved(document, report)
    if summary is not None:
        keeping.tell(project.id, project.version, summary)
    return Opened(
        id=project.id,
        **dict(kept_as(project, document)),
        report=report,
        proved=summary is not None,
        unbuilt=why,
    )


@router.post("/projects", response={201: Opened, 422: Refusal})
def new_project(request: HttpRequest, given: NewIn):  # type: ignore[no-untyped-def]
    """A new project from a starter or a document."""
    if given.document is not None:
        made = keeping.create(from_data(given.document), "brought in")
    else:
        document = begun(given.starter or "empty", given.units, given.answers, given.feel)
        made = keeping.create(document, "started")
    jobs.changed(made.id, made.version)
    return 201, opened(made)


@router.post("/starters/preview", response={200: Report, 422: Refusal})
def preview_starter(request: HttpRequest, given: NewIn):  # type: ignore[no-untyped-def]
    """What a starter would come to with these answers; nothing is kept."""
    return report_of(begun(given.starter, given.units, given.answers, given.feel))


@router.get("/projects/{project_id}", response={200: Opened, 404: Refusal})
def open_project(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """A project with its report."""
    shelving.used(project_id)
    return opened(_project(project_id))


@router.put(
    "/projects/{project_id}", response={200: Kept, 404: Refusal, 409: Refusal, 422: Refusal}
)
def save_project(request: HttpRequest, project_id: int, given: SaveIn):  # type: ignore[no-untyped-def]
    """Keeps a change; refuses one made on top of an older version. It is not built yet."""
    kept = keeping.save(project_id, given.version, from_data(given.document), given.words)
    jobs.changed(project_id, kept.version)
    return kept_as(kept)


@router.post("/projects/{project_id}/undo", response={200: Kept, 404: Refusal, 409: Refusal})
def undo(request: HttpRequest, project_id: int, given: VersionIn):  # type: ignore[no-untyped-def]
    """Takes the last change back."""
    kept = keeping.step_back(project_id, given.version)
    jobs.changed(project_id, kept.version)
    return kept_as(kept, keeping.document_of(kept))


@router.post("/projects/{project_id}/redo", response={200: Kept, 404: Refusal, 409: Refusal})
def redo(request: HttpRequest, project_id: int, given: VersionIn):  # type: ignore[no-untyped-def]
    """Brings an undone change back."""
    kept = keeping.step_forward(project_id, given.version)
    jobs.changed(project_id, kept.version)
    return kept_as(kept, keeping.document_of(kept))


@router.get("/projects/{project_id}/built", response={200: Stage, 404: Refusal, 422: Refusal})
def built(request: HttpRequest, project_id: int, version: int, since: int | None = None):  # type: ignore[no-untyped-def]
    """What a version comes to, one line of JSON a stage as it ends; the last is its proof.

    A newer version's work ends an older one's. A line may also be a refusal: it met a limit. What
    followed is told against revision ``since``.
    """
    project = _at(project_id, version)
    stages = building(keeping.document_of(project), _revision(project, since))

    def lines() -> Iterator[bytes]:
        try:
            for line, summary in stages:
                if summary is not None:
                    keeping.tell(project_id, version, summary)
                yield line
        except Halted:
            return
        except CoreError as error:
            refusal = Refusal(message=error.message, where=error.where, remedy=error.remedy)
            yield refusal.model_dump_json().encode() + b"\n"

    answer = StreamingHttpResponse(lines(), content_type="application/x-ndjson")
    answer["Content-Encoding"] = "identity"  # each line goes as it comes
    return answer


@router.post("/projects/{project_id}/ahead", response={200: bool, 404: Refusal, 422: Refusal})
def build_ahead(request: HttpRequest, project_id: int, given: AheadIn):  # type: ignore[no-untyped-def]
    """Builds and proves what may be kept next, as while a number is still being typed; nothing is
    kept. When it is, its building is asked for as ever, and what was done ahead need not be done.

    It is done where a builder has nothing else to do, and answered when it has ended, true, or is
    given up: for something newer, or because somebody waits for the builder.
    """
    if not builders.leisure(str(project_id)):  # nor is it read then: others wait
        return False
    document = from_data(given.document)
    try:
        for _ in building(document, _revision(_project(project_id), given.since), ahead=True):
            pass
    except (Halted, Limited):  # it is asked for again if it is kept, and told then
        return False
    return True


@router.get(
    "/projects/{project_id}/tried",
    response={200: list[FindingView], 204: None, 404: Refusal, 422: Refusal},
)
def try_remedies(request: HttpRequest, project_id: int, version: int):  # type: ignore[no-untyped-def]
    """Everything that is found, each with a remedy where one was tried and works.

    It is tried aside, and given up when a newer version is built: then there is no answer, nor
    where there is a newer one already.
    """
    try:
        return tried_of(keeping.document_of(_at(project_id, version)))
    except (Halted, Stale):
        return 204, None


@router.delete("/projects/{project_id}/built", response={204: None})
def stop_building(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """Gives up what is being built of a project."""
    builders.give_up(str(project_id))
    return 204, None


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


@router.get("/projects/{project_id}/to-buy", response={200: BuyView, 404: Refusal})
def bought(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """What is to be bought for it: screws, inserts, nuts, bearings and whatever is put in."""
    return bought_for(keeping.document_of(_project(project_id)))


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


@router.post("/rename", response={200: Renamed, 422: Refusal})
def rename(request: HttpRequest, given: RenameIn):  # type: ignore[no-untyped-def]
    """A measure renamed in every expression; nothing is kept."""
    return Renamed(document=rename_measure(from_data(given.document), given.old, given.new))


@router.post("/sketch", response={200: SketchView, 204: None, 422: Refusal})
def sketch(request: HttpRequest, given: SketchIn):  # type: ignore[no-untyped-def]
    """Coarse solids of a document to be drawn at once; nothing is kept, nothing measured.

    Nothing where a newer one of the same project came meanwhile.
    """
    try:
        return sketched(from_data(given.document))
    except (Halted, Limited):  # a newer one is being drawn, or building will say why not
        return 204, None


@router.post("/options", response={200: OptionsView, 404: Refusal, 422: Refusal})
def options(request: HttpRequest, given: FieldIn):  # type: ignore[no-untyped-def]
    """Everything a field may be set to where it stands: points and edges, which are many, are told
    only when they are asked for."""
    found = options_told(from_data(given.document), given.path)
    return found or (404, Refusal(message=f"there is no field at '{given.path}'"))


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
