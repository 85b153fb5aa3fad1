"""Outlines with a hollow or an arm: ring, sector window, pillow, and L, U, T and Z sections."""

from __future__ import annotations

import math

from core.errors import BuildError
from core.outlines.corners import round_loop
from core.outlines.curves import Arc, Line, Point
from core.outlines.loop import Loop, Outline, polygon_loop


def _positive(**values: float) -> None:
    for name, value in values.items():
        if value <= 0:
            word = name.replace("_", " ")
            raise BuildError(f"the {word} is {value:g} mm", remedy=f"a {word} above nought")


def ring(outside: float, inside: float) -> Outline:
    """A ring between two diameters; its sides are ``side`` and ``inside``.

    >>> round(ring(20, 10).area, 6)
    235.619449
    """
    _positive(outside_diameter=outside, inside_diameter=inside)
    if inside >= outside:
        raise BuildError(
            f"a ring {outside:g} mm outside cannot be {inside:g} mm inside",
            remedy=f"less than {outside:g} mm inside",
        )
    outer = Arc((0.0, 0.0), outside / 2, 0.0, 2 * math.pi, "side")
    hole = Arc((0.0, 0.0), inside / 2, 0.0, -2 * math.pi, "inside")
    return Outline(Loop((outer,)), (Loop((hole,)),))


def sector_window(outside: float, inside: float, angle_deg: float, corner: float = 0.0) -> Outline:
    """A window between two radii given as diameters, ``angle_deg`` wide, centred on +x.

    The corners are rounded where the flanks meet the two arcs.

    >>> round(sector_window(20, 10, 90).area, 6)
    58.904862
    """
    _positive(outside_diameter=outside, inside_diameter=inside)
    if inside >= outside or not 0 < angle_deg < 360:
        raise BuildError(
            "a window lies between an inner and a larger outer diameter, over less than 360°",
            remedy="a larger outer diameter, or a smaller inner one or angle",
        )
    half = math.radians(angle_deg) / 2
    big, small = outside / 2, inside / 2
    if corner <= 0:
        a, b = _polar(small, -half), _polar(big, -half)
        c, d = _polar(big, half), _polar(small, half)
        return Outline(
            Loop(
                (
                    Line(a, b, "first flank"),
                    Arc((0.0, 0.0), big, -half, 2 * half, "rim"),
                    Line(c, d, "last flank"),
                    Arc((0.0, 0.0), small, half, -2 * half, "hub"),
                )
            )
        )
    return _rounded_window(big, small, half, corner)


def _rounded_window(big: float, small: float, half: float, r: float) -> Outline:
    """The window with its corner circles tangent to a flank and to an arc."""
    if 2 * r > big - small + 1e-9:
        raise BuildError(
            f"a {r:g} mm corner does not fit a window {big - small:g} mm deep",
            remedy=f"at most {(big - small) / 2:g} mm",
        )
    outer_turn, inner_turn = math.asin(r / (big - r)), math.asin(r / (small + r))
    if max(outer_turn, inner_turn) > half + 1e-12:
        most = small * math.sin(half) / (1 - math.sin(half)) if half < math.pi / 2 else r
        raise BuildError(
            f"a {r:g} mm corner does not fit a window this narrow",
            remedy=f"at most {math.floor(most * 1000) / 1000:g} mm",
        )
    quarter = math.pi / 2
    outer_low = _polar(big - r, -half + outer_turn)
    outer_high = _polar(big - r, half - outer_turn)
    inner_low = _polar(small + r, -half + inner_turn)
    inner_high = _polar(small + r, half - inner_turn)
    flank_out = (big - r) * math.cos(outer_turn)
    flank_in = (small + r) * math.cos(inner_turn)
    return Outline(
        Loop(
            (
                Line(_polar(flank_in, -half), _polar(flank_out, -half), "first flank", -half),
                Arc(outer_low, r, -half - quarter, quarter + outer_turn, "corner 1"),
                Arc((0.0, 0.0), big, -half + outer_turn, 2 * (half - outer_turn), "rim"),
                Arc(outer_high, r, half - outer_turn, quarter + outer_turn, "corner 2"),
                Line(_polar(flank_out, half), _polar(flank_in, half), "last flank", half + math.pi),
                Arc(inner_high, r, half + quarter, quarter - inner_turn, "corner 3"),
                Arc((0.0, 0.0), small, half - inner_turn, -2 * (half - inner_turn), "hub"),
                Arc(inner_low, r, math.pi - half + inner_turn, quarter - inner_turn, "corner 4"),
            )
        )
    )


