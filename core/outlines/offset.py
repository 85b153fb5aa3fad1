"""Growing and shrinking an outline, segment for segment.

Lines move parallel, arcs change their radius, corners stay mitred. An arc shrunk past nothing
becomes the bare corner where its neighbours meet. Because segments are kept one to one, the
names of faces and the loft between two offsets stay true. O(n).
"""

from __future__ import annotations

import math

import shapely

from core.errors import BuildError
from core.outlines.curves import NEAR, Arc, Line, Point, Segment
from core.outlines.flatten import flatten
from core.outlines.intersections import circle_circle, line_circle, line_line
from core.outlines.loop import Loop, Outline


def offset_outline(outline: Outline, distance: float) -> Outline:
    """The outline grown (``distance`` > 0) or shrunk by a distance in millimetres.

    Raises:
        BuildError: nothing is left, or a side vanishes; names the largest inset that works.

    >>> from core.outlines.shapes import rectangle
    >>> offset_outline(rectangle(90, 180), -8).size
    (74.0, 164.0)
    """
    moved = try_offset(outline, distance)
    if moved is None:
        if distance < 0:
            most = largest_inset(outline)
            raise BuildError(
                f"{-distance:.4g} mm inwards leaves nothing: the narrowest place is "
                f"{2 * most:.4g} mm across",
                remedy=f"less than {math.floor(most * 100) / 100:g} mm",
            )
        raise BuildError(
            f"the outline closes up when it grows by {distance:.4g} mm",
            remedy="a smaller growth, or a wider gap in the outline",
        )
    return moved


def largest_inset(outline: Outline) -> float:
    """The inset in millimetres at which the outline stops being the same outline.

    >>> from core.outlines.shapes import rectangle
    >>> round(largest_inset(rectangle(20, 10)), 6)
    5.0
    """
    low, high = 0.0, min(outline.size) / 2 + 1.0
    for _ in range(40):
        middle = (low + high) / 2
        low, high = (middle, high) if try_offset(outline, -middle) else (low, middle)
    return low


def try_offset(outline: Outline, distance: float) -> Outline | None:
    """`offset_outline`, or None where it would raise.

    >>> from core.outlines.shapes import rectangle
    >>> try_offset(rectangle(20, 10), -4).area, try_offset(rectangle(20, 10), -6) is None
    (24.0, True)
    """
    if abs(distance) < NEAR:
        return outline
    loops = [_offset_loop(loop, distance) for loop in outline.loops]
    if any(loop is None for loop in loops):
        return None
    kept = [loop for loop in loops if loop is not None]
    if any(new.area * old.area <= 0 for new, old in zip(kept, outline.loops, strict=True)):
        return None
    moved = Outline(kept[0], tuple(kept[1:]))
    return moved if _is_plain(outline) or not crosses_itself(moved) else None


def _is_plain(outline: Outline) -> bool:
    """One loop that nowhere turns inwards: its offsets cannot cross themselves."""
    if outline.holes:
        return False
    segments = outline.outer.segments
    if any(isinstance(segment, Arc) and segment.sweep < 0 for segment in segments):
        return False
    for index, segment in enumerate(segments):
        before, after = segments[index - 1].tangents()[1], segment.tangents()[0]
        if before[0] * after[1] - before[1] * after[0] < -1e-9:
            return False
    return True


def crosses_itself(outline: Outline) -> bool:
    """Whether the loops of an outline cross themselves or each other.

    >>> from core.outlines.loop import Outline, polygon_loop
    >>> crosses_itself(Outline(polygon_loop([(0, 0), (4, 3), (4, 0), (0, 3)], list("abcd"))))
    True
    """
    loops = [
        shapely.remove_repeated_points(shapely.Polygon(points), 1e-9)
        for points in flatten(outline, "inside")[0]
    ]
    shell, holes = loops[0], loops[1:]
    if any(not loop.is_valid for loop in loops):
        return True
    return any(not shell.contains(hole) for hole in holes) or any(
        one.intersects(other) for i, one in enumerate(holes) for other in holes[i + 1 :]
    )


