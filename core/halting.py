"""Work that is given up while it is under way, at the next place where it can be.

A process that builds for others says when to halt; building and proving look between two steps and
between two checks. Nothing halts where nobody said so.

>>> halt_when(lambda: True)
>>> try:
...     may_halt()
... except Halt:
...     print("given up")
given up
>>> halt_when(lambda: False)
>>> may_halt()
"""

from __future__ import annotations

from collections.abc import Callable


class Halt(BaseException):
    """Nobody waits for this work any more. Not an error: nothing may keep it as an answer."""


_wanted: list[Callable[[], bool]] = []


def halt_when(asked: Callable[[], bool]) -> None:
    """From now on this process asks whether to halt."""
    _wanted[:] = [asked]


def may_halt() -> None:
    """Raises Halt where the work is no longer wanted."""
    if _wanted and _wanted[0]():
        raise Halt
