"""Revolve: turn an outline about an axis, fully or in part, as material or as a cut.

The outline's right is the radius, its up the height along the axis: half a profile, as turners
draw it. The axis is the z of the step's place.
"""

from __future__ import annotations

from collections.abc import Mapping

from core.measures.units import length
from core.solids import turned_body
from core.steps.extrude import MODES, applied
from core.steps.registry import Field, StepInput, StepKind, register
from core.steps.state import Feature, PartState


@register
class Revolve(StepKind):
    """Turn half a profile about the axis of its place."""

    kind = "revolve"
    title = "Revolve an outline"
    also = ("turn", "lathe", "spin", "groove", "relief", "bottle", "wheel")
    has_outline = True
    has_place = True
    fields = (
        Field("mode", "choice", "as", "add", MODES),
        Field("angle", "angle", "turn", "360 deg"),
        Field("out", "length", "out from the axis", "0"),
        Field("up", "length", "up along the axis", "0"),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        start = {"add": "Turn", "cut": "Cut by turning", "common": "Keep only what is swept by"}
        moved = "" if words["out"] == "0" else ", {out} out from the axis"
        lifted = "" if words["up"] == "0" else ", {up} up"
        return start[words["mode"]] + " {outline}" + moved + lifted + ", through {angle}"

    def build(self, given: StepInput) -> PartState:
        outline = given.profile().moved(given.numbers["out"], given.numbers["up"])
        mode = given.words["mode"]
        tool = turned_body(
            outline,
            given.frame,
            given.step,
            "outside" if mode == "cut" else "inside",
            given.numbers["angle"],
        )
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
        feature = Feature(given.step, places, quantities, tool=tool, mode=mode)
        return given.state.made(body, feature)
