"""The place in a build sheet where a fit does its share. The solver applies the fit itself."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from core.errors import BuildError
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import PartState

FIT_STEP = "fit"


@dataclass(frozen=True, slots=True)
class FitStepFields(Fields):
    """What is set of the place of a fit."""

    fit: str


@register
class FitStep(StepKind):
    """Marks where the geometry of a fit goes; later steps may build on it."""

    kind = FIT_STEP
    title = "Make this part's side of a fit"
    offered = False
    fields = (Field("fit", "fixed", "fit", ""),)

    def sentence(self, words: Mapping[str, str]) -> str:
        return "Make this side of the fit {fit}"

    def build(self, given: StepInput) -> PartState:
        its = given.read(FitStepFields)
        raise BuildError(f"there is no fit '{its.fit}' on this part", remedy="take this step away")
