"""Outlines asked for by name: circle, rectangle, polygon, slot, ring and sections."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from core import outlines
from core.outlines import Outline
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.outline_kind import AnyOutlineKind, OutlineKind
from core.steps.state import PartState


@dataclass(frozen=True, slots=True)
class CircleFields(Fields):
    """What is set of a circle."""

    diameter_mm: float


@dataclass(frozen=True, slots=True)
class RectangleFields(Fields):
    """What is set of a rectangle."""

    width_mm: float
    depth_mm: float
    corners_mm: float


@dataclass(frozen=True, slots=True)
class RectangleByCornersFields(Fields):
    """What is set of a rectangle by corners."""

    width_mm: float
    depth_mm: float
    front_left_mm: float
    front_right_mm: float
    back_right_mm: float
    back_left_mm: float


@dataclass(frozen=True, slots=True)
class PolygonFields(Fields):
    """What is set of a polygon."""

    sides: float
    across_mm: float
    measured: Literal["flats", "corners"]
    corners_mm: float


@dataclass(frozen=True, slots=True)
class RightTriangleFields(Fields):
    """What is set of a right triangle."""

    width_mm: float
    height_mm: float


@dataclass(frozen=True, slots=True)
class HalfDiscFields(Fields):
    """What is set of a half disc."""

    diameter_mm: float


@dataclass(frozen=True, slots=True)
class SlotFields(Fields):
    """What is set of a slot."""

    length_mm: float
    width_mm: float


@dataclass(frozen=True, slots=True)
class RingFields(Fields):
    """What is set of a ring."""

    outside_mm: float
    inside_mm: float


@dataclass(frozen=True, slots=True)
class WindowFields(Fields):
    """What is set of a window."""

    outside_mm: float
    inside_mm: float
    angle_deg: float
    corners_mm: float


@dataclass(frozen=True, slots=True)
class PillowFields(Fields):
    """What is set of a pillow."""

    width_mm: float
    depth_mm: float
    corners_mm: float
    bulge_mm: float


@dataclass(frozen=True, slots=True)
class SteelFields(Fields):
    """What is set of the section of an L, U, T or Z."""

    width_mm: float
    height_mm: float
    thickness_mm: float
    corners_mm: float


def _rectangle(its: RectangleFields, state: PartState) -> Outline:
    corner = its.corners_mm
    return outlines.rectangle(its.width_mm, its.depth_mm, (corner,) if corner else ())


def _rectangle_by_corners(its: RectangleByCornersFields, state: PartState) -> Outline:
    radii = (its.front_left_mm, its.front_right_mm, its.back_right_mm, its.back_left_mm)
    return outlines.rectangle(its.width_mm, its.depth_mm, radii)


def _polygon(its: PolygonFields, state: PartState) -> Outline:
    return outlines.regular_polygon(round(its.sides), its.across_mm, its.measured, its.corners_mm)


def _section(kind: str) -> OutlineKind[SteelFields]:
    return OutlineKind(
        SteelFields,
        f"{kind} section",
        f"{kind} section",
        (
            Field("width", "length", "width", "20 mm"),
            Field("height", "length", "height", "30 mm"),
            Field("thickness", "length", "thickness", "3 mm"),
            Field("corners", "length", "corner radius", "0", least=0, clause=", corners {corners}"),
        ),
        f"{'an' if kind == 'L' else 'a'} {kind} section {{width}} × {{height}}, {{thickness}}"
        " thick",
        lambda its, _: outlines.section(
            kind, its.width_mm, its.height_mm, its.thickness_mm, its.corners_mm
        ),
    )


BY_NAME: tuple[AnyOutlineKind, ...] = (
    OutlineKind(
        CircleFields,
        "circle",
        "circle",
        (Field("diameter", "length", "diameter", "30 mm"),),
        "a circle {diameter} across",
        lambda its, _: outlines.circle(its.diameter_mm),
        ("disc", "cylinder", "round bar", "rod"),
    ),
    OutlineKind(
        RectangleFields,
        "rectangle",
        "rectangle",
        (
            Field("width", "length", "width, left to right", "40 mm"),
            Field("depth", "length", "depth, front to back", "30 mm"),
            Field("corners", "length", "corner radius", "0", least=0, clause=", corners {corners}"),
        ),
        "a rectangle {width} × {depth}",
        _rectangle,
        ("block", "cube", "plate", "box shape", "prism"),
    ),
    OutlineKind(
        RectangleByCornersFields,
        "rectangle by corners",
        "rectangle, corner by corner",
        (
            Field("width", "length", "width, left to right", "40 mm"),
            Field("depth", "length", "depth, front to back", "30 mm"),
            Field("front_left", "length", "front left corner", "6 mm", least=0),
            Field("front_right", "length", "front right corner", "6 mm", least=0),
            Field("back_right", "length", "back right corner", "0", least=0),
            Field("back_left", "length", "back left corner", "0", least=0),
        ),
        "a rectangle {width} × {depth}, its corners {front_left} and {front_right} in front, "
        "{back_right} and {back_left} behind",
        _rectangle_by_corners,
    ),
    OutlineKind(
        PolygonFields,
        "polygon",
        "regular polygon",
        (
            Field("sides", "count", "number of sides", "6"),
            Field("across", "length", "size across", "30 mm"),
            Field("measured", "choice", "measured across", "flats", ("flats", "corners")),
            Field("corners", "length", "corner radius", "0", least=0, clause=", corners {corners}"),
        ),
        "a polygon of {sides} sides, {across} across {measured}",
        _polygon,
        ("hexagon", "hex", "octagon", "triangle"),
    ),
    OutlineKind(
        RightTriangleFields,
        "right triangle",
        "right-angled triangle",
        (
            Field("width", "length", "width, left to right", "30 mm", above=0),
            Field("height", "length", "height, at the left", "15 mm", above=0),
        ),
        "a right-angled triangle {width} × {height}",
        lambda its, _: outlines.right_triangle(its.width_mm, its.height_mm),
        ("wedge", "ramp", "triangle"),
    ),
    OutlineKind(
        HalfDiscFields,
        "half disc",
        "semicircle",
        (Field("diameter", "length", "diameter", "24 mm", above=0),),
        "a semicircle {diameter} across",
        lambda its, _: outlines.half_disc(its.diameter_mm),
        ("half circle", "D shape"),
        ("sphere", "dimple", "ball", "dome", "hemisphere"),
    ),
    OutlineKind(
        SlotFields,
        "slot",
        "slot, an oval with straight sides",
        (
            Field("length", "length", "length over all", "40 mm"),
            Field("width", "length", "width", "20 mm"),
        ),
        "an oval {length} × {width}",
        lambda its, _: outlines.slot(its.length_mm, its.width_mm),
    ),
    OutlineKind(
        RingFields,
        "ring",
        "ring",
        (
            Field("outside", "length", "outside diameter", "30 mm"),
            Field("inside", "length", "inside diameter", "20 mm"),
        ),
        "a ring {outside} outside, {inside} inside",
        lambda its, _: outlines.ring(its.outside_mm, its.inside_mm),
        ("ring", "tube", "pipe", "bush"),
    ),
    OutlineKind(
        WindowFields,
        "window",
        "sector between two circles",
        (
            Field("outside", "length", "outer diameter", "60 mm"),
            Field("inside", "length", "inner diameter", "30 mm"),
            Field("angle", "angle", "width as an angle", "40 deg"),
            Field("corners", "length", "corner radius", "2 mm", least=0),
        ),
        "a window between circles of {inside} and {outside}, {angle} wide, corners {corners}",
        lambda its, _: outlines.sector_window(
            its.outside_mm, its.inside_mm, its.angle_deg, its.corners_mm
        ),
        ("sector", "spoke window"),
    ),
    OutlineKind(
        PillowFields,
        "pillow",
        "pillow: corner circles joined by bulging sides",
        (
            Field("width", "length", "width over the corners", "60 mm"),
            Field("depth", "length", "depth over the corners", "40 mm"),
            Field("corners", "length", "corner radius", "8 mm"),
            Field("bulge", "length", "bulge of the sides", "4 mm"),
        ),
        "a pillow {width} × {depth}, corners {corners}, sides bulging {bulge}",
        lambda its, _: outlines.pillow(its.width_mm, its.depth_mm, its.corners_mm, its.bulge_mm),
    ),
    *(_section(kind) for kind in "LUTZ"),
)
