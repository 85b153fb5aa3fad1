"""Does one job: brings a mesh in, proves it, keeps it as a project."""

from __future__ import annotations

import os
import threading
import time
from typing import Any

from django.core.management.base import BaseCommand, CommandParser
from django.db import transaction

from core.checks.measuring import measure_all
from core.errors import CoreError
from workshop import keeping
from workshop.answers import report_of, solution_of
from workshop.meshes import bring_in
from workshop.models import Job

# how far the work is when each thing begins, by its usual share of the time
BEGINS = {
    "reading": 0.02,
    "looking for faults": 0.15,
    "mending": 0.3,
    "making the solid": 0.4,
    "measuring walls": 0.5,
    "measuring slots, layers and the bed": 0.65,
    "writing it down": 0.9,
}


class Command(BaseCommand):
    """Do one job."""

    help = "Do one job of the queue; the server starts this."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("job", type=int)

    def handle(self, *args: Any, **options: Any) -> None:
        threading.Thread(target=_end_with_the_server, args=(os.getppid(),), daemon=True).start()
        job = Job.objects.get(id=options["job"])
        try:
            self._work(job)
        except CoreError as error:
            words = f"{error.message}{f'; {error.remedy}' if error.remedy else ''}"
            self._end(job, Job.FAILED, words)
        except MemoryError:
            self._end(job, Job.FAILED, "this mesh wants more memory than there is")

    def _work(self, job: Job) -> None:
        def tell(words: str) -> None:
            Job.objects.filter(id=job.id, state=Job.WORKING).update(
                progress=BEGINS[words], words=words
            )

        found = bring_in(bytes(job.data), job.name, job.units, job.mend, tell)
        job.faults = found.left if job.mend else found.faults
        if found.document is None:
            self._end(job, Job.DONE, "it cannot be made a solid" if job.mend else "not sound")
            return
        tell("making the solid")
        solution = solution_of(found.document)
        tell("measuring walls")
        parts, _ = measure_all(solution)
        for part in parts.values():
            part.through()
        tell("measuring slots, layers and the bed")
        for part in parts.values():
            part.layered()
        tell("writing it down")
        report_of(found.document)
        with transaction.atomic():
            if not Job.objects.filter(id=job.id, state=Job.WORKING).exists():
                return
            job.project = keeping.create(found.document, "brought in")
            self._end(job, Job.DONE, "proved")

    def _end(self, job: Job, state: str, words: str) -> None:
        keep = state == Job.DONE and job.project is None and not job.mend
        Job.objects.filter(id=job.id, state=Job.WORKING).update(
            state=state, words=words[:400], progress=1.0, faults=job.faults, project=job.project,
            data=job.data if keep else b"",
        )  # fmt: skip


def _end_with_the_server(parent: int) -> None:
    """A server that has gone leaves nobody to work for; it begins again what was under way."""
    while os.getppid() == parent:
        time.sleep(0.5)
    os._exit(1)
