"""Smallest distance between two sets of triangles, and the overlap of two solids.

Exact for triangles: the least distance is between a corner of one and a face of the other, or
between an edge of one and an edge of the other. Corners are found by an AABB tree (libigl);
edges only where their samples come near enough to beat that, by a k-d tree. Never all pairs.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import scipy
from manifold3d import Manifold
from numpy.typing import NDArray

from core import libigl
from core.solids import Body
from core.solids.rows import distinct_rows

Points = NDArray[np.float64]
MOST_SAMPLES = 400_000
STRIDE = 2  # samples along edges lie so many times the bound apart
FACETS_MM = 0.005  # how far the facets of two round faces may stand into each other
TOUCHING_MM = 1e-6  # no nearer need be looked for
ROUNDING = 1e-9
FEW = 16  # points whose distance is a bound for all others


@dataclass(frozen=True)
class Gap:
    """``distance_mm`` and the two points (mm) it was found between."""

    distance_mm: float
    on_a: tuple[float, float, float]
    on_b: tuple[float, float, float]


class FaceTree:
    """Triangles (n, 3, 3) mm ready to be asked how far points lie from them (AABB tree, libigl).

    Raises:
        ValueError: there is none.

    >>> tree = FaceTree(np.array([[[0.0, 0, 0], [1, 0, 0], [0, 1, 0]]]))
    >>> tree.nearest([np.array([[0.2, 0.2, 3.0], [0.2, 0.2, 0.5]])])[0]
    (0.5, 1)
    """

    def __init__(self, corners: Points) -> None:
        if not len(corners):
            raise ValueError("no faces to measure between")
        flat = corners.reshape(-1, 3)
        first, same = distinct_rows((flat + 0.0).view(np.int64))  # equal to the last bit
        self.vertices = np.ascontiguousarray(flat[first])
        self.triangles = same.reshape(-1, 3)
        self._tree = libigl.AABB()
        self._tree.init(self.vertices, self.triangles)
        self._low, self._high = self.vertices.min(axis=0), self.vertices.max(axis=0)

    def nearest(self, clouds: Sequence[Points]) -> list[tuple[float, int]]:
        """Of each cloud (n, 3) mm, its least distance to the faces and which point it belongs to.

        All are asked for together: libigl shares many points out over the cores.
        """
        near = [self._near(cloud) for cloud in clouds]
        asked = np.vstack([cloud[own] for cloud, own in zip(clouds, near, strict=True)])
        squared = self._squared(asked)[0]
        found = []
        for own, parts in zip(
            near, np.split(squared, np.cumsum([len(own) for own in near])[:-1]), strict=True
        ):
            index = int(np.argmin(parts))
            found.append((float(np.sqrt(parts[index])), int(own[index])))
        return found

    def foot(self, point: Points) -> Points:
        """The point of the faces that lies nearest to one (3,) mm."""
        return np.asarray(self._squared(point.reshape(1, 3))[2][0])

    def _squared(self, points: Points) -> tuple[Points, NDArray[np.int64], Points]:
        squared, face, at = self._tree.squared_distance(
            self.vertices, self.triangles, np.ascontiguousarray(points)
        )
        return squared, face, at

    def _near(self, points: Points) -> NDArray[np.int64]:
        """Which of some points can be the nearest: none lies nearer than the faces' own box."""
        reach = np.maximum(np.maximum(self._low - points, points - self._high), 0.0)
        outside = np.einsum("ij,ij->i", reach, reach)
        if len(points) <= FEW or not outside.max():
            return np.arange(len(points))
        few = np.argpartition(outside, FEW)[:FEW]
        least = float(self._squared(points[few])[0].min())
        # the two are worked out on different ways: over a level face they differ in the last digit
        return np.flatnonzero(outside <= least * (1 + ROUNDING))


