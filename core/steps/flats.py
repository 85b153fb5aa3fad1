"""Flats: two flats cut across a shaft, for a wrench or against turning."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from core.errors import BuildError
from core.measures.units import length
from core.outlines import rectangle
from core.solids import Prism, prism_body
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState, something_left


@dataclass(frozen=True, slots=True)
class FlatsFields(Fields):
    """What is set of flats."""

    across_mm: float
    depth_mm: float
    pairs: float


@register
class Flats(StepKind):
    """Flats in pairs, cut from a face down, measured across."""

    kind = "flats"
    title = "Flats across a shaft"
    also = ("flats", "wrench flats", "spanner", "square end", "hexagon end")
    has_place = True
    fields = (
        Field("across", "length", "across the flats", "10 mm", above=0),
        Field("depth", "length", "length along the shaft", "8 mm", above=0),
        Field("pairs", "count", "pairs", "1", least=1),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "Flats {across} apart, {depth} long, {pairs} pair of them"

    def build(self, given: StepInput) -> PartState:
        its = given.read(FlatsFields)
        across, depth = its.across_mm, its.depth_mm
        pairs = round(its.pairs)
        body = given.state.solid()
        x0, y0, z0, x1, y1, z1 = body.bounds
        reach = (x1 - x0) + (y1 - y0) + (z1 - z0)
        slab = rectangle(2 * reach, reach)
        after = body
        for pair in range(pairs):
            for side in (0, 180):
                turned = given.frame.turned(side + 180 * pair / pairs)
                frame = turned.shifted(0, across / 2 + reach / 2)
                after = after - prism_body(Prism(frame, slab, -depth, reach), given.step, "outside")
        something_left(after, "a larger size across")
        if abs(after.volume_mm3 - body.volume_mm3) < 1e-6:
            raise BuildError(
                f"flats {across:g} mm apart do not touch the shaft", remedy="a smaller size across"
            )
        return given.state.made(after, Feature(given.step, quantities={"across": length(across)}))
