"""Something measured, kept by what it follows from: worked out when it is first asked for."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Generic, Protocol, TypeVar

from core.project.cache import MEASURED

T = TypeVar("T")
SHARES = 2


@dataclass(frozen=True)
class Kept(Generic[T]):
    """Something that can be measured.

    ``about`` names it from one version to the next, ``key`` tells all that it follows from. What
    can be measured in SHARES has one of them by its number, and how they are joined.

    >>> three = Kept("three", "kept.three", lambda: 3)
    >>> three.at_hand, three(), three.at_hand
    (False, 3, True)
    """

    about: str
    key: str
    make: Callable[[], T]
    share: Callable[[int], T] | None = None
    join: Callable[[Sequence[T]], T] | None = None

    def __call__(self) -> T:
        return MEASURED.get(self.key, self.make)

    @property
    def at_hand(self) -> bool:
        """Whether it was measured before, and is kept."""
        return MEASURED.kept(self.key) is not None


class Later(Protocol):
    """Has something measured; what it answers waits for it."""

    def __call__(self, kept: Kept[T]) -> Callable[[], T]: ...


def as_asked(kept: Kept[T]) -> Callable[[], T]:
    """Measured when it is asked for, if ever.

    >>> as_asked(Kept("four", "kept.four", lambda: 4))()
    4
    """
    return kept