def smallest_gap(corners_a: Points, corners_b: Points) -> Gap:
    """The least distance between two triangle sets, corners as (n, 3, 3) mm.

    Touching sets give nought; sets that cross are measured surface to surface.

    Raises:
        ValueError: one of the sets is empty.

    >>> one = np.array([[[0.0, 0, 0], [1, 0, 0], [0, 1, 0]]])
    >>> smallest_gap(one, one + [0, 0, 0.3]).distance_mm
    0.3
    """
    a, b = FaceTree(corners_a), FaceTree(corners_b)
    best = corner_gap(a, b)
    if best.distance_mm < TOUCHING_MM:
        return best
    edged = _edge_to_edge(_edges(a), _edges(b), best.distance_mm)
    return edged if edged and edged.distance_mm < best.distance_mm else best


def corner_gap(a: FaceTree, b: FaceTree, pose: Points | None = None) -> Gap:
    """The least distance from a corner of either set to a face of the other, b moved by a (3, 4)
    pose: quick, and never less than the smallest gap.

    >>> one = np.array([[[0.0, 0, 0], [1, 0, 0], [0, 1, 0]]])
    >>> corner_gap(FaceTree(one), FaceTree(one + [0, 0, 0.3])).distance_mm
    0.3
    """
    turn, shift = (np.eye(3), np.zeros(3)) if pose is None else (pose[:, :3], pose[:, 3])
    there, back = b.vertices @ turn.T + shift, (a.vertices - shift) @ turn
    (one, of_b), (other, of_a) = a.nearest([there])[0], b.nearest([back])[0]
    if other < one:
        return Gap(other, _triple(a.vertices[of_a]), _triple(b.foot(back[of_a]) @ turn.T + shift))
    return Gap(one, _triple(a.foot(there[of_b])), _triple(there[of_b]))


def overlap_mm3(a: Body, b: Body) -> float:
    """The volume two solids share, in mm³; see `shared_mm3`.

    >>> from manifold3d import Manifold
    >>> cube = Manifold.cube((10, 10, 10))
    >>> round(overlap_mm3(Body(cube), Body(cube.translate((9, 0, 0)))), 6)
    100.0
    """
    return shared_mm3(a.solid, b.solid)


def shared_mm3(a: Manifold, b: Manifold) -> float:
    """The volume two solids share, in mm³. Slivers thinner than facets stand out of the rounds they
    are facets of are none: two round faces that touch share them, the true ones do not.

    >>> cube = Manifold.cube((10, 10, 10))
    >>> round(shared_mm3(cube, cube.translate((9, 0, 0))), 6)
    100.0
    """
    shared = a ^ b
    if shared.volume() <= 0:
        return 0.0
    pieces = shared.decompose()
    return float(sum(p.volume() for p in pieces if 2 * p.volume() > FACETS_MM * p.surface_area()))


def _triple(point: Points) -> tuple[float, float, float]:
    return float(point[0]), float(point[1]), float(point[2])


def _edges(faces: FaceTree) -> Points:
    """Each edge that can be nearest along its length, once, (n, 2, 3).

    Only a ridge or an open border can: across a flat or hollow edge some face or corner beside
    it is at least as near. O(n log n).
    """
    corners, triangles = faces.vertices, faces.triangles
    count = len(triangles)
    one, two, three = triangles.T
    start, end = np.concatenate([one, two, three]), np.concatenate([two, three, one])
    across = np.concatenate([three, one, two])
    low, high = np.minimum(start, end), np.maximum(start, end)
    order = np.argsort(low * len(corners) + high)
    key = (low * len(corners) + high)[order]
    starts = np.flatnonzero(np.concatenate([[True], key[1:] != key[:-1]]))
    keep = np.diff(np.append(starts, len(key))) != 2
    first, other = order[starts[~keep]], order[starts[~keep] + 1]
    a, b, c = corners[one], corners[two], corners[three]
    normals = np.cross(b - a, c - a)
    normals /= np.maximum(np.linalg.norm(normals, axis=1), 1e-30)[:, None]
    rise = corners[across[other]] - corners[low[first]]
    keep[~keep] = np.einsum("ij,ij->i", normals[first % count], rise) < -1e-9
    kept = order[starts[keep]]
    return np.stack([corners[low[kept]], corners[high[kept]]], axis=1)


