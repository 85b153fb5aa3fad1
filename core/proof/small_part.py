"""The small-parts cylinder: does a piece go into it, any way round?

16 CFR 1501.4 (ISO 8124-1 uses the same), from memory: 31.7 mm across, 25.4 mm deep at one side and
57.1 mm at the other, with a slanting floor. A piece that goes wholly in is a small part.

A piece goes in as its convex hull does. For one orientation the question is convex (a circle round
the hull's shadow, and a plane under it); the orientations are tried on a fine spread, and the most
promising are then turned and shifted until nothing sticks out, or what does cannot be made less.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import minimize
from scipy.spatial import ConvexHull, QhullError
from scipy.spatial.transform import Rotation

from core.solids import TriangleMesh
from core.solids.mesh import shells_of

RADIUS_MM = 31.7 / 2
SHALLOW_MM, DEEP_MM = 25.4, 57.1
LONGEST_MM = float(np.hypot(2 * RADIUS_MM, DEEP_MM)) + 1e-6
SLOPE = (DEEP_MM - SHALLOW_MM) / (2 * RADIUS_MM)
MIDDLE_MM = (DEEP_MM + SHALLOW_MM) / 2
ROOM_MM3 = float(np.pi * RADIUS_MM**2 * MIDDLE_MM)
LEAN = float(np.hypot(1.0, SLOPE))
SEARCH_MM = 0.1  # what sticks out by no more counts as in
ORIENTATIONS = 900
REFINED = 8
HOPELESS_MM = 1.0  # after the wide search the narrow one finds less than this
WORTH_MM = 3.0  # turned a little further, a piece may be this much narrower
MOST_CORNERS = 100
Points = NDArray[np.float64]


@dataclass(frozen=True)
class LoosePiece:
    """A separate piece of a solid: its volume, its size, a point of it, and whether it is small."""

    volume_mm3: float
    size_mm: tuple[float, float, float]
    at: tuple[float, float, float]
    small: bool


def small_pieces(mesh: TriangleMesh) -> list[LoosePiece]:
    """Every loose piece of a mesh, hollows aside, judged by itself."""
    volumes, label = shells_of(mesh)
    found = []
    hollow = {
        int(shell): (own.min(axis=0), own.max(axis=0))
        for shell in np.flatnonzero(volumes < -1e-9)
        if len(own := mesh.vertices[mesh.triangles[label == shell].ravel()])
    }
    for shell in range(len(volumes)):
        if shell in hollow:
            continue
        points = mesh.vertices[np.unique(mesh.triangles[label == shell])]
        x, y, z = np.ptp(points, axis=0)
        a, b, c = points[0]
        low, high = points.min(axis=0), points.max(axis=0)
        hollows = sum(
            float(volumes[other])
            for other, (inner_low, inner_high) in hollow.items()
            if (inner_low >= low - 1e-9).all() and (inner_high <= high + 1e-9).all()
        )
        found.append(
            LoosePiece(
                float(volumes[shell]) + hollows,
                (float(x), float(y), float(z)),
                (float(a), float(b), float(c)),
                is_small_part(points),
            )
        )
    return found


def is_small_part(points: Points) -> bool:
    """Whether points (n, 3) go into the cylinder in some orientation.

    A piece within 0.1 mm of going in counts as small. O(orientations · hull corners).
    """
    size = np.sort(np.ptp(points, axis=0))
    if float(np.linalg.norm(size)) < SHALLOW_MM:
        return True
    if float(size[-1]) > LONGEST_MM + SEARCH_MM:
        return False
    try:
        solid = ConvexHull(points)
        hull = points[solid.vertices]
        # what has more room than the cylinder, or holds a ball wider than it, cannot go in
        middle = hull.mean(axis=0)
        ball = float((-solid.equations[:, :3] @ middle - solid.equations[:, 3]).min())
        if solid.volume > ROOM_MM3 * 1.01 or ball > RADIUS_MM + SEARCH_MM:
            return False
    except QhullError:  # flat: as a sheet of no thickness
        hull = np.unique(points, axis=0)
    hull = _fewer(hull - hull.mean(axis=0))
    reach = np.sort(np.linalg.norm(hull, axis=1))[-1]
    # what is longer than the cylinder's longest chord, or wider than its mouth, cannot go in
    if _longest(hull) > LONGEST_MM + SEARCH_MM or reach > LONGEST_MM:
        return False
    turns = Rotation.random(ORIENTATIONS, random_state=20).as_matrix()
    turns = np.concatenate([_square_ways(hull), turns])
    out, centres = _sticks_out(hull, turns)
    order = np.argsort(out)[:REFINED]
    if out[order[0]] <= SEARCH_MM:
        return True
    return any(_refined(hull, turns[i], centres[i]) <= SEARCH_MM for i in order)


def _fewer(hull: Points) -> Points:
    """At most so many corners of a hull: the furthest out in directions spread over the sphere."""
    if len(hull) <= MOST_CORNERS:
        return hull
    step = np.arange(4 * MOST_CORNERS) + 0.5
    z = 1 - step / (2 * MOST_CORNERS)
    turn = np.pi * (1 + 5**0.5) * step
    flat = np.sqrt(np.maximum(1 - z * z, 0.0))
    ways = np.column_stack([flat * np.cos(turn), flat * np.sin(turn), z])
    return np.asarray(hull[np.unique(np.argmax(hull @ ways.T, axis=0))])


def _longest(hull: Points) -> float:
    return float(np.sqrt(((hull[:, None] - hull[None]) ** 2).sum(axis=2)).max())


def _square_ways(hull: Points) -> Points:
    """Orientations (k, 3, 3) with the piece's own main axes along the cylinder, turned in steps."""
    _, axes = np.linalg.eigh(np.cov(hull.T))
    if np.linalg.det(axes) < 0:
        axes[:, 0] = -axes[:, 0]
    ways = []
    for order in ([0, 1, 2], [1, 2, 0], [2, 0, 1]):
        base = axes[:, order].T
        for flip in (0.0, np.pi):
            for turn in np.arange(24) * np.pi / 12:
                about = Rotation.from_euler("zx", [turn, flip]).as_matrix()
                ways.append(about @ base)
    return np.array(ways)