def _polar(radius: float, angle: float) -> Point:
    return (radius * math.cos(angle), radius * math.sin(angle))


def pillow(width: float, depth: float, corner: float, bulge: float) -> Outline:
    """Four corner circles joined by tangent arcs that bulge out past the corners' tangent line.

    Args:
        width, depth: over the corner circles, mm.
        corner: their radius.
        bulge: how far the middle of each side stands out beyond the corner circles.

    >>> pillow(60, 40, 8, 2).size
    (64.0, 44.0)
    """
    _positive(width=width, depth=depth, corner_radius=corner, bulge=bulge)
    if 2 * corner >= min(width, depth):
        raise BuildError(
            f"corner circles of {corner:g} mm do not fit {width:g} × {depth:g} mm",
            remedy=f"less than {min(width, depth) / 2:g} mm",
        )
    x, y = width / 2 - corner, depth / 2 - corner
    front_center, front_radius, front_turn = _bulge(x, bulge, corner)
    side_center, side_radius, side_turn = _bulge(y, bulge, corner)
    if front_turn + side_turn >= math.pi / 2:
        raise BuildError("the sides bulge so far that nothing is left of the corners",
                         remedy="a smaller bulge")  # fmt: skip
    right, up = 0.0, math.pi / 2
    pieces = []
    corner_sweep = math.pi / 2 - front_turn - side_turn
    data = [
        ("front", (0.0, front_center - y), front_radius, -up, front_turn, (x, -y), 1),
        ("right", (x - side_center, 0.0), side_radius, right, side_turn, (x, y), 2),
        ("back", (0.0, y - front_center), front_radius, up, front_turn, (-x, y), 3),
        ("left", (side_center - x, 0.0), side_radius, math.pi, side_turn, (-x, -y), 4),
    ]
    for name, center, radius, facing, turn, corner_at, number in data:
        pieces.append(Arc(center, radius, facing - turn, 2 * turn, name))
        pieces.append(Arc(corner_at, corner, facing + turn, corner_sweep, f"corner {number}"))
    return Outline(Loop(tuple(pieces)))


def _bulge(half: float, bulge: float, corner: float) -> tuple[float, float, float]:
    """Of an arc tangent to two corner circles ``2 half`` apart and standing ``bulge`` out.

    Returns:
        How far its centre lies behind the line of the corner centres, its radius, half its angle.
    """
    # Inside tangency: (R - r)² = half² + d² with R = d + r + bulge.
    behind = (half**2 - bulge**2) / (2 * bulge)
    if behind <= 0:
        raise BuildError(
            f"a bulge of {bulge:g} mm is more than a half circle", remedy=f"less than {half:.4g} mm"
        )
    return behind, behind + corner + bulge, math.atan2(half, behind)


def section(
    kind: str, width: float, height: float, thickness: float, corner: float = 0.0
) -> Outline:
    """An L, U, T or Z section, standing on y = 0, ``thickness`` thick throughout.

    L: upright at the left. U: open above. T: arm above. Z: lower arm to the left, upper one to
    the right, the web in the middle.

    >>> section("L", 30, 20, 4).area
    184.0
    """
    _positive(width=width, height=height, thickness=thickness)
    t, x = thickness, width / 2
    least = {"L": t, "U": 2 * t, "T": t, "Z": t}[kind]
    low = {"L": t, "U": t, "T": t, "Z": 2 * t}[kind]
    if width <= least or height <= low:
        raise BuildError(
            f"a {kind} section {t:g} mm thick does not fit {width:g} × {height:g} mm",
            remedy=f"more than {least:g} × {low:g} mm",
        )
    h, w = height, t / 2
    points: dict[str, list[Point]] = {
        "L": [(-x, 0), (x, 0), (x, t), (-x + t, t), (-x + t, h), (-x, h)],
        "U": [(-x, 0), (x, 0), (x, h), (x - t, h), (x - t, t), (-x + t, t), (-x + t, h), (-x, h)],
        "T": [(-w, 0), (w, 0), (w, h - t), (x, h - t), (x, h), (-x, h), (-x, h - t), (-w, h - t)],
        "Z": [(-x, 0), (w, 0), (w, h - t), (x, h - t), (x, h), (-w, h), (-w, t), (-x, t)],
    }
    loop = polygon_loop(points[kind], [f"side {i + 1}" for i in range(len(points[kind]))])
    return Outline(
        round_loop(loop, dict.fromkeys(range(len(points[kind])), corner)) if corner else loop
    )
