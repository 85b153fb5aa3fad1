"""The bench as it is kept: processes, their results and prints, and the projects meant for them."""

from __future__ import annotations

import zlib
from typing import Any

from core.errors import CoreError
from core.printing.stand_in import StandIn
from core.process import Process
from core.project.gauges import Gauge, GaugeKind, make_gauge
from core.project.schema import Project as Document
from core.project.teaching import (
    Follows,
    Taught,
    follows,
    meant_for,
    same_process,
    taught,
    with_learnt,
)
from workshop import builders, keeping, makers, models

TRIES = 5  # to change a project that others are changing


def given(kept: models.Process) -> Process:
    """The process as it was said to be before anything was printed."""
    return Process.model_validate(kept.given)


def known(
    kept: models.Process, more: list[dict[str, Any]] | None = None, gauge: str = ""
) -> Taught:
    """A process after all its results and prints, and a further result where one is given."""
    results = [(result.gauge, result.entries) for result in kept.results.all()]
    if more is not None:
        results.append((gauge, more))
    prints = list(kept.print_set.all())
    return taught(given(kept), results, [(one.outcomes, one.readings) for one in prints])


def gauge_for(kept: models.Process, kind: GaugeKind) -> Gauge:
    """The gauge of a kind for the process as it is known now."""
    return make_gauge(kind, known(kept).process)


def process_of(document: Document) -> models.Process | None:
    """The process on the bench that a project is meant for."""
    own = document.process
    return next((p for p in models.Process.objects.all() if same_process(own, given(p))), None)


def stand_in(process: Process, luck: int, seed: int = 0) -> StandIn:
    """The stand-in for a printer: its hidden truth is its own, every print has its own luck."""
    kept = next((p for p in models.Process.objects.all() if same_process(process, given(p))), None)
    name = kept.name if kept else f"{process.printer}, {process.material}"
    seed = seed or zlib.crc32(name.encode()) % 100_000
    printer = StandIn(process, seed)
    printer.reseed(seed * 1000 + luck)
    return printer


def what_follows(process: Process) -> list[tuple[models.Project, Follows]]:
    """Every fit of every project on a process whose gap goes by its feel."""
    theirs = []
    seen = makers.projects(models.Project.objects.filter(thrown=None))
    for project in seen.select_related("current"):
        try:
            document = keeping.document_of(project)
        except CoreError:
            continue  # what cannot be opened follows nothing; `./fairhinge doctor` tells of it
        if same_process(document.process, process):
            theirs.append((project, document))
    found = builders.ask(_all_that_follows, [document for _, document in theirs], process)
    return [
        (project, one) for (project, _), those in zip(theirs, found, strict=True) for one in those
    ]


def _all_that_follows(documents: list[Document], process: Process) -> list[list[Follows]]:
    return [follows(document, process) for document in documents]


def take_into(projects: list[int], process: Process, words: str) -> list[models.Project]:
    """Gives projects a process as it is known now, each as a change of its own with its reason.

    One after the other, so that nobody else waits for more than one; a project that is changed
    meanwhile is looked at again.
    """
    changed = []
    for project_id in projects:
        for _ in range(TRIES):
            own = makers.projects(models.Project.objects.all(), edit=True)
            project = own.select_related("current").filter(id=project_id).first()
            if project is None:
                break
            document = keeping.document_of(project)
            if not same_process(document.process, process):
                break
            try:
                follows_it = with_learnt(document, process)
                changed.append(keeping.save(project.id, project.version, follows_it, words))
            except keeping.Stale:
                continue
            break
    return changed


def set_process(project: models.Project, version: int, kept: models.Process) -> models.Project:
    """Makes a project meant for another process, as it is known now."""
    document = meant_for(keeping.document_of(project), known(kept).process)
    return keeping.save(project.id, version, document, f"meant for {kept.name}")
