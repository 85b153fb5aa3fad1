"""Blend: edges of any shape rounded by a rolling ball. Slower than the other steps."""

from __future__ import annotations

from collections.abc import Mapping

from core.errors import BuildError
from core.measures.units import length
from core.solids.blend import blended
from core.steps.field import Field
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState


@register
class Blend(StepKind):
    """Inside edges filled, or outside edges rounded, wherever faces meet."""

    kind = "blend"
    rank = 90
    title = "Blend: round edges of any shape (slower)"
    also = ("blend", "rolling ball", "inside edges", "cove")
    fields = (
        Field("radius", "length", "radius", "2 mm", above=0),
        Field("where", "choice", "edges", "inside", ("inside", "outside")),
        Field("of", "step", "of step", "", empty="every step"),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "Blend the {where} edges of {of} with a radius of {radius}"

    def build(self, given: StepInput) -> PartState:
        radius = given.numbers["radius"]
        body, along = blended(
            given.state.solid(),
            radius,
            given.step,
            given.words["where"] == "outside",
            given.words["of"],
        )
        if body.is_empty:
            raise BuildError("the blend leaves nothing of the part", remedy="a smaller radius")
        return given.state.made(body, Feature(given.step, quantities={"edges": length(along)}))

    def says(self, given: StepInput, after: PartState) -> str:
        along = after.features[given.step].quantities["edges"].value
        added = after.solid().volume_mm3 - given.state.solid().volume_mm3
        return f"{given.told(round(along, 1))} of edges, {abs(added) / 1000:.2f} cm³ {'added' if added > 0 else 'taken off'}"
