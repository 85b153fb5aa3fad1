"""A helper: a second process that takes work off this one while this one works too.

It is forked when there is enough to do, so that it knows everything this process knows; what it
works out comes back pickled, and then it ends. Threads do not do it: the kernels hold the
interpreter's lock. Where nobody allows it, as in tests, on systems other than Linux, or where the
machine has other work, everything is done here, in the order it is asked for.

>>> with helped([Errand("square", lambda: 3 * 3), Errand("cube", lambda: 3**3)]) as done:
...     [done(0), done(1)]
[9, 27]
"""

from __future__ import annotations

import ctypes
import fcntl
import gc
import multiprocessing
import os
import signal
import sys
import threading
import time
from collections import OrderedDict
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager, suppress
from dataclasses import dataclass
from multiprocessing.connection import Connection
from pathlib import Path
from typing import Any

from core.halting import halt_when, may_halt

WORTH_S = 0.1  # what a helper has to take off this process at least, to be worth a fork
REMEMBERED = 400  # how long each piece of work took last is kept for so many
PIPE_BYTES = 1 << 20  # what a helper may be ahead with before anybody hears it
LOOK_S = 0.02
REST_S = 0.01  # how long is waited for other threads to come to rest before a fork
STUCK_LOOKS = 3  # so often in a row a helper was asleep at its work: it is stuck
_DIES_WITH_PARENT = 1  # PR_SET_PDEATHSIG


@dataclass(frozen=True)
class Errand:
    """Something to be worked out that waits for nothing else.

    ``about`` names it from one time to the next, so that how long it takes is known; ``guess_s`` is
    what it is taken to last where it was never done in this process.
    """

    about: str
    work: Callable[[], Any]
    guess_s: float = 0.02

    @property
    def lasts_s(self) -> float:
        """How long it is expected to last, seconds."""
        return _took.get(self.about, self.guess_s)


_allowed: list[Callable[[], bool]] = []
_took: OrderedDict[str, float] = OrderedDict()


def help_when(allowed: Callable[[], bool]) -> None:
    """From now on this process has a helper where it is allowed one when it asks."""
    _allowed[:] = [allowed]


def may_have_help() -> bool:
    """Whether this process would have a helper just now, were there enough to do."""
    return sys.platform == "linux" and bool(_allowed) and _allowed[0]()


def worth_help(errands: Sequence[Errand], own_s: float = 0.0) -> bool:
    """Whether there is enough to do for a helper, and one may be had.

    Args:
        own_s: seconds that what this process does besides is expected to last.
    """
    return _saves_s(errands, own_s) > WORTH_S and may_have_help()


def _saves_s(errands: Sequence[Errand], own_s: float) -> float:
    """Seconds a helper could take off this process at most; what is longest is not divided."""
    lasts = [own_s, *(one.lasts_s for one in errands)]
    return min(sum(lasts) / 2, sum(lasts) - max(lasts))


def timed(about: str, work: Callable[[], Any]) -> Any:
    """Does some work, and remembers how long it kept this thread busy."""
    began = time.thread_time()
    done = work()
    remember(about, time.thread_time() - began)
    return done


def remember(about: str, took_s: float) -> None:
    """Keeps how long some work took, for the next time."""
    _took.pop(about, None)
    _took[about] = took_s
    while len(_took) > REMEMBERED:
        _took.popitem(last=False)


@contextmanager
def helped(errands: Sequence[Errand], own_s: float = 0.0) -> Iterator[Callable[[int], Any]]:
    """What answers an errand by its number: worked out when it is asked for, or by the helper.

    An errand raises where it is asked for, as it would without a helper.

    Args:
        own_s: seconds that what this process does besides is expected to last.
    """
    run = _Run(errands)
    try:
        rest_s = max(REST_S, _saves_s(errands, own_s) / 10)
        if worth_help(errands, own_s) and _comes_to_rest(rest_s):
            with suppress(OSError):  # without room for one all is done here
                run.fork()
        yield run.answer
    finally:
        run.end()


def _comes_to_rest(within_s: float) -> bool:
    """Whether all other threads of this process sleep, within a moment.

    The kernels keep threads, which look for work for a while after the last and may hold a lock
    meanwhile: a process forked then would wait for it for ever.
    """
    until = time.monotonic() + within_s
    while True:
        if _all_sleep(os.getpid(), but=threading.get_native_id()):
            return True
        if time.monotonic() > until:
            return False
        time.sleep(LOOK_S / 40)


