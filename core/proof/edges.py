"""Sharp edges and points of a solid, as designed.

A print rounds every edge by about half a line; what is told here is the angle of the model. Where
the limits lie is our own choice (common practice, no source); whether an edge cuts is for the
tests of the toy rules and a qualified person to say.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.solids import TriangleMesh
from core.solids.mesh import lengths

SHARP_DEG = 60.0  # a square edge is 90°
LEAST_MM = 2.0  # shorter edges are crumbs of meshing
SLIVER_MM = 0.01
POINT_DEG = 60.0  # the cone that a point fits in, tip angle
Vec3 = tuple[float, float, float]


@dataclass(frozen=True)
class SharpEdge:
    """A sharp edge between two faces: the sharpest angle inside it, all its length, where."""

    angle_deg: float
    length_mm: float
    at: Vec3
    ends: tuple[Vec3, Vec3]
    faces: tuple[int, int]


@dataclass(frozen=True)
class SharpPoint:
    """A corner that fits in a narrow cone of ``angle_deg`` at its tip."""

    angle_deg: float
    at: Vec3


def edge_angles(
    mesh: TriangleMesh,
) -> tuple[NDArray[np.int64], NDArray[np.int64], NDArray[np.float64]]:
    """Every edge once: its ends (k, 2), its two triangles (k, 2), the angle inside it, degrees.

    Flat is 180°; a re-entrant edge has more. O(triangles · log triangles).

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> ends, pair, angle = edge_angles(triangle_mesh(Body(Manifold.cube((1, 1, 1)))))
    >>> sorted(np.round(angle).astype(int).tolist())
    [90, 90, 90, 90, 90, 90, 90, 90, 90, 90, 90, 90, 180, 180, 180, 180, 180, 180]
    """
    ends, pair = mesh.edges
    one, other = mesh.units[pair[:, 0]], mesh.units[pair[:, 1]]
    turn = np.degrees(np.arccos(np.clip(np.einsum("ij,ij->i", one, other), -1, 1)))
    # convex where the far corner of the other triangle lies below the first one's plane
    far = mesh.middles[pair[:, 1]] - mesh.vertices[ends[:, 0]]
    below = np.einsum("ij,ij->i", far, one) <= 1e-12
    return ends, pair, np.where(below, 180.0 - turn, 180.0 + turn)


def sharp_edges(mesh: TriangleMesh, sharp_deg: float = SHARP_DEG) -> list[SharpEdge]:
    """Edges with a smaller angle inside than asked, by the faces they part, sharpest first.

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> cube = triangle_mesh(Body(Manifold.cube((5, 5, 5))))
    >>> sharp_edges(cube), [round(edge.angle_deg) for edge in sharp_edges(cube, 91)]
    ([], [90])
    """
    ends, pair, angle = edge_angles(mesh)
    spans = mesh.vertices[ends]
    length = lengths(spans[:, 1] - spans[:, 0])
    sharp = np.flatnonzero(angle < sharp_deg)
    # the normal of a sliver is a matter of rounding
    corners = mesh.corners[pair[sharp]]
    sides = np.linalg.norm(np.roll(corners, -1, axis=2) - corners, axis=3).max(axis=2)
    broad = mesh.doubled[pair[sharp]] / np.maximum(sides, 1e-30) > SLIVER_MM
    chosen = sharp[broad.all(axis=1)]
    found: dict[tuple[int, int], list[int]] = {}
    for index in chosen:
        a, b = sorted(int(mesh.face_index[t]) for t in pair[index])
        found.setdefault((a, b), []).append(int(index))
    edges = []
    for faces, own in found.items():
        total = float(length[own].sum())
        if total < LEAST_MM:
            continue
        worst = min(own, key=lambda i: (round(float(angle[i]), 1), -float(length[i])))
        line = (_told(spans[worst][0]), _told(spans[worst][1]))
        middle = _told(spans[worst].mean(axis=0))
        edges.append(SharpEdge(float(angle[worst]), total, middle, line, faces))
    return sorted(edges, key=lambda edge: edge.angle_deg)


def sharp_points(mesh: TriangleMesh, tip_deg: float = POINT_DEG) -> list[SharpPoint]:
    """Corners whose edges all lie within a narrow cone, sharpest first.

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> needle = triangle_mesh(Body(Manifold.cylinder(20, 2, 0)))
    >>> [round(point.at[2]) for point in sharp_points(needle)]
    [20]
    """
    ends, _ = mesh.edges
    along = mesh.vertices[ends[:, 1]] - mesh.vertices[ends[:, 0]]
    size = lengths(along)
    long = size > 1e-9
    ends, along = ends[long], along[long] / size[long, None]
    corner = np.concatenate([ends[:, 0], ends[:, 1]])
    ways = np.concatenate([along, -along])
    count = np.bincount(corner, minlength=len(mesh.vertices))
    sums = [np.bincount(corner, ways[:, i], minlength=len(mesh.vertices)) for i in range(3)]
    middle = np.column_stack(sums).astype(np.float64)
    middle /= np.maximum(lengths(middle), 1e-12)[:, None]
    # a way further from the middle than half the cone shows that the corner is blunt
    leans = np.einsum("ij,ij->i", ways, middle[corner])
    blunt = np.zeros(len(count), dtype=bool)
    blunt[corner[leans <= np.cos(np.radians(tip_deg / 2))]] = True
    points = []
    for i in np.flatnonzero((count >= 3) & ~blunt):
        least = float(np.clip(leans[corner == i].min(), -1, 1))
        points.append(SharpPoint(float(2 * np.degrees(np.arccos(least))), _told(mesh.vertices[i])))
    return sorted(points, key=lambda point: point.angle_deg)


def _told(point: NDArray[np.float64]) -> Vec3:
    x, y, z = point
    return float(x), float(y), float(z)
