"""Which way up a solid is printed: the face that lies on the bed."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from core.solids.body import Body

Facing = str  # bottom, top, front, back, left, right, or a direction such as "0 0.6 -0.8"

# Rotations that bring a face down, as rows of the matrix. Each is a proper rotation.
_DOWN: dict[str, list[list[float]]] = {
    "bottom": [[1, 0, 0], [0, 1, 0], [0, 0, 1]],
    "top": [[1, 0, 0], [0, -1, 0], [0, 0, -1]],
    "front": [[1, 0, 0], [0, 0, -1], [0, 1, 0]],
    "back": [[1, 0, 0], [0, 0, 1], [0, -1, 0]],
    "left": [[0, 0, -1], [0, 1, 0], [1, 0, 0]],
    "right": [[0, 0, 1], [0, 1, 0], [-1, 0, 0]],
}


def stance_matrix(body: Body, facing: Facing) -> NDArray[np.float64]:
    """The (3, 4) transform that stands a body on a face, middle over the origin, lowest at 0.

    >>> from manifold3d import Manifold
    >>> stance_matrix(Body(Manifold.cube((10, 20, 5))), "bottom").tolist()
    [[1.0, 0.0, 0.0, -5.0], [0.0, 1.0, 0.0, -10.0], [0.0, 0.0, 1.0, -0.0]]
    """
    turn = turn_of(facing)
    if (np.abs(turn).max(axis=1) == 1.0).all():  # a quarter turn turns its box with it
        x0, y0, z0, x1, y1, _ = _turned_box(body, turn)
    else:
        x0, y0, z0, x1, y1, _ = body.moved(np.column_stack([turn, np.zeros(3)])).bounds
    return np.column_stack([turn, [-(x0 + x1) / 2, -(y0 + y1) / 2, -z0]])


def _turned_box(body: Body, turn: NDArray[np.float64]) -> list[float]:
    corners = np.array(body.bounds).reshape(2, 3) @ turn.T
    return [*corners.min(axis=0).tolist(), *corners.max(axis=0).tolist()]


def up_of(facing: Facing) -> tuple[float, float, float]:
    """Which way is up, in the part's own coordinates, when it stands on a face.

    >>> up_of("bottom"), up_of("left")
    ((0.0, 0.0, 1.0), (1.0, 0.0, 0.0))
    """
    x, y, z = turn_of(facing)[2]
    return (float(x), float(y), float(z))


def turn_of(facing: Facing) -> NDArray[np.float64]:
    """The rotation (3, 3) that brings a face, or a direction told as three numbers, down.

    >>> turn_of("bottom").tolist()
    [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]]
    """
    if facing in _DOWN:
        return np.array(_DOWN[facing], dtype=np.float64)
    return turn_down(np.array([float(word) for word in facing.split()]))


def turn_down(down: NDArray[np.float64]) -> NDArray[np.float64]:
    """The rotation (3, 3) that brings a direction to point at the bed.

    >>> np.round(turn_down(np.array([1.0, 0.0, 0.0])) @ [1.0, 0.0, 0.0], 9).tolist()
    [0.0, 0.0, -1.0]
    """
    size = float(np.linalg.norm(down))
    if size < 1e-9:
        return np.eye(3)
    a, b = down / size, np.array([0.0, 0.0, -1.0])
    cross, cos = np.cross(a, b), float(a @ b)
    if cos < -1 + 1e-9:
        return np.diag([1.0, -1.0, -1.0])
    skew = np.array([[0, -cross[2], cross[1]], [cross[2], 0, -cross[0]], [-cross[1], cross[0], 0]])
    return np.asarray(np.eye(3) + skew + skew @ skew / (1 + cos))


def standing(body: Body, facing: Facing) -> Body:
    """The body as it stands on the bed.

    >>> from manifold3d import Manifold
    >>> standing(Body(Manifold.cube((10, 20, 5))), "front").bounds
    (-5.0, -2.5, 0.0, 5.0, 2.5, 20.0)
    """
    return body.moved(stance_matrix(body, facing))


def back_to_part(points: NDArray[np.float64], matrix: NDArray[np.float64]) -> NDArray[np.float64]:
    """Points (n, 3) on the bed, told in the part's own coordinates.

    >>> from manifold3d import Manifold
    >>> matrix = stance_matrix(Body(Manifold.cube((10, 20, 5))), "front")
    >>> np.round(back_to_part(np.array([[0.0, 0, 0]]), matrix), 9).tolist()
    [[5.0, 0.0, 2.5]]
    """
    return np.asarray((points - matrix[:, 3]) @ matrix[:, :3])
