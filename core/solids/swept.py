"""An outline carried along a path of lines and arcs in a plane, its corners mitred.

The path lies in the frame's x-y plane. The outline's right is to the right of the way taken, its
up along the frame's z.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from manifold3d import Manifold, OpType

from core.errors import BuildError
from core.outlines import Outline, flatten, rectangle
from core.outlines.curves import Arc, Point, Segment
from core.outlines.facet_fineness import half_facet
from core.outlines.flatten import Side
from core.solids.body import Body
from core.solids.frame import Frame
from core.solids.skin import skin

STRAIGHT = 1e-9
SAME = 1e-6  # of the volume: less than this is not counted twice
LEAST_MM3 = 1e-6


def swept_body(
    outline: Outline,
    path: Sequence[Segment],
    closed: bool,
    frame: Frame,
    step: str,
    side: Side = "inside",
    may_cross: bool = False,
) -> Body:
    """The solid an outline sweeps along a path.

    Args:
        may_cross: where it meets itself it is united; else that is refused.

    Raises:
        BuildError: an arc bends tighter than the outline reaches, a corner turns back or has no
            room for its mitre, or it crosses itself; names the place.

    >>> from core.outlines import rectangle
    >>> from core.outlines.curves import Line
    >>> rail = swept_body(rectangle(4, 4), [Line((0, 0), (30, 0))], False, Frame(), "rail")
    >>> round(rail.volume_mm3, 6)
    480.0
    """
    low_x, _, high_x, _ = outline.bounds
    polygons, names = flatten(outline, side)
    rows = np.vstack(polygons)
    places = _stations(path, closed, low_x, high_x)
    _must_not_fold(places, closed, low_x, high_x)
    stations = [_laid(one, rows) for one in places]
    counts = [len(polygon) for polygon in polygons]

    def run(chosen: list[np.ndarray], round_: bool) -> Body:  # type: ignore[type-arg]
        # the outline faces back along the path: run the stations from the far end
        return skin(
            chosen[::-1], counts, polygons, names, step, closed=round_, start="end", end="start"
        )

    body = run(stations, closed)
    if _may_cross(path, closed, max(abs(low_x), abs(high_x))):
        pieces = _pieces(stations, run, path, closed, low_x, high_x)
        whole = Body(Manifold.batch_boolean([p.solid for p in pieces], OpType.Add), body.sources)
        if abs(whole.volume_mm3 - body.volume_mm3) > SAME * body.volume_mm3:
            if not may_cross:
                raise _crossing(pieces, frame, closed)
            body = Body(whole.solid, {k: v for p in pieces for k, v in p.sources.items()})
    return body if frame == Frame() else body.moved(frame.matrix)


def _must_not_fold(
    stations: Sequence[tuple[Point, Point]], closed: bool, low: float, high: float
) -> None:
    """Every place of the outline gets on from each station to the next.

    Raises:
        BuildError: within a mitre it goes back: a bend or another corner lies too near.
    """
    points, aside = (np.array([one[k] for one in stations]) for k in range(2))
    if closed:
        points, aside = (np.vstack([rows, rows[:1]]) for rows in (points, aside))
    right = aside[:-1] + aside[1:]
    ways = np.column_stack([-right[:, 1], right[:, 0]])
    ways /= np.linalg.norm(ways, axis=1)[:, None]
    gained = (np.diff(points, axis=0) * ways).sum(axis=1)
    widened = (np.diff(aside, axis=0) * ways).sum(axis=1)
    lost = -np.minimum(low * widened, high * widened)
    folded = np.flatnonzero(gained <= lost)
    if not len(folded):
        return
    first = int(folded[0])
    sizes = np.linalg.norm(aside[first : first + 2], axis=1)
    x, y = points[first + int(np.argmax(sizes))]
    # each mitre takes away as much as the tangent of half its angle, times how far it reaches in
    inwards = abs(low if low * widened[first] < high * widened[first] else high)
    room = inwards * float(np.sqrt(np.maximum(sizes**2 - 1, 0.0)).sum())
    raise BuildError(
        f"the outline folds over itself at the corner of the path at {x:.4g} mm, {y:.4g} mm: a "
        "bend or another corner follows too soon for its mitre",
        remedy=f"a straight of {math.floor(room * 10 + 1) / 10:.4g} mm there, or round that corner",
    )


def _crossing(pieces: Sequence[Body], frame: Frame, closed: bool) -> BuildError:
    """Where what is swept first meets itself."""
    for i, one in enumerate(pieces):
        for j in range(i + 2, len(pieces)):
            shared = one.solid ^ pieces[j].solid
            if (closed and i == 0 and j == len(pieces) - 1) or shared.volume() < LEAST_MM3:
                continue
            low = shared.bounding_box()
            x, y, z = frame.point(*((low[k] + low[k + 3]) / 2 for k in range(3)))
            return BuildError(
                f"the sweep crosses itself near {x:.4g} mm, {y:.4g} mm, {z:.4g} mm, where piece"
                f" {i + 1} of the path meets piece {j + 1}",
                remedy="another path, or let it unite where it crosses",
            )
    return BuildError("the sweep folds into itself at a bend", remedy="a wider bend")


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


def _pieces(
    stations: list[np.ndarray], run: Callable[[list[np.ndarray], bool], Body],  # type: ignore[type-arg]
    path: Sequence[Segment], closed: bool, low: float, high: float,
) -> list[Body]:  # fmt: skip
    """What each piece of the path sweeps by itself."""
    begins = _begins(path, low, high)
    ring = [*stations, stations[0]] if closed else stations
    ends = [*begins[1:], len(ring) - 1]
    return [run(ring[a : b + 1], False) for a, b in zip(begins, ends, strict=True)]


@dataclass(frozen=True)
class Legs:
    """The legs of a swept path between its sharp corners: the room each takes up, a little wider
    than what is swept, and the planes of the mitres between them, looking from leg to leg."""

    rooms: tuple[Body, ...] = ()
    mitres: tuple[Frame, ...] = ()
    closed: bool = False


NO_LEGS = Legs()


def legs_of(outline: Outline, path: Sequence[Segment], closed: bool, frame: Frame) -> Legs:
    """The legs of a swept body; none where its path has no sharp corner."""
    count = len(path)
    corners = [i for i in range(count) if (i or closed) and _sharp(path, i)]
    if not corners:
        return NO_LEGS
    low_x, low_y, high_x, high_y = outline.bounds
    for wide in (0.5 * (high_x - low_x), 0.0):
        try:
            stations = _stations(path, closed, low_x - wide, high_x + wide)
            break
        except BuildError:
            continue  # a bend has no room for more than what is swept
    more = 0.5 * (high_y - low_y) + 1.0
    box = rectangle(high_x - low_x + 2 * wide, high_y - low_y + 2 * more).moved(
        (low_x + high_x) / 2, (low_y + high_y) / 2
    )
    polygons, names = flatten(box, "inside")
    begins = _begins(path, low_x - wide, high_x + wide)
    starts = corners if closed else [0, *corners]
    rooms = []
    for place, first in enumerate(starts):
        last = (
            begins[starts[(place + 1) % len(starts)]] if closed or place + 1 < len(starts) else -1
        )
        run = [
            i % len(stations) for i in range(begins[first], _past(begins[first], last, stations))
        ]
        rows = [_laid(stations[i], polygons[0]) for i in run]
        body = skin(rows[::-1], [len(polygons[0])], polygons, names, "leg", closed=False,
                    start="end", end="start")  # fmt: skip
        rooms.append(body.moved(frame.matrix))
    mitres = []
    for corner in corners:
        (x, y), across = stations[begins[corner]]
        size = math.hypot(*across)
        out = (-across[1] / size, across[0] / size)
        u, v = frame.x_axis, frame.y_axis
        way = tuple(out[0] * p + out[1] * q for p, q in zip(u, v, strict=True))
        mitres.append(Frame(frame.point(x, y, 0.0), frame.z_axis, (way[0], way[1], way[2])))
    return Legs(tuple(rooms), tuple(mitres), closed)


def _sharp(path: Sequence[Segment], index: int) -> bool:
    before, after = path[index - 1].tangents()[1], path[index].tangents()[0]
    return before[0] * after[0] + before[1] * after[1] < 1 - 1e-6


def _begins(path: Sequence[Segment], low: float, high: float) -> list[int]:
    """At which station each piece of the path begins."""
    found, count = [], 0
    for segment in path:
        found.append(count)
        count += 1 + (len(_along(segment, low, high)) if isinstance(segment, Arc) else 0)
    return found


def _past(first: int, last: int, stations: Sequence[object]) -> int:
    """One past the last station of a leg, counted on round a closed path."""
    if last < 0:
        return len(stations)
    return (last if last > first else last + len(stations)) + 1


def _laid(station: tuple[Point, Point], rows: np.ndarray) -> np.ndarray:  # type: ignore[type-arg]
    """Points of an outline at one station of a path, (n, 3) mm."""
    point, sideways = station
    return np.column_stack(
        [
            point[0] + rows[:, 0] * sideways[0],
            point[1] + rows[:, 0] * sideways[1],
            rows[:, 1],
        ]
    )


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
            f"the path turns back on itself at {at[0]:.4g} mm, {at[1]:.4g} mm",
            remedy="round that corner, or turn less",
        )
    return ((r1[0] + r2[0]) / (1 + dot), (r1[1] + r2[1]) / (1 + dot))


def path_length(path: Sequence[Segment]) -> float:
    """The length of a path in mm, arcs exact.

    >>> from core.outlines.curves import Line
    >>> path_length([Line((0, 0), (10, 0)), Line((10, 0), (10, 5))])
    15.0
    """
    return sum(segment.length for segment in path)
