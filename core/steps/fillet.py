"""Fillet: the corners of an outline, the rims of a body or chosen edges, rounded."""

from __future__ import annotations

import math
from collections.abc import Mapping

from core.steps.registry import Start, StepInput, register
from core.steps.rims import CHOSEN, EdgesFields, FinishedEdges, size_fields
from core.steps.state import PartState


@register
class Fillet(FinishedEdges):
    """Round the corners of an outline or the rims of a body."""

    kind = "fillet"
    rank = 12
    title = "Round edges"
    also = ("fillet", "round", "radius", "soften", "round edge")
    starts = (
        Start("Round edges", also),
        Start(
            "Round edges that are pressed", ("round chosen edges",), {"where": CHOSEN},
            at_edge="round it",
            at_face="round its edges", name="rounded",
        ),
    )  # fmt: skip
    shape = "fillet"
    edge_shape = "fillet"
    word = "fillet"
    fields = size_fields("radius", "2 mm")

    def sentence(self, words: Mapping[str, str]) -> str:
        chosen = EdgesFields.typed(words).where == CHOSEN
        return "Round the {where} {size}" + (": {edges}" if chosen else "")

    def says(self, given: StepInput, after: PartState) -> str:
        its = given.read(EdgesFields)
        if its.where == CHOSEN:
            return f"{given.told(after.features[given.step].quantities['edges'].value)} of edges"
        if its.where != "bottom rim":
            return ""
        # A quarter round is steeper than 45° up to r(1 - cos 45°) above the bed.
        steep = its.size_mm * (1 - math.cos(math.pi / 4))
        return f"the lowest {given.told(steep)} of it lean out more than 45°"

    def steeper_on_bed(self, words: Mapping[str, str], facing: str) -> str:
        begins = {"bottom": ("bottom rim", "both rims"), "top": ("top rim", "both rims")}
        return "chamfer" if words.get("where") in begins.get(facing, ()) else ""
