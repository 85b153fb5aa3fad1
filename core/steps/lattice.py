"""Points of a square or hexagonal field, on the flat or closing round a cylinder."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.limits import limits

Points = NDArray[np.float64]
Layout = Literal["square", "hexagonal"]
ROW_GAP = {"square": 1.0, "hexagonal": math.sqrt(3) / 2}  # of the spacing
SHIFT = {"square": 0.0, "hexagonal": 0.5}  # of every other row
STEEP = 0.25  # rows that climb more are not made level
TILT = 3.0  # rows that climb are so much worse than points further apart


@dataclass(frozen=True)
class Lattice:
    """A field of points ``spacing_mm`` apart, its rows leaning by ``angle_deg``."""

    spacing_mm: float
    angle_deg: float
    layout: Layout

    @property
    def basis(self) -> Points:
        """Two steps (2, 2) mm, from a point to its neighbours along its row and in the next."""
        lean = math.radians(self.angle_deg)
        along = np.array([math.cos(lean), math.sin(lean)])
        across = np.array([-math.sin(lean), math.cos(lean)])
        next_row = SHIFT[self.layout] * along + ROW_GAP[self.layout] * across
        return self.spacing_mm * np.array([along, next_row])

    def within(self, reach_mm: float) -> Points:
        """All points (n, 2) mm no further than about ``reach_mm`` from the one at the origin.

        Raises:
            BuildError: they are too many.

        >>> len(Lattice(6.0, 0.0, "square").within(6.5))
        9
        """
        steps = self._steps(reach_mm)
        found = steps @ self.basis
        return np.asarray(found[(np.abs(found) <= reach_mm + 1e-9).all(axis=1)])

    def closing(self, around_mm: float) -> Points:
        """The two steps (2, 2) mm made to close round a cylinder: some whole number of them comes
        to ``around_mm`` along x. Points come further apart along the way round, and no more than a
        hundredth nearer across it.

        Raises:
            BuildError: it is less than one step round.

        >>> Lattice(6.0, 0.0, "square").closing(63.0)[0].round(6).tolist()
        [6.3, 0.0]
        """
        steps = self._steps(around_mm)
        there = steps @ self.basis
        forward = (there[:, 0] > self.spacing_mm * 0.5) & (there[:, 0] <= around_mm + 1e-9)
        forward &= np.abs(there[:, 1]) < STEEP * there[:, 0]
        if not forward.any():
            raise BuildError(
                f"copies {self.spacing_mm:g} mm apart do not go round {around_mm:.4g} mm",
                remedy="a smaller spacing",
            )
        there = there[forward]
        cost = around_mm - there[:, 0] + TILT * np.abs(there[:, 1])
        x, y = there[int(np.argmin(cost))]
        stretch = np.array([[around_mm / x, -y / x], [0.0, 1.0]])
        return np.asarray(self.basis @ stretch)

    def round_a_cylinder(self, around_mm: float, low_mm: float, high_mm: float) -> Points:
        """Points (n, 2) mm that close round a cylinder, between two heights; the way round from
        half of it on the left to half on the right of the point at the origin.

        >>> points = Lattice(6.0, 0.0, "square").round_a_cylinder(63.0, -6.5, 6.5)
        >>> len(points), sorted(set(points[:, 1].round(6).tolist()))
        (30, [-6.0, 0.0, 6.0])
        """
        basis = self.closing(around_mm)
        steps = self._steps(around_mm / 2 + max(high_mm, -low_mm) + self.spacing_mm)
        found = steps @ basis
        half = around_mm / 2 - 1e-6
        own = (found[:, 0] >= -half - 2e-6) & (found[:, 0] < half)
        own &= (found[:, 1] >= low_mm - 1e-6) & (found[:, 1] <= high_mm + 1e-6)
        return np.asarray(found[own])

    def _steps(self, reach_mm: float) -> Points:
        """Whole steps (n, 2) that lead to every point within a square of twice the reach."""
        most = math.ceil(2 * reach_mm / self.spacing_mm) + 1
        if (2 * most + 1) ** 2 > 40 * limits().copies:
            raise BuildError(
                f"copies {self.spacing_mm:g} mm apart are too many", remedy="a larger spacing"
            )
        own = np.arange(-most, most + 1)
        return np.stack(np.meshgrid(own, own), axis=-1).reshape(-1, 2).astype(np.float64)
