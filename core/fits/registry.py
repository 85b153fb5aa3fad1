"""What a kind of fit is. Adding one is adding a module that registers an instance."""

from __future__ import annotations

import math
from abc import ABC, abstractmethod
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import ClassVar, Literal, TypeVar

from core.hardware.purchase import Purchase
from core.measures.units import Quantity
from core.process.model import Feel, Process
from core.solids import Body, Frame
from core.solids.frame import Vector
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Cures, Start
from core.steps.state import PartState

F = TypeVar("F", bound=Fields)
GIVES_WAY = ("outer", "inner", "half each")
FaceSet = tuple[str, frozenset[str]]  # step id, face names


@dataclass(frozen=True)
class FitInput:
    """What a fit may look at. ``gap_mm`` is per side, normal to the surfaces.

    ``frame_a`` and ``frame_b`` are the places on the parts where the fit stands, z out of the
    face, each in its own part's coordinates.
    """

    fit: str
    gap_mm: float
    gives_way: str
    numbers: Mapping[str, float]
    words: Mapping[str, str]
    a: PartState
    b: PartState
    frame_a: Frame = field(default_factory=Frame)
    frame_b: Frame = field(default_factory=Frame)
    process: Process = field(default_factory=Process)
    material_b: str = ""
    feel: Feel | None = None  # what was asked for; None where there is none
    up_b: Vector = (0.0, 0.0, 1.0)  # which way part b is printed, in its own coordinates

    def read(self, kind: type[F]) -> F:
        """What is set of the fit, as attributes with their units."""
        return kind.typed(self.words, self.numbers)

    @property
    def shares(self) -> tuple[float, float]:
        """How much of the gap the inner and the outer part give, in mm."""
        inner = {"inner": 1.0, "outer": 0.0, "half each": 0.5}[self.gives_way]
        return self.gap_mm * inner, self.gap_mm * (1 - inner)


@dataclass(frozen=True)
class Pair:
    """Two sets of faces that meet, and the distance asked for between them (None: contact)."""

    name: str
    a: FaceSet
    b: FaceSet
    asked_mm: float
    tolerance_mm: float = 0.02
    # the first faces are of the fit's bought things, the second of this part: "a" or "b"
    bought: Literal["", "a", "b"] = ""


@dataclass(frozen=True)
class Probe:
    """A line across the section along which a gap is dimensioned: from a point, one way.

    Coordinates are in the section's own plane, mm: u outwards, v up, origin at its frame.
    """

    name: str
    start: tuple[float, float]
    direction: tuple[float, float]


@dataclass(frozen=True)
class WorkingLine:
    """One line of the working: what it is, the formula with its numbers, and the value."""

    label: str
    formula: str
    value_mm: float
    unit: str = "mm"


@dataclass(frozen=True)
class SectionView:
    """Where the meeting place is cut for the fit desk.

    ``frame``: x is u (outwards), z is normal to the section plane; ``low`` and ``high`` are the
    corners of the window, mm.
    """

    frame: Frame
    low: tuple[float, float]
    high: tuple[float, float]
    probes: tuple[Probe, ...]
    labels: tuple[tuple[str, float, float], ...] = ()


@dataclass(frozen=True)
class WallLeft:
    """A wall that the fit leaves standing: of part ``a`` or ``b``, and the face it lies behind.

    ``field`` names the fit's field that decides it, ``value`` what that is now in mm; the wall
    gains ``gains`` mm for every mm the field grows (below nought: as it shrinks). ``whole``: the
    face is to lie in material all over, so that where some of it is missing it is cut through.
    """

    of: str
    what: str
    asked_mm: float
    face: FaceSet
    field: str = ""
    value: float = 0.0
    gains: float = -1.0
    whole: bool = True


@dataclass(frozen=True)
class Motion:
    """How part b moves in part a: from its assembled position, over a range.

    ``way``: ``turn`` about the axis' z in degrees, ``slide`` along it in mm, ``screw`` by turns in
    degrees with ``lead_mm`` a turn along it, or ``track`` along ``path``, (turn °, along mm) pairs,
    by the share of its length. ``mesh``: part a turns about the axis in degrees while part b turns
    about ``mate``'s z, ``ratio`` times as far, or moves along it, ``lead_mm`` a turn; flanks that
    lean ``lean_deg`` meet, and reach past each other by the first of ``meet_mm``, over the second
    along the axis.
    """

    way: str
    axis: Frame
    low: float
    high: float
    lead_mm: float = 0.0
    path: tuple[tuple[float, float], ...] = ()
    words: str = ""
    must: bool = True  # all of the way must be free; else how far it goes is told
    asked: float | None = None  # how far it is asked to go, where not all of it must be free
    mate: Frame | None = None
    ratio: float = 0.0
    lean_deg: float = 0.0
    meet_mm: tuple[float, float] = (0.0, 0.0)


