"""Edges rounded with a rolling ball, or chamfered, on any finished body.

At each corner of an edge chain the ball's centre is where both faces lie its radius away: found from
the faces' normals at once where they are flat, by a few steps of Newton's method along the faces'
nearest points where they are round. There it touches both faces; the arc between is the section.
Successive sections are joined into one closed tool: cut from a convex edge, added to a concave one.
Where three chains of one radius and one kind meet, the corner follows the ball as well; where two
meet before a face that would leave them apart, both go on to the plane between them. A chamfer is
the same tool with a straight section, by one distance or two.
"""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, replace
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
from core.solids.mesh import TriangleMesh, smooth_pieces
from core.solids.skin import welded
from core.solids.stack import close_mesh

PROUD_MM = 0.02  # how far a tool stands out of the faces it meets, so that no skin is left
ON_FACE_MM = 0.02  # how far off its face a tangent point may lie: facets of round faces
OFF_ROUND = 0.1  # of a leg: how much shorter its straight way may be over a round face
FLAT = 1 - 1e-9
FLATTEST = 0.2  # an end face more oblique to its chain than this does not end it
LARGEST_TRIES = 14
CRUMB_MM3 = 1e-3
SQUARE = 1e-6  # the cosine between a wall and the face it stands on
TURNED_PAST = 0.01  # of its turn: how far a pivot reaches into the chains beside it
APART_MM = 2e-3
NEWTON = 8  # steps to the centre of a ball between round faces
Points = NDArray[np.float64]
Shape = Literal["fillet", "chamfer"]


@dataclass(frozen=True)
class Finish:
    """One chain and the radius, or leg, it is finished with, mm; of a chamfer ``other`` is the leg
    on the face on its right where that is another."""

    chain: Chain
    size: float
    other: float | None = None

    @property
    def legs(self) -> tuple[float, float]:
        """The legs over the face on its left and on its right, mm."""
        return self.size, self.size if self.other is None else self.other

    def sized(self, size: float) -> Finish:
        """The same with another size, its legs in the same proportion."""
        return replace(
            self, size=size, other=None if self.other is None else self.other * size / self.size
        )


def finished_edges(
    body: Body, mesh: TriangleMesh, wanted: Sequence[Finish], shape: Shape, step: str
) -> tuple[Body, tuple[tuple[str, Body], ...]]:
    """The body with edges rounded or chamfered, and what was done for it: (mode, piece), in order.

    Raises:
        BuildError: a size does not fit; names the largest that does.
    """
    faces = _Faces(mesh)
    for finish in wanted:
        _fits(faces, finish, wanted, shape)
    cut: list[Body] = []
    add: list[Body] = []
    for finish in wanted:
        tool = _tool(faces, finish, wanted, shape, step)
        (cut if finish.chain.convex else add).append(tool)
    if shape == "fillet":
        for convex, corner in _corners(mesh, wanted, step):
            (cut if convex else add).append(corner)
        add += _pivots(faces, wanted, step)
    acts: list[tuple[str, Body]] = []
    if add:
        acts.append(("add", reduce(lambda a, b: a + b, add)))
        body = body + acts[-1][1]
    if cut:
        acts.append(("cut", reduce(lambda a, b: a + b, cut)))
        body = body - acts[-1][1]
    return _without_crumbs(body), tuple(acts)


def _without_crumbs(body: Body) -> Body:
    """Without the specks that two tools may leave where they meet."""
    pieces = body.solid.decompose()
    kept = [piece for piece in pieces if abs(piece.volume()) > CRUMB_MM3]
    return body if len(kept) == len(pieces) else Body(Manifold.compose(kept), body.sources)


def fits(mesh: TriangleMesh, finish: Finish, wanted: Sequence[Finish], shape: Shape) -> bool:
    """Whether a size fits its edge beside all others that are wanted."""
    return _reaches(_Faces(mesh), finish, wanted, shape)


