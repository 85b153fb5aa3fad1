"""Can a loose solid get out of what holds it? Straight ways out, tried on the finished solids, from
where it lies and from where its play along the axis ends.

Along every way the loose solid is moved step by step and the deepest it would have to lie in the
holder is measured (rays, Embree; distances, libigl). What holds it is that depth along the easiest
way.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from heapq import heappop, heappush

import numpy as np
from numpy.typing import NDArray

from core import libigl
from core.proof.rays import Rays
from core.proof.walls import spread_points
from core.solids import TriangleMesh

Points = NDArray[np.float64]
Numbers = NDArray[np.int64]
STEP_MM = 0.8
MOST_STEPS = 28
SAMPLES = 260
EDGE_MM, MOST_EDGE_POINTS = 0.4, 4000
AT_ONCE = 3  # places along a way that are looked at together
TOGETHER = 8  # ways that are looked at together
COARSE = 8  # of so many points one is tried first
FEW = 8  # points whose distance is asked for first
MOST_PLAY_MM, TOUCH_MM = 6.0, 0.02
# directions that are square to no face of usual solids
SLANTED = (np.array([0.31, 0.53, 0.789]), np.array([-0.67, 0.41, -0.619]))


@dataclass(frozen=True)
class Escape:
    """How deep the solids would lie in each other on the easiest way out."""

    held_mm: float


class _Inside:
    """A mesh that can be asked how deep points lie in it."""

    def __init__(self, mesh: TriangleMesh) -> None:
        self._rays = Rays(mesh)
        self._vertices = np.ascontiguousarray(mesh.vertices)
        self._triangles = np.ascontiguousarray(mesh.triangles)
        self._tree = libigl.AABB()
        self._tree.init(self._vertices, self._triangles)
        self._low, self._high = mesh.vertices.min(axis=0), mesh.vertices.max(axis=0)

    def depths(self, points: Points, group: Numbers, least: Points) -> Points:
        """How deep the deepest of each group of points (3, n) lies inside, mm, or the group's
        ``least`` where none lies deeper; (g,).

        Args:
            group: the number of each point's group, (n,).
        """
        x, y, z = points
        (x0, y0, z0), (x1, y1, z1) = self._low, self._high
        boxed = np.flatnonzero((x > x0) & (x < x1) & (y > y0) & (y < y1) & (z > z0) & (z < z1))
        inside, group = np.ascontiguousarray(points[:, boxed].T), group[boxed]
        # the way out of its box is also one out of the solid
        most = np.minimum(inside - self._low, self._high - inside).min(axis=1)
        deeper = most > least[group]
        inside, group, most = inside[deeper], group[deeper], most[deeper]
        for way in SLANTED:
            if not len(inside):
                return least
            # what a ray from inside meets first, it meets from behind, and no nearer than the face
            # that is nearest
            reached, facing = self._rays.cast(inside, np.broadcast_to(way, inside.shape))
            deeper = np.isfinite(reached) & (facing > 0) & (reached > least[group])
            inside, group = inside[deeper], group[deeper]
            most = np.minimum(most[deeper], reached[deeper])
        order = np.lexsort((-most, group))
        inside, group, most = inside[order], group[order], most[order]
        rank = np.arange(len(group)) - np.searchsorted(group, group)
        least, at, many = least.copy(), 0, FEW
        while True:
            left = np.flatnonzero((rank >= at) & (most > least[group]))
            if not len(left):
                return least
            asked = left[rank[left] < at + many]
            if len(asked):
                where = np.ascontiguousarray(inside[asked])
                near = self._tree.squared_distance(self._vertices, self._triangles, where)[0]
                np.maximum.at(least, group[asked], np.sqrt(near))
            at, many = at + many, 2 * many


def easiest_way_out(
    holder: TriangleMesh, loose: TriangleMesh, ways: Points, far_mm: float
) -> Escape:
    """Tries every way (k, 3) of unit vectors over a distance, the first being along its axis.

    Both meshes in the same coordinates, as assembled, mm. O(ways · steps · samples).
    """
    corners = loose.vertices[:: max(1, len(loose.vertices) // SAMPLES)]
    spread = spread_points(loose)[0]
    own = np.vstack([corners, spread[:: max(1, len(spread) // SAMPLES)]])
    around = _near(holder, own, far_mm)
    steps = min(max(int(far_mm / STEP_MM), 8), MOST_STEPS)
    places = np.linspace(0.0, far_mm, steps + 1)[1:]
    held, moved = _Inside(holder), _Inside(loose)
    own_xyz, around_xyz = (
        {every: np.ascontiguousarray(one[::every].T)[:, None] for every in (1, COARSE)}
        for one in (own, around)
    )

    def depths_at(some: list[Points], every: int, least: Points) -> Points:
        """The greatest depth at any place of each of some rows of places (n, 3), of all points or
        of some, where it is more than is known already."""
        row = np.repeat(np.arange(len(some)), [len(one) for one in some])
        x = np.concatenate(some).T[:, :, None]
        points = own_xyz[every]
        deep = held.depths((points + x).reshape(3, -1), np.repeat(row, points.shape[2]), least)
        if len(around):
            points = around_xyz[every]
            deep = moved.depths((points - x).reshape(3, -1), np.repeat(row, points.shape[2]), deep)
        return deep

    tried = [
        (start, way)
        for start in _starts(depths_at, ways[0], far_mm)
        for way in ways
        # from where its play ends only square to the axis: the rest is the same
        if not start.any() or abs(float(way @ ways[0])) <= 0.1
    ]
    few = np.array_split(places, -(-len(places) // AT_ONCE))
    # Always at the ways that have been easiest so far: once one is at its end, none of the others
    # can be easier, for none gets easier further on, nor with more points. So first with some
    # points, a little further at a time; then with all, where it was deepest first.
    easiest = [(0.0, 0, number) for number in range(len(tried))]
    coarse: list[list[float]] = [[] for _ in tried]

    def next_of(looks: int, number: int) -> Points:
        """The places that are looked at next along a way."""
        start, way = tried[number]
        at = looks
        if looks >= len(few):
            deepest = np.argsort(-np.array(coarse[number]), kind="stable")
            at = int(deepest[looks - len(few)])
        return np.asarray(start + few[at][:, None] * way)

    while True:
        if easiest[0][1] == -2 * len(few):
            return Escape(easiest[0][0])
        some = [heappop(easiest)]
        whole = -some[0][1] >= len(few)
        # others that are nearly as easy are looked at with it: one by one, most of the time goes
        # into asking
        while easiest and len(some) < TOGETHER:
            looks = -easiest[0][1]
            if looks == 2 * len(few) or whole != (looks >= len(few)):
                break
            some.append(heappop(easiest))
        known = np.array([depth for depth, *_ in some])
        rows = [next_of(-minus, number) for _, minus, number in some]
        found = depths_at(rows, 1 if whole else COARSE, known)
        for (_, minus, number), depth in zip(some, found.tolist(), strict=True):
            if not whole:
                coarse[number].append(depth)
            heappush(easiest, (depth, minus - 1, number))


def _starts(depths_at: Callable[..., Points], axis: Points, far_mm: float) -> list[Points]:
    """Where it can lie to begin with: as it is, and as far either way along an axis as it goes."""
    starts = [np.zeros(3)]
    reach = np.linspace(0.0, min(far_mm, MOST_PLAY_MM), 21)[1:]
    for way in (axis, -axis):
        free = reach
        for every in (COARSE, 1):  # where some points touch, all do
            places = [one[None] for one in free[:, None] * way]
            if places:
                touch = depths_at(places, every, np.zeros(len(places))) > TOUCH_MM
                free = free[: int(np.argmax(touch))] if touch.any() else free
        if len(free):
            starts.append(way * free[-1])
    return starts


def _near(holder: TriangleMesh, own: Points, far_mm: float) -> Points:
    """Points of the holder's faces and edges that the loose solid could come to, not too many."""
    both = [
        _thinned(spread_points(holder)[0], own, far_mm),
        _thinned(_on_edges(holder), own, far_mm, MOST_EDGE_POINTS),
    ]
    return np.vstack(both)


