"""Where on a solid a check found something: small triangles of its surface, by kind and level.

Large faces are cut into small triangles first, so that a wall that tapers is marked only where it
is thin. Levels run from 1, worth knowing, to 3, what would ruin the print.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray

from core.proof.layers import LayerTest, Unsupported
from core.proof.rays import OPPOSITE, Rays
from core.proof.slots import slots_at
from core.solids import TriangleMesh
from core.solids.mesh import triangle_crosses

KINDS = ("wall", "slot", "overhang")
FINEST_MM = 1.0
MOST_PIECES = 80_000
BESIDE_MM = 0.3  # round a piece of a layer, the facets that belong to it
Points = NDArray[np.float64]
Codes = NDArray[np.uint8]


@dataclass(frozen=True)
class Marks:
    """Marked pieces of a surface in the part's own coordinates.

    Attributes:
        corners: (n, 3, 3) mm.
        kind: (n,) index into KINDS.
        level: (n,) 1 to 3.
    """

    corners: Points
    kind: Codes
    level: Codes

    @property
    def area_mm2(self) -> Points:
        """(n,) the area of each piece."""
        return _areas(self.corners)


def divided(corners: Points, longest_mm: float) -> tuple[Points, NDArray[np.int64]]:
    """Triangles (m, 3, 3) cut at their longest edge until none is longer than asked.

    Returns:
        The pieces (n, 3, 3), and which triangle each is of (n,).

    >>> corners, owner = divided(np.array([[[0.0, 0, 0], [4, 0, 0], [0, 4, 0]]]), 2.5)
    >>> len(corners), set(owner.tolist())
    (8, {0})
    """
    done: list[Points] = []
    owners: list[NDArray[np.int64]] = []
    owner = np.arange(len(corners))
    while len(corners):
        edges = np.linalg.norm(np.roll(corners, -1, axis=1) - corners, axis=2)
        longest = edges.argmax(axis=1)
        rows = np.arange(len(corners))
        big = edges[rows, longest] > longest_mm
        done.append(corners[~big])
        owners.append(owner[~big])
        corners, owner, longest, rows = corners[big], owner[big], longest[big], rows[: big.sum()]
        a, b = corners[rows, longest], corners[rows, (longest + 1) % 3]
        c, middle = corners[rows, (longest + 2) % 3], (a + b) / 2
        corners = np.vstack([np.stack([a, middle, c], axis=1), np.stack([middle, b, c], axis=1)])
        owner = np.concatenate([owner, owner])
    return np.vstack(done), np.concatenate(owners)


def mark_surface(
    mesh: TriangleMesh,
    to_bed: Points,
    leaning: NDArray[np.bool_],
    layers: LayerTest,
    wall_limits_mm: tuple[float, float],
    slot_limit_mm: float,
    bridge_limit_mm: float,
    layer_mm: float,
) -> Marks:
    """Marks thin walls, narrow slots and what hangs.

    Args:
        to_bed: (3, 4), from the part's own coordinates to the bed's.
        leaning: (m,) which triangles lean more than the limit.
        wall_limits_mm: under the first a wall will not print, under the second it is weak.
    """
    whole = mesh.corners
    fine = max(FINEST_MM, float(np.sqrt(2 * _areas(whole).sum() / MOST_PIECES)))
    corners, owner = divided(whole, fine * 2)
    middle = corners.mean(axis=1)
    normals = mesh.units[owner]
    rays = Rays(mesh)
    inward, facing = rays.cast(middle, -normals)
    walls = np.where(facing > -OPPOSITE, inward, np.inf)
    slots = slots_at(rays, middle, normals)
    stop, weak = wall_limits_mm
    levels = {
        "wall": np.where(walls < stop, 3, np.where(walls < weak, 2, 0)),
        "slot": np.where(slots < slot_limit_mm, 2, 0),
        "overhang": _hanging(
            middle @ to_bed[:, :3].T + to_bed[:, 3],
            leaning[owner],
            layers.pieces,
            bridge_limit_mm,
            layer_mm,
        ),
    }
    found = [(k, levels[kind] > 0, levels[kind]) for k, kind in enumerate(KINDS)]
    return Marks(
        np.vstack([corners[hit] for _, hit, _ in found]),
        np.concatenate([np.full(int(hit.sum()), k, dtype=np.uint8) for k, hit, _ in found]),
        np.concatenate([level[hit].astype(np.uint8) for _, hit, level in found]),
    )


def _hanging(
    standing: Points,
    leaning: NDArray[np.bool_],
    pieces: Sequence[Unsupported],
    bridge_limit_mm: float,
    layer_mm: float,
) -> NDArray[np.int64]:
    """1 where a leaning face is carried or bridged, 2 where it hangs, 3 where it is in mid-air."""
    level = leaning.astype(np.int64)
    chosen = np.flatnonzero(leaning)
    order = chosen[np.argsort(standing[chosen, 2])]
    heights = standing[order, 2]
    for piece in pieces:
        if piece.kind == "bridge" and piece.span_mm <= bridge_limit_mm:
            continue
        first, last = np.searchsorted(heights, [piece.z - 1.2 * layer_mm, piece.z + 0.2 * layer_mm])
        near = order[first:last]
        if not len(near):
            continue
        region = shapely.union_all([shapely.Polygon(ring).buffer(0) for ring in piece.rings[:1]])
        for hole in piece.rings[1:]:
            region = shapely.symmetric_difference(region, shapely.Polygon(hole).buffer(0))
        region = region.buffer(BESIDE_MM)
        shapely.prepare(region)
        hit = near[shapely.contains_xy(region, standing[near, 0], standing[near, 1])]
        level[hit] = np.maximum(level[hit], 3 if piece.kind == "island" else 2)
    return level


def _areas(corners: Points) -> Points:
    crosses = triangle_crosses(corners)
    return np.asarray(np.linalg.norm(crosses, axis=1) / 2)
