"""Round faces and parallel faces of a finished solid, measured: what could meet another part.

A face is what one step named so; where that lies in several pieces, as of a pattern, each by
itself, those alike told once. It is round where its normals lie in a plane and its corners on
a circle about an axis square to it; two flats that look at each other or away from each other are
a slot or a slab.
"""

from __future__ import annotations

import math
from collections import Counter, defaultdict
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from core.solids import TriangleMesh

Points = NDArray[np.float64]
Indices = NDArray[np.int64]
LEAST_MM2 = 4.0
ROUND_MM = 0.02  # corners lie so near to the circle
FLAT = 1e-6
ALIKE = 24  # copies of a face that are looked at; what two of them make the others make too
SLIT = 8  # pieces that a round face may be slit into
OVER_MM = 0.5  # flats that lie over each other by less do not meet
SECTORS = 12
ALL_ROUND = 0.75  # of the way; a corner rounded off is no bore


@dataclass(frozen=True)
class Round:
    """A cylinder: across in mm over its facets' corners, ``hollow`` where it is a bore, how
    long it is along its axis, and whose face it is."""

    step: str
    face: str
    across_mm: float
    hollow: bool
    long_mm: float
    middle: tuple[float, float, float]


@dataclass(frozen=True)
class Flats:
    """Two parallel faces of one step: their distance in mm, ``hollow`` where they look at each
    other (a slot), and the middle between them."""

    step: str
    faces: tuple[str, str]
    apart_mm: float
    hollow: bool
    middle: tuple[float, float, float]


def rounds_and_flats(mesh: TriangleMesh) -> tuple[list[Round], list[Flats]]:
    """Every face of a solid that is round most of the way about, and every pair of parallel faces
    of one and the same step that lie over each other. O(triangles).

    >>> from core.outlines import circle, rectangle
    >>> from core.solids import Frame, Prism, prism_body, triangle_mesh
    >>> pin = triangle_mesh(prism_body(Prism(Frame(), circle(8), 0, 20), "pin"))
    >>> [(one.face, round(one.across_mm, 2)) for one in rounds_and_flats(pin)[0]]
    [('side', 8.01)]
    >>> plate = triangle_mesh(prism_body(Prism(Frame(), rectangle(30, 20), 0, 4), "plate"))
    >>> sorted(round(pair.apart_mm, 6) for pair in rounds_and_flats(plate)[1])
    [4.0, 20.0, 30.0]
    """
    pieces = list(_pieces(mesh, ALIKE))
    return _rounds(mesh, pieces), _slabs(mesh, pieces)


def _rounds(mesh: TriangleMesh, pieces_of_it: Iterable[_Piece]) -> list[Round]:
    found = []
    pieces: dict[int, list[_Piece]] = defaultdict(list)
    looked: dict[tuple[int, int, float], Round | None] = {}
    for one in pieces_of_it:
        own = pieces[one.face]
        own.append(one)
        if len(own) > ALIKE or one.flat or one.area < LEAST_MM2:
            continue
        # a copy's faces are as those it is copied from
        alike = one.face, len(one.triangles), round(one.area, 2)
        if alike not in looked:
            looked[alike] = _round(mesh, one.face, one.triangles)
    for index, own in pieces.items():
        rounds = [one for (of, _, _), one in looked.items() if of == index and one]
        if not rounds and 1 < len(own) <= SLIT:  # slit from end to end it is round all the same
            whole = _round(mesh, index, np.concatenate([one.triangles for one in own]))
            rounds = [whole] if whole else []
        found += rounds
    return found


def _round(mesh: TriangleMesh, index: int, triangles: Indices) -> Round | None:
    """A face, or a piece of it, by its triangles, where it is round most of the way about."""
    if len(triangles) < 12:
        return None
    corners, normals = mesh.corners[triangles], mesh.units[triangles]
    about = _about(corners, normals)
    if about is None or about[3] < ALL_ROUND:
        return None
    axis, centre, radius, _ = about
    along = corners.reshape(-1, 3) @ axis
    out = corners.mean(axis=1) - centre
    out -= (out @ axis)[:, None] * axis
    hollow = float(np.einsum("ij,ij->i", out, normals).sum()) < 0
    middle = centre + axis * (float(along.min() + along.max()) / 2 - float(centre @ axis))
    return Round(*mesh.faces[index], 2 * radius, hollow, float(np.ptp(along)), _triple(middle))


