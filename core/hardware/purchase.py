"""What is bought for a design, as it is asked for in a shop."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Purchase:
    """So many of one bought thing: its name with its size, and what that size is listed by."""

    what: str
    by: str
    many: int = 1


@dataclass(frozen=True)
class Takes:
    """What each hole of a step takes.

    Attributes:
        what: its name with its size; ``by``: what that size is listed by.
        face: the face of the step that is there once for each.
        deep_mm: how deep one such hole is; nought where it goes on as far as it can.
        passes: whether one may pass through holes of several parts, so that their number does not
            tell how many are wanted, nor how long.
    """

    what: str
    by: str
    face: str
    deep_mm: float = 0.0
    passes: bool = False
