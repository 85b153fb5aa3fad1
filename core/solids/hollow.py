"""Any finished body hollowed to a wall, inwards or outwards.

The wall is what lies within its thickness of a closed face: every face is thickened as one sheet
whose corners move so that each of its facets moves by exactly the wall, the open faces are left
out, and the sheets are joined. What is left between two sheets that part (along an edge that is
hollow as seen from the wall) is filled with a mitre, so sharp features stay sharp. This way was
chosen over offsetting the pieces a part is made of, which leaves a partition where two pieces meet,
and over a distance field, which rounds every edge and costs a grid as fine as the wall is exact.

Facets that turn over when they move, where the body curves tighter than its wall is thick, are
thickened one by one.
"""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace

import numpy as np
from manifold3d import Manifold, OpType
from numpy.typing import NDArray

from core import libigl
from core.errors import BuildError
from core.solids.body import Body, Source
from core.solids.crumbs import pieces_mm3, without_crumbs
from core.solids.hollow_turned import HARDLY, LONGEST, PROUD_MM, turned_walls
from core.solids.linked import groups
from core.solids.mesh import TriangleMesh, triangle_mesh
from core.solids.stack import close_mesh
from core.solids.turned import Lathe

SMOOTH_COS = math.cos(math.radians(25.0))  # facets that turn by less belong to one sheet
FOLDED = 0.02  # of its area: a facet left with less has turned over
LEVEL = math.radians(0.5)  # facets that bend by less lie in one plane
LEVEL_COS = math.cos(LEVEL)
STRAIGHTENED = 20  # passes
TIGHT = 1.1  # walls: a bend of a smaller radius is one in which facets turn over
WIDER_MM = 0.005
MEET = 0.95  # of the way to where facets that turn over meet
WEAK = 1e-3  # of the strongest: ways in which a corner's facets hardly differ
SLIVER_MM = 1e-3  # facets of about this height and less count less where a corner is moved
MOST_NEAR = 1e-5  # of the inner faces: so much nearer than the wall is rounding
NEAREST, NEAR_MM = 0.98, 0.02  # of the wall, less so much: nearer to a closed face it is a slit
FURTHEST = 1.45  # walls: past a square mitre it is thick
RIM = 1.2  # walls: as far from an open face nothing is said of the wall
CRUMB_MM3 = 0.05  # loose pieces and rooms smaller than this are rounding
Points = NDArray[np.float64]
Indices = NDArray[np.int64]


@dataclass(frozen=True)
class Hollow:
    """A hollowed body, and what was taken out of it, or left inside it, as ``inside``.

    ``rooms`` are the volumes in mm³ of the separate spaces in its wall, largest first; ``shut``
    those of them that no open face leads into; ``solid_behind`` the faces behind which no room
    is left, as indices into the mesh's faces; ``thick`` the share of the new faces behind which the
    wall came out thicker than a square mitre.
    """

    body: Body
    inside: Body
    rooms: tuple[float, ...]
    shut: tuple[float, ...]
    solid_behind: tuple[int, ...]
    thick: float = 0.0


