"""Shell: hollow a raised body to a wall and a floor, open where asked.

Inward keeps the outside as drawn; outward keeps the inside, so that what must fit in still does.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

from core.errors import BuildError
from core.measures.display import capacity_text
from core.measures.units import Dimension, Quantity, length
from core.outlines import largest_inset, offset_outline, try_offset
from core.outlines.curves import Line
from core.outlines.loop import Loop, Outline, polygon_loop
from core.solids import Body, Prism, Rim, prism_body
from core.steps.extrude import CLEAR_MM
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.hollow import HollowPart
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, Mouth, PartState, something_left


@dataclass(frozen=True, slots=True)
class ShellFields(Fields):
    """What is set of a shell."""

    wall_mm: float
    floor_mm: float
    open: str
    keep: Literal["outside", "inside"]
    body: str


@register
class Shell(StepKind):
    """Hollow a body to a wall."""

    kind = "shell"
    rank = 11
    without_raised = HollowPart
    title = "Hollow to a wall"
    also = ("hollow", "shell", "wall", "empty", "thickness")
    fields = (
        Field("wall", "length", "wall", "2 mm", above=0),
        Field("floor", "length", "floor", "2 mm", above=0),
        Field("open", "faces", "open faces", "top"),
        Field("keep", "choice", "keeps", "outside", ("outside", "inside")),
        Field(
            "body",
            "step",
            "of step",
            "",
            among="raised",
            empty="the first body",
            clause=", of {body}",
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "Hollow to {wall} all round, floor {floor}, open at {open}, keeping the {keep} as drawn"
        )

    def build(self, given: StepInput) -> PartState:
        its = given.read(ShellFields)
        if not its.body and not given.state.is_raised:
            raise BuildError(
                "nothing here is raised from an outline", remedy="hollow the whole part instead"
            )
        feature = given.state.prism(its.body)
        prism = feature.prism
        assert prism is not None
        wall, floor = its.wall_mm, its.floor_mm
        opened = [name.strip() for name in its.open.split(",") if name.strip()]
        body = given.state.solid()
        if its.keep == "inside":
            outer = _grown(prism, wall, floor, opened)
            body = body + prism_body(outer, given.step)
            prism = outer
        cavity = _cavity(prism, wall, floor, opened)
        hollow = body
        for tool in (
            prism_body(cavity, given.step, "outside", bottom="inner floor", top="rim"),
            *_windows(prism, cavity, opened, given.step),
        ):
            hollow = hollow - tool
        something_left(hollow, "a thicker wall")
        shell = _feature(given.step, feature, prism, cavity, wall, opened)
        return given.state.made(hollow, replace(feature, prism=prism), shell)

    def says(self, given: StepInput, after: PartState) -> str:
        sizes = after.features[given.step].quantities
        inside = " × ".join(
            given.told(sizes[name].value, with_unit=False)
            for name in ("inner_width", "inner_depth", "inner_height")
        )
        holds = " ".join(capacity_text(sizes["capacity"].value, given.unit))
        return f"leaves {inside} {given.unit}, a hollow of {holds}"


def _grown(prism: Prism, wall: float, floor: float, opened: list[str]) -> Prism:
    return replace(
        prism,
        outline=offset_outline(prism.outline, wall),
        low=prism.low - (0 if "bottom" in opened else floor),
        high=prism.high + (0 if "top" in opened else floor),
    )


def _cavity(prism: Prism, wall: float, floor: float, opened: list[str]) -> Prism:
    known = {"top", "bottom", *prism.outline.names()}
    for name in opened:
        if name not in known:
            raise BuildError(
                f"there is no face '{name}' to leave open",
                remedy="one of " + ", ".join(sorted(known)),
            )
    # A wall that leans is as thick square to its face as an upright one.
    across = wall / math.cos(math.radians(prism.draft_deg))
    inner_outline = try_offset(prism.outline, -across)
    if inner_outline is None:
        most = largest_inset(prism.outline)
        raise BuildError(
            f"a {wall:g} mm wall leaves no hollow: the narrowest place is {2 * most:.4g} mm across",
            remedy=f"less than {math.floor(most * 100) / 100:g} mm",
        )
    low = prism.low - CLEAR_MM if "bottom" in opened else prism.low + floor
    high = prism.high + CLEAR_MM if "top" in opened else prism.high - floor
    if min(high, prism.high) - max(low, prism.low) <= 1e-9:
        height = prism.high - prism.low
        raise BuildError(
            f"a {floor:g} mm floor leaves no hollow in a body {height:.4g} mm high",
            remedy=f"less than {height / (2 if 'top' not in opened else 1):.4g} mm",
        )
    if prism.lean:
        inner_outline = prism.outline_at(low, across)
    # A rounded outside keeps its wall if the inside is rounded by as much less.
    inner = prism.bottom_rim
    follow = Rim()
    if inner.shape == "fillet" and "bottom" not in opened and inner.size > max(wall, floor):
        follow = Rim("fillet", inner.size - max(wall, floor))
    return Prism(
        prism.frame, inner_outline, low, high, bottom_rim=follow, draft_deg=prism.draft_deg
    )


def _windows(prism: Prism, cavity: Prism, opened: list[str], step: str) -> list[Body]:
    """Cutters for open sides: the inner face of each pushed out through the wall."""
    tools = []
    for name in opened:
        if name in ("top", "bottom"):
            continue
        inner = _side(cavity.outline.outer, name)
        if not isinstance(inner, Line):
            raise BuildError(
                f"'{name}' is curved and cannot be left open", remedy="open a flat side"
            )
        dx, dy = inner.direction
        reach = max(prism.outline.size) + CLEAR_MM
        outer = _side(prism.outline.outer, name)
        out = math.dist(inner.a, outer.a) + CLEAR_MM
        out = min(out, reach)
        points = [
            inner.a,
            (inner.a[0] + dy * out, inner.a[1] - dx * out),
            (inner.b[0] + dy * out, inner.b[1] - dx * out),
            inner.b,
        ]
        back = [(x - dy * 0.01, y + dx * 0.01) for x, y in (points[0], points[3])]
        loop = polygon_loop([back[0], *points[1:3], back[1]], [f"opening {name}"] * 4)
        window = Prism(prism.frame, Outline(loop), cavity.low, cavity.high)
        tools.append(prism_body(window, step, "outside"))
    return tools


def _side(loop: Loop, name: str):  # type: ignore[no-untyped-def]
    return next(segment for segment in loop.segments if segment.name == name)


def _feature(
    step: str, base: Feature, prism: Prism, cavity: Prism, wall: float, opened: list[str]
) -> Feature:
    low = max(cavity.low, prism.low)
    high = min(cavity.high, prism.high)
    width, depth = cavity.outline_at(high).size
    inside = replace(cavity, low=low, high=high, outline=cavity.outline_at(low))
    shut = [name for name in opened if name not in ("top",)]
    capacity = 0.0 if shut else prism_body(inside, step, "outside").volume_mm3
    origin = prism.frame.origin[2]
    quantities = {
        "wall": length(wall),
        "floor": length(low - prism.low),
        "inner_floor": length(origin + low),
        "inner_width": length(width),
        "inner_depth": length(depth),
        "inner_height": length(high - low),
        "rim": length(origin + prism.high),
        "capacity": Quantity(capacity, Dimension(3)),
    }
    places = {
        f"inner {name}" if name != "top" else "rim": (
            frame.lifted(prism.high - high) if name == "top" else frame.facing_back()
        )
        for name, frame in replace(inside, high=high).faces().items()
    }
    places["inner floor"] = prism.frame.lifted(low)
    mouth = None
    if "top" in opened:
        mouth = Mouth(
            prism.frame.lifted(prism.high),
            prism.outline_at(prism.high),
            cavity.outline_at(high),
            wall / math.cos(math.radians(prism.draft_deg)),
            high - low,
            prism.high - prism.low,
            (base.step, frozenset(prism.outline.names())),
        )
    return Feature(step, places, quantities, None, mouth)
