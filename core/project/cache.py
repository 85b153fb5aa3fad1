"""Results kept by the hash of everything they were made from, oldest thrown out first."""

from __future__ import annotations

import hashlib
import threading
import time
from collections import OrderedDict
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Protocol, TypeVar

from core.fingerprint import fingerprint
from core.project.weight import weight

T = TypeVar("T")


def content_key(*parts: object) -> str:
    """A hash of values whose ``repr`` tells all of them, and of the program that works with
    them.

    >>> content_key(1.0, "wall") == content_key(1.0, "wall"), content_key(1.0) == content_key(2.0)
    (True, False)
    """
    return hashlib.blake2b(repr(parts).encode(), digest_size=16, key=fingerprint()).hexdigest()


COSTLY_S = 3.0  # what took longer to make is worth writing down, where somewhere is given


class Store(Protocol):
    """Somewhere values outlive the process."""

    def get(self, key: str) -> Any | None:
        """What stands under a key; None where nothing does."""

    def put(self, key: str, value: Any) -> None:
        """Writes a value down under a key."""


@dataclass
class _Kept:
    value: Any
    heavy: int
    used: int  # the round of work it was used in last


class ContentCache:
    """A thread-safe least-recently-used cache. Values must be immutable.

    Args:
        most: how many values are kept.
        most_bytes: how much they may hold together, as `weight` tells; None where only their number
            is bounded. What was used in this round of work and the last is kept however heavy it
            is: else a heavy design would be built anew from its first step at every change.
    """

    store: Store | None = None

    def __init__(self, most: int, most_bytes: int | None = None) -> None:
        self._most, self._most_bytes = most, most_bytes
        self._kept: OrderedDict[str, _Kept] = OrderedDict()
        self._held = 0
        self._round = 0
        self._lock = threading.Lock()

    @property
    def held(self) -> int:
        """Bytes of what is kept, about."""
        return self._held

    def get(self, key: str, make: Callable[[], T]) -> T:
        """The value for a key, made when missing. An exception is not kept."""
        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
                self._kept[key].used = self._round
                return self._kept[key].value  # type: ignore[no-any-return]
        kept = self.store.get(key) if self.store else None
        if kept is None:
            began = time.perf_counter()
            made = make()
            if self.store and time.perf_counter() - began > COSTLY_S:
                self.store.put(key, made)
        else:
            made = kept
        heavy = weight(made) if self._most_bytes is not None else 0
        with self._lock:
            before = self._kept.pop(key, None)
            self._held += heavy - (before.heavy if before else 0)
            self._kept[key] = _Kept(made, heavy, self._round)
            self._make_room()
        return made

    def kept(self, key: str) -> Any | None:
        """The value for a key where it is at hand, else None."""
        with self._lock:
            return self._kept[key].value if key in self._kept else None

    def bound(self, most: int, most_bytes: int | None) -> None:
        """From now on keeps so many, holding so much."""
        with self._lock:
            if self._most_bytes is None and most_bytes is not None:
                for one in self._kept.values():
                    one.heavy = weight(one.value)
                self._held = sum(one.heavy for one in self._kept.values())
            self._most, self._most_bytes = most, most_bytes
            self._make_room()

    def new_round(self) -> None:
        """Another piece of work begins: what was used before the last one makes room."""
        with self._lock:
            self._round += 1
            self._make_room()

    def _make_room(self) -> None:
        while len(self._kept) > self._most or self._too_heavy():
            self._held -= self._kept.popitem(last=False)[1].heavy

    def _too_heavy(self) -> bool:
        if self._most_bytes is None or self._held <= self._most_bytes or len(self._kept) < 2:
            return False
        longest = next(iter(self._kept.values()))
        return self._round == 0 or longest.used < self._round - 1

    def clear(self) -> None:
        """Lets go of everything."""
        with self._lock:
            self._kept.clear()
            self._held = 0


STATES = ContentCache(1500, 400_000_000)
MEASURED = ContentCache(600, 400_000_000)


def keep_at_most(held: int) -> None:
    """From now on this process keeps so many bytes of solids and of what was measured on them."""
    STATES.bound(1500, held * 2 // 5)
    MEASURED.bound(600, held - held * 2 // 5)


def new_round() -> None:
    """Another piece of work begins in this process."""
    STATES.new_round()
    MEASURED.new_round()


def forget_all() -> None:
    """Empties every cache; for benchmarks and tests."""
    STATES.clear()
    MEASURED.clear()
