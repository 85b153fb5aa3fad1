"""Outlines that are drawn or taken over: moves, walls, hulls, drawings, and what is there
already.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import shapely

from core import outlines
from core.errors import BuildError
from core.outlines import Outline
from core.outlines.hull import hull_circles, hull_of
from core.outlines.traced import scaled
from core.outlines.trimmed import grown_outline, thickened
from core.solids.sectioned import section_of
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.outline_kind import AnyOutlineKind, OutlineKind
from core.steps.state import PartState


@dataclass(frozen=True, slots=True)
class MovesFields(Fields):
    """What is set of an outline told as moves."""

    moves: str


@dataclass(frozen=True, slots=True)
class WallFields(Fields):
    """What is set of a wall."""

    moves: str
    wall_mm: float
    lies: Literal["to the left", "to the right", "half on each side"]


@dataclass(frozen=True, slots=True)
class LinkFields(Fields):
    """What is set of a link."""

    first_mm: float
    second_mm: float
    apart_mm: float


@dataclass(frozen=True, slots=True)
class HullFields(Fields):
    """What is set of a hull."""

    circles: str


@dataclass(frozen=True, slots=True)
class SectionFields(Fields):
    """What is set of a section."""

    face: str
    by_mm: float
    below_mm: float


@dataclass(frozen=True, slots=True)
class FollowedFields(Fields):
    """What is set of an outline that follows another."""

    of: str
    by_mm: float


@dataclass(frozen=True, slots=True)
class TracedFields(Fields):
    """What is set of a traced outline."""

    drawing: str
    width_mm: float


def _followed(its: FollowedFields, state: PartState) -> Outline:
    """The outline of an earlier step, grown or shrunk."""
    feature = state.prism(its.of)
    assert feature.prism is not None
    return grown_outline(feature.prism.outline, its.by_mm)


def _section(its: SectionFields, state: PartState) -> Outline:
    """What the part so far shows in the plane of a face: the piece in front of the face's
    middle.
    """
    if not its.face:
        raise BuildError("no face is chosen for the section", remedy="press one, or name it")
    found = section_of(state.solid(), state.place(its.face)[1], its.below_mm)
    own = min(found, key=lambda outline: _off_middle(outline))
    return grown_outline(own, its.by_mm)


def _off_middle(outline: Outline) -> float:
    """How far the origin lies from an outline's material, mm."""
    polygons, _ = outlines.flatten(outline, "inside")
    return float(shapely.Polygon(polygons[0], polygons[1:]).distance(shapely.Point(0, 0)))


def _wall(its: WallFields, state: PartState) -> Outline:
    run, _ = outlines.path_of(outlines.read_moves(its.moves, outlines.plain_value))
    lies = {"to the left": "left", "to the right": "right", "half on each side": "on both sides"}
    made = thickened(run, its.wall_mm, lies[its.lies])  # type: ignore[arg-type]
    if outlines.crosses_itself(made):
        raise BuildError("the wall runs into itself", remedy="a thinner wall, or its other side")
    return made


def _link(its: LinkFields, state: PartState) -> Outline:
    one, other, apart = (mm / 2 for mm in (its.first_mm, its.second_mm, its.apart_mm))
    return hull_of([((-apart, 0.0), one), ((apart, 0.0), other)])


def _hull(its: HullFields, state: PartState) -> Outline:
    return hull_of(hull_circles(outlines.read_moves(its.circles, outlines.plain_value)))


def _traced(its: TracedFields, state: PartState) -> Outline:
    found = traced_outlines(its.drawing, its.width_mm)
    if len(found) > 1:
        raise BuildError(
            f"the drawing holds {len(found)} separate shapes",
            remedy="use the step 'Traced drawing raised or cut', which takes them all",
        )
    return found[0]


