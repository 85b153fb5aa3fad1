"""Rays through a mesh, on Embree."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from embreex import rtcore_scene
from embreex.mesh_construction import TriangleMesh as EmbreeMesh
from numpy.typing import NDArray

from core.solids import TriangleMesh

OPPOSITE = -np.cos(np.radians(20.0))  # what looks within 20° of straight back stands opposite
START_MM = 1e-3  # below the surface, so that a ray does not meet the face it leaves


class Met(NamedTuple):
    """What rays meet: how far off (n,), mm, inf where nothing is; the cosine between their way and
    the outward normal there (n,); and the triangle (n,), -1 where nothing is."""

    reached: NDArray[np.float64]
    facing: NDArray[np.float64]
    triangle: NDArray[np.int64]


class Rays:
    """A mesh that rays can be sent through, as often as need be; built in O(n log n)."""

    def __init__(self, mesh: TriangleMesh) -> None:
        self.mesh = mesh
        self._scene = rtcore_scene.EmbreeScene()
        # told by its vertices: told by corners it takes twice as long to build
        EmbreeMesh(self._scene, mesh.vertices.astype(np.float32), mesh.triangles.astype(np.int32))

    def cast(
        self, points: NDArray[np.float64], ways: NDArray[np.float64]
    ) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """How far rays from points (n, 3) along ways (n, 3) go, and how they face what they meet:
        the first two of `met`."""
        return self.met(points, ways)[:2]

    def met(self, points: NDArray[np.float64], ways: NDArray[np.float64]) -> Met:
        """What rays from points (n, 3) along ways (n, 3) meet, begun just off the surface they
        leave."""
        origins = (points + ways * START_MM).astype(np.float32)
        hits = self._scene.run(origins, ways.astype(np.float32), output=True)
        triangle = np.asarray(hits["primID"], dtype=np.int64)
        hit = triangle >= 0
        reached = np.where(hit, np.asarray(hits["tfar"], dtype=np.float64) + START_MM, np.inf)
        far = np.asarray(hits["Ng"], dtype=np.float64)
        size = np.sqrt(np.einsum("ij,ij->i", far, far))
        facing = np.einsum("ij,ij->i", far, ways) / np.maximum(size, 1e-30)
        return Met(reached, np.where(hit, facing, 1.0), np.where(hit, triangle, -1))
