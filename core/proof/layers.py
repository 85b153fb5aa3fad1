"""The layer test: what each layer hangs over the one below.

A layer less the layer below widened by layer height × tan(limit) has nothing under it. A whole
piece of a layer that touches nothing of the layer below is an island: it begins in mid-air. What
is carried on two sides is a bridge, what stands out from one side a cantilever.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from manifold3d import CrossSection, JoinType, Manifold
from numpy.typing import NDArray

from core.proof.carried import Carriage, Within, all_carried
from core.proof.keels import flat_keels
from core.proof.lowest import lowest_places
from core.solids.mesh import lengths, triangle_crosses

Vec3 = tuple[float, float, float]

MOST_LAYERS = 4000
LEAN_MM = 1e-6  # slices are held to it: the points that facets leave along straight sides go
PLAIN_MM = 0.01  # how it is carried is told of outlines without the facets finer than this
LENIENT_DEG = 0.5  # a face drawn at the very limit is within it
SLIVER_MM2 = 0.05  # less than a dot of one line; facets of curved walls leave such crumbs


@dataclass(frozen=True)
class Unsupported:
    """One unsupported piece of one layer, in the standing solid's coordinates, mm.

    ``ends`` are those of the line that shows its span; ``rings`` (n, 2) its outline.
    """

    z: float
    area_mm2: float
    at: Vec3
    kind: Carriage
    span_mm: float
    ends: tuple[Vec3, Vec3]
    rings: tuple[NDArray[np.float64], ...]


@dataclass(frozen=True)
class LayerTest:
    """``layers`` counted; ``pieces`` unsupported, lowest first."""

    layers: int
    pieces: tuple[Unsupported, ...]

    @property
    def area_mm2(self) -> float:
        """All that has nothing under it, mm²."""
        return sum(piece.area_mm2 for piece in self.pieces)

    def of(self, kind: Carriage) -> list[Unsupported]:
        """The pieces carried in one way, widest span first."""
        chosen = [piece for piece in self.pieces if piece.kind == kind]
        return sorted(chosen, key=lambda piece: -piece.span_mm)

    @property
    def islands(self) -> int:
        """How many pieces begin in mid-air."""
        return sum(piece.kind == "island" for piece in self.pieces)

    def needing_support_mm2(self, bridge_limit_mm: float) -> float:
        """The area that will not hold by itself: all but the bridges that are short enough.

        >>> tee = Manifold.cube((10, 10, 20)) + Manifold.cube((30, 10, 2)).translate((-10, 0, 18))
        >>> round(test_layers(tee, 0.2, 45).needing_support_mm2(10.0))
        196
        """
        return sum(
            piece.area_mm2
            for piece in self.pieces
            if piece.kind != "bridge" or piece.span_mm > bridge_limit_mm
        )


def together(tests: Sequence[LayerTest]) -> LayerTest:
    """Tests of some of the layers each, from the lowest up, as one."""
    return LayerTest(tests[0].layers, tuple(piece for test in tests for piece in test.pieces))


def test_layers(
    standing: Manifold, layer_mm: float, limit_deg: float, share: tuple[int, int] = (0, 1)
) -> LayerTest:
    """Slices a solid standing on z = 0 at mid-layer heights and tests each slice.

    A layer can only stand out too far where some face or keel that leans out more than the limit
    passes between its slice and the one below; only those layers are sliced, with the one below
    each. O(layers with such faces · slice size).

    Args:
        share: which of how many equal shares of the layers, from the lowest up, is tested.

    >>> tee = Manifold.cube((10, 10, 20)) + Manifold.cube((30, 10, 2)).translate((-10, 0, 18))
    >>> test = test_layers(tee, 0.2, 45)
    >>> [(piece.kind, round(piece.span_mm, 2)) for piece in test.pieces]
    [('cantilever', 10.0), ('cantilever', 10.0)]
    """
    layer, heights = layer_heights(standing, layer_mm)
    reach = layer * math.tan(math.radians(limit_deg)) + LEAN_MM
    pieces: list[Unsupported] = []
    kept: tuple[int, CrossSection] | None = None
    mesh = standing.to_mesh64()
    points = np.asarray(mesh.vert_properties, dtype=np.float64)[:, :3]
    triangles = np.asarray(mesh.tri_verts, dtype=np.int64)
    corners = points[triangles]
    crosses = triangle_crosses(corners)
    begins = _beginnings(points, triangles, crosses[:, 2], heights)
    low, high = _steep(corners[:, :, 2], crosses, limit_deg)
    keel_low, keel_high = flat_keels(points, triangles, crosses, limit_deg + LENIENT_DEG)
    borne = _bearing_on(np.append(low, keel_low), np.append(high, keel_high), heights)
    number, shares = share
    for index in np.array_split(np.union1d(borne, begins), shares)[number]:
        lower = int(index) - 1
        below = kept[1] if kept and kept[0] == lower else _slice(standing, heights[lower])
        z = float(heights[index])
        here = _slice(standing, z)
        kept = (int(index), here)
        # what touches nothing of the layer below begins between the two
        afloat = _afloat(here, below) if index in begins else []
        proud = here - below.offset(reach, JoinType.Miter, 2.0)
        out = _pieces(proud, afloat, z, here, reach) if proud.area() > SLIVER_MM2 else []
        pieces += out + _wholly_afloat(afloat, out, z)
    return LayerTest(len(heights), tuple(pieces))


def _slice(standing: Manifold, z: float) -> CrossSection:
    """A slice without the points that facets leave along its straight sides."""
    return standing.slice(float(z)).simplify(LEAN_MM)


def layer_heights(standing: Manifold, layer_mm: float) -> tuple[float, NDArray[np.float64]]:
    """The layer height used, mm, thicker than asked for past MOST_LAYERS, and every mid height.

    >>> layer, heights = layer_heights(Manifold.cube((1, 1, 1)), 0.2)
    >>> layer, np.round(heights, 3).tolist()
    (0.2, [0.1, 0.3, 0.5, 0.7, 0.9])
    """
    height = float(standing.bounding_box()[5])
    layer = max(layer_mm, height / MOST_LAYERS)
    count = max(1, math.ceil(height / layer - 0.5))
    return layer, np.minimum((np.arange(count) + 0.5) * layer, height - 1e-6)


def _beginnings(
    points: NDArray[np.float64], triangles: NDArray[np.int64], down: NDArray[np.float64],
    heights: NDArray[np.float64],
) -> NDArray[np.int64]:  # fmt: skip
    """Indices of the layers in which material begins: where the surface has a lowest point, or a
    lowest flat, with material above it; ``down`` is how far each triangle looks up. O(edges)."""
    label, lowest = lowest_places(points, triangles)
    regions = len(lowest)
    # faces that look down have their material above them
    at = label.take(triangles.ravel())
    looks = np.bincount(at, np.repeat(down, 3), regions)
    used = np.bincount(at, minlength=regions) > 0
    chosen = np.flatnonzero(lowest & used & (looks < 0))
    level_of = np.full(regions, np.inf)
    np.minimum.at(level_of, label, points[:, 2])
    first = np.unique(np.searchsorted(heights, level_of[chosen]))
    return np.asarray(first[(first > 0) & (first < len(heights))])


def _wholly_afloat(
    afloat: Sequence[CrossSection], told: Sequence[Unsupported], z: float
) -> list[Unsupported]:
    """Pieces that begin here with nothing under them of which no part is told already: tips, and
    what lies beside something all the way, near enough to lean on it if only it touched."""
    found = []
    shown = [CrossSection(list(one.rings)) for one in told if one.kind == "island"]
    for piece in afloat:
        rings = tuple(np.asarray(ring, dtype=np.float64) for ring in piece.to_polygons())
        if not rings or any((piece ^ one).area() > 1e-9 for one in shown):
            continue
        at = (*_inside_point(rings), z)
        span = float(np.ptp(rings[0], axis=0).max())
        found.append(Unsupported(z, float(piece.area()), at, "island", span, (at, at), rings))
    return found


def _steep(
    z: NDArray[np.float64], crosses: NDArray[np.float64], limit_deg: float
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Between which heights each face lies that leans out more than the limit; their corners are
    at heights (m, 3)."""
    size = np.maximum(lengths(crosses), 1e-30)
    steep = -crosses[:, 2] > size * math.sin(math.radians(limit_deg + LENIENT_DEG))
    return z[steep].min(axis=1), z[steep].max(axis=1)


