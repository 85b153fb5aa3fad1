"""Work that is heard from its first bit by whoever asks for it while it is being done, or after.

So what was begun while a maker still typed a number is there, or well on its way, when the number
is kept. Nobody drives such work but those who hear it: one of them asks for the next bit, the
others wait for that. It is given up when the last of them leaves.
"""

from __future__ import annotations

import threading
from collections import OrderedDict
from collections.abc import Callable, Iterator
from contextlib import suppress
from dataclasses import replace
from typing import Any, TypeVar

from workshop.builders import ASKER, Halted, Turn
from workshop.pool import AHEAD

T = TypeVar("T")
KEPT = 24  # of work that was done ahead, and not asked for yet, so much is remembered
LOOK_S = 0.05

_Key = tuple[str, str, str]  # the project, the page, and what is asked
_works: OrderedDict[_Key, _Work] = OrderedDict()
_lock = threading.Lock()


def heard(key: str, newest: str, begin: Callable[[Turn], Iterator[T]]) -> Iterator[T]:
    """Bit by bit what some work comes to: begun now, or long ago by the same page for the same
    project. Of what has ended only the last bit is told.

    Args:
        key: what is asked, by its content.
        newest: the line of work it is asked for in; what was begun ahead goes over to it.
        begin: begins the work, in a turn.

    Raises:
        Halted: nobody waits for it any more, or something newer is asked for.
    """
    asker = ASKER.get()
    at = (asker.of, asker.page, key)
    with _lock:
        bits = _works[at].joined(newest) if at in _works else None
        if bits is None:
            work = _Work(newest, begin, _forget)
            bits = work.bits()
            if asker.of:
                _works[at] = work
            while len(_works) > KEPT:
                _works.popitem(last=False)
    return bits


def _forget(work: _Work) -> None:
    with _lock:
        for at in [at for at, one in _works.items() if one is work]:
            del _works[at]


class _Work:
    """What came of some work so far, and who hears it."""

    def __init__(
        self,
        newest: str,
        begin: Callable[[Turn], Iterator[Any]],
        forget: Callable[[_Work], None],
    ) -> None:
        self._changed = threading.Condition()
        self._hear: dict[int, Callable[[], bool]] = {}  # whether each has gone
        self._came: list[Any] = []
        self._asking = False  # one of those who hear it waits for the next bit
        self._ended = False
        self._why: BaseException | None = None
        self._forget = forget
        self.turn = Turn(newest, replace(ASKER.get(), gone=self._all_gone))
        self._comes = begin(self.turn)

    def joined(self, newest: str) -> Iterator[Any] | None:
        """What came and what comes, for one who asks in a line of work; None where it is of no use:
        it failed, or is given up."""
        line = self.turn.newest if newest == AHEAD else newest
        if self._ended:
            self.turn.take(line)
        elif not self.turn.goes_on(line):
            return None
        with self._changed:
            return None if self._why is not None else self.bits()

    def bits(self) -> Iterator[Any]:
        """What came and what comes, from the first; of what has ended, the last."""
        with self._changed:
            me = max(self._hear, default=0) + 1
            self._hear[me] = ASKER.get().gone
            first = len(self._came) - 1 if self._ended else 0

        def told() -> Iterator[Any]:
            at = first
            try:
                while self._is_there(at):
                    yield self._came[at]
                    at += 1
            finally:
                self._leaves(me)

        return told()

    def _all_gone(self) -> bool:
        with self._changed:
            asked = list(self._hear.values())
        return bool(asked) and all(gone() for gone in asked)

    def _is_there(self, at: int) -> bool:
        """Whether there is a bit of that number; it is waited for, or asked for."""
        with self._changed:
            while at >= len(self._came) and not self._ended and self._asking:
                self._changed.wait(LOOK_S)
            if at < len(self._came):
                return True
            if self._why is not None:
                raise self._why
            if self._ended:
                return False
            self._asking = True
        self._ask()
        return self._is_there(at)

    def _ask(self) -> None:
        try:
            bit, why, ended = [next(self._comes)], None, False
        except StopIteration:
            bit, why, ended = [], None, True
        except BaseException as error:
            bit, why, ended = [], error, True
        with self._changed:
            self._came += bit
            self._why, self._ended, self._asking = why, ended, False
            self._changed.notify_all()

    def _leaves(self, me: int) -> None:
        with self._changed:
            del self._hear[me]
            if self._hear:
                return
            left = not self._ended
            if left:
                self._ended, self._why = True, Halted()
            del self._came[:-1]  # of what has ended only the last is told
        if left:  # nobody hears what comes
            with suppress(Exception):
                self._comes.close()  # type: ignore[attr-defined]
        if self._why is not None or self.turn.newest != AHEAD:
            self._forget(self)
