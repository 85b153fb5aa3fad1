"""What runs in a builder: it does what it is asked, one thing after the other, until nobody asks."""

from __future__ import annotations

import inspect
import os
import pickle
import signal
import threading
from collections.abc import Callable, Iterator
from multiprocessing import parent_process
from multiprocessing.connection import Connection
from typing import Any

from core.halting import Halt, halt_when

YIELDS = 10  # how nice a builder is for which nobody waits
READY = "FAIRHINGE_BUILDER"  # set for the process that builders are forked from


def answers_of(work: Callable[..., Any], given: tuple[Any, ...]) -> Iterator[Any]:
    """What a function answers, or a generator function yields."""
    if inspect.isgeneratorfunction(work):
        yield from work(*given)
    else:
        yield work(*given)


def work_for(pipe: Connection, halt: Any, aside: bool) -> None:
    """Answers what comes through a pipe: ("part", value) …, then ("done", None) or ("error", it)."""
    if aside:
        os.nice(YIELDS)
    signal.signal(signal.SIGINT, signal.SIG_IGN)  # a key pressed to end the server is for it
    threading.Thread(target=_end_with_the_server, daemon=True).start()
    halt_when(halt.is_set)
    while True:
        try:
            work, given = pipe.recv()
        except EOFError:
            return
        try:
            for value in answers_of(work, given):
                pipe.send(("part", value))
            pipe.send(("done", None))
        except Halt:
            pipe.send(("error", RuntimeError("halted")))
        except MemoryError:
            os._exit(1)
        except Exception as error:
            pipe.send(("error", _sendable(error)))


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
    import workshop.answers  # noqa: F401


if os.environ.pop(READY, ""):
    _made_ready()
