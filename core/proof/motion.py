"""Moving one solid in another: the smallest gap on the way, and where they first touch.

Distances are taken from the corners of each to the faces of the other (AABB trees, libigl), the
overlap from the solids themselves. O(poses · corners · log faces).
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import igl
import numpy as np
from numpy.typing import NDArray

from core.solids import Body

Matrix = NDArray[np.float64]
Faces = NDArray[np.float64]  # triangle corners, (n, 3, 3) mm
TOUCH_MM3 = 0.02  # facets of curved faces may share so much without the true solids touching
MOST_POINTS = 1200  # corners tried at every pose; the tightest pose is then tried with all


@dataclass(frozen=True)
class Pose:
    """One place on the way: where along it, the gap there, and the volume shared."""

    at: float
    gap_mm: float
    overlap_mm3: float
    point: tuple[float, float, float]


@dataclass(frozen=True)
class Sweep:
    """A motion tried out. ``contact`` is where the solids first lie in each other, None if never."""

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
    tree_a, tree_b = _Tree(fixed[1]), _Tree(moving[1])

    def shared(at: float) -> float:
        return max(float((fixed[0].solid ^ moving[0].solid.transform(pose_at(at))).volume()), 0.0)

    matrices = [pose_at(at) for at in places]
    gaps = [_least(tree_a, tree_b, matrix, some=True) for matrix in matrices]
    best = min(range(len(places)), key=lambda i: gaps[i][0])
    gaps[best] = _least(tree_a, tree_b, matrices[best], some=False)
    # every second pose is tried for overlap, and those beside one that overlaps
    overlaps: dict[int, float] = {i: shared(places[i]) for i in range(0, len(places), 2)}
    for i in range(1, len(places), 2):
        beside = max(overlaps[i - 1], overlaps.get(i + 1, 0.0))
        overlaps[i] = shared(places[i]) if beside > TOUCH_MM3 or i + 1 == len(places) else 0.0
    first = next((i for i in range(len(places)) if overlaps[i] > TOUCH_MM3), None)
    contact: float | None = None
    if first is not None:
        contact = (
            float(places[0]) if first == 0 else _narrowed(shared, places[first - 1], places[first])
        )
    poses = [Pose(float(at), gaps[i][0], overlaps[i], gaps[i][1]) for i, at in enumerate(places)]
    return Sweep(tuple(poses), contact)


def _narrowed(shared: Callable[[float], float], free: float, touching: float) -> float:
    for _ in range(7):
        middle = (free + touching) / 2
        if shared(middle) > TOUCH_MM3:
            touching = middle
        else:
            free = middle
    return float(free)


class _Tree:
    """A mesh ready to be asked for distances, with a spread of its corners."""

    def __init__(self, faces: Faces) -> None:
        flat = faces.reshape(-1, 3)
        self.vertices, same = np.unique(flat, axis=0, return_inverse=True)
        self.triangles = same.reshape(-1, 3).astype(np.int64)
        self.tree = igl.AABB()
        self.tree.init(self.vertices, self.triangles)
        step = max(1, math.ceil(len(self.vertices) / MOST_POINTS))
        self.some = self.vertices[::step]
        self.low, self.high = self.vertices.min(axis=0), self.vertices.max(axis=0)

    def distance(self, points: Matrix) -> tuple[float, Matrix]:
        """The least distance of some points to the mesh, and the point it belongs to."""
        reach = np.maximum(np.maximum(self.low - points, points - self.high), 0.0)
        outside = np.linalg.norm(reach, axis=1)
        near = points[outside <= max(float(outside.min()) + 3.0, 3.0)]
        squared = self.tree.squared_distance(self.vertices, self.triangles, near)[0]
        index = int(np.argmin(squared))
        return float(np.sqrt(squared[index])), near[index]


def _least(
    a: _Tree, b: _Tree, matrix: Matrix, some: bool
) -> tuple[float, tuple[float, float, float]]:
    """The least distance from the corners of each, or some of them, to the other's faces."""
    turn, shift = matrix[:, :3], matrix[:, 3]
    of_a, of_b = (tree.some if some else tree.vertices for tree in (a, b))
    there, at = a.distance(np.ascontiguousarray(of_b @ turn.T + shift))
    back, own = b.distance(np.ascontiguousarray((of_a - shift) @ turn))
    if back < there:
        there, at = back, own @ turn.T + shift
    return there, (float(at[0]), float(at[1]), float(at[2]))