def setback(chain: Chain, size: float, shape: Shape) -> Points:
    """How far each section reaches over the faces from the edge, (n,) mm."""
    if shape == "chamfer":
        return np.full(len(chain.points), size)
    cosines = np.clip(np.einsum("ij,ij->i", chain.left, chain.right), -1 + 1e-9, 1.0)
    return np.asarray(size * np.tan(np.arccos(cosines) / 2))


# -- faces -------------------------------------------------------------------------------------


class _Face:
    """Some named faces of a mesh, asked for the nearest point on them and which way they look."""

    def __init__(self, mesh: TriangleMesh, own: NDArray[np.bool_]) -> None:
        triangles = mesh.triangles[own]
        used, local = np.unique(triangles, return_inverse=True)
        self.points = np.ascontiguousarray(mesh.vertices[used])
        self.triangles = np.ascontiguousarray(local.reshape(-1, 3).astype(np.int64))
        crosses = mesh.crosses[own]
        unit = crosses / np.maximum(np.linalg.norm(crosses, axis=1, keepdims=True), 1e-300)
        self.flat = bool((unit @ unit[0] > FLAT).all())
        self.normal, self.place = unit[0], self.points[0]
        if not self.flat:
            self.normals = np.zeros_like(self.points)
            corners = self.points[self.triangles]
            for k in range(3):
                a = corners[:, (k + 1) % 3] - corners[:, k]
                b = corners[:, (k + 2) % 3] - corners[:, k]
                size = np.linalg.norm(a, axis=1) * np.linalg.norm(b, axis=1)
                cosine = np.einsum("ij,ij->i", a, b) / np.maximum(size, 1e-300)
                angle = np.arccos(np.clip(cosine, -1.0, 1.0))[:, None]
                np.add.at(self.normals, self.triangles[:, k], unit * angle)

    def nearest(self, points: Points) -> tuple[Points, Points]:
        """The nearest points of a face, (n, 3), and its normals there; of a flat one, of its plane.

        On a round face the normal is blended between corners, as the true surface turns.
        """
        if self.flat:
            away = (points - self.place) @ self.normal
            return points - away[:, None] * self.normal, np.tile(self.normal, (len(points), 1))
        _, own, foot = igl.point_mesh_squared_distance(points, self.points, self.triangles)
        corners = self.triangles[own]
        a, b, c = (np.ascontiguousarray(self.points[corners[:, k]]) for k in range(3))
        shares = igl.barycentric_coordinates(np.ascontiguousarray(foot), a, b, c)
        normals = np.einsum("nk,nkj->nj", np.clip(shares, 0.0, 1.0), self.normals[corners])
        size = np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-300)
        return np.asarray(foot), np.asarray(normals / size)

    def off(self, points: Points) -> Points:
        """How far points (n, 3) lie off what there is of the face, (n,) mm."""
        squared, _, _ = igl.point_mesh_squared_distance(points, self.points, self.triangles)
        return np.asarray(np.sqrt(squared))


class _Faces:
    """The faces of a mesh, each made ready once."""

    def __init__(self, mesh: TriangleMesh) -> None:
        self.mesh = mesh
        self._known: dict[frozenset[int], _Face] = {}
        self._smooth = smooth_pieces(mesh)

    def of(self, chain: Chain) -> tuple[_Face, _Face]:
        """The faces on the left and on the right of a chain, as far as they go on smoothly."""
        a, b = chain.beside
        return self._piece(a), self._piece(b)

    def _piece(self, beside: frozenset[int]) -> _Face:
        key = frozenset(int(i) for i in self._smooth[list(beside)])
        if key not in self._known:
            self._known[key] = _Face(self.mesh, np.isin(self._smooth, list(key)))
        return self._known[key]


# -- sections ----------------------------------------------------------------------------------


@dataclass(frozen=True)
class _Touch:
    """Where sections meet the left and the right face (n, 3), the ball's centres, and how far the
    faces bulge over the straight way from the edge to there, mm."""

    left: Points
    right: Points
    centre: Points
    bulge: float


