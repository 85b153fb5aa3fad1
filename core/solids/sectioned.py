"""The section of a body in a plane as outlines whose arcs are arcs again.

Sides are named as the faces they are cut from. Where a plane cuts a round face square, the facets
are known to keep the area of its circle (`core.outlines.flatten.same_area`), so the circle is found
from them again; a round face cut at a slant stays facets.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
import scipy
from numpy.typing import NDArray

from core.errors import BuildError
from core.outlines.curves import Arc, Line, Point, Segment
from core.outlines.flatten import same_area
from core.outlines.loop import Loop, Outline
from core.outlines.traced import outlines_in
from core.solids.body import Body
from core.solids.frame import Frame
from core.solids.mesh import TriangleMesh, triangle_mesh

UNDER_MM = 1e-4  # a section at a face is taken this far under it
STRAIGHT_MM = 1e-6
ROUND_MM = 2e-4  # how far facets may lie off the circle they are taken for
LEAST_MM2 = 1e-4
Points = NDArray[np.float64]


def section_of(body: Body, frame: Frame, below: float = 0.0) -> list[Outline]:
    """What a frame's own plane, or one ``below`` it, cuts out of a body: x and y of the frame, mm.

    Raises:
        BuildError: the plane misses the body.

    O(triangles).

    >>> from core.outlines import rectangle
    >>> from core.solids import Prism, prism_body
    >>> plate = prism_body(Prism(Frame(), rectangle(30, 20), 0, 4), "plate")
    >>> [outline.area for outline in section_of(plate, Frame((0.0, 0.0, 2.0)))]
    [600.0]
    """
    mesh = triangle_mesh(body.moved(frame.into))
    loops = [_loop(points, faces) for points, faces in _runs(mesh, -below - UNDER_MM)]
    loops = [loop for loop in loops if loop is not None and abs(loop.area) > LEAST_MM2]
    if not loops:
        raise BuildError("there is no material in this plane", remedy="another face or depth")
    return outlines_in([loop for loop in loops if loop is not None])


def _runs(mesh: TriangleMesh, height: float) -> list[tuple[Points, list[str]]]:
    """Closed runs of points, material on their left, and the face each edge lies on."""
    above = mesh.vertices[:, 2] > height
    corners = above[mesh.triangles]
    crossed = np.flatnonzero(corners.any(axis=1) & ~corners.all(axis=1))
    start_of: dict[tuple[int, int], int] = {}
    ends: list[tuple[tuple[int, int], tuple[int, int]]] = []
    for number, triangle in enumerate(crossed):
        vertices = mesh.triangles[triangle]
        down = up = (0, 0)
        for i in range(3):
            a, b = int(vertices[i]), int(vertices[(i + 1) % 3])
            if above[a] and not above[b]:
                down = (min(a, b), max(a, b))
            elif above[b] and not above[a]:
                up = (min(a, b), max(a, b))
        ends.append((down, up))
        start_of[down] = number
    found = []
    left = set(range(len(crossed)))
    while left:
        run = [min(left)]
        while True:
            left.discard(run[-1])
            following = start_of.get(ends[run[-1]][1])
            if following is None or following not in left:
                break
            run.append(following)
        edges = np.array([ends[i][0] for i in run])
        a, b = mesh.vertices[edges[:, 0]], mesh.vertices[edges[:, 1]]
        share = ((height - a[:, 2]) / (b[:, 2] - a[:, 2]))[:, None]
        names = [mesh.faces[mesh.face_index[crossed[i]]] for i in run]
        found.append(((a + share * (b - a))[:, :2], [name for _, name in names]))
    return found


def _loop(points: Points, names: list[str]) -> Loop | None:
    """A run of points as lines and arcs, each named as its face."""
    points, names = _straightened(points, names)
    if len(points) < 3:
        return None
    count = len(points)
    turns = [i for i in range(count) if names[i] != names[i - 1]]
    if not turns:
        whole = _whole(points, names[0])
        return (
            Loop((whole,))
            if whole
            else Loop(tuple(_lines(np.vstack([points, points[:1]]), names[0])))
        )
    segments: list[Segment] = []
    for place, first in enumerate(turns):
        last = turns[(place + 1) % len(turns)]
        span = (last - first) % count or count
        run = points[[(first + i) % count for i in range(span + 1)]]
        segments += _side(run, names[first])
    return Loop(tuple(_joined(segments)))


def _straightened(points: Points, names: list[str]) -> tuple[Points, list[str]]:
    """Without points that repeat or lie on a line between two edges of one face."""
    kept: list[int] = []
    for i in range(len(points)):
        before, here = points[kept[-1] if kept else -1], points[i]
        (ux, uy), (vx, vy) = here - before, points[(i + 1) % len(points)] - here
        off = abs(ux * vy - uy * vx) / max(math.hypot(ux + vx, uy + vy), 1e-12)
        apart = min(math.hypot(ux, uy), math.hypot(vx, vy)) > STRAIGHT_MM
        if (names[i] != names[i - 1] and math.hypot(ux, uy) > STRAIGHT_MM) or (
            apart and off > STRAIGHT_MM
        ):
            kept.append(i)
    return points[kept], [names[i] for i in kept]


def _lines(points: Points, name: str) -> list[Segment]:
    told: list[Point] = [(float(x), float(y)) for x, y in points]
    return [Line(told[i], told[i + 1], name) for i in range(len(told) - 1)]


def _whole(points: Points, name: str) -> Arc | None:
    """The circle that facets all round were made from; None where they were made from none."""
    center = points.mean(axis=0)
    radii = np.linalg.norm(points - center, axis=1)
    if len(points) < 8 or np.ptp(radii) > ROUND_MM:
        return None
    (ax, ay), (bx, by) = points[0] - center, points[1] - center
    sign = math.copysign(1.0, ax * by - ay * bx)
    radius = float(radii.mean()) / same_area(2 * math.pi, len(points), True)
    at = (float(center[0]), float(center[1]))
    return Arc(at, radius, math.atan2(ay, ax), sign * 2 * math.pi, name)


def _side(run: Points, name: str) -> list[Segment]:
    """The points of one face as the arc they were made from, or as lines."""
    pieces = len(run) - 1
    arc = _arc(run, name) if pieces > 1 else None
    if arc is None and pieces > 3:
        arc = _part_of_arc(run, name)
    return [arc] if arc is not None else _lines(run, name)


def _arc(run: Points, name: str) -> Arc | None:
    """The arc whose facets these are from end to end: its ends lie on it, inner corners
    stand out.
    """
    pieces = len(run) - 1
    chord = math.dist(run[0], run[-1])
    first = math.dist(run[0], run[1])
    if chord < STRAIGHT_MM:
        return None

    def off(turn: float) -> float:
        radius = chord / (2 * math.sin(turn / 2))
        reach = radius * same_area(turn, pieces, False)
        step = turn / pieces
        return math.hypot(reach - radius * math.cos(step), radius * math.sin(step)) - first

    low, high = 1e-3, 2 * math.pi - 1e-3
    if off(low) * off(high) > 0:
        return None
    turn = float(scipy.optimize.brentq(off, low, high, xtol=1e-12))
    (ax, ay), (bx, by) = run[0], run[-1]
    sign = math.copysign(1.0, (bx - ax) * (ay - run[1][1]) - (by - ay) * (ax - run[1][0]))
    return _checked(run, name, turn * sign, chord)


def _checked(run: Points, name: str, sweep: float, chord: float) -> Arc | None:
    radius = chord / (2 * math.sin(abs(sweep) / 2))
    (ax, ay), (bx, by) = run[0], run[-1]
    out = math.copysign(radius * math.cos(sweep / 2), sweep)
    out = (
        out
        if abs(sweep) <= math.pi
        else -abs(radius * math.cos(sweep / 2)) * math.copysign(1, sweep)
    )
    center = np.array(
        [(ax + bx) / 2 - out * (by - ay) / chord, (ay + by) / 2 + out * (bx - ax) / chord]
    )
    inner = np.linalg.norm(run[1:-1] - center, axis=1)
    wanted = radius * same_area(abs(sweep), len(run) - 1, False)
    if np.abs(inner - wanted).max() > ROUND_MM:
        return None
    start = math.atan2(ay - center[1], ax - center[0])
    return Arc((float(center[0]), float(center[1])), radius, start, sweep, name)


def _part_of_arc(run: Points, name: str) -> Arc | None:
    """The arc that facets are a part of: cut off within a facet at either end."""
    inner = run[1:-1]
    matrix = np.column_stack([2 * inner, np.ones(len(inner))])
    (cx, cy, rest), *_ = np.linalg.lstsq(matrix, (inner**2).sum(axis=1), rcond=None)
    square = rest + cx * cx + cy * cy
    if square <= 0:
        return None
    reach, center = math.sqrt(square), np.array([cx, cy])
    if np.abs(np.linalg.norm(inner - center, axis=1) - reach).max() > ROUND_MM:
        return None
    (ax, ay), (bx, by) = inner[0] - center, inner[1] - center
    step = abs(math.atan2(ax * by - ay * bx, ax * bx + ay * by))
    if step < 1e-9 or step > 1:
        return None
    sign = math.copysign(1.0, ax * by - ay * bx)
    radius = reach / math.sqrt(step / math.sin(step))
    first, last = run[0] - center, run[-1] - center
    start, end = math.atan2(first[1], first[0]), math.atan2(last[1], last[0])
    sweep = sign * ((sign * (end - start)) % (2 * math.pi))
    return Arc((float(cx), float(cy)), radius, start, sweep, name)


def _joined(segments: Sequence[Segment]) -> list[Segment]:
    """Lines led to the ends of the arcs beside them."""
    found: list[Segment] = []
    for i, segment in enumerate(segments):
        before, after = segments[i - 1], segments[(i + 1) % len(segments)]
        if isinstance(segment, Line):
            a = before.b if isinstance(before, Arc) else segment.a
            b = after.a if isinstance(after, Arc) else segment.b
            segment = segment.between(a, b)
        found.append(segment)
    return found


def round_through(points: Points) -> tuple[Point, float] | None:
    """The circle whose facets have these corners, in any order, all round or part of the way: its
    centre and its true radius; None where they lie on none.

    >>> from core.outlines import circle, flatten
    >>> centre, radius = round_through(np.array(flatten(circle(10), "same area")[0][0][:-1]))
    >>> round(radius, 6)
    5.0
    """
    if len(points) < 4:
        return None
    matrix = np.column_stack([2 * points, np.ones(len(points))])
    (cx, cy, _), *_ = np.linalg.lstsq(matrix, (points**2).sum(axis=1), rcond=None)
    angles = np.arctan2(points[:, 1] - cy, points[:, 0] - cx)
    run = points[np.argsort(angles)]
    gaps = np.diff(np.append(np.sort(angles), np.sort(angles)[0] + 2 * math.pi))
    widest = int(gaps.argmax())
    if gaps[widest] < 1.5 * float(np.median(gaps)):
        whole = _whole(run, "")
        if whole:
            return whole.center, whole.radius
    run = np.roll(run, -(widest + 1), axis=0)
    arc = _arc(run, "") or _part_of_arc(run, "")
    return (arc.center, arc.radius) if arc else None
