"""The closed faces of a body as sheets: how each corner of them moves for every facet there to move
by its wall, and the solids between where they were and where they come to lie.
"""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Collection
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.solids.body import Body, Source
from core.solids.hollow_turned import LONGEST, PROUD_MM
from core.solids.linked import groups
from core.solids.mesh import TriangleMesh
from core.solids.stack import close_mesh

SMOOTH_COS = math.cos(math.radians(25.0))  # facets that turn by less belong to one sheet
FOLDED = 0.02  # of its area: a facet left with less has turned over
LEVEL = math.radians(0.5)  # facets that bend by less lie in one plane
STRAIGHTENED = 20  # passes
ALL_BUT_LEVEL = math.cos(math.radians(20.0))  # an open face and a sheet that goes over into it
WEAK = 1e-3  # of the strongest: ways in which a corner's facets hardly differ
WEAKEST = 1e-4  # where it is exact
SLIVER_MM = 1e-3  # facets of about this height and less count less where a corner is moved
Points = NDArray[np.float64]
Indices = NDArray[np.int64]


@dataclass(frozen=True)
class Parting:
    """A mesh with facets parted where they begin to turn over.

    Attributes:
        new_from: edges between corners from here on part facets that lie in one plane.
        gone: which triangles turn over, as far as that is known.
    """

    mesh: TriangleMesh
    new_from: int
    gone: NDArray[np.bool_]


