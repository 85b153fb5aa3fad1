"""How large a design may be: beyond these nothing is built, and it is said what would be.

Far above anything that is printed; they keep a slip of the finger (a box a kilometre wide, ten
million holes) from taking a machine. A workshop may set others.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass

from core.errors import BuildError


@dataclass(frozen=True)
class Limits:
    """What a design may have. All are the program's own choice."""

    size_mm: float = 10_000.0  # of a part, along any axis: ten metres
    copies: int = 5_000  # of a piece in a pattern
    facets: int = 60_000  # round one outline
    triangles: int = 4_000_000  # of a part


LET_THROUGH = 10.0  # times the limits, for a design that is let through by name
_limits = [Limits()]
_times: ContextVar[float] = ContextVar("times", default=1.0)


def limits() -> Limits:
    """The limits in force.

    >>> limits().triangles > 0
    True
    """
    times = _times.get()
    return _limits[0] if times == 1.0 else _more(_limits[0], times)


def _more(these: Limits, times: float) -> Limits:
    return Limits(
        these.size_mm * times,
        int(these.copies * times),
        int(these.facets * times),
        int(these.triangles * times),
    )


@contextmanager
def let_through(times: float = LET_THROUGH) -> Iterator[None]:
    """Meanwhile a design may be so many times as large.

    >>> with let_through():
    ...     check_copies(12_000)
    """
    token = _times.set(times)
    try:
        yield
    finally:
        _times.reset(token)


def set_limits(these: Limits) -> None:
    """Puts other limits in force, for this process."""
    _limits[0] = these


def check_copies(*counts: float) -> None:
    """Refuses more copies than are let through; several counts are multiplied.

    >>> check_copies(12, 4)
    >>> check_copies(10_000_000)
    Traceback (most recent call last):
    ...
    core.errors.BuildError: 10,000,000 copies are more than are built
    """
    total = 1.0
    for count in counts:
        total *= max(count, 1)
    if total > limits().copies:
        raise BuildError(
            f"{total:,.0f} copies are more than are built",
            remedy=f"at most {limits().copies:,} in one step",
        )


def check_size(bounds: tuple[float, ...], triangles: int = 0) -> None:
    """Refuses a solid beyond the limits.

    Args:
        bounds: least x, y, z and greatest x, y, z, mm.
        triangles: of which it is made.
    """
    largest = max(bounds[i + 3] - bounds[i] for i in range(3))
    if not largest <= limits().size_mm:
        raise BuildError(
            f"the part would be {largest:,.0f} mm large",
            remedy=f"at most {limits().size_mm:,.0f} mm along any axis",
        )
    if triangles > limits().triangles:
        raise BuildError(
            f"the part would be made of {triangles:,} triangles",
            remedy=f"at most {limits().triangles:,}: fewer copies, or a coarser outline",
        )
