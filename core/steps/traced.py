"""Traced drawing: every shape of an SVG or DXF file raised from a face or cut into it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.measures.units import length
from core.solids import Body, Prism, prism_body
from core.steps.extrude import CLEAR_MM, applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.outlines_drawn import traced_outlines
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState

ROOT_MM = 0.2


@dataclass(frozen=True, slots=True)
class TracedFields(Fields):
    """What is set of a traced."""

    drawing: str
    width_mm: float
    depth_mm: float
    mode: Literal["raised", "cut"]


@register
class Traced(StepKind):
    """A drawing brought in from a file, arcs as true arcs until the solid is made."""

    kind = "traced"
    title = "Traced drawing raised or cut"
    also = ("svg", "dxf", "logo", "trace", "picture outline")
    at_face = "a drawing"
    has_place = True
    seeks_room = True
    is_relief = True
    open_lines = 1.0
    fields = (
        Field("drawing", "drawing", "drawing", ""),
        Field(
            "width",
            "length",
            "width, nought as drawn",
            "0",
            clause=", {width} wide (nought is as drawn)",
            least=0,
        ),
        Field("depth", "length", "how high or deep", "1 mm", above=0),
        Field("mode", "choice", "way of acting", "raised", ("raised", "cut")),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = TracedFields.typed(words)
        way = "high" if its.mode == "raised" else "deep"
        return "The drawing {drawing}, {mode} {depth} " + way

    def build(self, given: StepInput) -> PartState:
        its = given.read(TracedFields)
        depth, raised = its.depth_mm, its.mode == "raised"
        root = ROOT_MM if given.state.body is not None else 0.0
        low, high = (-root, depth) if raised else (-depth, CLEAR_MM)
        tool: Body | None = None
        wide = 0.0
        for outline in traced_outlines(its.drawing, its.width_mm):
            prism = Prism(given.frame, outline, low, high)
            piece = prism_body(prism, given.step, "inside" if raised else "outside")
            tool = piece if tool is None else tool + piece
            wide = max(wide, outline.bounds[2])
        assert tool is not None
        mode = "add" if raised else "cut"
        body = applied(mode, given.state, tool)
        quantities = {"width": length(2 * wide)}
        places = {"top": given.frame.lifted(depth if raised else -depth)}
        return given.state.made(body, Feature(given.step, places, quantities, tool=tool, mode=mode))
