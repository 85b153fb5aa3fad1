"""Rib: a straight wall between two points."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from core.errors import BuildError
from core.measures.units import length
from core.outlines import rectangle
from core.solids import Prism, prism_body
from core.steps.extrude import applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState

ROOT_MM = 0.2  # how deep a rib is rooted in its face, so that both are one solid


@dataclass(frozen=True, slots=True)
class RibFields(Fields):
    """What is set of a rib."""

    from_x_mm: float
    from_y_mm: float
    to_x_mm: float
    to_y_mm: float
    thickness_mm: float
    height_mm: float


@register
class Rib(StepKind):
    """A thin straight wall on a face."""

    kind = "rib"
    title = "Rib: a straight wall between two points"
    also = ("web", "stiffener", "fin", "divider", "gusset")
    at_face = "rib"
    has_place = True
    seeks_room = True
    fields = (
        Field("from_x", "length", "from, right", "0-10 mm"),
        Field("from_y", "length", "from, up", "0"),
        Field("to_x", "length", "to, right", "10 mm"),
        Field("to_y", "length", "to, up", "0"),
        Field("thickness", "length", "thickness", "1.6 mm", above=0),
        Field("height", "length", "height", "8 mm", above=0),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "Rib from {from_x} right, {from_y} up to {to_x} right, {to_y} up, "
            "{thickness} thick, {height} high"
        )

    def build(self, given: StepInput) -> PartState:
        n = given.read(RibFields)
        span = math.hypot(n.to_x_mm - n.from_x_mm, n.to_y_mm - n.from_y_mm)
        if span <= 0:
            raise BuildError("both ends of the rib are at one place", remedy="an end further off")
        lean = math.degrees(math.atan2(n.to_y_mm - n.from_y_mm, n.to_x_mm - n.from_x_mm))
        middle = ((n.from_x_mm + n.to_x_mm) / 2, (n.from_y_mm + n.to_y_mm) / 2)
        frame = given.frame.shifted(*middle).turned(lean)
        prism = Prism(frame, rectangle(span, n.thickness_mm), 0.0, n.height_mm)
        low = 0.0 if given.state.body is None else -ROOT_MM
        tool = prism_body(replace(prism, low=low), given.step)
        body = applied("add", given.state, tool)
        top = frame.lifted(n.height_mm)
        quantities = {"top": length(top.origin[2]), "length": length(span)}
        feature = Feature(given.step, prism.faces(), quantities, tool=tool)
        return given.state.made(body, feature)
