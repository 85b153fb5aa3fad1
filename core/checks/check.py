"""What a check is: what it measures, on what, its limits, how it judges, its remedies, its reading.

Adding one is adding a module under `core.checks` that registers an instance. Readings,
acceptance, the legend of the hatching, the command line and docs/checks.md go by what stands here;
none of them knows a check by its name.

Map
    Piece, Joint, Solution   what a check can look at: a solid, a fit, a whole project
    PieceCheck, JointCheck, ProjectCheck   the three kinds of check
    CHECKS      every check by its name
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import ClassVar, Literal, TypeVar, get_args

from core.checks.finding import Finding, Severity
from core.checks.fit_measures import MeasuredFit
from core.checks.part_measures import Measured
from core.measures.display import length_text
from core.measures.units import LengthUnit
from core.process import Process
from core.project.results import FitResult, PartResult, Solution
from core.project.schema import Use
from core.proof.mending import Faults

# readings along the bottom of the desk that a check can belong to
Reading = Literal[
    "",
    "volume",
    "mass, solid",
    "thinnest wall",
    "tightest gap",
    "overhang",
    "bed, largest part",
    "holds",
]
PRACTICE = "common practice, no source"
# what a check has to wait for, the soonest there first
Waits = Literal["steps", "solids", "fits", "rays", "layers", "search"]
SOONEST: tuple[Waits, ...] = get_args(Waits)


@dataclass(frozen=True)
class Limit:
    """What a check holds a value against, in words, and where that comes from."""

    words: str
    source: str = PRACTICE


@dataclass(frozen=True)
class Piece:
    """A finished solid to judge: a part of a project as it stands, or a mesh from elsewhere.

    ``result`` and ``solution`` tell how a part was made; ``faults`` what is wrong with a mesh from
    elsewhere, ``mended`` what had to be put right to measure it.
    """

    name: str
    measured: Measured
    process: Process
    unit: LengthUnit = "mm"
    use: Use = field(default_factory=Use)
    result: PartResult | None = None
    solution: Solution | None = None
    faults: Faults | None = None
    mended: tuple[str, ...] = ()

    def told(self, mm: float) -> str:
        """A length in the project's unit."""
        return length_text(mm, self.unit)


@dataclass(frozen=True)
class Joint:
    """A fit to judge, on the finished solids of its two parts."""

    fit: FitResult
    measured: MeasuredFit
    a: PartResult
    b: PartResult
    solution: Solution

    @property
    def process(self) -> Process:
        """What both parts are printed by."""
        return self.solution.project.process

    def told(self, mm: float) -> str:
        """A length in the project's unit."""
        return length_text(mm, self.solution.project.units)

    def label(self, of: str) -> str:
        """The name of part ``a`` or ``b`` as it is spoken of."""
        return (self.a if of == "a" else self.b).part.spoken


class Check(ABC):
    """One question asked of solids, fits or a project."""

    name: ClassVar[str]  # as findings carry it
    asks: ClassVar[str]  # the question, for people
    measures: ClassVar[str]  # what is measured, on what, and how
    limits: ClassVar[tuple[Limit, ...]] = ()
    cures: ClassVar[str] = ""  # the remedies it may offer, in words
    reading: ClassVar[Reading] = ""
    acceptable: ClassVar[bool] = True  # a maker may leave it as it is, with a reason
    as_value: ClassVar[bool] = False  # a fit's desk shows it as a number beside what was asked
    stepwise: ClassVar[bool] = False  # told once a step, where others are once a part
    waits_for: ClassVar[Waits] = "solids"
    worst: ClassVar[Severity] = "stop"  # nothing that it finds is worse
    hatched: ClassVar[tuple[str, ...]] = ()  # kinds of marks on the surface that show it
    on: ClassVar[str]

    def legend(self, level: int, process: Process) -> str:
        """What its hatching of a level, 1 wide to 3 close, means; empty where it has none."""
        return ""


class PieceCheck(Check):
    """A check of one solid, whether a part of a project or a mesh from elsewhere."""

    on = "every printed part, and every mesh from elsewhere"

    @abstractmethod
    def look(self, piece: Piece) -> Iterable[Finding]:
        """Findings, good ones included where something was measured and holds."""


class JointCheck(Check):
    """A check of one fit that could be built on both its parts."""

    on = "every fit"
    waits_for = "fits"

    @abstractmethod
    def look(self, joint: Joint) -> Iterable[Finding]:
        """Findings, good ones included where something was measured and holds."""


class ProjectCheck(Check):
    """A check of a whole project."""

    on = "a project as a whole"
    unmeasured: ClassVar[bool] = False  # it looks at no solid: it is asked without proof too

    @abstractmethod
    def look(self, solution: Solution) -> Iterable[Finding]:
        """Findings, good ones included where something was measured and holds."""


CHECKS: dict[str, Check] = {}
K = TypeVar("K", bound=type[Check])
C = TypeVar("C", bound=Check)


def register(kind: K) -> K:
    """Class decorator: makes a check known by its name."""
    CHECKS[kind.name] = kind()
    return kind


def checks_of(kind: type[C]) -> list[C]:
    """Every registered check of a kind, in the order they were registered."""
    return [check for check in CHECKS.values() if isinstance(check, kind)]
