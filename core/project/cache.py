"""Results kept by the hash of everything they were made from, oldest thrown out first."""

from __future__ import annotations

import hashlib
import threading
import time
from collections import OrderedDict
from collections.abc import Callable
from typing import Any, Protocol, TypeVar

from core.fingerprint import fingerprint

T = TypeVar("T")


def content_key(*parts: object) -> str:
    """A hash of values whose ``repr`` tells all of them, and of the program that works with them."""
    return hashlib.blake2b(repr(parts).encode(), digest_size=16, key=fingerprint()).hexdigest()


COSTLY_S = 3.0  # what took longer to make is worth writing down, where somewhere is given


class Store(Protocol):
    """Somewhere values outlive the process."""

    def get(self, key: str) -> Any | None: ...

    def put(self, key: str, value: Any) -> None: ...


class ContentCache:
    """A thread-safe least-recently-used cache. Values must be immutable."""

    store: Store | None = None

    def __init__(self, most: int) -> None:
        self._most = most
        self._kept: OrderedDict[str, Any] = OrderedDict()
        self._lock = threading.Lock()

    def get(self, key: str, make: Callable[[], T]) -> T:
        """The value for a key, made when missing. An exception is not kept."""
        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
                return self._kept[key]  # type: ignore[no-any-return]
        kept = self.store.get(key) if self.store else None
        if kept is None:
            began = time.perf_counter()
            made = make()
            if self.store and time.perf_counter() - began > COSTLY_S:
                self.store.put(key, made)
        else:
            made = kept
        with self._lock:
            self._kept[key] = made
            while len(self._kept) > self._most:
                self._kept.popitem(last=False)
        return made

    def kept(self, key: str) -> Any | None:
        """The value for a key where it is at hand, else None."""
        with self._lock:
            return self._kept.get(key)

    def keep_only(self, most: int) -> None:
        """From now on keeps fewer."""
        with self._lock:
            self._most = most
            while len(self._kept) > most:
                self._kept.popitem(last=False)

    def clear(self) -> None:
        with self._lock:
            self._kept.clear()


STATES = ContentCache(1500)
MEASURED = ContentCache(600)


def forget_all() -> None:
    """Empties every cache; for benchmarks and tests."""
    STATES.clear()
    MEASURED.clear()
