"""Sections of the tool that finishes an edge: where a ball, or a chamfer, touches both faces.

The ball's centre is where both faces lie its radius away: found from the faces' normals at once
where they are flat, by a few steps of Newton's method along the faces' nearest points where they
are round. There it touches both faces; the arc between is the section.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from core import libigl
from core.outlines.facet_fineness import half_facet
from core.solids.body import Body, Source
from core.solids.edges import Chain
from core.solids.mesh import TriangleMesh, smooth_pieces
from core.solids.skin import welded
from core.solids.stack import close_mesh

PROUD_MM = 0.02  # how far a tool stands out of the faces it meets, so that no skin is left
FLAT = 1 - 1e-9
NEWTON = 8  # steps to the centre of a ball between round faces, at most
STEEP = 0.2  # a face that looks further along the edge than this is not slid along
STILL_MM = 1e-9  # a centre that moves by less is found
Points = NDArray[np.float64]
Shape = Literal["fillet", "chamfer"]


@dataclass(frozen=True, eq=False)
class Finish:
    """One chain and the radius, or leg, it is finished with, mm; of a chamfer ``other`` is the leg
    on the face on its right where that is another. No two are equal: each is of its own chain."""

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


class Face:
    """Some named faces of a mesh, asked for the nearest point on them and which way they look."""

    def __init__(self, mesh: TriangleMesh, own: NDArray[np.bool_]) -> None:
        triangles = mesh.triangles[own]
        used, local = np.unique(triangles, return_inverse=True)
        self.points = np.ascontiguousarray(mesh.vertices[used])
        self.triangles = np.ascontiguousarray(local.reshape(-1, 3).astype(np.int64))
        self._tree = libigl.AABB()
        self._tree.init(self.points, self.triangles)
        crosses = mesh.crosses[own]
        unit = crosses / np.maximum(np.linalg.norm(crosses, axis=1, keepdims=True), 1e-300)
        self.flat = bool((unit @ unit[0] > FLAT).all())
        self.units = unit
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
        _, own, foot = self._tree.squared_distance(
            self.points, self.triangles, np.ascontiguousarray(points)
        )
        corners = self.triangles[own]
        a, b, c = (np.ascontiguousarray(self.points[corners[:, k]]) for k in range(3))
        # of a sliver of no area there are none: its corners count alike
        shares = libigl.barycentric_coordinates(np.ascontiguousarray(foot), a, b, c)
        shares = np.nan_to_num(shares, nan=1 / 3)
        normals = np.einsum("nk,nkj->nj", np.clip(shares, 0.0, 1.0), self.normals[corners])
        size = np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-300)
        return np.asarray(foot), np.asarray(normals / size)

    def in_section(self, points: Points, at: Points, along: Points) -> Points:
        """The feet (n, 3) of points on the face, moved along its facets into the planes through
        places square to the ways along an edge: there the facets of a round face meet, and those
        of what finishes the edge begin."""
        if self.flat:
            feet, normals = self.nearest(points)
        else:
            _, own, feet = self._tree.squared_distance(
                self.points, self.triangles, np.ascontiguousarray(points)
            )
            normals = self.units[own]
        slide = along - np.einsum("ij,ij->i", along, normals)[:, None] * normals
        off = np.einsum("ij,ij->i", feet - at, along)
        rate = np.einsum("ij,ij->i", slide, along)
        return np.asarray(feet - (off / np.maximum(rate, STEEP))[:, None] * slide)

    def off(self, points: Points) -> Points:
        """How far points (n, 3) lie off what there is of the face, (n,) mm."""
        squared = self._tree.squared_distance(
            self.points, self.triangles, np.ascontiguousarray(points)
        )[0]
        return np.asarray(np.sqrt(squared))


class Faces:
    """The faces of a mesh, each made ready once."""

    def __init__(self, mesh: TriangleMesh) -> None:
        self.mesh = mesh
        self._known: dict[frozenset[int], Face] = {}
        self._smooth = smooth_pieces(mesh)

    def of(self, chain: Chain) -> tuple[Face, Face]:
        """The faces on the left and on the right of a chain, as far as they go on smoothly."""
        a, b = chain.beside
        return self._piece(a), self._piece(b)

    def _piece(self, beside: frozenset[int]) -> Face:
        key = frozenset(int(i) for i in self._smooth[list(beside)])
        if key not in self._known:
            self._known[key] = Face(self.mesh, np.isin(self._smooth, list(key)))
        return self._known[key]


@dataclass(frozen=True)
class Touch:
    """Where sections meet the left and the right face (n, 3), the ball's centres, and how far the
    faces bulge over the straight way from the edge to there, mm."""

    left: Points
    right: Points
    centre: Points
    bulge: float


def touching_at(
    faces: Faces, finish: Finish, shape: Shape, at: tuple[Points, Points, Points, Points]
) -> Touch:
    """Sections at some points of a chain, with both faces' normals there and the way along it."""
    points, left, right, along = at
    sign = -1.0 if finish.chain.convex else 1.0
    a, b = faces.of(finish.chain)
    dots = np.einsum("ij,ij->i", left, right)[:, None]
    if shape == "fillet":
        size = finish.size
        # where the faces lie back on each other no ball fits, which their distances tell
        centre = points + sign * size * (left + right) / np.maximum(1 + dots, 1e-9)
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
                before, centre = centre, np.linalg.solve(rows, reach[:, :, None])[:, :, 0]
                if float(np.abs(centre - before).max()) < STILL_MM:
                    break
            on_left, on_right = (face.in_section(centre, points, along) for face in (a, b))
    else:
        across = np.sqrt(np.maximum(1 - dots**2, 1e-12))
        legs = finish.legs
        on_left = points + legs[0] * sign * (right - dots * left) / across
        on_right = points + legs[1] * sign * (left - dots * right) / across
        on_left = a.in_section(on_left, points, along)
        on_right = b.in_section(on_right, points, along)
        centre = points
    bulge = 0.0
    for face, touch in ((a, on_left), (b, on_right)):
        if not face.flat:
            middle = (points + touch) / 2
            bulge = max(
                bulge, float(np.linalg.norm(face.nearest(middle)[0] - middle, axis=1).max())
            )
    return Touch(on_left, on_right, centre, bulge)


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


