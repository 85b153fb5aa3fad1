"""How much a vessel holds, measured on the finished solid: to its rim, or to where it runs out."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from manifold3d import Manifold
from numpy.typing import NDArray

from core.proof.lowest import lowest_places
from core.solids import Body, triangle_mesh

LEVEL_MM = 0.05  # no nearer is looked for where it runs out
LEAST_MM3 = 1.0
MOST_PITS = 6  # highest first, looked into where half-way up holds nothing …
DEPTHS_MM = (1.0, 0.3)  # … filled so deep
HAIR_MM = 1e-4
STEEP = 1e-6  # faces whose normal rises by less have no air over them


@dataclass(frozen=True)
class Holds:
    """``volume_mm3`` to the level it can be filled to; ``below_rim_mm`` how far that lies under
    the rim, nought where it holds to the rim."""

    volume_mm3: float
    below_rim_mm: float


def holds(solid: Manifold, to_rim: NDArray[np.float64]) -> Holds:
    """What a solid holds with its rim level.

    Args:
        to_rim: the (3, 4) transform that brings the rim to z = 0, up out of the opening.

    Air below a level that cannot run out sideways or down is what is held. Where it runs out below
    the rim, the highest level that holds is found by halving.

    >>> cup = Manifold.cube((20, 20, 20)) - Manifold.cube((16, 16, 18)).translate((2, 2, 2))
    >>> to_rim = np.column_stack([np.eye(3), [0, 0, -20]])
    >>> round(holds(cup, to_rim).volume_mm3)
    4608
    """
    stood = solid.transform(to_rim)
    low_x, low_y, low, high_x, high_y, _ = stood.bounding_box()
    span = (high_x - low_x + 2, high_y - low_y + 2)

    brim = -HAIR_MM  # just below the rim, which itself is no wall
    room = Manifold.cube((*span, brim - low + 1)).translate((low_x - 1, low_y - 1, low - 1))
    everything = room - stood

    def under(level: float, air: Manifold) -> Manifold:
        return air.trim_by_plane((0.0, 0.0, -1.0), -level)

    def held(level: float, about: Manifold) -> float:
        kept, area = 0.0, 0.0
        for air in about.decompose():
            x0, _, _, _, _, top = air.bounding_box()
            if x0 > low_x - 0.5 and top > level - 1e-6:  # the air outside reaches round it all
                kept += float(air.volume())
                area += float(air.slice(level - HAIR_MM).area())
        # the hair that was left off at the rim is as wide as the air just below it
        return kept + area * HAIR_MM if kept > LEAST_MM3 else 0.0

    whole = held(brim, everything)
    if whole:
        return Holds(whole, 0.0)
    pits = _pits(stood)
    if not len(pits):
        return Holds(0.0, -low)

    def highest(empty: float) -> tuple[float, float]:
        """The highest level over one that may hold at which something is held, and how much."""
        full, best, at, air = brim, 0.0, low, everything
        while full - empty > LEVEL_MM:
            middle = (empty + full) / 2
            lower = under(middle, air)
            found = held(middle, lower)
            if found:
                empty, best, at = middle, found, middle
            else:
                full, air = middle, lower
        return best, at

    best, at = highest(low)
    # what holds nothing half-way up may still hold less further down
    over = [pit + depth for pit in pits[-MOST_PITS:][::-1] for depth in DEPTHS_MM]
    for level in () if best else over:
        found = held(level, under(level, everything)) if level < brim else 0.0
        if found:
            best, at = max(highest(level), (found, level))
            break
    return Holds(best, -at if best else -low)


def _pits(stood: Manifold) -> NDArray[np.float64]:
    """The heights (n,) mm, rising, at which water stops on a solid's surface: with no place lower
    beside it and air over it. Whatever is held is held over one. O(triangles)."""
    mesh = triangle_mesh(Body(stood))
    place, lowest = lowest_places(mesh.vertices, mesh.triangles)
    airy = np.zeros(len(lowest), dtype=bool)
    airy[place[mesh.triangles[mesh.units[:, 2] > STEEP]]] = True
    stops = (lowest & airy)[place]
    return np.unique(mesh.vertices[stops, 2].round(3))
