"""The solid that a mesh from elsewhere bounds: shells turned the right way, room counted once.

A closed mesh may be inside out, hold a shell twice, or shells that overlap. What it bounds is the
union of its outer shells less the hollows inside them; volume, mass and layers are taken of that.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from manifold3d import Manifold, Mesh64, OpType

from core.solids import TriangleMesh
from core.solids.rows import distinct_rows


@dataclass(frozen=True)
class Sound:
    """``mesh`` is the surface of what is bounded; ``solid`` the same, None where it is open.

    ``turned`` counts shells that were inside out, ``twice_mm3`` the room that was counted twice.
    """

    mesh: TriangleMesh
    solid: Manifold | None
    turned: int = 0
    twice_mm3: float = 0.0

    def told(self) -> list[str]:
        """What had to be put right, in words."""
        lines = []
        if self.turned:
            lines.append("the surface is inside out; it is measured with its faces turned")
        if self.twice_mm3 > 1e-3:
            words = (
                f"pieces of it lie in each other by {self.twice_mm3:.4g} mm³; that is counted once"
            )
            lines.append(words)
        return lines


def sound_solid(mesh: TriangleMesh, closes: bool, doubled: bool = True) -> Sound:
    """What a mesh bounds. An open one is left as it is. O(n log n), and a union of its shells.

    Args:
        closes: whether every edge is met by as many triangles one way as the other.
        doubled: whether any face may stand twice.

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> sound_solid(triangle_mesh(Body(Manifold.cube((10, 10, 10)))), closes=True).solid.volume()
    1000.0
    """
    if not closes or not len(mesh.triangles):
        return Sound(mesh, None)
    once = _without_doubles(mesh) if doubled else mesh
    solid = _manifold(once)
    volumes, label = once.shells
    if solid is not None and (volumes > 0).sum() <= 1 and volumes.sum() > 0:
        return Sound(mesh if len(once.triangles) == len(mesh.triangles) else once, solid)
    outer: list[Manifold] = []
    hollow: list[Manifold] = []
    shells = []
    for shell in range(len(volumes)):
        piece = _part_of(once, label == shell)
        if volumes[shell] < 0:
            piece = _turned(piece)
        made = _manifold(piece)
        if made is None:
            return Sound(mesh, None)
        shells.append((made, bool(volumes[shell] < 0)))
    turned = 0
    plain = [made for made, inward in shells if not inward]
    body = Manifold.batch_boolean(plain, OpType.Add) if plain else None
    for made, inward in shells:
        if not inward:
            outer.append(made)
        elif body is not None and float((made - body).volume()) < 1e-6 * float(made.volume()):
            hollow.append(made)
        else:
            turned += 1
            outer.append(made)
    whole = Manifold.batch_boolean(outer, OpType.Add)
    counted = sum(float(one.volume()) for one in outer)
    twice = counted - float(whole.volume())
    if hollow:
        whole = whole - Manifold.batch_boolean(hollow, OpType.Add)
    if not turned and twice < 1e-6 * counted and len(once.triangles) == len(mesh.triangles):
        return Sound(mesh, whole)
    return Sound(_mesh_of(whole, mesh), whole, turned, max(twice, 0.0))


def _without_doubles(mesh: TriangleMesh) -> TriangleMesh:
    """Faces that stand twice the same way round, once."""
    lowest = mesh.triangles.argmin(axis=1)
    rolled = np.take_along_axis(
        mesh.triangles, (lowest[:, None] + np.arange(3)) % 3, axis=1
    )  # each begins with its lowest corner, so that equal faces are equal rows
    first, _ = distinct_rows(rolled.astype(np.int64))
    if len(first) == len(rolled):
        return mesh
    kept = np.sort(first)
    return TriangleMesh(mesh.vertices, mesh.triangles[kept], mesh.face_index[kept], mesh.faces)


def _part_of(mesh: TriangleMesh, own: np.ndarray) -> TriangleMesh:  # type: ignore[type-arg]
    return TriangleMesh(mesh.vertices, mesh.triangles[own], mesh.face_index[own], mesh.faces)


def _turned(mesh: TriangleMesh) -> TriangleMesh:
    return TriangleMesh(mesh.vertices, mesh.triangles[:, ::-1], mesh.face_index, mesh.faces)


def _manifold(mesh: TriangleMesh) -> Manifold | None:
    used, index = np.unique(mesh.triangles, return_inverse=True)
    made = Manifold(
        Mesh64(
            np.array(mesh.vertices[used], dtype=np.float64, order="C"),
            np.array(index.reshape(-1, 3), dtype=np.uint64, order="C"),
        )
    )
    return None if made.status().name != "NoError" or made.is_empty() else made


def _mesh_of(solid: Manifold, like: TriangleMesh) -> TriangleMesh:
    raw = solid.to_mesh64()
    vertices = np.asarray(raw.vert_properties, dtype=np.float64)[:, :3]
    triangles = np.asarray(raw.tri_verts, dtype=np.int64)
    return TriangleMesh(vertices, triangles, np.zeros(len(triangles), np.int32), like.faces)