def _offset_loop(loop: Loop, distance: float) -> Loop | None:
    segments = loop.segments
    if len(segments) == 1:
        arc = segments[0]
        assert isinstance(arc, Arc)
        radius = arc.radius + distance * math.copysign(1.0, arc.sweep)
        if radius <= NEAR:
            return None
        return Loop((Arc(arc.center, radius, arc.start, arc.sweep, arc.name),))
    radii = {
        i: segment.radius + distance * math.copysign(1.0, segment.sweep)
        for i, segment in enumerate(segments)
        if isinstance(segment, Arc)
    }
    live = [i for i in range(len(segments)) if i not in radii or radii[i] > NEAR]
    if len(live) < 2:
        return None
    joints: dict[int, Point] = {}  # where live segment i begins
    for place, index in enumerate(live):
        before = live[place - 1]
        joint = _joint(segments, radii, before, index, distance)
        if joint is None:
            return None
        joints[index] = joint
    pieces: list[Segment] = []
    for index, segment in enumerate(segments):
        following = next((i for i in live if i > index), live[0])
        if index not in live:
            arc = segment
            assert isinstance(arc, Arc)
            pieces.append(Arc(joints[following], 0.0, arc.start, arc.sweep, arc.name))
            continue
        piece = _between(segment, radii.get(index), joints[index], joints[following])
        if piece is None:
            return None
        pieces.append(piece)
    return Loop(tuple(pieces))


def _between(segment: Segment, radius: float | None, a: Point, b: Point) -> Segment | None:
    """The moved segment between two joints; None when it would run backwards."""
    if isinstance(segment, Line):
        dx, dy = segment.direction
        if (b[0] - a[0]) * dx + (b[1] - a[1]) * dy < -1e-7:
            return None
        return segment.between(a, b)
    assert radius is not None
    (cx, cy) = segment.center
    start = math.atan2(a[1] - cy, a[0] - cx)
    end = math.atan2(b[1] - cy, b[0] - cx)
    sweep = (end - start) % (2 * math.pi)
    if segment.sweep < 0:
        sweep -= 2 * math.pi
    if abs(sweep) > abs(segment.sweep) + math.pi / 2:  # the joints have passed each other
        if 2 * math.pi - abs(sweep) > 1e-7:
            return None
        sweep = 0.0
    return Arc(segment.center, radius, start, sweep, segment.name)


def _joint(
    segments: tuple[Segment, ...], radii: dict[int, float], before: int, after: int, distance: float
) -> Point | None:
    """Where two moved neighbours meet."""
    first, second = segments[before], segments[after]
    leaving, entering = first.tangents()[1], second.tangents()[0]
    cross = leaving[0] * entering[1] - leaving[1] * entering[0]
    dot = leaving[0] * entering[0] + leaving[1] * entering[1]
    corner = first.b
    adjacent = (before + 1) % len(segments) == after
    if adjacent and abs(cross) < 1e-7 and dot > 0:
        return (corner[0] + leaving[1] * distance, corner[1] - leaving[0] * distance)
    guess = (
        corner[0] + (leaving[1] + entering[1]) / 2 * distance,
        corner[1] - (leaving[0] + entering[0]) / 2 * distance,
    )
    if not adjacent:
        skipped = segments[(before + 1) % len(segments)]
        guess = skipped.center if isinstance(skipped, Arc) else guess
    crossings = _crossings(
        _moved(first, radii.get(before), distance), _moved(second, radii.get(after), distance)
    )
    return min(crossings, key=lambda point: math.dist(point, guess), default=None)


_Carrier = tuple[Point, Point] | tuple[Point, float]  # point + direction, or center + radius


def _moved(segment: Segment, radius: float | None, distance: float) -> _Carrier:
    if isinstance(segment, Line):
        dx, dy = segment.direction
        return ((segment.a[0] + dy * distance, segment.a[1] - dx * distance), (dx, dy))
    assert radius is not None
    return (segment.center, radius)


def _crossings(one: _Carrier, other: _Carrier) -> list[Point]:
    if isinstance(one[1], tuple) and isinstance(other[1], tuple):
        return line_line(one[0], one[1], other[0], other[1])
    if isinstance(one[1], tuple):
        assert isinstance(other[1], float | int)
        return line_circle(one[0], one[1], other[0], other[1])
    if isinstance(other[1], tuple):
        return line_circle(other[0], other[1], one[0], one[1])
    return circle_circle(one[0], one[1], other[0], other[1])
