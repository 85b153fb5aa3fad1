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
NEAR_MM = 1e-6
MOST_TRIED = 8  # times as many as there may be, of which most lie outside
NEAR_STEPS = 3
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

    def within(self, low: tuple[float, float], high: tuple[float, float]) -> Points:
        """All points (n, 2) mm between two corners; one lies at the origin.

        Raises:
            BuildError: they are too many.

        >>> len(Lattice(6.0, 0.0, "square").within((-6.5, -6.5), (6.5, 6.5)))
        9
        """
        return self._between(self.basis, low, high)

    def closing(self, around_mm: float) -> Points:
        """The two steps (2, 2) mm made to close round a cylinder: some whole number of them comes
        to ``around_mm`` along x. Points come further apart along the way round, and no more than a
        hundredth nearer across it.

        Raises:
            BuildError: it is less than one step round.

        >>> Lattice(6.0, 0.0, "square").closing(63.0)[0].round(6).tolist()
        [6.3, 0.0]
        """
        # what comes round lies no further short than a few steps
        short = max(around_mm - NEAR_STEPS * self.spacing_mm, self.spacing_mm / 2)
        high = NEAR_STEPS * self.spacing_mm
        there = self._between(self.basis, (short, -high), (around_mm, high))
        forward = np.abs(there[:, 1]) < STEEP * there[:, 0]
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
        half = around_mm / 2
        found = self._between(self.closing(around_mm), (-half, low_mm), (half, high_mm))
        return np.asarray(found[found[:, 0] < half - NEAR_MM])  # there it meets the left again

    def _between(
        self, basis: Points, low: tuple[float, float], high: tuple[float, float]
    ) -> Points:
        """The points (n, 2) of whole steps that lie between two corners."""
        x, y = (low[0], high[0]), (low[1], high[1])
        corners = np.array([[a, b] for a in x for b in y]) @ np.linalg.inv(basis)
        first = np.floor(corners.min(axis=0) - NEAR_MM).astype(int)
        last = np.ceil(corners.max(axis=0) + NEAR_MM).astype(int)
        wide, tall = (last - first + 1).tolist()
        if wide * tall > MOST_TRIED * limits().copies:
            raise BuildError(
                f"copies {self.spacing_mm:g} mm apart are too many", remedy="a larger spacing"
            )
        own = np.meshgrid(np.arange(first[0], last[0] + 1), np.arange(first[1], last[1] + 1))
        found = np.stack(own, axis=-1).reshape(-1, 2) @ basis
        inside = (found >= np.array(low) - NEAR_MM).all(axis=1)
        return np.asarray(found[inside & (found <= np.array(high) + NEAR_MM).all(axis=1)])
