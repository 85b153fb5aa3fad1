"""Pictures for the shelf, drawn aside: nobody waits for one. The newest drawn is shown until then.

One thread draws what has changed once it has been quiet for a moment. Where none runs (in tests, at
the command line) a picture is drawn when it is asked for.
"""

from __future__ import annotations

import logging
import threading
import time

from django.db import connection
from django.db.models import F, Q

from workshop import builders, keeping
from workshop.answers import drawn_picture, summary_of
from workshop.models import Picture, Project

QUIET_S = 1.5
_wake = threading.Event()
_ending = threading.Event()
_waiting: dict[int, float] = {}
_lock = threading.Lock()
_threads: list[threading.Thread] = []


def begin() -> None:
    """Starts drawing: first what has no picture of its newest version."""
    old = Project.objects.filter(
        Q(picture=None) | ~Q(picture__version=F("version")), thrown=None
    ).order_by("opened")
    with _lock:
        _waiting.update(dict.fromkeys(old.values_list("id", flat=True), 0.0))
    thread = threading.Thread(target=_work, name="pictures", daemon=True)
    _threads.append(thread)
    thread.start()
    _wake.set()


def end() -> None:
    """Stops after the picture in hand."""
    _ending.set()
    _wake.set()
    for thread in _threads:
        thread.join(timeout=5)


def changed(project_id: int) -> None:
    """A project was kept: it is drawn once it has been quiet for a moment."""
    if not _threads:
        return
    with _lock:
        _waiting[project_id] = time.monotonic() + QUIET_S
    _wake.set()


def newest(project: Project) -> Picture | None:
    """The newest picture there is; drawn now where none is and nobody draws aside."""
    found = Picture.objects.filter(project=project).first()
    if _threads or (found and found.version == project.version):
        return found
    return draw(project)


def draw(project: Project) -> Picture | None:
    """Draws a project as it stands and keeps the picture; None where it has no solid."""
    data = builders.ask(drawn_picture, keeping.document_of(project), aside=True)
    if data is None:
        Picture.objects.filter(project=project).delete()
        return None
    return Picture.objects.update_or_create(
        project=project, defaults={"version": project.version, "data": data}
    )[0]


def _prove(project: Project) -> None:
    """Tells the shelf what a project came to, where no screen has asked yet."""
    summary = builders.ask(summary_of, keeping.document_of(project), aside=True)
    keeping.tell(project.id, project.version, summary)


def _next() -> tuple[int | None, float]:
    """The project that has waited longest, or how long until one is due."""
    with _lock:
        if not _waiting:
            return None, 3600.0
        project_id, due = min(_waiting.items(), key=lambda one: one[1])
        left = due - time.monotonic()
        if left > 0:
            return None, left
        del _waiting[project_id]
        return project_id, 0.0


def _work() -> None:
    while not _ending.is_set():
        project_id, left = _next()
        if project_id is None:
            _wake.wait(left)
            _wake.clear()
            continue
        try:
            project = Project.objects.select_related("current").filter(id=project_id).first()
            if project:
                with builders.asking_of(project.id):
                    draw(project)
                    _prove(project)
        except Exception:  # a picture is never worth the server
            logging.getLogger(__name__).exception("project %s could not be drawn", project_id)
        finally:
            connection.close()
