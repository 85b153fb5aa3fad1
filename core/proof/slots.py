"""Slots: the narrowest air gap inside a part, by rays along the outward normal.

As for walls, only a face that truly stands opposite counts (its normal within 20° of straight
back), so that the mouth of a chamfer is no slot. Nor is the crevice where a round meets a flat: a
slot keeps at least half its width two lines away in every direction along its faces.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.proof.narrows import narrows
from core.proof.rays import OPPOSITE, Met, Rays
from core.proof.walls import Spread, Walls, spread_everywhere
from core.solids import TriangleMesh

WIDEST_MM = 25.0  # wider gaps are room, not slots
NARROW_MM = 2.0  # only narrower ones are looked at for tapering
BREADTH_MM = 0.8
TOUCHING_MM, CLOSING_MM = 0.05, 1.0  # narrower faces touch; wider slots do not close up
Points = NDArray[np.float64]


@dataclass(frozen=True)
class Slots(Walls):
    """As for walls; ``across_mm`` (n,) has crevices and small round holes as well."""

    across_mm: Points


def measure_slots(
    mesh: TriangleMesh,
    spacing_mm: float = 1.0,
    rays: Rays | None = None,
    spread: Spread | None = None,
) -> Slots:
    """The air outside every sample point up to the face opposite. O(rays · log triangles).

    Args:
        rays: of the mesh, and ``spread`` points over it, where they are at hand.

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> fork = Manifold.cube((20, 10, 10)) - Manifold.cube((2, 10, 8)).translate((9, 0, 2))
    >>> round(measure_slots(triangle_mesh(Body(fork))).thinnest[0], 3)
    2.0
    """
    points, triangle, normals, even = spread or spread_everywhere(mesh, spacing_mm)
    rays = rays or Rays(mesh)
    met = rays.met(points, normals)
    across = _across(met)
    opened = _open(rays, points, normals, across.copy())
    least = float(np.nanmin(opened, initial=CLOSING_MM))
    spots = narrows(rays, points, triangle, met, least, through_air=True)
    # facets of what touches leave gaps of their own beside it
    apart = np.where(spots.apart_mm > TOUCHING_MM, spots.apart_mm, np.nan)
    return Slots(
        np.concatenate([points, spots.points]),
        np.concatenate([triangle, spots.triangle]),
        np.concatenate([met.triangle, spots.behind]),
        np.concatenate([opened, apart]),
        even,
        np.concatenate([across, apart]),
    )


def slots_at(rays: Rays, points: Points, normals: Points) -> Points:
    """The width of the slot outside points (n, 3) of a surface, mm; nan where there is none.

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> fork = Manifold.cube((20, 10, 10)) - Manifold.cube((2, 10, 8)).translate((9, 0, 2))
    >>> rays = Rays(triangle_mesh(Body(fork)))
    >>> round(float(slots_at(rays, np.array([[9.0, 5, 5]]), np.array([[1.0, 0, 0]]))[0]), 3)
    2.0
    """
    return _open(rays, points, normals, _across(rays.met(points, normals)))


def _across(met: Met) -> Points:
    return np.where((met.facing < OPPOSITE) & (met.reached < WIDEST_MM), met.reached, np.nan)


def _open(rays: Rays, points: Points, normals: Points, slot: Points) -> Points:
    """Slots with the crevices among them taken out."""
    narrow = np.flatnonzero(slot < NARROW_MM)
    if len(narrow):
        crevice = _tapers(rays, points[narrow], normals[narrow], slot[narrow])
        slot[narrow[crevice]] = np.nan
    return slot


def _tapers(rays: Rays, points: Points, normals: Points, slot: Points) -> NDArray[np.bool_]:
    """Whether a gap closes within two lines, looked for on all four sides."""
    aside = np.where(np.abs(normals[:, :1]) < 0.9, [[1.0, 0.0, 0.0]], [[0.0, 1.0, 0.0]])
    one = np.cross(normals, aside)
    one /= np.linalg.norm(one, axis=1)[:, None]
    other = np.cross(normals, one)
    middle = points + normals * slot[:, None] / 2
    closes = np.zeros(len(points), dtype=bool)
    for way in (one * BREADTH_MM, other * BREADTH_MM, one * BREADTH_MM / 2, other * BREADTH_MM / 2):
        sides = [_gap_at(rays, middle + sign * way, normals) for sign in (1, -1)]
        closes |= np.minimum(*sides) < slot / 2
        # on past the line where two faces touch, the gap opens again on the other side
        closes |= (np.minimum(*sides) > 1.2 * slot) & (np.maximum(*sides) < NARROW_MM)
    return closes


def _gap_at(rays: Rays, points: Points, normals: Points) -> Points:
    """The gap across points in the air, mm; nought where a point lies inside the part."""
    wide = np.zeros(len(points))
    for up in (normals, -normals):
        reached, facing = rays.cast(points, up)
        # a face met from behind: the point lies inside
        wide += np.where(facing > 0, np.where(np.isfinite(reached), 0.0, WIDEST_MM), reached)
    return wide
