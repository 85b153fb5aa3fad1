"""The bench: processes, what gauges and prints taught them, and what would follow for fits."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from django.db import transaction

from core.errors import DocumentError
from core.process import Process, forecast, propose_gap
from core.process.forecast import chance_of
from core.process.learning import (
    FELT,
    FeltResult,
    Learnt,
    Observation,
    Reading,
    doubts,
    learn,
    updated_limit,
)
from core.project.document import read_document
from core.project.gauges import Gauge, make_gauge
from core.project.schema import Project as Document
from workshop import keeping, models

OVERHANG_SD_DEG, BRIDGE_SD_MM = 8.0, 5.0  # how sure the limits are beforehand; common practice
MOST_ENTRIES = 60


@dataclass(frozen=True)
class Taught:
    """A process as it is known now, with how sure its limits are, and what looks like a slip."""

    process: Process
    learnt: Learnt
    overhang_sd: float
    bridge_sd: float
    questions: list[str]


@dataclass(frozen=True)
class Follows:
    """What a fit's proposed gap, and its chance, are now and would become."""

    project: int
    title: str
    fit: str
    feel: str
    gap_mm: float
    gap_then_mm: float
    chance: float
    chance_then: float


def given(kept: models.Process) -> Process:
    """The process as it was said to be before anything was printed."""
    return Process.model_validate(kept.given)


def taught(
    kept: models.Process, more: list[dict[str, Any]] | None = None, gauge: str = ""
) -> Taught:
    """A process after all its results and prints, and a further result where one is given."""
    before = given(kept)
    seen: list[Observation] = []
    overhang = (before.overhang_limit_deg, OVERHANG_SD_DEG)
    bridge = (before.bridge_limit_mm, BRIDGE_SD_MM)
    results = [(r.gauge, r.entries) for r in kept.results.all()]
    if more is not None:
        results.append((gauge, more))
    for kind, entries in results:
        if kind in ("overhang", "bridges"):
            clean = [e["value"] for e in entries if e.get("clean")]
            failed = [e["value"] for e in entries if e.get("clean") is False]
            if clean:
                first = min((v for v in failed if v > max(clean)), default=None)
                if kind == "overhang":
                    overhang = updated_limit(*overhang, max(clean), first)
                else:
                    bridge = updated_limit(*bridge, max(clean), first)
        else:
            seen += observations(entries)
    for one in kept.print_set.all():
        seen += [
            FeltResult(float(o["gap_mm"]), o["felt"]) for o in one.outcomes if o.get("felt") in FELT
        ]
    learnt = learn(before, seen)
    now = before.model_copy(
        update={
            "errors": learnt.errors,
            "overhang_limit_deg": min(overhang[0], 89.0),
            "bridge_limit_mm": bridge[0],
        }
    )
    told = doubts(before, seen)
    told += [f"{_told(seen[index])} fits nothing else that is known" for index in learnt.doubtful]
    return Taught(now, learnt, overhang[1], bridge[1], told)


def observations(entries: list[dict[str, Any]]) -> list[Observation]:
    """Entries of a gauge as observations; those left empty teach nothing.

    Raises:
        DocumentError: an entry is none.
    """
    seen: list[Observation] = []
    for entry in entries[:MOST_ENTRIES]:
        value = float(entry["value"])
        if entry.get("felt"):
            if entry["felt"] not in FELT:
                raise DocumentError(f"'{entry['felt']}' is no way to feel", remedy=", ".join(FELT))
            seen.append(FeltResult(value, entry["felt"]))
        readings = tuple(float(v) for v in entry.get("readings") or ())
        if readings:
            if any(not 0 < v < 2000 for v in readings):
                raise DocumentError(
                    f"a reading of {value:g} mm is no size", remedy="millimetres above 0"
                )
            seen.append(Reading(entry["face"], value, readings))
    return seen


def _told(one: Observation) -> str:
    if isinstance(one, Reading):
        return (
            f"{one.designed_mm:g} mm read as {sum(one.measured_mm) / len(one.measured_mm):.2f} mm"
        )
    return f"{one.gap_mm:g} mm a side felt {one.felt}"


def gauge_for(kept: models.Process, kind: str) -> Gauge:
    """The gauge of a kind for the process as it is known now."""
    return make_gauge(kind, taught(kept).process)  # type: ignore[arg-type]


def same_process(document: Document, process: Process) -> bool:
    """Whether a project is meant for a process: the same printer, nozzle, layer and material."""
    own = document.process
    return all(
        getattr(own, name) == getattr(process, name)
        for name in ("printer", "nozzle_mm", "layer_mm", "material")
    )


def process_of(document: Document) -> models.Process | None:
    """The process on the bench that a project is meant for."""
    return next((p for p in models.Process.objects.all() if same_process(document, given(p))), None)


def follows(process: Process) -> list[Follows]:
    """Every fit of every project on a process whose gap follows from its feel."""
    found = []
    for project in models.Project.objects.select_related("current"):
        document = keeping.document_of(project)
        if not same_process(document, process):
            continue
        for fit in document.fits:
            if fit.gap:
                continue
            now, then = (propose_gap(fit.feel, p) for p in (document.process, process))
            found.append(
                Follows(
                    project.id, project.title, fit.label or fit.name, fit.feel, now, then,
                    # both told by what is known now: what the old gap would really come out as
                    chance_of(fit.feel, forecast(now, process), process),
                    chance_of(fit.feel, forecast(then, process), process),
                )
            )  # fmt: skip
    return found


@transaction.atomic
def take_into(projects: list[int], process: Process, words: str) -> int:
    """Gives projects a process as it is known now, each as a change of its own with its reason."""
    changed = 0
    for project in models.Project.objects.select_related("current").filter(id__in=projects):
        document = keeping.document_of(project)
        if not same_process(document, process):
            continue
        update = {
            "errors": process.errors,
            "overhang_limit_deg": process.overhang_limit_deg,
            "bridge_limit_mm": process.bridge_limit_mm,
            "own": process.own,
        }
        document = document.model_copy(
            update={"process": document.process.model_copy(update=update)}
        )
        keeping.save(project.id, project.version, document, words)
        changed += 1
    return changed


def set_process(project: models.Project, version: int, kept: models.Process) -> models.Project:
    """Makes a project meant for another process, as it is known now."""
    document = read_document(project.current.document)  # type: ignore[union-attr]
    document = document.model_copy(
        update={
            "process": taught(kept).process.model_copy(update={"slicing": document.process.slicing})
        }
    )
    return keeping.save(project.id, version, document, f"meant for {kept.name}")
