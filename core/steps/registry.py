"""What a kind of step is. Adding one is adding a module that registers an instance."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import ClassVar, TypeVar

from core.hardware.purchase import Takes
from core.measures.display import length_text
from core.measures.units import LengthUnit
from core.outlines import Outline
from core.solids import Frame
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.state import PartState

F = TypeVar("F", bound=Fields)
Cures = tuple[tuple[str, str, str], ...]  # a field, what it is set to, what that is called


@dataclass(frozen=True)
class Start:
    """One way a step begins: what the finder calls it, what finds it, what it sets at once.

    ``at_edge`` is the same where an edge has been pressed.

    ``title`` holds ``{outline}`` where the outline's own name goes. ``at_face`` is the short word
    for it where a face has been pressed; empty where it is not offered there.
    """

    title: str
    also: tuple[str, ...] = ()
    sets: Mapping[str, str] = field(default_factory=dict)
    at_face: str = ""
    at_edge: str = ""
    about: str = ""  # a line on it; empty: the first line of the kind's own words
    name: str = ""  # what such a step is called; empty: its kind


@dataclass(frozen=True)
class StationInput:
    """A further outline: how far up, right and back of the first it stands, mm, and its turn."""

    outline: Outline
    up: float
    x: float = 0.0
    y: float = 0.0
    turn_deg: float = 0.0


@dataclass(frozen=True)
class StepInput:
    """Everything a step may look at when it builds. Lengths in mm, angles in degrees."""

    step: str
    numbers: Mapping[str, float]
    words: Mapping[str, str]
    state: PartState
    outline: Outline | None = None
    frame: Frame = field(default_factory=Frame)
    others: Mapping[str, PartState] | None = None
    stations: tuple[StationInput, ...] = ()
    unit: LengthUnit = "mm"

    def read(self, kind: type[F]) -> F:
        """What is set of the step, as attributes with their units."""
        return kind.typed(self.words, self.numbers)

    def told(self, mm: float, with_unit: bool = True) -> str:
        """A length as the project shows it, for what a step says of itself."""
        return length_text(mm, self.unit, with_unit)

    def profile(self) -> Outline:
        """The outline of the step."""
        assert self.outline is not None
        return self.outline


@dataclass(frozen=True)
class Partner:
    """What a step is made to meet: what it is itself, what it wants (empty: a fit of its part),
    and what is said where that is missing."""

    own: str
    wants: str
    words: str


class StepKind(ABC):
    """A kind of step: its fields, its sentence, and how it acts on a state."""

    kind: ClassVar[str]
    title: ClassVar[str]
    also: ClassVar[tuple[str, ...]] = ()  # other words that find it
    starts: ClassVar[tuple[Start, ...]] = ()  # ways to begin it; empty: as its title says
    at_face: ClassVar[str] = ""  # the short word for it where a face has been pressed
    outline_first: ClassVar[str] = "rectangle"  # what it begins with where none is chosen
    fields: ClassVar[tuple[Field, ...]] = ()
    has_outline: ClassVar[bool] = False
    has_stations: ClassVar[bool] = False
    has_place: ClassVar[bool] = False
    # what does the same to a part in which nothing is raised from an outline; None: it needs none
    without_raised: ClassVar[type[StepKind] | None] = None
    # it repeats a piece all over a face: it begins on the piece's own, wherever the piece stands
    stands_by_its_piece: ClassVar[bool] = False
    seeks_room: ClassVar[bool] = False  # where the middle of a face is taken, it begins beside it
    is_relief: ClassVar[bool] = False  # made to be seen or felt: too shallow defeats it
    is_bore: ClassVar[bool] = False  # a round hole, whose width a caliper can read
    wraps_outline: ClassVar[bool] = False  # it lies round a cylinder: drawn unrolled as well
    turns_outline: ClassVar[bool] = False  # about an axis: words of what that makes find it
    finishes_edges: ClassVar[bool] = False  # it rounds or cuts edges off and adds nothing else
    open_lines: ClassVar[float] = 0.0  # the narrowest gap of it that stays open, in lines
    rank: ClassVar[int] = 50  # the lower, the earlier in a list of all there is
    offered: ClassVar[bool] = True  # in the step finder; others come about in another way

    def ways(self) -> tuple[Start, ...]:
        """The ways it can begin."""
        return self.starts or (Start(self.title, self.also, at_face=self.at_face),)

    def stands_on(self, state: PartState, words: Mapping[str, str]) -> str:
        """The face it begins on where none is pressed; empty: the roomiest that looks upwards.

        Args:
            words: what its way of beginning sets, and what is usual.
        """
        return ""

    def begins(
        self, state: PartState, frame: Frame, words: Mapping[str, str]
    ) -> Mapping[str, float | str]:
        """Fields it begins with on a part that has a body: lengths in mm, or words.

        Args:
            frame: where it stands.
            words: what its way of beginning sets, and what is usual.
        """
        return {}

    @abstractmethod
    def sentence(self, words: Mapping[str, str]) -> str:
        """What is always said of the step, with ``{field}`` where a number or word is set.

        Clauses of other fields join it once they are set; see `core.steps.field.told_with`.
        """

    @abstractmethod
    def build(self, given: StepInput) -> PartState:
        """The state after this step.

        Raises:
            BuildError: it cannot be built; says why, and what would work.
        """

    def says(self, given: StepInput, after: PartState) -> str:
        """What followed, in a few words, from the finished state; may be empty."""
        return ""

    def warns(self, given: StepInput, after: PartState) -> tuple[str, ...]:
        """What a maker may not have meant, though the step could be built."""
        return ()

    def cures(self, given: StepInput, after: PartState) -> Cures:
        """Fields of its own that may cure what it warns of, each with a text and what it is called.

        Each is tried on a copy before it is offered.
        """
        return ()

    def partner(self, words: Mapping[str, str]) -> Partner | None:
        """What the step is made to meet, if anything."""
        return None

    def steeper_on_bed(self, words: Mapping[str, str], facing: str) -> str:
        """Another kind with the same fields that hangs less where this one begins on the bed."""
        return ""

    def takes(self, words: Mapping[str, str], numbers: Mapping[str, float]) -> Takes | None:
        """The bought thing that each hole of the step takes, if any."""
        return None

    def part_reference(self, words: Mapping[str, str]) -> str | None:
        """Another part whose finished solid this step needs, or None."""
        return None


STEPS: dict[str, StepKind] = {}
K = TypeVar("K", bound=type[StepKind])


def register(kind: K) -> K:
    """Class decorator: makes a kind of step known by its name."""
    STEPS[kind.kind] = kind()
    return kind
