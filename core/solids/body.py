"""A closed solid that knows which step and face each of its triangles came from."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np
from manifold3d import Manifold
from numpy.typing import NDArray


@dataclass(frozen=True, slots=True)
class Source:
    """What an original id stands for: the step that made it and the names of its faces.

    ``others`` names faces that another step shaped, such as a rim rounded later.
    """

    step: str
    faces: tuple[str, ...]
    others: tuple[tuple[str, str], ...] = ()

    def owner(self, face: str) -> str:
        """The step that made a face."""
        return next((step for name, step in self.others if name == face), self.step)


@dataclass(frozen=True)
class Body:
    """A manifold3d solid with its sources. Immutable; booleans give new bodies."""

    solid: Manifold
    sources: Mapping[int, Source] = field(default_factory=dict)

    def __add__(self, other: Body) -> Body:
        return Body(self.solid + other.solid, {**self.sources, **other.sources})

    def __sub__(self, other: Body) -> Body:
        return Body(self.solid - other.solid, {**self.sources, **other.sources})

    def __and__(self, other: Body) -> Body:
        return Body(self.solid ^ other.solid, {**self.sources, **other.sources})

    def moved(self, matrix: NDArray[np.float64]) -> Body:
        """The body under a (3, 4) transform."""
        return Body(self.solid.transform(matrix), self.sources)

    @property
    def is_empty(self) -> bool:
        """Whether nothing is left of it; the kernel works it out now."""
        return bool(self.solid.is_empty())

    @cached_property
    def bounds(self) -> tuple[float, float, float, float, float, float]:
        """(min x, y, z, max x, y, z) in mm."""
        low_high = self.solid.bounding_box()
        return tuple(float(value) for value in low_high)  # type: ignore[return-value]

    @property
    def volume_mm3(self) -> float:
        """Its volume, mm³."""
        return float(self.solid.volume())
