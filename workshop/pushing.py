"""The flex test in processes of its own, so that two measures are pushed side by side and editing
goes on meanwhile."""

from __future__ import annotations

import multiprocessing
import os
import signal
import threading
import time
from concurrent.futures import ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool

from django.db import connection

from core.project.cache import MEASURED, STATES, ContentCache, content_key
from core.project.document import read_document, write_document
from core.project.schema import Project as Document
from core.report.models import PushedView

_KEPT = ContentCache(200)
_lock = threading.Lock()
_ending = threading.Event()
_pool: list[ProcessPoolExecutor] = []
LOOK_S = 1.0
NICE = 5  # editing comes first
FEW = 120  # what a worker keeps: the project as it is, and what was tried last


def pushed(document: Document, path: str) -> PushedView | None:
    """How far a measure of a document can go, or None where it is no key measure."""
    text = write_document(document)

    def work() -> PushedView | None:
        try:
            return _workers().submit(_push, text, path).result()
        except BrokenProcessPool:  # a worker was ended from outside: once more with new ones
            if _ending.is_set():
                raise
            with _lock:
                _pool.clear()
            return _workers().submit(_push, text, path).result()

    return _KEPT.get(content_key(text, path), work)


def end() -> None:
    """Ends the workers at once, whatever they are at: the server is closing."""
    _ending.set()
    for child in multiprocessing.active_children():
        child.terminate()


def _workers() -> ProcessPoolExecutor:
    with _lock:
        if not _pool:
            made = ProcessPoolExecutor(
                max_workers=min(2, os.cpu_count() or 1),
                mp_context=multiprocessing.get_context("spawn"),
                initializer=_begin,
                initargs=(str(connection.settings_dict["NAME"]),),
            )
            _pool.append(made)
        return _pool[0]


def _begin(books: str) -> None:
    """A worker learns where meshes named by documents are kept."""
    import django

    signal.signal(signal.SIGINT, signal.SIG_IGN)  # a key pressed to end the server is for it
    threading.Thread(target=_end_with, args=(os.getppid(),), daemon=True).start()
    os.nice(NICE)
    os.environ["FAIRHINGE_BOOKS"] = books
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
    django.setup()
    MEASURED.store = None  # what is tried once is not worth writing down
    for kept in (STATES, MEASURED):
        kept.keep_only(FEW)


def _end_with(parent: int) -> None:
    """Ends this worker when the server that began it is gone, however it went."""
    while os.getppid() == parent:
        time.sleep(LOOK_S)
    os._exit(0)


def _push(text: str, path: str) -> PushedView | None:
    from core.report.flexing import push

    return push(read_document(text), path)
