"""The small-parts cylinder: does a piece go into it, any way round?

16 CFR 1501.4 (ISO 8124-1 uses the same), from memory: 31.7 mm across, 25.4 mm deep at one side and
57.1 mm at the other, with a slanting floor. A piece that goes wholly in is a small part.

A piece goes in as its convex hull does. For one orientation the question is convex (a circle round
the hull's shadow, and a plane under it); the orientations are tried on a fine spread, and the most
promising are then turned and shifted until nothing sticks out, or what does cannot be made less.
"""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from functools import cache

import numpy as np
import scipy
from numpy.typing import NDArray

from core.solids import TriangleMesh

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
HOPELESS_MM = 1.0  # and a step that has won less than half of what is left: given up
TURN_RAD, LEAST_RAD = 0.2, 0.004
LEAST_MM = 1e-3  # a step that wins less is none
WORTH_MM = 3.0  # turned a little further, a piece may be this much narrower
MOST_CORNERS = 100
PAIRS, APART_RAD = 96, float(np.radians(2.0))
Points = NDArray[np.float64]


@dataclass(frozen=True)
class LoosePiece:
    """A separate piece of a solid: its volume, its size, a point of it, and whether it is small."""

    volume_mm3: float
    size_mm: tuple[float, float, float]
    at: tuple[float, float, float]
    small: bool


