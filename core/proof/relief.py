"""Reliefs too shallow to show: engravings, ledges and steps lower than the printer can tell.

Two flat faces that look the same way, one a little higher, joined by a wall: the height between
them is measured square to them. Along the bed's up it is told in layers, across it in lines.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.proof.edges import edge_angles
from core.solids import TriangleMesh
from core.solids.linked import groups
from core.solids.rows import distinct_rows

ALIKE = 1e-3  # normals and heights are told apart to this much (unit vectors, mm)
LEAST_MM = 0.01  # less is no step but a joint of two facets
LEAST_AREA_MM2 = 0.3
LEAST_LENGTH_MM = 0.3
UPRIGHT = 0.999  # of a unit normal's rise: a face that lies level
Vec3 = tuple[float, float, float]


@dataclass(frozen=True)
class Relief:
    """How high a step is, mm; whether it is told in layers; a triangle of the wall that makes it,
    and the ends of a line as long as it is high."""

    height_mm: float
    level: bool
    triangle: int
    ends: tuple[Vec3, Vec3]


def shallow_reliefs(mesh: TriangleMesh, layer_mm: float, side_mm: float) -> list[Relief]:
    """Reliefs lower than one layer (level faces) or than ``side_mm`` (others), lowest first.

    Args:
        mesh: as it stands on the bed.

    O(triangles · log triangles).

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> plate = Manifold.cube((30, 20, 3)) + Manifold.cube((10, 10, 0.1)).translate((5, 5, 3))
    >>> [round(one.height_mm, 3) for one in shallow_reliefs(triangle_mesh(Body(plate)), 0.2, 0.2)]
    [0.1]
    """
    flats = _Flats.of(mesh, layer_mm, side_mm)
    near = flats.beside_another()
    if not near.any():
        return []
    # walls between two such faces stand on corners of them alone
    touched = np.zeros(len(mesh.vertices), dtype=bool)
    touched[mesh.triangles[near[flats.face]]] = True
    kept = np.flatnonzero(touched[mesh.triangles].all(axis=1) & flats.sound)
    ends, pair, _ = edge_angles(
        TriangleMesh(mesh.vertices, mesh.triangles[kept], mesh.face_index[kept], mesh.faces)
    )
    face = flats.face[kept]
    wall = _walls(pair, ~near[face])
    is_wall = ~near[face[pair]]
    rim = is_wall[:, 0] != is_wall[:, 1]
    ends, pair, is_wall = ends[rim], pair[rim], is_wall[rim]
    both = np.column_stack([wall[pair][is_wall], face[pair][~is_wall]])
    span = np.linalg.norm(mesh.vertices[ends[:, 0]] - mesh.vertices[ends[:, 1]], axis=1)
    links, which = distinct_rows(both)
    long = np.bincount(which, weights=span) >= LEAST_LENGTH_MM
    between, beside = both[links[long]].T
    order = np.lexsort((flats.height[beside], flats.way[beside], between))
    between, beside = between[order], beside[order]
    low, high = beside[:-1], beside[1:]
    same = (between[1:] == between[:-1]) & flats.close(low, high)
    reliefs = []
    for i in np.flatnonzero(same):
        triangle = int(kept[np.flatnonzero(wall == between[i])[0]])
        normal = flats.normal[low[i]]
        step = float(flats.height[high[i]] - flats.height[low[i]])
        line = _across(mesh, triangle, normal, float(flats.height[low[i]]), step)
        reliefs.append(Relief(step, bool(abs(normal[2]) > UPRIGHT), triangle, line))
    return sorted(reliefs, key=lambda relief: relief.height_mm)


def _walls(pair: NDArray[np.int64], is_wall: NDArray[np.bool_]) -> NDArray[np.int64]:
    """Which wall each triangle (n,) belongs to: those joined along edges are one."""
    joined = pair[is_wall[pair].all(axis=1)]
    return np.where(is_wall, groups(len(is_wall), *joined.T), -1)


@dataclass(frozen=True)
class _Flats:
    """The flat faces of a mesh: per triangle which one, per face which way it looks (as a number
    and as a unit vector), how high it lies that way, its area, and how close another counts."""

    face: NDArray[np.int64]
    sound: NDArray[np.bool_]
    way: NDArray[np.int64]
    normal: NDArray[np.float64]
    height: NDArray[np.float64]
    area: NDArray[np.float64]
    limit: NDArray[np.float64]

    @classmethod
    def of(cls, mesh: TriangleMesh, layer_mm: float, side_mm: float) -> _Flats:
        lengths = mesh.doubled
        sound = lengths > 1e-12
        normals = mesh.crosses / np.maximum(lengths, 1e-12)[:, None]
        first, facing = distinct_rows(np.round(normals / ALIKE).astype(np.int64))
        heights = np.einsum("ij,ij->i", mesh.corners[:, 0], normals[first][facing])
        place = np.column_stack([facing, np.round(heights / ALIKE).astype(np.int64)])
        one, face = distinct_rows(place)
        normal = normals[first][facing[one]]
        return cls(
            face,
            sound,
            facing[one],
            normal,
            heights[one],
            np.bincount(face, weights=np.where(sound, lengths / 2, 0.0)).astype(np.float64),
            np.where(np.abs(normal[:, 2]) > UPRIGHT, layer_mm, side_mm),
        )

    def close(self, low: NDArray[np.int64], high: NDArray[np.int64]) -> NDArray[np.bool_]:
        """Whether the second faces lie a shallow step above the first."""
        step = self.height[high] - self.height[low]
        shallow = (step > LEAST_MM) & (step < self.limit[low] - ALIKE)
        return np.asarray((self.way[low] == self.way[high]) & shallow)

    def beside_another(self) -> NDArray[np.bool_]:
        """Which faces are large enough and have another such a shallow step away."""
        large = np.flatnonzero(self.area >= LEAST_AREA_MM2)
        order = large[np.lexsort((self.height[large], self.way[large]))]
        close = self.close(order[:-1], order[1:])
        chosen = np.zeros(len(self.area), dtype=bool)
        chosen[order[:-1][close]] = chosen[order[1:][close]] = True
        return chosen


def _across(
    mesh: TriangleMesh, triangle: int, normal: NDArray[np.float64], low: float, step: float
) -> tuple[Vec3, Vec3]:
    """A line from the lower face to the higher one, at the wall between them."""
    middle = mesh.corners[triangle].mean(axis=0)
    foot = middle + normal * (low - float(middle @ normal))
    top = foot + normal * step
    return (
        (float(foot[0]), float(foot[1]), float(foot[2])),
        (float(top[0]), float(top[1]), float(top[2])),
    )