def _slabs(mesh: TriangleMesh, pieces: Iterable[_Piece]) -> list[Flats]:
    flats: dict[str, list[_Flat]] = defaultdict(list)
    for one in pieces:
        if one.area < LEAST_MM2 or not one.flat:
            continue
        step, face = mesh.faces[one.face]
        points = mesh.corners[one.triangles].reshape(-1, 3)
        flats[step].append(_Flat(face, one.way, float((points @ one.way).mean()), points))
    found: dict[tuple[object, ...], Flats] = {}
    for step, own in flats.items():
        for near, far in _facing(own):
            apart = near.along + far.along  # each along its own normal: below nought inwards
            faces = min(near.face, far.face), max(near.face, far.face)
            middle = _triple((near.points.mean(axis=0) + far.points.mean(axis=0)) / 2)
            pair = Flats(step, faces, abs(apart), apart < 0, middle)
            found.setdefault((step, faces, round(abs(apart), 3), apart < 0), pair)
    return list(found.values())


@dataclass(frozen=True)
class _Flat:
    """A flat piece of a face: which way it looks, where it lies along that, its corners."""

    face: str
    way: Points
    along: float
    points: Points


def _facing(flats: list[_Flat]) -> Iterator[tuple[_Flat, _Flat]]:
    """Of every flat the nearest that looks the other way and lies over it, before and behind it;
    each pair once. O(n²) of each direction."""
    ways = np.array([one.way for one in flats])
    along = np.array([one.along for one in flats])
    left = np.ones(len(flats), dtype=bool)
    for first in range(len(flats)):
        if not left[first]:
            continue
        way = ways[first]
        same, against = (np.flatnonzero(ways @ way * sign > 1 - FLAT) for sign in (1, -1))
        left[np.concatenate([same, against])] = False
        if not len(against):
            continue
        across = np.array(_square_to(way)).T  # two unit vectors in the plane
        low, high = np.empty((2, len(flats), 2))
        for at in (*same, *against):
            seen = flats[at].points @ across
            low[at], high[at] = seen.min(axis=0), seen.max(axis=0)
        told: set[tuple[int, int]] = set()
        for at, others in [(int(i), against) for i in same] + [(int(i), same) for i in against]:
            shared = np.minimum(high[at], high[others]) - np.maximum(low[at], low[others])
            over = others[(shared > OVER_MM).all(axis=1)]
            apart = along[at] + along[over]
            for side in (over[apart >= 0], over[apart < 0]):
                if not len(side):
                    continue
                near = int(side[np.argmin(np.abs(along[at] + along[side]))])
                pair = min(at, near), max(at, near)
                if pair not in told:
                    told.add(pair)
                    yield flats[pair[0]], flats[pair[1]]


def how_often(mesh: TriangleMesh, step: str, face: str, deep_mm: float = 0.0) -> int:
    """At how many places a named face is there: its separate pieces, those round one axis taken
    together where they lie within so much of it (nought: wherever they lie). O(triangles).

    >>> from core.outlines import circle, rectangle
    >>> from core.solids import Frame, Prism, prism_body, triangle_mesh
    >>> fork = prism_body(Prism(Frame(), rectangle(30, 20), 0, 20), "fork")
    >>> fork = fork - prism_body(Prism(Frame(), rectangle(40, 10), 5, 15), "slot")
    >>> fork = fork - prism_body(Prism(Frame(), circle(4), -1, 21), "hole")
    >>> mesh = triangle_mesh(fork)
    >>> how_often(mesh, "hole", "side"), how_often(mesh, "slot", "side 1")
    (1, 0)
    """
    axes: list[tuple[Points, Points, float, float]] = []  # a point, the way, from where to where
    count = 0
    for one in _pieces(mesh):
        if mesh.faces[one.face] != (step, face):
            continue
        corners = mesh.corners[one.triangles]
        about = _about(corners, mesh.units[one.triangles])
        if about is None:
            count += 1
            continue
        axis, centre, _, _ = about
        middle = centre - axis * float(centre @ axis)
        points = corners.reshape(-1, 3)
        for at, (other, way, low, high) in enumerate(axes):
            run = points @ way
            ends = min(low, float(run.min())), max(high, float(run.max()))
            if abs(float(way @ axis)) < 1 - FLAT or np.linalg.norm(other - middle) > ROUND_MM:
                continue
            if not deep_mm or ends[1] - ends[0] <= deep_mm + ROUND_MM:
                axes[at] = other, way, *ends
                break
        else:
            run = points @ axis
            axes.append((middle, axis, float(run.min()), float(run.max())))
    return count + len(axes)