def small_pieces(mesh: TriangleMesh) -> list[LoosePiece]:
    """Every loose piece of a mesh, hollows aside, judged by itself.

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> two = Manifold.cube((10, 10, 10)) + Manifold.cube((50, 50, 50)).translate((20, 0, 0))
    >>> sorted(piece.small for piece in small_pieces(triangle_mesh(Body(two))))
    [False, True]
    """
    volumes, label = mesh.shells
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

    >>> corners = np.array([[x, y, z] for x in (0, 1) for y in (0, 1) for z in (0, 1)], dtype=float)
    >>> is_small_part(corners * 20), is_small_part(corners * 40)
    (True, False)
    """
    size = np.sort(np.ptp(points, axis=0))
    if float(np.linalg.norm(size)) < SHALLOW_MM:
        return True
    if float(size[-1]) > LONGEST_MM + SEARCH_MM:
        return False
    # most pieces are told by their box, or by how wide they are whichever way they lie
    if _sticks_out(_corners(points), _square_ways(np.eye(3)))[0].min() <= SEARCH_MM:
        return True
    if _too_wide(points):
        return False
    try:
        solid = scipy.spatial.ConvexHull(points)
        hull = points[solid.vertices]
        # what has more room than the cylinder, or holds a ball wider than it, cannot go in
        middle = hull.mean(axis=0)
        ball = float((-solid.equations[:, :3] @ middle - solid.equations[:, 3]).min())
        if solid.volume > ROOM_MM3 * 1.01 or ball > RADIUS_MM + SEARCH_MM:
            return False
    except scipy.spatial.QhullError:  # flat: as a sheet of no thickness
        hull = np.unique(points, axis=0)
    hull = _fewer(hull - hull.mean(axis=0))
    reach = np.sort(np.linalg.norm(hull, axis=1))[-1]
    # what is longer than the cylinder's longest chord, or wider than its mouth, cannot go in
    if _longest(hull) > LONGEST_MM + SEARCH_MM or reach > LONGEST_MM:
        return False
    square = _square_ways(np.linalg.eigh(np.cov(hull.T))[1])
    if _sticks_out(hull, square)[0].min() <= SEARCH_MM:
        return True
    turns = np.concatenate([square, _spread()])
    out, centres = _sticks_out(hull, turns)
    order = np.argsort(out)[:REFINED]
    if out[order[0]] <= SEARCH_MM:
        return True
    return any(_refined(hull, turns[i], centres[i]) <= SEARCH_MM for i in order)


def _fewer(hull: Points) -> Points:
    """At most so many corners of a hull: the furthest out in directions spread over the sphere."""
    if len(hull) <= MOST_CORNERS:
        return hull
    ways = _all_round(4 * MOST_CORNERS)
    return np.asarray(hull[np.unique(np.argmax(hull @ ways.T, axis=0))])


@cache
def _all_round(count: int) -> Points:
    """Directions (count, 3) spread over the sphere in a spiral."""
    step = np.arange(count) + 0.5
    z = 1 - 2 * step / count
    turn = np.pi * (1 + 5**0.5) * step
    flat = np.sqrt(np.maximum(1 - z * z, 0.0))
    return np.column_stack([flat * np.cos(turn), flat * np.sin(turn), z])


@cache
def _axes() -> Points:
    """Directions (k, 3) of half the sphere such that none lies further than APART_RAD from one of
    them or its opposite: rings as far apart as their directions are along them."""
    apart = APART_RAD * np.sqrt(2)
    found = []
    for tilt in np.linspace(0.0, np.pi / 2, int(np.ceil(np.pi / 2 / apart)) + 1):
        turn = np.arange(n := int(np.ceil(2 * np.pi * np.sin(tilt) / apart)) or 1) * 2 * np.pi / n
        flat, up = np.sin(tilt) * np.ones(n), np.full(n, np.cos(tilt))
        found.append(np.column_stack([flat * np.cos(turn), flat * np.sin(turn), up]))
    return np.vstack(found)


def _too_wide(points: Points) -> bool:
    """Whether a piece is wider than the mouth, along whichever of its directions it goes in.

    Seen along an axis u, two corners d apart stand √(d² − (d·u)²) apart; where the axis turns by an
    angle that changes by no more than the angle times their distance. So what is found at axes
    spread closely enough holds for all. O(axes · pairs).
    """
    reach = points @ _all_round(PAIRS).T
    pairs = points[reach.argmax(axis=0)] - points[reach.argmin(axis=0)]
    square = (pairs**2).sum(axis=1)
    seen = np.sqrt((square - (_axes() @ pairs.T) ** 2).max(axis=1).min())
    return bool(seen - APART_RAD * np.sqrt(square.max()) > 2 * (RADIUS_MM + SEARCH_MM))


def _longest(hull: Points) -> float:
    return float(np.sqrt(((hull[:, None] - hull[None]) ** 2).sum(axis=2)).max())


def _corners(points: Points) -> Points:
    """The corners (8, 3) of the box about points, about its middle."""
    half = np.ptp(points, axis=0) / 2
    return np.asarray(np.array(list(itertools.product((-1, 1), repeat=3))) * half)


def _square_ways(axes: Points) -> Points:
    """Orientations (k, 3, 3) with axes of a piece, the columns of (3, 3), along the cylinder,
    turned in steps."""
    if np.linalg.det(axes) < 0:
        axes = axes * [-1, 1, 1]
    bases = np.array([axes[:, order].T for order in ([0, 1, 2], [1, 2, 0], [2, 0, 1])])
    return np.asarray((_steps()[None] @ bases[:, None]).reshape(-1, 3, 3))


@cache
def _steps() -> Points:
    """Turns (48, 3, 3) about the cylinder's axis in steps, upright and upside down."""
    turn, flip = np.meshgrid(np.arange(24) * np.pi / 12, [0.0, np.pi], indexing="ij")
    return scipy.spatial.transform.Rotation.from_euler(
        "zx", np.column_stack([turn.ravel(), flip.ravel()])
    ).as_matrix()


@cache
def _spread() -> Points:
    """Orientations (k, 3, 3) spread at random, always the same."""
    return scipy.spatial.transform.Rotation.random(ORIENTATIONS, random_state=20).as_matrix()


