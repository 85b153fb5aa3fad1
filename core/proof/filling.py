"""Holes in a mesh filled: each loop of open edges laid flat and triangulated.

A loop is filled when it can be laid on its best plane without crossing itself; the fill goes from
edge to edge, so it is as flat as the rim lets it be. What cannot be filled so is left open.
"""

from __future__ import annotations

import numpy as np
from manifold3d import triangulate
from numpy.typing import NDArray

Points = NDArray[np.float64]
Triangles = NDArray[np.int64]


def fill_holes(vertices: Points, triangles: Triangles) -> Triangles:
    """The faces (m, 3) of a mesh with those that fill its holes. O(triangles · log triangles).

    >>> corners = np.array([[0.0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]])
    >>> fill_holes(corners, np.array([[0, 2, 1], [0, 1, 3], [0, 3, 2]])).shape
    (4, 3)
    """
    filled = [triangles]
    for loop in open_loops(triangles, len(vertices)):
        flat = _flat(vertices[loop])
        own = np.asarray(triangulate([flat]), dtype=np.int64)
        if len(own) != len(loop) - 2:
            continue  # it crosses itself when laid flat
        filled.append(loop[own])
    return np.vstack(filled)


def open_loops(triangles: Triangles, count: int) -> list[NDArray[np.int64]]:
    """Loops of open edges as vertex numbers, running so that a fill's faces look outwards.

    A vertex where two holes touch begins and ends no loop: those are left out.

    >>> [loop.tolist() for loop in open_loops(np.array([[0, 2, 1], [0, 1, 3], [0, 3, 2]]), 4)]
    [[1, 2, 3]]
    """
    half = np.concatenate([triangles[:, [0, 1]], triangles[:, [1, 2]], triangles[:, [2, 0]]])
    code, back = half[:, 0] * count + half[:, 1], half[:, 1] * count + half[:, 0]
    # an open edge a → b is filled by a face with the edge b → a
    edges = half[~np.isin(code, back)][:, ::-1]
    starts, times = np.unique(edges[:, 0], return_counts=True)
    plain = set(starts[times == 1].tolist())
    after = {a: b for a, b in edges.tolist() if a in plain}
    loops = []
    while after:
        first, at = next(iter(after.items()))
        loop = [first]
        del after[first]
        while at != first and at in after:
            loop.append(at)
            at = after.pop(at)
        if at == first and len(loop) > 2:
            loops.append(np.array(loop, dtype=np.int64))
    return loops


def _flat(rim: Points) -> Points:
    """A loop (n, 3) laid on its best plane (n, 2), counter-clockwise."""
    middle = rim - rim.mean(axis=0)
    area = np.cross(middle, np.roll(middle, -1, axis=0)).sum(axis=0)
    normal = area / max(float(np.linalg.norm(area)), 1e-30)
    side = np.cross(normal, [1.0, 0.0, 0.0] if abs(normal[0]) < 0.9 else [0.0, 1.0, 0.0])
    side /= max(float(np.linalg.norm(side)), 1e-30)
    return np.column_stack([middle @ side, middle @ np.cross(normal, side)])
