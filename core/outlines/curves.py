"""The two kinds of segment. Points are (x, y) tuples in millimetres, angles in radians."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

Point = tuple[float, float]
NEAR = 1e-9


@dataclass(frozen=True, slots=True)
class Line:
    """A straight segment from ``a`` to ``b``; ``name`` is the face it will raise."""

    a: Point
    b: Point
    name: str = ""
    heading: float | None = None  # kept so that a segment shrunk to nothing still has a direction

    @property
    def direction(self) -> Point:
        """Unit vector from a to b; the kept heading when the line has no length."""
        dx, dy = self.b[0] - self.a[0], self.b[1] - self.a[1]
        span = math.hypot(dx, dy)
        if span > NEAR:
            return (dx / span, dy / span)
        heading = self.heading or 0.0
        return (math.cos(heading), math.sin(heading))

    @property
    def length(self) -> float:
        """From end to end, mm."""
        return math.dist(self.a, self.b)

    def tangents(self) -> tuple[Point, Point]:
        """Unit directions on entering and on leaving."""
        return self.direction, self.direction

    def named(self, name: str) -> Line:
        """The same segment, its face called otherwise."""
        return replace(self, name=name)

    def between(self, a: Point, b: Point) -> Line:
        """The same line with new ends, its direction remembered."""
        dx, dy = self.direction
        return Line(a, b, self.name, math.atan2(dy, dx))


@dataclass(frozen=True, slots=True)
class Arc:
    """A circular segment: ``sweep`` > 0 runs counter-clockwise. Radius nought is a bare corner."""

    center: Point
    radius: float
    start: float
    sweep: float
    name: str = ""

    def point(self, angle: float) -> Point:
        """The point of the circle at an angle in radians."""
        return (
            self.center[0] + self.radius * math.cos(angle),
            self.center[1] + self.radius * math.sin(angle),
        )

    @property
    def a(self) -> Point:
        """Where it begins."""
        return self.point(self.start)

    @property
    def b(self) -> Point:
        """Where it ends."""
        return self.point(self.start + self.sweep)

    @property
    def length(self) -> float:
        """Along the arc, mm."""
        return self.radius * abs(self.sweep)

    def tangents(self) -> tuple[Point, Point]:
        """Unit directions on entering and on leaving."""
        turn = math.copysign(math.pi / 2, self.sweep)
        first, last = self.start + turn, self.start + self.sweep + turn
        return (math.cos(first), math.sin(first)), (math.cos(last), math.sin(last))

    def named(self, name: str) -> Arc:
        """The same segment, its face called otherwise."""
        return replace(self, name=name)


Segment = Line | Arc


def aside(segment: Segment, by: float) -> Segment | None:
    """A segment moved to its left by ``by``; None where an arc would lose its radius.

    >>> aside(Line((0, 0), (10, 0)), 2.0).a
    (0.0, 2.0)
    >>> aside(Arc((0, 0), 5.0, 0.0, 1.0), 6.0) is None
    True
    """
    if isinstance(segment, Line):
        dx, dy = segment.direction
        (ax, ay), (bx, by_) = segment.a, segment.b
        return segment.between((ax - dy * by, ay + dx * by), (bx - dy * by, by_ + dx * by))
    radius = segment.radius - by * math.copysign(1.0, segment.sweep)
    return replace(segment, radius=radius) if radius > NEAR else None