def _sticks_out(hull: Points, turns: Points) -> tuple[Points, Points]:
    """By how much the hull sticks out in each orientation (k,), and the axis it was tried at (k,
    2).

    Orientations that are too wide whatever axis they are tried at are given up after the first: no
    circle about the piece is narrower than half its widest side.
    """
    there = (turns.reshape(-1, 3) @ hull.T).reshape(len(turns), 3, len(hull))
    x, y, z = there[:, 0], there[:, 1], there[:, 2]
    depth = z.max(axis=1, keepdims=True) - z
    # how far along x the axis may stand before something is under the floor
    bound = ((MIDDLE_MM + SLOPE * x - depth) / SLOPE).min(axis=1)
    high, low = there[:, :2].max(axis=2), there[:, :2].min(axis=2)
    centre = (high + low) / 2
    least = (high - low).max(axis=1) / 2 - RADIUS_MM
    best = np.full(len(turns), np.inf)
    kept = centre.copy()
    own = np.arange(len(turns))  # those still looked at
    for step in range(6):
        apart = _apart2(x, y, centre)
        for shift in (0.0, 1.0):
            tried = centre.copy()
            tried[:, 0] -= shift * np.maximum(centre[:, 0] - bound[own], 0.0)
            far = _apart2(x, y, tried) if shift else apart
            wide = np.sqrt(far.max(axis=1))
            out = np.maximum(wide - RADIUS_MM, (tried[:, 0] - bound[own]) * SLOPE / LEAN)
            better = out < best[own]
            best[own[better]], kept[own[better]] = out[better], tried[better]
        # towards the furthest point, ever less (Badoiu and Clarkson's smallest circle, from memory)
        rows, furthest = np.arange(len(own)), apart.argmax(axis=1)
        to = np.column_stack([x[rows, furthest], y[rows, furthest]])
        centre = centre + (to - centre) / (step + 2)
        if step == 0:
            worth = least[own] <= np.sort(best)[min(REFINED, len(best) - 1)] + WORTH_MM
            own, x, y, centre = own[worth], x[worth], y[worth], centre[worth]
    return best, kept


def _apart2(x: Points, y: Points, centre: Points) -> Points:
    """Squares of the distances (k, n) of points, by their x and y (k, n), from centres (k, 2)."""
    return np.asarray((x - centre[:, :1]) ** 2 + (y - centre[:, 1:]) ** 2)


def _refined(hull: Points, turn: Points, centre: Points) -> float:
    """By how much the hull sticks out at least, near an orientation.

    What sticks out is the greatest of many smooth functions of a small turn, a shift and how high
    the floor is touched; they are taken as straight near where they are, the least of the greatest
    is found (a linear programme, HiGHS), and so on from there, ever nearer.
    """
    there = hull @ turn.T
    there[:, :2] -= centre
    out, reach = _out(there), TURN_RAD
    while out > SEARCH_MM and reach > LEAST_RAD:
        moved = _moved(there, reach)
        if moved is None:
            break
        found = _out(moved)
        won = out - found
        if won > LEAST_MM:
            there, out = moved, found
        else:
            reach /= 4
        if out > HOPELESS_MM and won < out / 2:
            break
    return out


def _out(there: Points) -> float:
    """By how much points (n, 3) stick out of the cylinder as they lie."""
    wide = np.hypot(there[:, 0], there[:, 1]).max() - RADIUS_MM
    depth = there[:, 2].max() - there[:, 2]
    return float(max(wide, ((depth - MIDDLE_MM - SLOPE * there[:, 0]) / LEAN).max()))


def _moved(there: Points, reach: float) -> Points | None:
    """Points turned by no more than ``reach`` (radians about each axis) and shifted, so that they
    stick out least as far as straight lines tell."""
    x, y, z = there.T
    wide = np.hypot(x, y)
    cos, sin = x / np.maximum(wide, 1e-9), y / np.maximum(wide, 1e-9)
    nought, one = np.zeros(len(there)), np.ones(len(there))
    # unknown: turns about x, y and z, shift along x and y, the rim's height, what sticks out;
    # a small turn w moves p by w × p
    rows = np.concatenate(
        [
            np.column_stack([-sin * z, cos * z, nought, cos, sin, nought, -one]),
            np.column_stack(
                [-y / LEAN, (x - SLOPE * z) / LEAN, SLOPE * y / LEAN,
                 -SLOPE / LEAN * one, nought, one / LEAN, -one]
            ),
            np.column_stack([y, -x, nought, nought, nought, -one, nought]),
        ]
    )  # fmt: skip
    most = np.concatenate([RADIUS_MM - wide, (z + MIDDLE_MM + SLOPE * x) / LEAN, -z])
    bounds = [(-reach, reach)] * 3 + [(-np.inf, np.inf)] * 4
    least = scipy.optimize.linprog([0, 0, 0, 0, 0, 0, 1], A_ub=rows, b_ub=most, bounds=bounds)
    if least.x is None:
        return None
    moved = there @ scipy.spatial.transform.Rotation.from_rotvec(least.x[:3]).as_matrix().T
    moved[:, :2] += least.x[3:5]
    return np.asarray(moved)
