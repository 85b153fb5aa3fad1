"""Every number of every demo part changed a little, one at a time: how long until new solids.

As prints, and as the sketch that is on the stage first.

Run: .venv/bin/python -m benchmarks.numbers
"""

from __future__ import annotations

import re
import statistics
import time
from collections.abc import Callable

from core.checks.finished import mesh_of
from core.project import cache
from core.project.demo import DEMO, demo_document
from core.project.edits import Edit
from core.project.results import Solution
from core.project.schema import Project
from core.project.solve import sketch, solve
from core.report import apply_edits

PLAIN = re.compile(r"^\s*\d+(\.\d*)?\s*(mm|in)?\s*$")
BUDGET_MS = 100.0


def numbers(project: Project) -> list[tuple[str, str]]:
    """(path, text) of every measure, and every plain number typed in a step or fit."""
    found = [(f"measures.{m.name}", m.expression) for m in project.measures]
    for part in project.parts:
        for step in part.steps:
            path = f"parts.{part.name}.steps.{step.id}"
            found += [(f"{path}.fields.{k}", v) for k, v in step.fields.items() if PLAIN.match(v)]
            if step.outline:
                fields = step.outline.fields.items()
                found += [(f"{path}.outline.fields.{k}", v) for k, v in fields if PLAIN.match(v)]
    for fit in project.fits:
        found += [
            (f"fits.{fit.name}.fields.{k}", v) for k, v in fit.fields.items() if PLAIN.match(v)
        ]
    return found


Solve = Callable[[Project], Solution]


def solids(project: Project, how: Solve) -> float:
    """Milliseconds until every part of a project has its triangles."""
    began = time.perf_counter()
    for part in how(project).parts.values():
        if part.state.body is not None:
            mesh_of(part.state)
    return (time.perf_counter() - began) * 1000


def main() -> None:
    """Prints the spread over all numbers, the share within the budget, and the slowest."""
    times: dict[str, list[tuple[float, str, str]]] = {"print": [], "sketch": []}
    for name in DEMO:
        project = demo_document(name)
        edits = [(path, text) for path, text in numbers(project) if text not in ("0", "1")]
        line = f"{name:14}"
        for words, how in (("print", solve), ("sketch", sketch)):
            cache.forget_all()
            cold = solids(project, how)
            own = []
            for path, text in edits:
                edited = apply_edits(project, [Edit(path, f"({text}) * 1.013")])
                own.append(solids(edited, how))
                times[words].append((own[-1], name, path))
            line += f" {words}: first {cold:7.1f}, an edit {statistics.median(own):6.1f} ms;"
        print(f"{line} {len(edits)} numbers")
    for words, found in times.items():
        ordered = sorted(found)
        high = ordered[round(0.95 * len(ordered)) - 1][0]
        within = sum(ms <= BUDGET_MS for ms, *_ in found) / len(found)
        middle = statistics.median(ms for ms, *_ in found)
        print(
            f"{words}, {len(found)} numbers: median {middle:.1f} ms, 95th percentile {high:.1f} ms,"
            f" {within:.0%} within {BUDGET_MS:.0f} ms"
        )
        for ms, name, path in ordered[-8:][::-1]:
            print(f"  {ms:7.1f} ms  {name} {path}")


if __name__ == "__main__":
    main()
