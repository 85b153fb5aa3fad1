"""Everything a project prints laid out in each material; beside bare slicing of the same layers.

The solids are there already, as when a maker asks. Asked the first time, all is sliced; asked again
with another material, nothing is: the solids do not change.

Run: .venv/bin/python -m benchmarks.materials [NAME ...]
"""

from __future__ import annotations

import sys
import time
from collections.abc import Callable

from core.printing.comparing import compare_materials
from core.project.demo import DEMO, demo_document
from core.project.helper import help_when
from core.project.print_groups import printed_groups
from core.project.solve import solve
from core.proof.layers import layer_heights

BUDGET_MS = 1000


def timed(work: Callable[[], object]) -> tuple[float, float]:
    """Wall and processor milliseconds."""
    began, spent = time.perf_counter(), time.process_time()
    work()
    return (time.perf_counter() - began) * 1000, (time.process_time() - spent) * 1000


def main() -> None:
    """Prints the first time, the time with another material, and bare slicing."""
    print(
        f"{'':14} {'first':>14} {'other material':>15} {'bare slices':>12}   ratio   (wall,"
        " processor ms)"
    )
    worst = 0.0
    help_when(lambda: True)  # as a builder has help, where nobody else is at work
    for name in sys.argv[1:] or DEMO:
        document = demo_document(name)
        solution = solve(document)
        groups = [group.standing().solid for group in printed_groups(solution)]
        layer = document.process.layer_mm
        for solid in groups:
            solid.num_tri()

        def bare(groups=groups, layer=layer) -> None:
            for solid in groups:
                for z in layer_heights(solid, layer)[1]:
                    solid.slice(float(z))

        sliced, _ = timed(bare)
        first, spent = timed(lambda s=solution: compare_materials(s))
        process = document.process.model_copy(update={"material": "PETG"})
        other = solve(document.model_copy(update={"process": process}))
        again, _ = timed(lambda s=other: compare_materials(s))
        worst = max(worst, first)
        print(
            f"{name:14} {first:7.0f} {spent:6.0f} {again:15.1f} {sliced:12.0f}"
            f" {first / sliced:7.1f}"
        )
    print(f"at most {worst:.0f} ms of {BUDGET_MS} allowed")


if __name__ == "__main__":
    main()
