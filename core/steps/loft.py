"""Loft: through two or more outlines on stations, straight or leaving its ends upright."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.measures.units import length
from core.solids.lofted import Stop, lofted_body
from core.steps.extrude import MODES, applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.sides import with_sides
from core.steps.state import Feature, PartState

ENDS = ("straight", "tangent")


@dataclass(frozen=True, slots=True)
class LoftFields(Fields):
    """What is set of a loft."""

    mode: Literal["add", "cut", "common"]
    start: Literal["straight", "tangent"]
    end: Literal["straight", "tangent"]


@register
class Loft(StepKind):
    """A skin through outlines one above the other."""

    kind = "loft"
    title = "Loft through outlines"
    also = ("blend between", "transition", "taper", "funnel", "cup", "duct")
    outline_first = "circle"
    has_outline = True
    has_stations = True
    has_place = True
    fields = (
        Field(
            "mode",
            "choice",
            "way of acting",
            "add",
            MODES,
            told=("Loft from", "Cut by lofting from", "Keep only a loft from"),
        ),
        Field("start", "choice", "leaves the first outline", "straight", ENDS),
        Field("end", "choice", "meets the last outline", "straight", ENDS),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "{mode} {outline}{stations}, leaving {start}, arriving {end}"

    def build(self, given: StepInput) -> PartState:
        its = given.read(LoftFields)
        stops = [Stop(given.profile(), 0.0)]
        stops += [Stop(s.outline, s.up, s.x, s.y, s.turn_deg) for s in given.stations]
        mode = its.mode
        tool = lofted_body(
            stops,
            given.frame,
            given.step,
            "outside" if mode == "cut" else "inside",
            its.start,
            its.end,
        )
        body = applied(mode, given.state, tool)
        last = stops[-1]
        far = given.frame.shifted(last.x, last.y, last.up).turned(last.turn_deg)
        top, bottom = (far, given.frame) if last.up > 0 else (given.frame, far)
        places = {"top": top, "bottom": bottom.facing_back()}
        quantities = {"top": length(top.origin[2]), "height": length(abs(last.up))}
        feature = Feature(given.step, places, quantities, tool=tool, mode=mode, axis=given.frame)
        return given.state.made(body, with_sides(feature, tool))