def traced_outlines(path: str, width: float) -> list[Outline]:
    """The shapes of a drawing centred on the origin; ``width`` nought keeps it as drawn.

    >>> traced_outlines("M 0 0 L 10 0 L 10 5 Z", 40)[0].size
    (40.0, 20.0)
    """
    if width < 0:
        raise BuildError(f"the width is {width:g} mm", remedy="nought keeps it as drawn")
    loops = outlines.read_path(path)
    found = outlines.outlines_in(loops)
    boxes = [outline.bounds for outline in found]
    low_x, low_y = min(b[0] for b in boxes), min(b[1] for b in boxes)
    high_x, high_y = max(b[2] for b in boxes), max(b[3] for b in boxes)
    if width:
        factor = width / (high_x - low_x)
        loops = scaled(loops, factor)
        low_x, low_y, high_x, high_y = (v * factor for v in (low_x, low_y, high_x, high_y))
        found = outlines.outlines_in(loops)
    return [o.moved(-(low_x + high_x) / 2, -(low_y + high_y) / 2) for o in found]


def _moves(its: MovesFields, state: PartState) -> Outline:
    made = outlines.outline_of(outlines.read_moves(its.moves, outlines.plain_value))
    if outlines.crosses_itself(made):
        raise BuildError("the outline crosses itself", remedy="moves that do not cross")
    return made


DRAWN: tuple[AnyOutlineKind, ...] = (
    OutlineKind(
        MovesFields,
        "moves",
        "outline told as moves",
        (
            Field(
                "moves", "moves", "moves", "right 40 mm, up 20 mm, left ?, down ?", draws="outline"
            ),
        ),
        "the outline {moves}",
        _moves,
        ("sketch", "outline", "profile", "draw", "polyline", "arc", "line"),
    ),
    OutlineKind(
        WallFields,
        "wall",
        "wall along a line told as moves",
        (
            Field("moves", "moves", "line", "right 15 mm, round 5 mm, up 36 mm"),
            Field("wall", "length", "wall", "2 mm", above=0),
            Field(
                "lies",
                "choice",
                "the wall lies, going along it",
                "to the left",
                ("to the left", "to the right", "half on each side"),
                clause=", {lies} of it",
            ),
        ),
        "a wall {wall} thick along {moves}",
        _wall,
        ("bottle from its outside line", "thickened line", "half outline with a wall", "vase"),
    ),
    OutlineKind(
        LinkFields,
        "link",
        "link: two circles joined by tangent lines",
        (
            Field("first", "length", "left circle", "20 mm", above=0),
            Field("second", "length", "right circle", "10 mm", above=0),
            Field("apart", "length", "between their middles", "30 mm", above=0),
        ),
        "a link of circles {first} and {second}, {apart} between their middles",
        _link,
        ("tangent", "tangent line", "tangent lines", "lever", "cam", "connecting rod"),
    ),
    OutlineKind(
        HullFields,
        "hull",
        "hull of circles",
        (
            Field(
                "circles",
                "moves",
                "circles",
                "circle 0 0 across 20 mm, circle 30 mm 0 across 10 mm, circle 0 25 mm across 8 mm",
            ),
        ),
        "the hull of {circles}",
        _hull,
        ("hull", "tangent lines"),
    ),
    OutlineKind(
        SectionFields,
        "section",
        "section of the part at a face, grown or shrunk",
        (
            Field("face", "face", "face", ""),
            Field("by", "length", "grown by, below nought shrunk", "0"),
            Field("below", "length", "below the face", "0", clause=", {below} below it"),
        ),
        "the section at {face} grown by {by}",
        _section,
        ("section", "gasket", "what is there"),
    ),
    OutlineKind(
        FollowedFields,
        "followed",
        "outline of an earlier step, grown or shrunk",
        (
            Field("of", "step", "of step", "", among="raised", empty="the first body"),
            Field("by", "length", "grown by, below nought shrunk", "0-2 mm"),
        ),
        "the outline of {of} grown by {by}",
        _followed,
        ("offset", "inset", "larger outline"),
    ),
    OutlineKind(
        TracedFields,
        "traced",
        "traced outline from SVG or DXF",
        (
            Field("drawing", "drawing", "drawing", ""),
            Field(
                "width",
                "length",
                "width, nought as drawn",
                "0",
                least=0,
                clause=", {width} wide (nought is as drawn)",
            ),
        ),
        "the traced outline {drawing}",
        _traced,
        ("drawing", "logo"),
    ),
)
