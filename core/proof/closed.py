"""Is it a closed solid: shells, and voids that cannot be emptied."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from core.solids import TriangleMesh

CRUMB_SHARE = 0.02  # of the part's volume: a piece this small came off by accident


@dataclass(frozen=True)
class Crumb:
    """A small loose piece: its volume in mm³, a point of it, and the steps that shaped it."""

    volume_mm3: float
    at: tuple[float, float, float]
    steps: tuple[str, ...]


@dataclass(frozen=True)
class Closed:
    """``shells`` counts separate outer surfaces, ``voids`` the surfaces shut up inside one.

    ``crumbs`` are those shells that are small beside the part.
    """

    closed: bool
    shells: int
    voids: int
    crumbs: tuple[Crumb, ...] = ()


def check_closed(mesh: TriangleMesh) -> Closed:
    """Every edge met by two triangles running opposite ways; shells by signed volume. O(n
    log n).

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> check_closed(triangle_mesh(Body(Manifold.cube((1, 1, 1))))).closed
    True
    """
    triangles = mesh.triangles
    edges = np.vstack([triangles[:, [0, 1]], triangles[:, [1, 2]], triangles[:, [2, 0]]])
    count = len(mesh.vertices)
    forward = edges[:, 0] * count + edges[:, 1]
    backward = edges[:, 1] * count + edges[:, 0]
    closed = bool(np.array_equal(np.sort(forward), np.sort(backward)))
    volumes, label = mesh.shells
    solid = volumes > 1e-9
    crumbs = []
    if solid.sum() > 1:
        small = solid & (volumes < CRUMB_SHARE * volumes[solid].sum())
        for shell in np.flatnonzero(small):
            own = label == shell
            at = mesh.vertices[triangles[own][0, 0]]
            faces = {mesh.faces[i][0] for i in np.unique(mesh.face_index[own])}
            point = (float(at[0]), float(at[1]), float(at[2]))
            crumbs.append(Crumb(float(volumes[shell]), point, tuple(sorted(faces))))
    return Closed(closed, int(solid.sum()), int((volumes < -1e-9).sum()), tuple(crumbs))