def _touching(
    faces: _Faces, finish: Finish, shape: Shape, at: tuple[Points, Points, Points, Points]
) -> _Touch:
    """Sections at some points of a chain, with both faces' normals there and the way along it."""
    points, left, right, along = at
    sign = -1.0 if finish.chain.convex else 1.0
    a, b = faces.of(finish.chain)
    dots = np.einsum("ij,ij->i", left, right)[:, None]
    if shape == "fillet":
        size = finish.size
        centre = points + sign * size * (left + right) / (1 + dots)
        on_left, on_right = centre - sign * size * left, centre - sign * size * right
        if not (a.flat and b.flat):
            for _ in range(NEWTON):
                on_left, left = a.nearest(centre)
                on_right, right = b.nearest(centre)
                rows = np.stack([left, right, along], axis=1)
                reach = np.column_stack(
                    [
                        np.einsum("ij,ij->i", left, on_left) + sign * size,
                        np.einsum("ij,ij->i", right, on_right) + sign * size,
                        np.einsum("ij,ij->i", along, points),
                    ]
                )
                level = np.abs(np.linalg.det(rows)) < 1e-6
                rows[level] = np.eye(3)
                reach[level] = centre[level]
                centre = np.linalg.solve(rows, reach[:, :, None])[:, :, 0]
            on_left, on_right = a.nearest(centre)[0], b.nearest(centre)[0]
    else:
        across = np.sqrt(np.maximum(1 - dots**2, 1e-12))
        legs = finish.legs
        on_left = points + legs[0] * sign * (right - dots * left) / across
        on_right = points + legs[1] * sign * (left - dots * right) / across
        on_left, on_right = a.nearest(on_left)[0], b.nearest(on_right)[0]
        centre = points
    bulge = 0.0
    for face, touch in ((a, on_left), (b, on_right)):
        if not face.flat:
            middle = (points + touch) / 2
            bulge = max(
                bulge, float(np.linalg.norm(face.nearest(middle)[0] - middle, axis=1).max())
            )
    return _Touch(on_left, on_right, centre, bulge)


def _at_corners(chain: Chain) -> tuple[Points, Points, Points, Points]:
    """A chain's own points, the normals there, and the unit ways along it."""
    points = chain.points
    ahead = np.roll(points, -1, axis=0) - points
    ahead /= np.maximum(np.linalg.norm(ahead, axis=1, keepdims=True), 1e-300)
    behind = np.roll(ahead, 1, axis=0)
    if not chain.closed:
        ahead[-1], behind[0] = ahead[-2], ahead[0]
    along = ahead + behind
    along /= np.maximum(np.linalg.norm(along, axis=1, keepdims=True), 1e-300)
    return points, chain.left, chain.right, along


def _sections(faces: _Faces, finish: Finish, shape: Shape) -> Points:
    """The closed outline of the tool at every corner of a chain, (n, k, 3)."""
    chain = finish.chain
    sign = -1.0 if chain.convex else 1.0
    left, right, points = chain.left, chain.right, chain.points
    touch = _touching(faces, finish, shape, _at_corners(chain))
    proud = -sign * (PROUD_MM + 2 * touch.bulge)
    rows = [points + proud * (left + right), touch.left + proud * left]
    if shape == "fillet":
        out_left, out_right = (_unit(on - touch.centre) for on in (touch.left, touch.right))
        dots = np.clip(np.einsum("ij,ij->i", out_left, out_right), -1.0, 1.0)
        turn = np.maximum(np.arccos(dots), 1e-6)[:, None]
        pieces = max(3, math.ceil(float(turn.max()) / 2 / half_facet(finish.size)))
        wider = _same_area(turn, pieces)
        for place in range(pieces + 1):
            share = place / pieces
            if place in (0, pieces):
                rows.append(touch.left if place == 0 else touch.right)
                continue
            way = np.sin((1 - share) * turn) * out_left + np.sin(share * turn) * out_right
            rows.append(touch.centre + finish.size * wider * way / np.sin(turn))
    else:
        rows += [touch.left, touch.right]
    rows.append(touch.right + proud * right)
    return np.stack(rows, axis=1)