@dataclass(frozen=True)
class Engages:
    """Ridges that hold by reaching past each other about an axis, to be measured.

    ``axis`` is in part a's coordinates, z out of its face; the ridges meet between ``low`` and
    ``high`` along it. ``full_mm`` is their whole depth, ``load_n`` how much they would bear over
    all of that, newtons; ``cures`` are edits of the fit's fields, with their words.
    """

    axis: Frame
    a: FaceSet
    b: FaceSet
    low: float
    high: float
    full_mm: float
    lead_mm: float
    load_n: float
    cures: tuple[tuple[str, str, str], ...] = ()  # field, text, words
    instead: str = ""  # what would hold, in words
    longer: tuple[tuple[str, str, str], ...] = ()  # what lets more turns engage


@dataclass(frozen=True)
class Bends:
    """An arm that bends as the parts go together: its strain as a share of one, and the force.

    ``again_share`` of the material's strain is what it bears again and again.
    """

    what: str
    strain: float
    force_n: float | None
    limit_percent: float | None
    material: str
    cures: tuple[tuple[str, str, str], ...] = ()  # field, text, words
    again_share: float = 1.0
    loaded: str = ""  # in which way, where that lowers what it bears: across its layers


@dataclass(frozen=True)
class Held:
    """A loose piece, part b, that must not get out of part a, tried in straight ways about an
    axis (a unit vector in part a's coordinates)."""

    what: str
    axis: Vector
    far_mm: float
    cures: tuple[tuple[str, str, str], ...] = ()  # field, text, words


@dataclass(frozen=True)
class Rest:
    """What bought things lie on: of part ``a`` or ``b``, thin rings of material in part a's
    coordinates, one for each thing."""

    what: str
    of: Literal["a", "b"]
    rings: tuple[Body, ...]


@dataclass(frozen=True)
class Grip:
    """What holds bought things: shells of material round them, one each, the shortest of
    them ``long_mm`` deep."""

    what: str
    of: Literal["a", "b"]
    shells: tuple[Body, ...]
    long_mm: float


@dataclass(frozen=True)
class Bought:
    """Bought things that hold the parts together, in part a's coordinates.

    ``screws`` are each by itself; ``others`` are what they go into. ``ways`` are the rooms through
    which each screw is reached with a tool, and each nut put in.
    """

    screws: tuple[Body, ...]
    others: tuple[Body, ...]
    rests: tuple[Rest, ...]
    grips: tuple[Grip, ...]
    ways: tuple[Body, ...]
    axis: Vector  # which way the screws point

    @property
    def bodies(self) -> tuple[Body, ...]:
        """All of them, as they are drawn one over the other."""
        return (*self.others, *self.screws)

    @property
    def body(self) -> Body:
        """All of them as one."""
        whole = self.bodies[0]
        for other in self.bodies[1:]:
            whole = whole + other
        return whole


@dataclass(frozen=True)
class Stacked:
    """Sizes that add up to one that matters: its name, mm, and what each adds with its spread."""

    name: str
    total_mm: float
    parts: tuple[tuple[str, float, float], ...]  # name, mm, ± mm

    @property
    def worst_mm(self) -> float:
        """The spread if every size strays fully the same way."""
        return sum(spread for *_, spread in self.parts)

    @property
    def likely_mm(self) -> float:
        """The spread by root-sum-square."""
        return math.sqrt(sum(spread**2 for *_, spread in self.parts))


@dataclass(frozen=True)
class Meeting:
    """How the two finished parts sit together: pose of b in a's coordinates, pairs, section."""

    pose: Frame
    pairs: tuple[Pair, ...]
    section: SectionView
    working: tuple[WorkingLine, ...]
    walls_left: tuple[WallLeft, ...]
    # (severity, message), and what would cure it: one of (field, text, words)
    cautions: tuple[tuple[str, str] | tuple[str, str, Cures], ...] = ()
    motion: Motion | None = None
    stack: tuple[Stacked, ...] = ()
    apart: Motion | None = None  # how it is taken apart, where its motion is another
    in_place: bool = False  # printed together, as assembled
    engages: Engages | None = None
    bends: Bends | None = None
    held: Held | None = None
    # how many pieces the fit makes of each part, none of which comes away from the other part's
    pieces: tuple[int, int] = (1, 1)
    # the parts rest on each other: overlap is judged with facets allowed for
    touching: bool = False
    bought: Bought | None = None  # things that are neither part: screws, inserts, nuts
    to_buy: tuple[Purchase, ...] = ()  # as they are asked for in a shop
    marks_only: bool = False  # drawn as a mark: the solids do not hold the shape that meets