def _all_sleep(pid: int, but: int = 0) -> bool:
    """Whether every thread of a process sleeps, but one; of a process that is gone, all do."""
    try:
        for thread in os.listdir(f"/proc/{pid}/task"):
            told = Path(f"/proc/{pid}/task/{thread}/stat").read_text()
            if int(thread) != but and told.rpartition(")")[2].split()[0] in "RD":
                return False
    except (FileNotFoundError, ProcessLookupError):  # it ended while it was looked at
        pass
    return True


class _Run:
    """Errands shared out between this process and its helper: each takes the next that is free.

    An errand is taken by locking its byte of a file that both have open: such a lock is one
    process's own, and goes when the process goes.
    """

    def __init__(self, errands: Sequence[Errand]) -> None:
        self._errands = errands
        self._found: dict[int, tuple[bool, Any]] = {}  # whether it went well, and what came of it
        self._begun: set[int] = set()  # in this process
        self._pid = 0
        self._pipe: Connection | None = None
        self._file = -1

    def fork(self) -> None:
        """Begins the helper. It takes what lasts longest first; this process what is asked for.

        Raises:
            OSError: the machine has no room for one.
        """
        self._file = os.memfd_create("errands")
        ours, theirs = multiprocessing.Pipe(duplex=False)
        with suppress(OSError):
            fcntl.fcntl(theirs.fileno(), fcntl.F_SETPIPE_SZ, PIPE_BYTES)
        parent = os.getpid()
        self._pid = os.fork()
        if self._pid == 0:
            try:
                self._help(theirs, parent)
            finally:
                os._exit(0)
        theirs.close()
        self._pipe = ours

    def _help(self, pipe: Connection, parent: int) -> None:
        gc.disable()
        halt_when(lambda: False)  # it is ended when it is not wanted
        ctypes.CDLL(None).prctl(_DIES_WITH_PARENT, signal.SIGKILL)
        if os.getppid() != parent:  # which has gone meanwhile
            return
        lasts = [one.lasts_s for one in self._errands]
        for at in sorted(range(len(lasts)), key=lambda at: -lasts[at]):
            if not self._take(at):
                continue
            began = time.perf_counter()
            try:
                well, value = True, self._errands[at].work()
            except Exception:
                well, value = False, None  # it is done again where it is asked for, and raises
            pipe.send((at, well, value, time.perf_counter() - began))
        signal.pause()  # what it has taken stays taken until it is ended

    def _take(self, at: int) -> bool:
        try:
            fcntl.lockf(self._file, fcntl.LOCK_EX | fcntl.LOCK_NB, 1, at)
        except OSError:
            return False
        return True

    def answer(self, at: int) -> Any:
        """What an errand answers; while the helper is at it, others are done here."""
        while at not in self._found:
            if self._hear(0.0):
                continue
            if self._pipe is None or self._take(at):
                self._do(at)
                continue
            other = next((i for i in self._left() if self._take(i)), None)
            if other is not None:
                self._do(other)
            elif not self._hear(LOOK_S):
                self._end_if_stuck()
                may_halt()
        well, value = self._found[at]
        if not well:
            raise value
        return value

    def _left(self) -> list[int]:
        return [i for i in range(len(self._errands)) if i not in self._begun | self._found.keys()]

    def _do(self, at: int) -> None:
        self._begun.add(at)
        began = time.perf_counter()
        try:
            self._found[at] = True, self._errands[at].work()
        except Exception as error:
            self._found[at] = False, error
        remember(self._errands[at].about, time.perf_counter() - began)

    def _hear(self, wait_s: float) -> bool:
        """Whether something came from the helper. One that broke off leaves its work to do here."""
        if self._pipe is None:
            return False
        try:
            if not self._pipe.poll(wait_s):
                return False
            at, well, value, took_s = self._pipe.recv()
        except (EOFError, OSError):
            self.end()
            return False
        if well:
            self._found[at] = True, value
            remember(self._errands[at].about, took_s)
        else:
            self._do(at)
        return True

    def _end_if_stuck(self) -> None:
        """Ends a helper that sleeps at its work: what it was at is done here."""
        asleep = all(
            _all_sleep(self._pid) and not (self._pipe and self._pipe.poll(LOOK_S))
            for _ in range(STUCK_LOOKS)
        )
        if asleep:
            self.end()

    def end(self) -> None:
        """Ends the helper, whatever it is at."""
        if self._pipe is not None:
            self._pipe.close()
            self._pipe = None
            with suppress(ProcessLookupError):
                os.kill(self._pid, signal.SIGKILL)
            with suppress(ChildProcessError):
                os.waitpid(self._pid, 0)
        if self._file >= 0:
            os.close(self._file)
            self._file = -1
