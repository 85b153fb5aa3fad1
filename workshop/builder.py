"""What runs in a builder: it does what it is asked, one thing after the other, until nobody
asks.
"""

from __future__ import annotations

import atexit
import ctypes
import gc
import inspect
import math
import os
import pickle
import signal
import threading
from collections.abc import Callable, Iterator
from contextlib import suppress
from multiprocessing import parent_process
from multiprocessing.connection import Connection
from typing import Any

import psutil

from core.halting import Halt, halt_when
from core.limits import let_through
from core.project.cache import keep_at_most, new_round
from core.project.helper import help_when

YIELDS = 10  # how nice a builder is for which nobody waits
# one for which somebody waits lets the server answer first, which takes a moment: saves at the 95th
# took 32 to 45 ms beside two of them at work, and take 28 to 33
BUILDS = 3
# Memory that was let go is given back when a builder has nothing to do, or has grown by so much:
# given back with every edit, it costs a twentieth of the next, whose pages are all made anew.
QUIET_S, GROWS_MB = 1.0, 48.0
# nor are objects that refer to each other looked for in the middle of an edit, but for many
COLLECTS = (10_000, 20, 1000)
_smallest = [math.inf]  # megabytes it held when memory was last given back
READY = "FAIRHINGE_BUILDER"  # set for the process that builders are forked from


def answers_of(work: Callable[..., Any], given: tuple[Any, ...]) -> Iterator[Any]:
    """What a function answers, or a generator function yields."""
    if inspect.isgeneratorfunction(work):
        yield from work(*given)
    else:
        yield work(*given)


def work_for(pipe: Connection, halt: Any, aside: bool, keeps: int, busy: Any) -> None:
    """Answers what comes through a pipe: ("part", value) …, then ("done", None) or ("error", it).

    Args:
        aside: it yields the machine to others.
        keeps: bytes of solids and measurements it keeps between two requests.
        busy: at how many builders somebody waits, told by the server.
    """
    keep_at_most(keeps)
    _smallest[0] = _held_mb()
    os.nice(YIELDS if aside else BUILDS)
    signal.signal(signal.SIGINT, signal.SIG_IGN)  # a key pressed to end the server is for it
    threading.Thread(target=_end_with_the_server, daemon=True).start()
    halt_when(halt.is_set)
    cores = os.cpu_count() or 1
    help_when(lambda: busy.value < cores)
    while True:
        try:
            if _grown_mb() > GROWS_MB or not pipe.poll(QUIET_S):
                _give_back()
            work, given, times = pipe.recv()
        except (EOFError, OSError):
            return
        new_round()
        try:
            with let_through(times):
                for value in answers_of(work, given):
                    pipe.send(("part", value))
            pipe.send(("done", None))
        except Halt:
            pipe.send(("error", RuntimeError("halted")))
        except MemoryError:
            os._exit(1)
        except Exception as error:
            pipe.send(("error", _sendable(error)))


def _give_back() -> None:
    """Memory that was let go is given back to the machine, where the C library can."""
    gc.collect()
    with suppress(OSError, AttributeError):
        ctypes.CDLL(None).malloc_trim(0)
    _smallest[0] = _held_mb()


def _held_mb() -> float:
    return float(psutil.Process().memory_info().rss) / 1e6


def _grown_mb() -> float:
    return _held_mb() - _smallest[0]


def _sendable(error: Exception) -> Exception:
    try:
        pickle.loads(pickle.dumps(error))
    except Exception:
        return RuntimeError(f"{type(error).__name__}: {error}")
    return error


def _end_with_the_server() -> None:
    parent = parent_process()
    if parent is not None:
        parent.join()
        os._exit(0)


def _made_ready() -> None:
    """In the process builders are forked from: everything they need is loaded once."""
    import django

    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
    django.setup()
    # what is loaded when it is first wanted is there for all builders
    import igl  # noqa: F401
    import scipy.interpolate
    import scipy.ndimage
    import scipy.optimize
    import scipy.sparse.csgraph
    import scipy.spatial.transform
    import scipy.special  # noqa: F401
    import trimesh  # noqa: F401

    import workshop.reports  # noqa: F401
    from core.measures.grammar import parse
    from core.project.starters import starters

    starters()  # what is read once is read before they part
    parse("1 mm")
    # Nothing may be solved here: the kernel's threads begin with the first boolean, and a process
    # that is forked from one in which they have begun has none, and works on one core for ever.
    gc.set_threshold(*COLLECTS)
    gc.collect()
    gc.freeze()  # what is shared stays shared
    atexit.register(gc.unfreeze)


if os.environ.pop(READY, ""):
    _made_ready()
