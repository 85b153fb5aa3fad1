"""Edges rounded with a rolling ball, or chamfered, on any finished body.

At each corner of an edge chain the two faces' normals give the ball's centre
``p ∓ r (nA + nB) / (1 + nA·nB)``, where it touches both faces, and the arc between. Successive
sections are joined into one closed tool: cut from a convex edge, added to a concave one. Where
three convex chains of one radius meet, the corner is taken down to the ball as well. A chamfer is
the same tool with a straight section.
"""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from functools import reduce
from typing import Literal

import igl
import numpy as np
from manifold3d import Manifold
from numpy.typing import NDArray

from core.errors import BuildError
from core.outlines.fineness import half_facet
from core.solids.body import Body, Source
from core.solids.edges import Chain
from core.solids.mesh import TriangleMesh
from core.solids.stack import close_mesh

PROUD_MM = 0.02  # how far a tool stands out of the faces it meets, so that no skin is left
ON_FACE_MM = 0.02  # how far off its face a tangent point may lie: facets of round faces
FLAT = 1 - 1e-9
OFF_ROUND = 0.05  # of the size: how far a tangent point may lie off a round face
FLATTEST = 0.2  # an end face more oblique to its chain than this does not end it
LARGEST_TRIES = 14
Points = NDArray[np.float64]
Shape = Literal["fillet", "chamfer"]


@dataclass(frozen=True)
class Finish:
    """One chain and the radius, or leg, it is finished with, mm."""

    chain: Chain
    size: float


def finished_edges(
    body: Body, mesh: TriangleMesh, wanted: Sequence[Finish], shape: Shape, step: str
) -> Body:
    """The body with edges rounded or chamfered.

    Raises:
        BuildError: a size does not fit; names the largest that does.
    """
    for finish in wanted:
        _fits(mesh, finish, wanted, shape)
    cut: list[Body] = []
    add: list[Body] = []
    for finish in wanted:
        tool = _tool(mesh, finish, shape, step)
        (cut if finish.chain.convex else add).append(tool)
    if shape == "fillet":
        cut += _corners(mesh, wanted, step)
    for tool in add:
        body = body + tool
    if cut:
        body = body - reduce(lambda a, b: a + b, cut)
    return body


def setback(chain: Chain, size: float, shape: Shape) -> Points:
    """How far each section reaches over the faces from the edge, (n,) mm."""
    if shape == "chamfer":
        return np.full(len(chain.points), size)
    cosines = np.clip(np.einsum("ij,ij->i", chain.left, chain.right), -1 + 1e-9, 1.0)
    return np.asarray(size * np.tan(np.arccos(cosines) / 2))


# -- sections ----------------------------------------------------------------------------------


def _touching(
    points: Points, left: Points, right: Points, size: float, shape: Shape, sign: float
) -> tuple[Points, Points]:
    """Where a section meets the left and the right face, each (n, 3)."""
    dots = np.einsum("ij,ij->i", left, right)[:, None]
    if shape == "fillet":
        centre = points + sign * size * (left + right) / (1 + dots)
        return centre - sign * size * left, centre - sign * size * right
    across = np.sqrt(np.maximum(1 - dots**2, 1e-12))
    into_left = sign * (right - dots * left) / across
    into_right = sign * (left - dots * right) / across
    return points + size * into_left, points + size * into_right


def _sections(chain: Chain, size: float, shape: Shape) -> Points:
    """The closed outline of the tool at every corner of a chain, (n, k, 3)."""
    sign = -1.0 if chain.convex else 1.0
    left, right, points = chain.left, chain.right, chain.points
    on_left, on_right = _touching(points, left, right, size, shape, sign)
    proud = -sign * PROUD_MM
    corner = points + proud * (left + right)
    rows = [corner, on_left + proud * left]
    if shape == "fillet":
        dots = np.clip(np.einsum("ij,ij->i", left, right), -1.0, 1.0)
        turn = np.arccos(dots)[:, None]
        centre = points + sign * size * (left + right) / (1 + dots[:, None])
        pieces = max(3, math.ceil(float(turn.max()) / 2 / half_facet(size)))
        wider = _same_area(turn, pieces)
        for place in range(pieces + 1):
            share = place / pieces
            way = (np.sin((1 - share) * turn) * left + np.sin(share * turn) * right) / np.sin(turn)
            reach = size * (wider if 0 < place < pieces else 1.0)
            rows.append(centre - sign * reach * way)
    else:
        rows += [on_left, on_right]
    rows.append(on_right + proud * right)
    return np.stack(rows, axis=1)