@dataclass(frozen=True)
class LaidOut:
    """A track on the unrolled cylinder, mm: corners from the mouth, and the room there is
    for it.
    """

    around_mm: float
    wide_mm: float
    deep_mm: float
    copies: int
    points: tuple[tuple[float, float], ...]


@dataclass(frozen=True)
class Ground:
    """The room that a fit has where it begins, mm: what the face measures along its own axes, the
    largest circle on it, and how thick the part is below that circle's middle."""

    wide_mm: float
    tall_mm: float
    radius_mm: float
    thick_mm: float


@dataclass(frozen=True)
class Begun:
    """How a fit begins on two parts: faces and distances across them in mm, turns in degrees by the
    fields of a place, and fields of its own, lengths in mm or words."""

    on_a: str
    on_b: str
    place_a: Mapping[str, float]
    place_b: Mapping[str, float]
    fields: Mapping[str, float | str]


class FitKind(ABC):
    """A kind of fit between part a and part b."""

    kind: ClassVar[str]
    title: ClassVar[str]
    also: ClassVar[tuple[str, ...]] = ()
    fields: ClassVar[tuple[Field, ...]] = ()
    roles: ClassVar[tuple[str, str]]  # what part a and part b are to each other
    inner: ClassVar[str] = "a"  # which of them is the inner part, "a" or "b"
    on_a: ClassVar[bool] = False  # it stands at a place on part a
    on_b: ClassVar[bool] = False  # and at one on part b
    feel: ClassVar[Feel] = "slide"  # what it is offered with
    starts: ClassVar[tuple[Start, ...]] = ()  # ways to begin it; empty: as its title says
    stance_b: ClassVar[str] = "bottom"  # how a part b that it makes stands on the bed
    makes_b: ClassVar[bool] = True  # it can make the whole of part b
    unrolls: ClassVar[bool] = False  # it has a track that is drawn on the unrolled cylinder
    bought_b: ClassVar[bool] = False  # part b is a bought thing
    over_holes: ClassVar[bool] = False  # it begins over a hole that is there, round the same axis
    begins_on: ClassVar[Literal["top", "side"]] = "top"  # which faces it begins on
    bears_load: ClassVar[bool] = False  # what someone relies on may hang on it
    is_round: ClassVar[bool] = False  # the gap lies all round an axis
    outer_gives: ClassVar[bool] = False  # what lies within is bought: there is nothing to choose
    sits: ClassVar[bool] = False  # home is where it belongs: its motion takes it out of there

    def sized(self, a: Ground | None, b: Ground | None) -> Mapping[str, float | str]:
        """Fields that follow from the faces it begins on, None where it begins on none: lengths in
        mm, or words."""
        return {}

    def begins(self, a: PartState, b: PartState | None) -> Begun | None:
        """Where it begins on parts that have what it goes by; None where they do not. There is no
        part b yet where the fit makes it."""
        return None

    def calls_b(self, fields: Mapping[str, float | str]) -> str:
        """What a part b that it makes is called to begin with, by the fields it begins with."""
        return self.roles[1]

    def ways(self) -> tuple[Start, ...]:
        """The ways it can begin."""
        return self.starts or (Start(self.title, self.also),)

    @abstractmethod
    def sentence(self, words: Mapping[str, str]) -> str:
        """What is always said of the fit, with ``{field}`` where something is set."""

    def doubled(self, words: Mapping[str, str]) -> str:
        """What twice the gap is."""
        return "on the diameter" if self.turns(words) else "over both sides"

    def turns(self, words: Mapping[str, str]) -> bool:
        """Whether the gap lies all round an axis, so that nothing keeps one part from turning."""
        return self.is_round

    def names(self, a: PartState, words: Mapping[str, str]) -> dict[str, Quantity]:
        """Names its fields may use besides the project's: sizes of part a it goes by."""
        return {}

    def laid_out(self, given: FitInput) -> LaidOut | None:
        """What is drawn unrolled, though it may be impossible to cut; None where nothing is."""
        return None

    def most_gap(self, words: Mapping[str, str], gives_way: str) -> float | None:
        """The largest gap a side, mm, at which it can still do what it is for; None: any."""
        return None

    @abstractmethod
    def build_a(self, given: FitInput) -> PartState:
        """Part a with its side of the fit."""

    @abstractmethod
    def build_b(self, given: FitInput) -> PartState:
        """Part b with its side of the fit."""

    @abstractmethod
    def meeting(self, given: FitInput) -> Meeting:
        """How they meet. ``given.a`` is part a before the fit."""


FITS: dict[str, FitKind] = {}
K = TypeVar("K", bound=type[FitKind])


def register(kind: K) -> K:
    """Class decorator: makes a kind of fit known by its name."""
    FITS[kind.kind] = kind()
    return kind