def hollowed(
    body: Body,
    mesh: TriangleMesh,
    wall_mm: NDArray[np.float64],
    opened: Collection[int],
    step: str,
    names: Collection[str],
    outward: bool = False,
    lathe: Lathe | None = None,
) -> Hollow:
    """A body with a wall behind each of its closed faces.

    Args:
        mesh: of the body.
        wall_mm: (faces,) the wall behind, or in front of, each face of the mesh.
        opened: faces left open, as indices into the mesh's faces.
        names: what the new side of each face is called, one a face.
        outward: the body's own faces become the inside.
        lathe: what the body was turned from, where it is nothing else: its wall is worked out on
            the half profile.

    Raises:
        BuildError: nothing is hollow, or every face is open. O(triangles) and one union of sheets.
    """
    names = tuple(names)
    if len(set(opened)) == len(names):
        raise BuildError("every face is open: no wall is left", remedy="leave one closed")
    sheets: _Sheets | None = None
    walls = _turned(lathe, mesh, wall_mm, opened, step, names, outward) if lathe else None
    if walls is None:
        sheets = _Sheets(mesh, wall_mm, set(opened), 1.0 if outward else -1.0)
        pieces = [*sheets.patches(step, names), *sheets.folded(step), *sheets.mitres(step)]
        sources = {key: source for piece in pieces for key, source in piece.sources.items()}
        walls = Body(Manifold.batch_boolean([p.solid for p in pieces], OpType.Add), sources)
    if outward:
        made = without_crumbs(walls - body, CRUMB_MM3)
        thick = _thick_share(made, sheets, step) if sheets else 0.0
        return replace(_told(made, body, mesh, opened), thick=thick)
    # what lies in the walls and what does not, from one boolean; the place of a crumb that was
    # dropped is a crumb of the other
    made, inside = (
        without_crumbs(Body(one, {**body.sources, **walls.sources}), CRUMB_MM3)
        for one in body.solid.split(walls.solid)
    )
    thick = _thick_share(inside, sheets, step) if sheets else 0.0
    told = _told(made, inside, mesh, opened, step, names)
    behind = _solid_behind(mesh, told.solid_behind, inside, wall_mm)
    return replace(told, thick=thick, solid_behind=behind)


def _turned(
    lathe: Lathe, mesh: TriangleMesh, wall_mm: NDArray[np.float64], opened: Collection[int],
    step: str, names: Sequence[str], outward: bool,
) -> Body | None:  # fmt: skip
    """The wall of a turned body; None where its profile does not tell it."""
    sides = [face for _, face in mesh.faces]
    if not {name for own in lathe.names for name in own} & set(sides):  # told with their steps
        sides = [".".join(face) for face in mesh.faces]
    if not lathe.whole or len(set(sides)) < len(sides):
        return None
    walls = dict(zip(sides, wall_mm.tolist(), strict=True))
    return turned_walls(
        lathe,
        {name: walls.get(name, float(wall_mm.max())) for own in lathe.names for name in own},
        {sides[index] for index in opened},
        step,
        dict(zip(sides, names, strict=True)),
        outward,
    )


def _thick_share(beyond: Body, sheets: _Sheets, step: str) -> float:
    """The share of the new faces that lies further from every closed face than a square mitre, as
    behind acute corners and roundings tighter than the wall.

    A wall in which sheets of fine, twisted facets left slits is refused: where its new faces come
    nearer to a closed face than the wall, away from the rims of open faces.

    Raises:
        BuildError: more of the inner faces lies so than rounding explains.
    """
    mesh, closed = sheets.mesh, sheets.closed
    least = float(sheets.wall[closed].min())
    inside = triangle_mesh(beyond)
    own = np.flatnonzero(inside.on(step, frozenset(f for s, f in inside.faces if s == step)))
    if not len(own):
        return 0.0
    middles = np.ascontiguousarray(inside.middles[own])

    def away(triangles: Indices) -> Points:
        squared, _, _ = libigl.point_mesh_squared_distance(
            middles, mesh.vertices, np.ascontiguousarray(triangles)
        )
        return np.asarray(np.sqrt(squared))

    apart = away(mesh.triangles[closed])
    near = apart < NEAREST * least - NEAR_MM
    if near.any() and not closed.all():
        near &= away(mesh.triangles[~closed]) > RIM * least
    areas = inside.doubled[own]
    if areas[near].sum() > MOST_NEAR * areas.sum():
        raise BuildError(
            "the faces of this body are too finely twisted for a wall",
            remedy="a thinner wall, or simpler outlines",
        )
    far = apart > FURTHEST * float(sheets.wall[closed].max()) + NEAR_MM
    return float(areas[far].sum() / areas.sum())