def _on_edges(mesh: TriangleMesh) -> Points:
    """Points along the edges of a mesh at most EDGE_MM apart: what reaches furthest are edges."""
    sides = np.vstack(
        [mesh.triangles[:, [0, 1]], mesh.triangles[:, [1, 2]], mesh.triangles[:, [2, 0]]]
    )
    sides = sides[sides[:, 0] < sides[:, 1]]
    start, way = mesh.vertices[sides[:, 0]], np.diff(mesh.vertices[sides], axis=1)[:, 0]
    count = np.minimum(np.ceil(np.linalg.norm(way, axis=1) / EDGE_MM), 200).astype(np.int64)
    owner = np.repeat(np.arange(len(sides)), count)
    first = np.repeat(np.cumsum(count) - count, count)
    share = (np.arange(len(owner)) - first + 0.5) / count[owner]
    return np.asarray(start[owner] + share[:, None] * way[owner])


def _thinned(points: Points, own: Points, far_mm: float, most: int = 2 * SAMPLES) -> Points:
    low, high = own.min(axis=0) - far_mm, own.max(axis=0) + far_mm
    points = points[((points > low) & (points < high)).all(axis=1)]
    return np.asarray(points[:: max(1, len(points) // most)])


def ways_about(axis: Points, count: int = 16) -> Points:
    """Ways out to try about an axis (unit, (3,)): along it, square to it, and slanting; (k, 3).

    >>> ways = ways_about(np.array([0.0, 0.0, 1.0]), 4)
    >>> ways.shape, ways[0].tolist()
    ((10, 3), [0.0, 0.0, 1.0])
    """
    helper = np.array([1.0, 0.0, 0.0]) if abs(axis[0]) < 0.9 else np.array([0.0, 1.0, 0.0])
    x = np.cross(axis, helper)
    x /= np.linalg.norm(x)
    y = np.cross(axis, x)
    ways = [axis, -axis]
    for turn in np.arange(count) * 2 * np.pi / count:
        ways.append(x * np.cos(turn) + y * np.sin(turn))
    slanting = [(flat + way * axis) / np.sqrt(2) for flat in ways[2::2] for way in (1, -1)]
    return np.array([*ways, *slanting])