class _Piece(NamedTuple):
    """A separate piece of a named face: the number of the face, its triangles, its area, mm², and
    the mean of its unit normals."""

    face: int
    triangles: Indices
    area: float
    way: Points

    @property
    def flat(self) -> bool:
        return math.hypot(*self.way.tolist()) >= 1 - FLAT


def _pieces(mesh: TriangleMesh, most: int | None = None) -> Iterator[_Piece]:
    """Every separate piece of a named face; of those of one face and area at most so many."""
    piece, double = mesh.pieces, mesh.doubled
    area = np.bincount(piece, double) / 2
    order = np.argsort(piece, kind="stable")
    order = order[double[order] > 1e-9]
    starts = np.flatnonzero(np.diff(piece[order], prepend=-1))
    if not len(starts):
        return
    bounds = np.append(starts, len(order))
    ways = np.add.reduceat(mesh.units[order], starts) / np.diff(bounds)[:, None]
    told: Counter[tuple[int, float]] = Counter()
    for at, first in enumerate(order[starts].tolist()):
        face, size = int(mesh.face_index[first]), float(area[piece[first]])
        told[face, round(size, 2)] += 1
        if most is None or told[face, round(size, 2)] <= most:
            yield _Piece(face, order[bounds[at] : bounds[at + 1]], size, ways[at])


def _about(corners: Points, normals: Points) -> tuple[Points, Points, float, float] | None:
    """The axis that a face lies round, a point of it, how far off it lies, and how much of the way
    round; None where it is no cylinder."""
    spread = np.linalg.eigh(normals.T @ normals / len(normals))
    if spread[0][0] > FLAT or spread[0][1] < 0.02:
        return None
    axis = spread[1][:, 0]
    made = _circle(corners, axis)
    return (axis, *made) if made else None


def _circle(corners: Points, axis: Points) -> tuple[Points, float, float] | None:
    """The middle and radius of the circle that corners lie on, seen along an axis, and how much of
    the way round they stand."""
    x, y = (np.array(one) for one in _square_to(axis))
    points = corners.reshape(-1, 3)
    u, v = points @ x, points @ y
    # the circle with the least squares, told from the middle of what lies on it
    mean_u, mean_v = float(u.mean()), float(v.mean())
    u -= mean_u
    v -= mean_v
    square = u * u + v * v
    uu, uv, vv = float(u @ u), float(u @ v), float(v @ v)
    su, sv, width = float(u @ square) / 2, float(v @ square) / 2, uu * vv - uv * uv
    if width <= 1e-12 * (uu + vv) ** 2:  # all on one line
        return None
    cx, cy = (su * vv - sv * uv) / width, (sv * uu - su * uv) / width
    radius = math.sqrt(float(square.mean()) + cx * cx + cy * cy)
    u -= cx
    v -= cy
    if float(np.abs(np.sqrt(u * u + v * v) - radius).max()) > ROUND_MM:
        return None
    sector = ((np.arctan2(v, u) / (2 * np.pi)) % 1.0 * SECTORS).astype(np.int64)
    share = np.count_nonzero(np.bincount(sector, minlength=SECTORS)) / SECTORS
    return x * (mean_u + cx) + y * (mean_v + cy), radius, share


def _square_to(way: Points) -> tuple[tuple[float, float, float], tuple[float, float, float]]:
    """Two unit vectors square to a unit vector, and to each other."""
    x, y, z = way.tolist()
    least = min((abs(x), 0), (abs(y), 1), (abs(z), 2))[1]
    a, b, c = ((0.0, z, -y), (-z, 0.0, x), (y, -x, 0.0))[least]
    long = math.sqrt(a * a + b * b + c * c)
    a, b, c = a / long, b / long, c / long
    return (a, b, c), (y * c - z * b, z * a - x * c, x * b - y * a)


def _triple(v: Points) -> tuple[float, float, float]:
    return float(v[0]), float(v[1]), float(v[2])
