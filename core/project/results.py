"""What a solve gives back: values, steps, parts and fits, each with what went wrong."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from core.errors import CoreError
from core.fits.registry import LaidOut, Meeting
from core.measures import Quantity
from core.outlines import Outline
from core.outlines.curves import Segment
from core.process.forecast import Forecast
from core.project.placing import Placed
from core.project.resolve import Typed
from core.project.schema import FitSpec, Part, Project, Step
from core.steps import PartState
from core.steps.registry import Cures


@dataclass(frozen=True)
class StepResult:
    """One step after the solve. ``state`` is the part after it; ``error`` why it is left out."""

    step: Step
    typed: Mapping[str, Typed]
    words: Mapping[str, str]
    state: PartState
    error: CoreError | None = None
    says: str = ""
    warns: tuple[str, ...] = ()
    cures: Cures = ()  # what may cure what it warns of
    sketch: Sketch | None = None
    placed: Placed | None = None


@dataclass(frozen=True)
class Sketch:
    """The outlines of a step as drawn beside its sentence; ``open_run`` where one does not
    close.
    """

    outlines: tuple[Outline, ...] = ()
    open_run: tuple[Segment, ...] = ()


@dataclass(frozen=True)
class FitResult:
    """One fit after the solve. Gaps are per side, in mm."""

    fit: FitSpec
    typed: Mapping[str, Typed]
    words: Mapping[str, str]
    gap_mm: float | None
    proposed_mm: float
    working: tuple[tuple[str, str], ...]
    forecast: Forecast | None
    chance: float | None
    meeting: Meeting | None = None
    laid: LaidOut | None = None
    error: CoreError | None = None


@dataclass(frozen=True)
class PartResult:
    """One part after the solve."""

    part: Part
    steps: tuple[StepResult, ...]
    state: PartState


@dataclass(frozen=True)
class Solution:
    """Everything that follows from a document."""

    project: Project
    measures: Mapping[str, Typed]  # by path
    parts: Mapping[str, PartResult]
    fits: Mapping[str, FitResult]
    errors: tuple[CoreError, ...]
    names: Mapping[str, Quantity]
