"""Building and proving in processes of their own, so that the server only keeps books and answers.

A builder is a process that holds solids and caches between requests; a project goes back to the one
it was with last. What is asked is a function by its name and its arguments; what it answers, or
yields bit by bit, comes back pickled. A builder that takes too long or too much memory is ended and
replaced, and whoever asked is told which limit it was. Newer work for a project halts older work
for it, and so does a page that has gone.

Where no builders have been begun (tests of the core, the command line) all is done in place.

The pool is the standard library's processes and pipes: the pools there are (concurrent.futures,
loky, pebble) give neither the same worker again for the same project, nor answers bit by bit, nor a
halt that leaves a worker's caches alive.
"""

from __future__ import annotations

import functools
import multiprocessing
import os
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, replace
from multiprocessing import forkserver
from pathlib import Path
from typing import Any, ParamSpec, TypeVar

import psutil
from django.conf import settings
from django.db import connection

from core.errors import BuildError
from core.limits import LET_THROUGH
from core.project.schema import Project as Document
from workshop import builder
from workshop.pool import AHEAD, BUILDS, SKETCHES, TRIES, Builder, Pool, Waits

T = TypeVar("T")
P = ParamSpec("P")
# lines in which older work is of no use once a place in a line is taken
_OVERTAKES = {BUILDS: (BUILDS, TRIES, AHEAD)}
LOOK_S = 0.02
KEEPS_AHEAD = 4  # what a builder keeps, beside one that works aside
MOST_LINES = 3000
HALT_S = 1.0  # how long halted work may take to notice


@dataclass(frozen=True)
class Asker:
    """Who asks: the project it is about, whether the page still waits for the answer, and which
    page it is: what one page asks for anew makes older work for that page pointless, not for
    others."""

    of: str = ""
    gone: Callable[[], bool] = lambda: False
    page: str = ""


_NOBODY = Asker()
ASKER: ContextVar[Asker] = ContextVar("asker", default=_NOBODY)


@contextmanager
def asking_of(project_id: int) -> Iterator[None]:
    """What is asked meanwhile is about this project."""
    token = ASKER.set(replace(ASKER.get(), of=str(project_id)))
    try:
        yield
    finally:
        ASKER.reset(token)


class Halted(Exception):
    """The work was given up: nobody waits for it any more."""


class Limited(BuildError):
    """The work met a limit of the server."""


class Turn:
    """A place in a line of work, and whether what it was taken for is still wanted: by whoever
    asks, in the line, and by the server. What was not wanted once is not wanted again."""

    def __init__(self, newest: str, asker: Asker) -> None:
        self.asker = asker
        self._pool = _pool[0] if _pool else None
        self._age = self._pool.age if self._pool else 0
        self._over = False
        self._lock = threading.Lock()
        self.take(newest)

    def take(self, newest: str) -> None:
        """Takes the newest place in a line: what is older in it is pointless from now on."""
        self.newest, self._number = newest, next(_numbers)
        if not self._pool or not newest or not self.asker.of:
            return
        for line in _OVERTAKES.get(newest, (newest,)):
            self._pool.newest[self._line(line)] = self._number
        while len(self._pool.newest) > MOST_LINES:  # pages that were left long ago
            self._pool.newest.pop(next(iter(self._pool.newest)))

    def _line(self, line: str) -> str:
        return f"{self.asker.of}@{self.asker.page} {line}"

    def goes_on(self, newest: str) -> bool:
        """Takes the newest place in a line, if what is done in this turn is still wanted; whether
        it is."""
        with self._lock:
            self._over = self._over or self._is_over()
            if not self._over and newest != self.newest:
                self.take(newest)
            return not self._over

    def stands_back(self) -> bool:
        """Gives up what is done ahead; whether it was, for nobody has asked for it meanwhile."""
        with self._lock:
            self._over = self._over or self.newest == AHEAD
            return self._over

    @property
    def unwanted(self) -> bool:
        """Whether nobody waits any more for what is done in this turn."""
        with self._lock:
            self._over = self._over or self._is_over()
            return self._over

    def _is_over(self) -> bool:
        pool = self._pool
        if pool is None:
            return False
        overtaken = (
            self.newest != ""
            and pool.newest.get(self._line(self.newest), self._number) != self._number
        )
        given_up = overtaken or pool.ended or pool.age != self._age
        # what may never be asked for stands back for what is
        return given_up or self.asker.gone() or (self.newest == AHEAD and pool.starved > 0)


_pool: list[Pool] = []
_numbers = iter(range(1, 10**12))


def give_up_all() -> None:
    """Nobody waits any more for anything that is under way."""
    for pool in _pool:
        pool.age += 1


def give_up(of: str) -> None:
    """Nobody waits any more for what is being built of a project."""
    for pool in _pool:
        for line in [one for one in list(pool.newest) if one.startswith(f"{of}@")]:
            pool.newest[line] = next(_numbers)


def waited_for() -> bool:
    """Whether somebody waits for what is being built, or tried, just now."""
    return any(pool.trying or any(not one.aside for one in pool.busy) for pool in _pool)


