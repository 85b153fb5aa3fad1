"""The triangles of a body as plain arrays."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from core.solids.body import Body
from core.solids.linked import groups

PATCH_COS = math.cos(math.radians(30))  # a patch goes on over edges that turn by less
SMOOTH_COS = math.cos(math.radians(4))  # two faces that meet flatter than this meet in no edge


@dataclass(frozen=True)
class Borders:
    """Mesh edges between different faces, directed so that ``left`` is the face on the left."""

    start: NDArray[np.int64]
    end: NDArray[np.int64]
    left: NDArray[np.int32]
    right: NDArray[np.int32]
    beside: NDArray[np.int64]  # (n, 2): the triangles on the left and on the right


class _Runs(NamedTuple):
    """The edges of triangles, each from its start to its end, (3 m,); in ``order`` those between
    the same corners follow each other. ``paired``: any two of them run there and back, as in every
    closed mesh."""

    start: NDArray[np.int64]
    end: NDArray[np.int64]
    order: NDArray[np.int64]
    paired: bool


@dataclass(frozen=True)
class TriangleMesh:
    """A closed triangle mesh with provenance.

    Attributes:
        vertices: (n, 3) float64, mm.
        triangles: (m, 3) int64, counter-clockwise seen from outside.
        face_index: (m,) int32 into ``faces``.
        faces: (step id, face name) pairs.
    """

    vertices: NDArray[np.float64]
    triangles: NDArray[np.int64]
    face_index: NDArray[np.int32]
    faces: tuple[tuple[str, str], ...]

    @cached_property
    def corners(self) -> NDArray[np.float64]:
        """Triangle corners, (m, 3, 3) mm."""
        return self.vertices.take(self.triangles, axis=0)

    @cached_property
    def middles(self) -> NDArray[np.float64]:
        """The middle of each triangle, (m, 3) mm."""
        one, two, three = (self.vertices.take(self.triangles[:, i], axis=0) for i in range(3))
        return np.asarray((one + two + three) / 3)

    @cached_property
    def crosses(self) -> NDArray[np.float64]:
        """Outward normals as long as twice each triangle's area, (m, 3)."""
        return triangle_crosses(self.corners)

    @cached_property
    def doubled(self) -> NDArray[np.float64]:
        """Twice the area of each triangle, (m,) mm²."""
        return lengths(self.crosses)

    @cached_property
    def units(self) -> NDArray[np.float64]:
        """Outward unit normals, (m, 3); of a sliver whatever rounding leaves, or nought."""
        return np.asarray(self.crosses / np.maximum(self.doubled, 1e-300)[:, None])

    @cached_property
    def edges(self) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
        """Every edge that two triangles share, once: its ends, the lower first (k, 2), and its two
        triangles, the lower first (k, 2). O(triangles · log triangles)."""
        start, end, order, paired = self._runs
        low, high = np.minimum(start, end), np.maximum(start, end)
        one, other = order[::2], order[1::2]
        if not paired:
            one, other = order[:-1], order[1:]
            alike = np.flatnonzero((low[one] == low[other]) & (high[one] == high[other]))
            one, other = one[alike], other[alike]
        ends = np.column_stack([low[one], high[one]])
        one, other = one // 3, other // 3
        return ends, np.column_stack([np.minimum(one, other), np.maximum(one, other)])

    @cached_property
    def sides(self) -> tuple[NDArray[np.int64], ...]:
        """Every edge of every triangle: its start and end (3 m,), the triangle it runs round
        counter-clockwise, and the one beyond it, which is the same where the mesh is open there.
        O(triangles · log triangles).

        >>> from manifold3d import Manifold
        >>> start, end, owner, beyond = triangle_mesh(Body(Manifold.cube((1, 1, 1)))).sides
        >>> len(start), bool((owner != beyond).all())
        (36, True)
        """
        start, end, order, paired = self._runs
        owner = np.repeat(np.arange(len(self.triangles)), 3)
        if paired:
            one, other = order[::2], order[1::2]
            beyond = np.empty_like(owner)
            beyond[one], beyond[other] = owner[other], owner[one]
            return start, end, owner, beyond
        count = len(self.vertices)
        key, back = start * count + end, end * count + start
        order = np.argsort(key)
        place = order[np.minimum(np.searchsorted(key, back, sorter=order), len(key) - 1)]
        return start, end, owner, np.where(key[place] == back, owner[place], owner)

    @cached_property
    def _runs(self) -> _Runs:
        start = self.triangles.ravel()
        end = self.triangles[:, [1, 2, 0]].ravel()
        low = np.minimum(start, end)
        key = low * len(self.vertices) + np.maximum(start, end)
        order = np.argsort(key)
        along, forward = key[order], (start == low)[order]
        paired = (
            len(along) % 2 == 0
            and bool((along[::2] == along[1::2]).all())
            and bool((forward[::2] != forward[1::2]).all())
        )
        return _Runs(start, end, order, paired)

    @cached_property
    def borders(self) -> Borders:
        """Where two named faces meet in an edge. O(triangles)."""
        start, end, owner, beyond = self.sides
        face, other = self.face_index[owner], self.face_index[beyond]
        at = np.flatnonzero(face != other)
        bend = np.einsum("ij,ij->i", self.units[owner[at]], self.units[beyond[at]])
        at = at[bend < SMOOTH_COS]
        beside = np.column_stack([owner[at], beyond[at]])
        return Borders(start[at], end[at], face[at], other[at], beside)

    @cached_property
    def face_areas(self) -> NDArray[np.float64]:
        """The area of each named face, (faces,) mm²."""
        return np.bincount(self.face_index, self.doubled, minlength=len(self.faces)) / 2

    @cached_property
    def sixths(self) -> NDArray[np.float64]:
        """Signed volumes of the tetrahedra from the origin to each triangle, (m,) mm³."""
        a, b, c = (self.corners[:, i] for i in range(3))
        return np.asarray(np.einsum("ij,ij->i", a, _cross(b, c)) / 6)

    @cached_property
    def shells(self) -> tuple[NDArray[np.float64], NDArray[np.int64]]:
        """The separate surfaces: signed volumes (k,) mm³, below nought for a hollow, and which of
        them each triangle belongs to (m,)."""
        triangles, count = self.triangles, len(self.vertices)
        ends = np.concatenate([triangles[:, [0, 1]], triangles[:, [1, 2]]])
        label = groups(count, *ends.T)
        # vertices that no triangle uses make empty components: number only those in use
        _, own = np.unique(label[triangles[:, 0]], return_inverse=True)
        own = own.reshape(-1)
        return np.asarray(np.bincount(own, weights=self.sixths)), own.astype(np.int64)

    @cached_property
    def patches(self) -> NDArray[np.int64]:
        """The patch each triangle lies on (m,): a patch goes on over edges that turn by little,
        whatever face they belong to. O(triangles · log triangles)."""
        one, other = self.edges[1].T
        flows = np.einsum("ij,ij->i", self.units[one], self.units[other]) > PATCH_COS
        return groups(len(self.triangles), one[flows], other[flows])

    @cached_property
    def pieces(self) -> NDArray[np.int64]:
        """The piece of a named face each triangle lies on (m,), as far as the face hangs together.
        O(triangles)."""
        return smooth_pieces(self, ANY_BEND)

    def __getstate__(self) -> dict[str, object]:
        """What is worth writing down: what was worked out from it is left out."""
        worked_out = (
            "corners", "middles", "crosses", "doubled", "units", "sides", "edges", "face_areas",
            "sixths", "shells", "borders", "patches", "pieces", "_runs",
        )  # fmt: skip
        return {name: value for name, value in self.__dict__.items() if name not in worked_out}

    def steps(self) -> tuple[list[str], NDArray[np.int32]]:
        """The step ids present and, per triangle, which of them made it."""
        ids = list(dict.fromkeys(step for step, _ in self.faces))
        of_face = np.array([ids.index(step) for step, _ in self.faces] or [0], dtype=np.int32)
        return ids, of_face[self.face_index]

    def on(self, step: str, names: frozenset[str]) -> NDArray[np.bool_]:
        """Which triangles lie on the named faces of a step, (m,) bool."""
        wanted = np.array(
            [owner == step and name in names for owner, name in self.faces] or [False], dtype=bool
        )
        return wanted[self.face_index]


