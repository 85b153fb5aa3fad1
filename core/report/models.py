"""What a report holds. Lengths in mm, angles in degrees, masses in grams, unless ``unit`` says."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict

Severity = Literal["good", "note", "warning", "stop"]
Vec2 = tuple[float, float]
Vec3 = tuple[float, float, float]


class _View(BaseModel):
    model_config = ConfigDict(frozen=True)


class ErrorView(_View):
    """Something that could not be worked out or built."""

    message: str
    where: str | None = None
    position: int | None = None
    remedy: str | None = None


class FieldView(_View):
    """One thing to edit: as typed, and what it comes to."""

    path: str
    name: str
    label: str
    kind: Literal["length", "angle", "number", "count", "choice", "name", "moves", "drawing"]
    text: str
    typed: bool
    value: float | None = None
    shown: str = ""
    formula: str = ""
    choices: list[str] = []
    hint: str = ""
    error: ErrorView | None = None


class Piece(_View):
    """A piece of a sentence: plain text, or the field of that name."""

    text: str = ""
    field: str = ""


class DrawingView(_View):
    """A step's outlines as SVG paths, mm, y downwards; ``low`` and ``high`` hold them all.

    ``axis``: it is turned about x = 0. ``around_mm``, ``up_mm``, ``from_deg``: it is wrapped.
    """

    paths: list[str]
    open_path: str
    low: Vec2
    high: Vec2
    axis: bool
    around_mm: float | None = None
    tall_mm: float | None = None
    up_mm: float = 0.0
    from_deg: float = 0.0


class StepView(_View):
    id: str
    kind: str
    title: str
    label: str
    note: str
    enabled: bool
    implicit: bool
    fit: str
    sentence: list[Piece]
    fields: list[FieldView]
    says: str
    warns: list[str]
    drawing: DrawingView | None
    error: ErrorView | None


class MeasureView(_View):
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


class FaceView(_View):
    step: str
    face: str


class MassView(_View):
    material: str
    density_g_cm3: float
    mass_g: float


class PartView(_View):
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


class RemedyEdit(_View):
    path: str
    text: str


class RemedyView(_View):
    label: str
    edits: list[RemedyEdit]


class FindingView(_View):
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


class MeasuredPair(_View):
    """One pair of faces that meet: the gap asked for and the one measured on the solids."""

    name: str
    asked_mm: float
    measured_mm: float | None
    at: Vec3 | None


class SectionPart(_View):
    part: str
    role: Literal["a", "b"]
    loops: list[list[Vec2]]


class SectionDimension(_View):
    name: str
    start: Vec2
    end: Vec2
    gap_mm: float


class SectionLabel(_View):
    text: str
    at: Vec2


class SectionPicture(_View):
    low: Vec2
    high: Vec2
    parts: list[SectionPart]
    dimensions: list[SectionDimension]
    labels: list[SectionLabel]


class WorkingView(_View):
    label: str
    formula: str
    value_mm: float
    unit: str = "mm"


class StackedView(_View):
    """A size that others add up to, with its spread worst-case and by root-sum-square, mm."""

    name: str
    total_mm: float
    worst_mm: float
    likely_mm: float
    parts: list[tuple[str, float, float]]


class MotionView(_View):
    """How the second part moves: ``way`` turn, slide, screw or track, from ``low`` to ``high``."""

    way: str
    low: float
    high: float
    unit: str
    words: str


class PoseView(_View):
    """One place on the way: the pose of b in a (3 × 4, row by row), the gap and the overlap."""

    at: float
    gap_mm: float
    overlap_mm3: float
    collides: bool
    point: Vec3
    pose: list[float]


class MotionReport(_View):
    """A motion tried out on the finished solids."""

    motion: MotionView
    poses: list[PoseView]
    contact: float | None
    tightest: int
    words: str
    severity: Severity


class LeftView(_View):
    part: str
    what: str
    asked_mm: float
    value_mm: float
    lines: float
    severity: Severity


class RunView(_View):
    """One run of a track as typed: up, down, left or right, and how far."""

    way: str
    length: str


class TrackView(_View):
    """A track laid out on the unrolled cylinder, mm; drawn even where it cannot be cut."""

    around_mm: float
    wide_mm: float
    copies: int
    points: list[Vec2]
    runs: list[RunView]


class ForecastView(_View):
    mean_mm: float
    sd_mm: float
    chances: dict[str, float]


class FitView(_View):
    name: str
    kind: str
    title: str
    label: str
    parts: tuple[str, str]
    roles: tuple[str, str]
    feel: str
    gives_way: str
    giver: str
    gap_text: str
    gap_field: FieldView
    gap_mm: float | None
    across_mm: float | None
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
    place_words: list[Piece]
    motion: MotionView | None
    track: TrackView | None
    stack: list[StackedView]
    in_place: bool
    severity: Severity
    error: ErrorView | None


class BandView(_View):
    feel: str
    low: float
    high: float


class ReadingView(_View):
    """One instrument along the bottom of the desk."""

    name: str
    value: str
    unit: str
    severity: Severity
    word: str
    checks: list[str]


class StanceView(_View):
    """One way to stand: its name in the document, the same for each part printed together, the
    move of each onto the bed (3 × 4, row by row), and what follows."""

    stance: str
    stances: dict[str, str]
    matrices: dict[str, list[float]]
    side: str
    severity: Severity
    carried: str
    footing: str
    weak: str
    unsupported_mm2: float
    height_mm: float
    contact_mm2: float
    chosen: bool


class LaidPart(_View):
    """One part, or parts printed assembled, on a bed; ``ring`` seen from above, mm from the bed's
    front left corner."""

    parts: list[str]
    label: str
    colour: str
    turn_deg: float
    size_mm: Vec3
    ring: list[Vec2]
    at: Vec2


class CutView(_View):
    """Where to cut: square to which axis of the part, at what place of it, and what is cut."""

    axis: str
    at_mm: float
    section_mm2: float


class TooLarge(_View):
    """What fits no bed, by how much, and where to cut it."""

    parts: list[str]
    label: str
    short_by_mm: float
    cuts: list[CutView]


class BedsView(_View):
    """Everything that is printed, laid out on as few beds as it needs."""

    bed_mm: Vec3
    margin_mm: float
    beds: list[list[LaidPart]]
    too_large: list[TooLarge]


class SlicedLayer(_View):
    """One layer: its mid height, the areas of its zones and the time its lines take."""

    z_mm: float
    wall_mm2: float
    skin_mm2: float
    infill_mm2: float
    seconds: float


class SettingView(_View):
    """One thing the estimate goes by, and what it may be; ``whole`` numbers only where said."""

    name: str
    label: str
    unit: str
    value: float | None
    low: float
    high: float
    whole: bool
    optional: bool


class SlicedView(_View):
    """What the print of some parts comes to, estimated; ``..._within`` are fractions either way."""

    parts: list[str]
    material: str
    mass_g: float
    mass_within: float
    wall_g: float
    skin_g: float
    infill_g: float
    filament_m: float
    seconds: float
    time_within: float
    cost: float | None
    layer_mm: float
    layers: list[SlicedLayer]
    settings: list[SettingView]


class LayerView(_View):
    """The rings of one layer, mm; ``extent`` is that of the whole part on the bed."""

    index: int
    extent: tuple[float, float, float, float]
    walls: list[list[Vec2]]
    skin: list[list[Vec2]]
    infill: list[list[Vec2]]


class MarkedPart(_View):
    """A part whose marks can be fetched by their key."""

    part: str
    key: str


class MarkLegend(_View):
    """One kind of hatching: what it says, how bad it is, and how much of it there is."""

    kind: str
    level: int
    severity: Severity
    words: str
    area_mm2: float


class MarksView(_View):
    """What is hatched on the solids."""

    parts: list[MarkedPart]
    legend: list[MarkLegend]


class CheckView(_View):
    """A size on a drawing beside the model's own."""

    what: str
    size: str
    wanted: str
    within: str
    found_mm: float | None
    wanted_mm: float | None
    within_mm: float | None
    severity: Severity
    word: str
    error: ErrorView | None


class Report(_View):
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


class Consequence(_View):
    """One thing that followed from an edit."""

    label: str
    before: str
    after: str


class Difference(_View):
    """One thing that differs between two documents; ``-`` where it is not there."""

    what: str
    before: str
    after: str


class ComparedMaterial(_View):
    """What everything a project prints would come to in one material."""

    material: str
    mass_g: float
    working: str
    cost: float | None
    footprint_g: float | None
    warm_c: float
    strain_percent: float
    modulus_mpa: float
    bends: str


class CompareView(_View):
    """Materials side by side; ``footprint_within`` is a fraction either way."""

    volume_mm3: float
    filament_m: float
    seconds: float
    price_per_kg: float | None
    material: str
    footprint_within: float
    rows: list[ComparedMaterial]


class BreakEven(_View):
    """From how many uses on a lasting thing is better; None where it never is."""

    uses: int | None
    best: int | None
    worst: int | None
    working: str
