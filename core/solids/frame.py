"""Right-handed axes in space, used as the place where a step acts."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Vector = tuple[float, float, float]


def _cross(a: Vector, b: Vector) -> Vector:
    return (a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0])


@dataclass(frozen=True, slots=True)
class Frame:
    """An origin in mm, and unit x and z axes; z points out of the face it stands on.

    >>> Frame().lifted(5).origin
    (0.0, 0.0, 5.0)
    """

    origin: Vector = (0.0, 0.0, 0.0)
    x_axis: Vector = (1.0, 0.0, 0.0)
    z_axis: Vector = (0.0, 0.0, 1.0)

    @property
    def y_axis(self) -> Vector:
        """Square to both, so that the three are right-handed."""
        return _cross(self.z_axis, self.x_axis)

    def point(self, x: float, y: float, z: float) -> Vector:
        """Local millimetres to the part's."""
        o, u, v, w = self.origin, self.x_axis, self.y_axis, self.z_axis
        return (
            o[0] + x * u[0] + y * v[0] + z * w[0],
            o[1] + x * u[1] + y * v[1] + z * w[1],
            o[2] + x * u[2] + y * v[2] + z * w[2],
        )

    def shifted(self, x: float, y: float, z: float = 0.0) -> Frame:
        """The same axes with the origin moved along them."""
        return Frame(self.point(x, y, z), self.x_axis, self.z_axis)

    def lifted(self, z: float) -> Frame:
        """The same axes, z further out."""
        return self.shifted(0.0, 0.0, z)

    def turned(self, angle_deg: float) -> Frame:
        """Turned about its own z, counter-clockwise seen from outside."""
        if angle_deg == 0:
            return self
        cos, sin = math.cos(math.radians(angle_deg)), math.sin(math.radians(angle_deg))
        u, v = self.x_axis, self.y_axis
        axis = (cos * u[0] + sin * v[0], cos * u[1] + sin * v[1], cos * u[2] + sin * v[2])
        return Frame(self.origin, axis, self.z_axis)

    def facing_back(self) -> Frame:
        """The same place looked at from behind: z reversed, x kept."""
        z = self.z_axis
        return Frame(self.origin, self.x_axis, (-z[0], -z[1], -z[2]))

    @property
    def matrix(self) -> NDArray[np.float64]:
        """Local to part coordinates as a (3, 4) array, for manifold3d's ``transform``."""
        return np.array([self.x_axis, self.y_axis, self.z_axis, self.origin], dtype=np.float64).T

    @property
    def into(self) -> NDArray[np.float64]:
        """The part's coordinates to local ones, likewise: what ``matrix`` undoes.

        >>> Frame((0.0, 0.0, 5.0)).into[:, 3].tolist()
        [0.0, 0.0, -5.0]
        """
        turn = self.matrix[:, :3].T
        return np.column_stack([turn, -turn @ np.array(self.origin)])