def triangle_crosses(corners: NDArray[np.float64]) -> NDArray[np.float64]:
    """Of triangles (m, 3, 3), outward normals as long as twice their area, (m, 3).

    >>> triangle_crosses(np.array([[[0.0, 0, 0], [2, 0, 0], [0, 3, 0]]])).tolist()
    [[0.0, 0.0, 6.0]]
    """
    return _cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])


def _cross(one: NDArray[np.float64], other: NDArray[np.float64]) -> NDArray[np.float64]:
    """Cross products (m, 3): of long arrays twice as quick as `numpy.cross`."""
    found = np.empty_like(one)
    for i, j, k in ((0, 1, 2), (1, 2, 0), (2, 0, 1)):
        found[:, i] = one[:, j] * other[:, k] - one[:, k] * other[:, j]
    return found


def lengths(vectors: NDArray[np.float64]) -> NDArray[np.float64]:
    """Of vectors (n, 3), (n,): of long arrays three times as quick as `numpy.linalg.norm`.

    >>> lengths(np.array([[3.0, 4.0, 0.0], [0.0, 0.0, 2.0]])).tolist()
    [5.0, 2.0]
    """
    return np.asarray(np.sqrt(np.einsum("ij,ij->i", vectors, vectors)))


def face_area(mesh: TriangleMesh, step: str, face: str) -> float:
    """The area in mm² of what is left of one named face.

    >>> from core.outlines import rectangle
    >>> from core.solids import Frame, Prism, prism_body
    >>> plate = triangle_mesh(prism_body(Prism(Frame(), rectangle(30, 20), 0, 4), "plate"))
    >>> face_area(plate, "plate", "top")
    600.0
    """
    own = [one == (step, face) for one in mesh.faces]
    return float(mesh.face_areas[own].sum())


