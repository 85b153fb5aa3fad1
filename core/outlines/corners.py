"""Rounding and chamfering the corners of a loop, between straight sides and arcs alike.

A rounding touches both sides: its middle is where they meet when both are moved inwards by its
radius. A chamfer's ends lie ``size`` back along each side.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from core.errors import BuildError
from core.outlines.curves import NEAR, Arc, Line, Point, Segment, aside
from core.outlines.intersections import crossings_of
from core.outlines.loop import Loop, Outline

STRAIGHT = 1e-6


def round_corners(outline: Outline, radius: float) -> Outline:
    """Every corner of the outer loop rounded; see `round_loop`.

    >>> from core.outlines.shapes import rectangle
    >>> round(round_corners(rectangle(20, 10), 2.0).area, 6)
    196.566371
    """
    loop = outline.outer
    return Outline(round_loop(loop, dict.fromkeys(loop.corners(), radius)), outline.holes)


def chamfer_corners(outline: Outline, size: float) -> Outline:
    """Every corner of the outer loop cut off, ``size`` back along both its sides.

    >>> from core.outlines.shapes import rectangle
    >>> chamfer_corners(rectangle(20, 10), 2.0).area
    192.0
    """
    loop = outline.outer
    return Outline(chamfer_loop(loop, dict.fromkeys(loop.corners(), size)), outline.holes)


def round_loop(loop: Loop, radii: Mapping[int, float]) -> Loop:
    """A loop with an arc of ``radii[i]`` where segment i begins; see `blend_loop`.

    >>> from core.outlines.shapes import rectangle
    >>> round(round_loop(rectangle(20, 10).outer, {0: 2.0, 2: 2.0}).area, 6)
    198.283185
    """
    return blend_loop(loop, radii, {})


def chamfer_loop(loop: Loop, sizes: Mapping[int, float]) -> Loop:
    """A loop with its corner i cut off ``sizes[i]`` back along both sides.

    >>> from core.outlines.shapes import rectangle
    >>> chamfer_loop(rectangle(20, 10).outer, {1: 3.0}).area
    195.5
    """
    return blend_loop(loop, {}, sizes)


def blend_loop(loop: Loop, radii: Mapping[int, float], cuts: Mapping[int, float]) -> Loop:
    """A loop with some corners rounded and others cut off.

    Raises:
        BuildError: they do not fit; names the largest that does.

    >>> from core.outlines.shapes import rectangle
    >>> round(blend_loop(rectangle(20, 10).outer, {0: 2.0}, {}).area, 6)
    199.141593
    """
    return Loop(tuple(blend_run(loop.segments, radii, cuts)))


def blend_run(
    segments: Sequence[Segment], radii: Mapping[int, float], cuts: Mapping[int, float]
) -> list[Segment]:
    """The segments of a closed run with some of its corners rounded and others cut off.

    >>> run = [Line((0, 0), (10, 0)), Line((10, 0), (10, 10))]
    >>> len(blend_run(run, {1: 2.0}, {})), len(blend_run(run, {}, {}))
    (3, 2)
    """
    asked = {
        i: ("round", r) for i, r in radii.items() if r > NEAR and abs(_turn(segments, i)) > STRAIGHT
    }
    asked |= {i: ("chamfer", size) for i, size in cuts.items() if size > 0}
    blends, wrong = _blends(segments, asked, 1.0)
    if wrong is not None:
        raise _too_large(segments, asked, wrong)
    return _put_in(segments, blends)


@dataclass(frozen=True, slots=True)
class _Blend:
    """What takes a corner's place, and what it takes of the sides before and after it, mm."""

    piece: Segment
    before: float
    after: float


def _blends(
    segments: Sequence[Segment], asked: Mapping[int, tuple[str, float]], factor: float
) -> tuple[dict[int, _Blend], int | None]:
    """The blends of all corners, each ``factor`` as large; and a corner where they do not fit."""
    found: dict[int, _Blend] = {}
    for index, (word, size) in asked.items():
        made = _blend(segments, index, word, size * factor)
        if made is None:
            return {}, index
        found[index] = made
    count = len(segments)
    for index, side in enumerate(segments):
        here, there = found.get(index), found.get((index + 1) % count)
        needed = (here.after if here else 0.0) + (there.before if there else 0.0)
        if needed > side.length + NEAR:
            return {}, index if here else (index + 1) % count
    return found, None


