"""The logbook: what was printed and how it turned out; and what is to be printed next."""

from __future__ import annotations

from datetime import date
from typing import Any, Literal

from django.db import transaction
from django.db.models import F, Q
from django.db.models.functions import Greatest
from django.http import HttpRequest, HttpResponse
from ninja import Field, File, Router, UploadedFile

from core.errors import DocumentError
from core.formats.pictures import LARGEST_PHOTO, photo_of, picture_type
from core.formats.tables import table_csv
from core.printing.slicing import estimate_print
from core.printing.trial import CaliperPlace, caliper_places, trial_print
from core.project.schema import Project as Document
from core.project.teaching import check_felt, next_time, observations
from workshop import bench, binned, keeping, makers, models
from workshop.api.files import download
from workshop.api.shapes import Refusal, Shape
from workshop.reports import worked

router = Router()


class Outcome(Shape):
    """How a fit turned out."""

    fit: str
    label: str = ""
    feel: str = ""
    gap_mm: float
    felt: str = ""


class SizeRead(Shape):
    """A size of a printed part: as designed, and what the caliper read, mm."""

    part: str
    label: str
    face: Literal["outer", "inner"]
    value: float = Field(gt=0, lt=2000)
    readings: list[float] = Field(default=[], max_length=20)


class TrialOut(Shape):
    """What a stand-in printer and caliper made up for a print."""

    felt: dict[str, str]
    sizes: list[SizeRead]


class PrintIn(Shape):
    """A print to be written into the logbook."""

    parts: list[str] = Field(max_length=60)
    printed: date
    notes: str = Field("", max_length=4000)
    outcomes: list[Outcome] = Field(default=[], max_length=100)
    readings: list[SizeRead] = Field(default=[], max_length=200)
    made_up: bool = False
    once: str = Field("", max_length=40)  # the same again is the same print, sent twice


class PrintView(Shape):
    """A print in the logbook, with what the next one should change."""

    id: int
    project: int | None
    title: str
    revision: int
    parts: list[str]
    process: str
    printed: date
    details: dict[str, Any]
    outcomes: list[Outcome]
    readings: list[SizeRead]
    made_up: bool
    suggestions: list[str]
    notes: str
    photo: bool
    photo_before: bool


class PlannedView(Shape):
    """A print still to be made; ``left_g`` of filament after it, below nought when it runs out."""

    id: int
    project: int
    title: str
    parts: list[str]
    seconds: float
    mass_g: float
    left_g: float | None


class PlanView(Shape):
    """What is next on one printer, in order."""

    process: int | None
    name: str
    spool_g: float | None = None
    items: list[PlannedView]


class PlanIn(Shape):
    """The parts of a print to be made."""

    parts: list[str] = Field(max_length=60)


class SpoolIn(Shape):
    """Grams of filament left; None where it is not kept."""

    grams: float | None = Field(None, ge=0, le=100_000)


def _project(project_id: int) -> models.Project:
    return models.Project.objects.select_related("current").get(id=project_id)


# -- the logbook -----------------------------------------------------------------------------


def _print(one: models.Print) -> PrintView:
    outcomes = [Outcome(**outcome) for outcome in one.outcomes]
    return PrintView(
        id=one.id,
        project=one.project_id,
        title=one.title,
        revision=one.revision,
        parts=one.parts,
        process=one.process_name,
        printed=one.printed,
        details=one.details,
        outcomes=outcomes,
        readings=[SizeRead(**reading) for reading in one.readings],
        made_up=one.made_up,
        suggestions=_suggestions(one),
        notes=one.notes,
        photo=bool(one.photo),
        photo_before=bool(one.photo_before),
    )


def _suggestions(one: models.Print) -> list[str]:
    """What the next print should change, by all that is known of the process now."""
    if one.process is None:
        return []
    process = bench.known(one.process).process
    return [words for outcome in one.outcomes if (words := next_time(outcome, process))]


@router.get("/logbook", response=list[PrintView])
def logbook(request: HttpRequest, q: str = "", project: int = 0):  # type: ignore[no-untyped-def]
    """Prints whose title, parts, process, notes or outcome hold some words, newest first."""
    found = makers.prints().select_related("process")
    if project:
        found = found.filter(project_id=project)
    for word in q.split()[:8]:
        found = found.filter(
            Q(title__icontains=word) | Q(parts__icontains=word) | Q(process_name__icontains=word)
            | Q(notes__icontains=word) | Q(outcomes__icontains=word)
        )  # fmt: skip
    return [_print(one) for one in found]


