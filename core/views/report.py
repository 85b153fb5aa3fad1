"""What a report holds. Lengths in mm, angles in degrees, masses in grams, unless ``unit`` says."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict

from core.process.model import Feel
from core.steps.field import FieldKind

Severity = Literal["good", "note", "warning", "stop"]
Vec2 = tuple[float, float]
Vec3 = tuple[float, float, float]


class View(BaseModel):
    model_config = ConfigDict(frozen=True)


class ErrorView(View):
    """Something that could not be worked out or built."""

    message: str
    where: str | None = None
    position: int | None = None
    remedy: str | None = None


class OptionView(View):
    """One thing a field may be set to: what is kept, and what is read."""

    value: str
    words: str


class OptionsView(View):
    """Everything a field may be set to, and the field beside it, that a press on a corner sets as
    well."""

    options: list[OptionView]
    beside: list[OptionView] = []


class FieldView(View):
    """One thing to edit: as typed, and what it comes to.

    ``more``: of what it may be set to only what it is set to is told; the rest when it is asked
    for. ``beside``: the path of the field that the same press on a corner sets as well.
    """

    path: str
    name: str
    label: str
    kind: FieldKind
    text: str
    typed: bool
    default: str = ""
    value: float | None = None
    shown: str = ""
    formula: str = ""
    options: list[OptionView] = []
    more: bool = False
    hint: str = ""
    error: ErrorView | None = None
    beside: str = ""


class Piece(View):
    """A piece of a sentence: plain text, or the field of that name."""

    text: str = ""
    field: str = ""


class ArcView(View):
    """An arc of an outline: its radius and how far it stands out from its chord, mm."""

    name: str
    radius: float
    bulge: float
    chord: float


class DrawingView(View):
    """A step's outlines as SVG paths, mm, y downwards; ``low`` and ``high`` hold them all.

    ``axis``: it is turned about x = 0. ``around_mm``, ``up_mm``, ``from_deg``: it is wrapped.
    """

    paths: list[str]
    open_path: str
    low: Vec2
    high: Vec2
    axis: bool
    arcs: list[ArcView]
    around_mm: float | None = None
    tall_mm: float | None = None
    up_mm: float = 0.0
    from_deg: float = 0.0


class OutlineView(View):
    """An outline of a step that may become another kind: its path inside the step, and the path of
    the field that draws it by moves, empty where it must be taken apart first."""

    path: str
    kind: str
    words: str
    drawn: str = ""


class HeldView(View):
    """A distance across a face as drawn on the solid, in the part's own millimetres.

    ``plain`` where it is a plain number that can be dragged; an expression is not overwritten.
    """

    path: str
    start: Vec3
    end: Vec3
    way: Vec3
    value: float
    text: str
    plain: bool


class StepView(View):
    id: str
    kind: str
    title: str
    label: str
    note: str
    enabled: bool
    implicit: bool
    fit: str
    sentence: list[Piece]
    more: list[list[Piece]]
    fields: list[FieldView]
    outlines: list[OutlineView]
    adds_outlines: bool
    held: list[HeldView]
    says: str
    warns: list[str]
    drawing: DrawingView | None
    error: ErrorView | None
    pieces: int  # that a split leaves and that are no part yet


class MeasureView(View):
    path: str
    name: str
    part: str
    kind: str
    text: str
    value: float | None
    shown: str
    formula: str
    note: str
    used: int
    error: ErrorView | None


class FaceView(View):
    """A face of the mesh, and the place that lies in it, as ``step.name``; "" where none does."""

    step: str
    face: str
    place: str = ""


class MassView(View):
    material: str
    density_g_cm3: float
    mass_g: float


class PartView(View):
    name: str
    label: str
    colour: str
    key: str
    stance: str
    steps: list[StepView]
    faces: list[FaceView]
    places: list[str]
    triangles: int
    volume_mm3: float | None
    area_mm2: float | None
    centre_mm: Vec3 | None
    size_mm: Vec3 | None
    mass: MassView | None
    closed: bool | None
    wall_min_mm: float | None
    wall_p05_mm: float | None
    overhang_mm2: float | None
    unsupported_mm2: float | None
    islands: int | None
    layers: int | None
    capacity_mm3: float | None
    bought: bool
    inside: str
    severity: Severity


class SketchPart(View):
    """A part's coarse solid; size and centre only say where it is drawn.

    ``held`` are the distances of its steps that have any, by the step's id.
    """

    name: str
    key: str
    faces: list[FaceView]
    size_mm: Vec3
    centre_mm: Vec3
    held: dict[str, list[HeldView]]


class ThingsView(View):
    """Bought things of a fit as they are drawn, in the coordinates of its first part: its
    ``screws``, or the ``others`` they go into; the key of their mesh, and how long one is, mm."""

    of: Literal["screws", "others"]
    key: str
    long_mm: float


class SketchFit(View):
    name: str
    pose: list[float]
    things: list[ThingsView]


class SketchView(View):
    """What is drawn of a change before it is proved."""

    parts: list[SketchPart]
    fits: list[SketchFit]


class RemedyEdit(View):
    path: str
    text: str


class RemedyView(View):
    label: str
    edits: list[RemedyEdit]


class FindingView(View):
    check: str
    severity: Severity
    message: str
    value: float | None = None
    limit: float | None = None
    unit: str = "mm"
    at: Vec3 | None = None
    ends: tuple[Vec3, Vec3] | None = None
    part: str = ""
    step: str = ""
    fit: str = ""
    remedy: RemedyView | None = None
    accepted: str = ""
    can_be_accepted: bool = False
    shown_as_value: bool = False


class PushEnd(View):
    """One way a measure was pushed: the last value that holds; where it breaks and why, if it
    does before four times or a quarter of the value."""

    value: float
    shown: str
    breaks: float | None
    breaks_shown: str
    words: str
    finding: FindingView | None


class PushedView(View):
    """How far a measure can go with nothing worse than now. Values in mm, degrees or plain."""

    path: str
    name: str
    value: float
    shown: str
    low: PushEnd
    high: PushEnd
    tries: int


class MeasuredPair(View):
    """One pair of faces that meet: the gap asked for and the one measured on the solids."""

    name: str
    asked_mm: float
    measured_mm: float | None
    at: Vec3 | None


class SectionPart(View):
    part: str
    role: Literal["a", "b"]
    loops: list[list[Vec2]]


class SectionDimension(View):
    name: str
    start: Vec2
    end: Vec2
    gap_mm: float
    at_end: bool
    measured_mm: float | None


class SectionLabel(View):
    text: str
    at: Vec2


class SectionPicture(View):
    low: Vec2
    high: Vec2
    parts: list[SectionPart]
    # bought things that hold the parts together, one over the other, cut by the same plane
    things: list[list[list[Vec2]]]
    dimensions: list[SectionDimension]
    labels: list[SectionLabel]


class WorkingView(View):
    label: str
    formula: str
    value_mm: float
    unit: str = "mm"


class StackedView(View):
    """A size that others add up to, with its spread worst-case and by root-sum-square, mm."""

    name: str
    total_mm: float
    worst_mm: float
    likely_mm: float
    parts: list[tuple[str, float, float]]


class MotionView(View):
    """How the second part moves: ``way`` turn, slide, screw or track, from ``low`` to ``high``."""

    way: str
    low: float
    high: float
    unit: str
    words: str


class PoseView(View):
    """One place on the way: the pose of b in a (3 × 4, row by row), the gap and the overlap.

    ``first`` is where a itself has moved to, empty where it stays.
    """

    at: float
    gap_mm: float
    overlap_mm3: float
    collides: bool
    point: Vec3
    pose: list[float]
    first: list[float]


class MotionReport(View):
    """A motion tried out on the finished solids."""

    motion: MotionView
    poses: list[PoseView]
    contact: float | None
    tightest: int
    words: str
    severity: Severity


class LeftView(View):
    part: str
    what: str
    asked_mm: float
    value_mm: float
    lines: float
    severity: Severity


class RunView(View):
    """One run of a track as typed: up, down, left or right, and how far."""

    way: str
    length: str


class TrackView(View):
    """A track laid out on the unrolled cylinder, mm; drawn even where it cannot be cut."""

    path: str
    around_mm: float
    wide_mm: float
    copies: int
    points: list[Vec2]
    runs: list[RunView]


class ForecastView(View):
    mean_mm: float
    sd_mm: float
    chances: dict[str, float]


class FitView(View):
    name: str
    kind: str
    title: str
    label: str
    parts: tuple[str, str]
    roles: tuple[str, str]
    feel: Feel
    gives_way: str
    giver: str
    gap_text: str
    gap_field: FieldView
    gap_mm: float | None
    across_mm: float | None
    doubled: str
    proposed_mm: float
    chance: float | None
    forecast: ForecastView | None
    gap_working: list[tuple[str, str]]
    working: list[WorkingView]
    sentence: list[Piece]
    fields: list[FieldView]
    pairs: list[MeasuredPair]
    overlap_mm3: float | None
    left: list[LeftView]
    section: SectionPicture | None
    pose: list[float]
    things: list[ThingsView]
    more: list[list[Piece]]
    place_words: list[Piece]
    place_more: list[list[Piece]]
    kinds: list[OptionView]
    givers: list[OptionView]
    motion: MotionView | None
    track: TrackView | None
    unrolls: bool
    names: list[str]
    stack: list[StackedView]
    in_place: bool
    severity: Severity
    error: ErrorView | None


class BandView(View):
    feel: Feel
    low: float
    high: float


class ReadingView(View):
    """One instrument along the bottom of the desk."""

    name: str
    value: str
    unit: str
    severity: Severity
    word: str
    checks: list[str]
    place: int = 0  # in the row of instruments


class CheckView(View):
    """A size on a drawing beside the model's own, mm; in degrees where it ``takes`` an angle."""

    what: str
    size: str
    of: list[str]
    reads: str
    takes: str
    wanted: str
    within: str
    found_mm: float | None
    wanted_mm: float | None
    within_mm: float | None
    severity: Severity
    word: str
    error: ErrorView | None


class CheckDone(View):
    """What one check found, as it ended, and the readings that are complete with it."""

    check: str
    findings: list[FindingView]
    readings: list[ReadingView]


class Report(View):
    """Everything a screen shows of a project."""

    title: str
    units: str
    process: str
    bands: list[BandView]
    measures: list[MeasureView]
    parts: list[PartView]
    fits: list[FitView]
    readings: list[ReadingView]
    findings: list[FindingView]
    checklist: list[CheckView]
    drawings: list[str]
    severity: Severity
    names: list[str]


class Consequence(View):
    """One thing that followed from an edit."""

    label: str
    before: str
    after: str


class Difference(View):
    """One thing that differs between two documents; ``-`` where it is not there."""

    what: str
    before: str
    after: str