def _unit(ways: Points) -> Points:
    return np.asarray(ways / np.maximum(np.linalg.norm(ways, axis=-1, keepdims=True), 1e-300))


def _same_area(turn: Points, pieces: int) -> Points:
    """How much further out the inner corners of an arc's facets stand so that they hold the arc's
    own area; its ends stay on the faces. ``turn`` is the arc's angle, (n, 1) radians."""
    sine = np.sin(turn / pieces)
    inner = (pieces - 2) * sine
    return np.asarray((-sine + np.sqrt(sine**2 + inner * turn)) / inner)


def _tool(faces: _Faces, finish: Finish, wanted: Sequence[Finish], shape: Shape, step: str) -> Body:
    chain = finish.chain
    sections = _sections(faces, finish, shape)
    if not chain.closed:
        ends = []
        for end, beside in ((0, 1), (-1, -2)):
            way = _unit(chain.points[end] - chain.points[beside])
            ends.append(_ended(faces.mesh, finish, wanted, sections[end], way, end))
        sections = np.concatenate([ends[0].section[None], sections, ends[1].section[None]])
        return _joined(sections, False, step, (ends[0].face, ends[1].face))
    return _joined(sections, True, step)


@dataclass(frozen=True)
class _End:
    """The last section of an open chain, and the face that it ends flush with, if any."""

    section: Points
    face: tuple[str, str] | None = None


def _ended(
    mesh: TriangleMesh, finish: Finish, wanted: Sequence[Finish], section: Points, way: Points,
    end: int,
) -> _End:  # fmt: skip
    """The last section of an open chain carried on to the face in which the chain ends.

    Out of the part it goes past that face a little, and so into material that it is added to. Where
    it would stop short of another chain that ends in the same corner, it goes on to the plane
    between both.
    """
    chain = finish.chain
    vertex = chain.vertices[end]
    around = np.flatnonzero((mesh.triangles == vertex).any(axis=1))
    own = chain.faces[0] | chain.faces[1]
    others = [t for t in around if int(mesh.face_index[t]) not in own]
    normals = _unit(mesh.crosses[others])
    corner_of = _partner(finish, wanted, vertex, chain.faces)
    if corner_of is not None:  # the same edge, round a sharp corner
        return _End(_mitred(mesh.vertices[vertex], section, way, corner_of))
    facing = normals @ way
    best = int(np.argmax(np.abs(facing))) if len(normals) else -1
    if best < 0 or abs(facing[best]) < FLATTEST:
        return _End(section + way * PROUD_MM)
    goes_on = (facing[best] > 0) == chain.convex
    # round the outside of a post a ball turns about its edge: see `_pivots`
    meets = chain.convex or facing[best] < 0
    partner = _partner(finish, wanted, vertex) if meets and not goes_on else None
    if partner is not None:
        return _End(_mitred(mesh.vertices[vertex], section, way, partner))
    past = PROUD_MM if goes_on else 0.0
    reach = (mesh.vertices[vertex] - section) @ normals[best] / facing[best]
    flush = None if goes_on else mesh.faces[mesh.face_index[others[best]]]
    return _End(section + (reach + past)[:, None] * way, flush)


def _mitred(corner: Points, section: Points, way: Points, other: Points) -> Points:
    """A section carried on along its chain, and a hair past the plane halfway to another's."""
    plane = _unit(way - other)
    reach = (corner - section) @ plane / max(float(way @ plane), FLATTEST)
    return np.asarray(section + (reach + PROUD_MM)[:, None] * way)


def _partner(
    finish: Finish, wanted: Sequence[Finish], vertex: int,
    faces: tuple[frozenset[int], frozenset[int]] | None = None,
) -> Points | None:  # fmt: skip
    """The way out of the one other chain of this kind, between these faces, that ends in a corner."""
    found = []
    for one in wanted:
        chain = one.chain
        if chain.closed or chain.convex != finish.chain.convex or one is finish:
            continue
        if faces is not None and chain.faces != faces:
            continue
        for end, beside in ((0, 1), (-1, -2)):
            if chain.vertices[end] == vertex:
                found.append(_unit(chain.points[end] - chain.points[beside]))
    return found[0] if len(found) == 1 else None


