"""Outlines asked for by name: circle, rectangle, polygon, slot, ring and sections."""

from __future__ import annotations

from core import outlines
from core.errors import BuildError
from core.outlines import Outline
from core.steps.field import Field
from core.steps.outline_kind import Numbers, OutlineKind, Words
from core.steps.state import PartState


def _rectangle(numbers: Numbers, words: Words, state: PartState) -> Outline:
    corner = numbers["corners"]
    _not_negative("corner radius", corner)
    return outlines.rectangle(numbers["width"], numbers["depth"], (corner,) if corner else ())


CORNERS = ("front_left", "front_right", "back_right", "back_left")


def _rectangle_by_corners(numbers: Numbers, words: Words, state: PartState) -> Outline:
    radii = tuple(numbers[name] for name in CORNERS)
    for radius in radii:
        _not_negative("corner radius", radius)
    return outlines.rectangle(numbers["width"], numbers["depth"], radii)


def _polygon(numbers: Numbers, words: Words, state: PartState) -> Outline:
    _not_negative("corner radius", numbers["corners"])
    return outlines.regular_polygon(
        round(numbers["sides"]), numbers["across"], words["measured"], numbers["corners"]
    )


def _not_negative(name: str, value: float) -> None:
    if value < 0:
        raise BuildError(f"the {name} is {value:g} mm", remedy="nought or more")


def _section(kind: str) -> OutlineKind:
    return OutlineKind(
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
        lambda n, *_: outlines.section(kind, n["width"], n["height"], n["thickness"], n["corners"]),
    )


BY_NAME = (
    OutlineKind(
        "circle",
        "circle",
        (Field("diameter", "length", "diameter", "30 mm"),),
        "a circle {diameter} across",
        lambda numbers, *_: outlines.circle(numbers["diameter"]),
        ("disc", "cylinder", "round bar", "rod"),
    ),
    OutlineKind(
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
        "rectangle by corners",
        "rectangle, corner by corner",
        (
            Field("width", "length", "width, left to right", "40 mm"),
            Field("depth", "length", "depth, front to back", "30 mm"),
            Field("front_left", "length", "front left corner", "6 mm"),
            Field("front_right", "length", "front right corner", "6 mm"),
            Field("back_right", "length", "back right corner", "0"),
            Field("back_left", "length", "back left corner", "0"),
        ),
        "a rectangle {width} × {depth}, its corners {front_left} and {front_right} in front, "
        "{back_right} and {back_left} behind",
        _rectangle_by_corners,
    ),
    OutlineKind(
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
        "right triangle",
        "right-angled triangle",
        (
            Field("width", "length", "width, left to right", "30 mm", above=0),
            Field("height", "length", "height, at the left", "15 mm", above=0),
        ),
        "a right-angled triangle {width} × {height}",
        lambda n, *_: outlines.right_triangle(n["width"], n["height"]),
        ("wedge", "ramp", "triangle"),
    ),
    OutlineKind(
        "half disc",
        "semicircle",
        (Field("diameter", "length", "diameter", "24 mm", above=0),),
        "a semicircle {diameter} across",
        lambda n, *_: outlines.half_disc(n["diameter"]),
        ("half circle", "D shape"),
        ("sphere", "dimple", "ball", "dome", "hemisphere"),
    ),
    OutlineKind(
        "slot",
        "slot, an oval with straight sides",
        (
            Field("length", "length", "length over all", "40 mm"),
            Field("width", "length", "width", "20 mm"),
        ),
        "an oval {length} × {width}",
        lambda numbers, *_: outlines.slot(numbers["length"], numbers["width"]),
    ),
    OutlineKind(
        "ring",
        "ring",
        (
            Field("outside", "length", "outside diameter", "30 mm"),
            Field("inside", "length", "inside diameter", "20 mm"),
        ),
        "a ring {outside} outside, {inside} inside",
        lambda n, *_: outlines.ring(n["outside"], n["inside"]),
        ("ring", "tube", "pipe", "bush"),
    ),
    OutlineKind(
        "window",
        "sector between two circles",
        (
            Field("outside", "length", "outer diameter", "60 mm"),
            Field("inside", "length", "inner diameter", "30 mm"),
            Field("angle", "angle", "width as an angle", "40 deg"),
            Field("corners", "length", "corner radius", "2 mm"),
        ),
        "a window between circles of {inside} and {outside}, {angle} wide, corners {corners}",
        lambda n, *_: outlines.sector_window(n["outside"], n["inside"], n["angle"], n["corners"]),
        ("sector", "spoke window"),
    ),
    OutlineKind(
        "pillow",
        "pillow: corner circles joined by bulging sides",
        (
            Field("width", "length", "width over the corners", "60 mm"),
            Field("depth", "length", "depth over the corners", "40 mm"),
            Field("corners", "length", "corner radius", "8 mm"),
            Field("bulge", "length", "bulge of the sides", "4 mm"),
        ),
        "a pillow {width} × {depth}, corners {corners}, sides bulging {bulge}",
        lambda n, *_: outlines.pillow(n["width"], n["depth"], n["corners"], n["bulge"]),
    ),
    *(_section(kind) for kind in "LUTZ"),
)
