"""Text: a line of lettering raised from a face or cut into it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np

from core.errors import BuildError
from core.measures.units import length
from core.outlines.lettering import text_contours
from core.solids import Frame
from core.solids.bent import bent_round, span_round
from core.solids.body import Source
from core.solids.lettered import raised_region, region
from core.steps.extrude import CLEAR_MM, applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.round_side import RoundSide, curved_place, round_side
from core.steps.state import Feature, PartState

ROOT_MM = 0.2


@dataclass(frozen=True, slots=True)
class TextFields(Fields):
    """What is set of a text."""

    text: str
    height_mm: float
    depth_mm: float
    mode: Literal["raised", "cut"]


@register
class Text(StepKind):
    """Lettering in the face that ships with the app."""

    kind = "text"
    title = "Text raised or cut"
    also = ("label", "letters", "engrave", "emboss", "deboss", "number")
    at_face = "text"
    has_place = True
    seeks_room = True
    is_relief = True
    open_lines = 1.0
    fields = (
        Field("text", "text", "text", "LOCK 9"),
        Field("height", "length", "height of capitals", "8 mm", above=0, spans="across"),
        Field("depth", "length", "how high or deep", "0.6 mm", above=0),
        Field("mode", "choice", "way of acting", "raised", ("raised", "cut")),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = TextFields.typed(words)
        way = "high" if its.mode == "raised" else "deep"
        return "The text {text}, capitals {height}, {mode} {depth} " + way

    def build(self, given: StepInput) -> PartState:
        its = given.read(TextFields)
        tall, depth = its.height_mm, its.depth_mm
        contours, width = text_contours(its.text, tall)
        shape = region(contours)
        raised = its.mode == "raised"
        low, high = (-ROOT_MM, depth) if raised else (-depth, CLEAR_MM)
        tool = raised_region(shape, low, high, given.step).moved(given.frame.matrix)
        found = _round_place(given)
        if found is not None:
            face, side = found
            if not raised and depth >= side.radius:
                raise BuildError(
                    f"{depth:g} mm deep goes to the middle of what is {2 * side.radius:.4g} across",
                    remedy=f"less than {side.radius:.4g} mm",
                )
            takes = span_round(tool, face, side.axis)
            if takes > side.around:
                raise BuildError(
                    f"the text takes {given.told(takes)} of the way round, which is"
                    f" {given.told(side.around)}",
                    remedy="a shorter text or smaller capitals",
                )
            source = Source(given.step, ("lettering",))
            tool = bent_round(tool, face, side.axis, side.radius, source)
        body = applied("add" if raised else "cut", given.state, tool)
        outline_length = sum(
            float(np.linalg.norm(p - np.roll(p, -1, axis=0), axis=1).sum())
            for p in shape.to_polygons()
        )
        quantities = {"width": length(width), "stroke": length(2 * shape.area() / outline_length)}
        mode = "add" if raised else "cut"
        return given.state.made(body, Feature(given.step, {}, quantities, tool=tool, mode=mode))

    def warns(self, given: StepInput, after: PartState) -> tuple[str, ...]:
        """Lettering that lies flat on what is round: its ends stand in the air."""
        curved = curved_place(given.state, given.frame)
        if curved is None or _round_place(given) is not None:
            return ()
        return ("it lies flat on a side that is round: what is far from its middle misses it",)

    def says(self, given: StepInput, after: PartState) -> str:
        sizes = after.features[given.step].quantities
        wide, stroke = (given.told(sizes[name].value) for name in ("width", "stroke"))
        return f"{wide} long, strokes {stroke} wide on average"


def _round_place(given: StepInput) -> tuple[Frame, RoundSide] | None:
    """The place on a cylinder that the step stands on, and the cylinder; None elsewhere."""
    found = curved_place(given.state, given.frame)
    if found is None:
        return None
    feature, name = found
    try:
        side = round_side(feature, name)
    except BuildError:
        return None
    return (feature.places[name], side) if side.closes and side.upright else None
