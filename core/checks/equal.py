"""Equal by accident: two parts that share a size and have no fit between them."""

from __future__ import annotations

from collections.abc import Iterable
from itertools import combinations

from core.checks.check import Limit, ProjectCheck, register
from core.checks.finding import Finding
from core.measures.display import length_text
from core.project.results import Solution


@register
class EqualByAccident(ProjectCheck):
    name = "equal by accident"
    asks = "Do two parts share a size without a fit between them?"
    measures = "Outlines of raised bodies."
    limits = (Limit("a note"),)

    def look(self, solution: Solution) -> Iterable[Finding]:
        return _equal(solution)


def _equal(solution: Solution) -> list[Finding]:
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