def _joined(
    sections: Points, closed: bool, step: str,
    flush: tuple[tuple[str, str] | None, tuple[str, str] | None] = (None, None),
) -> Body:  # fmt: skip
    """One closed tool through sections (n, k, 3); its ends belong to the faces they are flush with."""
    count, size = sections.shape[:2]
    corner = np.arange(size)
    after = np.roll(corner, -1)
    triangles = []
    for here in range(count if closed else count - 1):
        a, b = here * size, (here + 1) % count * size
        triangles.append(np.column_stack([a + corner, b + corner, b + after]))
        triangles.append(np.column_stack([a + corner, b + after, a + after]))
    names, others = ["edge"], []
    labels = [np.zeros(sum(map(len, triangles)), np.int64)]
    if not closed:
        fan = np.column_stack([np.zeros(size - 2, int), corner[1:-1], corner[2:]])
        triangles += [fan, (count - 1) * size + fan[:, ::-1]]
        for face in flush:
            known = face is not None and face[1] not in names
            if face is not None and known:
                names.append(face[1])
                others.append((face[1], face[0]))
            label = names.index(face[1]) if face and (face[1], face[0]) in others else 0
            labels.append(np.full(len(fan), label))
    faces = np.concatenate(triangles)
    points = sections.reshape(-1, 3)
    if _volume(points, faces) < 0:
        faces = faces[:, ::-1]
    # sections that turn about an axis share the point on it
    points, faces, marks = welded(points, faces.astype(np.int64), np.concatenate(labels))
    return close_mesh(points, faces, marks, Source(step, tuple(names), tuple(others)))


def _volume(points: Points, faces: NDArray[np.int64]) -> float:
    a, b, c = (points[faces[:, k]] for k in range(3))
    return float(np.einsum("ij,ij->", a, np.cross(b, c)) / 6)


# -- corners -----------------------------------------------------------------------------------


def _corners(mesh: TriangleMesh, wanted: Sequence[Finish], step: str) -> list[tuple[bool, Body]]:
    """What is taken off, or filled, beside the ball where three chains of one radius and one kind
    meet: whether it is taken off, and the piece."""
    ends: dict[tuple[int, bool], list[tuple[Finish, int]]] = defaultdict(list)
    for finish in wanted:
        if not finish.chain.closed:
            for end in (0, -1):
                ends[finish.chain.vertices[end], finish.chain.convex].append((finish, end))
    found = []
    for (vertex, convex), meeting in ends.items():
        sizes = {round(finish.size, 9) for finish, _ in meeting}
        normals = _distinct(
            [
                side[end]
                for finish, end in meeting
                for side in (finish.chain.left, finish.chain.right)
            ]
        )
        if len(meeting) == 3 and len(sizes) == 1 and len(normals) == 3:
            size = meeting[0][0].size
            # seen from the hollow side a concave corner is a convex one
            inward = normals if convex else -normals
            found.append((convex, _ball_corner(mesh.vertices[vertex], inward, size, step)))
    return found


def _pivots(faces: _Faces, wanted: Sequence[Finish], step: str) -> list[Body]:
    """What is filled where a ball that rolls along the foot of a body turns about its upright edge:
    the last section of one chain turned to the first of the next."""
    ends: dict[int, list[tuple[Finish, int]]] = defaultdict(list)
    for finish in wanted:
        if not finish.chain.convex and not finish.chain.closed:
            for end in (0, -1):
                ends[finish.chain.vertices[end]].append((finish, end))
    found = []
    for vertex, meeting in ends.items():
        if len(meeting) != 2 or meeting[0][0].size != meeting[1][0].size:
            continue
        turn = _turning(meeting)
        if turn is None:
            continue
        axis, angle = turn
        finish, end = meeting[0]
        section = _sections(faces, finish, "fillet")[end] - faces.mesh.vertices[vertex]
        # a hair into the ground, so that its point and those of the chains beside it lie apart
        section -= axis * APART_MM
        pieces = max(2, math.ceil(abs(angle) / 2 / half_facet(finish.size)))
        share = np.linspace(-TURNED_PAST, 1 + TURNED_PAST, pieces + 1)
        turned = [_rotated(section, axis, angle * part) for part in share]
        found.append(_joined(np.stack(turned) + faces.mesh.vertices[vertex], False, step))
    return found


