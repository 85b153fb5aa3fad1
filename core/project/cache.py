"""Results kept by the hash of everything they were made from, oldest thrown out first."""

from __future__ import annotations

import hashlib
import threading
from collections import OrderedDict
from collections.abc import Callable
from typing import Any, TypeVar

T = TypeVar("T")


def content_key(*parts: object) -> str:
    """A hash of values whose ``repr`` tells all of them."""
    return hashlib.blake2b(repr(parts).encode(), digest_size=16).hexdigest()


class ContentCache:
    """A thread-safe least-recently-used cache. Values must be immutable."""

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
        made = make()
        with self._lock:
            self._kept[key] = made
            while len(self._kept) > self._most:
                self._kept.popitem(last=False)
        return made

    def clear(self) -> None:
        with self._lock:
            self._kept.clear()


STATES = ContentCache(1500)
MEASURED = ContentCache(600)


def forget_all() -> None:
    """Empties every cache; for benchmarks and tests."""
    STATES.clear()
    MEASURED.clear()