def _sticks_out(hull: Points, turns: Points) -> tuple[Points, Points]:
    """By how much the hull sticks out in each orientation (k,), and the axis it was tried at (k, 2).

    Orientations that are too wide whatever axis they are tried at are given up after the first: no
    circle about the piece is narrower than half its widest side.
    """
    there = np.einsum("kij,nj->kni", turns, hull)
    flat = there[:, :, :2]
    depth = there[:, :, 2].max(axis=1, keepdims=True) - there[:, :, 2]
    # how far along x the axis may stand before something is under the floor
    bound = ((MIDDLE_MM + SLOPE * there[:, :, 0] - depth) / SLOPE).min(axis=1)
    high, low = flat.max(axis=1), flat.min(axis=1)
    centre = (high + low) / 2
    least = (high - low).max(axis=1) / 2 - RADIUS_MM
    best = np.full(len(turns), np.inf)
    kept = centre.copy()
    own = np.arange(len(turns))  # those still looked at
    for step in range(6):
        for shift in (0.0, 1.0):
            tried = centre.copy()
            tried[:, 0] -= shift * np.maximum(centre[:, 0] - bound[own], 0.0)
            wide = np.sqrt(_apart2(flat, tried).max(axis=1))
            out = np.maximum(wide - RADIUS_MM, (tried[:, 0] - bound[own]) * SLOPE / LEAN)
            better = out < best[own]
            best[own[better]], kept[own[better]] = out[better], tried[better]
        # towards the furthest point, ever less (Badoiu and Clarkson's smallest circle, from memory)
        far = flat[np.arange(len(own)), _apart2(flat, centre).argmax(axis=1)]
        centre = centre + (far - centre) / (step + 2)
        if step == 0:
            worth = least[own] <= np.sort(best)[min(REFINED, len(best) - 1)] + WORTH_MM
            own, flat, centre = own[worth], flat[worth], centre[worth]
    return best, kept


def _apart2(flat: Points, centre: Points) -> Points:
    """Squares of the distances (k, n) of points (k, n, 2) from centres (k, 2)."""
    x, y = flat[:, :, 0] - centre[:, None, 0], flat[:, :, 1] - centre[:, None, 1]
    return np.asarray(x * x + y * y)


def _turned(x: Points) -> Points:
    """The matrix of a turn about a vector by its length, radians (Rodrigues' formula)."""
    angle = float(np.sqrt(x @ x))
    a, b, c = x / angle if angle > 1e-12 else x
    cross = np.array([[0.0, -c, b], [c, 0.0, -a], [-b, a, 0.0]])
    return np.asarray(np.eye(3) + math.sin(angle) * cross + (1 - math.cos(angle)) * (cross @ cross))


def _refined(hull: Points, turn: Points, centre: Points) -> float:
    """By how much the hull sticks out at least, near an orientation."""

    def out(x: Points) -> float:
        there = hull @ (_turned(x[:3]) @ turn).T
        depth = there[:, 2].max() - there[:, 2]
        wide = np.hypot(there[:, 0] - x[3] * 10, there[:, 1] - x[4] * 10).max() - RADIUS_MM
        low = ((depth - MIDDLE_MM - SLOPE * (there[:, 0] - x[3] * 10)) / LEAN).max()
        return float(max(wide, low))

    start = np.array([0.0, 0.0, 0.0, centre[0] / 10, centre[1] / 10])
    best = np.inf
    for size in (0.15, 0.05):
        simplex = np.vstack([start, *(start + size * row for row in np.eye(5))])
        found = minimize(
            out,
            start,
            method="Nelder-Mead",
            options={"initial_simplex": simplex, "maxiter": 300, "fatol": 1e-4, "xatol": 1e-5},
        )
        start, best = found.x, float(found.fun)
        if best <= SEARCH_MM or best > HOPELESS_MM:
            break
    return best