def _too_large(
    segments: Sequence[Segment], asked: Mapping[int, tuple[str, float]], index: int
) -> BuildError:
    word, size = asked[index]
    low, high = 0.0, 1.0
    for _ in range(60):
        middle = (low + high) / 2
        low, high = (
            (low, middle) if _blends(segments, asked, middle)[1] is not None else (middle, high)
        )
    most = math.floor((low * size + 1e-7) * 1000) / 1000
    count = len(segments)
    side = min((segments[index - 1], segments[index]), key=lambda s: s.length)
    number = (index - 1 if side is segments[index - 1] else index) % count + 1
    what = "radius" if word == "round" else "chamfer"
    return BuildError(
        f"a {size:g} mm {what} does not fit: side {number} is {side.length:.4g} mm long",
        remedy=f"at most {most:g} mm" if most > 0 else "another corner",
    )


def _turn(segments: Sequence[Segment], index: int) -> float:
    """Signed angle in radians by which a run turns where segment ``index`` begins."""
    before = segments[index - 1].tangents()[1]
    after = segments[index].tangents()[0]
    cross = before[0] * after[1] - before[1] * after[0]
    return math.atan2(cross, before[0] * after[0] + before[1] * after[1])


def _blend(segments: Sequence[Segment], index: int, word: str, size: float) -> _Blend | None:
    before, after = segments[index - 1], segments[index]
    name = f"corner {index + 1}"
    if word == "chamfer":
        if size > before.length + NEAR or size > after.length + NEAR:
            return None
        start, end = _along(before, before.length - size), _along(after, size)
        return _Blend(Line(start, end, name), size, size)
    side = math.copysign(1.0, _turn(segments, index))
    inner = [aside(segment, side * size) for segment in (before, after)]
    if inner[0] is None or inner[1] is None:
        return None
    corner = after.a
    for middle in sorted(crossings_of(inner[0], inner[1]), key=lambda p: math.dist(p, corner)):
        enter, leave = _foot(before, middle), _foot(after, middle)
        taken, given = before.length - _way_to(before, enter), _way_to(after, leave)
        if taken < -NEAR or given < -NEAR:
            continue
        if taken > before.length + NEAR or given > after.length + NEAR:
            return None
        first = math.atan2(enter[1] - middle[1], enter[0] - middle[0])
        last = math.atan2(leave[1] - middle[1], leave[0] - middle[0])
        sweep = (last - first) * side % (2 * math.pi) * side
        if abs(sweep) > math.pi + 1e-9:
            continue
        return _Blend(Arc(middle, size, first, sweep, name), taken, given)
    return None


def _foot(segment: Segment, point: Point) -> Point:
    """Where a segment's carrier comes nearest to a point (of an arc, on the near side)."""
    if isinstance(segment, Line):
        dx, dy = segment.direction
        along = (point[0] - segment.a[0]) * dx + (point[1] - segment.a[1]) * dy
        return (segment.a[0] + along * dx, segment.a[1] + along * dy)
    away = math.dist(point, segment.center)
    if away < NEAR:
        return segment.a
    scale = segment.radius / away
    (cx, cy) = segment.center
    return (cx + (point[0] - cx) * scale, cy + (point[1] - cy) * scale)


def _way_to(segment: Segment, point: Point) -> float:
    """How far along a segment a point on its carrier lies, mm; below nought before it begins."""
    if isinstance(segment, Line):
        dx, dy = segment.direction
        return (point[0] - segment.a[0]) * dx + (point[1] - segment.a[1]) * dy
    angle = math.atan2(point[1] - segment.center[1], point[0] - segment.center[0])
    turn = (angle - segment.start) * math.copysign(1.0, segment.sweep)
    # seen from the middle of the arc, so that either end may be passed
    half = abs(segment.sweep) / 2
    turn = (turn - half + math.pi) % (2 * math.pi) - math.pi + half
    return turn * segment.radius


def _along(segment: Segment, way: float) -> Point:
    """The point of a segment ``way`` mm from its beginning."""
    if isinstance(segment, Line):
        dx, dy = segment.direction
        return (segment.a[0] + dx * way, segment.a[1] + dy * way)
    return segment.point(segment.start + math.copysign(way / segment.radius, segment.sweep))


def _put_in(segments: Sequence[Segment], blends: Mapping[int, _Blend]) -> list[Segment]:
    pieces: list[Segment] = []
    count = len(segments)
    for index, side in enumerate(segments):
        here, there = blends.get(index), blends.get((index + 1) % count)
        if here:
            pieces.append(here.piece)
        if here or there:
            side = _trimmed(side, here.after if here else 0.0, there.before if there else 0.0)
        pieces.append(side)
    return pieces


def _trimmed(side: Segment, start: float, end: float) -> Segment:
    if isinstance(side, Line):
        return side.between(_along(side, start), _along(side, side.length - end))
    sign = math.copysign(1.0, side.sweep)
    first = side.start + sign * start / side.radius
    sweep = side.sweep - sign * (start + end) / side.radius
    return replace(side, start=first, sweep=sweep if abs(sweep) > NEAR else sign * 0.0)
