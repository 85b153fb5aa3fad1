"""Engagement of a screw and the load at which its printed thread strips.

Shear area of the weaker thread by the usual cylinder: π·d·L_e times the share of the pitch that
is ridge there. Printed plastic shears at about 0.6 of its tensile strength along a layer at best
(common practice, no source); the figure is an order of magnitude and no rating.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from core.threads.thread import Thread

SHEAR_MPA = 15.0  # between layers of usual filaments (common practice, no source)


@dataclass(frozen=True, slots=True)
class Engagement:
    """``turns`` engaged, ``length_mm``, and the load in newtons at which the ridges shear."""

    turns: float
    length_mm: float
    strips_at_n: float


def engagement(thread: Thread, length_mm: float, shear_mpa: float = SHEAR_MPA) -> Engagement:
    """What an engaged length of a thread amounts to."""
    flank = math.tan(math.radians(thread.half_angle_deg))
    at_root = thread.pitch / 2 + (thread.pitch_diameter - thread.minor_internal) * flank
    share = min(at_root / thread.pitch, 1.0)
    area = math.pi * thread.minor_internal * length_mm * share
    return Engagement(length_mm / thread.lead, length_mm, area * shear_mpa)