def known(of: str) -> bool:
    """Whether a builder that people wait for has a project at hand, and is free."""
    for pool in _pool:
        with pool.changed:
            if pool.knowing(of, BUILDS, aside=False) in pool.idle:
                return True
    return False


def leisure(of: str) -> bool:
    """Whether something may be built ahead for a project: a builder is free, or is busy with it."""
    if not _pool:
        return True
    with _pool[0].changed:
        return _pool[0].leisure(of)


def begun() -> bool:
    """Whether there are builders: else all is done in place."""
    return bool(_pool)


def built(work: Callable[P, T]) -> Callable[P, T]:
    """A function that is worked out by a builder, where there are any."""

    @functools.wraps(work)
    def asked(*given: P.args, **named: P.kwargs) -> T:
        if not begun():
            return work(*given, **named)
        assert not named, "what is asked is told in order"
        return ask(asked, *given)

    return asked


def begin(books: str = "") -> None:
    """Begins the builders; from here on nothing is built in this process."""
    if _pool:
        return
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload(["workshop.builder"])
    pool = Pool(context, context.RawValue("i", 0))
    told = {"FAIRHINGE_BOOKS": books or str(connection.settings_dict["NAME"]), builder.READY: "1"}
    before = {name: os.environ.get(name) for name in told}
    os.environ.update(told)  # read by the process that builders are forked from
    try:
        forkserver.ensure_running()
    finally:
        for name, value in before.items():
            os.environ.pop(name)
            if value is not None:
                os.environ[name] = value
    _pool.append(pool)
    # they take seconds to read in what they work with: pages are served meanwhile
    threading.Thread(target=_begin_all, args=(pool,), name="first builders", daemon=True).start()


def _begin_all(pool: Pool) -> None:
    for aside in [False] * settings.BUILDERS + [True] * settings.BUILDERS_ASIDE:
        if pool.ended:
            return
        one = _started(pool, aside)
        with pool.changed:
            if not pool.ended:
                pool.idle.append(one)
                pool.changed.notify_all()
                continue
        one.end()


def end() -> None:
    """Ends them all, whatever they are at."""
    while _pool:
        pool = _pool.pop()
        with pool.changed:
            pool.ended = True
        for one in [*pool.idle, *pool.busy]:
            one.process.kill()
        with pool.changed:
            pool.changed.notify_all()


def _started(pool: Pool, aside: bool) -> Builder:
    ours, theirs = pool.context.Pipe()
    halt = pool.context.Event()
    shares = KEEPS_AHEAD * settings.BUILDERS + settings.BUILDERS_ASIDE
    keeps = int(settings.KEEPS_MB * 1e6 / shares * (1 if aside else KEEPS_AHEAD))
    process = pool.context.Process(
        target=builder.work_for,
        args=(theirs, halt, aside, keeps, pool.at_work),
        daemon=True,
        name="builder",
    )
    process.start()
    theirs.close()
    return Builder(next(_numbers), process, ours, halt, aside)


def ask(
    work: Callable[..., T],
    *given: Any,
    aside: bool = False,
    newest: str = "",
    seconds: float = 0.0,
    sketched: bool = False,
) -> T:
    """What a function answers to arguments, worked out by a builder.

    Args:
        aside: whether nobody waits at the screen: it is done by builders of its own, which yield
            the machine to those at which somebody waits.
        newest: a line of work of the project in which newer work makes older pointless; its
            builder is another than that of other lines.
        seconds: it may take, where that is not what building may.
        sketched: a sketch will do: it is asked of the project's sketches' builder, which does not
            stand in a proof.

    Raises:
        CoreError: as the function raises.
        Limited: it met a limit.
        Halted: nobody waits for it any more.
    """
    *_, last = _asked(work, given, aside, Turn(newest, ASKER.get()), seconds, sketched)
    return last  # type: ignore[no-any-return]


def ask_bit_by_bit(
    work: Callable[..., Iterator[T]],
    *given: Any,
    aside: bool = False,
    turn: Turn | None = None,
    seconds: float = 0.0,
) -> Iterator[T]:
    """What a generator function yields, as it comes; else as `ask`.

    Args:
        turn: the turn it is done in; its own, and in no line, where none is told.
    """
    return _asked(work, given, aside, turn or Turn("", ASKER.get()), seconds)


def _asked(
    work: Callable[..., Any],
    given: tuple[Any, ...],
    aside: bool,
    turn: Turn,
    seconds: float = 0.0,
    sketched: bool = False,
) -> Iterator[Any]:
    if not _pool:
        return builder.answers_of(work, given)
    pool = _pool[0]
    line = SKETCHES if sketched or turn.newest == SKETCHES else BUILDS

    def answers() -> Iterator[Any]:
        tries = turn.newest == TRIES
        with pool.changed:
            pool.trying += tries
        try:
            yield from answered(_taken(pool, line, aside, turn))
        finally:
            with pool.changed:
                pool.trying -= tries

    def answered(one: Builder) -> Iterator[Any]:
        whole = False
        try:
            one.halt.clear()
            times = _times_let_through(given)
            one.pipe.send((work, given, times))
            within = times * (seconds or settings.BUILD_SECONDS), times * settings.BUILD_MB
            for kind, value in _heard(one, pool, within, turn):
                if kind == "error":
                    whole = True
                    raise value
                if kind == "done":
                    whole = True
                    return
                yield value
        except GeneratorExit:  # nobody reads on
            whole = _came_to_rest(one)
            raise
        finally:
            _back(pool, one, whole)

    return answers()


