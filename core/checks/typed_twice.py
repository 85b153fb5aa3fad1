"""A number typed twice: offer to make it one measure."""

from __future__ import annotations

import re
from collections import defaultdict
from collections.abc import Iterable

from core.checks.check import Limit, ProjectCheck, register
from core.checks.finding import Finding, Remedy
from core.measures.display import length_text
from core.project.edits import Edit
from core.project.results import Solution, StepResult

PLAIN = re.compile(r"^\s*\d+(\.\d*)?\s*(mm|cm|in|\")?\s*$")
SMALL_MM = 1.0  # chamfers and headrooms of a millimetre recur by habit, not by relation


@register
class TypedTwice(ProjectCheck):
    name = "typed twice"
    worst = "note"
    waits_for = "steps"
    asks = "Is one number typed in several places?"
    measures = "Lengths typed as plain numbers by the maker, over 1 mm; defaults do not count."
    limits = (Limit("a note, one a number"),)
    cures = "make it one measure that the others follow"

    def look(self, solution: Solution) -> Iterable[Finding]:
        return _twice(solution)


def _twice(solution: Solution) -> list[Finding]:
    places: dict[float, list[str]] = defaultdict(list)
    typed = [
        entry
        for part in solution.parts.values()
        for step in part.steps
        if step.step.enabled
        for name, entry in step.typed.items()
        if not name.startswith("place.") and name.rpartition(".")[2] in step_fields(step)
    ]
    typed += [
        entry
        for fit in solution.fits.values()
        for name, entry in fit.typed.items()
        if name == "gap" or name in fit.fit.fields
    ]
    typed += list(solution.measures.values())
    for entry in typed:
        size = entry.value if entry.kind == "length" else None
        if size and size > SMALL_MM and PLAIN.match(entry.text):
            places[round(size, 6)].append(entry.path)
    found = []
    taken = {measure.name for measure in solution.project.measures}
    for value, paths in places.items():
        if len(paths) < 2:
            continue
        text = length_text(value, solution.project.units)
        owner = next((path for path in paths if path.startswith("measures.")), None)
        if owner:
            name = owner.removeprefix("measures.")
            edits = [Edit(path, name) for path in paths if path != owner]
            label = f"let the others follow '{name}'"
        else:
            name = _new_name(paths, taken)
            taken.add(name)
            edits = [Edit(f"measures.{name}", text), *(Edit(path, name) for path in paths)]
            label = f"make it one measure, '{name}'"
        places_told = ", ".join(_told(path) for path in paths[:4])
        found.append(
            Finding(
                "typed twice",
                "note",
                f"{text} is typed in {len(paths)} places: {places_told}",
                value,
                remedy=Remedy(label, tuple(edits)),
            )
        )
    return found


def step_fields(step: StepResult) -> set[str]:
    """Names of the fields a step's document really holds; defaults nobody typed do not count."""
    outline = step.step.outline.fields if step.step.outline else {}
    return {*step.step.fields, *outline}


def _told(path: str) -> str:
    parts = path.split(".")
    if parts[0] == "measures":
        return f"measure {parts[1]}"
    if parts[0] == "fits":
        return f"{parts[1]} {parts[-1].replace('_', '-')}"
    return f"{parts[1]} {parts[3]} {parts[-1]}" if len(parts) > 4 else path


def _new_name(paths: list[str], taken: set[str]) -> str:
    stem = paths[0].split(".")[-1]
    name, number = stem, 2
    while name in taken:
        name, number = f"{stem}_{number}", number + 1
    return name
