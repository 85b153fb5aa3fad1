"""Outlines asked for by name, centred on the origin. Lengths in millimetres."""

from __future__ import annotations

import math

from core.errors import BuildError
from core.outlines.corners import round_loop
from core.outlines.curves import Arc, Line
from core.outlines.loop import Loop, Outline, polygon_loop


def _positive(value: float, name: str) -> None:
    if value <= 0:
        raise BuildError(f"the {name} is {value:g} mm", remedy=f"a {name} above nought")


def circle(diameter: float) -> Outline:
    """A circle; its one side is ``side``.

    >>> round(circle(10).area, 6)
    78.539816
    """
    _positive(diameter, "diameter")
    return Outline(Loop((Arc((0.0, 0.0), diameter / 2, 0.0, 2 * math.pi, "side"),)))


def rectangle(width: float, depth: float, corners: tuple[float, ...] = ()) -> Outline:
    """A rectangle ``width`` along x, ``depth`` along y, with none, one or four corner radii.

    Four radii run front left, front right, back right, back left. Sides: ``front`` (towards
    -y), ``right``, ``back``, ``left``.

    >>> rectangle(40, 20).area, round(rectangle(40, 20, (5.0,)).area, 6)
    (800.0, 778.539816)
    """
    _positive(width, "width")
    _positive(depth, "depth")
    x, y = width / 2, depth / 2
    points = [(-x, -y), (x, -y), (x, y), (-x, y)]
    loop = polygon_loop(points, ["front", "right", "back", "left"])
    radii = corners * 4 if len(corners) == 1 else corners
    return Outline(round_loop(loop, dict(enumerate(radii))) if any(radii) else loop)


def regular_polygon(
    sides: int, across: float, measured: str = "flats", corner: float = 0.0
) -> Outline:
    """A regular polygon with side 1 in front, ``across`` its flats or its corners.

    Across flats is twice the inscribed radius, across corners twice the circumscribed one,
    also where an odd number of sides has no opposite to measure to.

    >>> tuple(round(x, 6) for x in regular_polygon(6, 10).size)
    (11.547005, 10.0)
    """
    if not 3 <= sides <= 200:
        raise BuildError(f"a polygon of {sides} sides", remedy="3 to 200 sides")
    _positive(across, f"size across {measured}")
    half = math.pi / sides
    outer = across / 2 / math.cos(half) if measured == "flats" else across / 2
    first = -math.pi / 2 - half
    points = [
        (outer * math.cos(first + 2 * half * i), outer * math.sin(first + 2 * half * i))
        for i in range(sides)
    ]
    loop = polygon_loop(points, [f"side {i + 1}" for i in range(sides)])
    return Outline(round_loop(loop, dict.fromkeys(range(sides), corner)) if corner else loop)


def slot(length: float, width: float) -> Outline:
    """An oval with straight sides and half-round ends, ``length`` over all along x.

    >>> slot(30, 10).size, round(slot(30, 10).area, 6)
    ((30.0, 10.0), 278.539816)
    """
    _positive(width, "width")
    if length < width:
        raise BuildError(
            f"a slot {length:g} mm long cannot be {width:g} mm wide",
            remedy=f"a length of at least {width:g} mm",
        )
    r, x = width / 2, (length - width) / 2
    quarter = math.pi / 2
    return Outline(
        Loop(
            (
                Line((-x, -r), (x, -r), "front", 0.0),
                Arc((x, 0.0), r, -quarter, math.pi, "right"),
                Line((x, r), (-x, r), "back", math.pi),
                Arc((-x, 0.0), r, quarter, math.pi, "left"),
            )
        )
    )


def right_triangle(width: float, height: float) -> Outline:
    """A triangle ``width`` along x with its right angle at the lower left, ``height`` tall there.

    Its box is centred on the origin. Sides: ``front``, ``slope``, ``left``.

    >>> right_triangle(30, 20).area
    300.0
    """
    _positive(width, "width")
    _positive(height, "height")
    x, y = width / 2, height / 2
    return Outline(polygon_loop([(-x, -y), (x, -y), (-x, y)], ["front", "slope", "left"]))


def half_disc(diameter: float) -> Outline:
    """The right half of a disc, its straight side on x = 0: turned about that it is a ball.

    >>> round(half_disc(20).area, 6)
    157.079633
    """
    _positive(diameter, "diameter")
    r = diameter / 2
    arc = Arc((0.0, 0.0), r, -math.pi / 2, math.pi, "round")
    return Outline(Loop((arc, Line((0.0, r), (0.0, -r), "flat"))))
