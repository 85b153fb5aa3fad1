"""The bending of a snap clip: small-strain beam with a factor for its section.

Source: a published snap-fit design guide for plastics by a maker of polycarbonate, from memory:
y = C·ε·l²/h with C 0.67 for a constant rectangular section and 1.09 where the thickness halves
towards the tip; P = (b·h²/6)·(E·ε/l); W = P·(µ + tan α)/(1 − µ·tan α).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

FACTOR = {"constant": 0.67, "halved at the tip": 1.09}
FRICTION = 0.5  # plastic on plastic (common practice, no source)


@dataclass(frozen=True, slots=True)
class Bend:
    """Strain as a share of one, forces in newtons."""

    strain: float
    deflection_n: float
    push_in_n: float
    pull_out_n: float


def thickness_for(y: float, length: float, strain: float, taper: str) -> float:
    """The thickness at the root that takes a deflection at a strain, mm.

    >>> round(thickness_for(2.4, 19, 0.02, "halved at the tip"), 2)
    3.28
    """
    return FACTOR[taper] * strain * length**2 / y


def bend(
    y: float, length: float, width: float, thick: float, modulus_mpa: float, taper: str,
    entry_deg: float, return_deg: float, friction: float = FRICTION,
) -> Bend:  # fmt: skip
    """What bending a clip by ``y`` takes; lengths in mm.

    A return ramp so steep that friction holds it gives an infinite pull-out force.

    >>> made = bend(0.6, 19, 8, 2.4, 2300, "halved at the tip", 30, 45)
    >>> round(made.strain, 4), made.push_in_n < made.pull_out_n
    (0.0037, True)
    """
    strain = y * thick / (FACTOR[taper] * length**2)
    force = width * thick**2 / 6 * modulus_mpa * strain / length
    return Bend(
        strain,
        force,
        force * ramp_factor(entry_deg, friction),
        force * ramp_factor(return_deg, friction),
    )


def ramp_factor(angle_deg: float, friction: float) -> float:
    """How much harder a ramp must be pushed than the clip pushes back.

    >>> round(ramp_factor(30, 0.6), 1)
    1.8
    """
    if angle_deg >= 90:
        return math.inf
    slope = math.tan(math.radians(angle_deg))
    under = 1 - friction * slope
    return (friction + slope) / under if under > 1e-9 else math.inf
