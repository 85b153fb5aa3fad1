"""Diameters and pitches the standards list. All from memory of the publications named."""

from __future__ import annotations

import math

# ISO 261/262, coarse series: nominal diameter in mm -> pitch in mm
METRIC_COARSE: dict[float, float] = {
    2: 0.4, 2.5: 0.45, 3: 0.5, 4: 0.7, 5: 0.8, 6: 1, 8: 1.25, 10: 1.5, 12: 1.75, 14: 2, 16: 2,
    18: 2.5, 20: 2.5, 22: 2.5, 24: 3, 27: 3, 30: 3.5, 33: 3.5, 36: 4,
}  # fmt: skip
# ISO 261, fine series
METRIC_FINE: dict[float, tuple[float, ...]] = {
    3: (0.35,), 4: (0.5,), 5: (0.5,), 6: (0.75,), 8: (1, 0.75), 10: (1.25, 1, 0.75),
    12: (1.5, 1.25, 1), 14: (1.5, 1.25, 1), 16: (1.5, 1), 18: (2, 1.5, 1), 20: (2, 1.5, 1),
    22: (2, 1.5, 1), 24: (2, 1.5, 1), 27: (2, 1.5, 1), 30: (3, 2, 1.5, 1), 33: (3, 2, 1.5),
    36: (3, 2, 1.5),
}  # fmt: skip
# ASME B1.1: nominal size -> (diameter in inches, threads per inch)
UNC: dict[str, tuple[float, float]] = {
    "#4": (0.112, 40), "#6": (0.138, 32), "#8": (0.164, 32), "#10": (0.19, 24), "#12": (0.216, 24),
    "1/4": (0.25, 20), "5/16": (0.3125, 18), "3/8": (0.375, 16), "7/16": (0.4375, 14),
    "1/2": (0.5, 13), "9/16": (0.5625, 12), "5/8": (0.625, 11), "3/4": (0.75, 10),
    "7/8": (0.875, 9), "1": (1.0, 8), "1 1/8": (1.125, 7), "1 1/4": (1.25, 7),
    "1 3/8": (1.375, 6), "1 1/2": (1.5, 6), "1 3/4": (1.75, 5), "2": (2.0, 4.5),
}  # fmt: skip
UNF: dict[str, tuple[float, float]] = {
    "#4": (0.112, 48), "#6": (0.138, 40), "#8": (0.164, 36), "#10": (0.19, 32), "#12": (0.216, 28),
    "1/4": (0.25, 28), "5/16": (0.3125, 24), "3/8": (0.375, 24), "7/16": (0.4375, 20),
    "1/2": (0.5, 20), "9/16": (0.5625, 18), "5/8": (0.625, 18), "3/4": (0.75, 16),
    "7/8": (0.875, 14), "1": (1.0, 12), "1 1/8": (1.125, 12), "1 1/4": (1.25, 12),
    "1 3/8": (1.375, 12), "1 1/2": (1.5, 12),
}  # fmt: skip
# ISO 2904: nominal diameter -> pitches, and the crest clearance that goes with a pitch
TRAPEZOIDAL: dict[float, tuple[float, ...]] = {
    8: (1.5,), 10: (2, 1.5), 12: (3, 2), 14: (3, 2), 16: (4, 2), 18: (4, 2), 20: (4, 2),
    22: (5, 3, 8), 24: (5, 3, 8), 26: (5, 3, 8), 28: (5, 3, 8), 30: (6, 3, 10), 32: (6, 3, 10),
    36: (6, 3, 10), 40: (7, 3, 10), 44: (7, 3, 12), 48: (8, 3, 12), 50: (8, 3, 12),
}  # fmt: skip


def crest_clearance(pitch: float) -> float:
    """The crest clearance a_c of a trapezoidal thread in mm, by its pitch (ISO 2904).

    >>> crest_clearance(4.0)
    0.25
    """
    return 0.15 if pitch < 2 else 0.25 if pitch <= 5 else 0.5


# what a designation field suggests; any other designation can be typed
SUGGESTED = (
    *(f"M{size}" for size in (3, 4, 5, 6, 8, 10, 12, 16, 20, 24)),
    *("1/4-20 UNC", "3/8-16 UNC", "1/2-13 UNC", "Tr20x4", "print 24x4"),
)

# our own print-friendly threads: the pitch up to a diameter, mm
PRINT_PITCHES = ((10.0, 2.0), (16.0, 3.0), (60.0, 4.0), (math.inf, 5.0))


def printed_thread_for(across_mm: float) -> str:
    """The print-friendly thread of a shaft.

    >>> printed_thread_for(30)
    'print 30x4'
    """
    pitch = next(pitch for most, pitch in PRINT_PITCHES if across_mm <= most)
    return f"print {across_mm:.5g}x{pitch:g}"


def thread_for(across_mm: float) -> str:
    """The thread of a shaft: of the coarse metric series where it has one, else print-friendly.

    >>> thread_for(12), thread_for(41.5)
    ('M12', 'print 41.5x4')
    """
    whole = round(across_mm, 3)
    return f"M{whole:g}" if whole in METRIC_COARSE else printed_thread_for(across_mm)
