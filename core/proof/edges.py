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
    """
    triangles = mesh.triangles
    half = np.concatenate([triangles[:, [0, 1]], triangles[:, [1, 2]], triangles[:, [2, 0]]])
    owner = np.tile(np.arange(len(triangles)), 3)
    low, high = half.min(axis=1), half.max(axis=1)
    order = np.lexsort((high, low))
    low, high, owner = low[order], high[order], owner[order]
    twin = np.flatnonzero((low[:-1] == low[1:]) & (high[:-1] == high[1:]))
    ends, pair = (
        np.column_stack([low[twin], high[twin]]),
        np.column_stack([owner[twin], owner[twin + 1]]),
    )
    crosses = mesh.crosses
    normals = crosses / np.maximum(np.linalg.norm(crosses, axis=1), 1e-30)[:, None]
    one, other = normals[pair[:, 0]], normals[pair[:, 1]]
    turn = np.degrees(np.arccos(np.clip(np.einsum("ij,ij->i", one, other), -1, 1)))
    # convex where the far corner of the other triangle lies below the first one's plane
    far = mesh.vertices[triangles[pair[:, 1]]].mean(axis=1) - mesh.vertices[ends[:, 0]]
    below = np.einsum("ij,ij->i", far, one) <= 1e-12
    return ends, pair, np.where(below, 180.0 - turn, 180.0 + turn)


def sharp_edges(mesh: TriangleMesh, sharp_deg: float = SHARP_DEG) -> list[SharpEdge]:
    """Edges with a smaller angle inside than asked, by the faces they part, sharpest first."""
    ends, pair, angle = edge_angles(mesh)
    spans = mesh.vertices[ends]
    length = np.linalg.norm(spans[:, 1] - spans[:, 0], axis=1)
    # the normal of a sliver is a matter of rounding
    corners = mesh.corners
    sides = np.linalg.norm(np.roll(corners, -1, axis=1) - corners, axis=2).max(axis=1)
    doubled = np.linalg.norm(mesh.crosses, axis=1)
    broad = doubled / np.maximum(sides, 1e-30) > SLIVER_MM
    chosen = np.flatnonzero((angle < sharp_deg) & broad[pair].all(axis=1))
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
    """Corners whose edges all lie within a narrow cone, sharpest first."""
    ends, _, _ = edge_angles(mesh)
    both = np.vstack([ends, ends[:, ::-1]])
    ways = mesh.vertices[both[:, 1]] - mesh.vertices[both[:, 0]]
    size = np.linalg.norm(ways, axis=1)
    both, ways = both[size > 1e-9], ways[size > 1e-9] / size[size > 1e-9, None]
    corners, index, count = np.unique(both[:, 0], return_inverse=True, return_counts=True)
    index = index.reshape(-1)
    middle = np.zeros((len(corners), 3))
    np.add.at(middle, index, ways)
    middle /= np.maximum(np.linalg.norm(middle, axis=1), 1e-12)[:, None]
    least = np.ones(len(corners))
    np.minimum.at(least, index, np.einsum("ij,ij->i", ways, middle[index]))
    tip = 2 * np.degrees(np.arccos(np.clip(least, -1, 1)))
    sharp = np.flatnonzero((count >= 3) & (tip < tip_deg))
    points = [SharpPoint(float(tip[i]), _told(mesh.vertices[corners[i]])) for i in sharp]
    return sorted(points, key=lambda point: point.angle_deg)


def _told(point: NDArray[np.float64]) -> Vec3:
    x, y, z = point
    return float(x), float(y), float(z)