def _solid_behind(
    mesh: TriangleMesh, faces: Sequence[int], inside: Body, wall_mm: NDArray[np.float64]
) -> tuple[int, ...]:
    """Those of some faces that have no room behind most of them: behind chamfers and roundings
    tighter than the wall lies a corner of it."""
    if not faces:
        return ()
    room, left = triangle_mesh(inside), []
    for face in faces:
        own = np.flatnonzero(mesh.face_index == face)
        squared, _, _ = libigl.point_mesh_squared_distance(
            np.ascontiguousarray(mesh.middles[own]), room.vertices, room.triangles
        )
        areas = mesh.doubled[own]
        far = squared > (FURTHEST * wall_mm[face]) ** 2
        if areas[far].sum() > areas.sum() / 2:
            left.append(face)
    return tuple(left)


def _told(
    made: Body, inside: Body, mesh: TriangleMesh, opened: Collection[int],
    step: str = "", names: tuple[str, ...] = (),
) -> Hollow:  # fmt: skip
    rooms = pieces_mm3(inside, CRUMB_MM3)
    if not rooms:
        raise BuildError("this wall leaves no hollow", remedy="a thinner wall")
    mouths = {mesh.faces[index] for index in opened}
    left = set(triangle_mesh(made).faces)
    behind = [
        index
        for index, name in enumerate(names)
        if index not in opened and (step, name) not in left
    ]
    return Hollow(
        made,
        inside,
        tuple(holds for _, holds in rooms),
        tuple(holds for room, holds in rooms if not mouths & set(triangle_mesh(room).faces)),
        tuple(behind),
    )