ANY_BEND = 180.0  # degrees: as far as a face hangs together, however it bends


def smooth_pieces(mesh: TriangleMesh, most_deg: float = 25.0) -> NDArray[np.int64]:
    """Which piece each triangle belongs to, (m,): one face, as far as it bends by less at a
    time.

    >>> from manifold3d import Manifold
    >>> len(set(smooth_pieces(triangle_mesh(Body(Manifold.cube((1, 1, 1))))).tolist()))
    6
    """
    _, _, owner, other = mesh.sides
    joined = mesh.face_index[owner] == mesh.face_index[other]
    one, two = owner[joined], other[joined]
    if most_deg < ANY_BEND:
        level = np.einsum("ij,ij->i", mesh.units[one], mesh.units[two])
        flows = level > np.cos(np.radians(most_deg))
        one, two = one[flows], two[flows]
    return groups(len(mesh.triangles), one, two)


def triangle_mesh(body: Body) -> TriangleMesh:
    """The finished triangles of a body. O(triangles).

    >>> from manifold3d import Manifold
    >>> mesh = triangle_mesh(Body(Manifold.cube((1, 1, 1))))
    >>> mesh.vertices.shape, mesh.triangles.shape
    ((8, 3), (12, 3))
    """
    raw = body.solid.to_mesh64()
    vertices = np.asarray(raw.vert_properties, dtype=np.float64)[:, :3]
    triangles = np.asarray(raw.tri_verts, dtype=np.int64)
    if len(raw.merge_from_vert):
        into = np.arange(len(vertices))
        into[np.asarray(raw.merge_from_vert, dtype=np.int64)] = np.asarray(
            raw.merge_to_vert, dtype=np.int64
        )
        triangles = into[triangles]
    runs = np.asarray(raw.run_index, dtype=np.int64) // 3
    local = np.asarray(raw.face_id, dtype=np.int64)
    faces: dict[tuple[str, str], int] = {}
    index = np.zeros(len(triangles), dtype=np.int32)
    for run, original in enumerate(raw.run_original_id):
        span = slice(runs[run], runs[run + 1])
        source = body.sources.get(int(original))
        if source is None or span.start == span.stop:
            continue
        lookup = np.array(
            [faces.setdefault((source.owner(name), name), len(faces)) for name in source.faces],
            dtype=np.int32,
        )
        index[span] = lookup[local[span]]
    used, dense = np.unique(index, return_inverse=True)
    names = list(faces)
    return TriangleMesh(
        vertices,
        triangles,
        dense.astype(np.int32).reshape(-1),
        tuple(names[i] for i in used) if names else (("", ""),),
    )