class Sheets:
    """The closed faces of a mesh as sheets that are thickened one way: -1 inwards, 1 outwards."""

    def __init__(
        self, mesh: TriangleMesh, wall_mm: Points, opened: Collection[int], way: float,
        parting: Parting | None = None, exact: bool = False,
    ) -> None:  # fmt: skip
        """``exact``: corners move to where the planes of their facets meet, however little these
        differ; of twisted facets, which differ by rounding too, they move the shorter way."""
        self.mesh, self.way, self.exact = mesh, way, exact
        self.parting = parting or Parting(
            mesh, len(mesh.vertices), np.zeros(len(mesh.triangles), dtype=bool)
        )
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
        level &= np.minimum(self.start, self.end) < self.parting.new_from
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
        pull = self.normals * self.weight[:, None]
        outer = pull[:, :, None] * self.normals[:, None]
        self.matrix, self.along, facing = self._wanted(own, slot)
        # where twisted facets are, which differ by rounding too
        bent = np.zeros(size, dtype=bool)
        bent[slot[np.bincount(self.facet, minlength=len(self.facet))[self.facet[own]] < 2]] = True
        self.weak = np.where(bent | (not self.exact), WEAK, WEAKEST)
        back = facing * (-self.way * PROUD_MM)
        self.past_matrix, self.past_along = np.zeros((size, 3, 3)), np.zeros((size, 3))
        open_at = self.open_at = defaultdict[int, list[int]](list)
        for triangle in np.flatnonzero(~self.closed):
            for corner in triangles[triangle]:
                open_at[int(corner)].append(int(triangle))
        at_open = np.isin(self.pairs % count, list(open_at))
        facing /= np.maximum(np.linalg.norm(facing, axis=1, keepdims=True), 1e-300)
        for index in np.flatnonzero(at_open):
            for beside in open_at[int(self.pairs[index] % count)]:
                if facing[index] @ self.normals[beside] > ALL_BUT_LEVEL:
                    continue  # the sheet goes over into it, as a rounded rim: it ends there
                self.past_matrix[index] += outer[beside]
                self.past_along[index] += pull[beside] * self._past()
        self.moved = self.solved(
            self.matrix, self.along, self.past_matrix, self.past_along, self.weak
        )
        self.proud = self.solved(self.matrix, back, self.past_matrix, self.past_along, self.weak)

    def _wanted(self, own: Indices, slots: Indices) -> tuple[Points, Points, Points]:
        """What some facets want of the corners they have: matrix · move = along, summed by slot,
        and the way they look together. Where it is exact, the triangles of one plane have one say,
        however many of them meet there."""
        say = self.weight[own]
        if self.exact:
            there = slots * len(self.facet) + self.facet[own]
            _, which, count = np.unique(there, return_inverse=True, return_counts=True)
            say = say / count[which.reshape(-1)]
        normals = self.normals[own]
        pull = normals * say[:, None]
        matrix, along = np.zeros((len(self.pairs), 3, 3)), np.zeros((len(self.pairs), 3))
        facing = np.zeros_like(along)
        np.add.at(matrix, slots, pull[:, :, None] * normals[:, None])
        np.add.at(along, slots, pull * (self.way * self.wall[own])[:, None])
        np.add.at(facing, slots, pull)
        return matrix, along, facing

    def _corners_without(self, over: NDArray[np.bool_]) -> None:
        """Moves corners between facets that turned over and others as the others alone want it, so
        that these go straight on under them."""
        kept = np.flatnonzero(self.closed & ~over)
        slots = self.slot(np.repeat(self.group[kept], 3), self.mesh.triangles[kept].ravel())
        beside = np.flatnonzero(over)
        theirs = self.slot(np.repeat(self.group[beside], 3), self.mesh.triangles[beside].ravel())
        shared = np.intersect1d(slots, theirs)
        own = np.repeat(kept, 3)
        among = np.isin(slots, shared)
        matrix, along, _ = self._wanted(own[among], slots[among])
        self.matrix[shared], self.along[shared] = matrix[shared], along[shared]
        self.moved[shared] = self.solved(
            matrix[shared],
            along[shared],
            self.past_matrix[shared],
            self.past_along[shared],
            self.weak[shared],
        )

    def _past(self) -> float:
        """Inwards a sheet goes past an open face and is cut off there; outwards it ends in it."""
        return PROUD_MM if self.way < 0 else 0.0

    def solved(
        self, matrix: Points, along: Points, past: Points, past_along: Points, weak: Points
    ) -> Points:
        """Corners' moves (n, 3) mm that take every facet there as far as it should go.

        Where an open face is all but level with the sheet, the sheet alone is gone by.
        """
        found = least_squares(matrix + past, along + past_along, weak)
        alone = least_squares(matrix, along, weak)
        longest = LONGEST * max(float(self.wall.max()), PROUD_MM)
        far = np.linalg.norm(found, axis=1) > longest
        found[far] = alone[far]
        size = np.linalg.norm(found, axis=1, keepdims=True)
        return np.asarray(found * np.minimum(1.0, longest / np.maximum(size, 1e-300)))

    def slot(self, group: Indices, vertex: Indices) -> Indices:
        """The number of each corner (n,) of a mesh as a corner of a sheet."""
        return np.searchsorted(self.pairs, group * len(self.mesh.vertices) + vertex)

    def ends_of(self, triangles: Indices) -> tuple[Points, Points]:
        """Corners (n, 3, 3) of some facets where they stand proud and where the wall ends."""
        corners = self.mesh.triangles[triangles]
        slots = self.slot(self.group[triangles][:, None], corners)
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
        left = np.bincount(own, weights=self.left_of(every), minlength=count)
        spread = np.bincount(own, weights=self.spread_of(every), minlength=count)
        whole = np.bincount(own, weights=self.areas[every], minlength=count)
        tall = np.zeros(count)
        np.maximum.at(tall, own, self.tall[every])
        found = np.zeros(count, dtype=bool)
        thin = tall <= 10 * SLIVER_MM
        turned = (left <= FOLDED * whole) | (spread < 0)
        found[every] = (turned & ~thin)[own]
        found |= self.parting.gone
        # what is hardly there goes with what turns over beside it
        thin = thin[facet] & self.closed
        beside = self.group[self.one] == self.group[self.other]
        found[self.one[beside & thin[self.one] & found[self.other]]] = True
        found[self.other[beside & thin[self.other] & found[self.one]]] = True
        for _ in range(STRAIGHTENED):
            kept = np.flatnonzero(self.closed & ~found)
            askew = kept[self.left_of(kept) <= FOLDED * self.areas[kept]]
            if not len(askew):
                break
            self._straighten(askew)
        return found

    def left_of(self, triangles: Indices) -> Points:
        """What is left of each facet's double area once it has moved; below nought turned over."""
        _, ends = self.ends_of(triangles)
        crosses = np.cross(ends[:, 1] - ends[:, 0], ends[:, 2] - ends[:, 0])
        return np.asarray(np.einsum("ij,ij->i", crosses, self.normals[triangles]))

    def spread_of(self, triangles: Indices) -> Points:
        """How much each facet is stretched, both ways added, times its double area: below nought
        where it has turned round."""
        _, ends = self.ends_of(triangles)
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
        slots = self.slot(self.group[triangles][:, None], self.mesh.triangles[triangles])
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
        slots = self.slot(np.full(len(used), self.group[own[0]]), used)
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


def least_squares(matrix: Points, along: Points, weak: Points) -> Points:
    """The shortest d (n, 3) that comes nearest to matrix · d = along, way by way."""
    values, ways = np.linalg.eigh(matrix)
    strong = values > weak[:, None] * values[:, -1:]
    inverse = np.where(strong, 1 / np.where(strong, values, 1.0), 0.0)
    turned = np.einsum("nji,nj->ni", ways, along) * inverse
    return np.asarray(np.einsum("nij,nj->ni", ways, turned))