@router.post("/projects/{project_id}/prints", response={201: PrintView, 404: Refusal, 422: Refusal})
def write_print(request: HttpRequest, project_id: int, given: PrintIn):  # type: ignore[no-untyped-def]
    """Writes a print into the logbook; how its fits felt teaches its process.

    The print, the plan it was in and the spool it came from change together or not at all.
    """
    project = _project(project_id)
    sent = models.Print.everything.filter(project=project, once=given.once)  # though thrown since
    written = sent.first() if given.once else None
    if written is not None:
        return 201, _print(written)
    document = keeping.document_of(project)
    known = {part.name: part for part in document.parts}
    if not given.parts or any(name not in known for name in given.parts):
        raise DocumentError("say which parts were printed", remedy="one of " + ", ".join(known))
    for outcome in given.outcomes:
        if outcome.felt:
            check_felt(outcome.felt)
    readings = [one.dict() for one in given.readings if one.readings and one.part in given.parts]
    observations(readings)  # refuses what is no size
    kept = bench.process_of(document)
    own = document.process
    seconds, mass = worked(estimate_print, document, given.parts)
    price = own.slicing.price_per_kg
    details = {
        "seconds": seconds, "mass_g": mass, "cost": None if price is None else mass / 1000 * price,
        "layer_mm": own.layer_mm, "nozzle_mm": own.nozzle_mm, "material": own.material,
        "stances": {name: known[name].stance for name in given.parts},
        "infill_percent": own.slicing.infill_percent,
    }  # fmt: skip
    assert project.current is not None
    with transaction.atomic():
        one = models.Print.objects.create(
            project=project,
            revision=project.current.number,
            title=project.title,
            parts=given.parts,
            process=kept,
            process_name=kept.name if kept else f"{own.printer}, {own.material}",
            printed=given.printed,
            details=details,
            outcomes=[outcome.dict() for outcome in given.outcomes],
            readings=readings,
            made_up=given.made_up,
            notes=given.notes,
            once=given.once or None,
        )
        models.Planned.objects.filter(project=project, parts=given.parts).delete()
        if kept is not None:  # what others take from the spool meanwhile is not given back
            models.Process.objects.filter(id=kept.id, spool_g__isnull=False).update(
                spool_g=Greatest(F("spool_g") - mass, 0.0)
            )
    return 201, _print(one)


