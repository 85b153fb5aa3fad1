"""The layer test: what each layer hangs over the one below.

A layer less the layer below widened by layer height × tan(limit) has nothing under it. A whole
piece of a layer that touches nothing of the layer below is an island: it begins in mid-air. What
is carried on two sides is a bridge, what stands out from one side a cantilever.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from manifold3d import CrossSection, JoinType, Manifold
from numpy.typing import NDArray

from core.proof.carried import Carriage, how_carried

Vec3 = tuple[float, float, float]

MOST_LAYERS = 4000
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
        return sum(piece.area_mm2 for piece in self.pieces)

    def of(self, kind: Carriage) -> list[Unsupported]:
        """The pieces carried in one way, widest span first."""
        chosen = [piece for piece in self.pieces if piece.kind == kind]
        return sorted(chosen, key=lambda piece: -piece.span_mm)

    @property
    def islands(self) -> int:
        return sum(piece.kind == "island" for piece in self.pieces)

    def needing_support_mm2(self, bridge_limit_mm: float) -> float:
        """The area that will not hold by itself: all but the bridges that are short enough."""
        return sum(
            piece.area_mm2
            for piece in self.pieces
            if piece.kind != "bridge" or piece.span_mm > bridge_limit_mm
        )


def test_layers(standing: Manifold, layer_mm: float, limit_deg: float) -> LayerTest:
    """Slices a solid standing on z = 0 at mid-layer heights and tests each slice.

    A layer can only stand out too far where some face that leans out more than the limit passes
    between its slice and the one below; only those layers are sliced, with the one below each.
    O(layers with steep faces · slice size).
    """
    layer, heights = layer_heights(standing, layer_mm)
    reach = layer * math.tan(math.radians(limit_deg)) + 1e-6
    pieces: list[Unsupported] = []
    kept: tuple[int, CrossSection] | None = None
    for index in _steep(standing, heights, limit_deg):
        lower = int(index) - 1
        below = kept[1] if kept and kept[0] == lower else standing.slice(float(heights[lower]))
        z = float(heights[index])
        here = standing.slice(z)
        kept = (int(index), here)
        if (here - below).area() > SLIVER_MM2:
            proud = here - below.offset(reach, JoinType.Miter, 2.0)
            pieces += _pieces(proud, below, z, here)
    return LayerTest(len(heights), tuple(pieces))


def layer_heights(standing: Manifold, layer_mm: float) -> tuple[float, NDArray[np.float64]]:
    """The layer height used, mm, thicker than asked for past MOST_LAYERS, and every mid height."""
    height = float(standing.bounding_box()[5])
    layer = max(layer_mm, height / MOST_LAYERS)
    count = max(1, math.ceil(height / layer - 0.5))
    return layer, np.minimum((np.arange(count) + 0.5) * layer, height - 1e-6)


def _steep(standing: Manifold, heights: NDArray[np.float64], limit_deg: float) -> NDArray[np.int64]:
    """Indices of the layers below which some face leans out more than the limit."""
    mesh = standing.to_mesh64()
    points = np.asarray(mesh.vert_properties)[:, :3]
    corners = points[np.asarray(mesh.tri_verts, dtype=np.int64)]
    normal = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    size = np.maximum(np.linalg.norm(normal, axis=1), 1e-30)
    steep = -normal[:, 2] > size * math.sin(math.radians(limit_deg + LENIENT_DEG))
    low, high = corners[steep, :, 2].min(axis=1), corners[steep, :, 2].max(axis=1)
    # such a face bears on every layer from the first above its foot to the first above its top
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
    proud: CrossSection, below: CrossSection, z: float, here: CrossSection
) -> list[Unsupported]:
    found: list[Unsupported] = []
    if proud.area() <= SLIVER_MM2:
        return found
    rings = here.to_polygons()
    afloat = [piece for piece in here.decompose() if (piece ^ below).area() <= 1e-9]
    for piece in proud.decompose():
        area = float(piece.area())
        if area <= SLIVER_MM2:
            continue
        x, y = _inside_point(piece)
        own = tuple(np.asarray(ring, dtype=np.float64) for ring in piece.to_polygons())
        how = how_carried(own, rings)
        island = any((piece ^ other).area() > 1e-9 for other in afloat)
        found.append(
            Unsupported(
                z, area, (x, y, z), "island" if island else how.kind, how.span_mm,
                ((*how.start, z), (*how.end, z)), own,
            )
        )  # fmt: skip
    return found


def _inside_point(piece: CrossSection) -> tuple[float, float]:
    """A point of the piece's own boundary nearest its middle: a place to draw a leader to."""
    points: NDArray[np.float64] = np.vstack(piece.to_polygons())
    middle = points.mean(axis=0)
    nearest = points[np.argmin(((points - middle) ** 2).sum(axis=1))]
    return float(nearest[0]), float(nearest[1])
