"""How fine solids are faceted: for prints, or as a sketch while a number is being changed.

A sketch is only ever looked at. It is built by the same steps from the same numbers, with fewer
facets to a turn, so that it is there at once; nothing is measured on it, printed or written out
from it. What is kept by content is kept apart for either, as the chord error is in its key.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar

# Design limit for prints is 0.01 mm between a facet and its arc; half of it leaves the two
# mating surfaces together within that limit.
PRINT_MM = 0.005
SKETCH_MM = 0.1  # less than a screen pixel of a part as wide as the stage
SMALLEST = 1e-7  # radians: no round is so large that its facets come to nothing
ROUGHEST = 0.015  # of the radius, so that thin rounds of a sketch stay round

_CHORD: ContextVar[float] = ContextVar("chord_error_mm", default=PRINT_MM)


def chord_error_mm() -> float:
    """How far a facet may stray from its arc, mm.

    >>> chord_error_mm()
    0.005
    """
    return _CHORD.get()


def longer_facets() -> float:
    """How many times longer facets are than those of a print: 1 for a print.

    >>> longer_facets()
    1.0
    """
    return math.sqrt(chord_error_mm() / PRINT_MM)


def pieces_along(count: int) -> int:
    """How many pieces a run is drawn with along its way: as many as told in a print, a third of
    them in a sketch.

    >>> pieces_along(36)
    36
    >>> with as_sketch():
    ...     pieces_along(36)
    12
    """
    return count if chord_error_mm() == PRINT_MM else math.ceil(count / 3)


def half_facet(radius: float, share: float = 1.0) -> float:
    """Half the angle in radians a facet of a round of this radius (mm) may span.

    Args:
        share: of the chord error, where an arc is cut on one side only.

    >>> round(10 * (1 - math.cos(half_facet(10))), 6)
    0.005
    """
    chord = chord_error_mm()
    least = 0.5 if chord == PRINT_MM else ROUGHEST
    return max(math.acos(1 - min(least, share * chord / radius)), SMALLEST)


@contextmanager
def as_sketch() -> Iterator[None]:
    """What is built inside is built as a sketch."""
    token = _CHORD.set(SKETCH_MM)
    try:
        yield
    finally:
        _CHORD.reset(token)
