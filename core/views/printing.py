"""What a report says of printing: stances, beds, layers, hatching, materials. Units as in
models.
"""

from __future__ import annotations

from core.views.report import Severity, Vec2, Vec3, View


class StanceView(View):
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


class LaidPart(View):
    """One part, or parts printed assembled, on a bed; ``ring`` seen from above, mm from the bed's
    front left corner."""

    parts: list[str]
    label: str
    colour: str
    turn_deg: float
    size_mm: Vec3
    ring: list[Vec2]
    at: Vec2


class CutView(View):
    """Where to cut: square to which axis of the part, at what place of it, and what is cut."""

    axis: str
    at_mm: float
    section_mm2: float


class TooLarge(View):
    """What fits no bed, by how much, and where to cut it."""

    parts: list[str]
    label: str
    short_by_mm: float
    cuts: list[CutView]


class BedsView(View):
    """Everything that is printed, laid out on as few beds as it needs."""

    bed_mm: Vec3
    margin_mm: float
    beds: list[list[LaidPart]]
    too_large: list[TooLarge]


class SlicedLayer(View):
    """One layer: its mid height, the areas of its zones and the time its lines take."""

    z_mm: float
    wall_mm2: float
    skin_mm2: float
    infill_mm2: float
    seconds: float


class SettingView(View):
    """One thing the estimate goes by, and what it may be; ``whole`` numbers only where said."""

    name: str
    label: str
    unit: str
    value: float | None
    low: float
    high: float
    whole: bool
    optional: bool


class SlicedView(View):
    """What the print of some parts comes to, estimated; ``..._within`` are fractions either way."""

    parts: list[str]
    material: str
    mass_g: float
    solid_g: float  # of all that is printed together, without any infill
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


class LayerView(View):
    """The rings of one layer, mm; ``extent`` is that of the whole part on the bed."""

    index: int
    extent: tuple[float, float, float, float]
    walls: list[list[Vec2]]
    skin: list[list[Vec2]]
    infill: list[list[Vec2]]


class MarkedPart(View):
    """A part whose marks can be fetched by their key."""

    part: str
    key: str


class MarkLegend(View):
    """One kind of hatching: what it says, how bad it is, and how much of it there is."""

    kind: str
    level: int
    severity: Severity
    words: str
    area_mm2: float


class MarksView(View):
    """What is hatched on the solids."""

    parts: list[MarkedPart]
    legend: list[MarkLegend]


class ComparedMaterial(View):
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


class Variant(View):
    """What one version, or another project, comes to as sliced, in its own materials."""

    label: str
    process: str
    mass_g: float
    filament_m: float
    seconds: float
    cost: float | None
    footprint_g: float | None
    wall_min_mm: float | None
    gap_min_mm: float | None
    chance_min: float | None
    warm_c: float | None
    stops: int
    warnings: int
    strength: list[str]


class CompareView(View):
    """Materials side by side; ``..._within`` are fractions either way."""

    volume_mm3: float
    filament_m: float
    seconds: float
    price_per_kg: float | None
    material: str
    footprint_within: float
    time_within: float
    rows: list[ComparedMaterial]


class BreakEven(View):
    """From how many uses on a lasting thing is better; None where it never is."""

    uses: int | None
    best: int | None
    worst: int | None
    working: str


class BuyLine(View):
    """Something to be bought, how many (none where holes alone do not tell), by which list of sizes
    it is named, and what it is for, or how many holes it has in which part."""

    many: int | None
    what: str
    by: str
    where: list[str]


class FilamentLine(View):
    """What all prints of one material come to, estimated; ``..._within`` are fractions either
    way."""

    material: str
    mass_g: float
    mass_within: float
    long_m: float
    seconds: float
    time_within: float
    cost: float | None
    prints: int


class BuyView(View):
    """What is to be bought; ``unknown`` names fits that are not built, whose things are not
    told; ``filament`` what the prints take."""

    lines: list[BuyLine]
    unknown: list[str]
    filament: list[FilamentLine]
