"""What lies between two things of finished solids: distance, angle, wall, axis to axis; and what
one thing measures by itself: area, length, radius. All in one set of coordinates, mm.

Flat faces are measured plane to plane, round ones by the circle their facets were made from
(`core.solids.sectioned`), anything else nearest point to nearest point (`core.proof.gaps`).
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from core.proof.gaps import smallest_gap
from core.solids.sectioned import round_through

Points = NDArray[np.float64]
Vector = NDArray[np.float64]
FLAT = 1e-6  # how far normals may differ in a flat face
PARALLEL = 1e-7
OUTSIDE = "outside to outside"


@dataclass(frozen=True)
class Reading:
    """One number read off: what it is, its value in ``unit``, and the points it is drawn
    between.
    """

    reads: str
    value: float
    unit: str
    a: tuple[float, float, float] | None = None
    b: tuple[float, float, float] | None = None


@dataclass(frozen=True)
class Round:
    """A cylinder or a circle: a point of its axis, its way, and its radius."""

    centre: Vector
    way: Vector
    radius: float


@dataclass(frozen=True)
class Thing:
    """A face (triangles), an edge (runs of points) or a point, as (n, 3, 3) triangles that may be
    flattened to a line or a point."""

    kind: str
    corners: Points
    run: Points | None = None  # of an edge

    @cached_property
    def normal(self) -> Vector | None:
        """The way a flat face looks; None of anything else."""
        if self.kind != "face":
            return None
        crosses = np.cross(
            self.corners[:, 1] - self.corners[:, 0], self.corners[:, 2] - self.corners[:, 0]
        )
        sizes = np.linalg.norm(crosses, axis=1)
        own = crosses[sizes > 1e-12] / sizes[sizes > 1e-12, None]
        mean = crosses.sum(axis=0)
        span = float(np.linalg.norm(mean))
        if span < 1e-9 or not len(own):
            return None
        way: Vector = mean / span
        return way if float((own @ way).min()) > 1 - FLAT else None

    @cached_property
    def round(self) -> Round | None:
        """The cylinder or circle it is a piece of; None where it is none."""
        if self.kind == "face":
            return _cylinder(self.corners)
        if self.run is not None and len(self.run) > 3:
            return _circle(self.run)
        return None

    @cached_property
    def straight(self) -> Vector | None:
        """The way of a straight edge."""
        if self.run is None or len(self.run) < 2:
            return None
        whole = self.run[-1] - self.run[0]
        span = float(np.linalg.norm(whole))
        if span < 1e-9:
            return None
        way: Vector = np.asarray(whole / span)
        off = np.linalg.norm(np.cross(self.run - self.run[0], way), axis=1).max()
        return way if off < 1e-6 * max(span, 1) else None

    @property
    def middle(self) -> Vector:
        """Where it is taken to be: the mean of a flat face, the centre of a round thing."""
        if self.round is not None:
            return self.round.centre
        middle: Vector = self.corners.reshape(-1, 3).mean(axis=0)
        return middle


def face(corners: Points) -> Thing:
    """A face by its triangles, (n, 3, 3).

    >>> face(np.array([[[0.0, 0, 0], [2, 0, 0], [0, 2, 0]]])).kind
    'face'
    """
    return Thing("face", corners)


def edge(run: Points) -> Thing:
    """An edge by its points in order, (n, 3).

    >>> [reading.value for reading in of_one(edge(np.array([[0.0, 0, 0], [3, 4, 0]])))][:1]
    [5.0]
    """
    flat = np.stack([run[:-1], run[1:], run[1:]], axis=1)
    return Thing("edge", flat, run)


def point(at: Points) -> Thing:
    """A corner, or the point where an axis begins.

    >>> point(np.array([1.0, 2.0, 3.0])).kind
    'point'
    """
    return Thing("point", np.broadcast_to(at, (1, 3, 3)).copy())


def of_one(thing: Thing) -> list[Reading]:
    """What a thing measures by itself.

    >>> [one.reads for one in of_one(face(np.array([[[0.0, 0, 0], [2, 0, 0], [0, 2, 0]]])))]
    ['area']
    """
    found: list[Reading] = []
    if thing.round is not None:
        found += [
            Reading("radius", thing.round.radius, "mm"),
            Reading("diameter", 2 * thing.round.radius, "mm"),
        ]
    if thing.kind == "face":
        crosses = np.cross(
            thing.corners[:, 1] - thing.corners[:, 0], thing.corners[:, 2] - thing.corners[:, 0]
        )
        found.append(Reading("area", float(np.linalg.norm(crosses, axis=1).sum()) / 2, "mm²"))
    elif thing.run is not None:
        steps = np.linalg.norm(np.diff(thing.run, axis=0), axis=1)
        long = float(steps.sum())
        if thing.round is not None:
            long = thing.round.radius * _turned(thing.run, thing.round)  # the arc, not its facets
        found.append(Reading("length", long, "mm", _told(thing.run[0]), _told(thing.run[-1])))
    return found


def between(one: Thing, other: Thing) -> list[Reading]:
    """What lies between two things, the most telling first.

    >>> one, other = (point(np.array(at, dtype=float)) for at in ([0, 0, 0], [3, 4, 0]))
    >>> [(reading.reads, reading.value) for reading in between(one, other)][:1]
    [('nearest', 5.0)]
    """
    found: list[Reading] = []
    for read in (_planes, _axes, _axis_and_plane, _point_and_plane, _lines):
        found += read(one, other) or read(other, one)
    gap = smallest_gap(one.corners, other.corners)
    found.append(Reading("nearest", gap.distance_mm, "mm", gap.on_a, gap.on_b))
    return found


def _planes(one: Thing, other: Thing) -> list[Reading]:
    if one.normal is None or other.normal is None:
        return []
    cos = float(np.clip(one.normal @ other.normal, -1, 1))
    if 1 - abs(cos) > PARALLEL:
        # the angle of the material, as a square is laid on: 90 at the edge of a block
        return [Reading("angle", 180 - math.degrees(math.acos(cos)), "°")]
    off = float((other.middle - one.middle) @ one.normal)
    a = one.middle
    b = a + off * one.normal
    word = "apart"
    if cos < 0 and abs(off) > 1e-9:
        word = OUTSIDE if off < 0 else "gap between"
    return [Reading(word, abs(off), "mm", _told(a), _told(b))]


def _axes(one: Thing, other: Thing) -> list[Reading]:
    if one.round is None or other.round is None:
        return []
    if abs(abs(float(one.round.way @ other.round.way)) - 1) > PARALLEL:
        cos = abs(float(np.clip(one.round.way @ other.round.way, -1, 1)))
        return [Reading("angle between axes", math.degrees(math.acos(cos)), "°")]
    a, b = one.round.centre, other.round.centre
    along = float((b - a) @ one.round.way)
    foot = b - along * one.round.way
    return [
        Reading("axis to axis", float(np.linalg.norm(foot - a)), "mm", _told(a), _told(foot)),
        *(_along(along, foot, b) if one.kind == other.kind == "edge" else []),
    ]


def _along(along: float, a: Vector, b: Vector) -> list[Reading]:
    return (
        [Reading("along the axis", abs(along), "mm", _told(a), _told(b))]
        if abs(along) > 1e-9
        else []
    )


def _axis_and_plane(one: Thing, other: Thing) -> list[Reading]:
    if one.round is None or other.normal is None or other.round is not None:
        return []
    lean = abs(float(one.round.way @ other.normal))
    if lean > PARALLEL:
        return []
    off = float((other.middle - one.round.centre) @ other.normal)
    a = one.round.centre
    return [Reading("axis to face", abs(off), "mm", _told(a), _told(a + off * other.normal))]


def _point_and_plane(one: Thing, other: Thing) -> list[Reading]:
    level = one.straight is not None and other.normal is not None
    if other.normal is None or not (one.kind == "point" or level):
        return []
    if one.straight is not None:
        lean = math.degrees(math.asin(min(1.0, abs(float(one.straight @ other.normal)))))
        if lean > 1e-4:
            return [Reading("angle", lean, "°")]
    a = one.corners.reshape(-1, 3).mean(axis=0)
    off = float((other.middle - a) @ other.normal)
    return [Reading("square to the face", abs(off), "mm", _told(a), _told(a + off * other.normal))]


def _lines(one: Thing, other: Thing) -> list[Reading]:
    if one.straight is None or other.straight is None:
        return []
    cos = abs(float(np.clip(one.straight @ other.straight, -1, 1)))
    if 1 - cos > PARALLEL:
        return [Reading("angle", math.degrees(math.acos(cos)), "°")]
    a, b = one.middle, other.middle
    across = (b - a) - float((b - a) @ one.straight) * one.straight
    return [Reading("apart", float(np.linalg.norm(across)), "mm", _told(a), _told(a + across))]


def _turned(run: Points, about: Round) -> float:
    """The angle a run goes through about an axis, radians."""
    arms = run - about.centre
    arms = arms - np.outer(arms @ about.way, about.way)
    a, b = arms[:-1], arms[1:]
    cross = np.linalg.norm(np.cross(a, b), axis=1)
    return float(np.arctan2(cross, (a * b).sum(axis=1)).sum())


def _told(at: Vector) -> tuple[float, float, float]:
    x, y, z = (float(v) + 0.0 for v in at)
    return x, y, z


def _cylinder(corners: Points) -> Round | None:
    """The cylinder that facets were made from: their normals are square to one way, and their
    corners lie on circles about it."""
    crosses = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    sizes = np.linalg.norm(crosses, axis=1)
    if (sizes < 1e-12).all():
        return None
    normals = crosses[sizes > 1e-12] / sizes[sizes > 1e-12, None]
    values, ways = np.linalg.eigh(normals.T @ normals)
    if values[0] > 1e-9 * len(normals) or values[1] < 1e-9 * len(normals):
        return None  # curved both ways, or flat
    return _about(corners.reshape(-1, 3), ways[:, 0])


def _circle(run: Points) -> Round | None:
    middle = run.mean(axis=0)
    _, sizes, ways = np.linalg.svd(run - middle)
    if sizes[2] > 1e-6 * max(float(sizes[0]), 1.0) or sizes[1] < 1e-6 * float(sizes[0]):
        return None
    return _about(run, ways[2])


def _about(points: Points, way: Vector) -> Round | None:
    """The circle that points lie on, seen along a way."""
    axis = way / np.linalg.norm(way)
    if axis[np.abs(axis).argmax()] < 0:
        axis = -axis
    beside = np.cross(axis, np.eye(3)[np.abs(axis).argmin()])
    beside /= np.linalg.norm(beside)
    up = np.cross(axis, beside)
    flat = np.stack([points @ beside, points @ up], axis=1)
    found = round_through(np.unique(flat.round(7), axis=0))
    if found is None:
        return None
    (x, y), radius = found
    along = points @ axis
    height = (float(along.min()) + float(along.max())) / 2
    return Round(x * beside + y * up + height * axis, axis, radius)
