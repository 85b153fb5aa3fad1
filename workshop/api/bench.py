"""The bench: processes, gauges, results, what they teach, and taking it into projects."""

from __future__ import annotations

from dataclasses import asdict
from typing import Annotated, Literal

from django.http import HttpRequest
from ninja import Field, Query, Router

from core.errors import DocumentError
from core.process import Process
from core.process.learning import FELT
from core.project.gauges import KINDS, make_gauge, worth
from core.project.teaching import BRIDGE_SD_MM, OVERHANG_SD_DEG, Taught
from workshop import bench, binned, jobs, keeping, models
from workshop.api.shapes import Kept, Opened, Refusal, Shape, VersionIn

router = Router()
Seed = Annotated[int, Query(ge=0, le=10**6)]


class ErrorsView(Shape):
    """What is known of the errors, mm per side, with standard deviations."""

    outer: float
    outer_sd: float
    inner: float
    inner_sd: float
    sigma: float
    shared: float  # of its square, what a whole print has in common
    overhang_deg: float
    overhang_sd: float
    bridge_mm: float
    bridge_sd: float


class GaugeStepView(Shape):
    """One thing to judge or to read."""

    label: str
    value: float
    face: Literal["outer", "inner"] | None


class GaugeView(Shape):
    """A gauge as it would be made now."""

    kind: str
    title: str
    teaches: str
    reads: Literal["feel", "caliper", "clean"]
    unit: str
    steps: list[GaugeStepView]
    share: float | None  # of what is open about a gap that it would settle


class ResultView(Shape):
    """A result that was kept."""

    id: int
    gauge: str
    when: str
    made_up: bool
    entries: int


class MaterialView(Shape):
    """A material as this process has it; None where a property has no meaning for it."""

    name: str
    density_g_cm3: float
    softens_c: float | None
    strain_once_percent: float | None
    modulus_mpa: float
    footprint_kg: float | None
    source: str


class ProcessView(Shape):
    """A process on the bench."""

    id: int
    name: str
    given: Process
    before: ErrorsView
    now: ErrorsView
    questions: list[str]
    gauges: list[GaugeView]
    results: list[ResultView]
    prints: int
    felt: list[str]
    material: MaterialView


class Entry(Shape):
    """What one step of a gauge showed."""

    label: str = ""
    value: float
    face: Literal["outer", "inner"] | None = None
    felt: str | None = None
    readings: list[float] = Field(default=[], max_length=20)
    clean: bool | None = None


class ResultIn(Shape):
    """A gauge's result; without ``keep`` it is only tried out."""

    gauge: str
    entries: list[Entry] = Field(max_length=60)
    keep: bool = False
    made_up: bool = False


class FollowView(Shape):
    """What a fit's gap is and would become, and how likely its feel is either way."""

    project: int
    title: str
    fit: str
    feel: str
    gap_mm: float
    gap_then_mm: float
    chance: float
    chance_then: float
    changes: bool


class Teaching(Shape):
    """What a result would teach: errors before and after, what is doubtful, what follows."""

    before: ErrorsView
    after: ErrorsView
    questions: list[str]
    follows: list[FollowView]


class NewProcessIn(Shape):
    """A process like another on the bench, on another machine or in another material."""

    like: int
    printer: str = Field(min_length=1, max_length=80)
    material: str
    nozzle_mm: float = Field(gt=0, le=5)
    layer_mm: float = Field(gt=0, le=5)
    bed_mm: tuple[float, float, float]


class ProcessIn(Shape):
    """A process as its maker describes it."""

    name: str = Field(min_length=1, max_length=120)
    process: Process


class StandInOut(Shape):
    """What the stand-in printer and caliper give: made up, and said so."""

    entries: list[Entry]


class TakeIn(Shape):
    """The projects that are to take over what was learnt."""

    projects: list[int] = Field(max_length=500)


class Taken(Shape):
    """How many projects changed."""

    changed: int


def _errors(process: Process, overhang_sd: float, bridge_sd: float) -> ErrorsView:
    errors = process.errors
    return ErrorsView(
        outer=errors.outer,
        outer_sd=errors.outer_sd,
        inner=errors.inner,
        inner_sd=errors.inner_sd,
        sigma=errors.sigma,
        shared=errors.shared,
        overhang_deg=process.overhang_limit_deg,
        overhang_sd=overhang_sd,
        bridge_mm=process.bridge_limit_mm,
        bridge_sd=bridge_sd,
    )