@router.get("/projects/{project_id}/sizes", response={200: list[SizeRead], 404: Refusal})
def sizes(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """Sizes of the finished parts that a caliper can be set to."""
    document = keeping.document_of(_project(project_id))
    return [_size(place) for place in worked(caliper_places, document, _made(document))]


@router.post("/projects/{project_id}/trial", response={200: TrialOut, 404: Refusal})
def trial(request: HttpRequest, project_id: int, given: PlanIn):  # type: ignore[no-untyped-def]
    """Parts "printed" and read by stand-ins with a hidden true error; nothing is kept."""
    document = keeping.document_of(_project(project_id))
    parts = [name for name in _made(document) if name in given.parts]
    printer = bench.stand_in(document.process, models.Print.objects.count())
    tried = worked(trial_print, document, parts, printer)
    read = [_size(place, list(reads)) for place, reads in tried.readings]
    return TrialOut(felt=dict(tried.felt), sizes=read)


def _made(document: Document) -> list[str]:
    """The parts that are printed."""
    return [part.name for part in document.parts if not part.bought]


def _size(place: CaliperPlace, reads: list[float] | None = None) -> SizeRead:
    return SizeRead(
        part=place.part, label=place.name, face=place.face, value=place.designed_mm,
        readings=reads or [],
    )  # fmt: skip


# -- what is next ----------------------------------------------------------------------------


@router.get("/plan", response=list[PlanView])
def plan(request: HttpRequest):  # type: ignore[no-untyped-def]
    """What is next on each printer, with the time it takes and the filament left after it."""
    found: dict[int | None, PlanView] = {}
    for one in models.Process.objects.all():
        found[one.id] = PlanView(process=one.id, name=one.name, spool_g=one.spool_g, items=[])
    for item in makers.planned().select_related("project__current"):
        # a process taken off the bench, or none that suits
        at = found.setdefault(
            item.process_id, PlanView(process=None, name="no process on the bench", items=[])
        )
        document = keeping.document_of(item.project)
        known = {part.name for part in document.parts}
        parts = [name for name in item.parts if name in known]
        seconds, mass = worked(estimate_print, document, parts)
        before = at.items[-1].left_g if at.items else at.spool_g
        at.items.append(
            PlannedView(
                id=item.id, project=item.project_id, title=item.project.title, parts=parts,
                seconds=seconds, mass_g=mass, left_g=None if before is None else before - mass,
            )
        )  # fmt: skip
    return list(found.values())


@router.post("/projects/{project_id}/plan", response={201: list[PlanView], 404: Refusal})
def plan_print(request: HttpRequest, project_id: int, given: PlanIn):  # type: ignore[no-untyped-def]
    """A print put at the end of its printer's row."""
    project = _project(project_id)
    document = keeping.document_of(project)
    known = {part.name for part in document.parts}
    if not given.parts or any(name not in known for name in given.parts):
        raise DocumentError(
            "say which parts are to be printed", remedy="one of " + ", ".join(known)
        )
    kept = bench.process_of(document)
    models.Planned.objects.create(project=project, process=kept, parts=given.parts)
    return 201, plan(request)


@router.delete("/plan/{planned_id}", response={200: list[PlanView], 404: Refusal})
def unplan(request: HttpRequest, planned_id: int):  # type: ignore[no-untyped-def]
    """A print that is not to be made after all: into the bin."""
    binned.throw("planned", planned_id)
    return plan(request)


@router.put("/plan/spool/{process_id}", response={200: list[PlanView], 404: Refusal})
def set_spool(request: HttpRequest, process_id: int, given: SpoolIn):  # type: ignore[no-untyped-def]
    """How much filament is left on a printer's spool."""
    kept = models.Process.objects.get(id=process_id)
    kept.spool_g = given.grams
    kept.save(update_fields=["spool_g"])
    return plan(request)


@router.delete("/logbook/{print_id}", response={204: None, 404: Refusal})
def strike(request: HttpRequest, print_id: int):  # type: ignore[no-untyped-def]
    """Strikes a print out, into the bin; what it taught is forgotten until it comes back."""
    binned.throw("print", print_id)
    return 204, None


@router.post("/logbook/{print_id}/photo", response={200: PrintView, 404: Refusal, 422: Refusal})
def add_photo(request: HttpRequest, print_id: int, file: File[UploadedFile]):  # type: ignore[no-untyped-def]
    """A photo put beside a print."""
    one = makers.prints(edit=True).get(id=print_id)
    new = photo_of(file.read(LARGEST_PHOTO + 1))
    one.photo, one.photo_before = new, one.photo or one.photo_before
    one.save(update_fields=["photo", "photo_before"])
    return _print(one)


@router.post("/logbook/{print_id}/photo/back", response={200: PrintView, 404: Refusal})
def bring_photo_back(request: HttpRequest, print_id: int):  # type: ignore[no-untyped-def]
    """The photo before put back, and the one that took its place kept in its stead."""
    one = makers.prints(edit=True).get(id=print_id)
    if one.photo_before:
        one.photo, one.photo_before = one.photo_before, one.photo
        one.save(update_fields=["photo", "photo_before"])
    return _print(one)


@router.get("/logbook/{print_id}/photo", response={200: bytes, 404: Refusal})
def photo(request: HttpRequest, print_id: int):  # type: ignore[no-untyped-def]
    """The photo of a print."""
    data = bytes(makers.prints().get(id=print_id).photo)
    kind = picture_type(data)
    if kind is None:
        return 404, Refusal(message="this print has no photo")
    return HttpResponse(data, content_type=kind)


@router.get("/logbook.csv", response={200: bytes})
def export(request: HttpRequest):  # type: ignore[no-untyped-def]
    """The whole logbook as a table, a line for each fit of each print."""
    rows: list[list[object]] = [
        [
            "printed",
            "project",
            "revision",
            "parts",
            "process",
            "material",
            "layer_mm",
            "mass_g",
            "minutes",
            "cost",
            "fit",
            "feel_wanted",
            "gap_mm_a_side",
            "felt",
            "size",
            "designed_mm",
            "read_mm",
            "made_up",
            "notes",
        ]
    ]
    for one in makers.prints():
        own = one.details
        lead = [
            one.printed.isoformat(), one.title, one.revision, " ".join(one.parts),
            one.process_name, own.get("material", ""), own.get("layer_mm", ""),
            f"{own.get('mass_g', 0):.1f}", f"{own.get('seconds', 0) / 60:.0f}",
            "" if own.get("cost") is None else f"{own['cost']:.2f}",
        ]  # fmt: skip
        told = [
            [o.get("fit", ""), o.get("feel", ""), o.get("gap_mm", ""), o.get("felt", "")] + [""] * 3
            for o in one.outcomes
        ]
        for size in one.readings:
            read = " ".join(f"{value:g}" for value in size["readings"])
            told.append([""] * 4 + [size["label"], round(size["value"], 3), read])
        for own_cells in told or [[""] * 7]:
            row = [*lead, *own_cells, "yes" if one.made_up else "", one.notes]
            rows.append(row)
    return download(table_csv(rows), "logbook.csv", "text/csv; charset=utf-8")
