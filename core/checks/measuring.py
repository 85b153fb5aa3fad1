"""Everything measured on a solution: when it is asked for, or with a helper beside."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import Any, TypeVar

from core.checks.fit_measures import MeasuredFit, fit_to_measure
from core.checks.kept import Kept, Later, as_asked
from core.checks.part_measures import Measured, part_to_measure
from core.project.cache import MEASURED
from core.project.helper import Errand, helped
from core.project.print_groups import printed_groups
from core.project.results import Solution
from core.proof.walls import SPACING_MM

T = TypeVar("T")
Joints = dict[str, Callable[[], MeasuredFit | None]]


def measure_all(
    solution: Solution, spacing_mm: float = SPACING_MM, later: Later = as_asked
) -> tuple[dict[str, Measured], Joints]:
    """Every part and fit of a solution, to be measured: nothing is waited for yet.

    Args:
        spacing_mm: between the places at which walls and slots are measured.
        later: has each piece measured when it is asked for, or before.
    """
    process, toy = solution.project.process, solution.project.use.toy
    groups = {part.part.name: group for group in printed_groups(solution) for part in group.parts}
    parts = {
        name: part_to_measure(part, process, groups.get(name), spacing_mm, later, toy)
        for name, part in solution.parts.items()
        if part.state.body is not None
    }
    fits = {
        name: fit_to_measure(
            fit,
            solution.parts[fit.fit.parts[0]].state,
            solution.parts[fit.fit.parts[1]].state,
            groups.get(fit.fit.parts[0]),
            later,
        )
        for name, fit in solution.fits.items()
    }
    return parts, fits


@contextmanager
def all_measured(
    solution: Solution, spacing_mm: float = SPACING_MM
) -> Iterator[tuple[dict[str, Measured], Joints]]:
    """Every part and fit of a solution, measured while it is asked for, by a helper too where there
    is one: all of it is expected to be asked for."""
    wanted: list[Kept[Any]] = []
    answers: list[Callable[[int], Any]] = []

    def later(kept: Kept[T]) -> Callable[[], T]:
        if kept.at_hand:
            return kept
        at = len(wanted)
        wanted.append(kept)
        return lambda: MEASURED.get(kept.key, lambda: answers[0](at))

    parts, fits = measure_all(solution, spacing_mm, later)
    with helped([Errand(kept.about, kept.make) for kept in wanted]) as answer:
        answers.append(answer)
        yield parts, fits
