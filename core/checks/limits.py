"""Limits of the trade that several checks go by, each with its source."""

from __future__ import annotations

from core.checks.finding import Severity
from core.process import Process

# under one line a wall cannot be printed at all, under two it has no two sides to hold each other
LINES_STOP, LINES_WARN = 1.0, 2.0  # common practice, no source
FACETS_MM = 0.02  # flat facets stand up to 0.01 mm inside each of two true surfaces
TOUCHING_MM3 = 0.02  # where faces rest on each other, rounding shares so much


def wall_severity(value_mm: float, process: Process) -> Severity:
    """How a wall stands against the two lines it wants and the one it needs.

    >>> wall_severity(2.0, Process()), wall_severity(0.7, Process()), wall_severity(0.2, Process())
    ('good', 'warning', 'stop')
    """
    if value_mm >= LINES_WARN * process.line_mm - FACETS_MM:
        return "good"
    return "warning" if value_mm >= LINES_STOP * process.line_mm - FACETS_MM else "stop"


def narrowest_slot_mm(process: Process) -> float:
    """How wide a slot stays open: both its sides are inner faces, so it shrinks by twice their
    error, give or take the spread.

    >>> round(narrowest_slot_mm(Process()), 3)
    0.26
    """
    return max(-2 * process.errors.inner, 0.0) + 4 * process.errors.sigma
