"""What makers overlook, one module per question. Findings about the document as a whole.

Map
    equal       a number typed twice; two parts that share a size without a fit
    undecided   sizes left as they came, parts whose partner is missing
    doubtful    a bore half its neighbour, millimetres that were born as inches
    keepouts    bought things and the room that is kept round them
    checklist   the sizes of a paper drawing, ticked against the model
"""

from __future__ import annotations

from core.project.results import Solution
from core.proof.finding import Finding
from core.report.guards.doubtful import halves_and_doubles, inch_born
from core.report.guards.equal import equal_by_accident, typed_twice
from core.report.guards.keepouts import kept_clear
from core.report.guards.undecided import missing_partners, sizes_left_as_they_came


def find_guards(solution: Solution) -> list[Finding]:
    """Findings about the document as a whole."""
    return [
        *typed_twice(solution),
        *equal_by_accident(solution),
        *kept_clear(solution),
        *halves_and_doubles(solution),
        *inch_born(solution),
        *missing_partners(solution),
        *sizes_left_as_they_came(solution),
    ]
