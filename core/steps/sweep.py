"""Sweep: carry an outline along a path of lines and arcs."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from core.measures.units import length
from core.outlines import path_of, plain_value, read_moves
from core.solids import Frame
from core.solids.swept import legs_of, path_length, swept_body
from core.steps.extrude import MODES, applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.sides import with_sides
from core.steps.state import Feature, PartState


@dataclass(frozen=True, slots=True)
class SweepFields(Fields):
    """What is set of a sweep."""

    mode: Literal["add", "cut", "common"]
    path: str
    crossing: Literal["it is refused", "it unites"]


@register
class Sweep(StepKind):
    """An outline along a path told as moves; corners mitred unless the path rounds them."""

    kind = "sweep"
    title = "Sweep an outline along a path"
    also = ("along a path", "pipe", "elbow", "bead", "rail", "frame", "handle", "rim", "moulding")
    outline_first = "circle"
    has_outline = True
    has_place = True
    fields = (
        Field(
            "mode",
            "choice",
            "way of acting",
            "add",
            MODES,
            told=("Sweep", "Cut by sweeping", "Keep only what is swept by"),
        ),
        Field("path", "moves", "path", "up 30 mm, turn right 90 radius 20 mm, right 30 mm"),
        Field(
            "crossing",
            "choice",
            "where it crosses itself",
            "it is refused",
            ("it is refused", "it unites"),
            clause=", where it crosses itself {crossing}",
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "{mode} {outline} along {path}"

    def build(self, given: StepInput) -> PartState:
        its = given.read(SweepFields)
        path, closed = path_of(read_moves(its.path, plain_value))
        mode = its.mode
        unites = its.crossing == "it unites"
        tool = swept_body(
            given.profile(), path, closed, given.frame, given.step,
            "outside" if mode == "cut" else "inside", unites,
        )  # fmt: skip
        body = applied(mode, given.state, tool)
        places = {}
        if not closed:
            places = {
                "start": _end(given.frame, path[0].a, path[0].tangents()[0], -1.0),
                "end": _end(given.frame, path[-1].b, path[-1].tangents()[1], 1.0),
            }
        quantities = {"length": length(path_length(path))}
        feature = Feature(
            given.step,
            places,
            quantities,
            tool=tool,
            mode=mode,
            legs=legs_of(given.profile(), path, closed, given.frame),
        )
        return given.state.made(body, with_sides(feature, tool))

    def says(self, given: StepInput, after: PartState) -> str:
        return f"{given.told(after.features[given.step].quantities['length'].value)} along the path"


def _end(frame: Frame, at: tuple[float, float], way: tuple[float, float], sign: float) -> Frame:
    """The place at an end of the path, looking out of it, up along the frame's z."""
    u, v = frame.x_axis, frame.y_axis

    def across(x: float, y: float) -> tuple[float, float, float]:
        return (x * u[0] + y * v[0], x * u[1] + y * v[1], x * u[2] + y * v[2])

    out = across(way[0] * sign, way[1] * sign)
    right = across(-way[1] * sign, way[0] * sign)
    return Frame(frame.point(at[0], at[1], 0.0), right, out)
