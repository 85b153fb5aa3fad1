"""Edges of a finished body: where two named faces meet, as chains of mesh edges.

A chain goes on over tangent neighbours: the rim of a plate with round corners is one chain, though
it has eight sides; at a sharp corner it ends. Where the faces meet in several places (both mouths
of a hole, every copy in a row) each is a chain of its own.
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from difflib import get_close_matches

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.solids.mesh import Borders, TriangleMesh, lengths

TANGENT_COS = math.cos(math.radians(22))  # neighbours that turn by less go on as one chain
Points = NDArray[np.float64]
FaceName = tuple[str, str]


@dataclass(frozen=True, eq=False)
class Chain:
    """One run of edges, with the first face on its left seen from outside.

    Attributes:
        points: (n, 3) mm; of a closed chain the first is not repeated.
        left: (n, 3) unit normals of the face on the left at each point; ``right`` likewise.
        faces: indices of the faces on its left and on its right.
        beside: indices of the triangles along it on its left and on its right.
        vertices: (n,) indices into the mesh.
        convex: whether material lies inside the edge, as on a box.
    """

    points: Points
    left: Points
    right: Points
    faces: tuple[frozenset[int], frozenset[int]]
    beside: tuple[frozenset[int], frozenset[int]]
    vertices: tuple[int, ...]
    closed: bool
    convex: bool

    @property
    def run(self) -> Points:
        """Its points; of a closed chain the first is the last as well."""
        return np.vstack([self.points, self.points[:1]]) if self.closed else self.points

    @property
    def length(self) -> float:
        """How long it is, mm."""
        return float(np.linalg.norm(np.diff(self.run, axis=0), axis=1).sum())


def chains_between(mesh: TriangleMesh, one: FaceName, other: FaceName) -> list[Chain]:
    """Every chain in which two faces meet. O(triangles · log triangles).

    Raises:
        BuildError: there is no such face here, or the two do not meet; offers the nearest.

    >>> from core.outlines import rectangle
    >>> from core.solids import Frame, Prism, prism_body, triangle_mesh
    >>> plate = triangle_mesh(prism_body(Prism(Frame(), rectangle(30, 20), 0, 4), "plate"))
    >>> (chain,) = chains_between(plate, ("plate", "top"), ("plate", "front"))
    >>> chain.points.tolist()
    [[-15.0, -10.0, 4.0], [15.0, -10.0, 4.0]]
    """
    a, b = (_index(mesh, face) for face in (one, other))
    borders = mesh.borders
    seeds = np.flatnonzero((borders.left == a) & (borders.right == b))
    if not len(seeds):
        beside = np.unique(borders.right[borders.left == a])
        known = [told_face(mesh.faces[i]) for i in beside]
        raise BuildError(
            f"{told_face(one)} and {told_face(other)} no longer meet",
            remedy=f"{told_face(one)} meets {', '.join(known[:6])}" if known else None,
        )
    return [_finished(mesh, borders, run) for run in _runs(mesh, borders, seeds)]


def meet(mesh: TriangleMesh, one: FaceName, other: FaceName) -> bool:
    """Whether two faces that are both there meet in an edge.

    >>> from core.outlines import rectangle
    >>> from core.solids import Frame, Prism, prism_body, triangle_mesh
    >>> plate = triangle_mesh(prism_body(Prism(Frame(), rectangle(30, 20), 0, 4), "plate"))
    >>> top = ("plate", "top")
    >>> meet(plate, top, ("plate", "front")), meet(plate, top, ("plate", "bottom"))
    (True, False)
    """
    borders = mesh.borders
    a, b = (mesh.faces.index(face) for face in (one, other))
    return bool(((borders.left == a) & (borders.right == b)).any())


def every_chain(mesh: TriangleMesh, convex: bool, step: str = "") -> list[Chain]:
    """Every chain of edges that is convex, or concave; of one step's faces where a step is named.

    O(triangles · log triangles).

    >>> from core.outlines import rectangle
    >>> from core.solids import Frame, Prism, prism_body, triangle_mesh
    >>> plate = triangle_mesh(prism_body(Prism(Frame(), rectangle(30, 20), 0, 4), "plate"))
    >>> len(every_chain(plate, convex=True)), len(every_chain(plate, convex=False))
    (12, 0)
    """
    borders = mesh.borders
    once = borders.left < borders.right
    if step:
        own = np.array([owner == step for owner, _ in mesh.faces])
        once &= own[borders.left] | own[borders.right]
    found = [_finished(mesh, borders, run) for run in _runs(mesh, borders, np.flatnonzero(once))]
    return [chain for chain in distinct_chains(found) if chain.convex == convex]


def off_run(run: Points, point: Points) -> float:
    """How far a point (3,) lies off a run of points (n, 3), mm.

    >>> off_run(np.array([[0.0, 0.0, 0.0], [4.0, 0.0, 0.0]]), np.array([2.0, 3.0, 0.0]))
    3.0
    """
    start, way = run[:-1], np.diff(run, axis=0)
    along = np.einsum("ij,ij->i", point - start, way) / np.maximum((way**2).sum(axis=1), 1e-18)
    foot = start + np.clip(along, 0, 1)[:, None] * way
    return float(np.linalg.norm(foot - point, axis=1).min())


def distinct_chains(chains: Iterable[Chain]) -> list[Chain]:
    """Chains without those that run along the same edges as one before: two sides of a plate with
    round corners are in one rim."""
    kept: dict[frozenset[int], Chain] = {}
    for chain in chains:
        kept.setdefault(frozenset(chain.vertices), chain)
    return list(kept.values())


def told_face(face: FaceName) -> str:
    """A face as it is spoken of.

    >>> told_face(("body", "top"))
    'top of body'
    """
    return f"{face[1]} of {face[0].replace('_', ' ')}"


def _index(mesh: TriangleMesh, face: FaceName) -> int:
    if face in mesh.faces:
        return mesh.faces.index(face)
    known = [told_face(one) for one in mesh.faces]
    close = get_close_matches(told_face(face), known, n=1) or ["another face"]
    raise BuildError(f"nothing is left of {told_face(face)}", remedy=close[0])


class _ByVertex:
    """Finds edges by the vertex that they leave, or arrive at."""

    def __init__(self, vertices: NDArray[np.int64]) -> None:
        self._order = np.argsort(vertices, kind="stable")
        self._sorted = vertices[self._order]

    def at(self, vertex: int) -> list[int]:
        low, high = np.searchsorted(self._sorted, (vertex, vertex + 1))
        return [int(one) for one in self._order[low:high]]


def _runs(mesh: TriangleMesh, borders: Borders, seeds: NDArray[np.int64]) -> list[list[int]]:
    """Border edges joined end to end, each run with its tangent neighbours."""
    leaving, arriving = _ByVertex(borders.start), _ByVertex(borders.end)
    points = mesh.vertices
    ways = points[borders.end] - points[borders.start]
    ways = ways / np.maximum(np.linalg.norm(ways, axis=1, keepdims=True), 1e-300)
    wanted, used = set(map(int, seeds)), set()

    def next_of(edge: int, forward: bool) -> int | None:
        vertex = int(borders.end[edge] if forward else borders.start[edge])
        found = []
        for one in (leaving if forward else arriving).at(vertex):
            same_left = borders.left[one] == borders.left[edge]
            same_right = borders.right[one] == borders.right[edge]
            smooth = float(ways[one] @ ways[edge]) > TANGENT_COS
            if smooth and (same_left or same_right):
                found.append((not (same_left and same_right), -float(ways[one] @ ways[edge]), one))
        return min(found)[2] if found else None

    runs = []
    for seed in sorted(wanted):
        if seed in used:
            continue
        run = [seed]
        used.add(seed)
        for forward in (True, False):
            while (following := next_of(run[-1 if forward else 0], forward)) is not None:
                if following in used:
                    break
                used.add(following)
                run.insert(len(run) if forward else 0, following)
        runs.append(run)
    return runs


def _finished(mesh: TriangleMesh, borders: Borders, run: list[int]) -> Chain:
    vertices = [int(borders.start[run[0]]), *(int(borders.end[edge]) for edge in run)]
    closed = vertices[0] == vertices[-1] and len(run) > 2
    if closed:
        vertices.pop()
    faces = tuple(frozenset(int(side[e]) for e in run) for side in (borders.left, borders.right))
    beside = borders.beside[run]
    left, right = (
        _normals(mesh, vertices, own, beside[:, side], closed) for side, own in enumerate(faces)
    )
    points = mesh.vertices[vertices]
    along = points[1 % len(points)] - points[0]
    convex = float(np.cross(left[0], right[0]) @ along) > 0
    rows = (frozenset(map(int, beside[:, 0])), frozenset(map(int, beside[:, 1])))
    return Chain(points, left, right, (faces[0], faces[1]), rows, tuple(vertices), closed, convex)


def _normals(
    mesh: TriangleMesh, vertices: list[int], faces: frozenset[int], beside: NDArray[np.int64],
    closed: bool,
) -> Points:  # fmt: skip
    """Unit normals (n, 3) of some faces at some of their corners, weighted by angle.

    Of a face that turns a sharp corner there, only what goes over smoothly into the triangles
    beside the run counts.
    """
    unit = mesh.units
    count = len(vertices)
    before = np.arange(count) - 1 if closed else np.maximum(np.arange(count) - 1, 0)
    after = np.minimum(np.arange(count), len(beside) - 1)
    looks = unit[beside[before]] + unit[beside[after]]
    looks /= np.maximum(np.linalg.norm(looks, axis=1, keepdims=True), 1e-300)
    slot = np.full(len(mesh.vertices), -1)
    slot[vertices] = np.arange(count)
    own = np.flatnonzero(np.isin(mesh.face_index, list(faces)))
    near = own[(slot[mesh.triangles[own]] >= 0).any(axis=1)]
    corners, sums = mesh.corners[near], np.zeros((count, 3))
    for corner in range(3):
        at = slot[mesh.triangles[near, corner]]
        p, q = (corners[:, (corner + k) % 3] - corners[:, corner] for k in (1, 2))
        size = lengths(p) * lengths(q)
        counts = (at >= 0) & (size > 0)
        counts &= np.einsum("ij,ij->i", unit[near], looks[at]) >= TANGENT_COS
        cosine = np.einsum("ij,ij->i", p, q)[counts] / size[counts]
        angle = np.arccos(np.clip(cosine, -1.0, 1.0))[:, None]
        np.add.at(sums, at[counts], unit[near[counts]] * angle)
    sums = sums[slot[vertices]]
    found = np.where(sums.any(axis=1, keepdims=True), sums, looks[slot[vertices]])
    return np.asarray(found / np.maximum(np.linalg.norm(found, axis=1, keepdims=True), 1e-300))
