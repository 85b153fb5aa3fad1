"""An outline carried along a path of lines and arcs in a plane, its corners mitred.

The path lies in the frame's x-y plane. The outline's right is to the right of the way taken, its
up along the frame's z.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence

import numpy as np

from core.errors import BuildError
from core.outlines import Outline, flatten
from core.outlines.curves import Arc, Point, Segment
from core.outlines.fineness import half_facet
from core.outlines.flatten import Side
from core.solids.body import Body
from core.solids.frame import Frame
from core.solids.skin import skin

STRAIGHT = 1e-9


def swept_body(
    outline: Outline,
    path: Sequence[Segment],
    closed: bool,
    frame: Frame,
    step: str,
    side: Side = "inside",
) -> Body:
    """The solid an outline sweeps along a path.

    Raises:
        BuildError: an arc bends tighter than the outline reaches, or a corner turns back.
    """
    low_x, _, high_x, _ = outline.bounds
    polygons, names = flatten(outline, side)
    rows = np.vstack(polygons)
    stations = []
    for point, sideways in _stations(path, closed, low_x, high_x):
        stations.append(
            np.column_stack(
                [
                    point[0] + rows[:, 0] * sideways[0],
                    point[1] + rows[:, 0] * sideways[1],
                    rows[:, 1],
                ]
            )
        )
    counts = [len(polygon) for polygon in polygons]

    def run(chosen: list[np.ndarray], round_: bool) -> Body:  # type: ignore[type-arg]
        # the outline faces back along the path: run the stations from the far end
        return skin(
            chosen[::-1], counts, polygons, names, step, closed=round_, start="end", end="start"
        )

    body = run(stations, closed)
    if _may_cross(path, closed, max(abs(low_x), abs(high_x))):
        body = _counted_once(body, stations, run, path, closed, low_x, high_x)
    return body if frame == Frame() else body.moved(frame.matrix)


def _may_cross(path: Sequence[Segment], closed: bool, reach: float) -> bool:
    """Whether two places of a path that lie apart along it come so near that what is carried
    along it could meet itself."""
    points, along, done = [], [], 0.0
    for segment in path:
        count = max(2, min(60, math.ceil(segment.length / max(reach / 2, 1e-6))))
        for i in range(count):
            points.append(_on(segment, i / count))
            along.append(done + segment.length * i / count)
        done += segment.length
    points.append(path[-1].b)
    along.append(done)
    at, where = np.array(points), np.array(along)
    apart = np.abs(where[:, None] - where[None])
    if closed:
        apart = np.minimum(apart, done - apart)
    near = np.linalg.norm(at[:, None] - at[None], axis=2) < 2 * reach
    # along an arc or round a mitre places are near without crossing: their way is not much longer
    return bool((near & (apart > math.pi * 2 * reach)).any())


def _on(segment: Segment, share: float) -> Point:
    if isinstance(segment, Arc):
        return segment.point(segment.start + segment.sweep * share)
    (ax, ay), (bx, by) = segment.a, segment.b
    return ax + (bx - ax) * share, ay + (by - ay) * share


def _counted_once(
    body: Body, stations: list[np.ndarray], run: Callable[[list[np.ndarray], bool], Body],  # type: ignore[type-arg]
    path: Sequence[Segment], closed: bool, low: float, high: float,
) -> Body:  # fmt: skip
    """The union of what each piece of the path sweeps, where that is less than the whole."""
    begins, count = [], 0
    for segment in path:
        begins.append(count)
        count += 1 + (len(_along(segment, low, high)) if isinstance(segment, Arc) else 0)
    ring = [*stations, stations[0]] if closed else stations
    ends = [*begins[1:], len(ring) - 1]
    pieces = [run(ring[a : b + 1], False) for a, b in zip(begins, ends, strict=True)]
    whole = pieces[0]
    for piece in pieces[1:]:
        whole = whole + piece
    return body if abs(whole.volume_mm3 - body.volume_mm3) < 1e-6 * body.volume_mm3 else whole


def _stations(
    path: Sequence[Segment], closed: bool, low: float, high: float
) -> list[tuple[Point, Point]]:
    """Points of the path, each with the vector a millimetre to the right becomes there."""
    found: list[tuple[Point, Point]] = []
    count = len(path)
    for index, segment in enumerate(path):
        before = path[index - 1] if index or closed else None
        arriving = before.tangents()[1] if before else segment.tangents()[0]
        found.append((segment.a, _mitre(arriving, segment.tangents()[0], segment.a)))
        if isinstance(segment, Arc):
            found += _along(segment, low, high)
    if not closed:
        last = path[count - 1]
        direction = last.tangents()[1]
        found.append((last.b, (direction[1], -direction[0])))
    return found


def _along(arc: Arc, low: float, high: float) -> list[tuple[Point, Point]]:
    """Stations inside an arc."""
    left = arc.sweep > 0
    inner, outer = (-low, high) if left else (high, -low)
    if inner >= arc.radius - 1e-6:
        raise BuildError(
            f"the path bends at {arc.radius:.4g} mm, tighter than the outline reaches inwards "
            f"({inner:.4g} mm)",
            remedy=f"a radius of more than {inner:.4g} mm",
        )
    reach = arc.radius + max(outer, 0.0)
    half = half_facet(reach)
    pieces = max(2, math.ceil(abs(arc.sweep) / (2 * half)))
    found = []
    for piece in range(1, pieces):
        angle = arc.start + arc.sweep * piece / pieces
        sign = 1.0 if left else -1.0
        found.append((arc.point(angle), (sign * math.cos(angle), sign * math.sin(angle))))
    return found


def _mitre(arriving: Point, leaving: Point, at: Point) -> Point:
    """The vector a millimetre to the right becomes in the plane that halves a corner."""
    r1, r2 = (arriving[1], -arriving[0]), (leaving[1], -leaving[0])
    dot = r1[0] * r2[0] + r1[1] * r2[1]
    if dot > 1 - STRAIGHT:
        return r2
    if dot < -0.9:
        raise BuildError(
            f"the path turns back on itself at {at[0]:.4g}, {at[1]:.4g}",
            remedy="round that corner, or turn less",
        )
    return ((r1[0] + r2[0]) / (1 + dot), (r1[1] + r2[1]) / (1 + dot))


def path_length(path: Sequence[Segment]) -> float:
    """The length of a path in mm, arcs exact."""
    return sum(segment.length for segment in path)