def _bearing_on(
    low: NDArray[np.float64], high: NDArray[np.float64], heights: NDArray[np.float64]
) -> NDArray[np.int64]:
    """Indices of the layers that what lies between such heights bears on: from the first above its
    foot to the first above its top."""
    first = np.searchsorted(heights, low)
    last = np.searchsorted(heights, high)
    marks = np.zeros(len(heights) + 2, dtype=np.int64)
    np.add.at(marks, np.minimum(first, len(heights)), 1)
    np.add.at(marks, np.minimum(last, len(heights)) + 1, -1)
    found = np.cumsum(marks)[: len(heights)] > 0
    found[0] = False  # the first layer lies on the bed
    return np.flatnonzero(found)


test_layers.__test__ = False  # type: ignore[attr-defined]  # a test of a print, not of the code


def _pieces(
    proud: CrossSection, afloat: Sequence[CrossSection], z: float, here: CrossSection,
    reach_mm: float,
) -> list[Unsupported]:  # fmt: skip
    """What of a layer stands out, piece by piece."""
    found: list[Unsupported] = []
    pieces = [(one, float(one.area())) for one in proud.decompose()]
    pieces = [(one, area) for one, area in pieces if area > SLIVER_MM2]
    if not pieces:
        return found
    plain = [one.simplify(PLAIN_MM).to_polygons() or one.to_polygons() for one, _ in pieces]
    ways = all_carried(plain, Within(here.simplify(PLAIN_MM).to_polygons()))
    for (piece, area), how in zip(pieces, ways, strict=True):
        own = tuple(np.asarray(ring, dtype=np.float64) for ring in piece.to_polygons())
        island = any((piece ^ other).area() > 1e-9 for other in afloat)
        kind = "island" if island else how.kind
        span, start, end = how.span_mm, how.start, how.end
        if kind != "island":
            # what carries it ends where the layer below does, that much further back
            share = reach_mm / max(math.dist(start, end), 1e-9)
            back = (end[0] - start[0]) * share, (end[1] - start[1]) * share
            start = (start[0] - back[0], start[1] - back[1])
            if kind == "bridge":
                end = (end[0] + back[0], end[1] + back[1])
            span += 2 * reach_mm if kind == "bridge" else reach_mm
        at = (*_inside_point(own), z)
        found.append(Unsupported(z, area, at, kind, span, ((*start, z), (*end, z)), own))
    return found


def _afloat(here: CrossSection, below: CrossSection) -> list[CrossSection]:
    """The pieces of a layer that touch nothing of the one below."""
    return [
        piece
        for piece in here.decompose()
        if (piece ^ below).area() <= min(1e-9, 0.01 * piece.area())
    ]


def _inside_point(rings: Sequence[NDArray[np.float64]]) -> tuple[float, float]:
    """A point of a piece's own boundary nearest its middle: a place to draw a leader to."""
    points: NDArray[np.float64] = rings[0] if len(rings) == 1 else np.vstack(rings)
    off = points - np.add.reduce(points, axis=0) / len(points)
    nearest = int(np.einsum("ij,ij->i", off, off).argmin())
    x, y = points[nearest].tolist()
    return x, y
