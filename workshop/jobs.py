"""Work that outlives a restart: large meshes brought in; pictures and verdicts for the shelf.

One queue (huey), one kind of worker: a thread that takes from the queue and asks a builder, aside
(`workshop.builders`), so that all computing has the same limits, the same halts, and yields to
those who wait at a screen. The queue lies in SQLite beside the books; with ``FAIRHINGE_QUEUE`` it
is Redis', and `manage.py work` takes from it on as many machines as share the books
(docs/machines.md).
"""

from __future__ import annotations

import logging
import threading
from collections.abc import Iterator

from django.conf import settings
from django.db import close_old_connections, connection, transaction
from django.db.models import F, Q
from huey import Huey, PriorityRedisHuey, SqliteHuey
from huey.consumer import Consumer

from core.checks.measuring import measure_all
from core.errors import CoreError
from workshop import builders, keeping, makers, pictures
from workshop.builders import ASKER, Asker, Halted
from workshop.meshes import BroughtIn, bringing_in
from workshop.models import Job, Project
from workshop.reports import solution_of, summary_of

LONG_BYTES = 4_000_000  # larger mesh files are brought in by a job
QUIET_S = 1.5  # a project that is being edited is drawn when it has been left alone for so long
OVER = (Job.DONE, Job.FAILED, Job.CANCELLED)
# how far a job is when each thing begins, by its usual share of the time
BEGINS = {
    "reading": 0.02,
    "looking for faults": 0.15,
    "mending": 0.3,
    "making the solid": 0.4,
    "measuring walls and slots": 0.5,
    "testing layers": 0.75,
    "writing it down": 0.9,
}
FIRST, LAST = 10, 0  # whose turn it is


def _queue() -> Huey:
    if settings.QUEUE:
        return PriorityRedisHuey("fairhinge", url=settings.QUEUE)
    return SqliteHuey("fairhinge", filename=str(settings.VAR / "jobs.sqlite3"), fsync=False)


queue = _queue()
_lock = threading.Lock()
_running: list[Consumer] = []


class _InThreads(Consumer):  # type: ignore[misc]
    """Takes from the queue in threads of this process, whose signals stay its own."""

    def _set_signal_handlers(self) -> None:
        pass


# -- the queue ---------------------------------------------------------------------------------


def begin() -> None:
    """Takes from the queue from here on."""
    with _lock:
        if not _running:
            consumer = _InThreads(
                queue, workers=settings.BUILDERS_ASIDE, worker_type="thread", periodic=False
            )
            consumer.start()
            _running.append(consumer)


def end() -> None:
    """Takes no more; what is in hand is begun again another time."""
    with _lock:
        while _running:
            _running.pop().stop(graceful=False)


def resume() -> None:
    """Queues what was waiting or under way when the server stopped, and what has no picture of its
    newest version."""
    if not settings.QUEUE:
        queue.storage.flush_all()
    for job in Job.objects.filter(state__in=(Job.WAITING, Job.WORKING)):
        _say(job, state=Job.WAITING, progress=0.0, words="waiting its turn")
        _send(job)
    old = Project.objects.filter(
        Q(picture=None) | ~Q(picture__version=F("version")), thrown=None
    ).order_by("-opened")
    for project_id, version in old.values_list("id", "version"):
        _show(project_id, version, priority=LAST)


# -- meshes ------------------------------------------------------------------------------------


def queue_mesh(data: bytes, name: str, units: str, mend: bool) -> Job:
    """A mesh to be brought in and proved when its turn comes."""
    job = Job.objects.create(
        data=data, name=name[:200], units=units, mend=mend, owner=makers.here()
    )  # fmt: skip
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


def _send(job: Job) -> None:
    begin()
    _bring_in(job.id, priority=FIRST)


def _say(job: Job, **changes: object) -> None:
    for name, value in changes.items():
        setattr(job, name, value)
    job.save(update_fields=list(changes))


@queue.task()  # type: ignore[untyped-decorator]
def _bring_in(job_id: int) -> None:
    """Does one job, unless somebody else does."""
    close_old_connections()
    try:
        claimed = Job.objects.filter(id=job_id, state=Job.WAITING)
        if claimed.update(state=Job.WORKING, words="beginning"):
            _run(Job.objects.get(id=job_id))
    finally:
        connection.close()


