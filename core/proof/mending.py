"""What is wrong with a mesh that came from elsewhere, and what can be mended.

Edges are counted: one met once borders a hole, one run the same way twice is turned over, one met
by more than two triangles is no surface. Overlap of a surface with itself shows in the winding
number just inside its faces (libigl), which is 1 where the surface is sound.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core import libigl
from core.proof.filling import fill_holes
from core.solids.linked import groups
from core.solids.mesh import triangle_crosses
from core.solids.rows import distinct_rows

Points = NDArray[np.float64]
Triangles = NDArray[np.int64]
SAMPLED = 20_000


@dataclass(frozen=True)
class Faults:
    """Counts of what is wrong; nought everywhere is a sound surface."""

    holes: int
    open_edges: int
    turned_over: int
    doubled: int
    degenerate: int
    crowded_edges: int
    crossing_share: float

    @property
    def sound(self) -> bool:
        """Whether nothing is wrong with it."""
        return not (
            self.open_edges or self.turned_over or self.doubled or self.crowded_edges
            or self.crossing_share > 0.002
        )  # fmt: skip

    @property
    def closes(self) -> bool:
        """Whether it bounds a solid, though it may pass through itself."""
        return not (self.open_edges or self.turned_over or self.crowded_edges)

    def told(self) -> list[str]:
        """Each fault in words."""
        lines = []
        for count, one, many in (
            (self.holes, "1 hole", "{} holes"),
            (
                self.turned_over,
                "1 edge where faces are turned over",
                "{} edges where faces are turned over",
            ),
            (self.doubled, "1 doubled face", "{} doubled faces"),
            (self.degenerate, "1 face without area", "{} faces without area"),
            (
                self.crowded_edges,
                "1 edge where more than two faces meet",
                "{} edges where more than two faces meet",
            ),
        ):
            if count:
                lines.append(one if count == 1 else many.format(count))
        if self.crossing_share > 0.002:
            lines.append(
                f"the surface passes through itself on {self.crossing_share:.1%} of its faces"
            )
        return lines


def find_faults(vertices: Points, triangles: Triangles) -> Faults:
    """The faults of a mesh whose equal points are one. O(n log n), and some winding numbers.

    >>> corners = np.array([[0.0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]])
    >>> find_faults(corners, np.array([[0, 2, 1], [0, 1, 3], [0, 3, 2]])).open_edges
    3
    """
    area = np.linalg.norm(_crosses(vertices, triangles), axis=1) / 2
    distinct = (
        (triangles[:, 0] != triangles[:, 1])
        & (triangles[:, 1] != triangles[:, 2])
        & (triangles[:, 2] != triangles[:, 0])
    )
    degenerate = int((~distinct | (area < 1e-12)).sum())
    faces = triangles[distinct]
    ordered = np.sort(faces, axis=1)
    first, _ = distinct_rows(ordered)
    doubled = len(faces) - len(first)
    faces = faces[first]
    half = np.concatenate([faces[:, [0, 1]], faces[:, [1, 2]], faces[:, [2, 0]]])
    size = len(vertices)
    low, high = half.min(axis=1), half.max(axis=1)
    code = low * size + high
    up = half[:, 0] < half[:, 1]
    one, other = np.sort(code[up]), np.sort(code[~up])
    if np.array_equal(one, other) and (np.diff(one) > 0).all():  # each edge once either way
        share = _crossing_share(vertices, faces)
        return Faults(0, 0, 0, doubled, degenerate, 0, share)
    keys, index, counts = np.unique(code, return_inverse=True, return_counts=True)
    forward = np.bincount(index.reshape(-1), weights=up)
    open_edges = keys[counts == 1]
    turned = int(((counts == 2) & (forward != 1)).sum())
    return Faults(
        _loops(open_edges, size),
        len(open_edges),
        turned,
        doubled,
        degenerate,
        int((counts > 2).sum()),
        _crossing_share(vertices, faces) if not len(open_edges) and not turned else 0.0,
    )


def _crosses(vertices: Points, triangles: Triangles) -> Points:
    return triangle_crosses(vertices[triangles])


def _loops(edges: NDArray[np.int64], size: int) -> int:
    """Into how many holes open edges join up."""
    if not len(edges):
        return 0
    a, b = np.divmod(edges, size)
    used, dense = np.unique(np.concatenate([a, b]), return_inverse=True)
    ends = dense.reshape(2, -1)
    return int(groups(len(used), *ends).max()) + 1


def _crossing_share(vertices: Points, faces: Triangles) -> float:
    """The share of faces just inside which the winding number is not one."""
    step = max(1, len(faces) // SAMPLED)
    some = faces[::step]
    crosses = _crosses(vertices, some)
    double = np.linalg.norm(crosses, axis=1)
    fat = double > 1e-6
    if not fat.any():
        return 0.0
    normal = crosses[fat] / double[fat, None]
    size = float(np.linalg.norm(np.ptp(vertices, axis=0)))
    inside = vertices[some[fat]].mean(axis=1) - normal * size * 1e-5
    wound = np.abs(libigl.fast_winding_number(vertices, faces, inside))
    # an inner shell (a void) bounds solid on its outside: the number there is one as well
    return float((wound > 1.5).mean())


def mend(vertices: Points, triangles: Triangles) -> tuple[Points, Triangles]:
    """Doubled and empty faces dropped, faces turned the same way and outwards, holes filled.

    >>> corners = np.array([[0.0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]])
    >>> len(mend(corners, np.array([[0, 2, 1], [0, 1, 3], [0, 3, 2]]))[1])
    4
    """
    import trimesh

    mesh = trimesh.Trimesh(vertices, triangles, process=True)
    for _ in range(2):
        mesh.update_faces(mesh.nondegenerate_faces())
        mesh.update_faces(mesh.unique_faces())
        mesh.remove_unreferenced_vertices()
        trimesh.repair.fix_winding(mesh)
        mesh.faces = fill_holes(np.asarray(mesh.vertices), np.asarray(mesh.faces))
    mesh.update_faces(mesh.unique_faces())
    trimesh.repair.fix_normals(mesh, multibody=True)
    return np.asarray(mesh.vertices, dtype=np.float64), np.asarray(mesh.faces, dtype=np.int64)
