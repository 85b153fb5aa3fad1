"""Dimensions and unit suffixes. Lengths are kept in millimetres, angles in degrees."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, NamedTuple

LengthUnit = Literal["mm", "cm", "m", "in", "ft"]


class Dimension(NamedTuple):
    """Powers of length and of angle: ``Dimension(2, 0)`` is an area."""

    length: int = 0
    angle: int = 0

    def named(self) -> str:
        """The dimension in a maker's words.

        >>> Dimension(1).named(), Dimension(2).named(), Dimension(0, 1).named()
        ('a length', 'an area', 'an angle')
        """
        if self in _NAMES:
            return _NAMES[self]
        parts = [f"mm^{self.length}"] if self.length else []
        parts += [f"deg^{self.angle}"] if self.angle else []
        return "a quantity in " + " ".join(parts)


NUMBER = Dimension()
LENGTH = Dimension(1)
ANGLE = Dimension(0, 1)
_NAMES = {
    NUMBER: "a plain number",
    LENGTH: "a length",
    Dimension(2): "an area",
    Dimension(3): "a volume",
    ANGLE: "an angle",
}

# Exact by definition: the international inch is 25.4 mm (1959 agreement; ISO 80000-3).
UNITS: dict[str, tuple[Dimension, float]] = {
    "mm": (LENGTH, 1.0),
    "cm": (LENGTH, 10.0),
    "m": (LENGTH, 1000.0),
    "in": (LENGTH, 25.4),
    '"': (LENGTH, 25.4),
    "ft": (LENGTH, 304.8),
    "deg": (ANGLE, 1.0),
    "°": (ANGLE, 1.0),
}
RESERVED = frozenset(name for name in UNITS if name.isalpha()) | {"pi"}


@dataclass(frozen=True, slots=True)
class Quantity:
    """A value in millimetres and degrees to the powers of its dimension.

    ``bare`` marks a number typed without a unit, which still takes one from its company.
    """

    value: float
    dimension: Dimension = NUMBER
    bare: bool = False

    def taking(self, dimension: Dimension, unit: LengthUnit) -> Quantity:
        """A bare number read as ``dimension``, lengths in ``unit``; others unchanged."""
        if not self.bare or dimension == NUMBER:
            return self
        return Quantity(self.value * UNITS[unit][1] ** dimension.length, dimension)


def length(mm: float) -> Quantity:
    """A length in millimetres as a Quantity.

    >>> length(12.7).value
    12.7
    """
    return Quantity(mm, LENGTH)


def angle(deg: float) -> Quantity:
    """An angle in degrees as a Quantity.

    >>> angle(45).dimension == Dimension(0, 1)
    True
    """
    return Quantity(deg, ANGLE)


def number(value: float) -> Quantity:
    """A plain number as a Quantity.

    >>> number(3).dimension == Dimension()
    True
    """
    return Quantity(value, NUMBER)