def sections_of(faces: Faces, finish: Finish, shape: Shape) -> Points:
    """The closed outline of the tool at every corner of a chain, (n, k, 3)."""
    chain = finish.chain
    sign = -1.0 if chain.convex else 1.0
    left, right, points = chain.left, chain.right, chain.points
    touch = touching_at(faces, finish, shape, _at_corners(chain))
    proud = -sign * (PROUD_MM + 2 * touch.bulge)
    rows = [points + proud * (left + right), touch.left + proud * left]
    if shape == "fillet":
        out_left, out_right = (unit(on - touch.centre) for on in (touch.left, touch.right))
        ways = arc_ways(out_left, out_right, finish.size)
        rows += [touch.left, *(touch.centre + finish.size * way for way in ways[1:-1]), touch.right]
    else:
        rows += [touch.left, touch.right]
    rows.append(touch.right + proud * right)
    return np.stack(rows, axis=1)


def arc_ways(first: Points, last: Points, radius_mm: float) -> list[Points]:
    """Ways (n, 3) from the middles of arcs to their corners, from unit way to unit way, in parts of
    the radius: as many facets as the widest wants. Its ends lie on the arc, its other corners as
    far out as its own area wants."""
    dots = np.clip(np.einsum("ij,ij->i", first, last), -1.0, 1.0)
    turn = np.maximum(np.arccos(dots), 1e-6)[:, None]
    pieces = max(3, math.ceil(float(turn.max()) / 2 / half_facet(radius_mm)))
    wider = _same_area(turn, pieces)
    within = [wider * between(first, last, turn, place / pieces) for place in range(1, pieces)]
    return [first, *within, last]


def between(first: Points, last: Points, turn: Points, share: float) -> Points:
    """Unit ways (n, 3) so far along the arcs between others, whose angles ``turn`` (n, 1) tells."""
    return np.asarray(
        (np.sin((1 - share) * turn) * first + np.sin(share * turn) * last) / np.sin(turn)
    )


def unit(ways: Points) -> Points:
    """Directions (n, 3) of length one; of no length they stay."""
    return np.asarray(ways / np.maximum(np.linalg.norm(ways, axis=-1, keepdims=True), 1e-300))


def _same_area(turn: Points, pieces: int) -> Points:
    """How much further out the inner corners of an arc's facets stand so that they hold the arc's
    own area; its ends stay on the faces. ``turn`` is the arc's angle, (n, 1) radians."""
    sine = np.sin(turn / pieces)
    inner = (pieces - 2) * sine
    return np.asarray((-sine + np.sqrt(sine**2 + inner * turn)) / inner)


def joined(
    sections: Points, closed: bool, step: str,
    flush: tuple[tuple[str, str] | None, tuple[str, str] | None] = (None, None),
) -> Body:  # fmt: skip
    """One closed tool through sections (n, k, 3); its ends belong to the faces they are
    flush with.
    """
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