def _same_area(turn: Points, pieces: int) -> Points:
    """How much further out the inner corners of an arc's facets stand so that they hold the arc's
    own area; its ends stay on the faces. ``turn`` is the arc's angle, (n, 1) radians."""
    sine = np.sin(turn / pieces)
    inner = (pieces - 2) * sine
    return np.asarray((-sine + np.sqrt(sine**2 + inner * turn)) / inner)


def _tool(mesh: TriangleMesh, finish: Finish, shape: Shape, step: str) -> Body:
    chain = finish.chain
    sections = _sections(chain, finish.size, shape)
    if not chain.closed:
        first = _ended(mesh, chain, sections[0], chain.points[0] - chain.points[1], 0)
        last = _ended(mesh, chain, sections[-1], chain.points[-1] - chain.points[-2], -1)
        sections = np.concatenate([first[None], sections, last[None]])
    return _joined(sections, chain.closed, step)


def _ended(mesh: TriangleMesh, chain: Chain, section: Points, way: Points, end: int) -> Points:
    """The last section of an open chain carried on to the face in which the chain ends.

    A face that looks along the chain is gone past a little; one that stands in its way is met.
    """
    way = way / np.linalg.norm(way)
    vertex = chain.vertices[end]
    around = np.flatnonzero((mesh.triangles == vertex).any(axis=1))
    own = chain.faces[0] | chain.faces[1]
    others = [t for t in around if int(mesh.face_index[t]) not in own]
    normals = mesh.crosses[others]
    normals = normals / np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-300)
    if not len(normals):
        return np.asarray(section + way * PROUD_MM)
    facing = normals @ way
    best = int(np.argmax(np.abs(facing)))
    if abs(facing[best]) < FLATTEST:
        return np.asarray(section + way * PROUD_MM)
    past = PROUD_MM if facing[best] > 0 and chain.convex else 0.0
    reach = (mesh.vertices[vertex] - section) @ normals[best] / facing[best]
    return np.asarray(section + (reach + past)[:, None] * way)


def _joined(sections: Points, closed: bool, step: str) -> Body:
    """One closed tool through sections (n, k, 3)."""
    count, size = sections.shape[:2]
    corner = np.arange(size)
    after = np.roll(corner, -1)
    triangles = []
    for here in range(count if closed else count - 1):
        a, b = here * size, (here + 1) % count * size
        triangles.append(np.column_stack([a + corner, b + corner, b + after]))
        triangles.append(np.column_stack([a + corner, b + after, a + after]))
    if not closed:
        fan = np.column_stack([np.zeros(size - 2, int), corner[1:-1], corner[2:]])
        last = (count - 1) * size
        triangles += [fan, last + fan[:, ::-1]]
    faces = np.concatenate(triangles)
    points = sections.reshape(-1, 3)
    if _volume(points, faces) < 0:
        faces = faces[:, ::-1]
    source = Source(step, ("edge",))
    return close_mesh(points, faces.astype(np.int64), np.zeros(len(faces), np.int64), source)


def _volume(points: Points, faces: NDArray[np.int64]) -> float:
    a, b, c = (points[faces[:, k]] for k in range(3))
    return float(np.einsum("ij,ij->", a, np.cross(b, c)) / 6)


# -- corners -----------------------------------------------------------------------------------


def _corners(mesh: TriangleMesh, wanted: Sequence[Finish], step: str) -> list[Body]:
    """What is taken off beside the ball where three convex chains of one radius meet."""
    ends: dict[int, list[tuple[Finish, int]]] = defaultdict(list)
    for finish in wanted:
        if finish.chain.convex and not finish.chain.closed:
            for end in (0, -1):
                ends[finish.chain.vertices[end]].append((finish, end))
    found = []
    for vertex, meeting in ends.items():
        sizes = {round(finish.size, 9) for finish, _ in meeting}
        normals = _distinct(
            [
                side[end]
                for finish, end in meeting
                for side in (finish.chain.left, finish.chain.right)
            ]
        )
        if len(meeting) == 3 and len(sizes) == 1 and len(normals) == 3:
            found.append(_ball_corner(mesh.vertices[vertex], normals, meeting[0][0].size, step))
    return found


def _distinct(normals: Sequence[Points]) -> Points:
    kept: list[Points] = []
    for normal in normals:
        if all(float(normal @ other) < 0.999 for other in kept):
            kept.append(normal)
    return np.array(kept)


