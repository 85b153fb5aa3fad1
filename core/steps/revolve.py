"""Revolve: turn an outline about an axis, fully or in part, as material or as a cut.

The outline's right is the radius, its up the height along the axis: half a profile, as turners
draw it. The axis is the z of the step's place.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.measures.units import length
from core.solids import Frame
from core.solids.turned import lathe_of
from core.steps.extrude import MODES, applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Start, StepInput, StepKind, register
from core.steps.sides import with_sides
from core.steps.state import Feature, PartState

RECESS_MM = 5.0  # so deep a turned cut begins


@dataclass(frozen=True, slots=True)
class RevolveFields(Fields):
    """What is set of a revolve."""

    mode: Literal["add", "cut", "common"]
    angle_deg: float
    out_mm: float
    up_mm: float


@register
class Revolve(StepKind):
    """Turn half a profile about the axis of its place."""

    kind = "revolve"
    rank = 15
    title = "Turn an outline about an axis"
    also = ("revolve", "turn", "lathe", "spin", "half profile", "bottle shape")
    outline_first = "moves"
    starts = (
        Start("Turn {outline} about an axis", also, name="turned"),
        Start(
            "Cut by turning {outline} about an axis",
            ("groove", "relief", "turned cut"),
            {"mode": "cut"},
            name="groove",
        ),
    )
    has_outline = True
    turns_outline = True
    has_place = True
    fields = (
        Field(
            "mode",
            "choice",
            "way of acting",
            "add",
            MODES,
            told=("Turn", "Cut by turning", "Keep only what is swept by turning"),
        ),
        Field("angle", "angle", "turn", "360 deg"),
        Field("out", "length", "out from the axis", "0", clause=", {out} out from the axis"),
        Field("up", "length", "up along the axis", "0", clause=", {up} up along it"),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "{mode} {outline} through {angle}"

    def begins(
        self, state: PartState, frame: Frame, words: Mapping[str, str]
    ) -> Mapping[str, float | str]:
        """A cut goes into the face it begins on: what is drawn lies over it."""
        if words.get("mode") != "cut":
            return {}
        deep = -state.solid().solid.transform(frame.into).bounding_box()[2]
        return {"up": -min(RECESS_MM, deep / 2)} if deep > 0 else {}

    def build(self, given: StepInput) -> PartState:
        its = given.read(RevolveFields)
        outline = given.profile().moved(its.out_mm, its.up_mm)
        mode = its.mode
        lathe = lathe_of(
            outline, given.frame, "outside" if mode == "cut" else "inside", its.angle_deg
        )
        tool = lathe.body(given.step)
        body = applied(mode, given.state, tool)
        _, low, wide, high = outline.bounds
        base = given.frame.origin[2]
        quantities = {
            "top": length(base + high),
            "bottom": length(base + low),
            "height": length(high - low),
            "diameter": length(2 * wide),
        }
        places = {"top": given.frame.lifted(high), "bottom": given.frame.lifted(low).facing_back()}
        feature = Feature(
            given.step, places, quantities, tool=tool, mode=mode, axis=given.frame, lathe=lathe
        )
        return given.state.made(body, with_sides(feature, tool))
