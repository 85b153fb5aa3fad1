"""Growing and shrinking where sides vanish or meet others: moved, cut where they cross, and kept
where they are as far from the outline as asked.

`offset` keeps sides one to one, which lids and lofts need; here sides may go and corners may fall
together, and an open run may be thickened to a wall. Arcs stay arcs. O(n²) in the segments.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import pairwise
from typing import Literal

from core.errors import BuildError
from core.outlines.combine import (
    SAME_MM,
    chained,
    inside,
    middle_of,
    piece_between,
    reversed_segment,
)
from core.outlines.curves import NEAR, Arc, Line, Point, Segment, aside
from core.outlines.intersections import crossings_of, on_segment, share_of
from core.outlines.loop import Loop, Outline
from core.outlines.offset import try_offset

KEPT_MM = 1e-6
LEAST_MM2 = 1e-6
Mitre = tuple[Point, Point, Point, Point]
Lies = Literal["left", "right", "on both sides"]


def grown_outline(outline: Outline, by: float) -> Outline:
    """An outline grown by a distance, below nought shrunk, mitred; sides may vanish.

    Raises:
        BuildError: nothing is left, or it falls into pieces.

    >>> from core.outlines.shapes import rectangle
    >>> grown_outline(rectangle(40, 20), -4).area
    384.0
    """
    plain = try_offset(outline, by)
    if plain is not None:
        return plain
    source = [segment for loop in outline.loops for segment in loop.segments]
    raw: list[Segment] = []
    mitres: list[Mitre] = []
    for loop in outline.loops:
        more, corners = _moved(loop.segments, by, closed=True)
        raw += more
        mitres += corners
    kept = [
        piece
        for piece in _kept(raw, source, abs(by), mitres)
        if inside(middle_of(piece)[0], source) == (by < 0)
    ]
    if not kept:
        raise BuildError(
            f"{abs(by):.4g} mm inwards leaves nothing of the outline",
            remedy="less inwards, or a wider outline",
        )
    return chained(kept)


def thickened(run: Sequence[Segment], wall: float, lies: Lies) -> Outline:
    """An open run as a wall of one thickness, its ends square: a bottle from its outside line.

    Args:
        lies: the side of the run on which the wall lies, going along it.

    Raises:
        BuildError: the run is closed, the wall runs into itself, or there is no thickness.

    >>> round(thickened([Line((0, 0), (30, 0)), Line((30, 0), (30, 40))], 2.0, "left").area, 6)
    136.0
    """
    if wall <= 0:
        raise BuildError(f"the wall is {wall:g} mm thick", remedy="more than nought")
    if math.dist(run[0].a, run[-1].b) < SAME_MM:
        raise BuildError("the run is closed: it has no ends", remedy="an outline cut by its inset")
    run = list(run)
    near = far = run
    if lies == "left":
        far = _beside(run, wall)
    elif lies == "right":
        near = _beside(run, -wall)
    else:
        near, far = _beside(run, -wall / 2), _beside(run, wall / 2)
    near = [s.named(f"right {i + 1}") for i, s in enumerate(near)]
    back = [reversed_segment(s).named(f"left {len(far) - i}") for i, s in enumerate(reversed(far))]
    end, start = Line(near[-1].b, back[0].a, "end"), Line(back[-1].b, near[0].a, "start")
    made = Outline(Loop((*near, end, *back, start)))
    if made.outer.area < LEAST_MM2:
        raise BuildError("the wall runs into itself", remedy="a thinner wall, or its other side")
    return made


def _beside(run: Sequence[Segment], by: float) -> list[Segment]:
    """An open run moved to its left by ``by``, cut where it crosses itself."""
    raw, mitres = _moved(run, -by, closed=False)
    pieces = _kept(raw, run, abs(by), mitres)
    tx, ty = run[0].tangents()[0]
    ux, uy = run[-1].tangents()[1]
    at = (run[0].a[0] - ty * by, run[0].a[1] + tx * by)
    end = (run[-1].b[0] - uy * by, run[-1].b[1] + ux * by)
    found: list[Segment] = []
    while math.dist(at, end) > 5 * SAME_MM:
        following = [piece for piece in pieces if math.dist(piece.a, at) < 5 * SAME_MM]
        if not following:
            raise BuildError(
                f"a wall of {abs(by):.4g} mm does not fit inside the run near {at[0]:.4g},"
                f" {at[1]:.4g}",
                remedy="a thinner wall, or its other side",
            )
        found.append(following[0])
        pieces = [piece for piece in pieces if piece is not following[0]]
        at = following[0].b
    return found


def _moved(
    segments: Sequence[Segment], by: float, closed: bool
) -> tuple[list[Segment], list[Mitre]]:
    """Every segment moved to its right by ``by``, and mitred to the next where a gap would open;
    and the four-sided room of each mitre."""
    mitres: list[Mitre] = []
    moved = [aside(segment, -by) for segment in segments]
    found = [segment for segment in moved if segment is not None]
    for index in range(len(segments) if closed else len(segments) - 1):
        one, other = moved[index], moved[(index + 1) % len(segments)]
        before = segments[index].tangents()[1]
        after = segments[(index + 1) % len(segments)].tangents()[0]
        cross = before[0] * after[1] - before[1] * after[0]
        if one is None or other is None or cross * by <= NEAR:
            continue
        ahead = _mitre(one.b, before, other.a, after)
        found += [Line(one.b, ahead, one.name), Line(ahead, other.a, other.name)]
        mitres.append((segments[index].b, one.b, ahead, other.a))
    return [segment for segment in found if segment.length > SAME_MM], mitres


def _mitre(a: Point, before: Point, b: Point, after: Point) -> Point:
    """Where a line on from ``a`` meets one back from ``b``."""
    cross = before[0] * after[1] - before[1] * after[0]
    along = ((b[0] - a[0]) * after[1] - (b[1] - a[1]) * after[0]) / cross
    return (a[0] + along * before[0], a[1] + along * before[1])


def _kept(
    raw: Sequence[Segment], source: Sequence[Segment], away: float, mitres: Sequence[Mitre]
) -> list[Segment]:
    """Moved segments cut where they meet each other. Pieces nearer to the source are dropped, those
    in the room of a mitre, and of those that lie on each other all but one."""
    found: dict[tuple[float, ...], Segment] = {}
    for segment in raw:
        shares = {0.0, 1.0}
        for other in raw:
            if other is segment:
                continue
            for point in [*crossings_of(segment, other), other.a, other.b]:
                if on_segment(point, segment):
                    shares.add(share_of(point, segment))
        for low, high in pairwise(sorted(shares)):
            piece = piece_between(segment, low, high)
            if piece.length < SAME_MM:
                continue
            middle, way = middle_of(piece)
            if _distance(middle, source) > away - KEPT_MM and not any(
                _in_mitre(middle, mitre) for mitre in mitres
            ):
                found.setdefault(tuple(round(v, 4) + 0.0 for v in (*middle, *way)), piece)
    return list(found.values())


def _in_mitre(point: Point, mitre: Mitre) -> bool:
    """Whether a point lies well inside the room of a mitre, a convex four-sided one."""
    sides = [
        ((b[0] - a[0]) * (point[1] - a[1]) - (b[1] - a[1]) * (point[0] - a[0])) / math.dist(a, b)
        for a, b in zip(mitre, (*mitre[1:], mitre[0]), strict=True)
    ]
    return min(sides) > KEPT_MM or max(sides) < -KEPT_MM


def _distance(point: Point, source: Sequence[Segment]) -> float:
    """How near a point is to any segment, mm."""
    return min(_to(point, segment) for segment in source)


def _to(point: Point, segment: Segment) -> float:
    ends = min(math.dist(point, segment.a), math.dist(point, segment.b))
    if isinstance(segment, Line):
        if segment.length < NEAR:
            return ends
        dx, dy = segment.direction
        along = (point[0] - segment.a[0]) * dx + (point[1] - segment.a[1]) * dy
        if not 0 <= along <= segment.length:
            return ends
        return abs((point[0] - segment.a[0]) * dy - (point[1] - segment.a[1]) * dx)
    return min(ends, _to_arc(point, segment))


def _to_arc(point: Point, arc: Arc) -> float:
    angle = math.atan2(point[1] - arc.center[1], point[0] - arc.center[0])
    turn = (angle - arc.start) * math.copysign(1.0, arc.sweep) % (2 * math.pi)
    if turn > abs(arc.sweep):
        return math.inf
    return abs(math.dist(point, arc.center) - arc.radius)
