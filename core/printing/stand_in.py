"""A printer and a caliper that are not there: stand-ins with a hidden true error.

For trying the whole loop without a machine. What they give is made up from a seed, and is marked
as such wherever it is kept.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from core.process.learning import CALIPER_MM, FELT, Face, Felt, felt_edges
from core.process.model import Process


@dataclass(frozen=True)
class Truth:
    """What the stand-in's printer really does, mm per side; degrees and mm for its limits."""

    outer: float
    inner: float
    sigma: float
    shared: float  # of sigma's square, what a whole print has in common
    overhang_deg: float
    bridge_mm: float


class StandIn:
    """A printer drawn at random from what is believed of such printers.

    Args:
        shared: of the square of its spread, what a whole print has in common; None: drawn too.
    """

    def __init__(self, process: Process, seed: int, shared: float | None = None) -> None:
        self._random = np.random.default_rng(seed)
        prior = Process().errors
        self._process = process
        self.truth = Truth(
            float(self._random.normal(prior.outer, prior.outer_sd)),
            float(self._random.normal(prior.inner, prior.inner_sd)),
            float(prior.sigma * math.exp(self._random.normal(0.0, 0.25))),
            float(self._random.uniform(0.0, 1.0)) if shared is None else shared,
            float(self._random.normal(50.0, 6.0)),
            float(abs(self._random.normal(14.0, 5.0))),
        )
        self.next_print()

    def reseed(self, seed: int) -> None:
        """Begins the luck of a new print; what the printer really does stays."""
        self._random = np.random.default_rng(seed)
        self.next_print()

    def next_print(self) -> None:
        """Begins another print: what its faces have in common is drawn anew."""
        common = self.truth.sigma * math.sqrt(self.truth.shared / 2)
        self._common = {
            "outer": float(self._random.normal(0.0, common)),
            "inner": float(self._random.normal(0.0, common)),
        }

    def _face(self, face: Face) -> float:
        """The error of one printed face this time, mm."""
        mean = self.truth.outer if face == "outer" else self.truth.inner
        own = self.truth.sigma * math.sqrt((1 - self.truth.shared) / 2)
        return mean + self._common[face] + float(self._random.normal(0.0, own))

    def faces(self) -> tuple[float, float]:
        """How far outer and inner sides of one print move out of the material, mm."""
        return self._face("outer"), -self._face("inner")

    def read(self, true_mm: float, repeats: int = 3) -> tuple[float, ...]:
        """Reads a size with the caliper, several times, to 0.01 mm."""
        reads = true_mm + self._random.normal(0.0, CALIPER_MM, repeats)
        return tuple(float(value) for value in np.round(reads, 2))

    def felt(self, gap_mm: float) -> Felt:
        """Prints a pair of faces with a designed gap per side and says how it feels."""
        printed = gap_mm + self._face("inner") - self._face("outer")
        return FELT[int(np.searchsorted(felt_edges(self._process), printed))]

    def measured(self, face: Face, designed_mm: float, repeats: int = 3) -> tuple[float, ...]:
        """Prints a size and reads it with the caliper, several times, to 0.01 mm."""
        return self.read(designed_mm + 2 * self._face(face), repeats)

    def clean_steps(self, steps: list[float], of: str) -> int:
        """How many steps of a fan or ladder come out clean, counted from the easiest."""
        limit = self.truth.overhang_deg if of == "overhang" else self.truth.bridge_mm
        return sum(step <= limit for step in steps)
