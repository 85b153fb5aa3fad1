"""A closed run of segments, and the outline made of one outer loop and its holes."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from core.outlines.curves import Arc, Line, Point, Segment


@dataclass(frozen=True, slots=True)
class Loop:
    """Segments end to end, the last meeting the first, material on the left."""

    segments: tuple[Segment, ...]

    @property
    def area(self) -> float:
        """Signed area in mm², positive counter-clockwise; arcs exact (shoelace + sectors).

        >>> from core.outlines.shapes import circle
        >>> round(circle(10).outer.area, 6)
        78.539816
        """
        total = 0.0
        for segment in self.segments:
            (ax, ay), (bx, by) = segment.a, segment.b
            total += (ax * by - bx * ay) / 2
            if isinstance(segment, Arc):
                total += segment.radius**2 * (segment.sweep - math.sin(segment.sweep)) / 2
        return total

    @property
    def length(self) -> float:
        """Length round the loop in mm, arcs exact."""
        return sum(segment.length for segment in self.segments)

    @property
    def bounds(self) -> tuple[float, float, float, float]:
        """(min x, min y, max x, max y) in mm, arcs exact."""
        xs: list[float] = []
        ys: list[float] = []
        for segment in self.segments:
            points = [segment.a, segment.b]
            if isinstance(segment, Arc):
                points += _extremes(segment)
            xs += [point[0] for point in points]
            ys += [point[1] for point in points]
        return min(xs), min(ys), max(xs), max(ys)

    def corners(self) -> list[int]:
        """Indices i at which segments i-1 and i meet at an angle."""
        found = []
        for index, segment in enumerate(self.segments):
            before = self.segments[index - 1].tangents()[1]
            after = segment.tangents()[0]
            if abs(before[0] * after[1] - before[1] * after[0]) > 1e-6 or (
                before[0] * after[0] + before[1] * after[1] < 0
            ):
                found.append(index)
        return found


@dataclass(frozen=True, slots=True)
class Outline:
    """One outer loop (counter-clockwise) and the holes in it (clockwise)."""

    outer: Loop
    holes: tuple[Loop, ...] = ()

    @property
    def loops(self) -> tuple[Loop, ...]:
        """The outer loop and the holes in it."""
        return (self.outer, *self.holes)

    @property
    def area(self) -> float:
        """Area in mm² of the outline less its holes."""
        return sum(loop.area for loop in self.loops)

    @property
    def bounds(self) -> tuple[float, float, float, float]:
        """(min x, min y, max x, max y) in mm, arcs exact."""
        return self.outer.bounds

    @property
    def size(self) -> tuple[float, float]:
        """Width and depth in mm."""
        low_x, low_y, high_x, high_y = self.bounds
        return high_x - low_x, high_y - low_y

    def moved(self, x: float, y: float) -> Outline:
        """The outline shifted by millimetres."""
        if x == 0 and y == 0:
            return self

        def shifted(segment: Segment) -> Segment:
            if isinstance(segment, Line):
                a, b = segment.a, segment.b
                return Line(
                    (a[0] + x, a[1] + y), (b[0] + x, b[1] + y), segment.name, segment.heading
                )
            return replace(segment, center=(segment.center[0] + x, segment.center[1] + y))

        loops = [Loop(tuple(shifted(s) for s in loop.segments)) for loop in self.loops]
        return Outline(loops[0], tuple(loops[1:]))

    def turned(self, angle_deg: float) -> Outline:
        """The outline turned about the origin, counter-clockwise."""
        if angle_deg == 0:
            return self
        angle = math.radians(angle_deg)
        cos, sin = math.cos(angle), math.sin(angle)

        def spun(p: Point) -> Point:
            return (p[0] * cos - p[1] * sin, p[0] * sin + p[1] * cos)

        def moved(segment: Segment) -> Segment:
            if isinstance(segment, Line):
                heading = None if segment.heading is None else segment.heading + angle
                return Line(spun(segment.a), spun(segment.b), segment.name, heading)
            return replace(segment, center=spun(segment.center), start=segment.start + angle)

        loops = [Loop(tuple(moved(s) for s in loop.segments)) for loop in self.loops]
        return Outline(loops[0], tuple(loops[1:]))

    def renamed(self, suffix: str) -> Outline:
        """The outline with a suffix to the name of every side."""
        loops = [
            Loop(tuple(replace(s, name=s.name + suffix) for s in loop.segments))
            for loop in self.loops
        ]
        return Outline(loops[0], tuple(loops[1:]))

    def names(self) -> list[str]:
        """The name of every side once, in order."""
        seen: dict[str, None] = {}
        for loop in self.loops:
            for segment in loop.segments:
                seen.setdefault(segment.name)
        return list(seen)


def _extremes(arc: Arc) -> list[Point]:
    """Points of an arc furthest along an axis."""
    low, high = sorted((arc.start, arc.start + arc.sweep))
    quarter = math.pi / 2
    first = math.ceil((low - 1e-12) / quarter)
    last = math.floor((high + 1e-12) / quarter)
    return [arc.point(step * quarter) for step in range(first, last + 1)]


def polygon_loop(points: list[Point], names: list[str]) -> Loop:
    """A loop of straight sides through ``points``; side i leaves point i.

    >>> polygon_loop([(0, 0), (4, 0), (0, 3)], ["a", "b", "c"]).length
    12.0
    """
    count = len(points)
    return Loop(tuple(Line(points[i], points[(i + 1) % count], names[i]) for i in range(count)))
