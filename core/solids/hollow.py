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
from core.solids.hollow_turned import HARDLY, LONGEST, PROUD_MM, turned_walls
from core.solids.linked import groups
from core.solids.mesh import TriangleMesh, triangle_mesh
from core.solids.stack import close_mesh
from core.solids.turned import Lathe

SMOOTH_COS = math.cos(math.radians(25.0))  # facets that turn by less belong to one sheet
FOLDED = 0.02  # of its area: a facet left with less has turned over
LEVEL = math.radians(0.5)  # facets that bend by less lie in one plane
STRAIGHTENED = 20  # passes
TIGHT = 1.1  # walls: a bend of a smaller radius is one in which facets turn over
WIDER_MM = 0.005
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
        made = _tidy(walls - body)
        thick = _thick_share(made, sheets, step) if sheets else 0.0
        return replace(_told(made, body, mesh, opened), thick=thick)
    # what lies in the walls and what does not, from one boolean
    both = body.solid.split(walls.solid)
    whole, inside = (Body(one, {**body.sources, **walls.sources}) for one in both)
    made = _tidy(whole)
    if made is not whole:  # crumbs that were dropped are part of the room
        inside = body - made
    thick = _thick_share(inside, sheets, step) if sheets else 0.0
    return replace(_told(made, inside, mesh, opened, step, names), thick=thick)


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


def _tidy(body: Body) -> Body:
    """Without the crumbs that rounding leaves beside mitres."""
    pieces = body.solid.decompose()
    # the skin of a shut room is a piece of its own, of less than no volume
    kept = [piece for piece in pieces if abs(piece.volume()) > CRUMB_MM3]
    if len(kept) == len(pieces):
        return body
    return Body(Manifold.compose(kept), body.sources)


def _told(
    made: Body, inside: Body, mesh: TriangleMesh, opened: Collection[int],
    step: str = "", names: tuple[str, ...] = (),
) -> Hollow:  # fmt: skip
    rooms = [
        Body(piece, inside.sources)
        for piece in inside.solid.decompose()
        if piece.volume() > CRUMB_MM3
    ]
    if not rooms:
        raise BuildError("this wall leaves no hollow", remedy="a thinner wall")
    rooms.sort(key=lambda room: -room.volume_mm3)
    mouths = {mesh.faces[index] for index in opened}
    shut = [room for room in rooms if not mouths & set(triangle_mesh(room).faces)]
    left = set(triangle_mesh(made).faces)
    behind = [
        index
        for index, name in enumerate(names)
        if index not in opened and (step, name) not in left
    ]
    return Hollow(
        made,
        Body(Manifold.compose([room.solid for room in rooms]), inside.sources),
        tuple(room.volume_mm3 for room in rooms),
        tuple(room.volume_mm3 for room in shut),
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
        self.wall = wall_mm[mesh.face_index]
        self.closed = ~np.isin(mesh.face_index, list(opened))
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
        """Closed facets that go over into each other smoothly and have one wall, numbered."""
        joined = (
            self.closed[self.one] & self.closed[self.other] & (self.cosine > SMOOTH_COS)
            & (np.abs(self.wall[self.one] - self.wall[self.other]) < 1e-9)
        )  # fmt: skip
        count = len(self.mesh.triangles)
        self.group: Indices = groups(count, self.one[joined], self.other[joined])

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
        # slivers that cuts leave know their normal badly
        weight = self.tall / (self.tall + SLIVER_MM)
        outer *= weight[:, None, None]
        pull = self.normals * weight[:, None]
        np.add.at(self.matrix, slot, outer[own])
        np.add.at(self.along, slot, pull[own] * (self.way * self.wall[own])[:, None])
        np.add.at(back, slot, pull[own] * (-self.way * PROUD_MM))
        self.past_matrix, self.past_along = np.zeros((size, 3, 3)), np.zeros((size, 3))
        open_at: dict[int, list[int]] = defaultdict(list)
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
        """Which facets turn over when they move. Triangles in one plane are judged as one facet:
        what turns within it only lies askew, and is put straight."""
        level = (np.arccos(np.clip(self.cosine, -1.0, 1.0)) < LEVEL) & (
            self.group[self.one] == self.group[self.other]
        )
        count = len(self.closed)
        facet = groups(count, self.one[level], self.other[level])
        every = np.flatnonzero(self.closed)
        own = facet[every]
        left = np.bincount(own, weights=self._left_of(every), minlength=count)
        whole = np.bincount(own, weights=self.areas[every], minlength=count)
        tall = np.zeros(count)
        np.maximum.at(tall, own, self.tall[every])
        found = np.zeros(count, dtype=bool)
        found[every] = ((left <= FOLDED * whole) & (tall > 10 * SLIVER_MM))[own]
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
        axis = np.argmax(np.abs(self.normals), axis=1)
        facing = 2 * axis + (np.take_along_axis(self.normals, axis[:, None], 1)[:, 0] > 0)
        kept = self.closed & ~over
        key = self.group * 6 + facing
        beside = (
            kept[self.one] & kept[self.other] & (self.group[self.one] == self.group[self.other])
        )
        beside &= key[self.one] != key[self.other]
        a, b = self.one[beside], self.other[beside]
        found = []
        for one in np.unique(key[kept]):
            own = kept & (key == one)
            own[b[key[a] == one]] = True
            own[a[key[b] == one]] = True
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

    def folded(self, step: str) -> list[Body]:
        """Facets that turn over, thickened by themselves: as one block as far as they bend tighter
        than the wall is thick, or lie level, so that a block follows every wider bend."""
        own = np.flatnonzero(self.over)
        bend = np.arccos(np.clip(self.cosine, -1.0, 1.0))
        middles = self.mesh.middles
        apart = np.linalg.norm(middles[self.one] - middles[self.other], axis=1)
        tight = (bend < LEVEL) | (apart < TIGHT * self.wall[self.one] * bend)
        joined = self.over[self.one] & self.over[self.other] & tight
        joined &= self.group[self.one] == self.group[self.other]
        block = groups(len(self.over), self.one[joined], self.other[joined])
        proud, ends = self._ends(own)
        # a little wider than they are, so that no slit is left beside them
        along = self.mesh.corners[own, 1] - self.mesh.corners[own, 0]
        along *= WIDER_MM / np.maximum(np.linalg.norm(along, axis=1, keepdims=True), 1e-300)
        across = np.cross(self.normals[own], along)
        ways = np.stack([along, -along, across, -across], axis=1)[:, :, None]
        both = np.concatenate([proud, ends], axis=1)
        points = (both[:, None] + ways).reshape(len(own), 24, 3)
        return _together(
            [points[block[own] == one].reshape(-1, 3) for one in np.unique(block[own])], step
        )

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
