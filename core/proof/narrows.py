"""Where two patches of a surface come nearest to each other through the material.

Points a millimetre apart seldom lie just where two bores pass each other: the wall between them is
thinnest in one spot, and rays from beside it meet the other bore aslant. From there it is gone to
and fro, to the nearest point of the one patch and of the other, until neither moves: between two
such points the way is square to both.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from core import libigl
from core.solids import TriangleMesh
from core.solids.mesh import lengths

FURTHEST_MM = 3.0  # a ray that goes further is not followed
SQUARE_COS, ASLANT_COS = np.cos(np.radians([3.0, 75.0]))
EACH_PAIR, MOST = 4, 400  # rays followed, the shortest first: between two patches, and in all
ROUNDS = 12
GIVEN, FACED_COS = 2, np.cos(np.radians(60.0))  # so far on, patches face each other or never will
STILL_MM = 1e-4
Points = NDArray[np.float64]
Indices = NDArray[np.int64]


def narrows(
    mesh: TriangleMesh, points: Points, start: Indices, reached: Points, facing: Points,
    end: Indices,
) -> tuple[Points, Indices, Points, Indices]:  # fmt: skip
    """The ends of the shortest ways through the material near rays that met a face aslant.

    Args:
        points: (n, 3) where rays went in, ``start`` (n,) on which triangle.
        reached: (n,) how far they went, mm, ``facing`` (n,) the cosine between their way and the
            outward normal where they came out, ``end`` (n,) on which triangle.

    Returns:
        (k, 3) points and (k,) their triangles, on the one side and on the other; whether material
        lies between them is not known yet. O(rays + followed · log triangles).
    """
    aslant = (reached < FURTHEST_MM) & (facing > ASLANT_COS) & (facing < SQUARE_COS)
    at = np.flatnonzero(aslant)
    patch = mesh.patches
    at = at[patch[start[at]] != patch[end[at]]]
    at = at[np.argsort(reached[at], kind="stable")]
    pair = patch[start[at]] * (int(patch.max()) + 1) + patch[end[at]]
    at = at[_first_of_each(pair, EACH_PAIR)][:MOST]
    one, other = patch[start[at]], patch[end[at]]
    sheets = {
        int(own): _Patch(mesh, np.flatnonzero(patch == own)) for own in np.unique([one, other])
    }
    here, there = points[at], points[at]
    from_, to = start[at], end[at]
    moving = np.arange(len(at))
    for turn in range(ROUNDS):
        there[moving], to[moving] = _nearest(sheets, other[moving], here[moving])
        back, from_[moving] = _nearest(sheets, one[moving], there[moving])
        still = lengths(back - here[moving]) < STILL_MM
        here[moving] = back
        if turn >= GIVEN:  # on the way to an edge where the two meet
            faced = (mesh.units[from_[moving]] * mesh.units[to[moving]]).sum(axis=1)
            still |= faced > -FACED_COS
        moving = moving[~still]
        if not len(moving):
            break
    return here, from_, there, to


class _Patch:
    """A patch of a surface that can be asked for its nearest points."""

    def __init__(self, mesh: TriangleMesh, own: Indices) -> None:
        self._own = own
        used, index = np.unique(mesh.triangles[own], return_inverse=True)
        self._vertices = np.ascontiguousarray(mesh.vertices[used])
        self._triangles = np.ascontiguousarray(index.reshape(-1, 3).astype(np.int64))
        self._tree = libigl.AABB()
        self._tree.init(self._vertices, self._triangles)

    def nearest(self, points: Points) -> tuple[Points, Indices]:
        """Its points nearest to some (n, 3), and the triangles of the mesh they lie on."""
        _, index, found = self._tree.squared_distance(self._vertices, self._triangles, points)
        return np.asarray(found).reshape(-1, 3), self._own[np.asarray(index).reshape(-1)]


def _nearest(patches: dict[int, _Patch], of: Indices, points: Points) -> tuple[Points, Indices]:
    """The nearest point to each of some on a patch of its own, and the triangle it lies on."""
    found, triangle = np.empty_like(points), np.empty(len(points), dtype=np.int64)
    for number, patch in patches.items():
        own = np.flatnonzero(of == number)
        if len(own):
            found[own], triangle[own] = patch.nearest(np.ascontiguousarray(points[own]))
    return found, triangle


def _first_of_each(kind: Indices, many: int) -> NDArray[np.bool_]:
    """Which things of a row (n,) are among the first so many of their kind."""
    order = np.argsort(kind, kind="stable")
    _, first, back = np.unique(kind[order], return_index=True, return_inverse=True)
    among = np.zeros(len(kind), dtype=bool)
    among[order] = np.arange(len(kind)) - first[back.reshape(-1)] < many
    return among