def _now(found: Taught) -> ErrorsView:
    return _errors(found.process, found.overhang_sd, found.bridge_sd)


def _view(kept: models.Process) -> ProcessView:
    found, before = bench.known(kept), bench.given(kept)
    gauges = []
    for kind in KINDS:
        gauge = make_gauge(kind, found.process)
        gauges.append(
            GaugeView(
                kind=kind,
                title=gauge.title,
                teaches=gauge.teaches,
                reads=gauge.reads,
                unit=gauge.unit,
                share=worth(gauge, found.process),
                steps=[
                    GaugeStepView(label=s.label, value=s.value, face=s.face) for s in gauge.steps
                ],
            )
        )
    return ProcessView(
        id=kept.id,
        name=kept.name,
        given=before,
        before=_errors(before, OVERHANG_SD_DEG, BRIDGE_SD_MM),
        now=_now(found),
        questions=list(found.questions),
        gauges=gauges,
        results=[
            ResultView(
                id=r.id, gauge=r.gauge, when=r.created.date().isoformat(), made_up=r.made_up,
                entries=len(r.entries),
            )
            for r in kept.results.all()
        ],
        prints=kept.print_set.count(),
        felt=list(FELT),
        material=MaterialView(**asdict(before.stuff())),
    )  # fmt: skip


def _follows(process: Process) -> list[FollowView]:
    return [
        FollowView(project=project.id, title=project.title, **asdict(one))
        for project, one in bench.what_follows(process)
    ]


@router.get("/bench", response=list[ProcessView])
def processes(request: HttpRequest):  # type: ignore[no-untyped-def]
    """Every process on the bench, as it is known now."""
    return [_view(kept) for kept in models.Process.objects.all()]


def _free(name: str, but: int = 0) -> None:
    """Refuses a name that another process has, be it in the bin."""
    other = models.Process.everything.filter(name=name).exclude(id=but).first()
    if other is not None:
        where = " in the bin" if other.thrown else ""
        raise DocumentError(f"a process{where} is already called '{name}'", remedy="another name")


@router.post("/bench", response={201: ProcessView, 404: Refusal, 422: Refusal})
def new_process(request: HttpRequest, given: NewProcessIn):  # type: ignore[no-untyped-def]
    """A process put on the bench."""
    like = bench.given(models.Process.objects.get(id=given.like))
    printer = given.printer.strip()
    process = like.on_machine(
        printer, given.material, given.nozzle_mm, given.layer_mm, given.bed_mm
    )
    name = f"{printer}, {process.material}"
    _free(name)
    kept = models.Process.objects.create(name=name, given=process.model_dump(mode="json"))
    return 201, _view(kept)


@router.put("/bench/{process_id}", response={200: ProcessView, 404: Refusal, 422: Refusal})
def change_process(request: HttpRequest, process_id: int, given: ProcessIn):  # type: ignore[no-untyped-def]
    """What is said of a process changed; its results stay and are read anew."""
    kept = models.Process.objects.get(id=process_id)
    given.process.checked()
    _free(given.name, but=process_id)
    kept.name, kept.given = given.name, given.process.model_dump(mode="json")
    kept.save()
    return _view(kept)


@router.post("/bench/{process_id}/gauges/{kind}", response={201: Opened, 404: Refusal})
def make(request: HttpRequest, process_id: int, kind: str):  # type: ignore[no-untyped-def]
    """A gauge made as a project of its own, to be printed."""
    from workshop.api.projects import opened

    if kind not in KINDS:
        return 404, Refusal(message=f"no gauge is called '{kind}'")
    gauge = bench.gauge_for(models.Process.objects.get(id=process_id), kind)
    return 201, opened(keeping.create(gauge.document, "made by the bench"))


