"""Moving one solid in another: the smallest gap on the way, and where they first touch.

Distances are taken from the corners of each to the faces of the other (AABB trees, libigl), the
overlap from the solids themselves. O(poses · corners · log faces).
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.proof.gaps import FaceTree, shared_mm3
from core.solids import Body

Matrix = NDArray[np.float64]
Faces = NDArray[np.float64]  # triangle corners, (n, 3, 3) mm
TOUCH_MM3 = 0.02  # facets of curved faces may share so much without the true solids touching
MOST_POINTS = 1000  # corners tried at every pose; the tightest pose is then tried with all


EVERY = 4  # poses from one that is always tried for overlap to the next
STEADY = 0.1  # of the gap: how far it may change from pose to pose without being tried


@dataclass(frozen=True)
class Pose:
    """One place on the way: where along it, the gap there, and the volume shared."""

    at: float
    gap_mm: float
    overlap_mm3: float
    point: tuple[float, float, float]


@dataclass(frozen=True)
class Sweep:
    """A motion tried out. ``contact`` is where the solids first lie in each other, None if
    never.
    """

    poses: tuple[Pose, ...]
    contact: float | None

    @property
    def tightest(self) -> Pose:
        """The pose with the least gap before any contact."""
        free = [p for p in self.poses if p.overlap_mm3 <= TOUCH_MM3] or list(self.poses)
        return min(free, key=lambda pose: pose.gap_mm)


def sweep(
    fixed: tuple[Body, Faces],
    moving: tuple[Body, Faces],
    pose_at: Callable[[float], Matrix],
    places: Sequence[float],
) -> Sweep:
    """Tries ``moving`` at every place and narrows the first contact down by halving.

    Args:
        fixed, moving: each solid, and the faces of it that distances are taken between.
        pose_at: the (3, 4) transform of the moving solid at a place along its way.
    """
    tree_a, tree_b = FaceTree(fixed[1]), FaceTree(moving[1])

    def shared(at: float) -> float:
        return shared_mm3(fixed[0].solid, moving[0].solid.transform(pose_at(at)))

    matrices = [pose_at(at) for at in places]
    gaps = _least(tree_a, tree_b, matrices, some=True)
    best = min(range(len(places)), key=lambda i: gaps[i][0])
    gaps[best] = _least(tree_a, tree_b, [matrices[best]], some=False)[0]
    overlaps = _overlaps(lambda i: shared(places[i]), [gap for gap, _ in gaps])
    first = next((i for i in range(len(places)) if overlaps[i] > TOUCH_MM3), None)
    contact: float | None = None
    if first is not None:
        contact = (
            float(places[0]) if first == 0 else _narrowed(shared, places[first - 1], places[first])
        )
    poses = [Pose(float(at), gaps[i][0], overlaps[i], gaps[i][1]) for i, at in enumerate(places)]
    return Sweep(tuple(poses), contact)


def first_contact(
    fixed: Body,
    moving: Body,
    pose_at: Callable[[float], Matrix],
    places: Sequence[float],
    seated_mm3: tuple[float, float] | None = None,
) -> float | None:
    """Where along its way a solid first lies in another: every place is tried in turn, and the
    first at which they share volume is narrowed down by halving. None where the way is free.

    Args:
        seated_mm3: a place, and what is known to be shared there.

    >>> from manifold3d import Manifold
    >>> cube = Body(Manifold.cube((10, 10, 10)))
    >>> along = lambda at: np.column_stack([np.eye(3), [at, 0.0, 0.0]])
    >>> round(first_contact(cube, cube, along, [-20.0, -15.0, -5.0]), 1)
    -10.0
    """

    def shared(at: float) -> float:
        if seated_mm3 and at == seated_mm3[0]:
            return seated_mm3[1]
        return shared_mm3(fixed.solid, moving.solid.transform(pose_at(at)))

    for before, at in zip([None, *places], places, strict=False):
        if shared(at) > TOUCH_MM3:
            return float(at) if before is None else _narrowed(shared, before, at)
    return None


def _overlaps(shared: Callable[[int], float], gaps: Sequence[float]) -> list[float]:
    """The volume shared at every pose: tried at some, between two of them where the gap is not
    the same as at both, as it is while a screw turns, and beside any that overlaps."""
    last = len(gaps) - 1
    tried = sorted({*range(0, last, EVERY), last})
    for low, high in itertools.pairwise(list(tried)):
        least, most = sorted((gaps[low], gaps[high]))
        between = range(low + 1, high)
        tried += [i for i in between if not most * (1 - STEADY) < gaps[i] < least * (1 + STEADY)]
    found = {i: shared(i) for i in sorted(tried)}
    for low, high in itertools.pairwise(sorted(found)):
        if max(found[low], found[high]) > TOUCH_MM3:
            found |= {i: shared(i) for i in range(low + 1, high)}
    return [found.get(i, 0.0) for i in range(len(gaps))]


def _narrowed(shared: Callable[[float], float], free: float, touching: float) -> float:
    for _ in range(7):
        middle = (free + touching) / 2
        if shared(middle) > TOUCH_MM3:
            touching = middle
        else:
            free = middle
    return float(free)


def _least(
    a: FaceTree, b: FaceTree, matrices: Sequence[Matrix], some: bool
) -> list[tuple[float, tuple[float, float, float]]]:
    """At every pose the least distance from the corners of each, or some of them, to the other's
    faces, and where."""
    of_a, of_b = (
        tree.vertices[:: max(1, math.ceil(len(tree.vertices) / MOST_POINTS)) if some else 1]
        for tree in (a, b)
    )
    clouds = [of_b @ m[:, :3].T + m[:, 3] for m in matrices]
    there = a.nearest(clouds)
    back = b.nearest([(of_a - m[:, 3]) @ m[:, :3] for m in matrices])
    found = []
    for cloud, (one, at), (other, own) in zip(clouds, there, back, strict=True):
        x, y, z = of_a[own] if other < one else cloud[at]
        found.append((min(one, other), (float(x), float(y), float(z))))
    return found
