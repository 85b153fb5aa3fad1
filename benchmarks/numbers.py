"""Every number of every demo part changed a little, one at a time: how long until new solids.

Run: .venv/bin/python -m benchmarks.numbers
"""

from __future__ import annotations

import re
import statistics
import time

from core.project import cache
from core.project.demo import DEMO, demo_document
from core.project.schema import Project
from core.project.solve import solve
from core.proof.finding import Edit
from core.report import apply_edits
from core.report.measuring import mesh_of

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


def solids(project: Project) -> None:
    for part in solve(project).parts.values():
        if part.state.body is not None:
            mesh_of(part.state)


def main() -> None:
    """Prints the spread over all numbers, the share within the budget, and the slowest."""
    times: list[tuple[float, str, str]] = []
    for name in DEMO:
        project = demo_document(name)
        cache.forget_all()
        began = time.perf_counter()
        solids(project)
        cold = (time.perf_counter() - began) * 1000
        own = []
        for path, text in numbers(project):
            if text in ("0", "1"):
                continue
            edited = apply_edits(project, [Edit(path, f"({text}) * 1.013")])
            began = time.perf_counter()
            solids(edited)
            own.append((time.perf_counter() - began) * 1000)
            times.append((own[-1], name, path))
        middle = statistics.median(own)
        print(
            f"{name:14} first build {cold:7.1f} ms, an edit {middle:6.1f} ms, 1 : {cold / middle:.1f}, {len(own)} numbers"
        )
    ordered = sorted(times)
    high = ordered[round(0.95 * len(ordered)) - 1][0]
    within = sum(t <= BUDGET_MS for t, *_ in times) / len(times)
    print(f"{len(times)} numbers: median {statistics.median(t for t, *_ in times):.1f} ms, "
          f"95th percentile {high:.1f} ms, {within:.0%} within {BUDGET_MS:.0f} ms")  # fmt: skip
    for ms, name, path in ordered[-8:][::-1]:
        print(f"  {ms:7.1f} ms  {name} {path}")


if __name__ == "__main__":
    main()