def _came_to_rest(one: Builder) -> bool:
    """Whether a builder gave its work up in time, so that it can be kept with what it knows."""
    one.halt.set()
    until = time.monotonic() + HALT_S
    try:
        while one.pipe.poll(max(until - time.monotonic(), 0.0)):
            if one.pipe.recv()[0] in ("done", "error"):
                return True
    except (EOFError, OSError):
        pass
    return False


def _taken(pool: Pool, line: str, aside: bool, turn: Turn) -> Builder:
    """A builder that is free, once it is ours: the one that knows the line of work, waited for a
    while where it is at the same project; else the one idle longest."""
    me = Waits(turn.asker.of, line, aside, turn)
    starves = False
    with pool.changed:
        pool.waiting.append(me)
        try:
            while True:
                if turn.unwanted:
                    raise Halted
                if me.ahead and not pool.leisure(me.of) and turn.stands_back():
                    raise Halted
                free = any(one.aside == aside for one in pool.idle)
                if not starves and not free and not aside and not me.ahead:
                    starves = True
                    pool.starved += 1
                one = pool.free_for(me)
                if one is not None:
                    pool.take(one, me)
                    return one
                pool.changed.wait(0.05)
        finally:
            pool.waiting.remove(me)
            pool.starved -= starves
            pool.changed.notify_all()


def _back(pool: Pool, one: Builder, whole: bool) -> None:
    """A builder is free again; replaced where its work was broken off or it has grown too large."""
    if pool.ended:
        return
    # at rest it has no helper
    if not whole or _held(one.process.pid or 0) > settings.BUILDER_GROWS_MB * 1e6:
        one.end()
        fresh = _started(pool, one.aside)
    else:
        fresh = one
    with pool.changed:
        pool.put_back(one, fresh)
        pool.changed.notify_all()


def _bytes(one: Builder) -> int:
    """What a builder holds, or its helper where that holds more: most of it they share."""
    pid = one.process.pid or 0
    return max(map(_held, (pid, *_begun_by(pid))))


def _held(pid: int) -> int:
    try:
        return int(psutil.Process(pid).memory_info().rss)
    except psutil.Error:
        return 0


def _begun_by(pid: int) -> list[int]:
    """Processes that one has begun. Where the system tells them by themselves, it is asked: to look
    through all there are took 7 ms, several times an edit."""
    try:
        return [int(one) for one in Path(f"/proc/{pid}/task/{pid}/children").read_text().split()]
    except OSError:
        pass
    try:
        return [one.pid for one in psutil.Process(pid).children()]
    except psutil.Error:
        return []


def _times_let_through(given: tuple[Any, ...]) -> float:
    """How many times the limits what is asked about may take: designs are let through by name."""
    titles = (one.title for one in given if isinstance(one, Document))
    return LET_THROUGH if any(title in settings.LET_THROUGH for title in titles) else 1.0


def _heard(
    one: Builder, pool: Pool, within: tuple[float, float], turn: Turn
) -> Iterator[tuple[str, Any]]:
    """Messages of a builder while it stays within its limits, seconds and MB, and somebody
    waits.
    """
    seconds, most_mb = within
    began = looked = time.monotonic()
    halted = 0.0
    while True:
        try:
            if one.pipe.poll(LOOK_S):
                kind, value = one.pipe.recv()
                if halted and kind in ("done", "error"):
                    yield "error", Halted()
                elif not halted:
                    yield kind, value
                continue
        except (EOFError, OSError):
            if pool.ended:
                raise Halted from None
            raise Limited(
                "building this broke off", remedy="fewer or simpler pieces; nothing typed is lost"
            ) from None
        now = time.monotonic()
        if halted and now - halted > HALT_S:
            raise Halted
        if not halted and turn.unwanted:
            halted = now
            one.halt.set()
        if now - began > seconds:
            raise Limited(
                f"this takes more than {seconds:g} s to build and prove",
                remedy=(
                    "fewer copies, larger facets or simpler outlines; the server lets it through by"
                    " name (FAIRHINGE_LET_THROUGH) or lets all take longer"
                    " (FAIRHINGE_BUILD_SECONDS)"
                ),
            )
        if now - looked > 0.2:
            looked = now
            if _bytes(one) > most_mb * 1e6:
                raise Limited(
                    f"this takes more than {most_mb:g} MB to build and prove",
                    remedy=(
                        "fewer copies or smaller sizes; the server lets it through by name"
                        " (FAIRHINGE_LET_THROUGH) or lets all take more (FAIRHINGE_BUILD_MB)"
                    ),
                )
