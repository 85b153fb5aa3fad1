"""Equal by accident: a number typed twice, two parts that share a size without a fit."""

from __future__ import annotations

import re
from collections import defaultdict
from itertools import combinations

from core.measures.display import length_text
from core.project.results import Solution
from core.proof.finding import Edit, Finding, Remedy

PLAIN = re.compile(r"^\s*\d+(\.\d*)?\s*(mm|cm|in|\")?\s*$")
SMALL_MM = 1.0  # chamfers and headrooms of a millimetre recur by habit, not by relation


def typed_twice(solution: Solution) -> list[Finding]:
    """The same length typed as a plain number in several places: offer to make it a measure."""
    places: dict[float, list[str]] = defaultdict(list)
    typed = [
        entry
        for part in solution.parts.values()
        for step in part.steps
        if step.step.enabled
        for name, entry in step.typed.items()
        if not name.startswith("place.") and name.rpartition(".")[2] in step_fields(step)
    ]
    typed += [entry for fit in solution.fits.values() for entry in fit.typed.values()]
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


def step_fields(step) -> set[str]:  # type: ignore[no-untyped-def]
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


def equal_by_accident(solution: Solution) -> list[Finding]:
    """Two parts whose bodies share an outline size and that have no fit between them."""
    joined = {frozenset(fit.fit.parts) for fit in solution.fits.values()}
    sizes: dict[str, set[tuple[float, float]]] = {}
    for name, part in solution.parts.items():
        if part.part.bought:
            continue
        sizes[name] = {
            (round(f.prism.outline.size[0], 4), round(f.prism.outline.size[1], 4))
            for f in part.state.features.values()
            if f.prism is not None
        }
    found = []
    for a, b in combinations(sizes, 2):
        if frozenset((a, b)) in joined:
            continue
        for width, depth in sorted(sizes[a] & sizes[b]):
            unit = solution.project.units
            size = f"{length_text(width, unit, False)} × {length_text(depth, unit)}"
            found.append(
                Finding(
                    "equal by accident",
                    "note",
                    f"'{a}' and '{b}' are both {size} and no fit is set between them: "
                    "if they must meet they will not go together",
                    width,
                )
            )
    return found
