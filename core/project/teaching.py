"""From the results of gauges and prints to a process as it is known now, and what follows
for fits.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from core.errors import DocumentError
from core.process import Feel, Process, forecast, propose_gap
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
from core.project.proposing import proposed_gap
from core.project.schema import Project
from core.project.solve import solve

# How sure the limits are beforehand. common practice, no source
OVERHANG_SD_DEG, BRIDGE_SD_MM = 8.0, 5.0
MOST_ENTRIES = 60
STEEPEST_DEG = 89.0
SAME_MM = 0.004  # gaps are proposed to 0.01
# what a fit should feel like, as a hand tells it
WANTED: dict[Feel, tuple[str, ...]] = {
    "press": ("tight",),
    "snug": ("snug",),
    "slide": ("sliding",),
    "free": ("loose",),
    "print-in-place": ("sliding", "loose"),
}

Entries = Sequence[Mapping[str, Any]]


@dataclass(frozen=True)
class Taught:
    """A process as it is known now, how sure its limits are, and what looks like a slip."""

    process: Process
    learnt: Learnt
    overhang_sd: float
    bridge_sd: float
    questions: tuple[str, ...]


@dataclass(frozen=True)
class Follows:
    """What a fit's proposed gap is and would become, mm per side, and the chance of its feel.

    Both chances are told by what is known now.
    """

    fit: str
    feel: str
    gap_mm: float
    gap_then_mm: float
    chance: float
    chance_then: float
    changes: bool


def taught(
    before: Process,
    results: Sequence[tuple[str, Entries]],
    prints: Sequence[tuple[Entries, Entries]] = (),
) -> Taught:
    """A process after results, as (kind of gauge, entries), and after prints, each as how its fits
    turned out and what the caliper read on it. Each result is a print of its own.

    Raises:
        DocumentError: an entry is none.
    """
    seen: list[Observation] = []
    overhang = (before.overhang_limit_deg, OVERHANG_SD_DEG)
    bridge = (before.bridge_limit_mm, BRIDGE_SD_MM)
    for number, (kind, entries) in enumerate(results, start=1):
        if kind == "overhang":
            overhang = _limit(overhang, entries)
        elif kind == "bridges":
            bridge = _limit(bridge, entries)
        else:
            seen += observations(entries, f"result {number}")
    for number, (outcomes, read) in enumerate(prints, start=1):
        name = f"print {number}"
        seen += [
            FeltResult(float(o["gap_mm"]), o["felt"], name)
            for o in outcomes
            if o.get("felt") in FELT
        ]
        seen += observations(read, name)
    learnt = learn(before, seen)
    now = before.model_copy(
        update={
            "errors": learnt.errors,
            "overhang_limit_deg": min(overhang[0], STEEPEST_DEG),
            "bridge_limit_mm": bridge[0],
        }
    )
    slips = [f"{_told(seen[index])} fits nothing else that is known" for index in learnt.doubtful]
    return Taught(now, learnt, overhang[1], bridge[1], (*doubts(before, seen), *slips))


def _limit(known: tuple[float, float], entries: Entries) -> tuple[float, float]:
    """A limit, mean and deviation, after a fan or ladder of which some steps came out clean."""
    clean = [float(e["value"]) for e in entries if e.get("clean")]
    if not clean:
        return known
    failed = (float(e["value"]) for e in entries if e.get("clean") is False)
    first = min((value for value in failed if value > max(clean)), default=None)
    return updated_limit(*known, max(clean), first)


def observations(entries: Entries, print_: str = "") -> list[Observation]:
    """Entries of one print as observations; those left empty teach nothing.

    Raises:
        DocumentError: an entry is none.
    """
    seen: list[Observation] = []
    for entry in entries[:MOST_ENTRIES]:
        value = float(entry["value"])
        if entry.get("felt"):
            check_felt(entry["felt"])
            seen.append(FeltResult(value, entry["felt"], print_))
        readings = tuple(float(v) for v in entry.get("readings") or ())
        if readings:
            if any(not 0 < v < 2000 for v in readings) or entry.get("face") is None:
                raise DocumentError(
                    f"a reading of {value:g} mm is no size", remedy="millimetres above 0"
                )
            seen.append(Reading(entry["face"], value, readings, print_))
    return seen


def check_felt(felt: str) -> None:
    """Raises a DocumentError for a word that is no way to feel."""
    if felt not in FELT:
        raise DocumentError(f"'{felt}' is no way to feel", remedy=", ".join(FELT))


def _told(one: Observation) -> str:
    if isinstance(one, Reading):
        mean = sum(one.measured_mm) / len(one.measured_mm)
        return f"{one.designed_mm:g} mm read as {mean:.2f} mm"
    return f"{one.gap_mm:g} mm a side felt {one.felt}"


def same_process(one: Process, other: Process) -> bool:
    """Whether two are the same printer, nozzle, layer and material, whatever is known of them.

    >>> same_process(Process(), Process(nozzle_mm=0.6))
    False
    """
    names = ("printer", "nozzle_mm", "layer_mm", "material")
    return all(getattr(one, name) == getattr(other, name) for name in names)


def follows(document: Project, process: Process) -> list[Follows]:
    """Every fit of a project whose gap goes by its feel, as the process is known now.

    >>> from core.project.starters import begun
    >>> project = begun("lidded_box")
    >>> [one.fit for one in follows(project, project.process)]
    ['Lid on box']
    """
    found = []
    worked = _worked(document)
    for fit in document.fits:
        if fit.gap:
            continue
        words = worked.get(fit.name)
        now, then = (proposed_gap(fit, known, words) for known in (document.process, process))
        stays, moved = (chance_of(fit.feel, forecast(g, process), process) for g in (now, then))
        label = fit.label or fit.name
        found.append(Follows(label, fit.feel, now, then, stays, moved, abs(now - then) > SAME_MM))
    return found


def _worked(document: Project) -> dict[str, Mapping[str, str]]:
    """Texts of fits in which measures are put in; solved only where there are such."""
    if not any("(" in text for fit in document.fits for text in fit.fields.values()):
        return {}
    return {name: fit.words for name, fit in solve(document).fits.items()}


def with_learnt(document: Project, process: Process) -> Project:
    """A project that follows what was learnt of its process; its other settings stay."""
    update = {
        "errors": process.errors,
        "overhang_limit_deg": process.overhang_limit_deg,
        "bridge_limit_mm": process.bridge_limit_mm,
        "own": process.own,
    }
    return document.model_copy(update={"process": document.process.model_copy(update=update)})


def meant_for(document: Project, process: Process) -> Project:
    """A project meant for another process; how its parts are sliced stays its own.

    >>> from core.project.starters import begun
    >>> meant_for(begun("lidded_box"), Process(nozzle_mm=0.6)).process.nozzle_mm
    0.6
    """
    kept = process.model_copy(update={"slicing": document.process.slicing})
    return document.model_copy(update={"process": kept})


def next_time(outcome: Mapping[str, Any], process: Process) -> str | None:
    """What the next print should change for a fit that did not feel as wanted, in words."""
    feel, felt, gap = outcome.get("feel", ""), outcome.get("felt", ""), float(outcome["gap_mm"])
    if feel not in WANTED or felt not in FELT or felt in WANTED[feel]:
        return None
    name = outcome.get("label") or outcome["fit"]
    then = propose_gap(feel, process)
    wider = FELT.index(felt) < FELT.index(WANTED[feel][0])  # type: ignore[arg-type]
    if (then > gap) != wider:
        return (
            f"{name} was {felt} at {gap:.2f}, yet all else that is known says {then:.2f} per side: "
            "one of the two is a slip, or this print was unlike the others"
        )
    return f"{name} was {felt}: {gap:.2f} → {then:.2f} per side"
