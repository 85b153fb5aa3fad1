"""One outline joined with another, or cut out of it, arcs kept as arcs.

Both boundaries are split where they meet; every piece is kept or dropped by whether its middle
lies inside the other outline. O(n·m) in the segments.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import pairwise
from typing import Literal

from core.errors import BuildError
from core.outlines.curves import Arc, Line, Point, Segment
from core.outlines.intersections import crossings_of, on_segment, share_of
from core.outlines.loop import Loop, Outline

SAME_MM = 1e-5  # shorter pieces are dropped; ends this near (times five) are joined
Mode = Literal["add", "cut", "common"]


def combine_outlines(first: Outline, second: Outline, mode: Mode) -> Outline:
    """``first`` joined with ``second``, less ``second``, or what both share.

    Raises:
        BuildError: nothing is left, or it falls into several pieces.

    >>> from core.outlines.shapes import rectangle
    >>> combine_outlines(rectangle(40, 20), rectangle(10, 10).moved(20, 0), "cut").area
    750.0
    """
    ours = _pieces(first, second)
    theirs = _pieces(second, first)
    kept: list[Segment] = []
    for segment, where in ours:
        within = where == "in"
        if (
            (where == "out" and mode != "common")
            or (within and mode == "common")
            or (where == "along" and mode != "cut")
            or (where == "against" and mode == "cut")
        ):
            kept.append(segment)
    for segment, where in theirs:
        if where == "out" and mode == "add":
            kept.append(segment)
        elif where == "in" and mode != "add":
            kept.append(reversed_segment(segment) if mode == "cut" else segment)
    return chained(kept)


def _pieces(outline: Outline, other: Outline) -> list[tuple[Segment, str]]:
    """Segments cut where they meet the other outline: in, out, along or against it."""
    edges = [segment for loop in other.loops for segment in loop.segments]
    found: list[tuple[Segment, str]] = []
    for loop in outline.loops:
        for segment in loop.segments:
            shares = {0.0, 1.0}
            for edge in edges:
                for point in [*crossings_of(segment, edge), edge.a, edge.b]:
                    if on_segment(point, segment):
                        shares.add(share_of(point, segment))
            cuts = sorted(shares)
            for low, high in pairwise(cuts):
                piece = piece_between(segment, low, high)
                if piece.length > SAME_MM:
                    found.append((piece, _where(piece, edges)))
    return found


def piece_between(segment: Segment, low: float, high: float) -> Segment:
    """A segment between two shares of its length.

    >>> piece_between(Line((0, 0), (10, 0)), 0.25, 0.75).a
    (2.5, 0.0)
    """
    if low == 0.0 and high == 1.0:
        return segment
    if isinstance(segment, Line):
        (ax, ay), (bx, by) = segment.a, segment.b
        dx, dy = bx - ax, by - ay
        return Line(
            (ax + low * dx, ay + low * dy), (ax + high * dx, ay + high * dy), segment.name,
            math.atan2(dy, dx),
        )  # fmt: skip
    return Arc(
        segment.center,
        segment.radius,
        segment.start + low * segment.sweep,
        (high - low) * segment.sweep,
        segment.name,
    )


def middle_of(segment: Segment) -> tuple[Point, Point]:
    """The middle point of a segment and the way it runs there.

    >>> middle_of(Line((0, 0), (10, 0)))
    ((5.0, 0.0), (1.0, 0.0))
    """
    if isinstance(segment, Line):
        at = ((segment.a[0] + segment.b[0]) / 2, (segment.a[1] + segment.b[1]) / 2)
        return at, segment.direction
    angle = segment.start + segment.sweep / 2
    sign = math.copysign(1.0, segment.sweep)
    return segment.point(angle), (-sign * math.sin(angle), sign * math.cos(angle))


def _where(piece: Segment, edges: Sequence[Segment]) -> str:
    at, way = middle_of(piece)
    for edge in edges:
        if on_segment(at, edge):
            share = share_of(at, edge)
            own = middle_of(piece_between(edge, max(share - 1e-4, 0.0), min(share + 1e-4, 1.0)))[1]
            return "along" if way[0] * own[0] + way[1] * own[1] > 0 else "against"
    return "in" if inside(at, edges) else "out"


def inside(point: Point, edges: Sequence[Segment]) -> bool:
    """Whether a point lies inside closed loops, by counting what a ray to the right crosses.

    >>> from core.outlines.shapes import circle
    >>> edges = circle(10).outer.segments
    >>> inside((4, 0), edges), inside((6, 0), edges)
    (True, False)
    """
    x, y = point[0], point[1] + 1.7e-9
    count = 0
    for edge in edges:
        if isinstance(edge, Line):
            (ax, ay), (bx, by) = edge.a, edge.b
            if (ay > y) != (by > y) and ax + (y - ay) / (by - ay) * (bx - ax) > x:
                count += 1
            continue
        height = y - edge.center[1]
        if abs(height) >= edge.radius:
            continue
        reach = math.sqrt(edge.radius**2 - height**2)
        for hit in (edge.center[0] - reach, edge.center[0] + reach):
            if hit > x and _in_sweep(math.atan2(height, hit - edge.center[0]), edge):
                count += 1
    return count % 2 == 1


def _in_sweep(angle: float, arc: Arc) -> bool:
    turn = (angle - arc.start) * math.copysign(1.0, arc.sweep) % (2 * math.pi)
    return turn <= abs(arc.sweep)


def reversed_segment(segment: Segment) -> Segment:
    """The same segment run the other way.

    >>> turned = reversed_segment(Line((0, 0), (10, 0)))
    >>> turned.a, turned.b
    ((10, 0), (0, 0))
    """
    if isinstance(segment, Line):
        heading = None if segment.heading is None else segment.heading + math.pi
        return Line(segment.b, segment.a, segment.name, heading)
    return Arc(
        segment.center, segment.radius, segment.start + segment.sweep, -segment.sweep, segment.name
    )


def chained(segments: list[Segment]) -> Outline:
    """Segments chained into loops, and those into one outline.

    >>> sides = [Line((0, 0), (4, 0)), Line((0, 3), (0, 0)), Line((4, 0), (0, 3))]
    >>> chained(sides).area
    6.0
    """
    left = list(segments)
    loops: list[Loop] = []
    while left:
        run = [left.pop(0)]
        while math.dist(run[-1].b, run[0].a) > 5 * SAME_MM:
            end, way = run[-1].b, run[-1].tangents()[1]
            following = [i for i, s in enumerate(left) if math.dist(s.a, end) < 5 * SAME_MM]
            if not following:
                raise BuildError(
                    "the two outlines touch without crossing", remedy="move one a little"
                )
            # where several go on, the sharpest turn to the left keeps loops apart
            best = max(following, key=lambda i: _turn(way, left[i].tangents()[0]))
            run.append(left.pop(best))
        loops.append(Loop(tuple(run)))
    outers = [loop for loop in loops if loop.area > 1e-6]
    if not outers:
        raise BuildError("nothing is left of the outline", remedy="a smaller outline to take away")
    if len(outers) > 1:
        raise BuildError(
            f"the outline falls into {len(outers)} pieces",
            remedy="let them overlap, or use a step each",
        )
    return Outline(outers[0], tuple(loop for loop in loops if loop.area < -1e-6))


def _turn(before: Point, after: Point) -> float:
    cross = before[0] * after[1] - before[1] * after[0]
    return math.atan2(cross, before[0] * after[0] + before[1] * after[1])
