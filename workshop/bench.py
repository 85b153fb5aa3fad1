"""The bench as it is kept: processes, their results and prints, and the projects meant for them."""

from __future__ import annotations

import zlib
from typing import Any

from django.db import transaction

from core.process import Process
from core.process.stand_in import StandIn
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
from workshop import keeping, models


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
    found = []
    for project in models.Project.objects.filter(thrown=None).select_related("current"):
        document = keeping.document_of(project)
        if same_process(document.process, process):
            found += [(project, one) for one in follows(document, process)]
    return found


@transaction.atomic
def take_into(projects: list[int], process: Process, words: str) -> int:
    """Gives projects a process as it is known now, each as a change of its own with its reason."""
    changed = 0
    for project in models.Project.objects.select_related("current").filter(id__in=projects):
        document = keeping.document_of(project)
        if same_process(document.process, process):
            keeping.save(project.id, project.version, with_learnt(document, process), words)
            changed += 1
    return changed


def set_process(project: models.Project, version: int, kept: models.Process) -> models.Project:
    """Makes a project meant for another process, as it is known now."""
    document = meant_for(keeping.document_of(project), known(kept).process)
    return keeping.save(project.id, version, document, f"meant for {kept.name}")
