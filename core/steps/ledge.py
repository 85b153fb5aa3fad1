"""Ledge: a step cut inside a rim, for a tray or a lid to lie on."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from core.errors import BuildError
from core.measures.units import length
from core.outlines import offset_outline
from core.solids import Prism, prism_body
from core.steps.extrude import CLEAR_MM
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Partner, StepInput, StepKind, register
from core.steps.state import Feature, PartState


@dataclass(frozen=True, slots=True)
class LedgeFields(Fields):
    """What is set of a ledge."""

    inwards_mm: float
    down_mm: float
    rim: str


@register
class Ledge(StepKind):
    """A step cut inside a rim, for a tray or a lid to lie on."""

    kind = "ledge"
    rank = 49
    title = "Ledge: a step inside a rim"
    also = ("ledge", "step inside", "shelf", "rebate", "step")
    fields = (
        Field("inwards", "length", "width", "1 mm", above=0),
        Field("down", "length", "depth", "3 mm", above=0),
        Field(
            "rim",
            "step",
            "rim",
            "",
            among="rim",
            empty="the latest rim",
            clause=", in the rim of {rim}",
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "Ledge inside the rim, {inwards} wide, {down} down"

    def partner(self, words: Mapping[str, str]) -> Partner | None:
        return Partner("ledge", "", "a ledge with nothing to lie on it")

    def build(self, given: StepInput) -> PartState:
        its = given.read(LedgeFields)
        _, mouth = given.state.mouth(its.rim)
        wide, down = its.inwards_mm, its.down_mm
        if wide >= mouth.wall:
            raise BuildError(
                f"a ledge {wide:g} mm wide leaves no wall: it is {mouth.wall:.4g} mm thick there",
                remedy=f"less than {mouth.wall:.4g} mm",
            )
        if down >= mouth.depth:
            raise BuildError(
                f"a ledge {down:g} mm down lies below the floor, {mouth.depth:.4g} mm down",
                remedy=f"less than {mouth.depth:.4g} mm",
            )
        wider = offset_outline(mouth.inner, wide)
        tool = prism_body(
            Prism(mouth.frame, wider, -down, CLEAR_MM),
            given.step,
            "outside",
            bottom="ledge",
            top="rim",
        )
        body = given.state.solid() - tool
        left = mouth.wall - wide
        quantities = {
            "width": length(wide),
            "depth": length(down),
            "wall": length(left),
            "inner_width": length(wider.size[0]),
            "inner_depth": length(wider.size[1]),
        }
        places = {"ledge": mouth.frame.lifted(-down)}
        # What goes in next meets the widened mouth; what lies below stays as it was.
        upper = replace(mouth, inner=wider, wall=left, depth=down)
        return given.state.made(body, Feature(given.step, places, quantities, None, upper))

    def says(self, given: StepInput, after: PartState) -> str:
        sizes = after.features[given.step].quantities
        across = given.told(sizes["inner_width"].value, False)
        deep = given.told(sizes["inner_depth"].value)
        return f"opening {across} × {deep}, wall left {given.told(sizes['wall'].value)}"