def _edge_to_edge(a: Points, b: Points, bound_mm: float) -> Gap | None:
    """The least distance between edges, where it is under ``bound_mm``."""
    a, b = _near_box(a, b, bound_mm), _near_box(b, a, bound_mm)
    if not len(a) or not len(b):
        return None
    length = float(np.linalg.norm(a[:, 1] - a[:, 0], axis=1).sum())
    length += float(np.linalg.norm(b[:, 1] - b[:, 0], axis=1).sum())
    stride = max(STRIDE * bound_mm, length / MOST_SAMPLES * 4, 1e-3)
    points_a, owner_a = _samples(a, stride)
    points_b, owner_b = _samples(b, stride)
    near = scipy.spatial.cKDTree(points_a).sparse_distance_matrix(
        scipy.spatial.cKDTree(points_b), bound_mm + stride, output_type="coo_matrix"
    )
    if not near.nnz:
        return None
    codes = np.unique(owner_a[near.row] * len(b) + owner_b[near.col])
    pairs = np.column_stack(np.divmod(codes, len(b)))
    on_a, on_b = segment_distance(a[pairs[:, 0]], b[pairs[:, 1]])
    distance = np.linalg.norm(on_a - on_b, axis=1)
    index = int(np.argmin(distance))
    return Gap(float(distance[index]), _triple(on_a[index]), _triple(on_b[index]))


def _near_box(edges: Points, others: Points, bound_mm: float) -> Points:
    low = others.min(axis=(0, 1)) - bound_mm
    high = others.max(axis=(0, 1)) + bound_mm
    near: Points = edges[
        (edges.max(axis=1) >= low).all(axis=1) & (edges.min(axis=1) <= high).all(axis=1)
    ]
    return near


def _samples(edges: Points, stride: float) -> tuple[Points, NDArray[np.int64]]:
    """Points along edges no further than ``stride`` from any point of their edge's half-pieces."""
    span = np.linalg.norm(edges[:, 1] - edges[:, 0], axis=1)
    count = np.maximum(1, np.ceil(span / stride)).astype(np.int64)
    owner = np.repeat(np.arange(len(edges)), count)
    first = np.repeat(np.cumsum(count) - count, count)
    share = (np.arange(len(owner)) - first + 0.5) / count[owner]
    return edges[owner, 0] + share[:, None] * (edges[owner, 1] - edges[owner, 0]), owner


def segment_distance(a: Points, b: Points) -> tuple[Points, Points]:
    """Nearest points of segment pairs, each (n, 2, 3); clamped as in Ericson, Real-Time
    Collision Detection, section 5.1.9 (from memory).

    >>> one = np.array([[[0.0, 0, 0], [10, 0, 0]]])
    >>> a, b = segment_distance(one, np.array([[[5.0, 2, 0], [5, 8, 0]]]))
    >>> a.tolist(), b.tolist()
    ([[5.0, 0.0, 0.0]], [[5.0, 2.0, 0.0]])
    """
    d1, d2, r = a[:, 1] - a[:, 0], b[:, 1] - b[:, 0], a[:, 0] - b[:, 0]
    aa = np.maximum(np.einsum("ij,ij->i", d1, d1), 1e-30)
    ee = np.maximum(np.einsum("ij,ij->i", d2, d2), 1e-30)
    ff = np.einsum("ij,ij->i", d2, r)
    cc = np.einsum("ij,ij->i", d1, r)
    bb = np.einsum("ij,ij->i", d1, d2)
    slack = aa * ee - bb * bb
    s = np.where(slack > 1e-18, (bb * ff - cc * ee) / np.maximum(slack, 1e-18), 0.0).clip(0, 1)
    t = (bb * s + ff) / ee
    s = np.where(t < 0, (-cc / aa).clip(0, 1), np.where(t > 1, ((bb - cc) / aa).clip(0, 1), s))
    t = t.clip(0, 1)
    return a[:, 0] + s[:, None] * d1, b[:, 0] + t[:, None] * d2
