"""The place in a build sheet where a fit does its share. The solver applies the fit itself."""

from __future__ import annotations

from collections.abc import Mapping

from core.errors import BuildError
from core.steps.field import Field
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import PartState

FIT_STEP = "fit"


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
        raise BuildError(f"there is no fit '{given.words['fit']}' on this part")
