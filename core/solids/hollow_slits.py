"""A wall looked over on the finished part: slits that sheets of fine, twisted facets left in it,
and where it is much thicker than asked.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from core import libigl
from core.solids.body import Body
from core.solids.hollow_sheets import Indices, Points, Sheets
from core.solids.mesh import triangle_mesh

MOST_NEAR = 5e-6  # of the inner faces, by how much is short of the wall: so much is rounding
NEAREST, NEAR_MM = 0.98, 0.02  # of the wall, less so much: nearer to a closed face it is a slit
FURTHEST = 1.45  # walls: past a square mitre it is thick
LONG = 0.2  # walls: a triangle that is looked at in four places
RIM = 1.2  # walls: as far from an open face nothing is said of the wall


@dataclass(frozen=True)
class Slits:
    """How the new faces lie to the closed ones.

    Attributes:
        thick: the share of them that lies further from every closed face than a square mitre, as
            behind acute corners and roundings tighter than the wall.
        share: of them, by how much of the wall is short: where sheets of fine, twisted facets left
            slits the new faces come nearer to a closed face than the wall, away from the rims of
            open faces.
        facets: the closed facets behind which they do.
    """

    thick: float
    share: float
    facets: Indices

    @property
    def few(self) -> bool:
        """Whether what is short of the wall is no more than rounding."""
        return self.share <= MOST_NEAR


def slits_of(made: Body, sheets: Sheets, step: str) -> Slits | None:
    """The new faces looked over, but for what walls left on the closed faces themselves; None where
    there are none."""
    mesh, closed = sheets.mesh, sheets.closed
    least = float(sheets.wall[closed].min())
    inside = triangle_mesh(made)
    own = np.flatnonzero(inside.on(step, frozenset(f for s, f in inside.faces if s == step)))
    if not len(own):
        return None

    def away(points: Points, triangles: Indices) -> tuple[Points, Indices]:
        squared, which, _ = libigl.point_mesh_squared_distance(
            np.ascontiguousarray(points), mesh.vertices, np.ascontiguousarray(triangles)
        )
        return np.asarray(np.sqrt(squared)), np.asarray(which)

    # small triangles by their middle, others by those of the four that halving their sides makes
    corners, middles, areas = inside.corners[own], inside.middles[own], inside.doubled[own]
    sides = np.linalg.norm(corners - np.roll(corners, 1, axis=1), axis=2)
    long = sides.max(axis=1) > LONG * least
    beside = (2 / 3 * corners[long] + middles[long, None] / 3).reshape(-1, 3)
    points = np.concatenate([middles, beside])
    areas = np.concatenate([np.where(long, areas / 4, areas), np.repeat(areas[long] / 4, 3)])
    apart, nearest = away(points, mesh.triangles[closed])
    near = (apart < NEAREST * least - NEAR_MM) & (apart > NEAR_MM)
    if near.any() and not closed.all():
        near[near] = away(points[near], mesh.triangles[~closed])[0] > RIM * least
    short = np.where(near, 1 - apart / least, 0.0)  # a slit through the wall counts whole
    share = float(areas @ short / areas.sum())
    facets = np.flatnonzero(closed)[np.unique(nearest[near])]
    far = apart > FURTHEST * float(sheets.wall[closed].max()) + NEAR_MM
    return Slits(float(areas[far].sum() / areas.sum()), share, facets)
