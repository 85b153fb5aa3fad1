"""Long work: queued, done one after the other in processes of their own, cancelled, taken up again.

The queue is huey's, kept in SQLite; one thread of the server takes from it and minds the process
that does the work, so that editing goes on meanwhile. What was under way when the server stopped
is begun again when it starts.
"""

from __future__ import annotations

import os
import subprocess
import sys
import threading
import time

from django.conf import settings
from django.db import close_old_connections, connection
from huey import SqliteHuey
from huey.consumer import Consumer

from workshop.models import Job

LONG_BYTES = 4_000_000  # larger mesh files are brought in by a job
LOOK_S = 0.2
OVER = (Job.DONE, Job.FAILED, Job.CANCELLED)

queue = SqliteHuey("fairhinge", filename=str(settings.VAR / "jobs.sqlite3"))
_lock = threading.Lock()
_running: list[Consumer] = []


class _InThread(Consumer):  # type: ignore[misc]
    """Takes from the queue in a thread of the server, whose signals stay its own."""

    def _set_signal_handlers(self) -> None:
        pass


def queue_mesh(data: bytes, name: str, units: str, mend: bool) -> Job:
    """A mesh to be brought in and proved when its turn comes."""
    job = Job.objects.create(data=data, name=name[:200], units=units, mend=mend)
    _send(job)
    return job


def mend_and_open(job: Job) -> Job:
    """A mesh that was found unsound, queued again to be mended."""
    _say(job, state=Job.WAITING, progress=0.0, words="waiting its turn", mend=True)
    _send(job)
    return job


def cancel(job: Job) -> Job:
    """Stops the work; what it was given is forgotten."""
    _say(job, state=Job.CANCELLED, words="cancelled", data=b"")
    return job


def resume() -> None:
    """Begins again what was waiting or under way when the server stopped."""
    queue.storage.flush_queue()
    for job in Job.objects.filter(state__in=(Job.WAITING, Job.WORKING)):
        _say(job, state=Job.WAITING, progress=0.0, words="waiting its turn")
        _send(job)


def _send(job: Job) -> None:
    with _lock:
        if not _running:
            consumer = _InThread(queue, workers=1, worker_type="thread", periodic=False)
            consumer.start()
            _running.append(consumer)
    _mind(job.id, str(connection.settings_dict["NAME"]))


def _say(job: Job, **changes: object) -> None:
    for name, value in changes.items():
        setattr(job, name, value)
    job.save(update_fields=list(changes))


@queue.task()  # type: ignore[untyped-decorator]
def _mind(job_id: int, books: str) -> None:
    """Runs one job in a process of its own and ends that process when the job is cancelled."""
    close_old_connections()
    try:
        if Job.objects.filter(id=job_id, state=Job.WAITING).update(
            state=Job.WORKING, words="beginning"
        ):
            _run(job_id, books)
    finally:
        connection.close()


def _run(job_id: int, books: str) -> None:
    command = [sys.executable, str(settings.ROOT / "manage.py"), "work", str(job_id)]
    environment = {**os.environ, "FAIRHINGE_BOOKS": books}
    process = subprocess.Popen(
        command, env=environment, stdin=subprocess.DEVNULL, stdout=subprocess.DEVNULL
    )
    while process.poll() is None:
        time.sleep(LOOK_S)
        if not Job.objects.filter(id=job_id, state=Job.WORKING).exists():
            # cancelled, thrown away, or done and about to end
            try:
                process.wait(2.0)
            except subprocess.TimeoutExpired:
                process.kill()
                process.wait()
    Job.objects.filter(id=job_id, state=Job.WORKING).update(
        state=Job.FAILED, words="the work broke off; the file may be too much for this machine"
    )