def _ball_corner(corner: Points, normals: Points, radius: float, step: str) -> Body:
    """The corner's own piece of a body less the ball that rolls into it."""
    centre = corner + np.linalg.solve(normals, np.full(3, -radius))
    touching = centre + radius * normals
    hull = [centre, corner + PROUD_MM * normals.sum(axis=0), *(touching + PROUD_MM * normals)]
    for i in range(3):
        for j in range(i):
            along = np.cross(normals[i], normals[j])
            along /= np.linalg.norm(along)
            planes = np.array([normals[i], normals[j], along])
            reach = [normals[i] @ corner + PROUD_MM, normals[j] @ corner + PROUD_MM, along @ centre]
            hull.append(np.linalg.solve(planes, np.array(reach)))
    pieces = 4 * max(6, math.ceil(math.pi / 4 / half_facet(radius)))
    block = Manifold.hull_points(np.array(hull))
    ball = Manifold.sphere(radius, pieces).translate(tuple(float(v) for v in centre))
    raw = (block - ball).as_original().to_mesh64()
    points = np.asarray(raw.vert_properties, dtype=np.float64)[:, :3]
    faces = np.asarray(raw.tri_verts, dtype=np.int64)
    return close_mesh(points, faces, np.zeros(len(faces), np.int64), Source(step, ("edge",)))


# -- what fits ---------------------------------------------------------------------------------


def _fits(mesh: TriangleMesh, finish: Finish, wanted: Sequence[Finish], shape: Shape) -> None:
    """Refuses a size that reaches past the faces it should touch, or into another edge's."""
    word = "round" if shape == "fillet" else "chamfer"
    if _reaches(mesh, finish, wanted, shape):
        return
    low, high = 0.0, finish.size
    for _ in range(LARGEST_TRIES):
        middle = (low + high) / 2
        sized = [Finish(w.chain, middle if w.size == finish.size else w.size) for w in wanted]
        if _reaches(mesh, Finish(finish.chain, middle), sized, shape):
            low = middle
        else:
            high = middle
    remedy = f"at most {math.floor(low * 100) / 100:g} mm" if low >= 0.01 else "another edge"
    raise BuildError(f"a {finish.size:g} mm {word} does not fit this edge", remedy=remedy)


def _reaches(mesh: TriangleMesh, finish: Finish, wanted: Sequence[Finish], shape: Shape) -> bool:
    """Whether the tangent points of a chain lie on its faces and clear of the other chains'."""
    chain = finish.chain
    sign = -1.0 if chain.convex else 1.0
    points, left, right = _middles(chain)
    for touching, faces in zip(
        _touching(points, left, right, finish.size, shape, sign), chain.faces, strict=True
    ):
        own = np.isin(mesh.face_index, list(faces))
        triangles = np.ascontiguousarray(mesh.triangles[own])
        away, _, _ = igl.point_mesh_squared_distance(touching, mesh.vertices, triangles)
        normals = mesh.crosses[own] / np.linalg.norm(mesh.crosses[own], axis=1, keepdims=True)
        flat = bool((normals @ normals[0] > FLAT).all())
        allowed = ON_FACE_MM + (0.0 if flat else OFF_ROUND * finish.size)
        if float(np.sqrt(np.max(away))) > allowed:
            return False
        for other in wanted:
            if other.chain is chain or not (faces & (other.chain.faces[0] | other.chain.faces[1])):
                continue
            apart = _distance_to_run(touching, other.chain)
            if float(apart.min()) < float(setback(other.chain, other.size, shape).max()) - 1e-6:
                return False
    return True


def _middles(chain: Chain) -> tuple[Points, Points, Points]:
    """Places half-way along each edge of a chain, with the normals of both faces there."""
    after = np.roll(np.arange(len(chain.points)), -1)
    if not chain.closed:
        after = after[:-1]
    before = np.arange(len(after))

    def half(values: Points) -> Points:
        return np.asarray((values[before] + values[after]) / 2)

    left, right = (
        n / np.maximum(np.linalg.norm(n, axis=1, keepdims=True), 1e-300)
        for n in (half(chain.left), half(chain.right))
    )
    return half(chain.points), left, right


def _distance_to_run(points: Points, chain: Chain) -> Points:
    """How far points (n, 3) lie from a chain, (n,) mm."""
    run = np.vstack([chain.points, chain.points[:1]]) if chain.closed else chain.points
    a, b = run[:-1], run[1:]
    along = b - a
    share = np.einsum("nij,ij->ni", points[:, None] - a[None], along)
    share = np.clip(share / np.maximum((along**2).sum(axis=1), 1e-300), 0.0, 1.0)
    foot = a[None] + share[:, :, None] * along[None]
    return np.asarray(np.linalg.norm(points[:, None] - foot, axis=2).min(axis=1))
