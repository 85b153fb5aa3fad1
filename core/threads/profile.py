"""The ridge of a thread in its axial plane: a trapezoid on a root, symmetric about its middle."""

from __future__ import annotations

import math
from dataclasses import dataclass

from core.errors import BuildError
from core.threads.thread import Thread


@dataclass(frozen=True, slots=True)
class Opening:
    """One side of a thread: crest and root radii, and the ridge's half widths there, mm.

    Of a bolt the ridge is material; of a nut it is the groove, so its ``crest`` lies in the nut.
    """

    root: float
    crest: float
    half_at_root: float
    half_at_crest: float


def opened(thread: Thread, gap_mm: float, outside: bool, other_mm: float = 0.0) -> Opening:
    """A side of a thread moved off the basic profile by a gap square to its faces.

    Args:
        gap_mm: what this side gives; nought leaves the basic profile.
        outside: the bolt's side (it shrinks); otherwise the nut's (its groove grows).
        other_mm: what the other side gives, so that the roots clear each other by both.

    Raises:
        BuildError: nothing of the ridge is left.

    >>> from core.threads import read_thread
    >>> thread = read_thread("M20")
    >>> exact, eased = (opened(thread, gap, outside=True) for gap in (0.0, 0.2))
    >>> round(exact.crest, 3), round(eased.crest, 3)
    (10.0, 9.8)
    """
    flank = math.tan(math.radians(thread.half_angle_deg))
    sign = -1.0 if outside else 1.0
    axial = sign * thread.axial_of_normal(gap_mm)
    pitch_radius = thread.pitch_diameter / 2

    def half(radius: float) -> float:
        # ridge and groove are equally wide at the pitch diameter
        return thread.pitch / 4 - (radius - pitch_radius) * flank + axial

    if outside:
        crest = thread.major / 2 - gap_mm
        root = min(thread.minor_external / 2, thread.minor_internal / 2 - gap_mm)
    else:
        crest = max(thread.major_internal / 2, thread.major / 2 + gap_mm)
        bolt_root = min(thread.minor_external / 2, thread.minor_internal / 2 - other_mm)
        root = max(thread.minor_internal / 2, bolt_root + gap_mm + other_mm)
    sharp = pitch_radius + (thread.pitch / 4 + axial) / flank if flank else math.inf
    crest = min(crest, sharp - 0.01)  # a groove cannot reach past the point of its own flanks
    # below a root as wide as the pitch the ridges run into each other
    widest = pitch_radius - (thread.pitch / 4 - axial) / flank if flank else -math.inf
    root = max(root, widest + 0.01)
    if crest - root < 0.05 or half(crest) <= 0:
        raise BuildError(
            f"a gap of {gap_mm:g} mm leaves nothing of the ridge of {thread.name}",
            remedy=(
                f"less than {thread.normal_of_axial(thread.pitch / 4):.2f} mm, or a coarser thread"
            ),
        )
    return Opening(root, crest, half(root), half(crest))
