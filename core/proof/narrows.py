"""Where two patches of a surface come nearest to each other, through the material or the air.

Points a millimetre apart seldom lie just where two bores pass each other: the wall between them is
thinnest in one spot, and rays from beside it meet the other bore aslant. Round each such ray the
least distance between the two patches is found; it counts where rays from its ends meet square.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from core.proof.gaps import smallest_gap
from core.proof.rays import OPPOSITE, Met, Rays
from core.solids.mesh import lengths

FURTHEST_MM = 3.0  # a ray that goes further is not followed
SQUARE_COS, ASLANT_COS = np.cos(np.radians([3.0, 75.0]))
MOST = 16  # rays followed, the shortest first and one between two patches
# of the least that is known: what is no narrower tells nothing new; exactly where a limit is near
WORTH, EXACTLY, LIMIT_MM = 0.95, 1.1, 1.4
AROUND_MM = 1.5  # beyond either end of a ray so much of the patches is looked at
TOUCHING_MM = 5e-3  # what single precision leaves of it, and more
Points = NDArray[np.float64]
Indices = NDArray[np.int64]


class Spots(NamedTuple):
    """Where patches come nearest: (n, 3) points, (n,) their triangles, (n,) those of the other
    patch, (n,) mm to it."""

    points: Points
    triangle: Indices
    behind: Indices
    apart_mm: Points


def narrows(
    rays: Rays, points: Points, start: Indices, met: Met, least_mm: float, through_air: bool = False
) -> Spots:
    """The shortest ways across, near rays that met a face aslant.

    Args:
        rays: of the mesh.
        points: (n, 3) where rays went in, or out, ``start`` (n,) on which triangle.
        met: what they met.
        least_mm: what is not narrower need not be found.
        through_air: they went out.

    O(rays + followed · triangles).
    """
    mesh, sign = rays.mesh, -1.0 if through_air else 1.0
    # through the material, its faces are looked at from behind: what is hollow is a ridge there
    corners = mesh.corners if through_air else mesh.corners[:, ::-1]
    ends = []
    for one, other in _near_pairs(rays, points, start, met, least_mm, sign):
        gap = smallest_gap(corners[one], corners[other])
        if gap.distance_mm > TOUCHING_MM:
            ends.append((gap.on_a, gap.on_b))
    here, there = np.array(ends, dtype=np.float64).reshape(-1, 2, 3).transpose(1, 0, 2)
    apart = lengths(there - here)
    ways = (there - here) / apart[:, None]
    out, back = rays.met(here, ways), rays.met(there, -ways)
    found = np.ones(len(apart), dtype=bool)
    for way in (out, back):
        found &= (np.abs(way.reached - apart) < TOUCHING_MM) & (way.facing * sign > -OPPOSITE)
    return Spots(here[found], back.triangle[found], out.triangle[found], apart[found])


def _near_pairs(
    rays: Rays, points: Points, start: Indices, met: Met, least_mm: float, sign: float
) -> list[tuple[Indices, Indices]]:
    """The triangles of one patch and of another that lie round a ray which met the other aslant,
    where the two do not meet there."""
    mesh, facing, patch = rays.mesh, met.facing * sign, rays.mesh.patches
    aslant = (met.reached < FURTHEST_MM) & (facing > ASLANT_COS) & (facing < SQUARE_COS)
    # so far at least it is from where a ray went in to the plane of the face it met
    worth = EXACTLY if least_mm < LIMIT_MM else WORTH
    aslant &= met.reached * facing < worth * least_mm
    at = np.flatnonzero(aslant)
    both = np.sort(np.column_stack([patch[start[at]], patch[met.triangle[at]]]), axis=1)
    order = np.argsort(met.reached[at], kind="stable")
    at, both = at[order], both[order]
    apart = np.flatnonzero(both[:, 0] != both[:, 1])
    _, first = np.unique(both[apart], axis=0, return_index=True)
    at, both = (row[apart[np.sort(first)[:MOST]]] for row in (at, both))
    own = {int(one): np.flatnonzero(patch == one) for one in np.unique(both)}
    corners = ((one, mesh.corners[of]) for one, of in own.items())
    box = {one: (all_.min(axis=1), all_.max(axis=1)) for one, all_ in corners}
    pairs = []
    for ray, ends in zip(at, both, strict=True):
        reach = met.reached[ray] + AROUND_MM
        low, high = points[ray] - reach, points[ray] + reach
        one, other = (
            own[end][((box[end][0] < high) & (box[end][1] > low)).all(axis=1)] for end in ends
        )
        # where they meet they are not apart: that need not be measured
        if not np.isin(mesh.triangles[one], mesh.triangles[other]).any():
            pairs.append((one, other))
    return pairs