class _Sheets:
    """The closed faces of a mesh as sheets that are thickened one way: -1 inwards, 1 outwards."""

    def __init__(self, mesh: TriangleMesh, wall_mm: Points, opened: set[int], way: float) -> None:
        self.mesh, self.way = mesh, way
        areas = mesh.doubled
        self.areas = areas
        self.normals = mesh.units
        edges = mesh.corners - np.roll(mesh.corners, 1, axis=1)
        longest = np.linalg.norm(edges, axis=2).max(axis=1)
        self.tall = areas / np.maximum(longest, 1e-300)
        # slivers that cuts leave know their normal badly
        self.weight = self.tall / (self.tall + SLIVER_MM)
        self.wall = wall_mm[mesh.face_index]
        self.closed = ~np.isin(mesh.face_index, list(opened))
        self.over = np.zeros(len(areas), dtype=bool)
        self._pair_edges()
        self._group()
        self._corners()

    def _pair_edges(self) -> None:
        """Every edge once, with the triangles on both its sides; ``start`` to ``end`` runs round
        the first of them counter-clockwise."""
        start, end, owner, other = self.mesh.sides
        once = start < end
        self.start, self.end = start[once], end[once]
        self.one, self.other = owner[once], other[once]
        self.cosine = np.einsum("ij,ij->i", self.normals[self.one], self.normals[self.other])

    def _group(self) -> None:
        """Closed facets that go over into each other smoothly and have one wall, numbered; and
        what lies in one plane of them."""
        joined = (
            self.closed[self.one] & self.closed[self.other] & (self.cosine > SMOOTH_COS)
            & (np.abs(self.wall[self.one] - self.wall[self.other]) < 1e-9)
        )  # fmt: skip
        count = len(self.mesh.triangles)
        self.group: Indices = groups(count, self.one[joined], self.other[joined])
        level = (np.arccos(np.clip(self.cosine, -1.0, 1.0)) < LEVEL) & (
            self.group[self.one] == self.group[self.other]
        )
        self.facet: Indices = groups(count, self.one[level], self.other[level])

    def _corners(self) -> None:
        """For every corner of every sheet how it moves: ``moved`` by the wall, ``proud`` the other
        way and past the faces left open."""
        triangles, count = self.mesh.triangles, len(self.mesh.vertices)
        own = np.repeat(np.flatnonzero(self.closed), 3)
        vertex = triangles[self.closed].ravel()
        self.pairs, slot = np.unique(self.group[own] * count + vertex, return_inverse=True)
        slot = slot.reshape(-1)
        size = len(self.pairs)
        self.matrix, self.along = np.zeros((size, 3, 3)), np.zeros((size, 3))
        back = np.zeros((size, 3))
        outer = np.einsum("ti,tj->tij", self.normals, self.normals)
        outer *= self.weight[:, None, None]
        pull = self.normals * self.weight[:, None]
        np.add.at(self.matrix, slot, outer[own])
        np.add.at(self.along, slot, pull[own] * (self.way * self.wall[own])[:, None])
        np.add.at(back, slot, pull[own] * (-self.way * PROUD_MM))
        self.past_matrix, self.past_along = np.zeros((size, 3, 3)), np.zeros((size, 3))
        open_at = self.open_at = defaultdict[int, list[int]](list)
        for triangle in np.flatnonzero(~self.closed):
            for corner in triangles[triangle]:
                open_at[int(corner)].append(int(triangle))
        at_open = np.isin(self.pairs % count, list(open_at))
        for index in np.flatnonzero(at_open):
            for beside in open_at[int(self.pairs[index] % count)]:
                self.past_matrix[index] += outer[beside]
                self.past_along[index] += pull[beside] * self._past()
        self.moved = self._solved(self.matrix, self.along, self.past_matrix, self.past_along)
        self.proud = self._solved(self.matrix, back, self.past_matrix, self.past_along)

    def _corners_without(self, over: NDArray[np.bool_]) -> None:
        """Moves corners between facets that turned over and others as the others alone want it, so
        that these go straight on under them."""
        kept = np.flatnonzero(self.closed & ~over)
        slots = self._slot(np.repeat(self.group[kept], 3), self.mesh.triangles[kept].ravel())
        beside = np.flatnonzero(over)
        theirs = self._slot(np.repeat(self.group[beside], 3), self.mesh.triangles[beside].ravel())
        shared = np.intersect1d(slots, theirs)
        own = np.repeat(kept, 3)
        among = np.isin(slots, shared)
        slots, own = slots[among], own[among]
        matrix, along = np.zeros_like(self.matrix), np.zeros_like(self.along)
        weight = self.weight[own, None]
        normals = self.normals[own]
        np.add.at(matrix, slots, np.einsum("ti,tj->tij", normals, normals) * weight[:, None])
        np.add.at(along, slots, normals * weight * (self.way * self.wall[own])[:, None])
        self.matrix[shared], self.along[shared] = matrix[shared], along[shared]
        self.moved[shared] = self._solved(
            matrix[shared], along[shared], self.past_matrix[shared], self.past_along[shared]
        )

    def _past(self) -> float:
        """Inwards a sheet goes past an open face and is cut off there; outwards it ends in it."""
        return PROUD_MM if self.way < 0 else 0.0

    def _solved(self, matrix: Points, along: Points, past: Points, past_along: Points) -> Points:
        """Corners' moves (n, 3) mm that take every facet there as far as it should go.

        Where an open face is all but level with the sheet, the sheet alone is gone by.
        """
        found = _least_squares(matrix + past, along + past_along)
        alone = _least_squares(matrix, along)
        longest = LONGEST * max(float(self.wall.max()), PROUD_MM)
        far = np.linalg.norm(found, axis=1) > longest
        found[far] = alone[far]
        size = np.linalg.norm(found, axis=1, keepdims=True)
        return np.asarray(found * np.minimum(1.0, longest / np.maximum(size, 1e-300)))

    def _slot(self, group: Indices, vertex: Indices) -> Indices:
        return np.searchsorted(self.pairs, group * len(self.mesh.vertices) + vertex)

    def _ends(self, triangles: Indices) -> tuple[Points, Points]:
        """Corners (n, 3, 3) of some facets where they stand proud and where the wall ends."""
        corners = self.mesh.triangles[triangles]
        slots = self._slot(self.group[triangles][:, None], corners)
        places = self.mesh.vertices[corners]
        return places + self.proud[slots], places + self.moved[slots]

    def _turned_over(self) -> NDArray[np.bool_]:
        """Which facets turn over when they move, both ways too, as those of a ball that go through
        its middle. Triangles in one plane are judged as one facet: what turns within it only lies
        askew, and is put straight."""
        count = len(self.closed)
        facet = self.facet
        every = np.flatnonzero(self.closed)
        own = facet[every]
        left = np.bincount(own, weights=self._left_of(every), minlength=count)
        spread = np.bincount(own, weights=self._spread_of(every), minlength=count)
        whole = np.bincount(own, weights=self.areas[every], minlength=count)
        tall = np.zeros(count)
        np.maximum.at(tall, own, self.tall[every])
        found = np.zeros(count, dtype=bool)
        thin = tall <= 10 * SLIVER_MM
        turned = (left <= FOLDED * whole) | (spread < 0)
        found[every] = (turned & ~thin)[own]
        # what is hardly there goes with what turns over beside it
        thin = thin[facet] & self.closed
        beside = self.group[self.one] == self.group[self.other]
        found[self.one[beside & thin[self.one] & found[self.other]]] = True
        found[self.other[beside & thin[self.other] & found[self.one]]] = True
        for _ in range(STRAIGHTENED):
            kept = np.flatnonzero(self.closed & ~found)
            askew = kept[self._left_of(kept) <= FOLDED * self.areas[kept]]
            if not len(askew):
                break
            self._straighten(askew)
        return found

    def _left_of(self, triangles: Indices) -> Points:
        """What is left of each facet's double area once it has moved; below nought turned over."""
        _, ends = self._ends(triangles)
        crosses = np.cross(ends[:, 1] - ends[:, 0], ends[:, 2] - ends[:, 0])
        return np.asarray(np.einsum("ij,ij->i", crosses, self.normals[triangles]))

    def _spread_of(self, triangles: Indices) -> Points:
        """How much each facet is stretched, both ways added, times its double area: below nought
        where it has turned round."""
        _, ends = self._ends(triangles)
        corners = self.mesh.corners[triangles]
        sides = np.roll(corners, 1, axis=1) - np.roll(corners, -1, axis=1)  # opposite each corner
        across = np.cross(self.normals[triangles][:, None], sides)
        return np.asarray(np.einsum("nij,nij->n", ends, across))

    def _straighten(self, triangles: Indices) -> None:
        """Moves the corner opposite the longest side of each along its plane, so that it keeps its
        height."""
        corners = self.mesh.corners[triangles]
        sides = np.linalg.norm(np.roll(corners, -1, axis=1) - np.roll(corners, 1, axis=1), axis=2)
        apex = np.argmax(sides, axis=1)
        rows = np.arange(len(triangles))
        order = (apex[:, None] + np.arange(3)) % 3
        a, b, c = (corners[rows, order[:, k]] for k in range(3))
        slots = self._slot(self.group[triangles][:, None], self.mesh.triangles[triangles])
        sa, sb, sc = (slots[rows, order[:, k]] for k in range(3))
        along = c - b
        share = np.einsum("ij,ij->i", a - b, along) / np.maximum((along**2).sum(axis=1), 1e-300)
        across = a - b - share[:, None] * along
        across /= np.maximum(np.linalg.norm(across, axis=1, keepdims=True), 1e-300)
        foot = self.moved[sb] + share[:, None] * (self.moved[sc] - self.moved[sb])
        off = np.einsum("ij,ij->i", self.moved[sa] - foot, across)
        self.moved[sa] -= off[:, None] * across

    def patches(self, step: str, names: tuple[str, ...]) -> list[Body]:
        """Sheets, cut where they turn so far that they could lie over themselves; each goes one
        facet past its cut, so that no slit is left between two."""
        over = self._turned_over()
        self.over = over
        if over.any():
            self._corners_without(over)
        axis = np.argmax(np.abs(self.normals), axis=1)
        facing = 2 * axis + (np.take_along_axis(self.normals, axis[:, None], 1)[:, 0] > 0)
        kept = self.closed & ~over
        beside = (
            kept[self.one] & kept[self.other] & (self.group[self.one] == self.group[self.other])
        )
        same = beside & (facing[self.one] == facing[self.other])
        piece = groups(len(kept), self.one[same], self.other[same])
        beside &= ~same
        a, b = self.one[beside], self.other[beside]
        found = []
        for one in np.unique(piece[kept]):
            own = kept & (piece == one)
            own[b[piece[a] == one]] = True
            own[a[piece[b] == one]] = True
            found.append(self._sheet(np.flatnonzero(own), step, names))
        return found

    def _sheet(self, own: Indices, step: str, names: tuple[str, ...]) -> Body:
        corners = self.mesh.triangles[own]
        used, local = np.unique(corners, return_inverse=True)
        local = local.reshape(-1, 3)
        slots = self._slot(np.full(len(used), self.group[own[0]]), used)
        places = self.mesh.vertices[used]
        count = len(used)
        points = np.vstack([places + self.proud[slots], places + self.moved[slots]])
        start, end = local.ravel(), np.roll(local, -1, axis=1).ravel()
        border = ~np.isin(start * count + end, end * count + start)
        a, b = start[border], end[border]
        sides = np.vstack(
            [np.column_stack([b, a, a + count]), np.column_stack([b, a + count, b + count])]
        )
        triangles = np.vstack([local, local[:, ::-1] + count, sides])
        if self.way > 0:
            triangles = triangles[:, ::-1]
        faces = tuple(dict.fromkeys(["rim", *(names[i] for i in self.mesh.face_index[own])]))
        inner = np.array([faces.index(names[i]) for i in self.mesh.face_index[own]])
        zeros = np.zeros(len(own), dtype=np.int64)
        labels = np.concatenate([zeros, inner, np.zeros(len(sides), dtype=np.int64)])
        return close_mesh(points, triangles, labels, Source(step, faces))

    def _facet_middles(self) -> Points:
        """Of each triangle (n, 3) the middle of what lies in one plane with it."""
        count = len(self.facet)
        areas = np.bincount(self.facet, weights=self.areas, minlength=count)
        sums = np.zeros((count, 3))
        np.add.at(sums, self.facet, self.mesh.middles * self.areas[:, None])
        return np.asarray((sums / np.maximum(areas, 1e-300)[:, None])[self.facet])

    def _as_far_as_they_meet(self, own: Indices) -> Points:
        """The part of its way (n, 3) that each corner of some facets goes before one of them turns
        over; all of it where it is a corner of a facet that does not."""
        areas = np.maximum(self.areas[own], 1e-300)
        half, turned = self._spread_of(own) / areas / 2, self._left_of(own) / areas
        # a facet's stretches along and across; on the way they fall from one straight to these
        least = half - np.sqrt(np.maximum(half**2 - turned, 0.0))
        share = np.clip(MEET / np.maximum(1 - least, 1.0), 0.0, 1.0)
        corners = self.mesh.triangles[own]
        found = np.ones(len(self.mesh.vertices))
        np.minimum.at(found, corners.ravel(), np.repeat(share, 3))
        found[self.mesh.triangles[self.closed & ~self.over].ravel()] = 1.0
        return np.asarray(found[corners])

    def folded(self, step: str) -> list[Body]:
        """Facets that turn over, thickened by themselves: as one block as far as they bend tighter
        than the wall is thick, or lie level, so that a block follows every wider bend."""
        own = np.flatnonzero(self.over)
        bend = np.arccos(np.clip(self.cosine, -1.0, 1.0))
        middles = self._facet_middles()
        along = self.mesh.vertices[self.end] - self.mesh.vertices[self.start]
        along /= np.maximum(np.linalg.norm(along, axis=1, keepdims=True), 1e-300)
        between = np.cross(middles[self.one] - middles[self.other], along)
        tight = (bend < LEVEL) | (
            np.linalg.norm(between, axis=1) < TIGHT * self.wall[self.one] * bend
        )
        joined = self.over[self.one] & self.over[self.other] & tight
        joined &= self.group[self.one] == self.group[self.other]
        block = groups(len(self.over), self.one[joined], self.other[joined])
        proud, ends = self._ends(own)
        ways = ends - proud
        share = self._as_far_as_they_meet(own)
        # a hair short, so that nothing stands out of the walls beside them
        share -= 2 * WIDER_MM / np.maximum(np.linalg.norm(ways, axis=2), 1e-300)
        ends = proud + ways * np.maximum(share, 0.0)[:, :, None]
        # a little wider than they are, so that no slit is left beside them
        along = self.mesh.corners[own, 1] - self.mesh.corners[own, 0]
        along *= WIDER_MM / np.maximum(np.linalg.norm(along, axis=1, keepdims=True), 1e-300)
        across = np.cross(self.normals[own], along)
        ways = np.stack([along, -along, across, -across], axis=1)[:, :, None]
        both = np.concatenate([proud, ends], axis=1)
        points = (both[:, None] + ways).reshape(len(own), 24, 3)
        kept = self.closed & ~self.over
        shared = self._slots_of(np.flatnonzero(kept))
        opened = self._open_beside(kept)
        blocks = []
        for one in np.unique(block[own]):
            its = block[own] == one
            lip = self._lip(own[its], shared, opened)
            blocks.append(np.vstack([points[its].reshape(-1, 3), lip]))
        return _together(blocks, step)

    def _open_beside(self, kept: NDArray[np.bool_]) -> dict[int, int]:
        """An open facet for each corner that lies at one, or one kept facet away from it."""
        found = {at: ones[0] for at, ones in self.open_at.items()}
        corners = self.mesh.triangles[kept]
        for row in corners[np.isin(corners, list(found)).any(axis=1)].tolist():
            one = next(self.open_at[at][0] for at in row if at in self.open_at)
            for at in row:
                found.setdefault(at, one)
        return found

    def _slots_of(self, triangles: Indices) -> Indices:
        """The sheets' corners at which some facets have theirs, each once."""
        corners = self.mesh.triangles[triangles]
        return np.unique(self._slot(self.group[triangles][:, None], corners))

    def _lip(self, block: Indices, shared: Indices, opened: dict[int, int]) -> Points:
        """Where the walls beside a block of facets, which turn over before an open face, go on to
        that face (n, 3): so a rounded rim is as straight within as the wall below it."""
        beside = {opened[at] for at in self.mesh.triangles[block].ravel().tolist() if at in opened}
        if not beside or self.way > 0:
            return np.zeros((0, 3))
        faces = np.array(sorted(beside))
        normal, at = self.normals[faces[0]], self.mesh.middles[faces[0]]
        slots = np.intersect1d(self._slots_of(block), shared)
        places = self.mesh.vertices[self.pairs[slots] % len(self.mesh.vertices)]
        reach = (at - places) @ normal
        # what lies at the open face ends there already
        apart = (reach > PROUD_MM) & (reach < TIGHT * self.wall[block].max())
        if (self.normals[faces] @ normal < LEVEL_COS).any() or not apart.any():
            return np.zeros((0, 3))
        slots, places, reach = slots[apart], places[apart], reach[apart] + PROUD_MM
        across = _least_squares(
            self.matrix[slots] + np.outer(normal, normal),
            self.along[slots] + reach[:, None] * normal,
        )
        return np.asarray(places + across)

    def mitres(self, step: str) -> list[Body]:
        """What stands between two sheets that part along an edge, and round the corners where
        only such edges meet."""
        apart = (
            self.closed[self.one] & self.closed[self.other]
            & (self.group[self.one] != self.group[self.other])
        )  # fmt: skip
        along = self.mesh.vertices[self.end] - self.mesh.vertices[self.start]
        bend = np.einsum(
            "ij,ij->i", np.cross(self.normals[self.one], self.normals[self.other]), along
        )
        hollow = bend * self.way > 1e-12
        # where sheets hardly overlap, corners that several facets pull may draw them apart
        parts = apart & (hollow | (self.cosine > HARDLY))
        found = []
        at: dict[int, set[tuple[int, int]]] = defaultdict(set)
        for edge in np.flatnonzero(parts):
            a, b = (int(self.group[side[edge]]) for side in (self.one, self.other))
            block = []
            for vertex in (int(self.start[edge]), int(self.end[edge])):
                block += self._wedge(vertex, (a, b))
                at[vertex].add((min(a, b), max(a, b)))
            found.append(np.array(block))
        meeting: dict[int, set[tuple[int, int]]] = defaultdict(set)
        for edge in np.flatnonzero(apart):
            a, b = (int(self.group[side[edge]]) for side in (self.one, self.other))
            for vertex in (int(self.start[edge]), int(self.end[edge])):
                meeting[vertex].add((min(a, b), max(a, b)))
        hollow_at = set(self.start[apart & hollow]) | set(self.end[apart & hollow])
        for vertex, pairs in at.items():
            groups = {group for pair in pairs for group in pair}
            if len(groups) > 2 and pairs == meeting[vertex] and vertex in hollow_at:
                block = self._wedge(vertex, tuple(sorted(groups)))
                for pair in pairs:
                    block += self._wedge(vertex, pair)
                found.append(np.array(block))
        return _together(found, step)

    def _wedge(self, vertex: int, groups: tuple[int, ...]) -> list[Points]:
        """A corner, where each of some sheets ends there, and where they would all meet."""
        slots = self._slot(np.array(groups), np.full(len(groups), vertex))
        place = self.mesh.vertices[vertex]
        mitre = self._solved(
            self.matrix[slots].sum(axis=0)[None],
            self.along[slots].sum(axis=0)[None],
            self.past_matrix[slots[:1]],
            self.past_along[slots[:1]],
        )[0]
        ends = [place + self.moved[slot] for slot in slots]
        return [place, *(place + self.proud[slot] for slot in slots), *ends, place + mitre]


def _least_squares(matrix: Points, along: Points) -> Points:
    """The shortest d (n, 3) that comes nearest to matrix · d = along, way by way."""
    values, ways = np.linalg.eigh(matrix)
    strong = values > WEAK * values[:, -1:]
    inverse = np.where(strong, 1 / np.where(strong, values, 1.0), 0.0)
    turned = np.einsum("nji,nj->ni", ways, along) * inverse
    return np.asarray(np.einsum("nij,nj->ni", ways, turned))


def _together(blocks: list[Points], step: str) -> list[Body]:
    """The hulls of some points as one body whose faces have one name; none where there are none."""
    if not blocks:
        return []
    hulls = [Manifold.hull_points(points) for points in blocks]
    raw = Manifold.batch_boolean(hulls, OpType.Add).as_original().to_mesh64()
    points = np.asarray(raw.vert_properties, dtype=np.float64)[:, :3]
    triangles = np.asarray(raw.tri_verts, dtype=np.int64)
    if not len(triangles):
        return []
    labels = np.zeros(len(triangles), dtype=np.int64)
    return [close_mesh(points, triangles, labels, Source(step, ("mitre",)))]
