"""Where lines and arcs meet, and where on a segment a point lies."""

from __future__ import annotations

import math

from core.outlines.curves import Arc, Line, Point, Segment

ON_MM = 1e-7


def crossings_of(one: Segment, other: Segment) -> list[Point]:
    """Points common to the carriers of two segments; none where they coincide.

    >>> crossings_of(Line((0, 0), (10, 0)), Line((5, -5), (5, 5)))
    [(5.0, 0.0)]
    """
    if isinstance(one, Line) and isinstance(other, Line):
        return line_line(one.a, one.direction, other.a, other.direction)
    if isinstance(one, Line):
        assert isinstance(other, Arc)
        return line_circle(one.a, one.direction, other.center, other.radius)
    if isinstance(other, Line):
        return line_circle(other.a, other.direction, one.center, one.radius)
    return circle_circle(one.center, one.radius, other.center, other.radius)


def on_segment(point: Point, segment: Segment) -> bool:
    """Whether a point lies on a segment, its ends included.

    >>> on_segment((4, 0), Line((0, 0), (10, 0))), on_segment((12, 0), Line((0, 0), (10, 0)))
    (True, False)
    """
    if isinstance(segment, Line):
        along = share_of(point, segment)
        if not -1e-9 <= along <= 1 + 1e-9:
            return False
        (ax, ay), (bx, by) = segment.a, segment.b
        return math.dist(point, (ax + along * (bx - ax), ay + along * (by - ay))) < ON_MM
    if abs(math.dist(point, segment.center) - segment.radius) > ON_MM:
        return False
    return share_of(point, segment) <= 1 + 1e-9


def share_of(point: Point, segment: Segment) -> float:
    """How far along a segment a point on it lies: 0 at its start, 1 at its end.

    >>> share_of((4, 0), Line((0, 0), (10, 0)))
    0.4
    """
    if isinstance(segment, Line):
        (ax, ay), (bx, by) = segment.a, segment.b
        square = (bx - ax) ** 2 + (by - ay) ** 2
        share = ((point[0] - ax) * (bx - ax) + (point[1] - ay) * (by - ay)) / max(square, 1e-30)
    else:
        angle = math.atan2(point[1] - segment.center[1], point[0] - segment.center[0])
        turn = (angle - segment.start) * math.copysign(1.0, segment.sweep) % (2 * math.pi)
        share = turn / abs(segment.sweep)
        whole = 2 * math.pi / abs(segment.sweep)
        if share > whole - 1e-9:
            share -= whole
    for end in (0.0, 1.0):
        if abs(share - end) < 1e-9:
            return end
    return share


def line_line(p: Point, d: Point, q: Point, e: Point) -> list[Point]:
    """Where a line through p along d meets one through q along e.

    >>> line_line((0, 0), (1, 0), (5, -5), (0, 1)), line_line((0, 0), (1, 0), (0, 3), (1, 0))
    ([(5.0, 0.0)], [])
    """
    cross = d[0] * e[1] - d[1] * e[0]
    if abs(cross) < 1e-12:
        return []
    along = ((q[0] - p[0]) * e[1] - (q[1] - p[1]) * e[0]) / cross
    return [(p[0] + along * d[0], p[1] + along * d[1])]


def line_circle(p: Point, d: Point, center: Point, radius: float) -> list[Point]:
    """Where a line through p along the unit vector d meets a circle; touching gives two alike.

    >>> line_circle((-10, 3), (1, 0), (0, 0), 5)
    [(4.0, 3.0), (-4.0, 3.0)]
    """
    along = (center[0] - p[0]) * d[0] + (center[1] - p[1]) * d[1]
    foot = (p[0] + along * d[0], p[1] + along * d[1])
    square = radius**2 - math.dist(foot, center) ** 2
    if square < -1e-7:
        return []
    half = math.sqrt(max(square, 0.0))
    return [(foot[0] + side * half * d[0], foot[1] + side * half * d[1]) for side in (1, -1)]


def circle_circle(c: Point, r: float, k: Point, s: float) -> list[Point]:
    """Where two circles meet; none where they share a centre.

    >>> circle_circle((0, 0), 5, (6, 0), 5)
    [(3.0, 4.0), (3.0, -4.0)]
    """
    apart = math.dist(c, k)
    if apart < 1e-12 or apart > r + s + 1e-7 or apart < abs(r - s) - 1e-7:
        return []
    along = (apart**2 + r**2 - s**2) / (2 * apart)
    half = math.sqrt(max(r**2 - along**2, 0.0))
    ux, uy = (k[0] - c[0]) / apart, (k[1] - c[1]) / apart
    foot = (c[0] + along * ux, c[1] + along * uy)
    return [(foot[0] - side * half * uy, foot[1] + side * half * ux) for side in (1, -1)]