def _run(job: Job) -> None:
    """Has a builder do it, telling how far it is; given up where the job is cancelled."""

    def under_way() -> bool:
        return Job.objects.filter(id=job.id, state=Job.WORKING).exists()

    token = ASKER.set(Asker(f"job {job.id}", lambda: not under_way()))
    given = (bytes(job.data), job.name, job.units, job.mend)
    try:
        steps = builders.ask_bit_by_bit(
            _brought_in, *given, aside=True, seconds=settings.JOB_SECONDS
        )
        for step in steps:
            if isinstance(step, BroughtIn):
                _keep(job, step)
                if job.project is not None:
                    changed(job.project.id, job.project.version)
            elif not Job.objects.filter(id=job.id, state=Job.WORKING).update(
                progress=BEGINS[step], words=step
            ):
                return
    except Halted:
        pass
    except CoreError as error:
        remedy = f"; {error.remedy}" if error.remedy else ""
        _over(job, Job.FAILED, f"{error.message}{remedy}")
    except Exception:
        logging.getLogger(__name__).exception("job %s broke off", job.id)
        _over(job, Job.FAILED, "the work broke off; the file may be too much for this machine")
    finally:
        ASKER.reset(token)


def _brought_in(data: bytes, name: str, units: str, mend: bool) -> Iterator[str | BroughtIn]:
    """What a builder does: a mesh read, made a solid and proved, so that it opens proved."""
    found: BroughtIn | None = None
    for step in bringing_in(data, name, units, mend):
        if isinstance(step, BroughtIn):
            found = step
        else:
            yield step
    assert found is not None
    if found.document is not None:
        yield "making the solid"
        parts, _ = measure_all(solution_of(found.document))
        yield "measuring walls and slots"
        for part in parts.values():
            part.through()
        yield "testing layers"
        for part in parts.values():
            part.layered()
        yield "writing it down"
        summary_of(found.document)
    yield found


@transaction.atomic
def _keep(job: Job, found: BroughtIn) -> None:
    if not Job.objects.filter(id=job.id, state=Job.WORKING).exists():
        return
    job.faults = found.left if job.mend else found.faults
    if found.document is None:
        _over(job, Job.DONE, "it cannot be made a solid" if job.mend else "not sound")
    else:
        job.project = keeping.create(found.document, "brought in")
        Project.objects.filter(id=job.project.id).update(owner=job.owner)
        _over(job, Job.DONE, "proved")


def _over(job: Job, state: str, words: str) -> None:
    keep = state == Job.DONE and job.project is None and not job.mend
    Job.objects.filter(id=job.id, state=Job.WORKING).update(
        state=state, words=words[:400], progress=1.0, faults=job.faults, project=job.project,
        data=job.data if keep else b"",
    )  # fmt: skip


# -- the shelf ---------------------------------------------------------------------------------


def changed(project_id: int, version: int) -> None:
    """A project was kept: the shelf shows it anew once it has been left alone for a moment."""
    if _running:
        _show.schedule((project_id, version), delay=QUIET_S, priority=LAST)


def drawn_aside() -> bool:
    """Whether somebody takes from the queue: else a picture is drawn when it is asked for."""
    return bool(_running)


@queue.task()  # type: ignore[untyped-decorator]
def _show(project_id: int, version: int) -> None:
    """Draws a project and proves it for the shelf, unless it has moved on.

    Not while somebody waits for a builder; by the one that has it at hand, where there is one, and
    its verdict only where no page has brought it about already.
    """
    close_old_connections()
    try:
        project = Project.objects.select_related("current").filter(id=project_id).first()
        if project is None or project.version != version:
            return
        if builders.waited_for():
            changed(project_id, version)
            return
        with builders.asking_of(project_id):
            pictures.draw(project, aside=not builders.known(str(project_id)))
            if "worst" in project.summary:
                return
            document = keeping.document_of(project)
            aside = not builders.known(str(project_id))
            summary = builders.ask(summary_of, document, aside=aside)
        keeping.tell(project_id, version, summary)
    except (CoreError, Halted) as error:  # what meets a limit has no picture, and says so
        if isinstance(error, CoreError):
            keeping.tell_unbuilt(project_id, version, error)
    except Exception:  # a picture is never worth the server
        logging.getLogger(__name__).exception("project %s could not be drawn", project_id)
    finally:
        connection.close()