@router.post("/bench/{process_id}/stand-in/{kind}", response={200: StandInOut, 404: Refusal})
def stand_in(request: HttpRequest, process_id: int, kind: str, seed: Seed = 0):  # type: ignore[no-untyped-def]
    """A gauge "printed" and read by stand-ins with a hidden true error; nothing is kept."""
    kept = models.Process.objects.get(id=process_id)
    if kind not in KINDS:
        return 404, Refusal(message=f"no gauge is called '{kind}'")
    gauge = bench.gauge_for(kept, kind)
    luck = 10 * KINDS.index(gauge.kind) + kept.results.count()
    printer = bench.stand_in(bench.given(kept), luck, seed)
    clean = printer.clean_steps([s.value for s in gauge.steps], gauge.kind)
    entries = [
        Entry(
            label=step.label,
            value=step.value,
            face=step.face,
            felt=printer.felt(step.value) if gauge.reads == "feel" else None,
            readings=(
                list(printer.measured(step.face, step.value))
                if gauge.reads == "caliper" and step.face
                else []
            ),
            clean=index < clean if gauge.reads == "clean" else None,
        )
        for index, step in enumerate(gauge.steps)
    ]
    return StandInOut(entries=entries)


@router.post("/bench/{process_id}/results", response={200: Teaching, 404: Refusal, 422: Refusal})
def enter_result(request: HttpRequest, process_id: int, given: ResultIn):  # type: ignore[no-untyped-def]
    """What a result would teach; kept only where asked."""
    kept = models.Process.objects.get(id=process_id)
    if given.gauge not in KINDS:
        raise DocumentError(f"no gauge is called '{given.gauge}'")
    entries = [entry.dict() for entry in given.entries]
    before = bench.known(kept)
    after = bench.known(kept, entries, given.gauge)
    if given.keep:
        kept.results.create(gauge=given.gauge, entries=entries, made_up=given.made_up)
    return Teaching(
        before=_now(before),
        after=_now(after),
        questions=list(after.questions),
        follows=_follows(after.process),
    )


@router.delete("/bench/results/{result_id}", response={204: None, 404: Refusal})
def forget(request: HttpRequest, result_id: int):  # type: ignore[no-untyped-def]
    """A result struck out, into the bin; what it taught is forgotten until it comes back."""
    binned.throw("result", result_id)
    return 204, None


@router.delete("/bench/{process_id}", response={204: None, 404: Refusal, 422: Refusal})
def take_off(request: HttpRequest, process_id: int):  # type: ignore[no-untyped-def]
    """A process taken off the bench, into the bin with all it was taught."""
    if models.Process.objects.exclude(id=process_id).count() == 0:
        raise DocumentError("this is the only process there is", remedy="put another on first")
    binned.throw("process", process_id)
    return 204, None


@router.get("/bench/{process_id}/follows", response={200: list[FollowView], 404: Refusal})
def what_follows(request: HttpRequest, process_id: int):  # type: ignore[no-untyped-def]
    """What the gaps of every project on a process would become, as it is known now."""
    found = bench.known(models.Process.objects.get(id=process_id))
    return _follows(found.process)


@router.post("/bench/{process_id}/take", response={200: Taken, 404: Refusal})
def take(request: HttpRequest, process_id: int, given: TakeIn):  # type: ignore[no-untyped-def]
    """Projects take over what was learnt, each with the reason on record."""
    kept = models.Process.objects.get(id=process_id)
    found = bench.known(kept)
    errors, count = found.learnt.errors, found.learnt.used
    words = (
        f"{kept.name} learnt from {count} observations: walls {errors.outer:+.3f}, holes "
        f"{errors.inner:+.3f} mm a side"
    )
    changed = bench.take_into(given.projects, found.process, words)
    for project in changed:
        jobs.changed(project.id, project.version)
    return Taken(changed=len(changed))


class ProcessChoice(VersionIn):
    """Which process a project is to be meant for."""

    process: int


@router.post("/projects/{project_id}/process", response={200: Kept, 404: Refusal, 409: Refusal})
def choose(request: HttpRequest, project_id: int, given: ProcessChoice):  # type: ignore[no-untyped-def]
    """Makes a project meant for a process of the bench; every number follows."""
    from workshop.api.projects import kept_as

    project = models.Project.objects.select_related("current").get(id=project_id)
    process = models.Process.objects.get(id=given.process)
    kept = bench.set_process(project, given.version, process)
    jobs.changed(project_id, kept.version)
    return kept_as(kept, keeping.document_of(kept))