def _turning(meeting: Sequence[tuple[Finish, int]]) -> tuple[Points, float] | None:
    """The axis and the angle from the first chain's section to the second's, where both run on one
    face and their walls stand square to it and part as on a post; None where they do not."""
    (one, a), (other, b) = meeting
    for ground, wall in ((0, 1), (1, 0)):
        for ground_b, wall_b in ((0, 1), (1, 0)):
            if not one.chain.faces[ground] & other.chain.faces[ground_b]:
                continue
            sides = (one.chain.left, one.chain.right)
            others = (other.chain.left, other.chain.right)
            axis, from_, to = sides[ground][a], sides[wall][a], others[wall_b][b]
            if max(abs(float(axis @ from_)), abs(float(axis @ to))) > SQUARE:
                continue
            way = _unit(one.chain.points[a] - one.chain.points[1 if a == 0 else -2])
            if float(way @ to) < FLATTEST:
                return None  # the next wall stands in the way: the chains meet by themselves
            angle = math.atan2(float(np.cross(from_, to) @ axis), float(from_ @ to))
            return axis, angle
    return None


def _rotated(points: Points, axis: Points, angle: float) -> Points:
    """Points (n, 3) turned about an axis through the origin (Rodrigues)."""
    cos, sin = math.cos(angle), math.sin(angle)
    along = (points @ axis)[:, None] * axis
    return np.asarray(points * cos + np.cross(axis, points) * sin + along * (1 - cos))


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


def _fits(faces: _Faces, finish: Finish, wanted: Sequence[Finish], shape: Shape) -> None:
    """Refuses a size that reaches past the faces it should touch, or into another edge's."""
    word = "round" if shape == "fillet" else "chamfer"
    if _reaches(faces, finish, wanted, shape):
        return
    low, high = 0.0, finish.size
    for _ in range(LARGEST_TRIES):
        middle = (low + high) / 2
        sized = [w.sized(middle) if w.size == finish.size else w for w in wanted]
        if _reaches(faces, finish.sized(middle), sized, shape):
            low = middle
        else:
            high = middle
    remedy = f"at most {math.floor(low * 100) / 100:g} mm" if low >= 0.01 else "another edge"
    raise BuildError(f"a {finish.size:g} mm {word} does not fit this edge", remedy=remedy)


def _reaches(faces: _Faces, finish: Finish, wanted: Sequence[Finish], shape: Shape) -> bool:
    """Whether the tangent points of a chain lie on its faces, as far from the ball as they should,
    and clear of the other chains'."""
    chain = finish.chain
    points, left, right = _middles(chain)
    after = np.roll(chain.points, -1, axis=0)[: len(points)]
    along = _unit(after - chain.points[: len(points)])
    touch = _touching(faces, finish, shape, (points, left, right, along))
    for touching, own, face, leg in zip(
        (touch.left, touch.right), chain.faces, faces.of(chain), finish.legs, strict=True
    ):
        if float(face.off(touching).max()) > ON_FACE_MM:
            return False
        away = np.linalg.norm(touching - touch.centre, axis=1)
        if float(np.abs(away - leg).max()) > ON_FACE_MM + (0.0 if face.flat else OFF_ROUND * leg):
            return False
        for other in wanted:
            if other.chain is chain or not (own & (other.chain.faces[0] | other.chain.faces[1])):
                continue
            apart = _distance_to_run(touching, other.chain)
            if (
                float(apart.min())
                < float(setback(other.chain, max(other.legs), shape).max()) - 1e-6
            ):
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
